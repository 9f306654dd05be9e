/** The short form of the benchmark: some vehicles of four layouts, played to their cure. The full table is docs/DIAGNOSIS.md. */
import { beforeAll, describe, expect, it } from 'vitest'
import type { LayoutId } from '@/core/vehicle'
import { caseOf } from './bench/diagnosis/cases'
import { play, type Outcome } from './bench/diagnosis/play'
import { interval, report } from './bench/diagnosis/report'

const LAYOUTS: LayoutId[] = ['A01', 'A02', 'A06', 'A08']
const PER_LAYOUT = 4
/** A vehicle takes about a second; a loaded machine takes a few times as long. */
const MOST_MS = 240_000

function played(layoutId: LayoutId, policy: 'engine' | 'swap'): Outcome[] {
  const outcomes: Outcome[] = []
  for (let seed = 70_000; outcomes.length < PER_LAYOUT; seed += 1) {
    const one = caseOf(layoutId, 'standard', seed)
    if (one) outcomes.push(play(one, policy))
  }
  return outcomes
}

describe('the engine on vehicles that do not share its equations', () => {
  let engine: Outcome[] = []
  beforeAll(() => {
    engine = LAYOUTS.flatMap((layoutId) => played(layoutId, 'engine'))
  }, MOST_MS)
  it('names the right repair first for most, and is seldom sure and wrong', () => {
    expect(engine).toHaveLength(LAYOUTS.length * PER_LAYOUT)
    expect(engine.filter((one) => one.first?.right).length).toBeGreaterThanOrEqual(0.8 * engine.length)
    expect(
      engine.filter((one) => one.first && one.first.stated >= 0.9 && !one.first.right).length,
    ).toBeLessThanOrEqual(1)
    engine.forEach((one) => expect(one.first?.stated ?? 0).toBeLessThanOrEqual(0.99))
  })
  it(
    'cures them, and costs less over the unavoidable than swapping parts',
    () => {
      expect(engine.filter((one) => one.cured).length).toBeGreaterThanOrEqual(0.9 * engine.length)
      const swap = LAYOUTS.flatMap((layoutId) => played(layoutId, 'swap'))
      const mean = (list: Outcome[]) => list.reduce((sum, one) => sum + one.over, 0) / list.length
      expect(mean(engine)).toBeLessThan(0.5 * mean(swap))
    },
    MOST_MS,
  )
  it(
    'plays the same vehicle the same way twice',
    () => {
      const first = engine[0]!
      expect(play(caseOf(first.layoutId, 'standard', first.seed)!, 'engine')).toEqual(first)
    },
    MOST_MS,
  )
  it('prints every share with its interval', () => {
    expect(report(engine)).toContain(`| all, standard | ${LAYOUTS.length * PER_LAYOUT} |`)
  })
})

describe('the interval of a share', () => {
  it.each([
    { hits: 0, of: 10, low: 0, high: 0.278 },
    { hits: 50, of: 100, low: 0.404, high: 0.596 },
    { hits: 10, of: 10, low: 0.722, high: 1 },
  ])('Wilson, $hits of $of', ({ hits, of, low, high }) => {
    expect(interval(hits, of).low).toBeCloseTo(low, 3)
    expect(interval(hits, of).high).toBeCloseTo(high, 3)
  })
})
