/** What one person can do now: the next piece of each job, and what holds it where something does. */
import type { Placed } from '../schedule'
import { type DayBoard, type DayTask } from './dayBoard'
import { placedOn, type DayPlan } from './dayPlan'

/** Why a piece cannot begin now. */
export type Held =
  | { kind: 'may not'; skills: readonly string[] }
  | { kind: 'is not in' }
  | { kind: 'waits'; untilMs: number }
  | { kind: 'place'; place: string; byUnits: string[] }
export interface NowChoice extends DayTask {
  /** What holds it; empty where it can begin. */
  held: Held[]
  /** It is planned for this person at this time. */
  planned: boolean
}

interface Taken {
  place: string
  job: number
  takes: number
}

/** What is held of every place at a unit by the plan, by whom. */
function takenAt({ board }: DayBoard, placed: readonly Placed[], unit: number): Taken[] {
  const at = new Map(placed.map((one) => [one.task, one]))
  const covers = (first: number, last: number) => {
    const [from, to] = [at.get(first), at.get(last)]
    return (
      from !== undefined &&
      to !== undefined &&
      from.start <= unit &&
      unit < to.start + board.tasks[last]!.units
    )
  }
  return board.jobs.flatMap((job) => [
    ...(covers(job.tasks[0]!, job.tasks.at(-1)!) ? [{ place: 'bay', job: job.id, takes: 1 }] : []),
    ...(job.lift && covers(...job.lift) ? [{ place: 'lift', job: job.id, takes: 1 }] : []),
    ...job.holds
      .filter(({ first, last }) => covers(first, last))
      .map(({ place, takes }) => ({ place, job: job.id, takes })),
  ])
}

/** The choices of a person, what can begin first: danger, then what is planned for them now, then least slack. */
export function nowFor(day: DayBoard, plan: DayPlan, personId: string, nowMs: number): NowChoice[] {
  const person = day.floor.people.findIndex(({ id }) => id === personId)
  const placed = placedOn(day, plan)
  // The quarter of an hour that runs: what is planned in it is in hand.
  const unit = Math.max(0, day.now - 1)
  const taken = takenAt(day, placed, unit)
  const isIn = (day.board.people[person] ?? []).some(([from, to]) => from <= day.now && day.now < to)
  const choices = day.board.jobs.map((job): NowChoice => {
    const first = day.tasks[job.tasks[0]!]!
    const own = placed.find(({ task }) => task === job.tasks[0])
    return {
      ...first,
      planned: own !== undefined && own.person === person && own.start <= day.now,
      held: [
        ...heldByPerson(day, job.tasks[0]!, person, isIn),
        ...heldByTime(day, job.id, nowMs),
        ...heldByPlace(day, job.id, taken),
      ],
    }
  })
  return choices.sort((one, other) => rank(one, nowMs) - rank(other, nowMs))
}

const rank = ({ held, outline, planned }: NowChoice, nowMs: number): number =>
  (held.length > 0 ? 1e6 : 0) +
  (outline.danger ? -1e5 : 0) +
  (planned ? -5e4 : 0) +
  Math.min(4e4, ((outline.dueAt ?? Infinity) - nowMs) / 60_000)

function heldByPerson({ tasks, board }: DayBoard, task: number, person: number, isIn: boolean): Held[] {
  if (!board.tasks[task]!.people.includes(person))
    return [{ kind: 'may not', skills: tasks[task]!.piece.skills }]
  return isIn ? [] : [{ kind: 'is not in' }]
}

function heldByTime({ board, tasks }: DayBoard, job: number, nowMs: number): Held[] {
  const { outline, piece } = tasks[board.jobs[job]!.tasks[0]!]!
  const untilMs = Math.max(outline.releaseAt, piece.notBefore ?? 0)
  return untilMs > nowMs ? [{ kind: 'waits', untilMs }] : []
}

/** What the first piece needs, against what others hold. */
function heldByPlace({ board, outlines }: DayBoard, job: number, taken: Taken[]): Held[] {
  const own = board.jobs[job]!
  const first = own.tasks[0]
  const needs = [
    { place: 'bay', takes: 1, capacity: board.bays },
    ...(own.lift?.[0] === first ? [{ place: 'lift', takes: 1, capacity: board.lifts }] : []),
    ...own.holds
      .filter((hold) => hold.first === first)
      .map(({ place, takes }) => ({
        place,
        takes,
        capacity: board.places.find(({ id }) => id === place)!.capacity,
      })),
  ]
  return needs.flatMap(({ place, takes, capacity }): Held[] => {
    const others = taken.filter((one) => one.place === place && one.job !== job)
    const used = others.reduce((sum, one) => sum + one.takes, 0)
    return used + takes > capacity
      ? [{ kind: 'place', place, byUnits: others.map((one) => outlines[one.job]!.unit) }]
      : []
  })
}
