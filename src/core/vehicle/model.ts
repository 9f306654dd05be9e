/**
 * The model of one vehicle: its layout's network, indexed once, and the parameters bound to the fields
 * they land on. `apply` writes a parameter vector and a scene into the solver's numbers; nothing is
 * rebuilt, so a hundred thousand variants solve from one index.
 */
import { fail, ok, type Result } from '../shared'
import { indexNetwork, slotOf, solveSteady, startCold, type BadNetwork, type Network, type SolveOutcome, type System } from '../physics'
import type { Layout, PartKind } from './layout'
import { PART_PARAMETERS, type Landing } from './parameters'
import { OPEN_OHM, SHUT_LOSS } from './portReturn'
import { SCENE, type Scene, type SceneId } from './scene'
import type { Specification } from './specification'

export interface Parameter {
  /** part.name, e.g. filter.loss */
  id: string
  part: string
  kind: PartKind
  nominal: number
  unit: string
  spread: number
}

interface Write {
  slot: number
  base: number
  landing: Landing
  parameter: number
}

export interface VehicleModel {
  layout: Layout
  specification: Specification
  system: System
  parameters: Parameter[]
  parameterIndex: Map<string, number>
  /** Indices of the parameters with a spread, in the order of z. */
  nuisances: Int32Array
  nominal: Float64Array
  writes: Write[]
  sceneSlots: SceneSlots
}

type SceneSlots = Record<'cell' | 'starter' | 'relay' | 'manifold' | 'injectors' | 'regulatorSet' | 'jar' | 'returnBore' | 'tank' | 'tankTop' | 'displacement', number>

/** Least opening of the injectors in a scene without demand, as a share: keeps the area above zero. */
const SHUT_INJECTORS = 1e-7
/** A regulator that is clamped off never opens below this, Pa. */
const CLAMPED_SET_PA = 1e9
/** Bore left by a squeezed return hose, as a share. */
const SQUEEZED_BORE = 0.12
/** Loss of the open hose into the can, Pa/(m3/s): 3 kPa at 100 L/h. */
const CAN_HOSE_LOSS = 1.1e8
/** Content at which the pickup draws only air, and over which it is wet. */
const PICKUP_DRY_M3 = 0.001
const PICKUP_WET_M3 = 0.003

/** Binds a layout and a specification. A parameter that lands nowhere is refused, never passed in silence. */
export function vehicleModel(layout: Layout, specification: Specification): Result<VehicleModel, BadNetwork> {
  const indexed = indexNetwork(layout.network(specification))
  if (!indexed.ok) return indexed
  const system = indexed.value
  const parameters: Parameter[] = []
  const writes: Write[] = []
  for (const part of layout.parts) {
    for (const def of PART_PARAMETERS[part.kind]) {
      const parameter = parameters.length
      parameters.push({ id: `${part.id}.${def.name}`, part: part.id, kind: part.kind, nominal: def.nominal, unit: def.unit, spread: def.spread })
      for (const { element, field, landing } of def.fields) {
        const slot = slotOf(system, element ?? part.id, field)
        if (slot < 0) return fail({ kind: 'bad-network', problem: `the parameter ${def.name} lands on no ${field}`, at: part.id })
        writes.push({ slot, base: system.values[slot]!, landing, parameter })
      }
    }
  }
  return ok({
    layout, specification, system, parameters, writes,
    parameterIndex: new Map(parameters.map((parameter, at) => [parameter.id, at])),
    nuisances: Int32Array.from(parameters.flatMap((parameter, at) => (parameter.spread > 0 ? [at] : []))),
    nominal: Float64Array.from(parameters, (parameter) => parameter.nominal),
    sceneSlots: sceneSlots(system),
  })
}

function sceneSlots(system: System): SceneSlots {
  return {
    cell: slotOf(system, 'batteryCell', 'volt'),
    starter: slotOf(system, 'starter', 'ohm'),
    relay: slotOf(system, 'relay', 'ohm'),
    manifold: slotOf(system, 'manifold', 'pressurePa'),
    injectors: slotOf(system, 'injectors', 'areaM2'),
    regulatorSet: slotOf(system, 'regulator', 'setPa'),
    jar: slotOf(system, 'jar', 'linearPaPerM3S'),
    returnBore: slotOf(system, 'returnLine', 'boreM'),
    tank: slotOf(system, 'tank', 'pressurePa'),
    tankTop: slotOf(system, 'tankTop', 'pressurePa'),
    displacement: slotOf(system, 'pump', 'displacementFactor'),
  }
}

export const parameterAt = (model: VehicleModel, id: string): number => {
  const at = model.parameterIndex.get(id)
  if (at === undefined) throw new Error(`No parameter ${id} in layout ${model.layout.id}`)
  return at
}

/** Writes the parameters and the scene into the solver's numbers. */
export function apply(model: VehicleModel, theta: Float64Array, sceneId: SceneId): void {
  const { values } = model.system
  for (const write of model.writes) {
    const value = theta[write.parameter]!
    values[write.slot] = write.landing === 'value' ? value : write.landing === 'factor' ? write.base * value : write.base * Math.sqrt(value)
  }
  applyScene(model, theta, SCENE[sceneId])
}

function applyScene(model: VehicleModel, theta: Float64Array, scene: Scene) {
  const { values } = model.system
  const slots = model.sceneSlots
  const of = (id: string) => theta[model.parameterIndex.get(id)!]!
  values[slots.cell] = scene.supply === 'charging' ? of('battery.chargingV') : of('battery.restV')
  values[slots.starter] = scene.supply === 'cranking' ? of('starter.ohm') : OPEN_OHM
  const released = scene.pumpFed && of('relay.coil') > 0.5 && (!scene.engineTurns || of('command.release') > 0.5)
  if (!released) values[slots.relay] = OPEN_OHM
  values[slots.manifold] = scene.manifoldPa
  values[slots.injectors]! *= Math.max(scene.demandFraction * (of('injectors.coil') > 0.5 ? 1 : 0.5), SHUT_INJECTORS)
  const reference = scene.rig === 'referenceOff' ? 0 : of('regulator.reference')
  values[slots.regulatorSet]! += reference * scene.manifoldPa
  if (scene.rig === 'deadhead') values[slots.regulatorSet] = CLAMPED_SET_PA
  if (scene.rig === 'pinchedReturn') values[slots.returnBore]! *= SQUEEZED_BORE
  values[slots.jar] = scene.rig === 'openLine' ? CAN_HOSE_LOSS : SHUT_LOSS
  if (scene.rig === 'capOff' || !scene.engineTurns) values[slots.tank] = values[slots.tankTop] = 0
  const wet = Math.min(1, Math.max(0, (of('tank.volumeM3') - PICKUP_DRY_M3) / (PICKUP_WET_M3 - PICKUP_DRY_M3)))
  values[slots.displacement]! *= wet
}

/** Solves a scene under a parameter vector; the last solution is the starting point unless `cold`. */
export function solveScene(model: VehicleModel, theta: Float64Array, scene: SceneId, cold = false): SolveOutcome {
  apply(model, theta, scene)
  if (cold) startCold(model.system)
  return solveSteady(model.system)
}

/** The vehicle as a plain network in one scene: what Trace exports and any other solver can check. */
export function buildNetwork(model: VehicleModel, theta: Float64Array, scene: SceneId): Network {
  apply(model, theta, scene)
  const network = model.layout.network(model.specification)
  const value = (id: string, field: string) => model.system.values[slotOf(model.system, id, field)]!
  const rewrite = (id: string, target: object) => {
    const record = target as Record<string, unknown>
    for (const field of Object.keys(record)) if (slotOf(model.system, id, field) >= 0) record[field] = value(id, field)
  }
  network.nodes.forEach((node) => rewrite(node.id, node))
  network.components.forEach((part) => rewrite(part.id, part))
  network.links.forEach((link) => rewrite(link.id, link.type === 'motor-pump' ? link.motor : link))
  return network
}
