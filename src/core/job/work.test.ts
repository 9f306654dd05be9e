/** What work leaves in the job: vapour that expires, sheets beside the steps, what is proven, what the next job is told. */
import { describe, expect, it } from 'vitest'
import { operationsFor, repairById, usualWays } from '../library'
import { planRepairs, plannerFor, type Plan } from '../procedure'
import { LogBuilder, type BodyOf } from '../records'
import { DRIVEN_IN } from '../vehicle'
import {
  CLEAR_FOR_BATTERY_MINUTES,
  CLEAR_FOR_MINUTES,
  curedBy,
  deferredFindings,
  disturbedOf,
  foldJob,
  leftOpen,
  openBypasses,
  planHolds,
  proofItems,
  readingSpread,
  unproven,
  vapourStale,
  workedMinutes,
} from '.'

const MINUTE = 60_000
const SETTING = { layout: 'A01', ways: ['benchHatch'] } as const
const log = () => new LogBuilder('job-1', { device: 'a', by: 'Ida' })
const planMade = (repairIds: string[]) => ({
  repairIds,
  start: DRIVEN_IN as Record<string, string>,
  ways: ['benchHatch'],
  reason: '',
  pace: { rust: 'none', first: false } as const,
})
const planned = (repairIds: string[]): Plan => {
  const answer = planRepairs(plannerFor(SETTING), DRIVEN_IN, repairIds)
  if (!answer.ok) throw new Error('no way')
  return answer.value
}
/** A log in which the plan is worked through, a step every ten minutes, as far as told. */
function worked(repairIds: string[], steps = Infinity): { events: LogBuilder; plan: Plan } {
  const plan = planned(repairIds)
  const events = log().add(0, 'plan-made', planMade(repairIds))
  for (const step of plan.steps.slice(0, steps))
    events.add(10 * MINUTE * (step.index + 1), 'step-done', {
      step: step.index,
      operationId: step.operationId,
      sets: step.act.sets as Record<string, string>,
      entered: null,
      torqueNm: null,
      byFeel: false,
      note: '',
    })
  return { events, plan }
}
const fold = (builder: LogBuilder) => foldJob('job-1', builder.events)

describe('vapour clear', () => {
  const own = operationsFor({ layout: 'A01', ways: usualWays('A01') })
  const stands = (id: string) => own.find((operation) => operation.id === id)!
  const [hatch, battery, ring] = [stands('hatchOpen'), stands('batteryOn'), stands('ringOff')]
  const cleared = log().add(0, 'state-asserted', { changes: { vapour: 'clear' }, why: 'seen' })
  it('lasts minutes, fewer for a battery contact', () => {
    const job = fold(cleared)
    expect(vapourStale(job, hatch, CLEAR_FOR_MINUTES * MINUTE)).toBeNull()
    expect(vapourStale(job, hatch, (CLEAR_FOR_MINUTES + 1) * MINUTE)).toBe(CLEAR_FOR_MINUTES + 1)
    expect(vapourStale(job, battery, (CLEAR_FOR_BATTERY_MINUTES + 1) * MINUTE)).toBe(
      CLEAR_FOR_BATTERY_MINUTES + 1,
    )
  })
  it('asks nothing of a step that does not need it, nor where it is not clear anyway', () => {
    expect(vapourStale(fold(cleared), ring, 99 * MINUTE)).toBeNull()
    expect(vapourStale(fold(log()), hatch, 99 * MINUTE)).toBeNull()
  })
  it('a later reading makes it fresh again, and one that nobody took is never fresh', () => {
    expect(
      vapourStale(
        fold(
          log()
            .add(0, 'state-asserted', { changes: { vapour: 'clear' }, why: 'seen' })
            .add(20 * MINUTE, 'state-asserted', { changes: { vapour: 'clear' }, why: 'seen' }),
        ),
        hatch,
        25 * MINUTE,
      ),
    ).toBeNull()
    expect(vapourStale({ state: { vapour: 'clear' }, vapourClearAt: null }, hatch, 0)).toBe(Infinity)
  })
})

describe('a plan in hand', () => {
  it('holds as long as its steps stand where they were done', () => {
    const { events, plan } = worked(['module'], 5)
    expect(planHolds(fold(events), plan)).toBe(true)
    expect(planHolds(fold(events), { ...plan, steps: plan.steps.slice(1) })).toBe(false)
  })
  it('a state kept by an older version is whole again', () => {
    const { feedTap, highSide, feed, ...older } = DRIVEN_IN
    expect([feedTap, highSide, feed]).toEqual(['open', 'pressurised', 'primed'])
    expect(
      fold(log().add(0, 'plan-made', { ...planMade(['module']), start: older as Record<string, string> }))
        .work!.start,
    ).toEqual(DRIVEN_IN)
  })
  it('a plan made anew does not do again what is done, until the complaint remains', () => {
    const { events, plan } = worked(
      ['module'],
      planned(['module']).steps.findIndex((step) => step.repairId) + 1,
    )
    expect(plan.steps.some((step) => step.repairId)).toBe(true)
    const anew = events.add(9e6, 'plan-made', planMade(['module', 'sender']))
    expect(fold(anew).work!.already).toEqual(['module'])
    expect(fold(anew.add(9.1e6, 'plan-made', planMade(['module', 'sender']))).work!.already).toEqual([
      'module',
    ])
    expect(
      fold(
        anew
          .add(9.2e6, 'complaint-remains', { words: '', run: 'worse' })
          .add(9.3e6, 'plan-made', planMade(['module'])),
      ).work!.already,
    ).toEqual([])
  })
  it('counts the work from step to step, a night between as an hour at most', () => {
    const { events, plan } = worked(['relay'])
    const last = 10 * MINUTE * plan.steps.length
    expect(workedMinutes(fold(events))).toBeCloseTo(10 * (plan.steps.length - 1), 6)
    events.add(last + 600 * MINUTE, 'step-done', {
      step: 99,
      operationId: 'keyOff',
      sets: {},
      entered: null,
      torqueNm: null,
      byFeel: false,
      note: '',
    })
    expect(workedMinutes(fold(events))).toBeCloseTo(10 * (plan.steps.length - 1) + 60, 6)
  })
  it('a repair that stands for another cures what that one cures', () => {
    expect(curedBy(fold(worked(['pumpAlone']).events))).toEqual(['pumpAlone', 'module'])
    expect(repairById('pumpAlone').standsFor).toBe('module')
  })
})

describe('sheets beside the work', () => {
  const bypass = (standing: 'set' | 'undone'): BodyOf<'bypass-noted'> => ({
    bypassId: 'b1',
    what: 'Cut-off switch',
    where: 'kick panel',
    standing,
  })
  it('a bridge stands until it is undone, and is not proven before', () => {
    const set = log().add(1, 'bypass-noted', bypass('set'))
    expect(openBypasses(fold(set)).map((one) => one.what)).toEqual(['Cut-off switch'])
    expect(unproven(fold(set))).toContain('Still bridged: Cut-off switch')
    expect(openBypasses(fold(set.add(2, 'bypass-noted', bypass('undone'))))).toEqual([])
  })
  it('the last survey of a line, the last word on a pin, and every bleeding are kept', () => {
    const line = (legs: number): BodyOf<'line-surveyed'> => ({
      line: 'frontLine',
      material: 'steel',
      outerDiameterMm: 8,
      bendRadiusMm: 25,
      seats: ['inverted45', 'bubble'],
      legs: Array.from({ length: legs }, (_, at) => ({
        lengthMm: 300,
        bendDeg: at === legs - 1 ? null : 90,
        twistDeg: 0,
        clip: true,
        note: '',
      })),
    })
    const pin = (goesTo: string): BodyOf<'terminal-mapped'> => ({
      plug: 'X7',
      pin: '2',
      labelled: 'sender',
      goesTo,
      ohm: 0.4,
      spliced: false,
    })
    const bled = (strokes: number): BodyOf<'bled'> => ({
      method: 'primer',
      strokes,
      cranks: 0,
      outcome: 'firm',
    })
    const job = fold(
      log()
        .add(1, 'line-surveyed', line(2))
        .add(2, 'line-surveyed', line(3))
        .add(3, 'terminal-mapped', pin('sender'))
        .add(4, 'terminal-mapped', pin('ground'))
        .add(5, 'bled', bled(20))
        .add(6, 'bled', bled(40)),
    )
    expect(job.lines.get('frontLine')!.legs).toHaveLength(3)
    expect(job.terminals.get('X7.2')!.goesTo).toBe('ground')
    expect(job.bled.map((one) => one.strokes)).toEqual([20, 40])
  })
  it('what was put off is told at the vehicle’s next complaint, once signed', () => {
    const finding: BodyOf<'finding-noted'> = {
      findingId: 'f1',
      kind: 'find',
      what: 'Vent hose cracked',
      then: 'deferred',
      risk: 'Smells after filling.',
    }
    const open = log().add(1, 'finding-noted', finding)
    expect(deferredFindings(fold(open))).toHaveLength(1)
    expect(leftOpen([fold(open)])).toEqual([])
    expect(leftOpen([fold(open.add(2, 'job-signed', { unproven: [], note: '' }))])).toEqual([
      'Put off: Vent hose cracked. Smells after filling.',
    ])
    expect(
      deferredFindings(
        fold(
          log()
            .add(1, 'finding-noted', finding)
            .add(2, 'finding-noted', { ...finding, then: 'put right' }),
        ),
      ),
    ).toEqual([])
  })
})

describe('what Prove asks', () => {
  it('what was disturbed, each once, in the order in which it was', () => {
    const disturbed = disturbedOf(fold(worked(['module']).events))
    expect(disturbed).toEqual([...new Set(disturbed)])
    for (const words of ['pump relay or fuse', 'battery minus', 'module plug and hoses', 'restraint plugs'])
      expect(disturbed).toContain(words)
    expect(disturbed.indexOf('pump relay or fuse')).toBeLessThan(disturbed.indexOf('battery minus'))
  })
  it.each([
    {
      repairs: ['module'],
      items: ['back', 'primes', 'dry', 'dryWarm', 'starts', 'gaugeAgrees', 'complaintGone'],
    },
    { repairs: ['plug'], items: ['back', 'primes', 'dry', 'starts', 'complaintGone'] },
    { repairs: ['filter'], items: ['back', 'primes', 'dry', 'dryWarm', 'starts', 'complaintGone'] },
  ])('of $repairs: $items', ({ repairs, items }) =>
    expect(proofItems(fold(worked(repairs).events))).toEqual(items),
  )
  it('a reading stands with twice the deviation of its instrument, a look without', () => {
    const reading = (
      testId: string,
      value: BodyOf<'reading-taken'>['value'],
      instrument: string,
    ): BodyOf<'reading-taken'> => ({
      readingId: 'r',
      testId,
      value,
      scene: 'keyOn',
      instrument,
      faultPresent: 'yes',
      source: 'vehicle',
      phase: 'trace',
      sure: 'yes',
    })
    const [pressure] = fold(
      log().add(
        1,
        'reading-taken',
        reading('T24', { kind: 'number', entered: { value: 300, unit: 'kPa' } }, 'gauge'),
      ),
    ).readings
    // 0-600 kPa, class 1.6: 5.5 kPa of deviation.
    expect(readingSpread(pressure!)).toBeCloseTo(11, 6)
    const [look] = fold(
      log().add(1, 'reading-taken', reading('T16', { kind: 'outcome', outcome: 'steady' }, 'eye')),
    ).readings
    expect(readingSpread(look!)).toBeNull()
  })
})
