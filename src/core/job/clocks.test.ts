/** Timers of safety do not believe a clock: what must come after something is told by having had it. */
import { describe, expect, it } from 'vitest'
import { LogBuilder, mergeLogs, type JobEvent } from '../records'
import { evacuated, foldJob, gateValue, hazardsDue, readGate, vapourStale } from '.'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const START = 1_790_000_000_000
const tablet = (device: string, known: JobEvent[] = []) => {
  const log = new LogBuilder(`job-1-${device}`, { device, by: device })
  log.events.push(...known)
  return log
}
const meter = (lelPercent: number) => ({ lelPercent, where: 'tank' })
const out = (events: JobEvent[]) => evacuated(foldJob('job-1', events))

describe('a high reading of the gas meter', () => {
  it('holds though another tablet, half an hour ahead, read zero before it', () => {
    const ahead = tablet('ahead').add(START + 30 * MINUTE, 'meter-read', meter(0))
    const right = tablet('right').add(START + 10 * MINUTE, 'meter-read', meter(25))
    const merged = mergeLogs(ahead.events, right.events)
    expect(merged.map((event) => event.device)).toEqual(['right', 'ahead'])
    expect(out(merged)).toBe(true)
  })
  it('is over once somebody who had it reads low, whatever the clocks say', () => {
    const high = tablet('right').add(START + HOUR, 'meter-read', meter(25))
    const low = tablet('behind', [...high.events]).add(START, 'meter-read', meter(2))
    expect(out(low.events)).toBe(false)
    expect(out(high.add(START + 2 * HOUR, 'meter-read', meter(15)).events)).toBe(true)
    expect(out(high.add(START + 3 * HOUR, 'meter-read', meter(5)).events)).toBe(false)
  })
  it('of a log that kept no such order is judged by the order of the log', () => {
    const old = tablet('a')
      .add(START, 'meter-read', meter(25))
      .add(START + 1, 'meter-read', meter(3))
    expect(out(old.events.map(({ seen: _seen, ...event }) => event as JobEvent))).toBe(false)
  })
})

describe('vapour that was called clear', () => {
  const clear = { changes: { vapour: 'clear' }, why: 'seen' as const }
  const vapour = (events: JobEvent[]) => foldJob('job-1', events).state.vapour
  it('is not clear after a meter that reads otherwise, though nobody says so', () => {
    const log = tablet('a').add(START, 'meter-read', meter(0)).add(START, 'state-asserted', clear)
    expect(vapour(log.events)).toBe('clear')
    expect(vapour(log.add(START + MINUTE, 'meter-read', meter(0.9)).events)).toBe('clear')
    expect(vapour(log.add(START + MINUTE, 'meter-read', meter(2)).events)).toBe('unchecked')
    expect(vapour(log.add(START + 2 * MINUTE, 'state-asserted', clear).events)).toBe('clear')
  })
  it('is not clear after the reading of a test that says otherwise either', () => {
    const log = tablet('a').add(START, 'state-asserted', clear)
    const reading = (value: number) => ({
      readingId: `r${value}`,
      testId: 'T76-floor',
      value: { kind: 'number' as const, entered: { value, unit: '%' as const } },
      scene: 'rest',
      instrument: 'gasMeter',
      faultPresent: 'yes' as const,
      source: 'vehicle' as const,
      phase: 'trace' as const,
      sure: 'yes' as const,
    })
    expect(vapour(log.add(START + 1, 'reading-taken', reading(0)).events)).toBe('clear')
    expect(vapour(log.add(START + 2, 'reading-taken', reading(6)).events)).toBe('unchecked')
  })
  it('is not called so by a tablet that did not know of the reading', () => {
    const high = tablet('right').add(START, 'meter-read', meter(8))
    const low = tablet('ahead').add(START + HOUR, 'state-asserted', clear)
    expect(vapour(mergeLogs(high.events, low.events))).toBe('unchecked')
    const knowing = tablet('behind', [...high.events]).add(START - HOUR, 'state-asserted', clear)
    expect(vapour(knowing.events)).toBe('clear')
    expect(vapour(mergeLogs(knowing.events, []))).toBe('clear')
  })
})

describe('an age that runs backwards', () => {
  const act = { needs: { vapour: 'clear' }, sets: {} } as const
  const job = { state: { vapour: 'clear' }, vapourClearAt: START } as const
  it('is stale, and so is one by a clock that runs behind what this tablet has seen', () => {
    expect(vapourStale(job, act, START + 2 * MINUTE)).toBeNull()
    expect(vapourStale(job, act, START - HOUR)).toBe(Infinity)
    // A screen whose clock ticks some seconds behind the act asks for no second reading.
    expect(vapourStale(job, act, START - 20_000)).toBeNull()
    expect(vapourStale(job, act, START + 2 * MINUTE, START + 23 * HOUR)).toBe(Infinity)
  })
  it('asks for the hazards, since nobody knows how long it was', () => {
    const begun = tablet('a').add(START, 'proof-noted', { item: 'dry', outcome: 'yes' })
    expect(hazardsDue(foldJob('job-1', begun.events), 5, START - HOUR)).toEqual({ why: 'clock' })
  })
  it('a handover from a fast clock asks for the hazards once, not for ever', () => {
    const fast = tablet('fast').add(START + 5 * HOUR, 'handed-over', { to: 'Ove', note: '' })
    expect(hazardsDue(foldJob('job-1', fast.events), 5, START + 5 * HOUR)).toEqual({
      why: 'handover',
      to: 'Ove',
    })
    const seen = tablet('right', [...fast.events]).add(START, 'hazards-confirmed', { gateId: 'vapour' })
    expect(hazardsDue(foldJob('job-1', seen.events), 5, START + 5 * HOUR)).toBeNull()
  })
})

describe('what was done to make it fail', () => {
  it('leaves the exhaust hot and the line under pressure', () => {
    const log = tablet('a')
      .add(START, 'state-asserted', { changes: { exhaust: 'cool', line: 'off' }, why: 'seen' })
      .add(START + MINUTE, 'provoked', { way: 'shake', outcome: 'holds' })
    expect(foldJob('job-1', log.events).state).toMatchObject({ exhaust: 'hot', line: 'pressurised' })
  })
})

describe('a figure at a gate', () => {
  it.each([
    ['0', '%', 0],
    ['0,4', '%', 0.4],
    ['12.5', '%', 12.5],
    ['2000', 'kPa', 2000],
    ['-5', '%', null],
    ['101', '%', null],
    ['2001', 'kPa', null],
    ['1e3', 'kPa', null],
    ['1e999', '%', null],
    ['1,5,2', 'kPa', null],
    ['', 'kPa', null],
  ] as const)('%s %s', (typed, unit, value) => expect(gateValue(typed, unit)).toBe(value))
  it.each([
    ['1.4', 'psi', 9.65266021],
    ['0.1', 'bar', 10],
    ['290.1', 'psi', null],
    ['10', 'kPa', 10],
  ] as const)('%s %s, read by a gauge in that unit, is %s kPa', (typed, shown, kPa) => {
    const value = gateValue(typed, 'kPa', shown)
    if (kPa === null) expect(value).toBeNull()
    else expect(value).toBeCloseTo(kPa, 6)
  })
  it('says the range of what can be', () => {
    expect(readGate('-5', '%')).toEqual({ kind: 'not possible', range: '0 to 100 % LEL' })
    expect(readGate('9999', 'kPa')).toEqual({ kind: 'not possible', range: '{0 to 2000 kPa}' })
    expect(readGate(' ', '%')).toEqual({ kind: 'empty' })
  })
})

describe('the dip', () => {
  const dip = (litres: number, log = tablet('a')) =>
    log.add(START, 'state-asserted', { changes: {}, why: 'seen', litres })
  it('decides how the fuel stands: an empty tank is not drained, a full one is', () => {
    expect(foldJob('job-1', dip(60).events).state).toMatchObject({
      fuelLevel: 'over half',
      tankInside: 'fuel',
    })
    expect(foldJob('job-1', dip(25).events).state.fuelLevel).toBe('above flange')
    expect(foldJob('job-1', dip(8).events).state.fuelLevel).toBe('below flange')
    expect(foldJob('job-1', dip(1).events).state).toMatchObject({
      fuelLevel: 'below flange',
      tankInside: 'dry',
    })
  })
  it('what was drained is taken off, what was poured is added', () => {
    const done = (operationId: string, step: number) => ({
      step,
      operationId,
      sets: {},
      entered: null,
      torqueNm: null,
      byFeel: false,
      note: '',
    })
    const log = dip(40)
      .add(START + 1, 'plan-made', {
        repairIds: ['module'],
        start: {},
        ways: [],
        reason: '',
        pace: { rust: 'none', first: false },
      })
      .add(START + 2, 'step-done', done('drainBelowFlange', 0))
    expect(foldJob('job-1', log.events).litres).toBeCloseTo(17.5, 6)
    expect(foldJob('job-1', log.add(START + 3, 'step-done', done('emptyTank', 1)).events).litres).toBe(0)
    expect(foldJob('job-1', log.add(START + 4, 'step-done', done('pourHung', 2)).events).litres).toBe(5)
  })
})
