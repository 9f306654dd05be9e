import { describe, expect, it } from 'vitest'
import {
  CHECK_EVERY_MS,
  corrected,
  errorOfInstrument,
  instrumentSchema,
  newInstrument,
  standingOf,
  withinScale,
  type Instrument,
} from '.'

const NOW = 1_800_000_000_000
const gauge: Instrument = {
  ...newInstrument('g1', 'Rail gauge', 'pressure', 'kPa'),
  ofReading: 0,
  fullScale: { value: 1000, unit: 'kPa' },
  ofFullScale: 0.016,
  constant: { value: 5, unit: 'kPa' },
  offset: { value: 8, unit: 'kPa' },
  lastCheckAt: NOW - 1000,
}

describe('an own instrument', () => {
  it('class 1.6 of 1000 kPa with a step of 5 is known to about ten (EQ22)', () => {
    const { absolute } = errorOfInstrument(gauge, NOW)
    expect(absolute / 1e3).toBeCloseTo(Math.hypot(9.2, 2.9), 1)
  })
  it('not checked in time it is trusted half as much; doubtful it says so first', () => {
    const old = { ...gauge, lastCheckAt: NOW - CHECK_EVERY_MS - 1 }
    expect([
      standingOf(gauge, NOW),
      standingOf(old, NOW),
      standingOf({ ...gauge, lastCheckAt: null }, NOW),
      standingOf({ ...old, doubtful: true }, NOW),
    ]).toEqual(['checked', 'overdue', 'never', 'doubtful'])
    expect(errorOfInstrument(old, NOW).absolute).toBeCloseTo(2 * errorOfInstrument(gauge, NOW).absolute, 6)
  })
  it('its offset is taken off in whatever unit was read', () => {
    expect(corrected(gauge, { value: 308, unit: 'kPa' }).value).toBeCloseTo(300, 9)
    expect(corrected(gauge, { value: 3.08, unit: 'bar' }).value).toBeCloseTo(3, 9)
  })
  it('a reading past its scale, or of another kind, is none', () => {
    expect(withinScale(gauge, { value: 990, unit: 'kPa' })).toBe(true)
    expect(withinScale(gauge, { value: 11, unit: 'bar' })).toBe(false)
    expect(withinScale(gauge, { value: 12, unit: 'V' })).toBe(false)
  })
  it.each([
    [{ ...gauge, name: ' ' }, 'name'],
    [{ ...gauge, offset: { value: 1, unit: 'V' } }, 'own kind'],
    [{ ...gauge, fullScale: null }, 'full scale'],
  ])('what cannot be is refused with the remedy', (one, words) => {
    const read = instrumentSchema.safeParse(one)
    expect(read.success).toBe(false)
    if (!read.success) expect(read.error.issues[0]!.message).toContain(words)
  })
})
