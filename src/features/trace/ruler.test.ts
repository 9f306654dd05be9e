import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { rulerOf } from './ruler'

const bandsOf = (edges: number[]) => edges.slice(1).map((to, at) => ({ from: edges[at]!, to }))

describe('the ruler', () => {
  it('gives a narrow band room for its words and keeps the rest in proportion', () => {
    const { x } = rulerOf(bandsOf([0, 0.2, 4.2, 8.2]), 400, 64)
    expect(x(0.2)).toBeCloseTo(64)
    expect(x(4.2) - x(0.2)).toBeCloseTo(x(8.2) - x(4.2))
  })
  it('rises, spans the whole width, and reads back what it draws', () => {
    const gaps = fc.array(fc.double({ min: 0.01, max: 500, noNaN: true }), { minLength: 1, maxLength: 7 })
    fc.assert(
      fc.property(gaps, fc.double({ min: 0, max: 1, noNaN: true }), (list, share) => {
        const edges = list.reduce<number[]>((so, gap) => [...so, so.at(-1)! + gap], [-3])
        const { x, value, ticks } = rulerOf(bandsOf(edges), 404, 64)
        const inside = edges[0]! + share * (edges.at(-1)! - edges[0]!)
        expect(x(edges[0]!)).toBe(0)
        expect(x(edges.at(-1)!)).toBeCloseTo(404, 6)
        expect(value(x(inside))).toBeCloseTo(inside, 6)
        edges
          .slice(1)
          .forEach((edge, at) =>
            expect(x(edge) - x(edges[at]!)).toBeGreaterThan(
              404 / list.length > 64 ? 63.9 : 404 / list.length - 0.1,
            ),
          )
        ticks.slice(1).forEach((tick, at) => expect(x(tick.at) - x(ticks[at]!.at)).toBeGreaterThanOrEqual(40))
      }),
      { seed: 3, numRuns: 200 },
    )
  })
  it('holds a value outside at the end of the scale', () => {
    const { x } = rulerOf(bandsOf([8, 10, 13]), 400, 64)
    expect(x(91)).toBe(400)
    expect(x(-1)).toBe(0)
  })
})
