/** Offers side by side: what the parcel costs, when it is here, and what a day of standing would have to cost for the dearer one to be right. */
import type { Quote } from './part'

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
