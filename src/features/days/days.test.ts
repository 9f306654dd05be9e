/** The days as a drawing and as words: nothing leaves its room, every break has its sentence, a due time is the time that was meant. */
import { describe, expect, it } from 'vitest'
import { DaySearch, dayBoardOf, type Outline } from '@/core/days'
import { CALENDAR, clock, floor, outline, person, piece } from '@/core/days/days.fixture'
import type { Broken } from '@/core/schedule'
import { dueAtOf } from '../frame/due'
import { Scale, bayRows, hoursOf, peopleRows, ticksOf } from './daysGeometry'
import { asideText, brokenText, entriesOf, heldText, lateText, pieceText, planText } from './daysText'

const NOW = clock(0, 8)
const jobs: Outline[] = [
  outline('04', [
    piece('step 3', 60, { steps: [3, 5], title: 'Part the joint' }),
    piece('prove', 30, { kind: 'prove' }),
  ]),
  outline('15', [piece('find', 100, { kind: 'find', title: 'Find the fault', shortMinutes: 20 })], {
    dueAt: clock(0, 9),
  }),
  outline('21', [piece('a', 60, { wait: { label: 'Sealant cures', minutes: 600 } }), piece('b', 30)]),
]
const day = dayBoardOf(floor({ bays: 2 }), jobs, CALENDAR, NOW)
const search = new DaySearch(day)
search.run(60, 0.5)
const finding = search.finding(NOW)
const plan = finding.plan!

describe('the drawing', () => {
  const hours = hoursOf(day.floor)
  it.each([
    [320, { from: 0, days: 1 }],
    [1280, { from: 1, days: 1 }],
    [800, { from: 0, days: 7 }],
    [2400, { from: 0, days: 7 }],
  ])('at %s px: all stands within its room, rows do not overlap, hours have room', (width, span) => {
    const scale = new Scale(CALENDAR, span, hours, 100, width - 24)
    for (const row of peopleRows(day, plan, scale)) {
      row
        .slice(1)
        .forEach((block, k) => expect(block.x).toBeGreaterThanOrEqual(row[k]!.x + row[k]!.width - 1e-6))
      for (const { x, width: wide, sureWidth } of row) {
        expect(x).toBeGreaterThanOrEqual(100)
        expect(x + wide).toBeLessThanOrEqual(width - 24 + 1e-6)
        expect(sureWidth).toBeLessThanOrEqual(wide)
      }
    }
    const bays = bayRows(day, plan, scale)
    expect(bays.length).toBe(2)
    for (const row of bays)
      row.slice(1).forEach((stay, k) => expect(stay.startAt).toBeGreaterThanOrEqual(row[k]!.endAt))
    const ticks = ticksOf(CALENDAR, span, hours, scale)
    for (const { x } of ticks) expect(x).toBeGreaterThanOrEqual(100)
  })
  it('a time and its place, there and back, within the hours that are drawn', () => {
    const scale = new Scale(CALENDAR, { from: 0, days: 7 }, hours, 100, 1200)
    for (let d = 0; d < 7; d += 1)
      for (const h of [8, 11.25, 16.75]) expect(scale.ms(scale.x(clock(d, h)))).toBeCloseTo(clock(d, h), -2)
    expect(scale.x(clock(-1, 10))).toBe(100)
    expect(scale.x(clock(9, 10))).toBe(1200)
  })
})

describe('the words', () => {
  const task = (unit: string, key: string) =>
    day.tasks.find(({ outline: own, piece: one }) => own.unit === unit && one.key === key)!
  it('name a piece by its steps, or by what it is', () => {
    expect(pieceText(task('04', 'step 3'))).toBe('Steps 4 to 6, from: part the joint')
    expect(pieceText(task('15', 'find'))).toBe('Find the fault')
  })
  it('say the plan, and who is late by how much', () => {
    expect(planText(finding)).toBe('One will be late at its long end.')
    const late = finding.ends.find(({ jobId }) => jobId === 'job-15')!
    expect(lateText(late, NOW)).toMatch(/^45 min late: ready /)
    expect(planText({ ...finding, plan: null })).toMatch(/eight weeks/)
  })
  const every: [Broken, RegExp][] = [
    [{ kind: 'cannot do it', task: 0, person: 1 }, /^Jon may not do it/],
    [{ kind: 'not there', task: 0, person: 0, from: 48, to: 52 }, /^Ida is not in from/],
    [{ kind: 'too early', task: 1, of: 0, from: 40 }, /^What comes after it moves to/],
    [{ kind: 'too early', task: 4, of: 3, from: 40 }, /^Unit 21: not before sealant cures ends/],
    [{ kind: 'not released', task: 0, from: 40 }, /^Unit 04 cannot go on before/],
    [{ kind: 'two at once', person: 0, tasks: [0, 2] }, /^Ida is at unit 15 then/],
    [
      { kind: 'too much', place: 'bay', at: 1, jobs: [0, 1, 2], taken: 3, capacity: 2 },
      /^Every bay is taken: units 15 and 21/,
    ],
    [
      { kind: 'too much', place: 'lift', at: 1, jobs: [0, 1], taken: 2, capacity: 1 },
      /^The lift is under unit 15/,
    ],
    [
      { kind: 'too much', place: 'air', at: 1, jobs: [0, 1], taken: 3, capacity: 2 },
      /^No hot work beside open fuel/,
    ],
    [
      { kind: 'too much', place: 'open tank', at: 1, jobs: [0, 1], taken: 2, capacity: 1 },
      /^The tank of unit 15 is open/,
    ],
    [
      { kind: 'too much', place: 'tool: Ring key', at: 1, jobs: [0, 1], taken: 2, capacity: 1 },
      /^Ring key is with unit 15/,
    ],
    [{ kind: 'closed', place: 'air', job: 0, from: 1 }, /heater is lit/],
    [{ kind: 'closed', place: 'second hands', job: 0, from: 1 }, /Nobody else is in/],
    [{ kind: 'after its deadline', job: 0, deadline: 40, to: 44 }, /^Unit 04 ends at/],
    [{ kind: 'not placed', task: 0 }, /has no hour/],
  ]
  it.each(every)('%o', (broken, words) =>
    expect(brokenText(broken, day, { own: '04', moved: 0 }, NOW)).toMatch(words),
  )
  it('say why a job stands aside, and what holds a person', () => {
    expect(asideText({ why: { kind: 'nobody may', skills: ['high side'] } })).toContain('high-pressure side')
    expect(asideText({ why: { kind: 'finds no hours', places: ['air'] } })).toContain('Keep the heater off')
    expect(heldText({ kind: 'waits', untilMs: clock(0, 11) }, NOW)).toMatch(/^Waits until /)
    expect(heldText({ kind: 'place', place: 'bay', byUnits: ['15'] }, NOW)).toContain('unit 15')
  })
  it('go into a calendar, one entry a piece, each with its own name', () => {
    const entries = entriesOf(day, plan)
    expect(entries.length).toBe(plan.pieces.length)
    expect(new Set(entries.map(({ uid }) => uid)).size).toBe(entries.length)
    for (const { uid } of entries) expect(uid).not.toContain(' ')
  })
})

describe('when a job is needed', () => {
  const opened = new Date(2026, 10, 24, 12, 0).getTime()
  it.each([
    ['13:30', new Date(2026, 10, 24, 13, 30).getTime()],
    ['8:15', new Date(2026, 10, 25, 8, 15).getTime()],
    ['2026-11-30T07:45', new Date(2026, 10, 30, 7, 45).getTime()],
    ['Friday', null],
    ['25:10', null],
    ['12:75', null],
    ['2026-02-31T07:45', null],
    ['2026-11-30T24:30', null],
    [null, null],
  ])('%s', (typed, due) => expect(dueAtOf(typed, opened)).toBe(due))
})

it('whoever has no pause is in without one', () => {
  expect(hoursOf(floor({ people: [person('Ida', { pause: null })] }))).toEqual({ from: 480, to: 1020 })
})
