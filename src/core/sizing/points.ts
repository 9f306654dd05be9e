/**
 * Points as they are typed, pasted or read from a file: a line a point, a figure a column. A first line that
 * begins with # names the units of the columns; without it they are those of the field. Kept as text, so that
 * what was typed is what is kept, linked and read back.
 */
import { figureOf, fail, fromSi, ok, toSi, UNIT_NAMES, unitKind, type Result, type UnitName } from '../shared'
import type { PointsField } from './terms'

/** So much text is kept with a question, and so many points are read of it. */
export const MOST_TEXT = 2000
const MOST_POINTS = 60
const MARK = '#'

/** Cells of a line: by semicolon or tab, else by spaces, else by commas where there is more than one column. */
function cellsOf(line: string, columns: number): string[] {
  if (/[;\t]/.test(line)) return line.split(/[;\t]/).map((cell) => cell.trim())
  const spaced = line.trim().split(/\s+/)
  if (spaced.length > 1) return spaced.map((cell) => cell.replace(/,$/, ''))
  return columns > 1 ? line.split(',') : [line]
}
/** The unit that ends a column's head, as "kPa" or "Flow, L/h". */
const unitIn = (head: string): UnitName | null =>
  [...UNIT_NAMES]
    .sort((one, other) => other.length - one.length)
    .find((name) => head === name || new RegExp(`[\\s,(]${escaped(name)}\\)?$`).test(head)) ?? null
const escaped = (text: string) => text.replace(/[.*+?^${}()|[\]\\/]/g, '\\$&')

interface Read {
  units: (UnitName | null)[]
  /** What stands in the lines, each with its number for whoever looks for it. */
  lines: { at: number; cells: string[] }[]
}
/** Lines and the units they are in; fails where a head names a unit of another kind. */
function readLines({ columns }: Pick<PointsField, 'columns'>, text: string): Result<Read, string> {
  const units = columns.map(({ unit }) => unit)
  const lines = text
    .replace(/^\uFEFF/, '')
    .split(/\r?\n/)
    .map((line, k) => ({ at: k + 1, line: line.trim() }))
    .filter(({ line }) => line !== '')
  const first = lines[0]
  if (!first) return ok({ units, lines: [] })
  const marked = first.line.startsWith(MARK)
  const heads = headsOf(marked ? first.line.slice(1) : first.line)
  if (!marked && heads.some((head) => figureOf(head) !== null))
    return ok({ units, lines: lines.map(({ at, line }) => ({ at, cells: cellsOf(line, columns.length) })) })
  for (const [k, column] of columns.entries()) {
    const unit = unitIn(heads[k] ?? '')
    if (unit === null) continue
    if (column.unit === null || unitKind(unit) !== unitKind(column.unit))
      return fail(`Line ${first.at}: ${column.name} is not told in ${unit}.`)
    units[k] = unit
  }
  // The head that the desk writes itself is no line of whoever typed.
  const own = marked ? 1 : 0
  return ok({
    units,
    lines: lines.slice(1).map(({ at, line }) => ({ at: at - own, cells: cellsOf(line, columns.length) })),
  })
}
/** Heads part at what parts the figures; a comma inside a head belongs to it where something else parts them. */
const headsOf = (line: string): string[] =>
  (/[;\t]/.test(line) ? line.split(/[;\t]/) : line.includes(',') ? line.split(',') : line.split(/\s+/)).map(
    (head) => head.trim().replace(/^"|"$/g, ''),
  )

/** Points in SI, a row a point; fails with the line and what is wrong with it. */
export function pointsOf(field: PointsField, text: string): Result<number[][], string> {
  if (text.length > MOST_TEXT) return fail(`No more than ${MOST_POINTS} points.`)
  const read = readLines(field, text)
  if (!read.ok) return read
  const { lines, units } = read.value
  if (lines.length < field.least || lines.length > MOST_POINTS)
    return fail(`${field.least} to ${MOST_POINTS} points, a line each. ${field.why}`)
  const rows: number[][] = []
  for (const { at, cells } of lines) {
    const row = rowOf(field, units, cells)
    if (!row.ok) return fail(`Line ${at}: ${row.error}`)
    rows.push(row.value)
  }
  return ok(rows)
}
function rowOf({ columns }: PointsField, units: Read['units'], cells: string[]): Result<number[], string> {
  if (cells.length !== columns.length)
    return fail(
      columns.length === 1
        ? 'one figure.'
        : `${columns.length} figures, for ${columns.map(({ name }) => name.toLowerCase()).join(', ')}.`,
    )
  const row: number[] = []
  for (const [k, { name, low, high, unit: own }] of columns.entries()) {
    const figure = figureOf(cells[k]!)
    if (figure === null) return fail(`“${cells[k]!.slice(0, 20)}” is no figure.`)
    const unit = units[k]!
    const si = unit === null ? figure : toSi({ value: figure, unit })
    const value = own === null ? si : fromSi(si, own)
    const slack = 1e-9 * Math.max(1, Math.abs(high))
    if (value < low - slack || value > high + slack)
      return fail(
        `${name.toLowerCase()} lies between ${own === null ? `${low} and ${high}` : `{${low} ${own}} and {${high} ${own}}`}.`,
      )
    row.push(si)
  }
  return ok(row)
}

/** Text with the units it is meant in, said once in its first line. */
export const withUnits = (units: readonly (UnitName | null)[], body: string): string =>
  `${MARK}${units.map((unit) => unit ?? '').join(';')}\n${body}`
/** The units that a text is in, and what stands under them. */
export function partsOf(
  field: Pick<PointsField, 'columns'>,
  text: string,
): { units: (UnitName | null)[]; body: string } {
  const read = readLines(field, text)
  const own = read.ok ? read.value.units : field.columns.map(({ unit }) => unit)
  const [first = '', ...rest] = text.split(/\r?\n/)
  const headed = first.startsWith(MARK)
  return { units: own, body: headed ? rest.join('\n') : text }
}

/** A value between points that rise in their first column; its ends outside of them. */
export function between(points: readonly (readonly number[])[], at: number): number {
  const next = points.findIndex(([x]) => x! >= at)
  if (next === 0) return points[0]![1]!
  if (next < 0) return points.at(-1)![1]!
  const [[x0, y0], [x1, y1]] = [points[next - 1]!, points[next]!] as [number[], number[]]
  return y0! + ((y1! - y0!) * (at - x0!)) / (x1! - x0!)
}
