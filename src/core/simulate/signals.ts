/**
 * What the stand-in instruments show over time: the truth vehicle's rail as an elastic volume, carried
 * through acts (key on, off, idle, load, line shut) by the network that the truth solves with that
 * pressure held. On top of it the pump's ripple, and what an instrument adds: noise, an offset, a slow
 * drift, samples that it loses.
 */
import { integrate } from '../physics'
import { M3_PER_S_PER_ML_PER_MIN, ok, type CubicMetre, type Second } from '../shared'
import { buildNetwork, type SceneId } from '../vehicle'
import {
  instrumentRandom,
  restCompliance,
  restLeaks,
  settle,
  truthScene,
  type Clamped,
  type TruthVehicle,
} from './truth'

/** One act: a scene in which the pump has volts, or the key off. */
export interface Act {
  scene: SceneId | 'off'
  lastsS: Second
  clamped?: Clamped
}

export interface RailSignal {
  seconds: Float64Array
  pressurePa: Float64Array
  /** Of the main pump. */
  currentA: Float64Array
  speedRadPerS: Float64Array
}

/** Pressures between which the held network is solved: fewer and a regulator's knee is cut. */
const GRID = 40
const GRID_TOP = 1.6
/** Elastic volume beyond the rest compliance that counts while the pump runs: hoses give way more under a fast rise. */
const DYNAMIC_SHARE = 1.5
const LEAK_REFERENCE_PA = 300e3

/** Rail pressure, pump current and speed through acts. `dryM3`: line volume that has drained, filled at no pressure first. */
export function railSignal(
  vehicle: TruthVehicle,
  acts: Act[],
  samplesPerS: number,
  dryM3: CubicMetre = 0,
): RailSignal {
  const { model } = vehicle
  const m3PerPa = restCompliance(vehicle) * 1e-9 * DYNAMIC_SHARE
  const tables = new Map<string, HeldTable>()
  const out = {
    seconds: [] as number[],
    pressurePa: [] as number[],
    currentA: [] as number[],
    speedRadPerS: [] as number[],
  }
  let from = 0
  let startPa = 0
  let emptyM3 = dryM3
  for (const act of acts) {
    const key = `${act.scene} ${act.clamped ?? 'none'}`
    const table =
      tables.get(key) ??
      (act.scene === 'off' ? restTable(vehicle, act.clamped ?? 'none') : heldTable(vehicle, act.scene))
    tables.set(key, table)
    const count = Math.max(1, Math.round(act.lastsS * samplesPerS))
    const times = Array.from({ length: count }, (_, k) => (k + 1) / samplesPerS)
    const run = integrate(
      (p) => ok(Float64Array.of(along(table, table.inflow, p[0]!))),
      [{ node: model.layout.gaugeAt, m3PerPa, startPa, emptyM3 }],
      times,
    )
    if (!run.ok) throw new Error(`The stand-in rail does not settle: ${JSON.stringify(run.error)}`)
    for (const sample of run.value) {
      const pressure = Math.max(sample.pressurePa[0]!, 0)
      out.seconds.push(from + sample.seconds)
      out.pressurePa.push(pressure)
      out.currentA.push(along(table, table.currentA, pressure))
      out.speedRadPerS.push(along(table, table.speedRadPerS, pressure))
    }
    from += act.lastsS
    startPa = Math.max(run.value.at(-1)!.pressurePa[0]!, 0)
    emptyM3 = run.value.at(-1)!.emptyM3[0]!
  }
  return {
    seconds: Float64Array.from(out.seconds),
    pressurePa: Float64Array.from(out.pressurePa),
    currentA: Float64Array.from(out.currentA),
    speedRadPerS: Float64Array.from(out.speedRadPerS),
  }
}

/** Net inflow of the rail, pump current and speed, against its pressure. */
interface HeldTable {
  pressurePa: Float64Array
  inflow: Float64Array
  currentA: Float64Array
  speedRadPerS: Float64Array
}

/** The truth's network solved with the rail held at each pressure of a grid; finer about where it comes to rest. */
function heldTable(vehicle: TruthVehicle, scene: SceneId): HeldTable {
  const { model, theta } = vehicle
  const at = model.layout.gaugeAt
  const network = buildNetwork(model, theta, scene)
  const restPa = Math.max(truthScene(vehicle, scene).pressurePa[at]!, 0)
  const topPa = GRID_TOP * Math.max(restPa, model.specification.regulatorSetPa.value)
  const even = Array.from({ length: GRID / 2 }, (_, k) => (topPa * k) / (GRID / 2 - 1))
  const about = Array.from({ length: GRID / 2 }, (_, k) => restPa + 0.04 * topPa * (k / (GRID / 2 - 1) - 0.5))
  const pressurePa = Float64Array.from(
    [...new Set([...even, ...about])].filter((pa) => pa >= 0).sort((one, other) => one - other),
  )
  const rows = Array.from(pressurePa, (pa) => {
    const state = settle({
      ...network,
      nodes: network.nodes.map((node) =>
        node.id === at ? { id: at, kind: 'boundary', elevationM: node.elevationM, pressurePa: pa } : node,
      ),
    })
    const into = network.links.reduce(
      (sum, link) =>
        sum + (link.to === at ? state.flow[link.id]! : 0) - (link.from === at ? state.flow[link.id]! : 0),
      0,
    )
    const motor = state.motors.pump ?? Object.values(state.motors)[0]
    return { into, current: motor?.currentA ?? 0, speed: motor?.speedRadPerS ?? 0 }
  })
  return {
    pressurePa,
    inflow: Float64Array.from(rows, (row) => row.into),
    currentA: Float64Array.from(rows, (row) => row.current),
    speedRadPerS: Float64Array.from(rows, (row) => row.speed),
  }
}

/** Key off: what the seats let past, partly laminar and partly as an orifice. */
function restTable(vehicle: TruthVehicle, clamped: Clamped): HeldTable {
  const { laminar, orifice } = restLeaks(vehicle, clamped)
  const topPa = GRID_TOP * vehicle.model.specification.regulatorSetPa.value * 2
  const pressurePa = Float64Array.from({ length: 4 * GRID }, (_, k) => topPa * (k / (4 * GRID - 1)) ** 2)
  // The rest compliance is what a leak-down empties: the dynamic share would slow it.
  const inflow = pressurePa.map(
    (pa) =>
      -DYNAMIC_SHARE *
      M3_PER_S_PER_ML_PER_MIN *
      (laminar * (pa / LEAK_REFERENCE_PA) + orifice * Math.sqrt(pa / LEAK_REFERENCE_PA)),
  )
  return {
    pressurePa,
    inflow,
    currentA: new Float64Array(pressurePa.length),
    speedRadPerS: new Float64Array(pressurePa.length),
  }
}

/** Straight between the points of the grid, and on beyond its ends. */
function along({ pressurePa }: HeldTable, values: Float64Array, pa: number): number {
  let low = 0
  let high = pressurePa.length - 1
  while (high - low > 1) {
    const middle = (low + high) >> 1
    if (pressurePa[middle]! <= pa) low = middle
    else high = middle
  }
  const share = (pa - pressurePa[low]!) / (pressurePa[high]! - pressurePa[low]!)
  return values[low]! + share * (values[high]! - values[low]!)
}

/** What an instrument adds to a true signal, SI. */
export interface InstrumentTraits {
  noise: number
  offset: number
  driftPerS: number
  /** Losses of signal a second, and how long each lasts, s. */
  lossesPerS: number
  lossLastsS: Second
  step: number
}
export const PLAIN_TRAITS: InstrumentTraits = {
  noise: 0,
  offset: 0,
  driftPerS: 0,
  lossesPerS: 0,
  lossLastsS: 0,
  step: 0,
}

/** The signal as the instrument gives it; lost samples are NaN. */
export function throughInstrument(
  vehicle: TruthVehicle,
  name: string,
  seconds: Float64Array,
  values: Float64Array,
  traits: InstrumentTraits,
): Float64Array {
  const random = instrumentRandom(vehicle, `instrument ${name}`)
  let lostUntil = -Infinity
  return values.map((value, k) => {
    const at = seconds[k]!
    const stepS = k === 0 ? 0 : at - seconds[k - 1]!
    if (at > lostUntil && random.next() < traits.lossesPerS * stepS) lostUntil = at + traits.lossLastsS
    if (at <= lostUntil) return NaN
    const shown = value + traits.offset + traits.driftPerS * at + traits.noise * random.normal()
    return traits.step > 0 ? Math.round(shown / traits.step) * traits.step : shown
  })
}

/** Bars of the stand-in pumps' commutators, by vehicle. */
export const barsOf = (vehicle: TruthVehicle): number =>
  6 + Math.floor(5 * instrumentRandom(vehicle, 'bars').next())

/** Depth of the ripple of a sound pump, share of its mean (EQ19), and how unlike its bars are. */
const RIPPLE_SHARE = 0.12
const UNLIKE = 0.12

/** Current of the running pump at waveform rate, a hump a bar; brushes at their end bounce. */
export function currentWaveform(
  vehicle: TruthVehicle,
  scene: SceneId,
  lastsS: Second,
  samplesPerS: number,
): { seconds: Float64Array; currentA: Float64Array; speedRadPerS: number; bars: number } {
  const motor = truthScene(vehicle, scene).motors.pump ?? { currentA: 0, speedRadPerS: 0, movedM3PerS: 0 }
  const random = instrumentRandom(vehicle, `waveform ${scene}`)
  const bars = barsOf(vehicle)
  const depths = Array.from({ length: bars }, () => Math.max(0.2, 1 + UNLIKE * random.normal()))
  const bounces = vehicle.hidden.some(({ faultId }) => faultId.startsWith('F26'))
  const count = Math.round(lastsS * samplesPerS)
  const seconds = Float64Array.from({ length: count }, (_, k) => k / samplesPerS)
  let notch = 0
  const currentA = seconds.map((at) => {
    const turn = ((at * motor.speedRadPerS) / (2 * Math.PI)) % 1
    const bar = Math.min(bars - 1, Math.floor(turn * bars))
    if (bounces && random.next() < 80 / samplesPerS) notch = 4
    notch = Math.max(0, notch - 1)
    const hump =
      motor.speedRadPerS > 0
        ? RIPPLE_SHARE * depths[bar]! * (Math.sin(Math.PI * (turn * bars - bar)) - 2 / Math.PI)
        : 0
    return motor.currentA * (1 + hump - (notch > 0 ? 0.6 : 0))
  })
  return { seconds, currentA, speedRadPerS: motor.speedRadPerS, bars }
}
