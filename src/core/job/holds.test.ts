import { describe, expect, it } from 'vitest'
import { LogBuilder } from '../records'
import { DRIVEN_IN } from '../vehicle'
import { consentHold, foldJob, waitHolds } from '.'

const plan = (repairIds: string[]) => ({
  repairIds,
  start: DRIVEN_IN as Record<string, string>,
  ways: ['benchHatch'],
  reason: '',
  pace: { rust: 'none', first: false } as const,
})
const step = {
  step: 0,
  operationId: 'makeAreaSafe',
  sets: {},
  entered: null,
  torqueNm: null,
  byFeel: false,
  note: '',
}
const begun = (repairIds: string[]) =>
  new LogBuilder('job-1', { device: 'a', by: 'Ida' })
    .add(1, 'plan-made', plan(repairIds))
    .add(2, 'step-done', step)
const consent = (repairIds: string[], upTo: number | null) => ({
  who: 'Fleet desk',
  how: 'phone' as const,
  repairIds,
  upTo,
})
const held = (log: LogBuilder, repairIds: string[], high = 300) =>
  consentHold(foldJob('job-1', log.events), repairIds, high)

describe('consent', () => {
  it('the work that the job began with is agreed; before it begins nothing is extra', () => {
    expect(held(begun(['module']), ['module'])).toBeNull()
    expect(consentHold(foldJob('job-1', []), ['module', 'sender'], 900)).toBeNull()
  })
  it('extra work waits until it is agreed', () => {
    expect(held(begun(['module']), ['module', 'sender'])).toEqual({ kind: 'extra', repairIds: ['sender'] })
    expect(
      held(begun(['module']).add(3, 'consent-noted', consent(['sender'], null)), ['module', 'sender']),
    ).toBeNull()
  })
  it('a limit holds what may go over it, and the last one named counts', () => {
    const log = begun(['module']).add(3, 'consent-noted', consent(['module'], 250))
    expect(held(log, ['module'], 300)).toEqual({ kind: 'over', high: 300, upTo: 250 })
    expect(held(log.add(4, 'consent-noted', consent(['module'], 350)), ['module'], 300)).toBeNull()
  })
})

describe('waits', () => {
  const MINUTE = 60_000
  const log = new LogBuilder('job-1', { device: 'a', by: 'Ida' })
    .add(0, 'wait-started', { waitId: 'cure', label: 'Sealant cures', minutes: 30, holds: true })
    .add(0, 'wait-started', { waitId: 'soak', label: 'Penetrant soaks', minutes: 45 })
  const held = (of: LogBuilder, minutes: number) =>
    waitHolds(foldJob('job-1', of.events).waits, minutes * MINUTE).map((wait) => wait.waitId)
  it('hold the next step until they are over or ended; others only run beside it', () => {
    expect(held(log, 10)).toEqual(['cure'])
    expect(held(log, 31)).toEqual([])
    expect(held(log.add(5 * MINUTE, 'wait-ended', { waitId: 'cure' }), 10)).toEqual([])
  })
  it('end with the step that goes on after them, those that held the way and no others', () => {
    const running = () =>
      new LogBuilder('job-1', { device: 'a', by: 'Ida' })
        .add(0, 'plan-made', plan(['module']))
        .add(0, 'wait-started', { waitId: 'cure', label: 'Sealant cures', minutes: 30, holds: true })
        .add(0, 'wait-started', { waitId: 'soak', label: 'Penetrant soaks', minutes: 20 })
    const open = (minutes: number) =>
      foldJob('job-1', running().add(minutes * MINUTE, 'step-done', step).events)
        .waits.filter((wait) => !wait.ended)
        .map((wait) => wait.waitId)
    expect(open(10)).toEqual(['cure', 'soak'])
    expect(open(40)).toEqual(['soak'])
  })
})
