/** The calculators of the desk, and the one way to ask one: what cannot be is asked back with its bounds and their reason. */
import { fromSi, toSi, type Entered, type UnitName } from '../shared'
import * as all from './calculators'
import {
  AskBack,
  type Answer,
  type Calculator,
  type DeskVehicle,
  type Field,
  type FieldValue,
  type ValueIn,
  type NumberField,
} from './terms'
import { pointsOf } from './points'

/** What stands in a field: a figure as it was typed, a choice, points as text. */
export type Typed = Record<string, Entered | number | string>
export interface Asked {
  field: string
  says: string
}
export type Answered = { ok: true; answer: Answer } | { ok: false; asks: Asked[] }

/** The figure a field begins with, in its own unit. */
export const usualOf = (field: Field): Entered | number | string =>
  field.kind !== 'number'
    ? field.usual
    : field.unit === null
      ? field.usual
      : { value: field.usual, unit: field.unit }

/** What a calculator begins with: the vehicle's own figures where there is one. */
export function beginOf({ fields }: Pick<Calculator, 'fields'>, vehicle: DeskVehicle | null): Typed {
  return Object.fromEntries(
    Object.entries(fields).map(([id, field]) => {
      const known = vehicle && field.from?.(vehicle)
      if (!known) return [id, usualOf(field)]
      if (field.kind !== 'number' || field.unit === null) return [id, known.value]
      return [id, { value: fromSi(Number(known.value), field.unit), unit: field.unit }]
    }),
  )
}

/** SI value of what stands in a field; null where it is none of its kind. */
function siOf(field: Field, typed: Entered | number | string | undefined): FieldValue | null {
  if (field.kind === 'points') {
    const points = typeof typed === 'string' ? pointsOf(field, typed) : null
    return points?.ok ? points.value : null
  }
  if (field.kind === 'choice') return typeof typed === 'string' && typed in field.options ? typed : null
  if (typeof typed === 'number') return field.unit === null && Number.isFinite(typed) ? typed : null
  if (typeof typed !== 'object') return null
  return field.unit !== null && Number.isFinite(typed.value) ? toSi(typed) : null
}

const bound = (value: number, unit: UnitName | null) => (unit === null ? `${value}` : `{${value} ${unit}}`)
function problemOf(field: NumberField, si: number): string | null {
  const value = field.unit === null ? si : fromSi(si, field.unit)
  const slack = 1e-9 * Math.max(1, Math.abs(field.high))
  const within = value >= field.low - slack && value <= field.high + slack
  if (within && !(field.whole && !Number.isInteger(value))) return null
  const whole = field.whole ? 'A whole number, ' : ''
  return `${whole}${bound(field.low, field.unit)} to ${bound(field.high, field.unit)}. ${field.why}`
}

/** Fields that count for what stands in the others, in their order. */
export function askedFields(
  { fields }: Pick<Calculator, 'fields'>,
  typed: Typed,
): [id: string, field: Field][] {
  const values: Record<string, number | string> = {}
  return Object.entries(fields).filter(([id, field]) => {
    if (field.when && !field.when(values)) return false
    const si = siOf(field, typed[id]) ?? ''
    if (!Array.isArray(si)) values[id] = si
    return true
  })
}

/** What stands in the fields, SI, or what is asked back. Fields that do not count are taken at their usual figure. */
export function valuesOf<F extends Field>(
  of: { fields: Record<string, F> },
  typed: Typed,
): { ok: true; values: Record<string, ValueIn<F>> } | { ok: false; asks: Asked[] } {
  const counting = new Set(askedFields(of, typed).map(([id]) => id))
  const asks: Asked[] = []
  const values: Record<string, ValueIn<F>> = {}
  for (const [id, field] of Object.entries(of.fields)) {
    const stands = counting.has(id) ? typed[id] : usualOf(field)
    const si = siOf(field, stands)
    if (si === null) {
      asks.push({ field: id, says: noneOf(field, stands) })
      continue
    }
    const problem = field.kind === 'number' ? problemOf(field, Number(si)) : null
    if (problem) asks.push({ field: id, says: problem })
    values[id] = si as ValueIn<F>
  }
  return asks.length > 0 ? { ok: false, asks } : { ok: true, values }
}

/** What is asked back where a field holds nothing of its kind. */
function noneOf(field: Field, typed: Typed[string] | undefined): string {
  if (field.kind === 'choice') return 'One of these.'
  const points = field.kind === 'points' && typeof typed === 'string' ? pointsOf(field, typed) : null
  return points && !points.ok ? points.error : `A figure. ${field.why}`
}

/** Asks a calculator. */
export function answerOf(calculator: Calculator, typed: Typed): Answered {
  const read = valuesOf(calculator, typed)
  if (!read.ok) return read
  try {
    return { ok: true, answer: calculator.work(read.values as never) }
  } catch (problem) {
    if (problem instanceof AskBack) return { ok: false, asks: [{ field: problem.field, says: problem.says }] }
    throw problem
  }
}

/** A question with some of its figures given in SI, as they would be typed; the others at their usual ones. */
export const typedOf = (of: Calculator, si: Record<string, number | string>): Typed => ({
  ...beginOf(of, null),
  ...Object.fromEntries(
    Object.entries(of.fields).flatMap(([id, field]): [string, Typed[string]][] => {
      const value = si[id]
      if (value === undefined) return []
      if (field.kind !== 'number' || field.unit === null) return [[id, value]]
      return [[id, { value: fromSi(Number(value), field.unit), unit: field.unit }]]
    }),
  ),
})

/** All of them, in the order of the desk. */
export const CALCULATORS: readonly Calculator[] = [
  all.pump,
  all.duty,
  all.heat,
  all.line,
  all.filter,
  all.chain,
  all.wire,
  all.spare,
  all.sender,
  all.display,
  all.stack,
  all.passage,
  all.vent,
  all.prime,
  all.injectors,
  all.later,
  all.materials,
  all.convert,
]
export const calculatorById = (id: string | null): Calculator =>
  CALCULATORS.find((one) => one.id === id) ?? CALCULATORS[0]!
