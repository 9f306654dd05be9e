/**
 * Faults as templates on kinds of part. A layout instantiates a template once for every part of its
 * kind, so an edited layout brings its own faults. A fault is a change of the model's parameters by a
 * severity; its predictions come from solving, never from a list. Weights are priors relative to a
 * median fault of 1 and, like the ranges, typical (handbook 2.3; uncertain by about a factor of two).
 */
import type { Layout, LayoutId, PartKind, SpecificationField } from '../../vehicle'

export type RaiserId =
  | 'age'
  | 'stood'
  | 'ethanol'
  | 'mileage'
  | 'recentWork'
  | 'modifiedWiring'
  | 'damp'
  | 'dirtyFuel'
  | 'lowLevel'
  | 'cold'
  | 'hot'

export interface FaultChange {
  /** part.parameter; in a template "self" is the part it sits on, and a kind stands for all its parts. */
  parameter: string
  /** 'loses': a resistance given by the volts it takes at the pump's rated current, since a joint is complained of for its volts, not its ohms. */
  mode: 'set' | 'scale' | 'loses'
  low: number
  high: number
}

/** What a chain has spoilt beyond its own part. */
export interface ChainEffect {
  changes: FaultChange[]
  /** Repairs that put this right and leave the cause. */
  repairs: string[]
  /** The cause's own repair renews it as well. */
  withCause?: true
}

/** One cause with several effects: cured at an effect alone, it comes back. */
export interface Chain {
  /** How far it went: what it has spoilt, from the nearest on. */
  stages: ChainEffect[][]
  /** Days until it is back where an effect alone was put right, typical. */
  backInDays: readonly [number, number]
  /** What is left to do where it is so, and what living with it means. */
  remedy: string
}

/** A fault on one part of one layout. */
export interface Fault {
  id: string
  /** Part and what is wrong with it. */
  name: string
  /** Segment or side suspect it shows on. */
  segment: string
  /** One line for the suspects' list. */
  cause: string
  changes: FaultChange[]
  /** It is there in one of these forms, each as likely, beside the changes. */
  forms?: FaultChange[][]
  /** It spoils more than its own part; its forms are the stages. */
  chain?: Chain
  /** The same fault to its end, on top of the changes at their far end: shut, off, open for good. */
  total?: FaultChange[]
  weight: number
  raisers: RaiserId[]
  /** It may be there only part of the time. */
  comesAndGoes?: boolean
  /** Figures of the vehicle that it is a fault against: while they are only typical it may be made so. */
  against?: SpecificationField[]
  /** Known by its effect alone: what this part does wrong for a reason that no other fault names. */
  unlisted?: boolean
  /** Repairs that cure it, the usual one first. */
  repairs: string[]
}

export interface FaultTemplate extends Omit<Fault, 'segment'> {
  /** Kinds of part it sits on. In `name`, {it} is `it`, or the segment where a layout has several such parts; in `repairs`, {part} is the part. */
  on: PartKind[]
  /** Only at these of them. */
  parts?: string[]
  it?: string
  engines?: Layout['engine']['kind'][]
  /** Only in these layouts. */
  layouts?: readonly LayoutId[]
}

/** Multipliers of the raisers, typical (handbook 2.3). */
export const RAISERS: Record<RaiserId, { label: string; factor: number }> = {
  age: { label: 'Over 10 years old', factor: 1.5 },
  stood: { label: 'Stood for months', factor: 2.5 },
  ethanol: { label: 'Runs on ethanol blend', factor: 1.7 },
  mileage: { label: 'Over {150 000 km}', factor: 2 },
  recentWork: { label: 'Fuel work done lately', factor: 4 },
  modifiedWiring: { label: 'Wiring was altered', factor: 3 },
  damp: { label: 'Road salt or standing water', factor: 2 },
  dirtyFuel: { label: 'Dirty fuel or rusty tank', factor: 2 },
  cold: { label: 'Frost lately', factor: 3 },
  hot: { label: 'Hot weather or altitude', factor: 2 },
  lowLevel: { label: 'Often run near empty', factor: 2 },
}

export const set = (parameter: string, low: number, high = low): FaultChange => ({
  parameter,
  mode: 'set',
  low,
  high,
})
export const scale = (parameter: string, low: number, high = low): FaultChange => ({
  parameter,
  mode: 'scale',
  low,
  high,
})
export const loses = (parameter: string, lowV: number, highV: number): FaultChange => ({
  parameter,
  mode: 'loses',
  low: lowV,
  high: highV,
})
/** A passage without a way through, a bore that is closed, a spring or valve that holds nothing, a pump that moves nothing. */
export const shut = (parameter: string): FaultChange => scale(parameter, 1e9)
export const closed = (parameter: string): FaultChange => scale(parameter, 2e-5)
export const holdsNothing = (parameter: string): FaultChange => scale(parameter, 0.01)
/** A leak lies before the clamp of a leak-down or behind it. */
export const EITHER_SIDE_OF_CLAMP = [[set('self.held', 0)], [set('self.held', 1)]]
/** Area of a hole, from square millimetres. */
export const hole = (parameter: string, lowMm2: number, highMm2 = lowMm2): FaultChange =>
  set(parameter, lowMm2 * 1e-6, highMm2 * 1e-6)

export const PETROL: Layout['engine']['kind'][] = ['injected', 'direct', 'carburettor']
/** Leak at a place with the pump running, mL/min. */
export const seeps = (low: number, high: number): FaultChange => set('self.mlPerMin', low, high)
/** Every type of gauge. */
export const GAUGES: PartKind[] = ['thermalGauge', 'coilGauge', 'ironGauge', 'clusterGauge']
