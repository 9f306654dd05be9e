/** Waits that are bound to something: parts on order, joints that stand under pressure, what a call was weighed by. */
import { describe, expect, it } from 'vitest'
import { LogBuilder } from '../records'
import {
  foldJob,
  gaugeRise,
  isOrder,
  lastArrival,
  LEAK_STAND_MINUTES,
  leakStandId,
  leakStandOf,
  leakStood,
  orderOf,
  orderWaitId,
  waitHolds,
} from '.'

const DAY = 86_400_000
const MINUTE = 60_000
const log = () => new LogBuilder('job-1', { device: 'a', by: 'Ida' })
const fold = (builder: LogBuilder) => foldJob('job-1', builder.events)
const ordered = (builder: LogBuilder, at: number, itemId: string, days: number) =>
  builder.add(at, 'wait-started', {
    waitId: orderWaitId(itemId),
    label: `${itemId} on order`,
    minutes: 1440 * days,
    holds: false,
  })

describe('a part on order', () => {
  it('comes when it was said to, and holds no step by itself', () => {
    const job = fold(ordered(log(), 0, 'parts:Pump module', 2))
    expect(orderOf(job, 'parts:Pump module')!.endsAt).toBe(2 * DAY)
    expect(orderOf(job, 'seals:Flange seal')).toBeNull()
    expect(waitHolds(job.waits, 0)).toEqual([])
    expect(job.waits.every(isOrder)).toBe(true)
  })
  it('the last of several decides; what is in hand counts no more', () => {
    const builder = ordered(ordered(log(), 0, 'parts:Pump module', 2), 0, 'seals:Flange seal', 5)
    const ids = ['parts:Pump module', 'seals:Flange seal', 'tools:Brass ring key']
    expect(lastArrival(fold(builder), ids)).toBe(5 * DAY)
    expect(lastArrival(fold(builder), ids.slice(0, 1))).toBe(2 * DAY)
    expect(
      lastArrival(fold(builder.add(DAY, 'wait-ended', { waitId: orderWaitId('seals:Flange seal') })), ids),
    ).toBe(2 * DAY)
    expect(lastArrival(fold(log()), ids)).toBeNull()
  })
  it('ordered again it has the new date alone', () => {
    const job = fold(ordered(ordered(log(), 0, 'parts:Pump module', 2), DAY, 'parts:Pump module', 4))
    expect(job.waits).toHaveLength(1)
    expect(orderOf(job, 'parts:Pump module')!.endsAt).toBe(5 * DAY)
  })
  it('a long name still finds its order, in an id that the log takes', () => {
    const long = `parts:${'x'.repeat(90)}`.slice(0, 80)
    expect(orderWaitId(long).length).toBeLessThanOrEqual(80)
    expect(orderOf(fold(ordered(log(), 0, long, 1)), long)).not.toBeNull()
  })
})

describe('joints under pressure', () => {
  const begun = (builder: LogBuilder, at: number) =>
    builder.add(at, 'wait-started', {
      waitId: leakStandId({ epoch: fold(builder).epoch }),
      label: 'Joints stand',
      minutes: LEAK_STAND_MINUTES,
      holds: false,
    })
  it('have stood when the time is over, or when a person says so', () => {
    const job = fold(begun(log(), 0))
    expect(leakStood(job, (LEAK_STAND_MINUTES - 0.1) * MINUTE)).toBe(false)
    expect(leakStood(job, LEAK_STAND_MINUTES * MINUTE)).toBe(true)
    expect(
      leakStood(
        fold(begun(log(), 0).add(MINUTE, 'wait-ended', { waitId: leakStandId({ epoch: 0 }) })),
        MINUTE,
      ),
    ).toBe(true)
    expect(leakStood(fold(log()), 1e12)).toBe(false)
  })
  it('stand no longer once the answer is there', () => {
    expect(
      leakStandOf(fold(begun(log(), 0).add(6 * MINUTE, 'proof-noted', { item: 'primes', outcome: 'yes' })))!
        .ended,
    ).toBe(false)
    expect(
      leakStandOf(fold(begun(log(), 0).add(6 * MINUTE, 'proof-noted', { item: 'dry', outcome: 'no' })))!
        .ended,
    ).toBe(true)
  })
  it('stand again in the next round', () => {
    const again = begun(log(), 0).add(2 * MINUTE, 'complaint-remains', { words: '', run: 'better' })
    expect(fold(again).epoch).toBe(1)
    expect(leakStandOf(fold(again))).toBeNull()
    expect(leakStandOf(fold(begun(again, 10 * MINUTE)))!.startedAt).toBe(10 * MINUTE)
  })
})

describe('litres on the gauge', () => {
  it('rise by their share of the tank, and never over its scale', () => {
    expect(gaugeRise(10, 0.05)).toBeCloseTo(0.2, 12)
    expect(gaugeRise(80, 0.05)).toBe(1)
  })
})

describe('what a call was weighed by', () => {
  const made = (
    terms: { moneyPerMinute: number; moneyPerStandingDay: number; leadDays: number | null } | null,
  ) => ({ callId: 'flangeSeal', optionId: 'seal', recommended: 'seal', reason: '', terms })
  it('stays with the job, the last that was named', () => {
    const named = { moneyPerMinute: 2, moneyPerStandingDay: 400, leadDays: 8 }
    expect(fold(log().add(0, 'call-made', made(named)).add(1, 'call-made', made(null))).terms).toEqual(named)
    expect(fold(log()).terms).toBeNull()
  })
})
