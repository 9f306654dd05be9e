/**
 * A plan held against its board by the rules alone. Shares nothing with the search: it looks up times and
 * compares them, slowly, and names what is broken.
 */
import type { Board, Placed } from './board'

/** What of a plan is broken; numbers are ids of the board, times its units. */
export type Broken =
  | { kind: 'not placed' | 'placed twice'; task: number }
  | { kind: 'cannot do it'; task: number; person: number }
  | { kind: 'not there'; task: number; person: number; from: number; to: number }
  | { kind: 'too early'; task: number; of: number; from: number }
  | { kind: 'not released'; task: number; from: number }
  | { kind: 'after its deadline'; job: number; deadline: number; to: number }
  | { kind: 'two at once'; person: number; tasks: [number, number] }
  | { kind: 'too much'; place: string; at: number; jobs: number[]; taken: number; capacity: number }
  | { kind: 'closed'; place: string; job: number; from: number }

export interface Checked {
  /** Sum over the jobs of weight times units late. */
  objective: number
  /** Empty for a sound plan. */
  broken: Broken[]
}

/** The places that every board has, beside its own. */
export const BAY_PLACE = 'bay'
export const LIFT_PLACE = 'lift'

type Span = (ids: readonly number[]) => { from: number; to: number }

export function checkPlan(board: Board, plan: readonly Placed[]): Checked {
  const placed = new Map(plan.map((one) => [one.task, one]))
  const units = new Map(board.tasks.map(({ id, units: long }) => [id, long]))
  const span: Span = (ids) => {
    const held = ids.flatMap((id) => placed.get(id) ?? [])
    return {
      from: Math.min(...held.map(({ start }) => start)),
      to: Math.max(...held.map(({ task, start }) => start + units.get(task)!)),
    }
  }
  const whole = board.jobs.filter((job) => job.tasks.every((id) => placed.has(id)))
  const ends = whole.map((job) => ({ job, ...span(job.tasks) }))
  return {
    objective: ends.reduce((sum, { job, to }) => sum + job.weight * Math.max(0, to - job.due), 0),
    broken: [
      ...plan
        .filter((one, at) => plan.findIndex(({ task }) => task === one.task) < at)
        .map(({ task }): Broken => ({ kind: 'placed twice', task })),
      ...board.tasks.flatMap((task) => brokenAt(board, task, placed, units)),
      ...ends.flatMap(({ job, to }): Broken[] =>
        job.deadline !== null && to > job.deadline
          ? [{ kind: 'after its deadline', job: job.id, deadline: job.deadline, to }]
          : [],
      ),
      ...twiceAtOnce(board, plan, units),
      ...heldOver({ ...board, jobs: whole }, span),
    ],
  }
}

/** What is broken of one task, by itself and by what it waits for. */
function brokenAt(
  board: Board,
  task: Board['tasks'][number],
  placed: ReadonlyMap<number, Placed>,
  units: ReadonlyMap<number, number>,
): Broken[] {
  const own = placed.get(task.id)
  if (!own) return [{ kind: 'not placed', task: task.id }]
  const broken: Broken[] = []
  const end = own.start + task.units
  if (!task.people.includes(own.person))
    broken.push({ kind: 'cannot do it', task: task.id, person: own.person })
  if (!board.people[own.person]?.some(([from, to]) => own.start >= from && end <= to))
    broken.push({ kind: 'not there', task: task.id, person: own.person, from: own.start, to: end })
  const released = Math.max(task.release, board.jobs.find(({ id }) => id === task.job)!.release)
  if (own.start < released) broken.push({ kind: 'not released', task: task.id, from: released })
  for (const { of, lag } of task.after) {
    const before = placed.get(of)
    const from = before ? before.start + units.get(of)! + lag : 0
    if (own.start < from) broken.push({ kind: 'too early', task: task.id, of, from })
  }
  return broken
}

/** One person in two places. */
function twiceAtOnce(board: Board, plan: readonly Placed[], units: ReadonlyMap<number, number>): Broken[] {
  return board.people.flatMap((_, person) => {
    const own = plan.filter((one) => one.person === person).sort((one, other) => one.start - other.start)
    return own.flatMap((one, k) =>
      own
        .slice(k + 1)
        .filter((other) => other.start < one.start + (units.get(one.task) ?? 0))
        .map((other): Broken => ({ kind: 'two at once', person, tasks: [one.task, other.task] })),
    )
  })
}

/** More of a place is held at one time than there is, or while it is closed. */
function heldOver(board: Board, span: Span): Broken[] {
  const { jobs } = board
  const lifted = jobs.flatMap((job) => (job.lift ? [{ job: job.id, takes: 1, ...span(job.lift) }] : []))
  return [
    ...over(
      BAY_PLACE,
      board.bays,
      jobs.map((job) => ({ job: job.id, takes: 1, ...span(job.tasks) })),
    ),
    ...over(LIFT_PLACE, board.lifts, lifted),
    ...board.places.flatMap(({ id, capacity, closed }) => {
      const held = jobs.flatMap((job) =>
        job.holds
          .filter(({ place }) => place === id)
          .map(({ first, last, takes }) => ({ job: job.id, takes, ...span([first, last]) })),
      )
      return [
        ...over(id, capacity, held),
        ...held.flatMap(({ job, from, to }) =>
          closed
            .filter(([shut, open]) => from < open && to > shut)
            .map(([shut]): Broken => ({ kind: 'closed', place: id, job, from: shut })),
        ),
      ]
    }),
  ]
}

interface Held {
  job: number
  takes: number
  from: number
  to: number
}

function over(place: string, capacity: number, held: Held[]): Broken[] {
  return held.flatMap(({ from: at }): Broken[] => {
    const beside = held.filter((other) => other.from <= at && other.to > at)
    const taken = beside.reduce((sum, { takes }) => sum + takes, 0)
    return taken > capacity
      ? [{ kind: 'too much', place, at, jobs: beside.map(({ job }) => job), taken, capacity }]
      : []
  })
}

/** What is broken in the board's own numbers, for whoever reads the file of a board. */
export function brokenText(one: Broken): string {
  switch (one.kind) {
    case 'not placed':
      return `Task ${one.task} is not placed`
    case 'placed twice':
      return `Task ${one.task} is placed twice`
    case 'cannot do it':
      return `Task ${one.task}: person ${one.person} cannot do it`
    case 'not there':
      return `Task ${one.task}: person ${one.person} is not there from ${one.from} to ${one.to}`
    case 'too early':
      return `Task ${one.task} starts before task ${one.of} and its wait are over at ${one.from}`
    case 'not released':
      return `Task ${one.task} starts before ${one.from}`
    case 'after its deadline':
      return `Job ${one.job} ends at ${one.to}, after its deadline ${one.deadline}`
    case 'two at once':
      return `Person ${one.person} does tasks ${one.tasks.join(' and ')} at once`
    case 'too much':
      return `At ${one.at} jobs ${one.jobs.join(', ')} hold ${one.taken} of ${one.capacity} of ${one.place}`
    case 'closed':
      return `Job ${one.job} holds ${one.place} while there is none of it, from ${one.from}`
  }
}
