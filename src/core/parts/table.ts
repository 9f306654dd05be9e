/**
 * Stock and order list as tables, and a table back: what each row would change, and why a row is not taken.
 * A cell that is empty says nothing. Cells are text; a spreadsheet may have made anything of them.
 */
import { figureOf } from '../shared'
import { plainNumber } from './fits'
import { priceOf } from './quotes'
import { wordProblem, type Part, type PartField, type PartWord } from './part'

const HEADS = {
  number: 'Number',
  name: 'Name',
  maker: 'Maker',
  piece: 'Piece',
  place: 'Place',
  shelf: 'On shelf',
  least: 'Least',
  seller: 'Seller',
  price: 'Price each',
  days: 'Days',
  note: 'Note',
} as const
type Column = keyof typeof HEADS
const COLUMNS = Object.keys(HEADS) as Column[]
const TEXT_COLUMNS = [
  'number',
  'name',
  'maker',
  'piece',
  'place',
  'note',
] as const satisfies readonly Column[]

export type Row = Record<string, string>
/** Largest table that is read: several shops' worth. */
export const MOST_ROWS = 20_000
const MOST_CELL = 1000

/** A line each part and seller; a part without an offer has one line. */
export function stockRows(parts: readonly Part[]): Row[] {
  return parts.flatMap((part) => {
    const offers = part.quotes.length > 0 ? part.quotes : [null]
    return offers.map((quote): Row => ({
      [HEADS.number]: part.number,
      [HEADS.name]: part.name,
      [HEADS.maker]: part.maker,
      [HEADS.piece]: part.piece,
      [HEADS.place]: part.place,
      [HEADS.shelf]: String(part.shelf),
      [HEADS.least]: String(part.least),
      [HEADS.seller]: quote?.seller ?? '',
      [HEADS.price]: quote ? quote.priceEach.toFixed(2) : '',
      [HEADS.days]: quote ? String(quote.days) : '',
      [HEADS.note]: part.note,
    }))
  })
}

export interface OrderLine {
  part: Part | null
  /** What it is called where no part of the workshop stands for it. */
  name: string
  count: number
  seller: string
  /** Units that wait for it; none where it is for the shelf. */
  forUnits: string[]
}

export const orderRows = (lines: readonly OrderLine[]): Row[] =>
  lines.map(({ part, name, count, seller, forUnits }) => ({
    Number: part?.number ?? '',
    Name: part?.name ?? name,
    Maker: part?.maker ?? '',
    Count: String(count),
    Seller: seller,
    'Price each': part && priceOf(part) !== null ? priceOf(part)!.toFixed(2) : '',
    For: forUnits.join(' '),
  }))

export interface RowPlan {
  /** In the file, the head being line 1. */
  line: number
  /** The part that it is about; null: a new one. */
  partId: string | null
  name: string
  words: PartWord[]
}
export interface RefusedRow {
  line: number
  problem: string
}
export interface TablePlan {
  /** Columns that say nothing to us, as they are called. */
  unknown: string[]
  fresh: RowPlan[]
  changed: RowPlan[]
  same: number
  refused: RefusedRow[]
}
export type TableRead = { ok: true; value: TablePlan } | { ok: false; problem: string }

/** What a spreadsheet was kept from counting with comes with a mark before it. */
const unmarked = (cell: string): string => (/^'[=+\-@\t\r]/.test(cell) ? cell.slice(1) : cell)

/** Reads a table whole; nothing changes. `rows` by the heads of the file. */
export function readStockTable(
  heads: readonly string[],
  rows: readonly Row[],
  parts: readonly Part[],
): TableRead {
  const columns = new Map<Column, string>()
  for (const column of COLUMNS) {
    const head = heads.find((one) => one.trim().toLowerCase() === HEADS[column].toLowerCase())
    if (head !== undefined) columns.set(column, head)
  }
  if (!columns.has('name') && !columns.has('number'))
    return {
      ok: false,
      problem: `No column is called ${HEADS.name} or ${HEADS.number}: the first line says what the columns are`,
    }
  if (rows.length > MOST_ROWS)
    return { ok: false, problem: `${rows.length} rows: ${MOST_ROWS} are read at most. Split the file` }
  const known = new Set(columns.values())
  const plan: TablePlan = {
    unknown: heads.filter((head) => head.trim() !== '' && !known.has(head)).map((head) => head.slice(0, 40)),
    fresh: [],
    changed: [],
    same: 0,
    refused: [],
  }
  const reader = new RowReader(parts, plan)
  rows.forEach((row, at) => {
    const cell = (column: Column) =>
      unmarked((columns.has(column) ? (row[columns.get(column)!] ?? '') : '').trim())
    reader.read(at + 2, cell)
  })
  return { ok: true, value: plan }
}

type Cell = (column: Column) => string

class RowReader {
  private readonly byNumber: Map<string, Part>
  private readonly byName: Map<string, Part>
  private readonly seen = new Map<string, { words: PartWord[]; fresh: boolean }>()
  constructor(
    parts: readonly Part[],
    private readonly plan: TablePlan,
  ) {
    this.byNumber = new Map(
      parts.filter(({ number }) => number).map((part) => [plainNumber(part.number), part]),
    )
    this.byName = new Map(
      parts.filter(({ number }) => !number).map((part) => [part.name.toLowerCase(), part]),
    )
  }

  read(line: number, cell: Cell): void {
    const key = plainNumber(cell('number')) || cell('name').toLowerCase()
    if (key === '') return this.refuse(line, 'No name and no number')
    if (COLUMNS.some((column) => cell(column).length > MOST_CELL))
      return this.refuse(line, 'A cell is too long')
    const part =
      (cell('number') ? this.byNumber.get(plainNumber(cell('number'))) : this.byName.get(key)) ?? null
    const before = this.seen.get(key)
    const name = cell('name') || part?.name || cell('number')
    const words = [
      ...(before ? [] : fieldWords(cell, part, name)),
      ...this.figures(line, cell, part, before !== undefined),
    ]
    if (this.plan.refused.at(-1)?.line === line) return
    const bad = words.map(wordProblem).find((one) => one !== null)
    if (bad) return this.refuse(line, `${bad.problem}`)
    if (before) return void before.words.push(...words)
    this.seen.set(key, { words, fresh: !part })
    if (!part) this.plan.fresh.push({ line, partId: null, name, words })
    else if (words.length > 0) this.plan.changed.push({ line, partId: part.id, name, words })
    else this.plan.same += 1
  }

  private refuse(line: number, problem: string): void {
    this.plan.refused.push({ line, problem })
  }

  /** A further line of the same part is another seller's offer. */
  private figures(line: number, cell: Cell, part: Part | null, further: boolean): PartWord[] {
    const figure = (column: Column): number | null => {
      const typed = cell(column)
      if (typed === '') return null
      const problem = figureProblem(typed)
      if (problem) this.refuse(line, `${HEADS[column]}: ${problem}`)
      return figureOf(typed)
    }
    const [shelf, least, price, days] = (['shelf', 'least', 'price', 'days'] as const).map(figure)
    const seller = cell('seller')
    const known = part?.quotes.find((quote) => quote.seller === seller)
    const offered = seller !== '' && price !== null
    return [
      ...(!further && shelf !== null && shelf !== (part?.shelf ?? 0)
        ? [{ says: 'counted' as const, count: shelf! }]
        : []),
      ...(!further && least !== null && least !== (part?.least ?? 0)
        ? [{ says: 'field' as const, field: 'least' as const, value: least }]
        : []),
      ...(offered && (known?.priceEach !== price || (days !== null && known?.days !== days))
        ? [
            {
              says: 'quote' as const,
              seller,
              priceEach: price!,
              carriage: known?.carriage ?? 0,
              days: days ?? known?.days ?? 0,
            },
          ]
        : []),
    ]
  }
}

/** Why a typed figure is none; null where it is one. 1,500 may be fifteen hundred or one and a half: asked back. */
function figureProblem(typed: string): string | null {
  if (/^[-−+]?\d{1,3}([.,]\d{3})+$/.test(typed))
    return `${typed} can be read in two ways: write it without a comma or point`
  const value = figureOf(typed)
  if (value === null) return `${typed.slice(0, 20)} is no figure`
  return value < 0 ? 'It cannot be below nought' : null
}

/** A number that is written otherwise is the same number. */
const sameAs = (field: PartField, value: string, part: Part | null): boolean =>
  part !== null &&
  (field === 'number' ? plainNumber(value) === plainNumber(part.number) : value === part[field])

function fieldWords(cell: Cell, part: Part | null, name: string): PartWord[] {
  return TEXT_COLUMNS.flatMap((column): PartWord[] => {
    const value = column === 'name' ? name : cell(column)
    const field: PartField = column
    return value === '' || sameAs(field, value, part) ? [] : [{ says: 'field', field, value }]
  })
}
