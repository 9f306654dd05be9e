/** A job that was left for months: what is said before it goes on. */
import { describe, expect, it } from 'vitest'
import { LogBuilder } from '../records'
import { notedComplaint } from '../records/noted.fixture'
import { LONG_GAP_DAYS, foldJob, longGapOf, orderWaitId, type JobView } from '.'

const DAY = 86_400_000
const BEGAN = 20_000 * DAY
const begun = () =>
  new LogBuilder('j', { device: 'a', by: 'Ida' })
    .add(BEGAN, 'job-opened', { vehicleId: 'v', unit: '07', vehicleName: 'Larch', words: '', neededBy: null })
    .add(BEGAN, 'complaint-noted', notedComplaint(['longCrank']))
const after = (job: JobView, days: number, fuel: 'petrolE0' | 'diesel' = 'petrolE0') =>
  longGapOf(job, fuel, BEGAN + days * DAY)
const kinds = (job: JobView, days: number, fuel?: 'petrolE0' | 'diesel') =>
  after(job, days, fuel)?.aged.map(({ kind }) => kind)

describe('a long gap', () => {
  const bare = foldJob('j', begun().events)
  it('is none before its time, and none of a signed job', () => {
    expect(after(bare, LONG_GAP_DAYS - 1)).toBeNull()
    expect(after(bare, LONG_GAP_DAYS)).toMatchObject({ days: LONG_GAP_DAYS, stage: 'trace', stepsDone: 0 })
    const signed = foldJob('j', begun().add(BEGAN, 'job-signed', { unproven: [], note: '' }).events)
    expect(after(signed, 400)).toBeNull()
  })
  it('asks for the battery always, for the fuel by its kind', () => {
    expect(kinds(bare, 40)).toEqual(['battery'])
    expect(kinds(bare, 100)).toEqual(['fuel', 'battery'])
    expect(kinds(bare, 100, 'diesel')).toEqual(['battery'])
    expect(kinds(bare, 200, 'diesel')).toEqual(['fuel', 'battery'])
  })
  it('puts what can hurt first where something lies open or stands raised', () => {
    const open = foldJob(
      'j',
      begun().add(BEGAN, 'state-asserted', {
        changes: { wayIn: 'open', height: 'raised' },
        why: 'seen',
      }).events,
    )
    const gap = after(open, 40)!
    expect(gap.aged.map(({ kind }) => kind)).toEqual(['vapour', 'raised', 'open', 'battery'])
    expect(gap.aged.map(({ danger }) => danger)).toEqual([true, true, false, false])
    expect(gap.left).toEqual(expect.arrayContaining(['Way in open', 'Vehicle raised']))
  })
  it('says what is over and which part should be here', () => {
    const waiting = foldJob(
      'j',
      begun()
        .add(BEGAN, 'wait-started', { waitId: 'cure', label: 'Sealant cures', minutes: 600 })
        .add(BEGAN, 'wait-started', {
          waitId: orderWaitId('parts:Pump'),
          label: 'Pump on order',
          minutes: 600,
        }).events,
    )
    expect(kinds(waiting, 40)).toEqual(['battery', 'over', 'part'])
  })
})
