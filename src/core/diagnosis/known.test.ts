/** Where a band comes from, and how far each source narrows it. */
import { describe, expect, it } from 'vitest'
import { LAYOUTS, specificationOf, vehicleModel } from '../vehicle'
import {
  nominalTable,
  posteriorOf,
  soundBandOf,
  suspectsOf,
  withKnown,
  type KnownFigure,
  type KnownSource,
} from '.'

const built = vehicleModel(LAYOUTS.A01, specificationOf())
if (!built.ok) throw new Error(built.error.problem)
const table = nominalTable(built.value)
const rail = table.catalogue.numericById.get('T24')!
const load = table.catalogue.numericById.get('T27')!
const figure = (source: KnownSource, low: number, high = low, testId = 'T24'): KnownFigure => ({
  testId,
  source,
  low: { value: low, unit: 'kPa' },
  high: { value: high, unit: 'kPa' },
})
const bandOf = (known: KnownFigure[], entry = rail) => soundBandOf(withKnown(table, known), entry)
const width = ({ low, high }: { low: number; high: number }) => high - low

describe('bands of sound readings', () => {
  it('are typical where nothing else is known', () =>
    expect(bandOf([])).toMatchObject({ source: 'generic', against: null }))
  it('the better the source, the narrower, and drawn towards what was read', () => {
    const [generic, sister, own] = [
      bandOf([]),
      bandOf([figure('sister', 306)]),
      bandOf([figure('own past', 306)]),
    ]
    expect(width(own)).toBeLessThan(width(sister))
    expect(width(sister)).toBeLessThan(width(generic))
    const middle = (band: typeof own) => 0.5 * (band.low + band.high)
    expect(Math.abs(middle(own) - 306)).toBeLessThan(Math.abs(middle(generic) - 306))
    expect([own.source, sister.source]).toEqual(['own past', 'sister'])
  })
  it('the maker’s limits stand as they are, and what lies outside them is named, never mixed in', () => {
    expect(bandOf([figure('maker', 296, 304), figure('own past', 289)])).toEqual({
      low: 296,
      high: 304,
      source: 'maker',
      against: { source: 'own past', value: 289 },
    })
    expect(bandOf([figure('maker', 296, 304), figure('own past', 300)])).toMatchObject({ against: null })
  })
  it('what is known of one reading narrows what hangs on the same figures', () => {
    const before = bandOf([], load)
    const after = bandOf([figure('own past', 302)], load)
    expect(width(after)).toBeLessThan(width(before))
    expect(after.source).toBe('generic')
  })
  it('a reading just under the usual speaks the louder where the vehicle’s own past says what is usual', () => {
    const low = {
      id: 'a',
      testId: 'T24',
      value: { kind: 'number' as const, entered: { value: 283, unit: 'kPa' as const } },
      faultPresent: 'yes' as const,
    }
    const regulator = (known: KnownFigure[]) =>
      suspectsOf(
        posteriorOf(
          withKnown(table, known),
          { symptoms: ['starvesUnderLoad'], raisers: [], failingNow: 'yes' },
          [low],
        ),
      ).find((suspect) => suspect.id === 'regulator')!.probability
    expect(regulator([figure('own past', 306)])).toBeGreaterThan(regulator([]))
    withKnown(table, [])
  })
})
