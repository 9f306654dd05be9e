/** A test and what it would say, in another unit of its kind: the same places, the same meanings. */
import { describe, expect, it } from 'vitest'
import { UNIT_CHOICES, UNIT_SYSTEMS, fromSi, shownUnit, toSi, type UnitName } from '../shared'
import { TESTS, testIn, type Test } from '../library'
import { explainedIn, type TestExplanation } from '.'

type NumberTest = Test & { reading: Extract<Test['reading'], { kind: 'number' }> }
const numeric = TESTS.filter((test): test is NumberTest => test.reading.kind === 'number')
const systems = Object.values(UNIT_SYSTEMS)

describe('a test in another unit', () => {
  it.each(systems)('keeps its whole range and can be stepped through it', (preference) => {
    for (const test of numeric) {
      const unit = shownUnit(test.reading.unit, preference)
      const { reading } = testIn(test, unit) as NumberTest
      const si = (value: number) => toSi({ value, unit })
      const own = (value: number) => toSi({ value, unit: test.reading.unit })
      const slack = 1e-6 * Math.abs(own(test.reading.high))
      expect(reading.unit).toBe(unit)
      expect(si(reading.low), test.id).toBeLessThanOrEqual(own(test.reading.low) + slack)
      expect(si(reading.high), test.id).toBeGreaterThanOrEqual(own(test.reading.high) - slack)
      expect(reading.step).toBeGreaterThan(0)
    }
  })
  it('in its own unit it is itself', () => {
    for (const test of numeric) expect(testIn(test, test.reading.unit)).toBe(test)
  })
})

describe('what a test would say', () => {
  const said: TestExplanation = {
    testId: 'T24',
    bands: [
      { from: 0, to: 200, outcome: null, label: '', probability: 0.3, shares: [], excluded: [] },
      { from: 200, to: 400, outcome: null, label: '', probability: 0.7, shares: [], excluded: [] },
    ],
    sound: { low: 285, high: 315, source: 'maker', against: { source: 'sister', value: 330 } },
    scale: { low: 0, high: 400 },
  }
  it.each(UNIT_CHOICES.pressure)('lies at the same pressures in %s', (unit: UnitName) => {
    const there = explainedIn(said, 'kPa', unit)
    const at = (kPa: number) => fromSi(toSi({ value: kPa, unit: 'kPa' }), unit)
    expect(there.bands.map(({ from, to }) => [from, to])).toEqual([
      [at(0), at(200)],
      [at(200), at(400)],
    ])
    expect(there.sound).toMatchObject({ low: at(285), high: at(315), against: { value: at(330) } })
    expect(there.scale).toEqual({ low: at(0), high: at(400) })
    expect(there.bands.map(({ probability }) => probability)).toEqual([0.3, 0.7])
  })
  it('and back it is what it was', () => {
    const back = explainedIn(explainedIn(said, 'kPa', 'psi'), 'psi', 'kPa')
    expect(back.sound!.low).toBeCloseTo(285, 9)
    expect(back.bands[1]!.to).toBeCloseTo(400, 9)
  })
})
