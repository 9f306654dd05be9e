/**
 * What a calculator of the desk is: fields with their units, bounds and usual figures, one function from SI
 * values to an answer, and where its law comes from. A new calculator is one file and a line in `desk.ts`.
 */
import type { FuelGradeId } from '../physics'
import { fromSi, type UnitName } from '../shared'
import type { FigureSource, Specification } from '../vehicle'

/** What a field may be filled with, SI, and whose figure that is. */
export interface Prefilled {
  value: number | string
  /** Null where its sheet does not say who said it. */
  source: FigureSource | null
}
/** What the desk knows of the vehicle in hand. */
export interface DeskVehicle {
  specification: Specification
}

interface FieldBase {
  label: string
  /** Only asked where it counts; every field that it looks at is a figure or a choice, and stands before it. */
  when?: (values: Record<string, number | string>) => boolean
  from?: (vehicle: DeskVehicle) => Prefilled | null
}
export interface NumberField extends FieldBase {
  kind: 'number'
  /** The unit in which bounds, step and usual figure are given; null for a bare number. */
  unit: UnitName | null
  low: number
  high: number
  step: number
  usual: number
  /** It is counted: no part of one. */
  whole?: boolean
  /** Why it lies within its bounds: said when it does not. */
  why: string
}
export interface ChoiceField<O extends string = string> extends FieldBase {
  kind: 'choice'
  options: Record<O, string>
  usual: NoInfer<O>
}
/** Points of one's own: a line each, typed, pasted or from a file. */
export interface PointsField extends FieldBase {
  kind: 'points'
  columns: readonly { name: string; unit: UnitName | null; low: number; high: number }[]
  /** So many at least. */
  least: number
  /** What stands there at first, in the units of the columns. */
  usual: string
  why: string
}
export type Field = NumberField | ChoiceField | PointsField
export type Fields = Record<string, Field>
export type ValuesOf<F extends Fields> = {
  [K in keyof F]: F[K] extends ChoiceField<infer O>
    ? O
    : F[K] extends { kind: 'points' }
      ? number[][]
      : number
}
/** What a field comes to: a figure in SI, a choice, points in SI. */
export type ValueIn<F extends Field> = F extends PointsField ? number[][] : number | string
export type FieldValue = ValueIn<Field>

export type Verdict = 'good' | 'doubt' | 'no'
export interface AnswerFigure {
  id: string
  name: string
  si: number
  unit: UnitName | null
  digits: number
}
export interface Curve {
  x: { name: string; unit: UnitName | null }
  y: { name: string; unit: UnitName | null }
  /** Points in SI, in the order of x. */
  lines: { name: string; points: [x: number, y: number][] }[]
  /** Where one stands now. */
  hand: [x: number, y: number] | null
  /** A level that is not to be crossed. */
  limit?: { name: string; y: number }
}
export interface AnswerTable {
  columns: { name: string; unit: UnitName | null; digits: number }[]
  /** Figures in SI; words as they stand. */
  rows: (number | string)[][]
}
/** A body in an opening or a tank, drawn to scale: metres, x to the right, y up. */
export interface Drawing {
  shapes: { id: string; name: string; points: [x: number, y: number][]; closed: boolean; fouls: boolean }[]
}
/** Corners of an upright box. */
export const boxOf = (left: number, right: number, low: number, high: number): [x: number, y: number][] => [
  [left, low],
  [right, low],
  [right, high],
  [left, high],
]
export interface Answer {
  /** The answer: a sentence with its figure and unit. */
  says: string
  verdict: Verdict
  /** The one thing that limits it, and what would move it. */
  limits: string
  figures: AnswerFigure[]
  curve?: Curve
  table?: AnswerTable
  drawing?: Drawing
  /** How sure it is. */
  sure: string
}

export interface Calculator<F extends Fields = Fields> {
  id: string
  title: string
  question: string
  fields: F
  work: (values: ValuesOf<F>) => Answer
  /** Where following the answer can hurt somebody: it stands with the answer. Null where it cannot. */
  caution: { text: string; stopWhen: string } | null
  /** The law, in symbols and words. */
  formula: string[]
  source: string
}
/** A calculator with the types of its own fields forgotten: the desk checks what goes in. */
export const calculator = <const F extends Fields>(own: Calculator<F>): Calculator =>
  own as unknown as Calculator

/** A figure inside a sentence, as a mark that follows the reader's units. */
export const said = (si: number, unit: UnitName, digits = 0): string =>
  `{${fromSi(si, unit).toFixed(digits)} ${unit}}`

/** A figure of the vehicle's sheet. */
export const fromSheet =
  (field: Exclude<keyof Specification, 'fuel'>) =>
  ({ specification }: DeskVehicle): Prefilled =>
    specification[field]
export const fuelOfVehicle = ({ specification }: DeskVehicle): Prefilled => ({
  value: specification.fuel satisfies FuelGradeId,
  source: null,
})

/** Thrown by a calculator for values that each may be, and not together: which field is asked back, and why. */
export class AskBack extends Error {
  constructor(
    readonly field: string,
    readonly says: string,
  ) {
    super(says)
  }
}
