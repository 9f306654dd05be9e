/** What an open job wants, and how often a fleet wants each piece. */
import { describe, expect, it } from 'vitest'
import { foldJob, orderWaitId, type VehicleRecord } from '../job'
import { notedComplaint } from '../records/noted.fixture'
import { LogBuilder } from '../records'
import { usualWays } from '../library'
import { specificationOf } from '../vehicle'
import type { Need } from '../parts'
import { demandOf, needsOf } from '.'

const VEHICLE: VehicleRecord = {
  id: 'v',
  unit: '12',
  name: 'Lerch 12 minibus',
  layout: 'A01',
  kind: 'real',
  year: null,
  kilometres: null,
  notes: '',
  specification: specificationOf(),
  edits: [],
  ways: usualWays('A01'),
  access: [],
  limits: [],
}
const log = (jobId = 'j') =>
  new LogBuilder(jobId, { device: 'd', by: 'Ida' })
    .add(1000, 'job-opened', {
      vehicleId: 'v',
      unit: '12',
      vehicleName: VEHICLE.name,
      words: '',
      neededBy: null,
    })
    .add(1001, 'complaint-noted', notedComplaint(['starvesUnderLoad']))
const planned = () =>
  log().add(2000, 'plan-made', {
    repairIds: ['module'],
    start: { ...foldJob('j', log().events, VEHICLE).state } as Record<string, string>,
    ways: usualWays('A01'),
    reason: '',
    pace: { rust: 'none', first: false },
  })
const needs = (builder: LogBuilder) => needsOf(foldJob('j', builder.events, VEHICLE), VEHICLE)
const pieces = (found: Need[]) => found.map(({ piece }) => piece)

describe('what a job wants', () => {
  it('nothing without a plan; with one, its pieces, until they are in hand', () => {
    expect(needs(log())).toEqual([])
    expect(pieces(needs(planned()))).toEqual(
      expect.arrayContaining(['Pump module', 'Flange seal', 'Hose clip, rated']),
    )
    const wanted = needs(planned()).find(({ piece }) => piece === 'Pump module')!
    expect(wanted).toMatchObject({ count: 1, unit: '12', layout: 'A01', orderedFor: null })
    const inHand = planned().add(3000, 'ready-noted', { item: wanted.itemId, ready: true })
    expect(pieces(needs(inHand))).not.toContain('Pump module')
  })
  it('where the plan leads nowhere, an order is the same line of the list, so that it can come and be late', () => {
    const { itemId } = needs(planned()).find(({ piece }) => piece === 'Pump module')!
    const lost = planned()
      .add(3000, 'wait-started', {
        waitId: orderWaitId(itemId),
        label: 'Pump module on order',
        minutes: 1440,
        holds: true,
      })
      .add(4000, 'plan-made', {
        repairIds: ['module'],
        start: {},
        ways: [],
        reason: '',
        pace: { rust: 'none', first: false },
      })
    const [left] = needs(lost)
    expect(left).toMatchObject({ itemId, piece: 'Pump module', orderedFor: 3000 + 86_400_000 })
  })
  it('it is the vehicle as it is kept that a part has to fit, not what the job calls it', () => {
    const renamed = { ...VEHICLE, name: 'Lerch 12 kombi' }
    const builder = planned()
    const [first] = needsOf(foldJob('j', builder.events, renamed), renamed)
    expect(first).toMatchObject({ vehicleName: 'Lerch 12 kombi', layout: 'A01' })
  })
  it('what is on order says when it comes; a job that is signed wants nothing', () => {
    const { itemId } = needs(planned()).find(({ piece }) => piece === 'Pump module')!
    const ordered = planned().add(3000, 'wait-started', {
      waitId: orderWaitId(itemId),
      label: 'Pump module on order',
      minutes: 1440,
      holds: false,
    })
    expect(needs(ordered).find(({ piece }) => piece === 'Pump module')!.orderedFor).toBe(3000 + 86_400_000)
    const signed = ordered.add(9000, 'job-signed', { unproven: [], note: '' })
    expect(needs(signed)).toEqual([])
  })
})

describe('what a fleet wants', () => {
  it('a fleet wants what its faults break; what it had in fact moves that', () => {
    const now = 3 * 365.25 * 86_400_000
    const fleet = Array.from({ length: 20 }, () => 'A01' as const)
    const fresh = demandOf(fleet, [], now)
    expect(fresh.length).toBeGreaterThan(5)
    // One job a vehicle and year comes to one repair: pieces of no repair are more than none, and of all no more than each job has.
    const wanted = fresh.find(({ piece }) => piece === 'Pump module')!
    expect(wanted.perYear).toBeGreaterThan(0)
    expect(wanted.perYear).toBeLessThan(20)
    const done = Array.from({ length: 60 }, (_, k) => ({ openedAt: (k / 60) * now, repaired: ['module'] }))
    const moved = demandOf(fleet, done, now).find(({ piece }) => piece === 'Pump module')!
    expect(moved).toMatchObject({ counted: 60 })
    expect(moved.perYear).toBeGreaterThan(wanted.perYear)
  })
})
