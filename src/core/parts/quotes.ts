/** Offers side by side: what the parcel costs, when it is here, and what a day of standing would have to cost for the dearer one to be right. */
import { median, type Money } from '../shared'
import type { Part, Quote } from './part'

export interface Offer {
  quote: Quote
  /** With carriage. */
  money: number
  days: number
  /** Money and days together, at what a day is worth. */
  inAll: number
  /** Dearer and no sooner than another: never right. */
  never: boolean
}
export interface Offers {
  /** The best first. */
  offers: Offer[]
  /** Between the best two that can be right: above this much a day, the sooner one is the better; null where one is best whatever a day costs. */
  turnsAtPerDay: number | null
}

/** `dayWorth`: what a day that the vehicle stands costs, 0 where nobody waits. Quotes of no seller twice. */
export function compareQuotes(quotes: readonly Quote[], count: number, dayWorth: number): Offers {
  const bare = quotes.map((quote) => ({
    quote,
    money: count * quote.priceEach + quote.carriage,
    days: quote.days,
  }))
  const offers = bare
    .map((one): Offer => ({
      ...one,
      inAll: one.money + dayWorth * one.days,
      never: bare.some(
        (other) =>
          other.money <= one.money &&
          other.days <= one.days &&
          (other.money < one.money || other.days < one.days),
      ),
    }))
    .sort(
      (one, other) =>
        one.inAll - other.inAll || one.days - other.days || (one.quote.seller < other.quote.seller ? -1 : 1),
    )
  const [first, second] = offers.filter(({ never }) => !never)
  const turns =
    first && second && first.days !== second.days
      ? (second.money - first.money) / (first.days - second.days)
      : null
  return { offers, turnsAtPerDay: turns }
}

/** Days until a piece is here where nobody has said; typical (handbook 5.3). */
export const TYPICAL_LEAD_DAYS = 3

/** Days until a piece is here, and where they come from: own deliveries, the sellers' word, or what is typical. */
export interface Lead {
  leadDays: number
  leadFrom: 'delivered' | 'quoted' | 'typical'
}

/** What one costs: the cheapest offer, else what was paid last; null where nobody has said. */
export function priceOf({ quotes, orders }: Pick<Part, 'quotes' | 'orders'>): Money | null {
  if (quotes.length > 0) return Math.min(...quotes.map(({ priceEach }) => priceEach))
  return orders.findLast(({ priceEach }) => priceEach !== null)?.priceEach ?? null
}

const DAY_MS = 86_400_000
const LEAST_DELIVERIES = 3
/** Days until it is here: the middle of own deliveries, else the soonest that is offered, else typical. */
export function leadOf(part: Pick<Part, 'orders' | 'moves' | 'quotes'>): Lead {
  const took = part.orders.flatMap(({ orderId, at }) => {
    const came = part.moves.find((move) => move.orderId === orderId && move.from === 'seller')
    return came ? [(came.at - at) / DAY_MS] : []
  })
  if (took.length >= LEAST_DELIVERIES) return { leadDays: median(took), leadFrom: 'delivered' }
  if (part.quotes.length > 0)
    return { leadDays: Math.min(...part.quotes.map(({ days }) => days)), leadFrom: 'quoted' }
  return { leadDays: TYPICAL_LEAD_DAYS, leadFrom: 'typical' }
}
