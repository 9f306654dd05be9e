/**
 * The sender of a simulated vehicle (gauge loop) on the truth's own laws: swept by hand on the bench, and
 * in the tank at known fills. Its track is not quite straight, and where it is worn the wiper lifts at
 * places that stay the same.
 */
import type { CubicMetre, Fraction, Ohm, Second } from '../shared'
import { parameterAt } from '../vehicle'
import { instrumentRandom, type TruthVehicle } from './truth'

/** A track bends by this share of its span in the middle. */
const BENDS = 0.03
/** From this share of worn travel on the wiper lifts. */
const WORN = 0.35
/** Noise of an ohmmeter on a moving wiper, share of the span, for a sound track and added for a worn one. */
const NOISE = 0.003
const WORN_NOISE = 0.008
/** Step of the fuel about the float while a tank is filled, share of the travel. */
const SLOSH = 0.006

interface Track {
  ohmAt: (position: Fraction) => Ohm
  /** Places where the wiper has no contact. */
  gaps: { from: Fraction; to: Fraction }[]
  span: Ohm
  noise: Ohm
}

/** The track of this vehicle's sender; null where it has none that can be measured in ohms. */
function trackOf(vehicle: TruthVehicle): Track | null {
  const { model, theta } = vehicle
  const part = model.layout.parts.find(
    (candidate) => candidate.id === 'sender' && candidate.kind === 'sender',
  )
  if (!part) return null
  const own = (name: string) => theta[parameterAt(model, `sender.${name}`)]!
  const [emptyOhm, fullOhm] = [own('emptyOhm'), own('fullOhm')]
  const scale = own('tolerance') * own('range')
  const span = Math.abs(fullOhm - emptyOhm) * scale
  const random = instrumentRandom(vehicle, 'sender track')
  const worn = own('jumps')
  // What a worn track adds stands at its gaps, not along the whole of it.
  const contactOhm = worn > WORN ? 0 : own('seriesOhm')
  const count = worn > WORN ? 1 + Math.round(2 * worn * random.next()) + (worn > 0.6 ? 1 : 0) : 0
  const gaps = Array.from({ length: count }, (_, k) => {
    const from = ((k + 0.25 + 0.5 * random.next()) / Math.max(count, 1)) * 0.84 + 0.08
    return { from, to: from + 0.012 + 0.02 * random.next() }
  })
  const ohmAt = (position: Fraction) => {
    const bent = position + BENDS * Math.sin(Math.PI * position)
    const along = own('turned') > 0.5 ? 1 - bent : bent
    return (
      Math.max(0, scale * (emptyOhm + (fullOhm - emptyOhm) * Math.min(1, Math.max(0, along)))) + contactOhm
    )
  }
  return { ohmAt, gaps, span, noise: span * (NOISE + WORN_NOISE * worn) }
}

export interface SenderSignal {
  seconds: Float64Array
  /** Open circuit is NaN. */
  ohm: Float64Array
  /** Of the float, 0 at the floor; of a fill its litres. */
  along: Float64Array
}

/** The float moved by hand from the floor to the roof and back. */
export function senderSweep(vehicle: TruthVehicle, lastsS: Second, samplesPerS: number): SenderSignal | null {
  const track = trackOf(vehicle)
  if (!track) return null
  const random = instrumentRandom(vehicle, 'sender sweep')
  const count = Math.round(lastsS * samplesPerS)
  const seconds = Float64Array.from({ length: count }, (_, k) => k / samplesPerS)
  const along = seconds.map((at) => 1 - Math.abs(1 - (2 * at) / lastsS))
  const ohm = along.map((position) =>
    track.gaps.some((gap) => position >= gap.from && position <= gap.to)
      ? NaN
      : track.ohmAt(position) + track.noise * random.normal(),
  )
  return { seconds, ohm, along }
}

/** Ohms while a tank is filled in even steps and let settle at each; `along` in cubic metres. */
export function senderFills(
  vehicle: TruthVehicle,
  steps: number,
  settlesS: Second,
  samplesPerS: number,
): SenderSignal | null {
  const track = trackOf(vehicle)
  if (!track) return null
  const { model, theta } = vehicle
  const own = (name: string) => theta[parameterAt(model, `sender.${name}`)]!
  const random = instrumentRandom(vehicle, 'sender fills')
  const capacityM3: CubicMetre = theta[parameterAt(model, 'tank.capacityM3')]!
  const perStep = Math.round(settlesS * samplesPerS)
  const count = (steps + 1) * perStep
  const share = (k: number) => Math.floor(k / perStep) / steps
  const seconds = Float64Array.from({ length: count }, (_, k) => k / samplesPerS)
  const ohm = seconds.map((_, k) => {
    const position = Math.min(
      1,
      Math.max(0, own('floats') * share(k) + own('shift') + SLOSH * random.normal()),
    )
    return track.gaps.some((gap) => position >= gap.from && position <= gap.to)
      ? NaN
      : track.ohmAt(position) + track.noise * random.normal()
  })
  return { seconds, ohm, along: seconds.map((_, k) => capacityM3 * share(k)) }
}
