/** The gas meter, and how the trace goes on after a repair that did not cure. */
import { describe, expect, it } from 'vitest'
import { DRIVEN_IN } from '../vehicle'
import { LogBuilder } from '../records'
import { evacuated, foldJob, lastMeter } from '.'

const fresh = () =>
  new LogBuilder('job', { device: 'a', by: 'Ida' }).add(1, 'job-opened', {
    vehicleId: 'v',
    unit: '07',
    vehicleName: 'Larch',
    words: '',
    neededBy: null,
  })
const fold = (log: LogBuilder) => foldJob('job', log.events)
const meterAt = (lelPercent: number) => ({
  readingId: `m${lelPercent}`,
  testId: 'T76-rearPlace',
  value: { kind: 'number' as const, entered: { value: lelPercent, unit: '%' as const } },
  scene: 'rest',
  instrument: 'gasMeter',
  faultPresent: 'yes' as const,
  source: 'vehicle' as const,
  phase: 'trace' as const,
  sure: 'yes' as const,
})

describe('the gas meter', () => {
  it.each([
    { name: 'nothing read', percents: [], out: false },
    { name: 'under the stopping mark', percents: [8], out: false },
    { name: 'between the marks', percents: [14], out: false },
    { name: 'at the leaving mark', percents: [20], out: true },
    { name: 'fallen, not far enough', percents: [34, 12], out: true },
    { name: 'fallen under the stopping mark', percents: [34, 12, 9], out: false },
    { name: 'risen again', percents: [34, 5, 26], out: true },
  ])('$name', ({ percents, out }) => {
    const log = fresh()
    percents.forEach((lelPercent, at) =>
      at === 0
        ? log.add(2, 'reading-taken', meterAt(lelPercent))
        : log.add(2 + at, 'meter-read', { lelPercent, where: 'before going on' }),
    )
    const job = fold(log)
    expect(evacuated(job)).toBe(out)
    expect(lastMeter(job)?.lelFraction ?? null).toBe(percents.length === 0 ? null : percents.at(-1)! / 100)
  })
})

describe('a repair that did not cure', () => {
  const after = (partWasBad: 'yes' | 'no' | 'unknown', run: 'better' | 'worse' | 'same') =>
    fold(
      fresh()
        .add(2, 'reading-taken', {
          ...meterAt(5),
          testId: 'T04',
          readingId: 'r',
          value: { kind: 'number', entered: { value: 9.1, unit: 'V' } },
        })
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
          sets: {},
          entered: null,
          torqueNm: null,
          byFeel: false,
          note: '',
        })
        .add(5, 'part-judged', { repairId: 'plug', partWasBad })
        .add(6, 'complaint-remains', { words: '', run }),
    )
  it.each([
    { partWasBad: 'no', run: 'same', counts: 1 },
    { partWasBad: 'yes', run: 'same', counts: 0 },
    { partWasBad: 'no', run: 'better', counts: 0 },
    { partWasBad: 'unknown', run: 'same', counts: 0 },
  ] as const)(
    'part bad $partWasBad, runs $run: $counts readings go on counting',
    ({ partWasBad, run, counts }) => {
      const job = after(partWasBad, run)
      expect(job.evidence).toHaveLength(counts)
      expect(job.epoch).toBe(counts === 1 ? 0 : 1)
      expect(job.work).toBeNull()
      expect(job.runs).toEqual([{ at: 6, run, changed: ['plug'] }])
      expect(job.done).toEqual([{ repairId: 'plug', partWasBad }])
    },
  )
})

describe('a fault that was made to show', () => {
  it('counts as failing now, and both tries are kept', () => {
    const noted = {
      symptoms: ['cutsOut'],
      raisers: [],
      failingNow: 'no' as const,
      words: '',
      conditions: [],
      lastFill: '',
      lamps: '',
      history: '',
    }
    const log = fresh().add(2, 'complaint-noted', noted).add(3, 'provoked', { way: 'heat', outcome: 'holds' })
    expect(fold(log).complaint.failingNow).toBe('no')
    const job = fold(log.add(4, 'provoked', { way: 'wiggle', outcome: 'fails' }))
    expect(job.complaint.failingNow).toBe('yes')
    expect(job.provoked.map(({ way, outcome }) => [way, outcome])).toEqual([
      ['heat', 'holds'],
      ['wiggle', 'fails'],
    ])
  })
})

describe('a vehicle that stood for years', () => {
  it('is surveyed until that is ended; the last find of an item holds', () => {
    const log = fresh()
      .add(2, 'way-taken', { way: 'stoodYears', outcome: 'survey' })
      .add(3, 'survey-noted', { item: 'sample', finding: 'bad', note: '' })
      .add(4, 'survey-noted', { item: 'sample', finding: 'good', note: 'Drained' })
    const job = fold(log)
    expect(job.surveying).toBe(true)
    expect(job.survey.get('sample')).toMatchObject({ finding: 'good', note: 'Drained' })
    expect(fold(log.add(5, 'way-taken', { way: 'stoodYears', outcome: 'done' })).surveying).toBe(false)
  })
})
