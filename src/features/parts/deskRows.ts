/** The desk's rows: what is to be ordered, what lies ready, what is on the way, what is short, what is owed back. */
import {
  coreStanding,
  priceOf,
  toCome,
  type CoveredNeed,
  type Order,
  type OrderLine,
  type Part,
  type Short,
  type Core,
} from '@/core/parts'
import type { Desk } from './useDesk'

export type DeskRow = { key: string; unit: string; title: string } & (
  | { of: 'order'; covered: CoveredNeed }
  | { of: 'short'; short: Short }
  | { of: 'shelf'; covered: CoveredNeed }
  /** A job's own order, or one for the shelf. */
  | { of: 'way'; dueAt: number; covered: CoveredNeed | null; stock: { part: Part; order: Order } | null }
  | { of: 'core'; part: Part; core: Core }
)
export type RowGroup = DeskRow['of']
export const GROUPS: { of: RowGroup; title: string; detail: string }[] = [
  { of: 'order', title: 'To order', detail: 'jobs wait for it' },
  { of: 'short', title: 'Below the least', detail: 'the shelf wants it' },
  { of: 'shelf', title: 'Lies ready', detail: 'take it to the job' },
  { of: 'way', title: 'On the way', detail: 'the soonest first' },
  { of: 'core', title: 'Owed back', detail: 'old parts that are paid for' },
]

const pieceTitle = (piece: string, count: number) => (count > 1 ? `${piece}, ${count}` : piece)

export function deskRows({ needs, shorts, parts }: Desk): DeskRow[] {
  const rows = needs.map((covered): DeskRow => {
    const { need, cover } = covered
    const base = {
      key: `${need.jobId} ${need.itemId}`,
      unit: need.unit,
      title: pieceTitle(need.piece, need.count),
    }
    if (cover.kind === 'lacks') return { ...base, of: 'order', covered }
    if (cover.kind === 'shelf') return { ...base, of: 'shelf', covered }
    return {
      ...base,
      of: 'way',
      dueAt: cover.kind === 'ordered' ? cover.dueAt : cover.order.dueAt,
      covered,
      stock: null,
    }
  })
  return [
    ...rows,
    ...shorts.map((short): DeskRow => ({
      of: 'short',
      key: `short ${short.part.id}`,
      unit: '',
      title: pieceTitle(short.part.name, short.count),
      short,
    })),
    ...parts.flatMap((part) =>
      toCome(part)
        .filter(({ jobId }) => jobId === null)
        .map((order): DeskRow => ({
          of: 'way',
          key: `order ${order.orderId}`,
          unit: '',
          title: pieceTitle(part.name, order.count - order.came),
          dueAt: order.dueAt,
          covered: null,
          stock: { part, order },
        })),
    ),
    ...parts.flatMap((part) =>
      part.cores
        .filter((core) => coreStanding(part, core).standing === 'owed')
        .map((core): DeskRow => ({
          of: 'core',
          key: `core ${core.coreId}`,
          unit: core.unit,
          title: part.name,
          part,
          core,
        })),
    ),
  ]
}

export const rowsOf = (rows: readonly DeskRow[], of: RowGroup): DeskRow[] => {
  const own = rows.filter((row) => row.of === of)
  return of === 'way'
    ? own.sort((one, other) => (one.of === 'way' ? one.dueAt : 0) - (other.of === 'way' ? other.dueAt : 0))
    : own
}

/** Everything that is to be ordered, as lines of a list for sellers: one line a part, with who waits for it. */
export function orderLines({ needs, shorts }: Pick<Desk, 'needs' | 'shorts'>): OrderLine[] {
  const lines = new Map<string, OrderLine>()
  const add = (part: Part | null, name: string, count: number, unit: string | null) => {
    const key = part?.id ?? `piece ${name}`
    const line = lines.get(key) ?? { part, name, count: 0, seller: cheapest(part), forUnits: [] }
    line.count += count
    if (unit !== null) line.forUnits.push(unit)
    lines.set(key, line)
  }
  for (const { need, cover } of needs)
    if (cover.kind === 'lacks') add(cover.part, need.piece, need.count, need.unit)
  for (const { part, count } of shorts) {
    add(part, part.name, count, null)
    for (const companion of part.companions) add(null, companion.name, companion.count * count, null)
  }
  return [...lines.values()]
}

const cheapest = (part: Part | null): string =>
  part?.quotes.find(({ priceEach }) => priceEach === priceOf(part))?.seller ?? ''

export function headline(rows: readonly DeskRow[], now: number): string {
  const count = (of: RowGroup) => rows.filter((row) => row.of === of).length
  const late = rows.filter(
    (row) => row.of === 'way' && row.covered?.cover.kind !== 'coming' && row.dueAt < now,
  ).length
  const said = [
    count('order') > 0 ? `${count('order')} to order for jobs` : '',
    late > 0 ? `${late} ${late === 1 ? 'is' : 'are'} late` : '',
    count('short') > 0 ? `${count('short')} below the least` : '',
    count('core') > 0 ? `${count('core')} owed back` : '',
  ].filter(Boolean)
  if (said.length > 0) return `${said.join(', ')}.`.replace(/^\w/, (letter) => letter.toUpperCase())
  return rows.length === 0 ? 'No job waits for a part.' : 'Nothing is to be ordered.'
}
