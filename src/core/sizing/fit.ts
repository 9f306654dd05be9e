/**
 * Does the new part fit, before the tank is open? Each check takes what a rule, a gauge and a meter give
 * on the bench and says fits, doubtful or not, with the figure that decides. Limits are typical
 * (handbook EQ16, EQ17, EQ18, 5.1); the maker's drawing governs.
 */
import { FUSE_SHARE, leastFuseA, lineFor, WIRES, wireDropV, type LinePlace } from '../library'
import type { FuelGradeId } from '../physics'
import { heldOpening, leastOpening, wayThrough } from './passage'
import type { Ampere, Metre, Ohm, PaGauge, Volt } from '../shared'

export type FitVerdict = 'fits' | 'doubt' | 'no'
export interface Fit {
  verdict: FitVerdict
  /** The figure that decides, in its own unit, and what it is. */
  by: { value: number; unit: 'mm' | 'V' | 'A' | 'ohm' | '' }
  says: string
}
const fit = (verdict: FitVerdict, says: string, value = 0, unit: Fit['by']['unit'] = ''): Fit => ({
  verdict,
  says,
  by: { value, unit },
})
const mm = (metre: Metre) => 1e3 * metre
const upperFirst = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** A hose grips when its bore is at most the pipe and not much less; one size larger never seals, whatever the clamp. */
const GRIP_LEAST_M: Metre = 0.0008
const LOOSE_M: Metre = 0.0001
export function hoseOnPipe({ boreM, pipeOuterM }: { boreM: Metre; pipeOuterM: Metre }): Fit {
  const gripM = pipeOuterM - boreM
  if (gripM < -LOOSE_M)
    return fit('no', 'The hose is a size too large: no clamp makes it tight.', mm(gripM), 'mm')
  if (gripM > 2 * GRIP_LEAST_M)
    return fit('no', 'The hose is a size too small: it tears as it goes on.', mm(gripM), 'mm')
  if (gripM > GRIP_LEAST_M)
    return fit('doubt', 'It goes on hard: warm it in water, no grease.', mm(gripM), 'mm')
  return fit('fits', 'It grips.', mm(gripM), 'mm')
}

/** Heights of two modules, flange to foot. A spring foot takes a few millimetres, a fixed one next to none. */
const HEIGHT_ALIKE_M: Metre = 0.002
const HEIGHT_SPRUNG_M: Metre = 0.008
export function moduleHeight({ oldM, newM, sprung }: { oldM: Metre; newM: Metre; sprung: boolean }): Fit {
  const off = newM - oldM
  if (Math.abs(off) <= HEIGHT_ALIKE_M) return fit('fits', 'Same height.', mm(off), 'mm')
  if (sprung && Math.abs(off) <= HEIGHT_SPRUNG_M)
    return fit(
      'doubt',
      'The spring foot takes it up: look that it does not bind or hang free.',
      mm(off),
      'mm',
    )
  return fit(
    'no',
    off > 0
      ? 'Too tall: the ring will not close, or the foot lifts it.'
      : 'Too short: the strainer hangs over the fuel.',
    mm(off),
    'mm',
  )
}

/** Over so much tilt it is said to go in tilted, rad. */
const UPRIGHT_RAD = 0.03
const CLOSE_M: Metre = 0.002

/** Through the neck of the opening and under what is above it, straight or tilted on the way (EQ20). */
export function passThrough({
  bodyM,
  lengthM,
  openingM,
  neckM,
  headroomM,
}: {
  bodyM: Metre
  lengthM: Metre
  openingM: Metre
  neckM: Metre
  headroomM: Metre
}): Fit {
  const spare = openingM - bodyM
  if (spare < 0) return fit('no', 'It does not go through the opening.', mm(spare), 'mm')
  // How deep the tank is was asked with the height of the module.
  const passage = { widthM: bodyM, lengthM, openingM, neckM, headroomM, depthM: lengthM + neckM }
  const way = wayThrough(passage)
  if (!way) {
    const least = leastOpening(passage)
    return least === null
      ? fit('no', 'No room above it: this way in does not do.', mm(headroomM - lengthM), 'mm')
      : fit(
          'no',
          `Not even tilted: it needs an opening of {${mm(least).toFixed(0)} mm}.`,
          mm(openingM - least),
          'mm',
        )
  }
  if (way.steps.some(({ tilt }) => tilt > UPRIGHT_RAD))
    return fit(
      'doubt',
      (heldOpening(passage) ?? Infinity) <= openingM
        ? 'Only tilted: mark which way, the float arm goes first.'
        : 'Only tilted, and straightened as it enters: mark which way, the float arm goes first.',
      mm(spare),
      'mm',
    )
  return spare < CLOSE_M
    ? fit('doubt', 'Through with nothing to spare: float arm and hose first, slowly.', mm(spare), 'mm')
    : fit('fits', 'It goes straight out.', mm(spare), 'mm')
}

/** Both ends of a sender against what the gauge wants. Off by a tenth of the span shows on the needle. */
const SPAN_ALIKE = 0.1
export function senderOnGauge(
  sender: { emptyOhm: Ohm; fullOhm: Ohm },
  gauge: { emptyOhm: Ohm; fullOhm: Ohm },
): Fit {
  const span = gauge.fullOhm - gauge.emptyOhm
  if ((sender.fullOhm - sender.emptyOhm) * span <= 0)
    return fit('no', 'It runs the other way: full would show empty.', sender.fullOhm - sender.emptyOhm, 'ohm')
  const off = Math.max(Math.abs(sender.emptyOhm - gauge.emptyOhm), Math.abs(sender.fullOhm - gauge.fullOhm))
  const share = off / Math.abs(span)
  if (share <= SPAN_ALIKE) return fit('fits', 'Range and direction of this gauge.', off, 'ohm')
  return share <= 3 * SPAN_ALIKE
    ? fit(
        'doubt',
        `Off by ${Math.round(100 * share)} % of the scale: it needs setting or a resistor.`,
        off,
        'ohm',
      )
    : fit('no', `Another range: off by ${Math.round(100 * share)} % of the scale.`, off, 'ohm')
}

/** A fuse may pass this much over what its wire is taken for; ours, typical, the loom’s data govern. */
const FUSE_OVER_WIRE = 1.5
/** The feed may lose so much; typical. */
const DROP_GOOD_V: Volt = 0.5
const DROP_MOST_V: Volt = 0.8

/** `bearsA` is what the loom's data let the wire bear; null where nobody knows, then its usual pump current is the measure. */
export function wireAndFuse({
  currentA,
  bothWaysM,
  areaMm2,
  fuseA,
  bearsA = null,
}: {
  currentA: Ampere
  bothWaysM: Metre
  areaMm2: number
  fuseA: Ampere
  bearsA?: Ampere | null
}): Fit {
  const wire = WIRES.findLast((one) => one.areaMm2 <= areaMm2 + 1e-9)
  if (!wire) return fit('no', 'Thinner than any pump’s wire.', areaMm2, '')
  const dropV = wireDropV(currentA, bothWaysM, wire.ohmPerM)
  const least = leastFuseA(currentA) ?? Infinity
  if (currentA > wire.mostA)
    return fit('no', `That wire is taken for ${wire.mostA} A at most: take a thicker one.`, currentA, 'A')
  if (fuseA < least) return fit('no', `The fuse blows in time: ${least} A at least.`, fuseA, 'A')
  if (bearsA === null ? FUSE_SHARE * fuseA > wire.mostA * FUSE_OVER_WIRE : fuseA > bearsA)
    return fit(
      'no',
      'The fuse is too large for that wire: it may burn first. Never a larger fuse: a thicker wire.',
      fuseA,
      'A',
    )
  if (dropV > DROP_MOST_V)
    return fit('no', 'Too much is lost on the way: a thicker wire, or a relay near the pump.', dropV, 'V')
  return dropV > DROP_GOOD_V
    ? fit('doubt', 'Much is lost on the way: half a volt is the aim.', dropV, 'V')
    : fit('fits', 'Wire and fuse carry it.', dropV, 'V')
}

/** A class of hose or tube where it lies, at its pressure, in its fuel. */
export function materialThere({
  name,
  place,
  pressurePa,
  fuel,
}: {
  name: string
  place: LinePlace
  pressurePa: PaGauge
  fuel: FuelGradeId
}): Fit {
  const { use, never } = lineFor(place, pressurePa, fuel)
  const found = use.find((choice) => choice.name.toLowerCase() === name.trim().toLowerCase())
  if (!found) return fit('no', `Not there. Never: ${never}.`)
  return fit(found.suits === 'good' ? 'fits' : 'doubt', found.says ? upperFirst(found.says) : 'Made for it.')
}

/** What a pin carries, as people write it: case, spaces and a hyphen for a minus do not tell two pins apart. */
const pinWord = (pin: string) => pin.trim().toLowerCase().replace(/[-–]/g, '−').replace(/\s+/g, ' ')

/** Two plugs, pin by pin in the order of their places: what each pin carries, empty where a place is blank. */
export function connector({
  oldPins,
  newPins,
  sameShell,
}: {
  oldPins: string[]
  newPins: string[]
  sameShell: boolean
}): Fit {
  const [from, to] = [oldPins.map(pinWord), newPins.map(pinWord)]
  const places = Math.max(from.length, to.length)
  const lost = from.filter((pin) => pin !== '' && !to.includes(pin))
  if (lost.length > 0) return fit('no', `The new plug has no pin for ${lost.join(', ')}.`, lost.length)
  const moved = Array.from({ length: places }, (_, at) => at).filter(
    (at) => (from[at] ?? '') !== '' && from[at] !== to[at],
  )
  if (moved.length > 0)
    return fit(
      'no',
      `Not on the same place: ${moved.map((at) => `pin ${at + 1} ${from[at]}`).join(', ')}. Pins change places in the shell, or another part.`,
      moved.length,
    )
  const more = to.filter((pin) => pin !== '' && !from.includes(pin))
  if (!sameShell)
    return fit(
      'doubt',
      'Same pins, another shell: a plug of the new kind goes on the loom, crimped and sealed.',
      0,
    )
  return more.length > 0
    ? fit('doubt', `The new plug also has ${more.join(', ')}: it stays open, sealed.`, more.length)
    : fit('fits', 'Same shell, same pins.')
}

/** Thread and seat of two halves of a fitting. The same thread on another seat screws together and leaks. */
export function threads(
  one: { thread: string; seatDeg: number },
  other: { thread: string; seatDeg: number },
): Fit {
  const same = one.thread.trim().toLowerCase() === other.thread.trim().toLowerCase()
  if (!same) return fit('no', 'Other threads.')
  return one.seatDeg === other.seatDeg
    ? fit('fits', 'Same thread, same seat.')
    : fit('no', 'The same thread on another seat: it screws together and leaks. 37° and 45° never mate.')
}
