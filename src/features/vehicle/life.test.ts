/** The life of a vehicle as a drawing and as words. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import type { LifeKind, LifePoint, Trend } from '@/core/memory'
import { LIFE_ROWS, marksOf, placed, yearTicks } from './lifeGeometry'
import { knownText, trendText } from './lifeText'

const DAY = 86_400_000
const NOW = Date.UTC(2026, 10, 30)
const KINDS: LifeKind[] = ['job', 'signed', 'repaired', 'put off', 'changed', 'modified']
const points = fc
  .array(
    fc.record({
      daysAgo: fc.integer({ min: 0, max: 6000 }),
      kind: fc.constantFrom(...KINDS),
      job: fc.integer({ min: 1, max: 9 }),
    }),
    { minLength: 1, maxLength: 40 },
  )
  .map((all): LifePoint[] =>
    all
      .map(({ daysAgo, kind, job }) => ({
        at: NOW - daysAgo * DAY,
        kind,
        jobId: kind === 'changed' || kind === 'modified' ? null : `j${job}`,
        of: '',
        text: '',
        reading: null,
      }))
      .sort((one, other) => one.at - other.at),
  )

describe('the line', () => {
  it('loses no point, stays in its room, and no mark lies over another of its row', () => {
    fc.assert(
      fc.property(points, fc.integer({ min: 500, max: 2400 }), (all, width) => {
        const marks = marksOf(all, NOW)
        for (const point of all) expect(marks.some((mark) => mark.points.includes(point))).toBe(true)
        const drawn = placed(marks, [100, width - 24], NOW, 46)
        expect(drawn.length).toBe(marks.length)
        for (const row of LIFE_ROWS) {
          const own = drawn.filter((mark) => mark.row === row)
          for (const { x } of own) {
            expect(x).toBeGreaterThanOrEqual(100 - 1e-6)
            expect(x).toBeLessThanOrEqual(width - 24)
          }
          own
            .slice(1)
            .forEach(({ x }, k) => expect(x).toBeGreaterThanOrEqual(own[k]!.x + own[k]!.width - 1e-6))
        }
      }),
      { seed: 11, numRuns: 200 },
    )
  })
  it.each([30, 400, 2500, 9000])('a life of %s days has a few dates with room between them', (days) => {
    const ticks = yearTicks(NOW - days * DAY, NOW, [100, 900])
    expect(ticks.length).toBeLessThan(12)
    ticks.slice(1).forEach(({ x }, k) => expect(x - ticks[k]!.x).toBeGreaterThan(60))
  })
})

describe('the words', () => {
  const perYear: [number, number] = [-42, -30]
  it.each<[Trend, RegExp]>([
    [{ kind: 'too little', days: 2, spanDays: 10 }, /^Too little/],
    [{ kind: 'steady', mean: 340, perYear: [-5, 6] }, /^It stays/],
    [{ kind: 'goes', now: 330, perYear }, /away from no limit/],
    [{ kind: 'beyond', now: 300, limit: 310, perYear }, /^It is beyond its limit of 310 kPa/],
    [
      { kind: 'crosses', limit: 310, at: NOW, from: NOW - DAY, to: NOW + 90 * DAY, perYear },
      /^It crosses 310 kPa about November 2026/,
    ],
  ])('%o', (trend, words) => expect(trendText('T24', trend, 5).says).toMatch(words))
  it('an open end is said to be open', () =>
    expect(
      trendText('T24', { kind: 'crosses', limit: 310, at: NOW, from: NOW, to: null, perYear }, 5).rests,
    ).toMatch(/^Not before .*; how late cannot be told/))
  it('sisters are counted', () => {
    const figure = (value: number) => ({ value, unit: 'kPa' as const })
    expect(
      knownText({ testId: 'T24', source: 'sister', low: figure(338), high: figure(352), of: 2 }),
    ).toMatch(/2 sisters, 338 to 352 kPa$/)
    expect(knownText({ testId: 'T24', source: 'own past', low: figure(338), high: figure(338) })).toMatch(
      /its own past, 338 kPa$/,
    )
  })
})
