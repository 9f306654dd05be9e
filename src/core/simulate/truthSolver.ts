/**
 * Finds the pressures at which every junction of a truth network balances, by letting it run: every
 * junction is a small elastic volume, and implicit steps that lengthen as the flows settle carry it to
 * rest. Slopes are difference quotients of each link's own law. It shares nothing with the model's
 * solver but the network it reads.
 */
import { factorise, newFactors, solveInPlace, type LuFactors } from '../shared'
import type { HydraulicLink, Network } from '../physics'
import { USUAL_LAWS, truthFlow, type MotorAt, type TruthLaws } from './truthLaws'

/** Imbalance that is taken as none, m3/s (0.0004 L/h). */
const BALANCED_M3_PER_S = 1e-10
/** An imbalance that a measuring jar would show, m3/s (0.4 L/h): the answer is refused. */
const NO_REST_M3_PER_S = 1e-7
const MOST_STEPS = 250
const MOST_ROUNDS = 25
/** Elastic volume of a junction, m3/Pa (0.01 mL/kPa, EQ10); any of the right order settles to the same rest. */
const COMPLIANCE_M3_PER_PA = 1e-11
const FIRST_STEP_S = 0.05

export interface TruthFields {
  pressurePa: Record<string, number>
  flow: Record<string, number>
}

interface Posed {
  network: Network
  links: { link: HydraulicLink; a: number; b: number }[]
  /** rho g z of each node, Pa. */
  height: number[]
  /** Nodes whose pressure is sought, and the row of each node among them (-1 where it is given). */
  free: number[]
  row: number[]
  factors: LuFactors
  motorAt: MotorAt
  laws: TruthLaws
}

/** Pressures and flows at rest. Throws where it finds none: a truth that does not balance would teach nothing. */
export function solveTruth(network: Network, motorAt: MotorAt, laws: TruthLaws = USUAL_LAWS): TruthFields {
  const posed = pose(network, motorAt, laws)
  let pressure = network.nodes.map((node) => (node.kind === 'boundary' ? node.pressurePa : 0))
  let secondsPerStep = FIRST_STEP_S
  let left = worst(imbalance(posed, pressure))
  for (let step = 0; step < MOST_STEPS && left > BALANCED_M3_PER_S; step += 1) {
    const later = implicitStep(posed, pressure, secondsPerStep)
    if (later) {
      pressure = later
      left = worst(imbalance(posed, pressure))
    }
    secondsPerStep *= later ? 5 : 0.2
  }
  if (left > NO_REST_M3_PER_S) throw new Error(`A truth vehicle found no rest: ${left} m3/s are missing`)
  return {
    pressurePa: Object.fromEntries(network.nodes.map((node, k) => [node.id, pressure[k]!])),
    flow: Object.fromEntries(
      posed.links.map(({ link, a, b }) => [link.id, flowOf(posed, link, a, b, pressure)]),
    ),
  }
}

function pose(network: Network, motorAt: MotorAt, laws: TruthLaws): Posed {
  const rhoG = network.fluid.densityKgPerM3 * network.gravityMPerS2
  const at = new Map(network.nodes.map((node, k) => [node.id, k]))
  const free = network.nodes.flatMap((node, k) => (node.kind === 'junction' ? [k] : []))
  const row = network.nodes.map(() => -1)
  free.forEach((node, k) => (row[node] = k))
  return {
    network,
    motorAt,
    laws,
    free,
    row,
    links: network.links.map((link) => ({ link, a: at.get(link.from)!, b: at.get(link.to)! })),
    height: network.nodes.map((node) => rhoG * node.elevationM),
    factors: newFactors(free.length),
  }
}

const worst = (into: Float64Array) => into.reduce((most, value) => Math.max(most, Math.abs(value)), 0)
const size = (into: Float64Array) => Math.sqrt(into.reduce((sum, value) => sum + value * value, 0))

function flowOf(
  { network, height, motorAt, laws }: Posed,
  link: HydraulicLink,
  a: number,
  b: number,
  p: number[],
): number {
  return truthFlow(
    link,
    { fromPa: p[a]!, toPa: p[b]!, dropPa: p[a]! + height[a]! - p[b]! - height[b]! },
    network.fluid,
    network.ambientPa,
    motorAt,
    laws,
  )
}

/** Net inflow of every junction. */
function imbalance(posed: Posed, p: number[]): Float64Array {
  const into = new Float64Array(posed.free.length)
  for (const { link, a, b } of posed.links) {
    const flow = flowOf(posed, link, a, b, p)
    if (posed.row[a]! >= 0) into[posed.row[a]!]! -= flow
    if (posed.row[b]! >= 0) into[posed.row[b]!]! += flow
  }
  return into
}

/** One implicit step of C dp/dt = inflow, solved by Newton with its steps halved where a valve flips; null when it does not settle. */
function implicitStep(posed: Posed, from: number[], seconds: number): number[] | null {
  const { free } = posed
  const stiff = COMPLIANCE_M3_PER_PA / seconds
  const missing = (p: number[]) => {
    const residual = imbalance(posed, p)
    free.forEach((node, k) => (residual[k]! -= stiff * (p[node]! - from[node]!)))
    return residual
  }
  let p = from.slice()
  let residual = missing(p)
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    if (worst(residual) <= 0.3 * BALANCED_M3_PER_S) return p
    const step = newtonStep(posed, p, residual, stiff)
    let taken = false
    for (let share = 1; share > 0.01 && !taken; share *= 0.5) {
      const trial = p.slice()
      free.forEach((node, k) => (trial[node]! += share * step[k]!))
      const left = missing(trial)
      if (size(left) > (1 - 0.1 * share) * size(residual)) continue
      p = trial
      residual = left
      taken = true
    }
    if (!taken) return null
  }
  return null
}

function newtonStep(posed: Posed, p: number[], residual: Float64Array, stiff: number): Float64Array {
  const { links, row, free, factors } = posed
  const n = free.length
  factors.entries.fill(0)
  for (const { link, a, b } of links) {
    const here = flowOf(posed, link, a, b, p)
    const slope = (node: number) => {
      const kept = p[node]!
      const h = 1e-3 + 1e-7 * Math.abs(kept)
      p[node] = kept + h
      const moved = flowOf(posed, link, a, b, p)
      p[node] = kept
      return (moved - here) / h
    }
    const byA = row[a]! >= 0 ? slope(a) : 0
    const byB = row[b]! >= 0 ? slope(b) : 0
    for (const [end, sign] of [
      [a, -1],
      [b, 1],
    ] as const) {
      if (row[end]! < 0) continue
      if (row[a]! >= 0) factors.entries[row[end]! * n + row[a]!]! += sign * byA
      if (row[b]! >= 0) factors.entries[row[end]! * n + row[b]!]! += sign * byB
    }
  }
  for (let k = 0; k < n; k += 1) factors.entries[k * n + k]! -= stiff
  const step = Float64Array.from(residual, (value) => -value)
  if (n > 0 && factorise(factors)) solveInPlace(factors, step)
  return step
}
