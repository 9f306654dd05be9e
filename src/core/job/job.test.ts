import { notedComplaint } from '../records/noted.fixture'
import { describe, expect, it } from 'vitest'
import { LogBuilder } from '../records'
import { DRIVEN_IN } from '../vehicle'
import { planRepairs, plannerOf } from '../procedure'
import { foldJob, leftOpen, nextStep, offerForSlip, stageOf, trayOf, unproven } from '.'

const author = { device: 'tablet-a', by: 'Ida' }
const opened = () =>
  new LogBuilder('job', author)
    .add(0, 'job-opened', { vehicleId: 'v', unit: '07', vehicleName: 'Larch', words: '', neededBy: null })
    .add(1, 'complaint-noted', notedComplaint(['cranksNoStart'], 'no start'))
const reading = (id: string, value: number) => ({
  readingId: id,
  testId: 'T04',
  value: { kind: 'number' as const, entered: { value, unit: 'V' as const } },
  scene: 'keyOn',
  instrument: 'voltmeter',
  faultPresent: 'yes' as const,
  source: 'vehicle' as const,
  phase: 'trace' as const,
  sure: 'yes' as const,
})
const fold = (log: LogBuilder) => foldJob('job', log.events)

describe('the fold', () => {
  it('replays from any point to the same job', () => {
    const log = opened()
      .add(2, 'reading-taken', reading('a', 9.1))
      .add(3, 'state-asserted', { changes: { hatch: 'open' }, why: 'seen' })
      .add(4, 'reading-taken', reading('b', 9.3))
    expect(foldJob('job', [...log.events].reverse())).toEqual(fold(log))
  })
  it('a retracted reading leaves the evidence and stays in the log', () => {
    const log = opened().add(2, 'reading-taken', reading('a', 9.1))
    log.add(3, 'event-undone', { eventId: log.events[2]!.id, reason: 'slip' })
    expect(fold(log).evidence).toEqual([])
    expect(log.events).toHaveLength(4)
  })
  it('a reading under load says that the line is under pressure', () => {
    expect(
      fold(
        opened()
          .add(2, 'state-asserted', { changes: { line: 'off' }, why: 'seen' })
          .add(3, 'reading-taken', reading('a', 9)),
      ).state.line,
    ).toBe('pressurised')
  })
  it('a stand-in signal is evidence on a simulated vehicle only', () => {
    const log = opened().add(2, 'reading-taken', { ...reading('a', 9.1), source: 'stand-in' })
    expect(foldJob('job', log.events, { kind: 'real', layout: 'A01', edits: [] }).evidence).toHaveLength(0)
    expect(foldJob('job', log.events, { kind: 'simulated', layout: 'A01', edits: [] }).evidence).toHaveLength(
      1,
    )
    expect(foldJob('job', log.events, { kind: 'real', layout: 'A01', edits: [] }).readings).toHaveLength(1)
  })
  it('smell and leak are dangers', () => {
    const log = opened().add(2, 'complaint-noted', notedComplaint(['smell']))
    expect(fold(log).danger).toBe(true)
  })
  it('when the complaint remains readings start afresh; state and what was done stay', () => {
    const log = opened()
      .add(2, 'reading-taken', reading('a', 9.1))
      .add(3, 'plan-made', {
        repairIds: ['plug'],
        start: DRIVEN_IN,
        ways: ['benchHatch'],
        reason: '',
        pace: { rust: 'none', first: false },
      })
      .add(4, 'step-done', {
        step: 0,
        operationId: 'repair:plug',
        sets: { stepTrim: 'off' },
        entered: null,
        torqueNm: null,
        byFeel: false,
        note: '',
      })
      .add(5, 'complaint-remains', { words: '', run: 'unknown' })
    const job = fold(log)
    expect(job.evidence).toEqual([])
    expect(job.readings).toHaveLength(1)
    expect(job.state.stepTrim).toBe('off')
    expect(job.done).toEqual([{ repairId: 'plug', partWasBad: 'unknown' }])
    expect(stageOf(job)).toBe('trace')
  })
})

describe('progress', () => {
  const plan = planRepairs(plannerOf(), DRIVEN_IN, ['plug'])
  if (!plan.ok) throw new Error('no plan')
  const steps = plan.value.steps
  const worked = (count: number) => {
    const log = opened().add(2, 'plan-made', {
      repairIds: ['plug'],
      start: DRIVEN_IN,
      ways: ['benchHatch'],
      reason: '',
      pace: { rust: 'none', first: false },
    })
    steps.slice(0, count).forEach((step, at) => {
      const sets = Object.fromEntries(
        Object.entries(step.after).filter(
          ([variable, value]) => step.before[variable as keyof typeof step.before] !== value,
        ),
      )
      log.add(3 + at, 'step-done', {
        step: step.index,
        operationId: step.operationId,
        sets,
        entered: null,
        torqueNm: null,
        byFeel: false,
        note: '',
      })
    })
    return fold(log)
  }
  it('goes from complaint over plan and work to prove', () => {
    expect(
      stageOf(
        fold(
          new LogBuilder('job', author).add(0, 'job-opened', {
            vehicleId: 'v',
            unit: '',
            vehicleName: 'x',
            words: '',
            neededBy: null,
          }),
        ),
      ),
    ).toBe('complaint')
    expect(stageOf(fold(opened()))).toBe('trace')
    expect(stageOf(worked(0))).toBe('plan')
    expect(stageOf(worked(3))).toBe('work')
    expect(stageOf(worked(steps.length))).toBe('prove')
  })
  it('the next step is the first that is not done, and there is none at the end', () => {
    expect(nextStep(worked(3), plan.value)!.index).toBe(3)
    expect(nextStep(worked(steps.length), plan.value)).toBeNull()
  })
  it('the tray counts out what is off and empties as twins go back', () => {
    const pieces = (count: number) =>
      trayOf(plan.value, worked(count).work!).reduce((sum, piece) => sum + piece.count, 0)
    expect(Math.max(...steps.map((_, at) => pieces(at)))).toBeGreaterThan(5)
    expect(pieces(steps.length)).toBe(0)
  })
  it('what was not shown stands above the signature', () => {
    const job = worked(steps.length)
    expect(unproven(job)).toEqual(
      expect.arrayContaining(['Joints not seen dry', 'Plug X7: old part not judged']),
    )
  })
})

describe('slips', () => {
  const scale = { low: 8, high: 13 }
  it.each([
    { name: '91 V: 9.1 V?', value: 91, offer: 9.1, reason: 'outside' },
    { name: '1.21 V: 12.1 V?', value: 1.21, offer: 12.1, reason: 'unlikely' },
  ])('$name', ({ value, offer, reason }) => {
    expect(offerForSlip('T04', { value, unit: 'V' }, scale)).toMatchObject({
      reason,
      alternatives: expect.arrayContaining([{ value: offer, unit: 'V' }]),
    })
  })
  it('bar typed as kPa is offered as kPa', () => {
    expect(
      offerForSlip('T24', { value: 3.1, unit: 'kPa' }, { low: 200, high: 340 })!.alternatives,
    ).toContainEqual({
      value: 310,
      unit: 'kPa',
    })
  })
  it('whoever reads psi is asked in psi, and answered in it', () => {
    const expected = { low: 29, high: 49.3 }
    expect(offerForSlip('T24', { value: 43.5, unit: 'psi' }, expected)).toBeNull()
    expect(offerForSlip('T24', { value: 300, unit: 'psi' }, expected)!.alternatives).toContainEqual({
      value: 43.51,
      unit: 'psi',
    })
    expect(offerForSlip('T24', { value: 4.35, unit: 'psi' }, expected)!.alternatives).toContainEqual({
      value: 43.5,
      unit: 'psi',
    })
  })
  it('a plausible value passes', () => {
    expect(offerForSlip('T04', { value: 11.9, unit: 'V' }, scale)).toBeNull()
  })
  it('no number asks back', () => {
    expect(offerForSlip('T04', { value: Number.NaN, unit: 'V' }, scale)!.reason).toBe('outside')
  })
})

describe('what the last job left open', () => {
  const closed = (at: number, unproven: string[]) =>
    fold(opened().add(at, 'job-signed', { unproven, note: '' }))
  const line = 'Cause not looked for. Is there rust or a loose liner in the tank?'
  it('is the question that was not looked into, without what else was not proven', () =>
    expect(leftOpen([closed(5, ['Prime not seen', line])])).toEqual([
      'Is there rust or a loose liner in the tank?',
    ]))
  it('counts for the last signed job only', () => {
    expect(leftOpen([closed(5, [line]), closed(9, [])])).toEqual([])
    expect(leftOpen([closed(9, [line]), closed(5, []), fold(opened())])).toHaveLength(1)
  })
  it('the line is the one that stands above a signature', () => {
    const job = fold(opened().add(2, 'part-judged', { repairId: 'filter', partWasBad: 'yes' }))
    expect(unproven(job)).toContain(line)
    expect(
      unproven(
        fold(
          opened()
            .add(2, 'part-judged', { repairId: 'filter', partWasBad: 'yes' })
            .add(3, 'proof-noted', { item: 'cause:tankDirt', outcome: 'no' }),
        ),
      ),
    ).not.toContain(line)
  })
})

describe('a reading that a later act disturbed', () => {
  const read = () =>
    opened().add(5, 'reading-taken', {
      readingId: 'r1',
      testId: 'T04',
      value: { kind: 'number', entered: { value: 9.4, unit: 'V' } },
      scene: 'keyOn',
      instrument: 'voltmeter',
      faultPresent: 'yes',
      source: 'vehicle',
      phase: 'trace',
      sure: 'yes',
    })
  const said = (disturbed: boolean) => ({ readingId: 'r1', disturbed, why: 'plug parted' })
  it('stays in the log and is no evidence, until it is said to hold after all', () => {
    const log = read().add(6, 'reading-disturbed', said(true))
    expect(fold(read()).evidence.map(({ id }) => id)).toEqual(['r1'])
    expect(fold(log).evidence).toEqual([])
    expect(fold(log).readings).toHaveLength(1)
    expect(fold(log).disturbed.get('r1')).toBe('plug parted')
    expect(fold(log.add(7, 'reading-disturbed', said(false))).evidence).toHaveLength(1)
  })
  it('read again it counts, and the old one does not', () => {
    const log = read().add(6, 'reading-disturbed', said(true))
    const first = log.events.find((event) => event.kind === 'reading-taken')!
    const again = log.add(7, 'reading-taken', {
      ...(first.body as Parameters<typeof log.add<'reading-taken'>>[2]),
      readingId: 'r2',
    })
    expect(fold(again).evidence.map(({ id }) => id)).toEqual(['r2'])
  })
})
