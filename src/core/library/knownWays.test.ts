import { describe, expect, it } from 'vitest'
import { LAYOUTS, specificationOf, type LayoutId } from '../vehicle'
import { REPAIRS, UPSTREAM_CAUSES, primeOf, upstreamOf } from '.'

const LH = 1e-3 / 3600
const maker = (value: number) => ({ value, source: 'maker' as const })

describe('a dry line', () => {
  it('EQ11, worked by hand: 3 m of 6 mm and a filter at 110 L/h take 7.7 s, four pulses of the key', () => {
    const prime = primeOf(
      LAYOUTS.A01,
      specificationOf({ feedBoreM: maker(0.006), feedLengthM: maker(3), pumpFlowM3PerS: maker(110 * LH) }),
    )
    expect(prime.by).toBe('key')
    expect(prime.lineM3 * 1e6).toBeCloseTo(235, 0)
    expect(prime.pumpS).toBeCloseTo(7.7, 1)
    expect(prime.rounds).toBe(4)
  })
  it.each<[LayoutId, string]>([
    ['A01', 'key'],
    ['A05', 'cranking'],
    ['A08', 'handPrimer'],
    ['A09', 'key'],
    ['A11', 'key'],
  ])('%s is primed by %s', (id, by) => {
    const prime = primeOf(LAYOUTS[id], specificationOf({}, LAYOUTS[id]))
    expect(prime.by).toBe(by)
    expect(prime.rounds).toBeGreaterThan(0)
    // Two empty diesel filters take a hand primer over a hundred strokes: the model of bleeding says so too.
    expect(prime.rounds).toBeLessThan(id === 'A08' ? 120 : 80)
  })
  it('twice the length takes more, a larger pump takes less', () => {
    const seconds = (lengthM: number, flow: number) =>
      primeOf(LAYOUTS.A01, specificationOf({ feedLengthM: maker(lengthM), pumpFlowM3PerS: maker(flow * LH) }))
        .pumpS
    expect(seconds(6, 120)).toBeGreaterThan(seconds(3, 120))
    expect(seconds(3, 240)).toBeCloseTo(0.5 * seconds(3, 120), 6)
  })
})

describe('the cause behind the cause', () => {
  it('names only repairs that exist, each question once', () => {
    const ids = REPAIRS.map((repair) => repair.id)
    for (const cause of UPSTREAM_CAUSES) expect(ids, cause.id).toEqual(expect.arrayContaining(cause.raisedBy))
    expect(new Set(UPSTREAM_CAUSES.map((cause) => cause.question)).size).toBe(UPSTREAM_CAUSES.length)
  })
  it('a clogged filter asks for the tank, a fuse for what blew it, two repairs ask each question once', () => {
    expect(upstreamOf(['filter']).map((cause) => cause.id)).toEqual(['tankDirt', 'waterBehind'])
    expect(upstreamOf(['fuse']).map((cause) => cause.id)).toContain('whatBlewIt')
    expect(upstreamOf(['filter', 'injectors']).map((cause) => cause.id)).toEqual(['tankDirt', 'waterBehind'])
    expect(upstreamOf([])).toEqual([])
  })
})
