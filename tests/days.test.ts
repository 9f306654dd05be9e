/** Jobs as they really are, as outlines: the demo garage's open jobs, laid on a floor. */
import { describe, expect, it } from 'vitest'
import {
  DaySearch,
  FIRST_FLOOR,
  SKILLS,
  dayBoardOf,
  longestStretch,
  outlineOf,
  repairRange,
  type Floor,
  type Outline,
} from '@/core/days'
import { foldJob, stageOf } from '@/core/job'
import { demoJobs } from '@/core/practice'

const NOW = Date.UTC(2026, 10, 3, 9, 0)
const DAY_MS = 24 * 3600_000
const CALENDAR = Array.from({ length: 14 }, (_, day) => ({
  startMs: Date.UTC(2026, 10, 3) + day * DAY_MS,
  weekday: (day + 1) % 7,
}))
const [first] = FIRST_FLOOR.people
const FLOOR: Floor = {
  ...FIRST_FLOOR,
  people: ['Ida', 'Jon'].map((id) => ({ ...first!, id, name: id, skills: [...SKILLS] })),
}
const open = demoJobs(NOW)
  .map(({ vehicle, events }) => ({ vehicle, job: foldJob(events[0]!.jobId, events, vehicle) }))
  .filter(({ job }) => !job.signed)
const outlines: Outline[] = open.map(({ job, vehicle }) =>
  outlineOf({ job, vehicle, now: NOW, dueAt: null, longest: longestStretch(FLOOR, CALENDAR) }),
)

describe('the demo garage', () => {
  it('has jobs with a plan and jobs that are a range', () => {
    expect(open.length).toBeGreaterThanOrEqual(6)
    expect(outlines.some(({ planned }) => planned)).toBe(true)
    expect(outlines.some(({ planned }) => !planned)).toBe(true)
  })

  it('a plan in work is its steps that are left, and no more minutes than it has', () => {
    for (const [k, { job }] of open.entries()) {
      const { pieces, planned } = outlines[k]!
      expect(pieces.at(-1)!.kind).toBe('prove')
      expect(new Set(pieces.map(({ key }) => key)).size).toBe(pieces.length)
      for (const piece of pieces) expect(piece.minutes).toBeLessThanOrEqual(120)
      // To look for a fault and to prove a repair part joints as well.
      for (const piece of pieces.filter(({ kind }) => kind !== 'steps'))
        expect(piece.room).toContain('open fuel')
      if (!planned || stageOf(job) === 'prove') continue
      const steps = pieces.filter(({ kind }) => kind === 'steps')
      // Runs follow each other without a gap.
      steps.slice(1).forEach(({ steps: own }, at) => {
        const before = steps[at]!.steps!
        expect(own![0] === before[1] + 1 || own![0] === before[0]).toBe(true)
      })
      // Where fuel is open it says so.
      if (job.work?.repairIds.includes('filter'))
        expect(steps.some(({ room }) => room.includes('open fuel'))).toBe(true)
    }
  })

  it('a range has a short end under its long one, and both are minutes of its own repairs', () => {
    for (const [k, { job, vehicle }] of open.entries()) {
      if (outlines[k]!.planned) continue
      const { short, long } = repairRange(job, vehicle)
      expect(short).toBeGreaterThan(0)
      expect(long).toBeGreaterThanOrEqual(short)
      const repair = outlines[k]!.pieces.filter(({ kind }) => kind === 'repair')
      expect(repair.reduce((sum, { minutes }) => sum + minutes, 0)).toBeCloseTo(long, 6)
    }
  })

  it('all of it finds a sound plan, and nothing of it begins before now', () => {
    const day = dayBoardOf(FLOOR, outlines, CALENDAR, NOW)
    expect(day.aside).toEqual([])
    const search = new DaySearch(day)
    search.run(100, 0.5)
    const { plan, broken } = search.finding(NOW)
    expect(broken).toEqual([])
    for (const { startAt } of plan!.pieces) expect(startAt).toBeGreaterThanOrEqual(NOW)
  })

  it('a tool of which there is one is in one job’s hands at a time', () => {
    // Two jobs with the plans of two others: both want what these have in hand.
    const planned = outlines.filter(({ planned }) => planned)
    const both = planned.flatMap((outline) => [outline, { ...outline, jobId: `${outline.jobId}-again` }])
    const name = planned[0]!.pieces.flatMap(({ tools }) => tools)[0]!
    const few: Floor = { ...FLOOR, bays: 6, oneRoom: false, tools: [{ name, count: 1 }] }
    const search = new DaySearch(dayBoardOf(few, both, CALENDAR, NOW))
    search.run(100, 0.5)
    const { plan, broken } = search.finding(NOW)
    expect(broken).toEqual([])
    const held = plan!.pieces.filter(({ jobId, piece: key }) =>
      both
        .find((outline) => outline.jobId === jobId)!
        .pieces.some((piece) => piece.key === key && piece.tools.includes(name)),
    )
    expect(new Set(held.map(({ jobId }) => jobId)).size).toBeGreaterThan(1)
    for (const one of held)
      for (const other of held)
        if (one.jobId < other.jobId)
          expect(one.endAt <= other.startAt || other.endAt <= one.startAt).toBe(true)
  })
})
