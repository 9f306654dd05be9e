/** What another version named and this one does not have: the job opens, the entry stays and moves nothing. */
import { describe, expect, it } from 'vitest'
import { usualWays } from '../library'
import { planRepairs, plannerFor } from '../procedure'
import { LogBuilder } from '../records'
import { DRIVEN_IN } from '../vehicle'
import { foldJob, readingText, stageOf, unproven } from '.'

const opened = () =>
  new LogBuilder('job', { device: 'a', by: 'Ida' }).add(1, 'job-opened', {
    vehicleId: 'v',
    unit: '07',
    vehicleName: 'Larch',
    words: '',
    neededBy: null,
  })
const plan = (repairIds: string[]) => ({
  repairIds,
  start: {},
  ways: ['benchHatch'],
  reason: '',
  pace: { rust: 'none' as const, first: false },
})
const done = (operationId: string, sets = {}) => ({
  step: 0,
  operationId,
  sets,
  entered: null,
  torqueNm: null,
  byFeel: false,
  note: '',
})

describe('an entry that names what this version does not have', () => {
  it.each([
    ['a plan of an unknown repair', opened().add(2, 'plan-made', plan(['teleport'])), 'teleport'],
    [
      'an unknown step',
      opened()
        .add(2, 'plan-made', plan(['filter']))
        .add(3, 'step-done', done('levitate')),
      'levitate',
    ],
    [
      'an unknown state',
      opened().add(2, 'state-asserted', { changes: { gravity: 'off' }, why: 'seen' }),
      'gravity off',
    ],
    [
      'a state that its variable does not have',
      opened().add(2, 'state-asserted', { changes: { battery: 'elsewhere' }, why: 'seen' }),
      'battery elsewhere',
    ],
    [
      'a part judged',
      opened().add(2, 'part-judged', { repairId: 'teleport', partWasBad: 'yes' }),
      'teleport',
    ],
  ])('%s is named, and the job goes on', (_name, log, id) => {
    const job = foldJob('job', log.add(9, 'meter-read', { lelPercent: 0, where: 'tank' }).events)
    expect(job.notKnown.map((one) => one.id)).toEqual([id])
    expect(job.meters).toHaveLength(1)
    expect(stageOf(job)).not.toBe('record')
    expect(() => unproven(job)).not.toThrow()
  })
  it('what is known of a state counts, a value that is not known leaves nobody sure, and vapour is not called clear by it', () => {
    const job = foldJob(
      'job',
      opened()
        .add(2, 'state-asserted', { changes: { battery: 'off', line: 'off' }, why: 'seen' })
        .add(3, 'state-asserted', {
          changes: { battery: 'on', line: 'half off', gravity: 'off', vapour: 'clear' },
          why: 'seen',
        }).events,
    )
    expect(job.state.battery).toBe('on')
    expect(job.state.line).toBeUndefined()
    expect(job.state.vapour).toBe('unchecked')
    expect(job.state).not.toHaveProperty('gravity')
  })
  it('vapour is heard though the test that read it is not known', () => {
    const job = foldJob(
      'job',
      opened().add(2, 'reading-taken', {
        readingId: 'r',
        testId: 'T76-moon',
        value: { kind: 'number', entered: { value: 30, unit: '%' } },
        scene: 'rest',
        instrument: 'gasMeter',
        faultPresent: 'yes',
        source: 'vehicle',
        phase: 'trace',
        sure: 'yes',
      }).events,
    )
    expect(job.meters[0]!.lelFraction).toBeCloseTo(0.3)
    expect(job.readings.map((reading) => readingText(reading))).toEqual([])
  })
  it('a step that two pages finished is done once', () => {
    const log = opened()
      .add(2, 'plan-made', plan(['filter']))
      .add(3, 'step-done', done('repair:filter'))
      .add(4, 'step-done', done('repair:filter'))
    expect(foldJob('job', log.events).finishedRepairs).toEqual(['filter'])
  })
})

describe('every step that a plan may have', () => {
  it.each([
    ['A01', 'module'],
    ['A01', 'cleanTank'],
    ['A01', 'frontLine'],
    ['A05', 'carburettor'],
    ['A06', 'cleanTank'],
    ['A09', 'sender'],
  ] as const)('%s, %s: is known when it is done', (layout, repairId) => {
    const planner = plannerFor({ layout, ways: usualWays(layout) })
    const planned = planRepairs(planner, DRIVEN_IN, [repairId])
    const steps = planned.ok ? planned.value.steps : []
    expect(steps.length).toBeGreaterThan(3)
    const log = opened().add(2, 'plan-made', plan([repairId]))
    steps.forEach((step, at) =>
      log.add(3 + at, 'step-done', { ...done(step.operationId, { ...step.act.sets }), step: at }),
    )
    expect(foldJob('job', log.events).notKnown).toEqual([])
  })
})
