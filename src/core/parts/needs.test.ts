/** What the open jobs want: nothing is promised twice, danger is served first, what does not fit is not offered. */
import { describe, expect, it } from 'vitest'
import { foldJob, type VehicleRecord } from '../job'
import { notedComplaint } from '../records/noted.fixture'
import { LogBuilder } from '../records'
import { orderWaitId } from '../job'
import { usualWays } from '../library'
import { specificationOf } from '../vehicle'
import { needsOf, partsBoard, type Need, type Order, type Part } from '.'

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

const need = (change: Partial<Need>): Need => ({
  jobId: 'j',
  unit: '12',
  vehicleName: VEHICLE.name,
  layout: 'A01',
  itemId: 'parts:Relay',
  piece: 'Relay, 30 A',
  count: 1,
  oneTime: false,
  danger: false,
  orderedFor: null,
  openedAt: 0,
  ...change,
})
const part = (id: string, change: Partial<Part> = {}): Part => ({
  id,
  name: id,
  number: id,
  maker: '',
  piece: 'Relay, 30 A',
  place: 'A1',
  least: 0,
  note: '',
  companions: [],
  shelf: 0,
  countedAt: null,
  moves: [],
  orders: [],
  quotes: [],
  fits: [],
  cores: [],
  firstAt: 0,
  ...change,
})
const order = (orderId: string, count: number, jobId: string | null = null): Order => ({
  orderId,
  count,
  seller: 'S',
  priceEach: null,
  dueAt: 5000,
  itemId: null,
  jobId,
  unit: '',
  at: 0,
  came: 0,
  ended: false,
})

describe('what covers it', () => {
  it('one on the shelf goes to the dangerous vehicle, the next is still to be ordered', () => {
    const { needs: covered } = partsBoard(
      [need({ jobId: 'old', openedAt: 1 }), need({ jobId: 'danger', danger: true, openedAt: 9 })],
      [part('r', { shelf: 1 })],
    )
    expect(covered.map(({ need: { jobId }, cover }) => [jobId, cover.kind])).toEqual([
      ['danger', 'shelf'],
      ['old', 'lacks'],
    ])
  })
  it('orders for the shelf cover as far as they reach; an order of another job covers nothing', () => {
    const coming = part('r', { orders: [order('o', 1)] })
    const kinds = (parts: Part[]) =>
      partsBoard([need({ jobId: 'a' }), need({ jobId: 'b', openedAt: 1 })], parts).needs.map(
        ({ cover }) => cover.kind,
      )
    expect(kinds([coming])).toEqual(['coming', 'lacks'])
    expect(kinds([part('r', { orders: [order('o', 1, 'other')] })])).toEqual(['lacks', 'lacks'])
  })
  it('a part that did not fit this kind of vehicle covers nothing there, and is named', () => {
    const wrong = part('w', {
      shelf: 3,
      fits: [
        {
          fits: false,
          vehicleName: VEHICLE.name,
          layout: 'A01',
          why: 'Other plug',
          jobId: null,
          unit: '12',
          at: 0,
          by: '',
        },
      ],
    })
    const [here] = partsBoard([need({})], [wrong]).needs
    expect(here!.cover).toMatchObject({ kind: 'lacks', part: null, wrong: [{ id: 'w' }] })
    const [other] = partsBoard([need({ vehicleName: 'Cairn van' })], [wrong]).needs
    expect(other!.cover.kind).toBe('shelf')
  })
  it('least stock counts what is promised to jobs as gone, and what comes for the shelf as there', () => {
    const kept = part('r', { shelf: 2, least: 3, orders: [order('o', 1)] })
    expect(partsBoard([], [kept]).shorts).toEqual([])
    expect(partsBoard([need({})], [kept]).shorts).toMatchObject([{ count: 1 }])
  })
  it('what was taken for a job is its own and is not promised again', () => {
    const taken = part('r', {
      shelf: 0,
      moves: [{ count: 1, from: 'shelf', to: 'job', orderId: null, jobId: 'j', unit: '12', at: 0, by: '' }],
    })
    const kinds = partsBoard([need({}), need({ jobId: 'k', openedAt: 1 })], [taken]).needs.map(
      ({ cover }) => cover.kind,
    )
    expect(kinds).toEqual(['shelf', 'lacks'])
  })
})
