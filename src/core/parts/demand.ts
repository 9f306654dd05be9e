/** How often the fleet wants each piece: from its faults as they are before anything is read, and from what was done. */
import { priorWeight, type Complaint } from '../diagnosis'
import { REPAIRS, libraryOf } from '../library'
import { median, type Money } from '../shared'
import { layoutOf, type LayoutId } from '../vehicle'
import { ratePerYear, worthCarrying, type Carry } from './carry'
import type { Part } from './part'

/** Jobs that a vehicle comes with a year where the workshop has no history; typical. */
const JOBS_A_YEAR = 1
const YEAR_MS = 365.25 * 86_400_000
/** A history shorter than this says nothing of the jobs a year. */
const LEAST_YEARS = 0.25
/** Days until a piece is here where nobody has said; typical (handbook 5.3). */
export const TYPICAL_LEAD_DAYS = 3

/** What was done, as lists have it. */
export interface DoneJob {
  openedAt: number
  /** Repairs that were finished in it. */
  repaired: readonly string[]
}

const NOTHING_SAID: Complaint = { symptoms: [], raisers: [], failingNow: 'unknown' }

const shares = new Map<LayoutId, Map<string, number>>()
/** How likely each repair is what a job on this layout comes to, before anything is read. */
function repairShares(layoutId: LayoutId): Map<string, number> {
  const known = shares.get(layoutId)
  if (known) return known
  const { faults } = libraryOf(layoutOf({ layoutId, edits: [], scope: 'engine' }))
  const weights = faults.map((fault) => [fault.repairs[0]!, priorWeight(fault, NOTHING_SAID)] as const)
  const all = weights.reduce((sum, [, weight]) => sum + weight, 0)
  const made = new Map<string, number>()
  for (const [repair, weight] of weights) made.set(repair, (made.get(repair) ?? 0) + weight / all)
  shares.set(layoutId, made)
  return made
}

const piecesOf = (repairId: string): { name: string; count: number }[] =>
  REPAIRS.find(({ id }) => id === repairId)?.newParts ?? []

export interface Demand {
  piece: string
  perYear: number
  /** Of that, times that it was in fact wanted here, and over how many years. */
  counted: number
  years: number
}

/** Every piece that the fleet may want, the most wanted first. Shapes: one layout a vehicle. `now` in ms. */
export function demandOf(fleet: readonly LayoutId[], done: readonly DoneJob[], now: number): Demand[] {
  const first = done.reduce((earliest, { openedAt }) => Math.min(earliest, openedAt), now)
  const years = (now - first) / YEAR_MS
  const jobsAYear = years >= LEAST_YEARS ? done.length / years : JOBS_A_YEAR * fleet.length
  const expected = new Map<string, number>()
  for (const layout of fleet)
    for (const [repair, share] of repairShares(layout))
      for (const { name } of piecesOf(repair))
        expected.set(name, (expected.get(name) ?? 0) + (jobsAYear * share) / fleet.length)
  const counted = new Map<string, number>()
  for (const { repaired } of done)
    for (const repair of repaired)
      for (const { name } of piecesOf(repair)) counted.set(name, (counted.get(name) ?? 0) + 1)
  return [...new Set([...expected.keys(), ...counted.keys()])]
    .map((piece): Demand => {
      const count = counted.get(piece) ?? 0
      return { piece, counted: count, years, perYear: ratePerYear(expected.get(piece) ?? 0, count, years) }
    })
    .sort((one, other) => other.perYear - one.perYear || (one.piece < other.piece ? -1 : 1))
}

export interface CarryLine extends Carry {
  part: Part
  demand: Demand
  leadDays: number
  /** Where the days come from: own deliveries, the sellers' word, or what is typical. */
  leadFrom: 'delivered' | 'quoted' | 'typical'
  priceEach: Money
}

/** Parts with a price and a piece, with how many are worth having; what saves most first. */
export function carryLines(parts: readonly Part[], demand: readonly Demand[], dayWorth: Money): CarryLine[] {
  const byPiece = new Map(demand.map((one) => [one.piece.toLowerCase(), one]))
  return parts
    .flatMap((part): CarryLine[] => {
      const own = byPiece.get(part.piece.toLowerCase())
      const priceEach = priceOf(part)
      if (!own || priceEach === null) return []
      const { leadDays, leadFrom } = leadOf(part)
      const carry = worthCarrying({ perYear: own.perYear, leadDays, priceEach, dayWorth })
      return [{ ...carry, part, demand: own, leadDays, leadFrom, priceEach }]
    })
    .sort((one, other) => other.daysSaved - one.daysSaved || (one.part.name < other.part.name ? -1 : 1))
}

/** What one costs: the cheapest offer, else what was paid last; null where nobody has said. */
export function priceOf({ quotes, orders }: Pick<Part, 'quotes' | 'orders'>): Money | null {
  if (quotes.length > 0) return Math.min(...quotes.map(({ priceEach }) => priceEach))
  return orders.findLast(({ priceEach }) => priceEach !== null)?.priceEach ?? null
}

const DAY_MS = 86_400_000
const LEAST_DELIVERIES = 3
/** Days until it is here: the middle of own deliveries, else the soonest that is offered, else typical. */
export function leadOf(
  part: Pick<Part, 'orders' | 'moves' | 'quotes'>,
): Pick<CarryLine, 'leadDays' | 'leadFrom'> {
  const took = part.orders.flatMap(({ orderId, at }) => {
    const came = part.moves.find((move) => move.orderId === orderId && move.from === 'seller')
    return came ? [(came.at - at) / DAY_MS] : []
  })
  if (took.length >= LEAST_DELIVERIES) return { leadDays: median(took), leadFrom: 'delivered' }
  if (part.quotes.length > 0)
    return { leadDays: Math.min(...part.quotes.map(({ days }) => days)), leadFrom: 'quoted' }
  return { leadDays: TYPICAL_LEAD_DAYS, leadFrom: 'typical' }
}
