/**
 * The model of one vehicle: its layout's network, indexed once, and the parameters bound to the fields
 * they land on. `apply` writes a parameter vector and a scene into the solver's numbers; nothing is
 * rebuilt, so a hundred thousand variants solve from one index.
 */
import { fail, ok, type Result } from '../shared'
import {
  indexNetwork,
  slotOf,
  solveSteady,
  startCold,
  type BadNetwork,
  type Network,
  type SolveOutcome,
  type System,
} from '../physics'
import { KINDS, type Landing, type ParameterDef, type Part, type PartKind, type SceneRule } from './kinds'
import { layoutNetwork, type Layout } from './layout'
import { SCENE, type SceneId } from './scene'
import type { Specification } from './specification'

export interface Parameter {
  /** part.name, e.g. filter.loss */
  id: string
  part: string
  kind: PartKind
  nominal: number
  unit: string
  /** Standard deviation of its logarithm over sound vehicles, as far as this one's figures are known; about a nominal of zero, `width` instead. */
  spread: number
  width: number
  /** The same once every figure is known. */
  ownSpread: number
}

/** A value of a parameter moved by z of its standard deviations. */
export const shifted = ({ spread, width }: Pick<Parameter, 'spread' | 'width'>, value: number, z: number) =>
  value * Math.exp(spread * z) + width * z

export const scatters = ({ spread, width }: Pick<Parameter, 'spread' | 'width'>) => spread > 0 || width > 0

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
  sceneRules: SceneRule[]
  manifoldSlot: number
}

const spreadOf = (def: ParameterDef, specification: Specification): number =>
  def.whileGeneric && specification[def.whileGeneric.field].source === 'generic'
    ? def.whileGeneric.spread
    : def.spread

/** Binds a layout and a specification. A parameter that lands nowhere is refused, never passed in silence. */
export function vehicleModel(layout: Layout, specification: Specification): Result<VehicleModel, BadNetwork> {
  const indexed = indexNetwork(layoutNetwork(layout, specification))
  if (!indexed.ok) return indexed
  const system = indexed.value
  const parameters: Parameter[] = []
  const writes: Write[] = []
  for (const part of layout.parts) {
    for (const def of KINDS[part.kind].parameters) {
      const parameter = parameters.length
      parameters.push({
        id: `${part.id}.${def.name}`,
        part: part.id,
        kind: part.kind,
        nominal: typeof def.nominal === 'function' ? def.nominal(specification) : def.nominal,
        unit: def.unit,
        spread: spreadOf(def, specification),
        width: def.width ?? 0,
        ownSpread: def.spread,
      })
      for (const { suffix, field, landing } of def.fields) {
        const slot = slotOf(system, `${part.id}${suffix ?? ''}`, field)
        if (slot < 0)
          return fail({
            kind: 'bad-network',
            problem: `the parameter ${def.name} lands on no ${field}`,
            at: part.id,
          })
        writes.push({ slot, base: system.values[slot]!, landing, parameter })
      }
    }
  }
  const parameterIndex = new Map(parameters.map((parameter, at) => [parameter.id, at]))
  return ok({
    layout,
    specification,
    system,
    parameters,
    writes,
    parameterIndex,
    nuisances: Int32Array.from(parameters.flatMap((parameter, at) => (scatters(parameter) ? [at] : []))),
    nominal: Float64Array.from(parameters, (parameter) => parameter.nominal),
    sceneRules: layout.parts.flatMap((part) => sceneRule(system, parameterIndex, part)),
    manifoldSlot: slotOf(system, 'manifold', 'pressurePa'),
  })
}

function sceneRule(system: System, parameterIndex: Map<string, number>, part: Part): SceneRule[] {
  const rule = KINDS[part.kind].scene
  if (!rule) return []
  const slot = (field: string, suffix = '') => {
    const at = slotOf(system, `${part.id}${suffix}`, field)
    if (at < 0) throw new Error(`A scene of ${part.kind} writes ${field}, which ${part.id}${suffix} has not`)
    return at
  }
  const bound = rule(
    {
      slot,
      own: (name) => parameterIndex.get(`${part.id}.${name}`)!,
      other: (id) => parameterIndex.get(id) ?? -1,
    },
    part,
  )
  return bound ? [bound] : []
}

export const parameterAt = (model: VehicleModel, id: string): number => {
  const at = model.parameterIndex.get(id)
  if (at === undefined) throw new Error(`No parameter ${id} in layout ${model.layout.id}`)
  return at
}

/** Writes the parameters and the scene into the solver's numbers. */
export function apply(model: VehicleModel, theta: Float64Array, sceneId: SceneId): void {
  const { values } = model.system
  const scene = SCENE[sceneId]
  for (const write of model.writes) {
    const value = theta[write.parameter]!
    values[write.slot] =
      write.landing === 'value'
        ? value
        : write.landing === 'factor'
          ? write.base * value
          : write.base * Math.sqrt(value)
  }
  if (model.manifoldSlot >= 0)
    values[model.manifoldSlot] = model.layout.engine.kind === 'injected' ? scene.manifoldPa : 0
  for (const rule of model.sceneRules) rule(values, theta, scene)
}

/** Solves a scene under a parameter vector; the last solution is the starting point unless `cold`. */
export function solveScene(
  model: VehicleModel,
  theta: Float64Array,
  scene: SceneId,
  cold = false,
): SolveOutcome {
  apply(model, theta, scene)
  if (cold) startCold(model.system)
  return solveSteady(model.system)
}

/** The vehicle as a plain network in one scene: what Trace exports and any other solver can check. */
export function buildNetwork(model: VehicleModel, theta: Float64Array, scene: SceneId): Network {
  apply(model, theta, scene)
  const network = layoutNetwork(model.layout, model.specification)
  const value = (id: string, field: string) => model.system.values[slotOf(model.system, id, field)]!
  const rewrite = (id: string, target: object) => {
    const record = target as Record<string, unknown>
    for (const field of Object.keys(record))
      if (slotOf(model.system, id, field) >= 0) record[field] = value(id, field)
  }
  network.nodes.forEach((node) => rewrite(node.id, node))
  network.components.forEach((part) => rewrite(part.id, part))
  network.links.forEach((link) => rewrite(link.id, link.type === 'motor-pump' ? link.motor : link))
  return network
}
