/** What is remembered of a vehicle: trends are said only where they can be told, what comes again is found, what was put off stays until it is done. */
import { REPAIRS } from '../library'
import { notedComplaint } from '../records/noted.fixture'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { foldJob, type JobView } from '../job'
import { LogBuilder } from '../records'
import { seededRandom, studentQuantile } from '../shared'
import {
  besideOf,
  lastTimesOf,
  ownMinutesOf,
  lastsDays,
  lifeOf,
  putOffOf,
  recurrencesOf,
  saysMore,
  stationsOf,
  chanceBeyond,
  trendOf,
  type TrendPoint,
} from '.'

const DAY = 86_400_000
const day = (n: number) => 20_000 * DAY + n * DAY + 9 * 3600_000

describe('Student’s t', () => {
  // Printed in any table of it.
  it.each([
    [0.95, 1, 6.313752],
    [0.95, 2, 2.919986],
    [0.975, 3, 3.182446],
    [0.95, 10, 1.812461],
    [0.975, 30, 2.042272],
    [0.95, 200, 1.652508],
  ])('%s at %s degrees of freedom: %s', (p, df, t) => {
    expect(studentQuantile(p, df)).toBeCloseTo(t, 5)
    expect(studentQuantile(1 - p, df)).toBeCloseTo(-t, 5)
  })
})

describe('a trend', () => {
  const falling = [0, 60, 130, 200, 260].map((n) => ({ at: day(n), value: 350 - 0.1 * n }))
  const limits = { low: 310, high: 370 }
  it('a clean fall crosses its limit when the line says, with that day inside its range', () => {
    const trend = trendOf(falling, 1, limits, day(270))
    if (trend.kind !== 'crosses') throw new Error(trend.kind)
    expect(trend.limit).toBe(310)
    expect((trend.at - day(0)) / DAY).toBeCloseTo(400, 0)
    expect(trend.from).toBeLessThan(trend.at)
    expect(trend.to!).toBeGreaterThan(trend.at)
    expect(trend.perYear[0]).toBeLessThan(-36.5)
    expect(trend.perYear[1]).toBeGreaterThan(-36.6)
  })
  it.each([
    ['nothing', []],
    ['two days', falling.slice(0, 2)],
    ['three readings of one day', [0, 1, 2].map((k) => ({ at: day(0) + k * 60_000, value: 340 }))],
    ['three days of one week', [0, 3, 6].map((n) => ({ at: day(n), value: 350 - n }))],
  ])('of %s says that it is too little', (_, points) =>
    expect(trendOf(points, 1, limits, day(270)).kind).toBe('too little'),
  )
  it('is none where the instrument scatters more', () =>
    expect(trendOf(falling, 40, limits, day(270)).kind).toBe('steady'))
  it('says so where it is beyond already, or goes where no limit is', () => {
    expect(trendOf(falling, 1, { low: 340, high: 400 }, day(270)).kind).toBe('beyond')
    expect(trendOf(falling, 1, { low: -Infinity, high: 400 }, day(270)).kind).toBe('goes')
    expect(trendOf(falling, 1, null, day(270)).kind).toBe('goes')
    expect(chanceBeyond(falling, 1, null, day(300))).toBeNull()
  })
  it('the chance of being beyond by a day is even where the line crosses, and one in twenty where that begins', () => {
    const trend = trendOf(falling, 1, limits, day(270))
    if (trend.kind !== 'crosses') throw new Error(trend.kind)
    const chance = (at: number) => chanceBeyond(falling, 1, limits, at)!
    expect(chance(trend.at)).toBeCloseTo(0.5, 3)
    expect(chance(trend.from)).toBeCloseTo(0.05, 2)
    if (trend.to !== null) expect(chance(trend.to)).toBeCloseTo(0.95, 2)
    const days = Array.from({ length: 20 }, (_, k) => chance(trend.from + k * 10 * 86_400_000))
    expect([...days].sort((one, other) => one - other)).toEqual(days)
  })
  it('nine in ten: the day on which a truth crosses lies in its range about so often', () => {
    const random = seededRandom(5)
    const noise = () => Math.sqrt(-2 * Math.log(1 - random.next())) * Math.cos(2 * Math.PI * random.next())
    let [inside, told] = [0, 0]
    for (let run = 0; run < 1500; run += 1) {
      const points: TrendPoint[] = [0, 70, 150, 210, 290, 340].map((n) => ({
        at: day(n),
        value: 350 - 0.08 * n + 2 * noise(),
      }))
      const trend = trendOf(points, 0.5, { low: 315, high: 400 }, day(345))
      if (trend.kind !== 'crosses') continue
      told += 1
      const truth = day(0) - 9 * 3600_000 + (35 / 0.08) * DAY
      if (truth >= trend.from && (trend.to === null || truth <= trend.to)) inside += 1
    }
    expect(told).toBeGreaterThan(1400)
    expect(inside / told).toBeGreaterThan(0.86)
    expect(inside / told).toBeLessThan(0.94)
  })
  it('is the same in another unit, and does not depend on the order of what was read', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 300, max: 400, noNaN: true }), { minLength: 4, maxLength: 8 }),
        (values) => {
          const points = values.map((value, n) => ({ at: day(40 * n), value }))
          const one = trendOf(points, 2, limits, day(400))
          expect(trendOf([...points].reverse(), 2, limits, day(400))).toEqual(one)
          const scaled = trendOf(
            points.map(({ at, value }) => ({ at, value: 10 * value })),
            20,
            { low: 3100, high: 3700 },
            day(400),
          )
          expect(scaled.kind).toBe(one.kind)
          if (one.kind === 'crosses' && scaled.kind === 'crosses')
            expect(scaled.at / DAY).toBeCloseTo(one.at / DAY, 3)
        },
      ),
      { seed: 7, numRuns: 200 },
    )
  })
})

const AUTHOR = { device: 'a', by: 'Ida' }
interface Told {
  id: string
  opened: number
  signed?: number
  symptoms?: string[]
  repairs?: string[]
  reads?: { phase: 'trace' | 'proof'; kPa: number }[]
  finds?: { id: string; what: string; then: 'deferred' | 'put right' }[]
}
function jobOf({
  id,
  opened,
  signed,
  symptoms = ['longCrank'],
  repairs = [],
  reads = [],
  finds = [],
}: Told): JobView {
  const log = new LogBuilder(id, AUTHOR)
    .add(day(opened), 'job-opened', {
      vehicleId: 'v',
      unit: '07',
      vehicleName: 'Larch',
      words: '',
      neededBy: null,
    })
    .add(day(opened), 'complaint-noted', notedComplaint(symptoms))
  const read = (phase: 'trace' | 'proof') =>
    reads
      .filter((one) => one.phase === phase)
      .forEach(({ kPa }, k) =>
        log.add(day(opened) + 60_000 * (k + 1), 'reading-taken', {
          readingId: `${id} ${phase} ${k}`,
          testId: 'T24',
          value: { kind: 'number', entered: { value: kPa, unit: 'kPa' } },
          scene: 'keyOn',
          instrument: 'gauge',
          faultPresent: 'no',
          source: 'vehicle',
          phase,
          sure: 'yes',
        }),
      )
  read('trace')
  for (const repairId of repairs)
    log.add(day(opened) + 3600_000, 'part-judged', { repairId, partWasBad: 'yes' })
  read('proof')
  for (const { id: findingId, what, then } of finds)
    log.add(day(opened) + 7200_000, 'finding-noted', {
      findingId,
      kind: 'find',
      what,
      then,
      risk: 'It may break',
    })
  if (signed !== undefined) log.add(day(signed), 'job-signed', { unproven: [], note: '' })
  return { ...foldJob(id, log.events), finishedRepairs: repairs }
}

describe('stations over the years', () => {
  it('begin anew with a repair: what it proved is the first of the new', () => {
    const [station] = stationsOf([
      jobOf({ id: '2', opened: 400, reads: [{ phase: 'trace', kPa: 330 }] }),
      jobOf({
        id: '1',
        opened: 0,
        signed: 1,
        repairs: ['filter'],
        reads: [
          { phase: 'trace', kPa: 250 },
          { phase: 'proof', kPa: 345 },
        ],
      }),
    ])
    expect(station!.before.map(({ value }) => value)).toEqual([250])
    expect(station!.points.map(({ value, proven }) => [Math.round(value), proven])).toEqual([
      [345, true],
      [330, false],
    ])
  })
})

describe('what comes again', () => {
  const first = jobOf({ id: '1', opened: 0, signed: 2, repairs: ['fuse'] })
  it('the same complaint within the time of a comeback: with the job of before, and what may lie behind', () => {
    const [again] = recurrencesOf(jobOf({ id: '2', opened: 60 }), [first])
    expect(again).toMatchObject({ kind: 'same complaint', afterDays: 58, repairIds: ['fuse'] })
    expect(again!.before.id).toBe('1')
    expect(again!.causes.length).toBeGreaterThan(0)
  })
  it('the same part sooner than its kind lasts, though the complaint is another', () => {
    const filter = jobOf({ id: '1', opened: 0, signed: 2, repairs: ['filter'] })
    const next = jobOf({ id: '2', opened: 200, symptoms: ['starvesUnderLoad'], repairs: ['filter'] })
    expect(recurrencesOf(next, [filter])[0]).toMatchObject({ kind: 'same part', repairIds: ['filter'] })
    const late = jobOf({
      id: '3',
      opened: 2 + lastsDays('Filter') + 5,
      symptoms: ['starvesUnderLoad'],
      repairs: ['filter'],
    })
    expect(recurrencesOf(late, [filter])).toEqual([])
  })
  it('nothing of what was not repaired, not signed, or long ago', () => {
    const next = jobOf({ id: '2', opened: 300 })
    expect(recurrencesOf(next, [first])).toEqual([])
    expect(recurrencesOf(jobOf({ id: '2', opened: 20 }), [jobOf({ id: '1', opened: 0, signed: 2 })])).toEqual(
      [],
    )
    expect(
      recurrencesOf(jobOf({ id: '2', opened: 20 }), [jobOf({ id: '1', opened: 0, repairs: ['filter'] })]),
    ).toEqual([])
  })
})

describe('what was put off', () => {
  const put = jobOf({
    id: '1',
    opened: 0,
    signed: 1,
    finds: [{ id: 'f', what: 'Strap rusty', then: 'deferred' }],
  })
  it('stays until a later job puts it right, by its words', () => {
    expect(putOffOf([put])).toMatchObject([{ jobId: '1', what: 'Strap rusty', risk: 'It may break' }])
    const done = jobOf({ id: '2', opened: 9, finds: [{ id: 'g', what: 'strap rusty ', then: 'put right' }] })
    expect(putOffOf([put, done])).toEqual([])
    expect(putOffOf([done, put])).toEqual([])
  })
})

describe('the life of a vehicle', () => {
  it('is in the order of time, and every point of a job names it', () => {
    const job = jobOf({
      id: '1',
      opened: 0,
      signed: 2,
      repairs: ['filter'],
      reads: [{ phase: 'trace', kPa: 250 }],
      finds: [{ id: 'f', what: 'Strap rusty', then: 'deferred' }],
    })
    const fact = { id: 'x', vehicleId: 'v', device: 'a', clock: 1, at: day(1), by: 'Ida' }
    const life = lifeOf(
      [
        { ...fact, word: { says: 'item', list: 'edits', item: {}, there: true } },
        { ...fact, id: 'y', at: 0, word: { says: 'taken in', record: {} } },
      ],
      [job],
    )
    expect(life.map(({ kind }) => kind)).toEqual([
      'job',
      'reading',
      'put off',
      'modified',
      'repaired',
      'signed',
    ])
    life.slice(1).forEach(({ at }, k) => expect(at).toBeGreaterThanOrEqual(life[k]!.at))
    expect(life.filter(({ jobId }) => jobId === '1').length).toBe(5)
  })
})

describe('the last time', () => {
  const worked = (
    id: string,
    vehicleId: string,
    at: number,
    steps: [string, number][],
    torqueNm: number | null = null,
  ) => ({
    id,
    unit: id,
    vehicleId,
    openedAt: at,
    lies: new Map([['ringOff', { lines: ['Plug to the rear'], at: 0 }]]) as unknown as JobView['lies'],
    photos: [],
    waits: [],
    work: {
      done: new Map(
        steps.map(([operationId, minutes], k) => [
          k,
          { eventId: '', operationId, at: at + 60_000 * minutes, entered: null, torqueNm, byFeel: false },
        ]),
      ),
    } as unknown as JobView['work'],
  })
  const job = { id: 'now', vehicleId: 'own' }
  it('says the minutes, the torque and how it lay; its own before a sister’s', () => {
    const all = [
      worked(
        's',
        'sister',
        day(90),
        [
          ['hatchOpen', 5],
          ['ringOff', 23],
        ],
        60,
      ),
      worked('o', 'own', day(10), [
        ['hatchOpen', 5],
        ['ringOff', 17],
      ]),
      worked('now', 'own', day(100), [['ringOff', 3]]),
    ]
    expect(lastTimesOf('ringOff', job, all)).toMatchObject([
      { own: true, minutes: 12, torqueNm: null, lines: ['Plug to the rear'] },
      { own: false, unit: 's', minutes: 18, torqueNm: 60 },
    ])
    expect(lastTimesOf('other', job, all)).toEqual([])
  })
  it('a night between two steps says nothing of the minutes, nor does the first step', () => {
    const [time] = lastTimesOf('ringOff', job, [
      worked('o', 'own', day(10), [
        ['hatchOpen', 5],
        ['ringOff', 900],
      ]),
    ])
    expect(time!.minutes).toBeNull()
    const [first] = lastTimesOf('hatchOpen', job, [worked('o', 'own', day(10), [['hatchOpen', 5]])])
    expect(first!.minutes).toBeNull()
    expect(saysMore(first!)).toBe(false)
  })
})

describe('own minutes', () => {
  const job = (...minutes: number[]) => ({
    waits: [] as JobView['waits'],
    work: {
      done: new Map(
        minutes.map((minute, k) => [
          k,
          { operationId: `step${k}`, at: 60_000 * minute, eventId: '', entered: null, torqueNm: null },
        ]),
      ),
    } as unknown as JobView['work'],
  })
  it('are the middle of the times of a step, once there are three', () => {
    const jobs = [job(0, 10), job(0, 14), job(0, 12)]
    expect(ownMinutesOf(jobs.slice(1)).size).toBe(0)
    const own = ownMinutesOf(jobs)
    expect([...own.keys()]).toEqual(['step1'])
    expect(own.get('step1')).toMatchObject({ middle: 12, times: 3 })
    expect(own.get('step1')!.low).toBeGreaterThanOrEqual(10)
    expect(own.get('step1')!.high).toBeLessThanOrEqual(14)
  })
  it('leave out a night, and steps that were ticked at once', () => {
    const jobs = [job(0, 10, 10.1), job(0, 10, 10.2), job(0, 900, 910), job(0, 11, 11.1)]
    expect(ownMinutesOf(jobs).size).toBe(0)
  })
  it('leave out what the work stood for: a wait that held, and what cures after a step', () => {
    const wait = (holds: boolean) => ({
      waitId: 'w',
      label: 'Sealant cures',
      startedAt: 60_000,
      endsAt: 30 * 60_000,
      holds,
      ended: true,
    })
    const stood = (holds: boolean) => [40, 42, 44].map((end) => ({ ...job(0, end), waits: [wait(holds)] }))
    expect(ownMinutesOf(stood(true)).size).toBe(0)
    // A part on order holds nothing: the work went on.
    expect(ownMinutesOf(stood(false)).size).toBe(1)
    const cured = REPAIRS.find(({ stages = [] }) => stages.some((stage) => stage.wait))!
    const place = cured.stages!.findIndex((stage) => stage.wait)
    const after = job(0, 50)
    after.work!.done.get(0)!.operationId = `stage:${cured.id}.${place + 1}`
    expect(ownMinutesOf([after, after, after]).size).toBe(0)
  })
  it('do not depend on the order of the jobs', () => {
    const jobs = [job(0, 3, 9), job(0, 5, 30), job(0, 4, 8), job(0, 8, 12)]
    expect([...ownMinutesOf([...jobs].reverse())].sort()).toEqual([...ownMinutesOf(jobs)].sort())
  })
})

describe('beside a sister', () => {
  const read = (testId: string, at: number, kPa: number | null, earlier = false) =>
    ({
      testId,
      at,
      value:
        kPa === null
          ? { kind: 'outcome', outcome: 'yes' }
          : { kind: 'number', entered: { value: kPa, unit: 'kPa' } },
      ...(earlier && { earlier }),
    }) as unknown as JobView['readings'][number]
  const job = (...readings: JobView['readings']) => ({ readings, proofs: [] as JobView['proofs'] })
  it('the last of each test on both, then what is to be measured there, then here', () => {
    const rows = besideOf(
      [job(read('T24', 1, 300), read('T13', 2, 90)), job(read('T24', 5, 310))],
      [job(read('T24', 3, 340), read('T32', 4, null))],
    )
    expect(rows.map(({ testId, own, sister }) => [testId, own?.at ?? null, sister?.at ?? null])).toEqual([
      ['T24', 5, 3],
      ['T13', 2, null],
      ['T32', null, 4],
    ])
    expect(rows[0]!.differenceSi).toBeCloseTo(-30_000, 6)
    expect(rows[1]!.differenceSi).toBeNull()
  })
  it('what was only known before is no reading, and what is seen has no difference', () => {
    expect(besideOf([job(read('T24', 1, 300, true))], [])).toEqual([])
    expect(besideOf([job(read('T32', 1, null))], [job(read('T32', 1, null))])[0]!.differenceSi).toBeNull()
  })
  it('turned round, it says the same of both', () => {
    const [one, other] = [[job(read('T24', 1, 300))], [job(read('T24', 2, 345))]]
    expect(besideOf(one, other)[0]!.differenceSi).toBeCloseTo(-besideOf(other, one)[0]!.differenceSi!, 6)
  })
})
