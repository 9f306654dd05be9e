/**
 * A plan held against its board by the rules alone. Shares nothing with the search: it looks up times and
 * compares them, slowly, and says in words what is broken.
 */
import type { Board, Placed } from './board'

export interface Checked {
  /** Sum over the jobs of weight times units late. */
  objective: number
  /** What is broken, in words; empty for a sound plan. */
  broken: string[]
}

export function checkPlan(board: Board, plan: readonly Placed[]): Checked {
  const broken: string[] = []
  const placed = new Map(plan.map((one) => [one.task, one]))
  if (placed.size < plan.length) broken.push('A task is placed twice')
  for (const task of board.tasks) {
    const own = placed.get(task.id)
    if (!own) {
      broken.push(`Task ${task.id} is not placed`)
      continue
    }
    const end = own.start + task.units
    if (!task.people.includes(own.person)) broken.push(`Task ${task.id}: person ${own.person} cannot do it`)
    if (!board.people[own.person]?.some(([from, to]) => own.start >= from && end <= to))
      broken.push(`Task ${task.id}: person ${own.person} is not there from ${own.start} to ${end}`)
    for (const { of, lag } of task.after) {
      const before = placed.get(of)
      const units = board.tasks.find(({ id }) => id === of)!.units
      if (before && own.start < before.start + units + lag)
        broken.push(`Task ${task.id} starts before task ${of} is over and its wait of ${lag}`)
    }
  }
  const span = (ids: readonly number[]) => {
    const held = ids.flatMap((id) => placed.get(id) ?? [])
    const ends = held.map((one) => one.start + board.tasks.find(({ id }) => id === one.task)!.units)
    return { from: Math.min(...held.map(({ start }) => start)), to: Math.max(...ends) }
  }
  let objective = 0
  for (const job of board.jobs) {
    if (job.tasks.some((id) => !placed.has(id))) continue
    const { from, to } = span(job.tasks)
    if (from < job.release) broken.push(`Job ${job.id} starts at ${from}, before ${job.release}`)
    if (job.deadline !== null && to > job.deadline)
      broken.push(`Job ${job.id} ends at ${to}, after its deadline ${job.deadline}`)
    objective += job.weight * Math.max(0, to - job.due)
  }
  broken.push(...twiceAtOnce(board, plan))
  const whole = board.jobs.filter((job) => job.tasks.every((id) => placed.has(id)))
  const bays = whole.map((job) => ({ job: job.id, takes: 1, ...span(job.tasks) }))
  const lifted = whole.flatMap((job) => (job.lift ? [{ job: job.id, takes: 1, ...span(job.lift) }] : []))
  broken.push(...over('bay', board.bays, bays), ...over('lift', board.lifts, lifted))
  for (const { id, capacity } of board.places) {
    const held = whole.flatMap((job) =>
      job.holds
        .filter(({ place }) => place === id)
        .map(({ first, last, takes }) => ({ job: job.id, takes, ...span([first, last]) })),
    )
    broken.push(...over(id, capacity, held))
  }
  return { objective, broken }
}

/** One person in two places. */
function twiceAtOnce(board: Board, plan: readonly Placed[]): string[] {
  const units = new Map(board.tasks.map(({ id, units: long }) => [id, long]))
  return board.people.flatMap((_, person) => {
    const own = plan.filter((one) => one.person === person).sort((one, other) => one.start - other.start)
    return own
      .slice(1)
      .flatMap((one, k) =>
        one.start < own[k]!.start + (units.get(own[k]!.task) ?? 0)
          ? [`Person ${person} does tasks ${own[k]!.task} and ${one.task} at once`]
          : [],
      )
  })
}

interface Held {
  job: number
  takes: number
  from: number
  to: number
}

/** More is held at one time than there is. */
function over(what: string, capacity: number, held: Held[]): string[] {
  return held.flatMap(({ job, from }) => {
    const beside = held.filter((other) => other.from <= from && other.to > from)
    const taken = beside.reduce((sum, { takes }) => sum + takes, 0)
    return taken > capacity
      ? [`At ${from} job ${job} is one of ${beside.length}: ${taken} of ${capacity} of ${what}`]
      : []
  })
}
