/** The answer in names and units: what a script, a file or a screen reads. */
import {
  fail,
  ok,
  type Ampere,
  type M3PerS,
  type PaGauge,
  type RadPerS,
  type Result,
  type Volt,
} from '../../shared'
import { frictionFactor } from '../friction'
import type { Network, Pipe, SolveFailure } from '../network'
import { solveSteady, type Quality } from './newton'
import { LINK, STATE, indexNetwork, type System } from './system'

export interface LinkSolution {
  flowM3PerS: M3PerS
  /** p_from - p_to, without height. */
  staticDropPa: number
  /** Energy lost along the link; negative for a pump's rise. */
  lossPa: number
  state: 'open' | 'shut' | 'active'
  pipe?: { velocityMPerS: number; reynolds: number; frictionFactor: number }
}
export interface MotorSolution {
  currentA: Ampere
  voltageV: Volt
  speedRadPerS: RadPerS
}
export interface Solution {
  nodes: Record<string, { pressurePa: PaGauge; emitterFlowM3PerS?: M3PerS }>
  links: Record<string, LinkSolution>
  wires: Record<string, Volt>
  /** Resistors positive from n1 to n2; a delivering source is negative. */
  currents: Record<string, Ampere>
  motors: Record<string, MotorSolution>
  quality: Quality
}

/** Steady state of a network, or why there is none. `stop` is asked before every step: true ends it there. */
export function solveNetwork(network: Network, stop?: () => boolean): Result<Solution, SolveFailure> {
  const indexed = indexNetwork(network)
  if (!indexed.ok) return indexed
  const outcome = solveSteady(indexed.value, stop)
  if (!outcome.ok) return fail(outcome.error)
  return ok(describe(indexed.value, outcome.quality))
}

/** Static gauge pressure at a node of a solved system. */
export const nodePressurePa = (system: System, node: number): PaGauge =>
  system.totalPa[node]! - system.nodeHeightPa[node]!
/** Voltage of a wire node; ground is -1. */
export const wireVoltage = (system: System, node: number): Volt =>
  node < 0 ? 0 : system.electrical.voltages[node]!

const STATE_NAMES = ['open', 'shut', 'active'] as const

function describe(system: System, quality: Quality): Solution {
  const nodes: Solution['nodes'] = {}
  for (const node of system.network.nodes)
    nodes[node.id] = { pressurePa: nodePressurePa(system, system.nodeIndex.get(node.id)!) }
  const links: Solution['links'] = {}
  system.linkIds.forEach((id, link) => {
    if (id.endsWith(':emitter'))
      nodes[id.slice(0, -':emitter'.length)]!.emitterFlowM3PerS = system.flow[link]!
    else links[id] = describeLink(system, link)
  })
  return { nodes, links, ...describeWires(system), quality }
}

function describeLink(system: System, link: number): LinkSolution {
  const from = system.linkFrom[link]!
  const to = system.linkTo[link]!
  const flow = system.state[link] === STATE.shut ? 0 : system.flow[link]!
  const answer: LinkSolution = {
    flowM3PerS: flow,
    staticDropPa: nodePressurePa(system, from) - nodePressurePa(system, to),
    lossPa: system.totalPa[from]! - system.totalPa[to]!,
    state: STATE_NAMES[system.state[link]!]!,
  }
  if (system.linkType[link] === LINK.pipe)
    answer.pipe = describePipe(system.network, system.network.links[link] as Pipe, flow)
  return answer
}

function describePipe(network: Network, pipe: Pipe, flow: number) {
  const areaM2 = (Math.PI / 4) * pipe.boreM ** 2
  const velocityMPerS = flow / areaM2
  const reynolds =
    (network.fluid.densityKgPerM3 * Math.abs(velocityMPerS) * pipe.boreM) / network.fluid.dynamicViscosityPaS
  return {
    velocityMPerS,
    reynolds,
    frictionFactor: reynolds > 0 ? frictionFactor(reynolds, pipe.roughnessM / pipe.boreM) : 0,
  }
}

function describeWires(system: System): Pick<Solution, 'wires' | 'currents' | 'motors'> {
  const { electrical } = system
  const wires: Solution['wires'] = { '0': 0 }
  electrical.nodeIds.forEach((id, at) => (wires[id] = electrical.voltages[at]!))
  const motors: Solution['motors'] = {}
  system.motors.forEach((motor, at) => {
    motors[motor.id] = {
      currentA: system.motorCurrent[at]!,
      voltageV: system.motorVoltage[at]!,
      speedRadPerS: system.motorSpeed[at]!,
    }
  })
  const currents: Solution['currents'] = {}
  electrical.componentIds.forEach((id, at) => {
    const kind = electrical.componentKind[at]!
    const drop =
      wireVoltage(system, electrical.componentN1[at]!) - wireVoltage(system, electrical.componentN2[at]!)
    if (kind === 0) currents[id] = drop / system.values[electrical.componentValues[at]!]!
    else if (kind === 1) currents[id] = electrical.voltages[electrical.componentRow[at]!]!
    else currents[id] = motors[id]!.currentA
  })
  return { wires, currents, motors }
}
