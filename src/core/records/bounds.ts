/**
 * Bounds of what is typed, from the schema that decides whether it can be kept: a form and the store never
 * differ. Numbers are typed with comma or point; what cannot be says the range.
 */
import { figureIn, type UnitName } from '../shared'
import { z } from 'zod'
import { KINDS, type EventKind } from './kinds'

export interface Bounds {
  /** The least that may be; `over` where it must be more than that. */
  least: number | null
  over: number | null
  most: number | null
  /** Most letters of a text. */
  letters: number | null
}
interface Schema {
  properties?: Record<string, Schema>
  items?: Schema
  anyOf?: Schema[]
  type?: string
  minimum?: number
  exclusiveMinimum?: number
  maximum?: number
  maxLength?: number
}

const schemas = new Map<EventKind, Schema>()
function schemaOf(kind: EventKind): Schema {
  const known = schemas.get(kind) ?? (z.toJSONSchema(KINDS[kind].body, { unrepresentable: 'any' }) as Schema)
  schemas.set(kind, known)
  return known
}
/** Of a field that may be null, what it is where it is not. */
const said = (schema: Schema | undefined): Schema | undefined =>
  schema?.anyOf?.find((one) => one.type !== 'null') ?? schema

/** Bounds of a field of an entry, by its path (`legs.lengthMm` for a field of each of a list); throws where there is no such field. */
export function boundsOf(kind: EventKind, path: string): Bounds {
  let at: Schema | undefined = schemaOf(kind)
  for (const name of path.split('.')) at = said((said(at)?.items ?? said(at))?.properties?.[name])
  if (!at) throw new Error(`An entry "${kind}" has no field ${path}`)
  return {
    least: at.minimum ?? null,
    over: at.exclusiveMinimum ?? null,
    most: at.maximum ?? null,
    letters: at.maxLength ?? null,
  }
}

export type TypedFigure =
  | { kind: 'empty' }
  | { kind: 'figure'; value: number }
  /** It cannot be; the range in words. */
  | { kind: 'not possible'; range: string }

const PLAIN = /^[-−+]?\d{1,7}([.,]\d{1,4})?$/

/**
 * What was typed, as a figure within these bounds. An exponent, a letter, a second comma is no figure. It may
 * be typed in another unit than the bounds have: the range is then said in that.
 */
export function readFigure(typed: string, bounds: Bounds, units?: TypedIn): TypedFigure {
  const text = typed.trim()
  if (text === '') return { kind: 'empty' }
  const figure = PLAIN.test(text) ? Number(text.replace('−', '-').replace(',', '.')) : NaN
  const value = units ? figureIn(figure, units.typed, units.kept) : figure
  return inside(value, bounds)
    ? { kind: 'figure', value }
    : { kind: 'not possible', range: rangeText(units ? boundsIn(bounds, units) : bounds) }
}
/** The unit in which a figure is typed, and the one in which it is kept. */
export interface TypedIn {
  typed: UnitName
  kept: UnitName
}
const boundsIn = (bounds: Bounds, { typed, kept }: TypedIn): Bounds => {
  const at = (end: number | null) => (end === null ? null : Number(figureIn(end, kept, typed).toPrecision(3)))
  return { ...bounds, least: at(bounds.least), over: at(bounds.over), most: at(bounds.most) }
}
const inside = (value: number, { least, over, most }: Bounds): boolean =>
  Number.isFinite(value) &&
  (least === null || value >= least) &&
  (over === null || value > over) &&
  (most === null || value <= most)

const number = (value: number) => value.toLocaleString('en-GB')
/** A range in words: '0 to 100', 'more than 0, up to 2,000', '0 or more'. */
export function rangeText({ least, over, most }: Bounds): string {
  if (least !== null && most !== null) return `${number(least)} to ${number(most)}`
  if (over !== null) return `more than ${number(over)}${most === null ? '' : `, up to ${number(most)}`}`
  if (least !== null) return `${number(least)} or more`
  return most === null ? 'a number' : `up to ${number(most)}`
}
