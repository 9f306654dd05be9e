/**
 * Pressures over time. Some nodes are elastic volumes, C dp/dt = net inflow; the rest of the network has
 * no memory and is solved with those pressures held. A dry volume is filled at no pressure first.
 *
 * Method: a two-stage Rosenbrock step (order 2, L-stable, so that a stiff regulator costs no small
 * steps), its Jacobian by differences, the step chosen by the error against the first-order solution
 * inside it. It refuses a network that cannot be solved on the way, with the reason of the solver.
 */
import {
  factorise,
  fail,
  newFactors,
  ok,
  solveInPlace,
  type M3PerS,
  type PaGauge,
  type Result,
} from '../shared'
import { indexNetwork, slotOf, solveSteady, type System } from './solve'
import type { Network, SolveFailure } from './network'

/** An elastic volume of the network. */
export interface Compliant {
  node: string
  /** Volume that a pascal takes, m3/Pa (1 mL/kPa is 1e-9). */
  m3PerPa: number
  startPa: PaGauge
  /** Still dry, m3: filled first. */
  emptyM3?: number
}

export interface TransientSample {
  seconds: number
  /** Of each compliant, in their order. */
  pressurePa: Float64Array
  emptyM3: Float64Array
}

/** Net inflow of each compliant volume when these pressures are held there. */
export type Inflow = (pressurePa: Float64Array) => Result<Float64Array, SolveFailure>

/** Error allowed on a step: share of the pressure, and pascals. Coarser than 1e-3 and the end of a fast prime moves by a percent. */
const RELATIVE = 1e-5
const ABSOLUTE_PA = 0.5
/** Step of a pressure for the Jacobian, Pa: small against the regulator's range, large against rounding. */
const PROBE_PA = 2
const FIRST_STEP_S = 1e-4
const LEAST_STEP_S = 1e-9
/** Steps between two asked times before it gives up. */
const MOST_STEPS = 20_000
const GAMMA = 1 - Math.SQRT1_2

/** Pressures at the asked times (rising, s), from the network's own laws. */
export function transient(
  network: Network,
  compliants: Compliant[],
  seconds: number[],
): Result<TransientSample[], SolveFailure> {
  const inflow = heldInflow(
    network,
    compliants.map((entry) => entry.node),
  )
  return inflow.ok ? integrate(inflow.value, compliants, seconds) : inflow
}

/** The network with some nodes held at given pressures; what flows into each is its inflow. */
export function heldInflow(network: Network, nodes: string[]): Result<Inflow, SolveFailure> {
  const missing = nodes.find(
    (id) => !network.nodes.some((node) => node.id === id && node.kind === 'junction'),
  )
  if (missing !== undefined)
    return fail({ kind: 'bad-network', problem: 'no junction of this name can store fuel', at: missing })
  const indexed = indexNetwork(held(network, nodes))
  if (!indexed.ok) return indexed
  const system = indexed.value
  const slots = nodes.map((id) => slotOf(system, id, 'pressurePa'))
  const demand = nodes.map(
    (id) =>
      network.nodes.flatMap((node) =>
        node.id === id && node.kind === 'junction' ? [node.demandM3PerS] : [],
      )[0]!,
  )
  return ok((pressurePa) => {
    slots.forEach((slot, k) => (system.values[slot] = pressurePa[k]!))
    const outcome = solveSteady(system)
    if (!outcome.ok) return fail(outcome.error)
    return ok(Float64Array.from(nodes, (id, k) => flowInto(system, system.nodeIndex.get(id)!) - demand[k]!))
  })
}

/** Elastic junctions as boundaries; a hole at one becomes a link of its own. */
function held(network: Network, ids: string[]): Network {
  const holes = network.nodes.flatMap((node) =>
    ids.includes(node.id) && node.kind === 'junction' && node.emitter
      ? [{ node, emitter: node.emitter }]
      : [],
  )
  return {
    ...network,
    nodes: [
      ...network.nodes.map((node) =>
        ids.includes(node.id)
          ? { id: node.id, kind: 'boundary' as const, elevationM: node.elevationM, pressurePa: 0 }
          : node,
      ),
      ...holes.map(({ node }) => ({
        id: `${node.id} hole`,
        kind: 'boundary' as const,
        elevationM: node.elevationM,
        pressurePa: 0,
      })),
    ],
    links: [
      ...network.links,
      ...holes.map(({ node, emitter }) => ({
        id: `${node.id} hole`,
        type: 'orifice' as const,
        from: node.id,
        to: `${node.id} hole`,
        ...emitter,
      })),
    ],
  }
}

function flowInto(system: System, node: number): M3PerS {
  let into = 0
  for (let link = 0; link < system.linkIds.length; link += 1) {
    if (system.linkTo[link] === node) into += system.flow[link]!
    if (system.linkFrom[link] === node) into -= system.flow[link]!
  }
  return into
}

/** Carries elastic volumes through the asked times; the inflow may be the model's, the truth's or a formula. */
export function integrate(
  inflow: Inflow,
  compliants: Compliant[],
  seconds: number[],
): Result<TransientSample[], SolveFailure> {
  const state: State = {
    at: 0,
    pressurePa: Float64Array.from(compliants, (entry) => entry.startPa),
    emptyM3: Float64Array.from(compliants, (entry) => entry.emptyM3 ?? 0),
    stepS: FIRST_STEP_S,
  }
  const samples: TransientSample[] = []
  for (const until of seconds) {
    const problem = carry(inflow, compliants, state, until)
    if (problem) return fail(problem)
    samples.push({ seconds: until, pressurePa: state.pressurePa.slice(), emptyM3: state.emptyM3.slice() })
  }
  return ok(samples)
}

interface State {
  at: number
  pressurePa: Float64Array
  emptyM3: Float64Array
  stepS: number
}

/** Advances the state in place. */
function carry(inflow: Inflow, compliants: Compliant[], state: State, until: number): SolveFailure | null {
  for (let step = 0; step < MOST_STEPS; step += 1) {
    const left = until - state.at
    if (left <= 1e-12 * Math.max(1, until)) return null
    const taken = state.emptyM3.some((volume) => volume > 0)
      ? fill(inflow, state, left)
      : rosenbrock(inflow, compliants, state, Math.min(left, state.stepS))
    if (taken) return taken
  }
  return {
    kind: 'not-converged',
    iterations: MOST_STEPS,
    worstResidualPa: Infinity,
    at: compliants[0]?.node ?? '',
  }
}

/** Dry volumes take what comes at no pressure, and nothing else moves meanwhile; the step ends where one of them is full. */
function fill(inflow: Inflow, state: State, left: number): SolveFailure | null {
  const flows = inflow(state.pressurePa)
  if (!flows.ok) return flows.error
  let stepS = left
  flows.value.forEach((flow, k) => {
    if (state.emptyM3[k]! > 0 && flow > 0) stepS = Math.min(stepS, state.emptyM3[k]! / flow)
  })
  flows.value.forEach((flow, k) => {
    if (state.emptyM3[k]! <= 0) return
    const rest = state.emptyM3[k]! - flow * stepS
    // What is left to rounding would be filled in steps of nothing.
    state.emptyM3[k] = rest < 1e-12 ? 0 : rest
  })
  state.at += stepS
  return null
}

/** One accepted or refused step; sets the length of the next. */
function rosenbrock(
  inflow: Inflow,
  compliants: Compliant[],
  state: State,
  stepS: number,
): SolveFailure | null {
  const p = state.pressurePa
  const n = p.length
  const rates = (at: Float64Array) => {
    const flows = inflow(at)
    return flows.ok ? ok(flows.value.map((flow, k) => flow / compliants[k]!.m3PerPa)) : flows
  }
  const here = rates(p)
  if (!here.ok) return here.error
  const matrix = newFactors(n)
  for (let column = 0; column < n; column += 1) {
    const probe = p.slice()
    // Towards lower pressure where it falls, so that the difference lies on the side of a valve that is gone to.
    const probePa = here.value[column]! < 0 ? -PROBE_PA : PROBE_PA
    probe[column]! += probePa
    const there = rates(probe)
    if (!there.ok) return there.error
    for (let row = 0; row < n; row += 1)
      matrix.entries[row * n + column] =
        (row === column ? 1 : 0) - (GAMMA * stepS * (there.value[row]! - here.value[row]!)) / probePa
  }
  if (!factorise(matrix))
    return {
      kind: 'bad-network',
      problem: 'its pressure runs away',
      at: compliants[matrix.singularAt]?.node ?? '',
    }
  const first = here.value.slice()
  solveInPlace(matrix, first)
  const middle = rates(p.map((value, k) => value + stepS * first[k]!))
  if (!middle.ok) return middle.error
  const second = middle.value.map((rate, k) => rate - 2 * first[k]!)
  solveInPlace(matrix, second)
  let error = 0
  for (let k = 0; k < n; k += 1)
    error = Math.max(
      error,
      (0.5 * stepS * Math.abs(first[k]! + second[k]!)) / (ABSOLUTE_PA + RELATIVE * Math.abs(p[k]!)),
    )
  const grow = Math.min(4, Math.max(0.2, 0.85 / Math.sqrt(Math.max(error, 1e-9))))
  if (error > 1 && stepS > LEAST_STEP_S) {
    state.stepS = Math.max(LEAST_STEP_S, stepS * grow)
    return null
  }
  for (let k = 0; k < n; k += 1) p[k]! += stepS * (1.5 * first[k]! + 0.5 * second[k]!)
  state.at += stepS
  // A step cut short by an asked time says nothing against a longer one.
  state.stepS = stepS < state.stepS ? Math.max(state.stepS, stepS * grow) : stepS * grow
  return null
}
