/** Stock as a table and back: what goes out comes back as nothing new, and what cannot be is refused by its line. */
import { describe, expect, it } from 'vitest'
import {
  foldParts,
  orderRows,
  partFactsOf,
  readStockTable,
  stockRows,
  type Part,
  type PartFact,
  type Row,
  type TablePlan,
} from '.'

const HEADS = [
  'Number',
  'Name',
  'Maker',
  'Piece',
  'Place',
  'On shelf',
  'Least',
  'Seller',
  'Price each',
  'Days',
  'Note',
]
const row = (change: Row): Row => ({ ...Object.fromEntries(HEADS.map((head) => [head, ''])), ...change })
const read = (rows: Row[], parts: Part[] = [], heads = HEADS): TablePlan => {
  const table = readStockTable(heads, rows, parts)
  if (!table.ok) throw new Error(table.problem)
  return table.value
}
let made = 0
function taken({ fresh, changed }: TablePlan, before: PartFact[] = []): PartFact[] {
  return [...fresh, ...changed].reduce<PartFact[]>(
    (log, { partId, words, line }) => [
      ...log,
      ...partFactsOf(
        log,
        words.map((word) => ({ partId: partId ?? `new-${line}`, word })),
        { device: 'd', by: '' },
        5,
        () => `t-${(made += 1)}`,
      ),
    ],
    before,
  )
}
const SHELF = [
  row({
    Number: 'LK 4-11',
    Name: 'Pump module 450',
    Piece: 'Pump module',
    Place: 'A3-2',
    'On shelf': '2',
    Least: '1',
    Seller: 'Rail',
    'Price each': '210,50',
    Days: '2',
  }),
  row({ Number: 'LK 4-11', Seller: 'Valley', 'Price each': '190', Days: '6' }),
  row({ Name: 'Hose 8 mm', 'On shelf': '14' }),
]

describe('a stock table', () => {
  it('comes in as parts with their offers; once more it changes nothing, and what is written out reads back the same', () => {
    const plan = read(SHELF)
    expect([plan.fresh.length, plan.refused.length]).toEqual([2, 0])
    const log = taken(plan)
    const parts = foldParts(log)
    expect(parts.map(({ name, shelf }) => [name, shelf])).toEqual([
      ['Pump module 450', 2],
      ['Hose 8 mm', 14],
    ])
    expect(parts[0]!.quotes.map(({ seller, priceEach }) => [seller, priceEach])).toEqual([
      ['Rail', 210.5],
      ['Valley', 190],
    ])
    for (const again of [SHELF, stockRows(parts)]) {
      const { fresh, changed, same, refused } = read(again, parts)
      expect([fresh, changed, same, refused]).toEqual([[], [], 2, []])
    }
  })
  it('a part is known by its number however it is written; empty cells say nothing', () => {
    const parts = foldParts(taken(read(SHELF)))
    const { changed, fresh } = read([row({ Number: 'lk411', Place: 'B1' })], parts)
    expect(fresh).toEqual([])
    expect(changed).toMatchObject([
      { partId: parts[0]!.id, words: [{ says: 'field', field: 'place', value: 'B1' }] },
    ])
  })
  it('rows that cannot be are refused by line with what to do, and the others stand', () => {
    const { refused, fresh, unknown } = read(
      [
        row({ Name: 'A', 'On shelf': '1,500' }),
        row({ Name: 'B', 'On shelf': 'many' }),
        row({ Name: 'C', Least: '-1' }),
        row({ Place: 'D' }),
        row({ Name: 'E', Least: '1.5' }),
        row({ Name: 'F' }),
      ],
      [],
      [...HEADS, 'Colour'],
    )
    expect(refused.map(({ line }) => line)).toEqual([2, 3, 4, 5, 6])
    expect(refused[0]!.problem).toMatch(/two ways/)
    expect(fresh.map(({ name }) => name)).toEqual(['F'])
    expect(unknown).toEqual(['Colour'])
    expect(readStockTable(['x'], [], [])).toMatchObject({ ok: false })
  })
  it('a cell that a spreadsheet was kept from counting with is what it was', () => {
    expect(read([row({ Name: "'=SUM(A1)" })]).fresh[0]!.name).toBe('=SUM(A1)')
  })
  it('an order list says how many of what, for whom', () => {
    const [part] = foldParts(taken(read(SHELF)))
    expect(
      orderRows([{ part: part!, name: '', count: 2, seller: 'Valley', forUnits: ['12', '07'] }]),
    ).toEqual([
      {
        Number: 'LK 4-11',
        Name: 'Pump module 450',
        Maker: '',
        Count: '2',
        Seller: 'Valley',
        'Price each': '190.00',
        For: '12 07',
      },
    ])
  })
})
