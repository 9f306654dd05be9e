/** Vehicles as logs: what two tablets say of one vehicle, in any order, loses nothing. */
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../shared'
import { specificationOf } from '../vehicle'
import {
  beginLog,
  factsOf,
  foldVehicle,
  mergeFacts,
  readFacts,
  wordsBetween,
  type VehicleFact,
  type VehicleRecord,
} from '.'

const LARCH: VehicleRecord = {
  id: 'larch',
  unit: '07',
  name: 'Larch van',
  layout: 'A01',
  kind: 'real',
  year: 2009,
  kilometres: 210_000,
  notes: '',
  specification: specificationOf(),
  edits: [],
  ways: ['benchHatch'],
  access: [],
  limits: [],
}
let made = 0
const say = (log: VehicleFact[], device: string, before: VehicleRecord, after: VehicleRecord, now = 10) => [
  ...log,
  ...factsOf(
    log,
    LARCH.id,
    wordsBetween(before, after),
    { device, by: device },
    now,
    () => `f-${(made += 1)}`,
  ),
]
const record = (log: VehicleFact[]) => foldVehicle(log)!.record
const start = beginLog(LARCH, 0)

describe('what is said of a vehicle', () => {
  it('a record begins its log and comes back from it; the same record makes the same fact everywhere', () => {
    expect(record(start)).toEqual(LARCH)
    expect(beginLog({ ...LARCH }, 5)[0]!.id).toBe(start[0]!.id)
    expect(wordsBetween(LARCH, record(start))).toEqual([])
  })
  it('each change is said by itself, and comes to the record that the screen showed', () => {
    const changed: VehicleRecord = {
      ...LARCH,
      name: 'Larch box van',
      kilometres: null,
      specification: {
        ...LARCH.specification,
        fuel: 'petrolE85',
        regulatorSetPa: { value: 350e3, source: 'maker' },
      },
      edits: [{ kind: 'intoTank', part: 'filter' }],
      ways: ['benchHatch', 'tankDown'],
      access: [{ place: 'filter', minutes: 20, off: 'shield' }],
      limits: [{ testId: 'T24', low: { value: 340, unit: 'kPa' }, high: { value: 360, unit: 'kPa' } }],
    }
    const words = wordsBetween(LARCH, changed)
    expect(words.map((said) => said.says).sort()).toEqual(
      ['field', 'field', 'figure', 'figure', 'item', 'item', 'item', 'item'].sort(),
    )
    expect(record(say(start, 'a', LARCH, changed))).toEqual(changed)
    expect(record(say(say(start, 'a', LARCH, changed), 'a', changed, LARCH, 20))).toEqual(LARCH)
  })
  it('two tablets that did not know of each other: both changes stand, whichever way round they meet', () => {
    const here = say(start, 'a', LARCH, { ...LARCH, year: 2010 })
    const there = say(start, 'b', LARCH, {
      ...LARCH,
      limits: [{ testId: 'T24', low: { value: 340, unit: 'kPa' }, high: { value: 360, unit: 'kPa' } }],
    })
    const met = record(mergeFacts(here, there))
    expect([met.year, met.limits.length]).toEqual([2010, 1])
    expect(record(mergeFacts(there, here))).toEqual(met)
    expect(mergeFacts(mergeFacts(here, there), here)).toHaveLength(3)
  })
  it('a plate is said, taken back, and is then as if it had never been said', () => {
    const plated = { ...LARCH, plate: 'BV 40-12', engine: 'EN 2' }
    const log = say(start, 'a', LARCH, plated, 10)
    expect(record(log)).toEqual(plated)
    expect(record(say(log, 'a', plated, LARCH, 20))).toEqual(LARCH)
  })
  it('of two words on one thing the later counts and both stay', () => {
    const log = mergeFacts(
      say(start, 'a', LARCH, { ...LARCH, name: 'One' }, 10),
      say(start, 'b', LARCH, { ...LARCH, name: 'Other' }, 20),
    )
    expect(record(log).name).toBe('Other')
    expect(log).toHaveLength(3)
  })
  it('a word that makes a vehicle that cannot be stands aside, and the rest goes on', () => {
    const out = say(start, 'a', LARCH, { ...LARCH, edits: [{ kind: 'remove', part: 'filter' }] }, 10)
    const twice = mergeFacts(
      out,
      say(start, 'b', LARCH, { ...LARCH, edits: [{ kind: 'bypass', part: 'filter' }], year: 2011 }, 20),
    )
    const { record: left, aside } = foldVehicle(twice)!
    expect(left.edits).toEqual([{ kind: 'remove', part: 'filter' }])
    expect(left.year).toBe(2011)
    expect(aside.map((fact) => fact.device)).toEqual(['b'])
  })
  it('what two tablets sized for it stands together, each as it was asked', () => {
    const sized = (id: string, of: string) => ({
      ...{ id, of, at: 5, says: 'It gives {120 L/h}.' },
      typed: { railPa: { value: 45, unit: 'psi' as const }, pumps: 3, kind: 'turbine' },
    })
    const one = say(start, 'a', LARCH, { ...LARCH, sizings: [sized('s1', 'pump')] })
    const other = say(start, 'b', LARCH, { ...LARCH, sizings: [sized('s2', 'duty')] }, 20)
    const both = record(mergeFacts(one, other))
    expect(both.sizings).toEqual([sized('s1', 'pump'), sized('s2', 'duty')])
    expect(record(mergeFacts(other, one))).toEqual(both)
  })
  it('what cannot be read is left out, and a log without a beginning is no vehicle', () => {
    expect(readFacts([start[0], { id: 'x' }, null, 7])).toEqual(start)
    expect(foldVehicle(say(start, 'a', LARCH, { ...LARCH, year: 2012 }).slice(1))).toBeNull()
  })
})

describe('a hundred changes from two tablets in any order', () => {
  it.each([1, 2, 3, 4, 5])('draw %i: none lost, none doubled, the same on both', (seed) => {
    const random = seededRandom(seed)
    const sides: [VehicleFact[], VehicleFact[]] = [start, start]
    for (let k = 0; k < 100; k += 1) {
      const side = random.next() < 0.5 ? 0 : 1
      const before = record(sides[side])
      const limit = {
        testId: `T${k}`,
        low: { value: k, unit: 'kPa' as const },
        high: { value: k + 1, unit: 'kPa' as const },
      }
      sides[side] = say(
        sides[side],
        `tablet-${side}`,
        before,
        { ...before, limits: [...before.limits, limit] },
        k,
      )
      if (random.next() < 0.1) sides[side] = mergeFacts(sides[0], sides[1])
    }
    const [one, other] = [mergeFacts(sides[0], sides[1]), mergeFacts(sides[1], sides[0])]
    expect(record(one)).toEqual(record(other))
    expect(one).toHaveLength(101)
    expect(new Set(record(one).limits.map(({ testId }) => testId)).size).toBe(100)
  })
})
