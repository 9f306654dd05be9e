/**
 * The board of a workshop as a problem of time: jobs of tasks, people with their hours, bays and lifts.
 * Times are whole units (15 min), counted from the beginning of the board.
 */
import { z } from 'zod'
import { fail, ok, type Result } from '../shared'

const count = z.number().int().min(0)
const window = z.tuple([count, count]).refine(([from, to]) => from < to, 'A window ends after it begins')

const taskSchema = z.object({
  id: count,
  job: count,
  units: z.number().int().min(1),
  /** It starts no earlier than so long after the end of that task: a cure holds nobody. */
  after: z.array(z.object({ of: count, lag: count })),
  /** Who can do it. */
  people: z.array(count).min(1),
  lift: z.boolean(),
  /** It starts no earlier: what it needs comes then. */
  release: count.default(0),
})
const jobSchema = z.object({
  id: count,
  release: count,
  due: count,
  weight: z.number().min(0),
  /** Never after; null where there is none. */
  deadline: count.nullable(),
  tasks: z.array(count).min(1),
  /** The lift is held from the start of the first to the end of the last of these. */
  lift: z.tuple([count, count]).nullable(),
  /** What else it holds from the start of one of its tasks to the end of another: a rig, a tool, the air of a closed bay. */
  holds: z
    .array(z.object({ place: z.string(), first: count, last: count, takes: z.number().int().min(1) }))
    .default([]),
})
/**
 * A thing of which there is so much: two open tanks in one closed bay are kept apart by a place for one of
 * them, open fuel and hot work by one of which open fuel takes a part and hot work takes all.
 */
const placeSchema = z.object({
  id: z.string(),
  capacity: z.number().int().min(1),
  /** When there is none of it: the air of a bay while a heater is lit. */
  closed: z.array(window).default([]),
})

export const boardSchema = z.object({
  name: z.string(),
  unitMinutes: z.number().positive(),
  bays: z.number().int().min(1),
  lifts: count,
  places: z.array(placeSchema).default([]),
  /** The open windows of each person, in order. A task runs inside one of them without a break. */
  people: z.array(z.array(window)).min(1),
  jobs: z.array(jobSchema).min(1),
  tasks: z.array(taskSchema).min(1),
})
export type Board = z.infer<typeof boardSchema>
export type BoardTask = Board['tasks'][number]
export type BoardJob = Board['jobs'][number]

/** When a task starts, and who does it. */
export interface Placed {
  task: number
  start: number
  person: number
}

export interface BadBoard {
  at: string
  problem: string
}

/** What no schedule can be made of: names that name nothing, tasks that wait for each other, a task that fits no window of anybody. */
export function wholeBoard(board: Board): Result<Board, BadBoard> {
  const tasks = new Map(board.tasks.map((task) => [task.id, task]))
  const jobs = new Map(board.jobs.map((job) => [job.id, job]))
  const bad = (at: string, problem: string): Result<Board, BadBoard> => fail({ at, problem })
  if (tasks.size < board.tasks.length) return bad('tasks', 'Two tasks have one id')
  if (jobs.size < board.jobs.length) return bad('jobs', 'Two jobs have one id')
  for (const [person, windows] of board.people.entries())
    for (const [k, [from]] of windows.entries())
      if (k > 0 && from < windows[k - 1]![1])
        return bad(`people ${person}`, 'Its windows overlap or are out of order')
  const places = new Map(board.places.map(({ id, capacity }) => [id, capacity]))
  for (const job of board.jobs) {
    for (const { place, first, last, takes } of job.holds) {
      if (takes > (places.get(place) ?? 0)) return bad(`job ${job.id}`, `There is not so much of ${place}`)
      if (![first, last].every((id) => job.tasks.includes(id)))
        return bad(`job ${job.id}`, `It holds ${place} by a task of another job`)
    }
    for (const id of job.tasks)
      if (tasks.get(id)?.job !== job.id) return bad(`job ${job.id}`, `Task ${id} is not one of its tasks`)
    if (job.lift && board.lifts === 0) return bad(`job ${job.id}`, 'It needs a lift and there is none')
    if (job.lift?.some((id) => !job.tasks.includes(id)))
      return bad(`job ${job.id}`, 'Its lift is held by a task of another job')
  }
  for (const task of board.tasks) {
    const at = `task ${task.id}`
    if (!jobs.get(task.job)?.tasks.includes(task.id)) return bad(at, 'Its job does not list it')
    if (task.after.some(({ of }) => !tasks.has(of))) return bad(at, 'It waits for a task that is not there')
    const able = task.people.filter((person) => person < board.people.length)
    if (able.length < task.people.length) return bad(at, 'It names a person who is not there')
    if (!able.some((person) => board.people[person]!.some(([from, to]) => to - from >= task.units)))
      return bad(at, 'It fits no open window of anybody who can do it')
  }
  if (!inOrder(board.tasks)) return bad('tasks', 'Tasks wait for each other in a circle')
  return jobsInOrder(board) ? ok(board) : bad('jobs', 'Two jobs wait for each other: make one of them')
}

/** Is there an order in which each job stands behind those whose tasks it waits for? */
function jobsInOrder({ jobs, tasks }: Board): boolean {
  const jobOf = new Map(tasks.map(({ id, job }) => [id, job]))
  const asTask = jobs.map((job): BoardTask => ({
    id: job.id,
    job: job.id,
    units: 1,
    people: [0],
    lift: false,
    release: 0,
    after: tasks
      .filter((task) => task.job === job.id)
      .flatMap(({ after }) => after.map(({ of }) => ({ of: jobOf.get(of)!, lag: 0 })))
      .filter(({ of }) => of !== job.id),
  }))
  return inOrder(asTask) !== null
}

/** The tasks, each after those it waits for; null where they wait in a circle. */
export function inOrder(tasks: readonly BoardTask[]): BoardTask[] | null {
  const own = new Set(tasks.map(({ id }) => id))
  const done = new Set<number>()
  const order: BoardTask[] = []
  let left = [...tasks]
  while (left.length > 0) {
    const ready = left.filter(({ after }) => after.every(({ of }) => done.has(of) || !own.has(of)))
    if (ready.length === 0) return null
    ready.forEach((task) => done.add(task.id))
    order.push(...ready)
    left = left.filter(({ id }) => !done.has(id))
  }
  return order
}

/** Sum of weight times the units that a job ends after it was due. */
export const latenessOf = ({ due, weight }: BoardJob, end: number): number => weight * Math.max(0, end - due)
