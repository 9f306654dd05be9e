/**
 * A kind of part: the parameters in which one specimen differs from another, the elements it is in the
 * network, and what a scene does to it. Layouts only place parts; faults and tests attach to kinds. So
 * an edited layout brings its model, its faults and its tests along.
 *
 * A spread above zero makes a parameter one of the nuisances: theta = nominal * exp(spread * z), z
 * standard normal; a width does so about a nominal of zero: theta = nominal + width * z. What has
 * neither is a state: a sound vehicle has it exactly (a contact that is whole, a hole that is not there).
 */
import { M3_PER_S_PER_L_PER_H as LH } from '../../shared'
import type { ElectricalComponent, Fluid, HydraulicLink, HydraulicNode } from '../../physics'
import type { Scene } from '../scene'
import type { Specification, SpecificationField } from '../specification'

/** A part as a layout places it: an id, the nodes it lies between, and figures of its own. */
export interface Placed {
  id: string
  from?: string
  to?: string
  figures?: Record<string, number>
  /** Wire nodes of a motor that does not hang on the pump's own. */
  wires?: [string, string]
}

/** How a parameter lands on a field: as the value itself, as a factor, or as a factor on area that moves the bore. */
export type Landing = 'value' | 'factor' | 'areaFactor'

export interface ParameterDef {
  name: string
  /** Of a sound vehicle; a function where it follows from the specification. */
  nominal: number | ((specification: Specification) => number)
  unit: string
  /** Standard deviation of the logarithm over sound vehicles of known figures; typical. */
  spread: number
  /** The same while this figure of the specification is a generic one. */
  whileGeneric?: { field: SpecificationField; spread: number }
  /** Standard deviation about a nominal of zero, in the parameter's own unit. */
  width?: number
  /** Fields of the part's element (its id, plus `suffix`); empty for what only an observable reads. */
  fields: { suffix?: string; field: string; landing: Landing }[]
}

export interface Elements {
  nodes?: HydraulicNode[]
  links?: HydraulicLink[]
  components?: ElectricalComponent[]
}

/** What a scene rule may touch: slots of the part's own elements, and parameters of any part. */
export interface Binding {
  slot(field: string, suffix?: string): number
  own(parameter: string): number
  /** Index of another part's parameter; -1 where the layout has no such part. */
  other(id: string): number
}
export type SceneRule = (values: Float64Array, theta: Float64Array, scene: Scene) => void

export interface Context {
  specification: Specification
  fluid: Fluid
}
export interface KindDef {
  parameters: ParameterDef[]
  elements?: (part: Placed, context: Context) => Elements
  scene?: (bind: Binding, part: Placed) => SceneRule | null
}

export const factor = (
  name: string,
  spread: number,
  fields: string[],
  landing: Landing = 'factor',
): ParameterDef => ({
  name,
  nominal: 1,
  unit: '',
  spread,
  fields: fields.map((field) => ({ field, landing })),
})
export const hidden = (
  name: string,
  nominal: ParameterDef['nominal'],
  unit: string,
  spread: number,
): ParameterDef => ({ name, nominal, unit, spread, fields: [] })
/** What a sound vehicle has exactly: there or not, whole or not. */
export const state = (name: string, nominal: ParameterDef['nominal'], unit = ''): ParameterDef => ({
  name,
  nominal,
  unit,
  spread: 0,
  fields: [],
})
/** About zero on a sound vehicle. */
export const about0 = (name: string, unit: string, width: number): ParameterDef => ({
  name,
  nominal: 0,
  unit,
  spread: 0,
  width,
  fields: [],
})
/** Wider while the figure behind it is a generic one. */
export const whileGeneric = (def: ParameterDef, field: SpecificationField, spread: number): ParameterDef => ({
  ...def,
  whileGeneric: { field, spread },
})
export const lossFactor = (spread: number) => [
  factor('loss', spread, ['linearPaPerM3S', 'quadraticPaPerM3S2']),
]

/** Ends of a part that lies between two nodes. */
export const ends = (part: Placed) => {
  if (!part.from || !part.to) throw new Error(`${part.id} is placed between no nodes`)
  return { id: part.id, from: part.from, to: part.to }
}
/** Loss a Q + b Q², from kPa per L/h and kPa per (L/h)². */
export const losses = (a: number, b: number) => ({
  linearPaPerM3S: (a * 1e3) / LH,
  quadraticPaPerM3S2: (b * 1e3) / (LH * LH),
  checkValve: false,
})
export const figure = (part: Placed, name: string, otherwise: number): number =>
  part.figures?.[name] ?? otherwise
/** Area of a hole that is not there, m2. */
export const NO_HOLE_M2 = 1e-14
/** An open branch, ohm. */
export const OPEN_OHM = 1e9
