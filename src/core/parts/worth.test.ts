/** What to order where, and what is worth carrying, against sums by hand and a shelf played day by day. */
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../shared'
import {
  carryLines,
  compareQuotes,
  daysWaiting,
  leadOf,
  meanAbove,
  ratePerYear,
  worthCarrying,
  type Part,
  type Quote,
} from '.'

const quote = (seller: string, priceEach: number, days: number, carriage = 0): Quote => ({
  seller,
  priceEach,
  days,
  carriage,
  at: 0,
})
const PART: Part = {
  id: 'p',
  name: 'Relay',
  number: '',
  maker: '',
  piece: 'Relay, 30 A',
  place: '',
  least: 0,
  note: '',
  companions: [],
  shelf: 0,
  countedAt: null,
  moves: [],
  orders: [],
  quotes: [quote('A', 14, 4)],
  fits: [],
  cores: [],
  firstAt: 0,
}

const WANTED = [{ piece: 'relay, 30 A', each: 1, perYear: 2, counted: 0, years: 0 }]

describe('offers', () => {
  it('the cheaper one and the sooner one, and what a day must be worth to turn it', () => {
    const cheap = quote('Valley', 100, 6, 8)
    const soon = quote('Rail', 130, 1, 2)
    // Two pieces: 208 in 6 days against 262 in 1: 54 for 5 days.
    const idle = compareQuotes([cheap, soon], 2, 0)
    expect(idle.offers.map(({ quote: { seller }, money }) => [seller, money])).toEqual([
      ['Valley', 208],
      ['Rail', 262],
    ])
    expect(idle.turnsAtPerDay).toBeCloseTo(10.8, 9)
    expect(compareQuotes([cheap, soon], 2, 10.7).offers[0]!.quote.seller).toBe('Valley')
    expect(compareQuotes([cheap, soon], 2, 10.9).offers[0]!.quote.seller).toBe('Rail')
    expect(compareQuotes([cheap, soon], 2, 50).turnsAtPerDay).toBeCloseTo(10.8, 9)
  })
  it('dearer and no sooner is never right, and turns nothing', () => {
    const { offers, turnsAtPerDay } = compareQuotes([quote('A', 10, 2), quote('B', 12, 2)], 1, 5)
    expect(offers.map(({ never }) => never)).toEqual([false, true])
    expect(turnsAtPerDay).toBeNull()
    expect(compareQuotes([], 1, 5)).toEqual({ offers: [], turnsAtPerDay: null })
  })
})

describe('what is worth carrying', () => {
  it('the part of a Poisson number above s, as its sum says', () => {
    const mean = 1.7
    for (const s of [0, 1, 2, 5]) {
      let [chance, sum] = [Math.exp(-mean), 0]
      for (let n = 0; n < 60; n++) {
        sum += Math.max(0, n - s) * chance
        chance *= mean / (n + 1)
      }
      expect(meanAbove(mean, s)).toBeCloseTo(sum, 12)
    }
    expect(meanAbove(0, 3)).toBe(0)
  })
  it('days of waiting are those of a shelf that is played: needs by chance, one ordered for each', () => {
    const random = seededRandom(4711)
    const [perYear, lead, years] = [30, 9, 4000]
    for (const s of [0, 1, 2]) {
      // What is taken is ordered at once: the n-th need gets the (n − s)-th order’s delivery.
      let [at, waited] = [0, 0]
      const deliveries: number[] = []
      while (at < years * 365.25) {
        at += (-Math.log(1 - random.next()) * 365.25) / perYear
        deliveries.push(at + lead)
        const own = deliveries.length - 1 - s
        if (own >= 0) waited += Math.max(0, deliveries[own]! - at)
      }
      const played = waited / years
      const told = daysWaiting(perYear, lead, s)
      expect(Math.abs(played - told)).toBeLessThan(0.03 * told + 0.4)
    }
  })
  it('the more it is wanted, the dearer the day, the slower the seller, the more of it; the dearer it is, the less', () => {
    const base = { perYear: 6, leadDays: 5, priceEach: 40, dayWorth: 60 }
    const count = (change: Partial<typeof base>) => worthCarrying({ ...base, ...change }).count
    expect(count({})).toBeGreaterThan(0)
    expect(count({ perYear: 40 })).toBeGreaterThanOrEqual(count({}))
    expect(count({ leadDays: 30 })).toBeGreaterThan(count({}))
    expect(count({ priceEach: 4000 })).toBeLessThan(count({}))
    expect(count({ dayWorth: 0 })).toBe(0)
    expect(worthCarrying({ ...base, perYear: 0 })).toMatchObject({ count: 0, daysSaved: 0, costsAYear: 0 })
  })
  it('a rate is the fleet’s faults until the workshop has counted', () => {
    expect(ratePerYear(3, 0, 0)).toBe(3)
    expect(ratePerYear(3, 40, 9)).toBe(4.3)
  })
  it('days come from own deliveries where there are three, else from the sellers, else they are typical', () => {
    expect(leadOf(PART)).toEqual({ leadDays: 4, leadFrom: 'quoted' })
    expect(leadOf({ ...PART, quotes: [] }).leadFrom).toBe('typical')
    const day = 86_400_000
    const orders = [2, 3, 9].map((_, k) => ({
      orderId: `o${k}`,
      count: 1,
      seller: 'A',
      priceEach: null,
      dueAt: 0,
      itemId: null,
      jobId: null,
      unit: '',
      at: 0,
      came: 1,
      ended: true,
    }))
    const moves = [2, 3, 9].map((days, k) => ({
      count: 1,
      from: 'seller' as const,
      to: 'shelf' as const,
      orderId: `o${k}`,
      jobId: null,
      unit: '',
      at: days * day,
      by: '',
    }))
    expect(leadOf({ ...PART, orders, moves })).toEqual({ leadDays: 3, leadFrom: 'delivered' })
    expect(carryLines([PART], WANTED, 50).map(({ part }) => part.id)).toEqual(['p'])
    expect(carryLines([{ ...PART, quotes: [] }], WANTED, 50)).toEqual([])
  })
})
