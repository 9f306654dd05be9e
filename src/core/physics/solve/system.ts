/**
 * Indexing: turns a Network into flat arrays that Newton can walk without allocating.
 *
 * Every number of every element lies in one array, `values`; `slotOf` says where. A caller that solves
 * the same network a hundred thousand times with other figures writes slots instead of building objects.
 * Solver state (pressures, flows, valve states) is kept between solves as the next starting point.
 */
import { fail, newFactors, ok, type LuFactors, type Result } from '../../shared'
import {
  ELECTRICAL_GROUND,
  type BadNetwork,
  type ElectricalComponent,
  type HydraulicLink,
  type Network,
} from '../network'

export const LINK = {
  pipe: 0,
  linearQuadratic: 1,
  orifice: 2,
  curvePump: 3,
  motorPump: 4,
  backPressure: 5,
  reducing: 6,
  relief: 7,
  springPump: 8,
} as const
export const MOTOR = { displacement: 0, turbine: 1, speed: 2 } as const
/** Valve states. A link without a valve stays `open`. */
export const STATE = { open: 0, shut: 1, active: 2 } as const

const LINK_TYPE: Record<HydraulicLink['type'], number> = {
  pipe: LINK.pipe,
  'linear-quadratic': LINK.linearQuadratic,
  orifice: LINK.orifice,
  'curve-pump': LINK.curvePump,
  'motor-pump': LINK.motorPump,
  'back-pressure-regulator': LINK.backPressure,
  'reducing-regulator': LINK.reducing,
  relief: LINK.relief,
  'spring-pump': LINK.springPump,
}

/** Order of the numbers of each element in `values`. */
const LINK_FIELDS: Record<HydraulicLink['type'], readonly string[]> = {
  pipe: ['lengthM', 'boreM', 'roughnessM', 'lossCoefficient'],
  'linear-quadratic': ['linearPaPerM3S', 'quadraticPaPerM3S2'],
  orifice: ['areaM2', 'dischargeCoefficient'],
  'curve-pump': ['speedFraction'],
  'motor-pump': [],
  'back-pressure-regulator': ['setPa', 'slopePaPerM3S'],
  'reducing-regulator': ['setPa'],
  relief: ['crackPa', 'slopePaPerM3S'],
  'spring-pump': ['springPa', 'freeFlowM3PerS', 'passagePaPerM3S'],
}
export const DISPLACEMENT_FIELDS = [
  'alphaM3PerSV',
  'betaM3PerSPa',
  'gammaM3PerS',
  'idleCurrentA',
  'currentPerPaA',
  'soundWindingOhm',
  'windingOhm',
  'emfVSPerRad',
  'displacementFactor',
  'leakageFactor',
  'frictionFactor',
] as const
export const TURBINE_FIELDS = [
  'headPa',
  'slopePaPerM3S',
  'idleCurrentA',
  'currentPerPaA',
  'windingOhm',
  'ratedVoltageV',
  'ratedCurrentA',
  'emfVSPerRad',
] as const
const SPEED_FIELDS = ['emfVSPerRad', 'stillTorqueNm', 'viscousNmS', 'quadraticNmS2'] as const

export interface MotorIndex {
  id: string
  kind: number
  plus: number
  minus: number
  values: number
  /** The pump link it drives, or -1. */
  link: number
}

export interface System {
  network: Network
  values: Float64Array
  slots: Map<string, number>
  rhoG: number
  nodeIds: string[]
  nodeIndex: Map<string, number>
  /** Row of the node among the unknowns, -1 where its pressure is given. */
  nodeRow: Int32Array
  /** rho g z, Pa. */
  nodeHeightPa: Float64Array
  nodeValues: Int32Array
  linkIds: string[]
  linkType: Uint8Array
  linkFrom: Int32Array
  linkTo: Int32Array
  linkValues: Int32Array
  linkChecked: Uint8Array
  linkMotor: Int32Array
  curves: (Float64Array | null)[]
  motors: MotorIndex[]
  electrical: ElectricalIndex
  hydraulic: { factors: LuFactors; right: Float64Array }
  /** Solver state: total pressures (p + rho g z), flows, valve states, the linearised laws. */
  totalPa: Float64Array
  flow: Float64Array
  state: Uint8Array
  /** Pumps that their outlet would push back at the present pressures. */
  overStall: Uint8Array
  constant: Float64Array
  slopeFrom: Float64Array
  slopeTo: Float64Array
  motorCurrent: Float64Array
  motorVoltage: Float64Array
  motorSpeed: Float64Array
  scratch: Float64Array
  started: boolean
}

export interface ElectricalIndex {
  nodeIds: string[]
  nodeIndex: Map<string, number>
  componentIds: string[]
  componentKind: Uint8Array
  componentN1: Int32Array
  componentN2: Int32Array
  componentValues: Int32Array
  /** Unknown current of a source, -1 for others. */
  componentRow: Int32Array
  factors: LuFactors
  base: Float64Array
  responses: Float64Array[]
  voltages: Float64Array
  openVoltage: Float64Array
  sourceOhm: Float64Array
  /** Values of the components at the last reduction; NaN before any. */
  reducedValues: Float64Array
}

const bad = (problem: string, at: string): { ok: false; error: BadNetwork } =>
  fail({ kind: 'bad-network', problem, at })

/** Indexes a network, or says what is wrong with it and where. */
export function indexNetwork(network: Network): Result<System, BadNetwork> {
  const problem = findProblem(network)
  if (problem) return bad(problem.problem, problem.at)
  const store = new ValueStore()
  const { nodeIds, nodeIndex, nodeRow, unknowns, nodeValues, heights, emitters } = indexNodes(network, store)
  const links = [...network.links, ...emitters]
  const electrical = indexElectrical(network, store)
  const motors: MotorIndex[] = []
  const linkMotor = new Int32Array(links.length).fill(-1)
  const linkValues = Int32Array.from(links, (link, at) => {
    if (link.type !== 'motor-pump') return store.add(link.id, LINK_FIELDS[link.type], link)
    linkMotor[at] = motors.length
    const fields = link.motor.kind === 'displacement' ? DISPLACEMENT_FIELDS : TURBINE_FIELDS
    const values = store.add(link.id, fields, link.motor)
    const kind = link.motor.kind === 'displacement' ? MOTOR.displacement : MOTOR.turbine
    motors.push({
      id: link.id,
      kind,
      plus: electrical.nodeIndex.get(link.plus)!,
      minus: electrical.nodeIndex.get(link.minus)!,
      values,
      link: at,
    })
    return values
  })
  for (const part of network.components) {
    if (part.kind !== 'speed-motor') continue
    const values = store.slots.get(`${part.id}.emfVSPerRad`)!
    motors.push({
      id: part.id,
      kind: MOTOR.speed,
      plus: electrical.nodeIndex.get(part.n1)!,
      minus: electrical.nodeIndex.get(part.n2)!,
      values,
      link: -1,
    })
  }
  electrical.responses = motors.map(() => new Float64Array(electrical.factors.size))
  electrical.openVoltage = new Float64Array(motors.length)
  electrical.sourceOhm = new Float64Array(motors.length * motors.length)
  return ok({
    network,
    values: store.toArray(),
    slots: store.slots,
    rhoG: network.fluid.densityKgPerM3 * network.gravityMPerS2,
    nodeIds,
    nodeIndex,
    nodeRow,
    nodeValues,
    nodeHeightPa: heights,
    linkIds: links.map((link) => link.id),
    linkType: Uint8Array.from(links, (link) => LINK_TYPE[link.type]),
    linkFrom: Int32Array.from(links, (link) => nodeIndex.get(link.from)!),
    linkTo: Int32Array.from(links, (link) => nodeIndex.get(link.to)!),
    linkValues,
    linkChecked: Uint8Array.from(links, (link) => ('checkValve' in link && link.checkValve ? 1 : 0)),
    linkMotor,
    curves: links.map((link) =>
      link.type === 'curve-pump'
        ? Float64Array.from(link.curve.flatMap((p) => [p.flowM3PerS, p.risePa]))
        : null,
    ),
    motors,
    electrical,
    hydraulic: { factors: newFactors(unknowns), right: new Float64Array(unknowns) },
    totalPa: new Float64Array(nodeIds.length),
    flow: new Float64Array(links.length),
    state: new Uint8Array(links.length),
    overStall: new Uint8Array(links.length),
    constant: new Float64Array(links.length),
    slopeFrom: new Float64Array(links.length),
    slopeTo: new Float64Array(links.length),
    motorCurrent: new Float64Array(motors.length),
    motorVoltage: new Float64Array(motors.length),
    motorSpeed: new Float64Array(motors.length),
    scratch: new Float64Array(Math.max(unknowns, electrical.factors.size, 1)),
    started: false,
  })
}

/** Where a number of an element lies in `values`; -1 when the element has no such number. */
export const slotOf = (system: System, elementId: string, field: string): number =>
  system.slots.get(`${elementId}.${field}`) ?? -1

class ValueStore {
  readonly slots = new Map<string, number>()
  private readonly list: number[] = []
  add(id: string, fields: readonly string[], source: object): number {
    const base = this.list.length
    for (const field of fields) {
      this.slots.set(`${id}.${field}`, this.list.length)
      this.list.push((source as Record<string, number>)[field]!)
    }
    return base
  }
  toArray = () => Float64Array.from(this.list)
}

function indexNodes(network: Network, store: ValueStore) {
  const rhoG = network.fluid.densityKgPerM3 * network.gravityMPerS2
  const emitters: HydraulicLink[] = []
  const nodes = [...network.nodes]
  for (const node of network.nodes) {
    if (node.kind !== 'junction' || !node.emitter) continue
    const outside = `${node.id}:outside`
    nodes.push({ id: outside, kind: 'boundary', elevationM: node.elevationM, pressurePa: 0 })
    emitters.push({ id: `${node.id}:emitter`, type: 'orifice', from: node.id, to: outside, ...node.emitter })
  }
  let unknowns = 0
  const nodeRow = Int32Array.from(nodes, (node) => (node.kind === 'junction' ? unknowns++ : -1))
  const nodeValues = Int32Array.from(nodes, (node) =>
    store.add(node.id, node.kind === 'junction' ? ['demandM3PerS'] : ['pressurePa'], node),
  )
  return {
    nodeIds: nodes.map((node) => node.id),
    nodeIndex: new Map(nodes.map((node, at) => [node.id, at])),
    nodeRow,
    nodeValues,
    unknowns,
    emitters,
    heights: Float64Array.from(nodes, (node) => rhoG * node.elevationM),
  }
}

const COMPONENT_KIND: Record<ElectricalComponent['kind'], number> = {
  resistor: 0,
  source: 1,
  'speed-motor': 2,
}
const COMPONENT_FIELDS: Record<ElectricalComponent['kind'], readonly string[]> = {
  resistor: ['ohm'],
  source: ['volt'],
  'speed-motor': SPEED_FIELDS,
}

function indexElectrical(network: Network, store: ValueStore): ElectricalIndex {
  const names = new Set<string>()
  for (const part of network.components)
    for (const node of [part.n1, part.n2]) if (node !== ELECTRICAL_GROUND) names.add(node)
  const nodeIds = [...names]
  const nodeIndex = new Map<string, number>(nodeIds.map((id, at) => [id, at]))
  nodeIndex.set(ELECTRICAL_GROUND, -1)
  let rows = nodeIds.length
  const componentRow = Int32Array.from(network.components, (part) => (part.kind === 'source' ? rows++ : -1))
  return {
    nodeIds,
    nodeIndex,
    componentRow,
    componentIds: network.components.map((part) => part.id),
    componentKind: Uint8Array.from(network.components, (part) => COMPONENT_KIND[part.kind]),
    componentN1: Int32Array.from(network.components, (part) => nodeIndex.get(part.n1)!),
    componentN2: Int32Array.from(network.components, (part) => nodeIndex.get(part.n2)!),
    componentValues: Int32Array.from(network.components, (part) =>
      store.add(part.id, COMPONENT_FIELDS[part.kind], part),
    ),
    factors: newFactors(rows),
    base: new Float64Array(rows),
    responses: [],
    voltages: new Float64Array(rows),
    openVoltage: new Float64Array(0),
    sourceOhm: new Float64Array(0),
    reducedValues: new Float64Array(network.components.length).fill(NaN),
  }
}

function findProblem(network: Network): { problem: string; at: string } | null {
  const nodes = new Set<string>()
  for (const node of network.nodes) {
    if (nodes.has(node.id)) return { problem: 'two nodes carry this name', at: node.id }
    nodes.add(node.id)
  }
  const electrical = new Set<string>([ELECTRICAL_GROUND])
  for (const part of network.components) electrical.add(part.n1).add(part.n2)
  const ids = new Set<string>()
  for (const element of [...network.links, ...network.components]) {
    if (ids.has(element.id)) return { problem: 'two elements carry this name', at: element.id }
    ids.add(element.id)
  }
  for (const link of network.links) {
    for (const end of [link.from, link.to])
      if (!nodes.has(end)) return { problem: `ends at the unknown node ${end}`, at: link.id }
    if (link.type === 'motor-pump') {
      for (const end of [link.plus, link.minus])
        if (!electrical.has(end))
          return { problem: `its motor hangs on the unknown wire node ${end}`, at: link.id }
    }
    const problem = linkProblem(link)
    if (problem) return { problem, at: link.id }
  }
  return (
    componentProblem(network.components) ??
    (network.nodes.length > 0 && !network.nodes.some((node) => node.kind === 'boundary')
      ? { problem: 'no node has a given pressure', at: network.nodes[0]!.id }
      : null)
  )
}

function linkProblem(link: HydraulicLink): string | null {
  if (link.type === 'pipe' && !(link.boreM > 0 && link.lengthM >= 0))
    return 'needs a bore above zero and a length'
  if (link.type === 'orifice' && !(link.areaM2 > 0 && link.dischargeCoefficient > 0))
    return 'needs an area and a discharge coefficient above zero'
  if (link.type === 'linear-quadratic' && !(link.linearPaPerM3S >= 0 && link.quadraticPaPerM3S2 >= 0))
    return 'needs loss coefficients of zero or more'
  if (
    link.type === 'spring-pump' &&
    !(link.springPa >= 0 && link.freeFlowM3PerS >= 0 && link.passagePaPerM3S > 0)
  )
    return 'needs a spring and a free flow of zero or more, and a passage loss above zero'
  if (link.type !== 'curve-pump') return null
  if (link.curve.length < 2) return 'needs a curve of two points or more'
  const rising = link.curve.some(
    (point, at) => at > 0 && !(point.flowM3PerS > link.curve[at - 1]!.flowM3PerS),
  )
  return rising ? 'needs its curve in order of rising flow' : null
}

function componentProblem(components: ElectricalComponent[]): { problem: string; at: string } | null {
  const wrong = components.find((part) => part.kind === 'resistor' && !(part.ohm > 0))
  return wrong ? { problem: 'needs a resistance above zero', at: wrong.id } : null
}
