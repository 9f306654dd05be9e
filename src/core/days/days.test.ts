/** Days: what must never be side by side is not, on any board; hours are kept; a plan outlives the board it was made on. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { checkPlan } from '../schedule'
import {
  DaySearch,
  NO_PLAN,
  SKILLS,
  calendarFile,
  cut,
  dayBoardOf,
  dayPlanSchema,
  effectOf,
  floorSchema,
  letGo,
  mergedPlans,
  moved,
  msAt,
  nowFor,
  placedOn,
  planable,
  unitsAt,
  type DayPlan,
  type Floor,
  type Outline,
  type Piece,
} from '.'
import { CALENDAR, clock, floor, outline, person, piece } from './days.fixture'

const NOW = clock(0, 8)
const planOf = (on: Floor, outlines: Outline[], before: DayPlan = NO_PLAN, now = NOW) => {
  const day = dayBoardOf(on, outlines, CALENDAR, now)
  const search = new DaySearch(day, before)
  search.run(80, 0.3)
  search.run(80, 0.95)
  return { day, finding: search.finding(now) }
}
const at = (plan: DayPlan, unit: string, key: string) =>
  plan.pieces.find((one) => one.jobId === `job-${unit}` && one.piece === key)!

/** What the plan says a job does with the room, by hand: told from the clock and not from the board. */
function spans(plan: DayPlan, outlines: Outline[], is: (piece: Piece) => boolean) {
  return outlines.flatMap((one) => {
    let open: { jobId: string; from: number; to: number } | null = null
    const all: { jobId: string; from: number; to: number }[] = []
    for (const own of one.pieces) {
      const stands = plan.pieces.find((placed) => placed.jobId === one.jobId && placed.piece === own.key)!
      if (!is(own)) open = null
      else if (open) open.to = stands.endAt
      else all.push((open = { jobId: one.jobId, from: stands.startAt, to: stands.endAt }))
    }
    return all
  })
}
const meet = (one: { from: number; to: number }, other: { from: number; to: number }) =>
  one.from < other.to && other.from < one.to

const pieces = fc.array(
  fc.record({
    minutes: fc.integer({ min: 5, max: 120 }),
    lift: fc.boolean(),
    room: fc.constantFrom<Piece['room']>([], ['open fuel'], ['open fuel', 'open tank'], ['hot work']),
    wait: fc.option(fc.integer({ min: 10, max: 900 })),
    skills: fc.constantFrom<Piece['skills']>([], ['high side'], ['aircraft', 'licensed']),
    people: fc.constantFrom(1, 1, 1, 2),
  }),
  { minLength: 1, maxLength: 5 },
)
const shops = fc.record({
  jobs: fc.array(
    fc.record({ pieces, danger: fc.boolean(), due: fc.option(fc.integer({ min: 1, max: 3000 })) }),
    {
      minLength: 1,
      maxLength: 6,
    },
  ),
  bays: fc.integer({ min: 1, max: 3 }),
  lifts: fc.integer({ min: 1, max: 2 }),
  heated: fc.boolean(),
})
type Shop = typeof shops extends fc.Arbitrary<infer T> ? T : never
const madeOf = ({ jobs, bays, lifts, heated }: Shop) => ({
  on: floor({
    bays,
    lifts,
    heater: heated ? { from: 480, to: 540 } : null,
    people: [person('Ida', { skills: [...SKILLS] }), person('Jon', { hours: { from: 540, to: 960 } })],
  }),
  outlines: jobs.map((job, k) =>
    outline(
      String(k),
      job.pieces.map(({ wait, minutes, ...rest }, n) =>
        piece(`p${n}`, minutes, { ...rest, wait: wait === null ? null : { label: 'Cures', minutes: wait } }),
      ),
      { danger: job.danger, dueAt: job.due === null ? null : NOW + job.due * 60_000 },
    ),
  ),
})

describe('a plan of days', () => {
  it('keeps apart what could hurt, and never has anyone or anything twice', { timeout: 60_000 }, () => {
    fc.assert(
      fc.property(shops, (shop) => {
        const { on, outlines } = madeOf(shop)
        const { finding } = planOf(on, outlines)
        if (!finding.plan) return
        expect(finding.broken).toEqual([])
        const has = (what: Piece['room'][number]) =>
          spans(finding.plan!, outlines, ({ room }) => room.includes(what))
        const pairs = (one: ReturnType<typeof has>, other: ReturnType<typeof has>) =>
          one.flatMap((a) => other.filter((b) => a.jobId !== b.jobId && meet(a, b)))
        expect(pairs(has('open tank'), has('open tank'))).toEqual([])
        expect(pairs(has('hot work'), has('open fuel'))).toEqual([])
        if (on.heater)
          for (const { from, to } of has('open fuel'))
            for (let day = 0; day < 14; day += 1)
              expect(meet({ from, to }, { from: clock(day, 8), to: clock(day, 9) })).toBe(false)
        // One person, one place; a step not before its cure; the second pair of hands is in.
        for (const who of on.people) {
          const own = finding.plan.pieces
            .filter((one) => one.person === who.id)
            .sort((a, b) => a.startAt - b.startAt)
          own.slice(1).forEach((one, k) => expect(one.startAt).toBeGreaterThanOrEqual(own[k]!.endAt))
        }
        for (const one of outlines)
          one.pieces.slice(1).forEach((own, k) => {
            const before = at(finding.plan!, one.unit, one.pieces[k]!.key)
            const lag = 60_000 * (one.pieces[k]!.wait?.minutes ?? 0)
            expect(at(finding.plan!, one.unit, own.key).startAt).toBeGreaterThanOrEqual(before.endAt + lag)
          })
        for (const one of outlines)
          for (const own of one.pieces.filter(({ people }) => people > 1)) {
            const { startAt } = at(finding.plan, one.unit, own.key)
            const hour = new Date(startAt).getUTCHours()
            expect(hour >= 9 && hour < 16).toBe(true)
          }
      }),
      { seed: 41, numRuns: 60 },
    )
  })

  it('danger goes first, then what is needed soonest', () => {
    const { finding } = planOf(floor({ bays: 1, people: [person('Ida')] }), [
      outline('1', [piece('a', 60)]),
      outline('2', [piece('a', 60)], { dueAt: clock(0, 10) }),
      outline('3', [piece('a', 60)], { danger: true }),
    ])
    const order = [...finding.plan!.pieces].sort((one, other) => one.startAt - other.startAt)
    expect(order.map(({ jobId }) => jobId)).toEqual(['job-3', 'job-2', 'job-1'])
    expect(finding.proved).toBe(false)
  })

  it('danger begins as soon as anybody is free, though its end is far', () => {
    const long = outline(
      '3',
      [piece('find', 60), piece('repair', 120), piece('more', 120), piece('again', 120)],
      {
        danger: true,
      },
    )
    const due = ['1', '2'].map((unit) => outline(unit, [piece('a', 60)], { dueAt: clock(0, 9) }))
    const { finding } = planOf(floor({ bays: 3, people: [person('Ida')] }), [...due, long])
    expect(finding.broken).toEqual([])
    expect(at(finding.plan!, '3', 'find').startAt).toBe(NOW)
    // Round what is in hand.
    const begun = planOf(floor({ bays: 3, people: [person('Ida')] }), due).finding.plan!
    const later = planOf(
      floor({ bays: 3, people: [person('Ida')] }),
      [...due, long],
      begun,
      clock(0, 8, 20),
    ).finding
    expect(later.broken).toEqual([])
    expect(at(later.plan!, '3', 'find').startAt).toBe(clock(0, 9))
    // Where the one bay is taken by what is in hand, it waits for that, and the plan stands.
    const one = (people: string[]) => floor({ bays: 1, people: people.map((id) => person(id)) })
    const inHand = planOf(one(['Ida', 'Jon']), due.slice(0, 1)).finding.plan!
    const full = planOf(one(['Ida', 'Jon']), [due[0]!, long], inHand, clock(0, 8, 20)).finding
    expect(full.broken).toEqual([])
    expect(at(full.plan!, '3', 'find').startAt).toBe(clock(0, 9))
  })

  it('one job alone is proved best, and ends when its path ends', () => {
    const { finding } = planOf(floor(), [
      outline('1', [piece('a', 60, { wait: { label: 'Cures', minutes: 100 } }), piece('b', 30)], {
        dueAt: clock(0, 9),
      }),
    ])
    expect(finding.proved).toBe(true)
    expect(finding.ends[0]).toMatchObject({ endAt: clock(0, 11, 15), cannotBefore: clock(0, 11, 15) })
  })

  it('a range is laid for its long end, and says what its short end frees', () => {
    const { finding } = planOf(floor(), [outline('1', [piece('find', 120, { shortMinutes: 30 })])])
    expect(finding.ends[0]).toMatchObject({ endAt: clock(0, 10), spareMinutes: 90 })
  })

  it('a job that nobody here may do, or for which nobody is in long enough, stands aside with its reason', () => {
    const { day, finding } = planOf(
      floor({ people: [person('Ida', { hours: { from: 480, to: 540 }, pause: null })] }),
      [
        outline('1', [piece('a', 30, { skills: ['aircraft'] })]),
        outline('2', [piece('a', 90)]),
        outline('3', [piece('a', 60)]),
        outline('4', [piece('a', 60, { people: 2 })]),
      ],
    )
    expect(day.aside).toEqual([
      { jobId: 'job-1', why: { kind: 'nobody may', skills: ['aircraft'] } },
      { jobId: 'job-2', why: { kind: 'nobody is in long enough', minutes: 90 } },
      { jobId: 'job-4', why: { kind: 'nobody is there to help', minutes: 60 } },
    ])
    expect(finding.plan!.pieces.map(({ jobId }) => jobId)).toEqual(['job-3'])
  })

  it('what stays open over a night finds no hours beside a heater that is lit in the morning; a range is made shut', () => {
    const open = (planned: boolean) =>
      planable(
        floor({ heater: { from: 360, to: 480 } }),
        [
          outline(
            '1',
            Array.from({ length: 6 }, (_, k) =>
              piece(`p${k}`, 110, { kind: planned ? 'steps' : 'repair', room: ['open fuel'] }),
            ),
            { planned },
          ),
        ],
        CALENDAR,
        NOW,
      )
    expect(open(true).aside).toEqual([{ jobId: 'job-1', why: { kind: 'finds no hours', places: ['air'] } }])
    expect(open(false).aside).toEqual([])
    const { plan, broken } = new DaySearch(open(false)).finding(NOW)
    expect(broken).toEqual([])
    expect(plan!.pieces.length).toBe(6)
  })

  it('a part that comes later moves what waits for it, and as little else as can be', () => {
    const jobs = ['1', '2', '3'].map((unit) =>
      outline(unit, [piece('a', 90), piece('b', 90)], { dueAt: clock(0, 16) }),
    )
    const first = planOf(floor({ bays: 3 }), jobs).finding.plan!
    const late = jobs.map((one, k) =>
      k === 0
        ? {
            ...one,
            pieces: one.pieces.map((own, n) => (n === 1 ? { ...own, notBefore: clock(1, 10) } : own)),
          }
        : one,
    )
    const { finding } = planOf(floor({ bays: 3 }), late, first)
    expect(finding.broken).toEqual([])
    expect(at(finding.plan!, '1', 'b').startAt).toBeGreaterThanOrEqual(clock(1, 10))
    const stays = first.pieces.filter(({ jobId }) => jobId !== 'job-1')
    for (const one of stays) expect(finding.plan!.pieces).toContainEqual(one)
  })
})

describe('as the day goes on', () => {
  const jobs = [
    outline('1', [piece('a', 60), piece('b', 60)]),
    outline('2', [piece('a', 45)], { dueAt: clock(0, 9) }),
    outline('3', [piece('a', 90)]),
  ]
  const on = floor({ bays: 3 })
  const first = planOf(on, jobs).finding.plan!
  it('what is in hand stays, and nothing moves for the clock alone', () => {
    const { finding } = planOf(on, jobs, first, clock(0, 8, 20))
    expect(finding.broken).toEqual([])
    for (const one of first.pieces) expect(finding.plan!.pieces).toContainEqual(one)
  })
  it('what should be over and is not goes on from now', () => {
    const { finding } = planOf(on, jobs, first, clock(0, 11))
    expect(finding.broken).toEqual([])
    for (const { startAt } of finding.plan!.pieces) expect(startAt).toBeGreaterThanOrEqual(clock(0, 11))
  })
  it('nobody is taken to be at a vehicle that waits, or at work they left', () => {
    const waiting = jobs.map((one) => ({ ...one, releaseAt: clock(0, 10) }))
    const later = planOf(on, waiting, first, clock(0, 8, 20)).finding
    expect(later.broken).toEqual([])
    for (const { startAt } of later.plan!.pieces) expect(startAt).toBeGreaterThanOrEqual(clock(0, 10))
    const gone = planOf(floor({ bays: 3, people: [person('Jon')] }), jobs, first, clock(0, 8, 20)).finding
    expect(gone.broken).toEqual([])
    expect(gone.plan!.pieces.every((one) => one.person === 'Jon')).toBe(true)
  })
})

describe('a move', () => {
  const jobs = [
    outline('1', [piece('a', 60, { lift: true, room: ['open fuel', 'open tank'] }), piece('b', 60)]),
    outline('2', [piece('a', 60, { lift: true, room: ['open fuel', 'open tank'] })], { dueAt: clock(0, 10) }),
  ]
  const on = floor({ heater: { from: 420, to: 480 } })
  const { day, finding } = planOf(on, jobs)
  const plan = finding.plan!
  const effect = (unit: string, key: string, startAt: number, who = 'Ida') =>
    effectOf(
      day,
      moved(plan, { jobId: `job-${unit}`, piece: key, person: who, startAt }, 1),
      `job-${unit}`,
      key,
    )

  it('says beforehand what it breaks: an hour at which nobody is in cannot be, another vehicle can make room', () => {
    expect(effect('1', 'a', clock(0, 12, 15)).cannot.map(({ kind }) => kind)).toContain('not there')
    expect(effect('1', 'a', clock(0, 7)).cannot.map(({ kind }) => kind)).toContain('not released')
    const beside = effect('1', 'a', at(plan, '2', 'a').startAt, at(plan, '2', 'a').person)
    expect(beside.cannot).toEqual([])
    expect(beside.pushes.map(({ kind }) => kind)).toEqual(expect.arrayContaining(['two at once', 'too much']))
    expect(effect('1', 'b', clock(1, 9))).toEqual({ cannot: [], pushes: [] })
  })
  it('by hand it stays where it was put, over the next plan, until it is let go', () => {
    const by = moved(plan, { jobId: 'job-1', piece: 'b', person: 'Jon', startAt: clock(2, 9) }, 1)
    const next = planOf(on, jobs, by).finding.plan!
    expect(at(next, '1', 'b')).toMatchObject({ person: 'Jon', startAt: clock(2, 9), byHand: true })
    const free = planOf(on, jobs, letGo(next, 'job-1', 'b', 2))
    expect(at(free.finding.plan!, '1', 'b').byHand).toBe(false)
  })
  it('a plan is kept by the clock: on a board of another day it stands at the same hours', () => {
    const later = dayBoardOf(on, jobs, CALENDAR.slice(1), clock(1, 8))
    const by = moved(plan, { jobId: 'job-1', piece: 'b', person: 'Jon', startAt: clock(2, 9) }, 1)
    const [placed] = placedOn(later, by, ({ byHand }) => byHand)
    expect(msAt(later.calendar, placed!.start)).toBe(clock(2, 9))
    expect(checkPlan(later.board, [placed!]).broken.filter(({ kind }) => kind === 'not there')).toEqual([])
    expect(dayPlanSchema.parse(JSON.parse(JSON.stringify(by)))).toEqual(by)
  })
})

describe('what one can do now', () => {
  const jobs = [
    outline('1', [piece('a', 60, { room: ['open tank', 'open fuel'] })], { dueAt: clock(0, 9) }),
    outline('2', [piece('a', 60, { room: ['open tank', 'open fuel'] })]),
    outline('3', [piece('a', 30, { skills: ['high side'] })]),
    outline('4', [piece('a', 30)], { releaseAt: clock(0, 14) }),
    outline('5', [piece('a', 30)]),
  ]
  const on = floor({ bays: 4, people: [person('Ida', { skills: ['high side'] }), person('Jon')] })
  const { finding } = planOf(on, jobs)
  const now = clock(0, 8, 20)
  const choices = (who: string) => nowFor(dayBoardOf(on, jobs, CALENDAR, now), finding.plan!, who, now)
  const one = (who: string, unit: string) => choices(who).find(({ outline: own }) => own.unit === unit)!
  it('is what nothing holds; what is held says by what', () => {
    expect(one('Jon', '3').held).toEqual([{ kind: 'may not', skills: ['high side'] }])
    expect(one('Jon', '4').held).toEqual([{ kind: 'waits', untilMs: clock(0, 14) }])
    expect(one('Jon', '2').held).toContainEqual({ kind: 'place', place: 'open tank', byUnits: ['1'] })
    expect(one('Jon', '5').held).toEqual([])
    expect(choices('Jon').findIndex(({ held }) => held.length > 0)).toBeGreaterThan(0)
    expect(
      choices('Jon')
        .slice(-3)
        .every(({ held }) => held.length > 0),
    ).toBe(true)
  })
  it('is nothing for whoever is not in', () => {
    const evening = clock(0, 19)
    const all = nowFor(dayBoardOf(on, jobs, CALENDAR, evening), finding.plan!, 'Ida', evening)
    expect(all.every(({ held }) => held.some(({ kind }) => kind === 'is not in'))).toBe(true)
  })
})

describe('two copies of a plan', () => {
  const copy = fc
    .record({
      madeAt: fc.integer({ min: 1, max: 3 }),
      hands: fc.array(fc.boolean(), { minLength: 4, maxLength: 4 }),
    })
    .map(({ madeAt, hands }): DayPlan => ({
      madeAt,
      pieces: hands.map((byHand, k) => ({
        jobId: `job-${k}`,
        piece: 'a',
        person: 'Ida',
        startAt: clock(madeAt, 8 + k),
        endAt: clock(madeAt, 9 + k),
        byHand,
      })),
    }))
  it('three of them, made on tablets whose clocks are days apart, come to the same in any grouping', () => {
    const some = fc
      .array(fc.record({ job: fc.nat(3), byHand: fc.boolean(), hour: fc.nat(8) }), { maxLength: 4 })
      .map((pieces) => pieces.filter(({ job }, at) => pieces.findIndex((one) => one.job === job) === at))
    fc.assert(
      fc.property(some, some, some, fc.shuffledSubarray([0, 3, 5], { minLength: 3 }), (a, b, c, days) => {
        const [one, two, three] = [a, b, c].map((pieces, k): DayPlan => ({
          madeAt: clock(days[k]!, 8),
          pieces: pieces.map(({ job, byHand, hour }) => ({
            jobId: `job-${job}`,
            piece: 'a',
            person: 'Ida',
            startAt: clock(days[k]!, 8 + hour),
            endAt: clock(days[k]!, 9 + hour),
            byHand,
            ...(byHand && { putAt: clock(days[k]!, 8) + 60_000 * hour }),
          })),
        })) as [DayPlan, DayPlan, DayPlan]
        const all = mergedPlans(mergedPlans(one, two), three)
        expect(mergedPlans(one, mergedPlans(two, three))).toEqual(all)
        expect(mergedPlans(three, mergedPlans(two, one))).toEqual(all)
        expect(mergedPlans(all, two)).toEqual(all)
      }),
      { seed: 44, numRuns: 300 },
    )
  })
  it('come together in either order, and once is as good as twice', () => {
    fc.assert(
      fc.property(copy, copy, (one, other) => {
        const both = mergedPlans(one, other)
        expect(mergedPlans(other, one)).toEqual(both)
        expect(mergedPlans(both, other)).toEqual(both)
        expect(mergedPlans(one, one)).toEqual(one)
        // What somebody put somewhere is not lost to a plan that was only worked out.
        for (const piece of [...one.pieces, ...other.pieces].filter(({ byHand }) => byHand))
          expect(both.pieces.find(({ jobId }) => jobId === piece.jobId)!.byHand).toBe(true)
      }),
      { seed: 43, numRuns: 200 },
    )
  })
})

describe('hours and units', () => {
  it('a piece that is moved to before the first midnight is told like any other', () => {
    for (const unit of [-1, -4, -200]) {
      const at = msAt(CALENDAR, unit)
      expect(at).toBe(CALENDAR[0]!.startMs + unit * 15 * 60_000)
      expect(unitsAt(CALENDAR, at)).toBeCloseTo(unit, 9)
    }
  })
  it('there and back', () => {
    for (let unit = 0; unit < 14 * 96; unit += 7)
      expect(unitsAt(CALENDAR, msAt(CALENDAR, unit))).toBeCloseTo(unit, 9)
  })
  it('a piece that is too long for anybody is cut in equal parts, its wait after the last', () => {
    const parts = cut(piece('a', 250, { wait: { label: 'Cures', minutes: 60 }, notBefore: 5 }), 120)
    expect(parts.map(({ minutes }) => Math.round(minutes))).toEqual([83, 83, 83])
    expect(parts.map(({ wait }) => wait !== null)).toEqual([false, false, true])
    expect(parts.map(({ notBefore }) => notBefore)).toEqual([5, null, null])
    expect(new Set(parts.map(({ key }) => key)).size).toBe(3)
  })
  it.each([
    ['nobody', { people: [] }],
    ['no bay', { bays: 0 }],
    ['hours that end before they begin', { people: [person('Ida', { hours: { from: 600, to: 500 } })] }],
  ])('a floor with %s is refused', (_, change) => {
    expect(floorSchema.safeParse({ ...floor(), ...change }).success).toBe(false)
    expect(floorSchema.safeParse(floor()).success).toBe(true)
  })
})

describe('the calendar file', () => {
  const file = calendarFile(
    'Upper valley; all, of it',
    [
      {
        uid: 'job-1 a',
        startAt: clock(0, 8),
        endAt: clock(0, 9, 30),
        summary: 'Unit 04, tank, down; “ring” \\ back',
        description: `Ω ${'long '.repeat(40)}\nsecond line`,
      },
    ],
    clock(0, 7),
  )
  it('has CRLF and no line over 75 octets, no letter cut', () => {
    for (const line of file.split('\r\n')) {
      expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75)
      expect(line).not.toContain('\uFFFD')
    }
    expect(file.replaceAll('\r\n', '')).not.toMatch(/[\r\n]/)
  })
  it('reads back to what was written', () => {
    const unfolded = file.replaceAll('\r\n ', '')
    expect(unfolded).toContain('SUMMARY:Unit 04\\, tank\\, down\\; “ring” \\\\ back\r\n')
    expect(unfolded).toContain('DTSTART:20261102T080000Z\r\n')
    expect(unfolded).toContain('DTEND:20261102T093000Z\r\n')
    expect(unfolded).toMatch(/DESCRIPTION:Ω (long ){40}\\nsecond line\r\n/)
  })
})
