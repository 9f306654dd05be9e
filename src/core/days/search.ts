/** A plan of days looked for: from the last one, with what was put by hand where it is. Without clock. */
import { Search, checkPlan, lowerBound, pathBounds, type Board, type Broken, type Placed } from '../schedule'
import { msAt, type Calendar } from './calendar'
import { dayBoardOf, type DayBoard, type SetAside } from './dayBoard'
import type { Floor } from './floor'
import type { Outline } from './outline'
import { NO_PLAN, keptPlan, placedOn, type DayPlan } from './dayPlan'

/** What it costs that a piece stands elsewhere than people were told, units of lateness. */
export const MOVE_COST = 3

/** What is known of a plan. */
export interface DayFinding {
  /** Null where not all of it finds a place before the days end. */
  plan: DayPlan | null
  /** Weighted units that jobs end after they are needed. */
  objective: number
  /** No plan can be better. */
  proved: boolean
  /** What the check found: empty, or the plan is not shown. */
  broken: Broken[]
  /** By job: when it ends at its long end, how many minutes its short end frees, and before when it cannot end whatever is planned; ms. */
  ends: { jobId: string; endAt: number; spareMinutes: number; cannotBefore: number; dueAt: number | null }[]
}

/** The board of what can be planned: a job that finds no hours even alone stands aside. */
export function planable(floor: Floor, outlines: Outline[], calendar: Calendar, nowMs: number): DayBoard {
  const day = dayBoardOf(floor, outlines, calendar, nowMs)
  const never = day.board.jobs.filter((job) => !standsAlone(day, job.id))
  if (never.length === 0) return day
  const left = day.outlines.filter((_, id) => never.every((job) => job.id !== id))
  const aside = never.map(({ id, holds }): SetAside => ({
    jobId: day.outlines[id]!.jobId,
    why: {
      kind: 'finds no hours',
      places: [...new Set(holds.map(({ place }) => place))].filter((place) =>
        day.board.places.some((one) => one.id === place && one.closed.length > 0),
      ),
    },
  }))
  const again = dayBoardOf(floor, left, calendar, nowMs)
  return { ...again, aside: [...day.aside, ...aside] }
}

/** Does a job find its hours with nobody else there? */
function standsAlone({ board, now }: DayBoard, job: number): boolean {
  const alone: Board = {
    ...board,
    jobs: board.jobs.filter(({ id }) => id === job),
    tasks: board.tasks.filter((task) => task.job === job),
  }
  return new Search(alone, { now }).plan() !== null
}

/**
 * What stays where it is: what a hand put somewhere, and what should be in hand now (the first piece of a job
 * that has begun and is not over by the plan). What was to be over and is not goes where there is room; so does
 * what cannot be in hand any more, as its person left or its vehicle waits.
 */
function pinsOf(day: DayBoard, before: DayPlan): Placed[] {
  const byHand = placedOn(day, before, (piece) => piece.byHand).filter(({ start }) => start >= day.now)
  const held = new Set(byHand.map(({ task }) => task))
  const firsts = new Set(day.board.jobs.map(({ tasks }) => tasks[0]!))
  const begun = placedOn(day, before).filter(
    ({ task, start }) =>
      firsts.has(task) &&
      !held.has(task) &&
      start < day.now &&
      start + day.board.tasks[task]!.units > day.now,
  )
  const { broken } = checkPlan(day.board, [...byHand, ...begun])
  const cannot = new Set(
    broken.flatMap((one) =>
      one.kind === 'not placed' ? [] : 'task' in one ? [one.task] : 'tasks' in one ? one.tasks : [],
    ),
  )
  return [...byHand, ...begun.filter(({ task }) => !cannot.has(task))]
}

/**
 * What is dangerous begins as soon as anybody who may is free, whatever its end: its first piece is laid before
 * all else, round what is pinned, and stays there.
 */
function dangerFirst(day: DayBoard, pins: Placed[]): Placed[] {
  const { board, outlines, now } = day
  const pinned = new Set(pins.map(({ task }) => task))
  const jobs = board.jobs.filter(
    ({ id, tasks }) => outlines[id]!.danger && !tasks.some((task) => pinned.has(task)),
  )
  if (jobs.length === 0) return pins
  const own = new Set(jobs.map(({ id }) => id))
  const alone: Board = {
    ...board,
    jobs,
    tasks: board.tasks.filter(({ job }) => own.has(job)),
    people: board.people.map((windows, person) =>
      pins
        .filter((pin) => pin.person === person)
        .reduce((left, pin) => without(left, pin.start, pin.start + board.tasks[pin.task]!.units), windows),
    ),
  }
  const search = new Search(alone, { now })
  search.early()
  const firsts = new Set(jobs.map(({ tasks }) => tasks[0]!))
  return [...pins, ...(search.plan() ?? []).filter(({ task }) => firsts.has(task))]
}

/** Hours without a stretch that is taken. */
const without = (windows: [number, number][], from: number, to: number): [number, number][] =>
  windows.flatMap(([open, shut]): [number, number][] =>
    shut <= from || open >= to
      ? [[open, shut]]
      : [
          ...(open < from ? [[open, from] as [number, number]] : []),
          ...(shut > to ? [[to, shut] as [number, number]] : []),
        ],
  )

export class DaySearch {
  private readonly search: Search
  private readonly bound: number
  private readonly cannotBefore: Map<number, number>

  constructor(
    private readonly day: DayBoard,
    private readonly before: DayPlan = NO_PLAN,
    seed = 1,
  ) {
    const kept = placedOn(day, before)
    const pins = pinsOf(day, before)
    const begin = (pinned: Placed[]) =>
      new Search(day.board, {
        seed,
        now: day.now,
        pinned,
        ...(kept.length > 0 && { before: kept, moveCost: MOVE_COST }),
      })
    const first = begin(dangerFirst(day, pins))
    // Where every bay is taken by what is in hand it begins as soon as the plan has room.
    this.search = first.plan() ? first : begin(pins)
    const fromNow = {
      ...day.board,
      jobs: day.board.jobs.map((job) => ({ ...job, release: Math.max(job.release, day.now) })),
    }
    this.bound = lowerBound(fromNow)
    this.cannotBefore = new Map(pathBounds(fromNow).map(({ job, end }) => [job, end]))
  }

  /** There is nothing better to be found. */
  get over(): boolean {
    return this.search.objective <= this.bound + 1e-9
  }

  /** So many rounds more; `share` of the time is gone, 0 to 1. */
  run(rounds: number, share: number): void {
    this.search.run(rounds, share)
  }

  finding(madeAt: number): DayFinding {
    const { day, search } = this
    search.early()
    const placed = search.plan()
    if (!placed) return { plan: null, objective: search.objective, proved: false, broken: [], ends: [] }
    const { objective, broken } = checkPlan(day.board, placed)
    return {
      plan: keptPlan(day, placed, this.before, madeAt),
      objective,
      proved: objective <= this.bound + 1e-9,
      broken,
      ends: day.board.jobs.map((job) => this.endOf(job.id, placed)),
    }
  }

  private endOf(job: number, placed: readonly Placed[]): DayFinding['ends'][number] {
    const { day } = this
    const outline = day.outlines[job]!
    const end = Math.max(
      ...placed
        .filter(({ task }) => day.board.tasks[task]!.job === job)
        .map(({ task, start }) => start + day.board.tasks[task]!.units),
    )
    const spare = outline.pieces.reduce((sum, piece) => sum + piece.minutes - piece.shortMinutes, 0)
    return {
      jobId: outline.jobId,
      endAt: msAt(day.calendar, end),
      spareMinutes: spare,
      cannotBefore: msAt(day.calendar, this.cannotBefore.get(job)!),
      dueAt: outline.dueAt,
    }
  }
}
