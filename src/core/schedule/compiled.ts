/** A board in flat arrays, for the search: tasks in the order in which a job can be laid, hours of people by unit. */
import { inOrder, type Board } from './board'

/** `first` and `last` are -1 where the whole job holds it. */
export interface Hold {
  place: number
  first: number
  last: number
  takes: number
}
export const BAY = 0
const LIFT = 1
const OWN_PLACES = 2

export interface Compiled {
  horizon: number
  people: number
  jobs: number
  /** How much there is of each place: bays, lifts, then the board's own. */
  capacity: Int32Array
  /** When there is none of a place, by place. */
  closed: (readonly [number, number])[][]
  /** By person and unit: the end of the open window that holds the unit, 0 where it is closed. */
  windowEnd: Int32Array
  /** By person and unit: where that window begins. */
  windowStart: Int32Array
  /** By person and unit: the next open unit from here on (horizon where there is none). */
  nextOpen: Int32Array
  /** By person and unit: the end of the last window that begins before it, 0 where there is none. */
  lastEnd: Int32Array
  /** By job. */
  release: Int32Array
  due: Int32Array
  weight: Float64Array
  deadline: Int32Array
  /** Its tasks, those that wait behind those they wait for. */
  tasks: Int32Array[]
  /** What it holds: its bay as a whole job, the others from the start of one task to the end of another. */
  holds: Hold[][]
  /** Jobs with a task that one of this job's tasks waits for, and jobs that wait for it. */
  before: Int32Array[]
  behind: Int32Array[]
  /** By task. */
  units: Int32Array
  taskRelease: Int32Array
  jobOf: Int32Array
  able: Int32Array[]
  waitsFor: Int32Array[]
  lag: Int32Array[]
  /** Tasks of the same job that wait for it, with their lag. */
  awaited: Int32Array[]
  awaitedLag: Int32Array[]
  taskIds: number[]
}

/** A whole board (`wholeBoard`) in flat arrays. */
export function compiled(board: Board): Compiled {
  const horizon = Math.max(...board.people.flatMap((windows) => windows.map(([, to]) => to)), 1)
  const place = new Map(board.tasks.map(({ id }, at) => [id, at]))
  const jobPlace = new Map(board.jobs.map(({ id }, at) => [id, at]))
  const at = (id: number) => place.get(id)!
  const { tasks, jobs } = board
  const jobOf = Int32Array.from(tasks, ({ job }) => jobPlace.get(job)!)
  const waitsFor = tasks.map(({ after }) => Int32Array.from(after, ({ of }) => at(of)))
  const lag = tasks.map(({ after }) => Int32Array.from(after, (one) => one.lag))
  const awaited = tasks.map((_, task) =>
    tasks.flatMap(({ after }, other) =>
      jobOf[other] === jobOf[task]
        ? after.flatMap(({ of, lag: long }) => (at(of) === task ? [[other, long] as const] : []))
        : [],
    ),
  )
  const links = tasks.flatMap((_, task) =>
    [...waitsFor[task]!].flatMap((other) =>
      jobOf[other] === jobOf[task] ? [] : [[jobOf[other]!, jobOf[task]!] as const],
    ),
  )
  const linked = (job: number, mine: 0 | 1) =>
    Int32Array.from(new Set(links.filter((link) => link[mine] === job).map((link) => link[1 - mine]!)))
  return {
    horizon,
    people: board.people.length,
    jobs: jobs.length,
    capacity: Int32Array.from([board.bays, board.lifts, ...board.places.map((place) => place.capacity)]),
    closed: [[], [], ...board.places.map((place) => place.closed)],
    ...hoursOf(board, horizon),
    taskRelease: Int32Array.from(tasks, ({ release }) => release),
    release: Int32Array.from(jobs, ({ release }) => release),
    due: Int32Array.from(jobs, ({ due }) => due),
    weight: Float64Array.from(jobs, ({ weight }) => weight),
    deadline: Int32Array.from(jobs, ({ deadline }) => deadline ?? 2 ** 30),
    tasks: jobs.map((job) =>
      Int32Array.from(inOrder(job.tasks.map((id) => tasks[at(id)]!))!, ({ id }) => at(id)),
    ),
    holds: jobs.map((job): Hold[] => [
      { place: BAY, first: -1, last: -1, takes: 1 },
      ...(job.lift ? [{ place: LIFT, first: at(job.lift[0]), last: at(job.lift[1]), takes: 1 }] : []),
      ...job.holds.map(({ place, first, last, takes }) => ({
        place: OWN_PLACES + board.places.findIndex(({ id }) => id === place),
        first: at(first),
        last: at(last),
        takes,
      })),
    ]),
    before: jobs.map((_, job) => linked(job, 1)),
    behind: jobs.map((_, job) => linked(job, 0)),
    units: Int32Array.from(tasks, ({ units }) => units),
    jobOf,
    able: tasks.map(({ people }) => Int32Array.from(people)),
    waitsFor,
    lag,
    awaited: awaited.map((list) => Int32Array.from(list, ([other]) => other)),
    awaitedLag: awaited.map((list) => Int32Array.from(list, ([, long]) => long)),
    taskIds: tasks.map(({ id }) => id),
  }
}

function hoursOf(
  { people }: Board,
  horizon: number,
): Pick<Compiled, 'windowEnd' | 'windowStart' | 'nextOpen' | 'lastEnd'> {
  const stride = horizon + 1
  const windowEnd = new Int32Array(people.length * stride)
  const windowStart = new Int32Array(people.length * stride)
  const nextOpen = new Int32Array(people.length * stride).fill(horizon)
  const lastEnd = new Int32Array(people.length * stride)
  people.forEach((windows, person) => {
    const base = person * stride
    for (const [from, to] of windows) {
      windowEnd.fill(to, base + from, base + to)
      windowStart.fill(from, base + from, base + to)
      lastEnd.fill(to, base + from + 1, base + stride)
    }
    for (let unit = horizon - 1; unit >= 0; unit -= 1)
      nextOpen[base + unit] = windowEnd[base + unit]! > 0 ? unit : nextOpen[base + unit + 1]!
  })
  return { windowEnd, windowStart, nextOpen, lastEnd }
}
