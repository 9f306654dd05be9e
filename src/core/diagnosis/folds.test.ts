/** What is kept of a fold changes nothing: whatever came before, the same evidence gives the same weights to the last bit. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { posteriorOf, withKnown, type Complaint, type Evidence, type Posterior } from '.'
import { expectedOf } from './posterior'
import { ownPairs, typicalTable } from './tables.fixture'

const complaint: Complaint = { symptoms: ['cranksNoStart'], raisers: [], failingNow: 'yes' }
const number = (testId: string, value: number, unit: 'V' | 'kPa' | 'A'): Evidence => ({
  id: `${testId} ${value}`,
  testId,
  value: { kind: 'number', entered: { value, unit } },
  faultPresent: 'yes',
})
const seen = (testId: string, outcome: string): Evidence => ({
  id: `${testId} ${outcome}`,
  testId,
  value: { kind: 'outcome', outcome },
  faultPresent: 'yes',
})
const ALL: Evidence[] = [
  number('T01-rest', 12.5, 'V'),
  number('T04', 9.4, 'V'),
  { ...number('T04', 9.6, 'V'), id: 'again' },
  number('T04-in', 12.1, 'V'),
  number('T13', 5.2, 'A'),
  number('T24', 240, 'kPa'),
  { ...number('T24', 240, 'kPa'), id: 'doubted', doubtful: true },
  { ...number('T05', 1.2, 'V'), faultPresent: 'no' },
  { ...number('T05', 6, 'V'), id: 'swings', swings: 0.4 },
  seen('T03', 'weak'),
]
/** A table that nothing was ever folded on. */
const fresh = () => ownPairs(typicalTable('A01'))
const same = (one: Posterior, other: Posterior) => {
  expect(one.weights).toEqual(other.weights)
  expect([...one.slips]).toEqual([...other.slips])
  for (const at of [0, 40, 300])
    expect(expectedOf(one, at, one.table.catalogue.numeric[3]!.row)).toEqual(
      expectedOf(other, at, other.table.catalogue.numeric[3]!.row),
    )
}

describe('a fold on what stood before', () => {
  it('is the fold from the first on', { timeout: 60_000 }, () => {
    const table = fresh()
    fc.assert(
      fc.property(fc.array(fc.subarray(ALL), { minLength: 2, maxLength: 5 }), (turns) => {
        const last = turns.map((evidence) => posteriorOf(table, complaint, evidence)).at(-1)!
        same(last, posteriorOf(fresh(), complaint, turns.at(-1)!))
      }),
      { seed: 5, numRuns: 12 },
    )
  })
  it('leaves the belief before it as it was', () => {
    const table = fresh()
    const before = posteriorOf(table, complaint, ALL.slice(0, 3))
    const row = table.catalogue.numericById.get('T24')!.row
    const kept = [0, 40, 300].map((at) => expectedOf(before, at, row))
    posteriorOf(table, complaint, ALL.slice(0, 6))
    posteriorOf(table, complaint, [...ALL.slice(0, 2), number('T24', 100, 'kPa')])
    expect([0, 40, 300].map((at) => expectedOf(before, at, row))).toEqual(kept)
  })
  it('of another complaint, with a part found sound, or on another knowledge of the vehicle, begins anew', () => {
    const table = fresh()
    posteriorOf(table, complaint, ALL)
    const other: Complaint = { ...complaint, symptoms: ['starvesUnderLoad'] }
    same(posteriorOf(table, other, ALL), posteriorOf(fresh(), other, ALL))
    const done = [{ repairId: 'relay', partWasBad: 'no' as const }]
    same(posteriorOf(table, complaint, ALL, done), posteriorOf(fresh(), complaint, ALL, done))
    const known = [
      {
        testId: 'T24',
        source: 'maker' as const,
        low: { value: 290, unit: 'kPa' as const },
        high: { value: 310, unit: 'kPa' as const },
      },
    ]
    same(
      posteriorOf(withKnown(table, known), complaint, ALL),
      posteriorOf(withKnown(fresh(), known), complaint, ALL),
    )
  })
})
