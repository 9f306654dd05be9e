/** Units against the handbook's table (EQ23), and there and back over every quantity. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import {
  UNIT_CHOICES,
  UNIT_NAMES,
  UNIT_SYSTEMS,
  differenceFromSi,
  differenceToSi,
  digitsOfStep,
  figureIn,
  fromSi,
  inWords,
  marksOf,
  plainWords,
  shownUnit,
  stepIn,
  toSi,
  turnedFigure,
  unitKind,
  unitsLike,
  type UnitName,
  type UnitPreference,
} from '.'

const turn = (value: number, from: UnitName, to: UnitName) => fromSi(toSi({ value, unit: from }), to)
const { customary } = UNIT_SYSTEMS
const preferences = Object.keys(UNIT_CHOICES).reduce<UnitPreference[]>(
  (all, quantity) =>
    all.flatMap((preference) =>
      UNIT_CHOICES[quantity as keyof typeof UNIT_CHOICES].map((unit) => ({
        ...preference,
        [quantity]: unit,
      })),
    ),
  [UNIT_SYSTEMS.kPa],
)

describe('the factors', () => {
  it.each([
    ['psi', 'kPa', 6.8948],
    ['bar', 'kPa', 100],
    ['gal/h', 'L/h', 3.7854],
    ['lbf·in', 'N·m', 0.11299],
    ['lbf·ft', 'N·m', 1.3558],
    ['in', 'mm', 25.4],
    ['mL/15 s', 'L/h', 0.24],
    ['mL/30 s', 'L/h', 0.12],
  ] as const)('one %s is %s', (from, to, factor) => {
    const shown = turn(1, from, to)
    expect(Math.abs(shown - factor) / factor).toBeLessThan(5e-5)
  })
  it.each([
    [120, 'L/h', 'gal/h', 31.7],
    [1, 'gal', 'fl oz', 128],
    [1, 'ft', 'in', 12],
    [1, 'mi', 'ft', 5280],
    [1, 'mi', 'km', 1.609344],
    [12, 'lbf·in', 'lbf·ft', 1],
    [212, '°F', '°C', 100],
    [-40, '°F', '°C', -40],
    [32, '°F', '°C', 0],
  ] as const)('%d %s in %s is %d', (value, from, to, expected) =>
    expect(turn(value, from, to)).toBeCloseTo(expected, from === 'L/h' ? 1 : 9),
  )
  it('a difference has no zero', () => {
    expect(differenceFromSi(differenceToSi({ value: 10, unit: '°C' }), '°F')).toBeCloseTo(18, 9)
  })
})

describe('there and back', () => {
  it('over every pair of one kind, to the last digit that is shown', () => {
    const pairs = UNIT_NAMES.flatMap((from) => unitsLike(from).map((to) => [from, to] as const))
    fc.assert(
      fc.property(fc.constantFrom(...pairs), fc.integer({ min: -9999, max: 99_999 }), ([from, to], steps) => {
        const value = Number((steps * 0.01).toFixed(2))
        expect(Number(turn(turn(value, from, to), to, from).toFixed(2))).toBe(value)
      }),
      { seed: 7, numRuns: 2000 },
    )
  })
  it('what was typed in the unit that is shown comes back as it was typed', () => {
    const units = UNIT_NAMES.filter((unit) => preferences.some((one) => shownUnit(unit, one) !== unit))
    fc.assert(
      fc.property(
        fc.constantFrom(...preferences),
        fc.constantFrom(...units),
        fc.integer({ min: 0, max: 20_000 }),
        (preference, own, steps) => {
          const shown = shownUnit(own, preference)
          const step = stepIn(1, own, shown)
          const typed = Number((steps * step).toFixed(digitsOfStep(step)))
          const kept = figureIn(typed, shown, own)
          expect(turnedFigure(kept, own, shown, 1)).toBe(typed)
        },
      ),
      { seed: 11, numRuns: 2000 },
    )
  })
  it('no choice turns a unit into one of another kind, and a shown unit stays as it is', () => {
    for (const preference of preferences)
      for (const unit of UNIT_NAMES) {
        const shown = shownUnit(unit, preference)
        expect(unitKind(shown)).toBe(unitKind(unit))
        expect(shownUnit(shown, preference)).toBe(shown)
      }
  })
  it('a step is never coarser in another unit, and no finer than a tenth of it', () => {
    for (const preference of preferences)
      for (const unit of UNIT_NAMES) {
        const shown = shownUnit(unit, preference)
        const step = differenceFromSi(differenceToSi({ value: stepIn(1, unit, shown), unit: shown }), unit)
        expect(step).toBeLessThanOrEqual(1 + 1e-6)
        expect(step).toBeGreaterThan(0.1)
      }
  })
})

describe('words with figures in them', () => {
  it.each([
    ['Nitrogen, {10 kPa} at most', 'Nitrogen, 1.45 psi at most'],
    ['Relief at {3.5 kPa}', 'Relief at 0.508 psi'],
    ['Strainer {3 to 8 mm} off the floor', 'Strainer 0.12 to 0.31 in off the floor'],
    ['Under {50 °C}', 'Under 122 °F'],
    ['Straps {35 N·m}, screws {3.5 N·m}', 'Straps 25.8 lbf·ft, screws 31 lbf·in'],
    ['{−30 kPa}', '−4.35 psi'],
    ['Gauge {0-600 kPa}, class 1.6', 'Gauge 0-87 psi, class 1.6'],
    ['Over {150 000 km}', 'Over 93206 mi'],
    ['{200 mL} into glass', '6.76 fl oz into glass'],
    ['Nothing to turn', 'Nothing to turn'],
  ])('%s', (text, said) => expect(inWords(text, customary)).toBe(said))
  it('are as written where the unit is', () => {
    expect(plainWords('Caps, {8 and 10 mm}')).toBe('Caps, 8 and 10 mm')
    expect(inWords('{10 kPa} and {20 °C}', UNIT_SYSTEMS.bar)).toBe('0.1 bar and 20 °C')
  })
  it('a limit that is said in another unit is off by less than a hundredth', () => {
    for (const kPa of [3.5, 10, 30, 35, 50, 60, 100, 250, 600, 1000]) {
      const said = inWords(`{${kPa} kPa}`, customary)
      expect(Math.abs(turn(Number(said.split(' ')[0]), 'psi', 'kPa') - kPa) / kPa).toBeLessThan(0.01)
    }
  })
  it('a mark without a figure or a unit is no mark', () => {
    expect(marksOf('{10 kPa} {it} {5 parsec}')).toEqual([
      expect.objectContaining({ values: [10], unit: 'kPa' }),
      null,
    ])
    expect(inWords('{it} leaks', customary)).toBe('{it} leaks')
  })
})
