/**
 * What is worth carrying. Needs of a piece come by chance at a rate; each that finds the shelf empty waits for
 * the seller. With s on the shelf, and one ordered for each that is taken, the vehicles that stand waiting at
 * any time are on average the needs of one lead time above s (Palm: those needs are Poisson, whatever the
 * spread of the lead time). A piece on the shelf costs its price times a rate a year.
 */
import type { Money } from '../shared'
import type { Part } from './part'
import { leadOf, priceOf, type Lead } from './quotes'

/** What a piece on the shelf costs a year, of its price: money tied up, ageing, room; typical. */
export const HOLDING_RATE = 0.2
const YEAR_DAYS = 365.25
const MOST_CARRIED = 12
/** A rate is believed like this many years of looking, before the workshop's own count; ours. */
const PRIOR_YEARS = 1

/** Mean of the part above s of a Poisson number with this mean. */
export function meanAbove(mean: number, s: number): number {
  if (!(mean > 0)) return 0
  let chance = Math.exp(-mean)
  let below = 0
  // E[(N − s)+] = mean − s + E[(s − N)+]
  for (let n = 0; n < s; n++) {
    below += (s - n) * chance
    chance *= mean / (n + 1)
  }
  return Math.max(0, mean - s + below)
}

/** Needs a year: the workshop's own count over its years, with what its fleet's faults let expect before. */
export const ratePerYear = (expected: number, count: number, years: number): number =>
  (PRIOR_YEARS * Math.max(0, expected) + count) / (PRIOR_YEARS + Math.max(0, years))

/** Days that vehicles stand waiting for it a year, with s on the shelf. */
export const daysWaiting = (perYear: number, leadDays: number, s: number): number =>
  YEAR_DAYS * meanAbove((perYear * leadDays) / YEAR_DAYS, s)

export interface Carry {
  /** How many to carry; 0: order it when it is needed. */
  count: number
  /** Days of waiting a year that this saves against none. */
  daysSaved: number
  /** What it costs a year to have them lie there. */
  costsAYear: Money
  perYear: number
}

/** As many as pay: each further one saves more than it costs to hold. `dayWorth`: what a waiting day of a vehicle costs. */
export function worthCarrying({
  perYear,
  leadDays,
  priceEach,
  dayWorth,
}: {
  perYear: number
  leadDays: number
  priceEach: Money
  dayWorth: Money
}): Carry {
  const holds = HOLDING_RATE * priceEach
  let count = 0
  while (
    count < MOST_CARRIED &&
    dayWorth * (daysWaiting(perYear, leadDays, count) - daysWaiting(perYear, leadDays, count + 1)) > holds
  )
    count += 1
  return {
    count,
    daysSaved: daysWaiting(perYear, leadDays, 0) - daysWaiting(perYear, leadDays, count),
    costsAYear: count * holds,
    perYear,
  }
}

/** How often a piece is wanted. */
export interface Demand {
  piece: string
  /** Pieces each time. */
  each: number
  perYear: number
  /** Of that, times that it was in fact wanted here, and over how many years. */
  counted: number
  years: number
}

export interface CarryLine extends Carry, Lead {
  part: Part
  demand: Demand
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
      const carry = worthCarrying({
        perYear: own.perYear,
        leadDays,
        priceEach: own.each * priceEach,
        dayWorth,
      })
      return [{ ...carry, count: own.each * carry.count, part, demand: own, leadDays, leadFrom, priceEach }]
    })
    .sort((one, other) => other.daysSaved - one.daysSaved || (one.part.name < other.part.name ? -1 : 1))
}
