/**
 * Files of any logger: what separates its columns, whether it writes a decimal comma, which line is the
 * header, which column is the time and on which base, which units the others are in. It looks at the
 * head of the file only and says how sure it is; a person confirms before anything is imported.
 */
import { UNIT_NAMES, toSi, type Second, type UnitName } from '../shared'

export const SEPARATORS = [';', '\t', ',', '|', ' '] as const
export type Separator = (typeof SEPARATORS)[number]

/** How a time is written: seconds or milliseconds from anywhere, a clock, a date with a clock, or none at all. */
export type TimeBase = 's' | 'ms' | 'min' | 'clock' | 'date' | 'rows'

export interface LoggerColumn {
  name: string
  /** Unit that its name or the row under the header gives. */
  unit: UnitName | null
  /** Share of the looked-at rows in which it is a number or a time. */
  filled: number
}

export interface LoggerShape {
  separator: Separator
  decimalComma: boolean
  /** Lines before the first row of data, the header among them. */
  skipLines: number
  columns: LoggerColumn[]
  /** Null where no column rises as a time does: rows then count at a rate that a person gives. */
  timeColumn: number | null
  timeBase: TimeBase
  /** First rows as they stand, for a preview. */
  preview: string[][]
}
export type LoggerProblem =
  | { kind: 'empty' }
  | { kind: 'no-columns'; line: number }
  | { kind: 'no-numbers'; line: number }
  | { kind: 'binary' }

const LOOKED_AT = 60
const PREVIEW_ROWS = 8

/** Reads the head of a file: a few dozen lines are enough. */
export function shapeOf(
  head: string,
): { ok: true; value: LoggerShape } | { ok: false; error: LoggerProblem } {
  if (head.includes('\u0000')) return { ok: false, error: { kind: 'binary' } }
  const lines = head
    .replace(/^\uFEFF/, '')
    .split(/\r\n|\n|\r/)
    .slice(0, LOOKED_AT)
  if (lines.every((line) => line.trim() === '')) return { ok: false, error: { kind: 'empty' } }
  const separator = separatorOf(lines)
  if (!separator)
    return {
      ok: false,
      error: { kind: 'no-columns', line: 1 + lines.findIndex((line) => line.trim() !== '') },
    }
  const rows = lines.map((line) => fieldsOf(line, separator))
  const decimalComma =
    separator !== ',' &&
    rows.flat().filter((field) => /^-?\d+,\d+$/.test(field)).length >
      rows.flat().filter((field) => /^-?\d+\.\d+$/.test(field)).length
  const data = rows.findIndex(
    (row, k) =>
      isData(row, decimalComma) &&
      (rows[k + 1] === undefined || rows[k + 1]!.length < 2 || isData(rows[k + 1]!, decimalComma)),
  )
  if (data < 0) return { ok: false, error: { kind: 'no-numbers', line: 1 } }
  const width = rows[data]!.length
  const body = rows.slice(data).filter((row) => row.length === width)
  const { names, units } = headOf(rows.slice(0, data).filter((row) => row.length === width))
  const columns = Array.from({ length: width }, (_, k): LoggerColumn => {
    const named = nameAndUnit(names[k] ?? `Column ${k + 1}`)
    return {
      name: named.name,
      unit: named.unit ?? unitFrom(units[k] ?? ''),
      filled:
        body.filter((row) => readField(row[k]!, decimalComma) !== null || clockSeconds(row[k]!) !== null)
          .length / body.length,
    }
  })
  const time = timeOf(
    body,
    columns,
    names.map((name, k) => `${name} ${units[k] ?? ''}`),
    decimalComma,
  )
  return {
    ok: true,
    value: {
      separator,
      decimalComma,
      skipLines: data,
      columns,
      timeColumn: time.column,
      timeBase: time.base,
      preview: rows.slice(data, data + PREVIEW_ROWS),
    },
  }
}

/** Fields of a line; quotes hold a separator together. */
export function fieldsOf(line: string, separator: Separator): string[] {
  if (separator === ' ') return line.trim().split(/\s+/)
  if (!line.includes('"')) return line.split(separator).map((field) => field.trim())
  const fields: string[] = []
  let field = ''
  let quoted = false
  for (const character of line) {
    if (character === '"') quoted = !quoted
    else if (character === separator && !quoted) {
      fields.push(field.trim())
      field = ''
    } else field += character
  }
  return [...fields, field.trim()]
}

/** The separator that cuts the most lines into the same number of columns, more than one. */
function separatorOf(lines: string[]): Separator | null {
  const scores = SEPARATORS.map((separator) => {
    const widths = lines.filter((line) => line.trim() !== '').map((line) => fieldsOf(line, separator).length)
    const usual = mostCommon(widths.filter((width) => width > 1))
    const alike = widths.filter((width) => width === usual).length
    return {
      separator,
      score:
        usual === null
          ? 0
          : (alike / widths.length) *
            (separator === ' ' ? 0.6 : separator === ',' && decimalCommas(lines) ? 0.5 : 1),
      width: usual ?? 0,
    }
  })
  const best = scores.sort((one, other) => other.score - one.score || other.width - one.width)[0]!
  return best.score > 0.3 ? best.separator : null
}

/** Lines in which another separator stands between numbers with a comma. */
const decimalCommas = (lines: string[]): boolean =>
  lines.filter((line) => /\d,\d+\s*[;\t|]/.test(line)).length > 0.3 * lines.length

function mostCommon(values: number[]): number | null {
  const counts = new Map<number, number>()
  values.forEach((value) => counts.set(value, (counts.get(value) ?? 0) + 1))
  return [...counts].sort((one, other) => other[1] - one[1] || other[0] - one[0])[0]?.[0] ?? null
}

/** A number as the file writes it; null for what is none. An empty field is none. */
export function readField(field: string, decimalComma: boolean): number | null {
  const plain = decimalComma
    ? field.replace(/\./g, '').replace(',', '.')
    : field.replace(/(?<=\d),(?=\d{3}(\D|$))/g, '')
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain.trim()) ? Number(plain) : null
}

/** Seconds of a clock (h:mm:ss.fff, mm:ss) or of a date with one; null for what is neither. */
export function clockSeconds(field: string): Second | null {
  const clock = /^(?:(\d{1,2}):)?(\d{1,2}):(\d{2})(?:[.,](\d+))?$/.exec(field)
  if (clock)
    return (
      Number(clock[1] ?? 0) * 3600 + Number(clock[2]) * 60 + Number(clock[3]) + Number(`0.${clock[4] ?? 0}`)
    )
  const date =
    /^(\d{4})-(\d{2})-(\d{2})[T ](\d{2}):(\d{2}):(\d{2})(?:[.,](\d+))?(?:Z|[+-]\d{2}:?\d{2})?$/.exec(field) ??
    dayFirst(field)
  if (!date) return null
  const [, year, month, day, hour, minute, second, part] = date as unknown as string[]
  return (
    Date.UTC(Number(year), Number(month) - 1, Number(day), Number(hour), Number(minute), Number(second)) /
      1e3 +
    Number(`0.${part ?? 0}`)
  )
}

/** 25.11.2026 14:03:09 with the parts put in the order of the other form. */
function dayFirst(field: string): string[] | null {
  const date = /^(\d{1,2})[./](\d{1,2})[./](\d{4})[ T](\d{1,2}):(\d{2}):(\d{2})(?:[.,](\d+))?$/.exec(field)
  return date ? [date[0], date[3]!, date[2]!, date[1]!, date[4]!, date[5]!, date[6]!, date[7] ?? '0'] : null
}

/** Mostly numbers or times. */
function isData(row: string[], decimalComma: boolean): boolean {
  if (row.length < 2) return false
  const full = row.filter((field) => field !== '')
  return (
    full.length > 0 &&
    full.filter((field) => readField(field, decimalComma) !== null || clockSeconds(field) !== null).length >=
      0.6 * full.length
  )
}

/** Names and, where a second row gives them, units. */
function headOf(rows: string[][]): { names: string[]; units: string[] } {
  const last = rows.at(-1) ?? []
  const before = rows.at(-2)
  if (
    before &&
    last.filter((field) => unitFrom(field) !== null || /^(ms|hh:mm:ss|-)$/.test(field)).length >=
      0.5 * last.length
  )
    return { names: before, units: last }
  return { names: last, units: [] }
}

function nameAndUnit(name: string): { name: string; unit: UnitName | null } {
  const bracketed = /^(.*?)\s*[[(]([^\])]+)[\])]\s*$/.exec(name)
  const unit = bracketed ? unitFrom(bracketed[2]!) : null
  return bracketed && (unit || /^(ms|s|min)$/.test(bracketed[2]!))
    ? { name: bracketed[1]!.trim() || name, unit }
    : { name, unit: null }
}

/** Other ways in which loggers write our units. */
const SPELLED: Record<string, UnitName> = {
  volt: 'V',
  volts: 'V',
  amp: 'A',
  amps: 'A',
  ampere: 'A',
  ω: 'ohm',
  ohms: 'ohm',
  kpa: 'kPa',
  mpa: 'MPa',
  'l/h': 'L/h',
  lph: 'L/h',
  percent: '%',
  pct: '%',
  mv: 'mV',
  sec: 's',
  seconds: 's',
  l: 'L',
  litre: 'L',
  litres: 'L',
}

/** Units of the desk: no channel of a logger is in one of them. */
const NO_CHANNEL: readonly UnitName[] = ['W', 'kW', 'hp', 'mm²', 'ms']
const CHANNEL_UNITS = UNIT_NAMES.filter((unit) => !NO_CHANNEL.includes(unit))

export const unitFrom = (text: string): UnitName | null =>
  CHANNEL_UNITS.find((unit) => unit === text) ??
  SPELLED[text.trim().toLowerCase()] ??
  CHANNEL_UNITS.find((unit) => unit.toLowerCase() === text.trim().toLowerCase()) ??
  null

const TIME_NAMES = /\b(time|zeit|temps|clock|timestamp|elapsed|sec(onds)?|t)\b/i

/** The column that rises from row to row, by name first, by its course else. */
function timeOf(
  body: string[][],
  columns: LoggerColumn[],
  names: string[],
  decimalComma: boolean,
): { column: number | null; base: TimeBase } {
  const seconds = (column: number) =>
    body.map((row) => clockSeconds(row[column]!) ?? readField(row[column]!, decimalComma))
  const rises = (column: number) => {
    const values = seconds(column)
    return (
      values.length > 2 &&
      values.every((value, k) => value !== null && (k === 0 || value >= values[k - 1]!)) &&
      values.at(-1)! > values[0]!
    )
  }
  const rising = columns.flatMap((_, column) => (rises(column) ? [column] : []))
  const column =
    rising.find((candidate) => TIME_NAMES.test(names[candidate] ?? '')) ?? (rising[0] === 0 ? 0 : null)
  if (column === null) return { column: null, base: 'rows' }
  const first = body[0]![column]!
  if (clockSeconds(first) !== null)
    return { column, base: /\d{4}/.test(first) && /[-./]/.test(first) ? 'date' : 'clock' }
  const name = names[column] ?? ''
  return { column, base: /\bms\b|milli/i.test(name) ? 'ms' : /\bmin\b|minutes/i.test(name) ? 'min' : 's' }
}

/** Seconds of a time field from its own base; null where it is none. */
export function timeSeconds(field: string, base: TimeBase, decimalComma: boolean): Second | null {
  if (base === 'clock' || base === 'date') return clockSeconds(field)
  const value = readField(field, decimalComma)
  return value === null ? null : base === 'ms' ? value / 1e3 : base === 'min' ? value * 60 : value
}

/** What becomes of a column: a channel in a unit, or nothing. */
export interface ColumnUse {
  column: number
  channel: string
  unit: UnitName
}

export interface RowProblem {
  line: number
  problem: 'columns' | 'time' | 'time-runs-back' | 'value'
  text: string
}

/** Bad rows beyond this many are counted only. */
const KEPT_PROBLEMS = 200

/** Turns rows into samples one at a time; a bad row is counted and named, and the next one read. */
export class RowReader {
  readonly problems: RowProblem[] = []
  problemCount = 0
  rows = 0
  private lastS = -Infinity
  private firstS: Second | null = null

  constructor(
    private readonly shape: LoggerShape,
    private readonly uses: ColumnUse[],
    /** Rows a second where the file has no time. */
    private readonly rowsPerS = 1,
  ) {}

  /** Time from the first row on, and a value a used column (SI, NaN where empty); null for a bad row. */
  read(fields: string[], line: number): { seconds: Second; values: number[] } | null {
    const { shape } = this
    if (fields.length === 1 && fields[0]!.trim() === '') return null
    if (fields.length < shape.columns.length) return this.refuse(line, 'columns', fields)
    const at =
      shape.timeColumn === null
        ? this.rows / this.rowsPerS
        : timeSeconds(fields[shape.timeColumn]!.trim(), shape.timeBase, shape.decimalComma)
    if (at === null) return this.refuse(line, 'time', fields)
    // A clock that passes midnight goes on.
    const seconds = shape.timeBase === 'clock' && at < this.lastS - 43_200 ? at + 86_400 : at
    if (seconds < this.lastS) return this.refuse(line, 'time-runs-back', fields)
    const values: number[] = []
    for (const use of this.uses) {
      const text = fields[use.column]!.trim()
      const value =
        text === '' || text === '-' || /^nan$/i.test(text) ? NaN : readField(text, shape.decimalComma)
      if (value === null) return this.refuse(line, 'value', fields)
      values.push(Number.isNaN(value) ? NaN : toSi({ value, unit: use.unit }))
    }
    this.lastS = seconds
    this.firstS ??= seconds
    this.rows += 1
    return { seconds: seconds - this.firstS, values }
  }

  private refuse(line: number, problem: RowProblem['problem'], fields: string[]): null {
    this.problemCount += 1
    if (this.problems.length < KEPT_PROBLEMS)
      this.problems.push({ line, problem, text: fields.join(' ').slice(0, 80) })
    return null
  }
}
