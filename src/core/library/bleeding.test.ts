import { describe, expect, it } from 'vitest'
import { LAYOUT_IDS } from '../vehicle'
import {
  BLEED_METHODS,
  FILTER_M3,
  MOST_STROKES,
  STROKE_M3,
  bleedEstimates,
  bleedMethodsFor,
  mostStrokes,
} from './bleeding'

const line = { lengthM: 4, boreM: 0.009, emptyFilters: 0 }

describe('ways to bleed', () => {
  it('stand on diesels alone, and a common rail has none that opens a line', () => {
    expect(LAYOUT_IDS.filter((layout) => bleedMethodsFor(layout).length > 0)).toEqual(['A08', 'A09'])
    expect(bleedMethodsFor('A09').map((method) => method.id)).toEqual(['liftPump'])
    expect(bleedMethodsFor('A09')[0]!.caution.text).toContain('no nut, no pipe')
    expect(
      BLEED_METHODS.every((id) =>
        LAYOUT_IDS.some((layout) => bleedMethodsFor(layout).some((method) => method.id === id)),
      ),
    ).toBe(true)
  })
  it('strokes move the air of the line: by hand, 4 m of 9 mm bore at 9 mL a stroke', () => {
    const primer = bleedEstimates('A08', line).find((one) => one.method.id === 'primer')!
    expect(primer.airM3).toBeCloseTo(0.25 * Math.PI * 0.009 ** 2 * 4, 12)
    expect(primer.strokes).toBe(Math.ceil(254.469e-6 / (0.75 * STROKE_M3)))
    expect(primer.strokes).toBeLessThan(MOST_STROKES)
  })
  it('an empty filter adds its volume, a wider or longer line its own', () => {
    const of = (facts: typeof line) => bleedEstimates('A08', facts).find((one) => one.method.id === 'primer')!
    expect(of({ ...line, emptyFilters: 1 }).airM3 - of(line).airM3).toBeCloseTo(FILTER_M3, 12)
    expect(of({ ...line, lengthM: 8 }).strokes!).toBeGreaterThan(1.9 * of(line).strokes!)
    expect(of({ ...line, boreM: 0.018 }).airM3).toBeCloseTo(4 * of(line).airM3, 12)
  })
  it('an empty filter is given its strokes before air is suspected', () => {
    const of = (emptyFilters: number) =>
      mostStrokes(bleedEstimates('A08', { ...line, emptyFilters }).find((one) => one.method.id === 'primer')!)
    expect(of(0)).toBe(MOST_STROKES)
    expect(of(2)).toBeGreaterThan(of(1))
  })
  it('the quickest stands first, and every way has its caution and when to stop', () => {
    const estimates = bleedEstimates('A08', line)
    expect(estimates.map((one) => one.minutes)).toEqual(
      [...estimates].map((one) => one.minutes).sort((one, other) => one - other),
    )
    expect(estimates.map((one) => one.method.id).sort()).toEqual(['primer', 'vacuum'])
    for (const { method } of estimates) expect(method.caution.stopWhen).toContain('Stop')
  })
})
