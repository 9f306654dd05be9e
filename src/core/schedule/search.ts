/**
 * The search for a better plan: rules of thumb first, then again and again some jobs are taken off and laid
 * anew, kept by annealing. Without clock: whoever runs it says how much of its time is gone.
 */
import { seededRandom, type Random } from '../shared'
import type { Board, Placed } from './board'
import { compiled, type Compiled } from './compiled'
import { NO_WHIM, Timeline, type Standing } from './timeline'

/** Jobs taken off at once, at most. */
const MOST_OFF = 9
/** Annealing: a worsening of this share of the plan is taken now and then at first, and of this at the end. */
const WARM = 0.04
const COLD = 0.0004
/** So often a laid job is drawn together, a job is put off a little, and the order is by a rule. */
const TOGETHER = 0.8
const PUT_OFF = 0.12
const MOST_PUT_OFF = 400
/** In so many rounds a task goes to whoever comes to mind so often. */
const WHIMS = 0.4
const STUBBORN = 0.15
/** Rounds until a board is warmed again, for each pair of its jobs. */
const CYCLE = 60

/** How a search begins, where it does not begin from an empty board. */
export interface Beginning {
  seed?: number
  /** Nothing else starts before this unit. */
  now?: number
  /** Tasks that are done or in hand: they stay. */
  pinned?: readonly Placed[]
  /** The plan so far: what of it can stay should, by so much lateness for each task that moves. */
  before?: readonly Placed[]
  moveCost?: number
}

export class Search {
  private readonly board: Compiled
  private readonly standing: Standing | null
  private readonly random: Random
  private timeline: Timeline
  private cost: number
  private done = 0
  private best: Best

  constructor(board: Board, beginning: Beginning = {}) {
    this.board = compiled(board)
    this.random = seededRandom(beginning.seed ?? 1)
    this.standing = standingOf(this.board, beginning)
    const starts = [
      ...RULES.map((rule) => this.byOrder(this.ordered(rule))),
      ...(beginning.before ? [this.asBefore()] : []),
    ]
    this.timeline = starts.reduce((one, other) => (this.total(other) < this.total(one) ? other : one))
    this.cost = this.total(this.timeline)
    this.best = snapshot(this.timeline, this.cost)
  }

  /** Weighted lateness of the best plan so far, and what its moves cost. */
  get objective(): number {
    return this.best.cost
  }

  /** The best plan so far; null where a job finds no place before the end of the board. */
  plan(): Placed[] | null {
    const { start, person, laid } = this.best
    return laid
      ? this.board.taskIds.map((task, at) => ({ task, start: start[at]!, person: person[at]! }))
      : null
  }

  /** Draws each job of the best plan to its beginning where that makes none later: what may take longer has room behind it. */
  early(): void {
    const { start, person, laid, cost } = this.best
    if (!laid) return
    const { jobs, tasks } = this.board
    const stood = Array.from({ length: jobs }, (_, job) => ({
      job,
      starts: Int32Array.from(tasks[job]!, (task) => start[task]!),
      people: Int32Array.from(tasks[job]!, (task) => person[task]!),
    }))
    const timeline = new Timeline(this.board, this.standing)
    for (const { job, starts, people } of stood) timeline.restore(job, starts, people)
    stood.sort((one, other) => timeline.beginOf(one.job) - timeline.beginOf(other.job))
    for (const { job, starts, people } of stood) {
      if (this.board.behind[job]!.length > 0) continue
      const before = timeline.costOf(job)
      timeline.lift(job)
      if (timeline.lay(job, 0, false, NO_WHIM) && timeline.costOf(job) <= before) continue
      timeline.lift(job)
      timeline.restore(job, starts, people)
    }
    const drawn = this.total(timeline)
    if (drawn <= cost) this.best = snapshot(timeline, drawn)
  }

  /** So many rounds more; `share` of the time is gone, 0 to 1. */
  run(rounds: number, share: number): void {
    const heat = WARM * Math.pow(COLD / WARM, this.cooled(share))
    this.done += rounds
    for (let round = 0; round < rounds; round += 1) this.round(heat)
  }

  /** How far the annealing has cooled: a small board is warmed again and again, a large one cools once. */
  private cooled(share: number): number {
    const gone = Math.min(1, Math.max(1e-3, share))
    const toCome = this.done / gone
    const times = Math.max(1, Math.round(toCome / (CYCLE * this.board.jobs ** 2)))
    return (gone * times) % 1 || 1
  }

  private total(timeline: Timeline): number {
    let sum = 0
    for (let job = 0; job < this.board.jobs; job += 1) sum += timeline.costOf(job)
    return sum
  }

  /** Jobs by a rule, each behind those it waits for. */
  private ordered(rule: (board: Compiled, job: number) => number): number[] {
    const jobs = Array.from({ length: this.board.jobs }, (_, job) => job)
    return this.behindTheirs(
      jobs.sort((one, other) => rule(this.board, one) - rule(this.board, other) || one - other),
    )
  }

  private behindTheirs(jobs: number[]): number[] {
    const placed = new Set<number>()
    const order: number[] = []
    const own = new Set(jobs)
    const place = (job: number) => {
      if (placed.has(job)) return
      placed.add(job)
      for (const other of this.board.before[job]!) if (own.has(other)) place(other)
      order.push(job)
    }
    jobs.forEach(place)
    return order
  }

  private byOrder(order: number[]): Timeline {
    const timeline = new Timeline(this.board, this.standing)
    for (const job of order) timeline.lay(job, 0, true, NO_WHIM)
    return timeline
  }

  /** The plan so far as far as it can stand, what cannot laid anew behind it. */
  private asBefore(): Timeline {
    const timeline = new Timeline(this.board, this.standing)
    const { start, person } = this.standing!.before
    const order = this.ordered((_, job) => Math.max(...this.board.tasks[job]!.map((task) => start[task]!)))
    const anew = order.filter(
      (job) =>
        !timeline.stands(
          job,
          this.board.tasks[job]!.map((task) => start[task]!),
          this.board.tasks[job]!.map((task) => person[task]!),
        ),
    )
    for (const job of anew) timeline.lay(job, 0, true, NO_WHIM)
    return timeline
  }

  private below(n: number): number {
    return Math.floor(this.random.next() * n)
  }

  /** Some jobs are taken off, laid anew in another order, and kept where that is better, or not much worse. */
  private round(heat: number): void {
    const off = this.behindTheirs(this.toTakeOff())
    const { tasks } = this.board
    const kept = off.map((job) => ({
      starts: Int32Array.from(tasks[job]!, (task) => this.timeline.start[task]!),
      people: Int32Array.from(tasks[job]!, (task) => this.timeline.person[task]!),
      laid: this.timeline.end[job] !== -1,
    }))
    const before = off.reduce((sum, job) => sum + this.timeline.costOf(job), 0)
    for (const job of [...off].reverse()) this.timeline.lift(job)
    let after = 0
    const most = before - heat * this.cost * Math.log(this.random.next() + 1e-12)
    let laid = 0
    const whim = { next: this.random.next, stubborn: this.random.next() < WHIMS ? STUBBORN : 0 }
    const order = this.behindTheirs(this.mixed(off))
    for (; laid < order.length && after <= most; laid += 1) {
      const job = order[laid]!
      this.timeline.lay(job, this.putOff(job), this.random.next() < TOGETHER, whim)
      after += this.timeline.costOf(job)
    }
    if (after <= most) {
      this.cost += after - before
      if (this.cost < this.best.cost - 1e-9) this.best = snapshot(this.timeline, this.cost)
      return
    }
    for (let k = laid - 1; k >= 0; k -= 1) this.timeline.lift(order[k]!)
    off.forEach((job, k) => kept[k]!.laid && this.timeline.restore(job, kept[k]!.starts, kept[k]!.people))
  }

  /** A job is laid later than it could be, now and then: what is dear elsewhere may need its hour. */
  private putOff(job: number): number {
    if (this.random.next() > PUT_OFF) return 0
    return this.board.release[job]! + Math.floor(Math.pow(MOST_PUT_OFF, this.random.next()))
  }

  /** Jobs near each other in time, jobs that are late, or any; with all that wait for them. */
  private toTakeOff(): number[] {
    const { jobs } = this.board
    const count = Math.min(jobs, 2 + this.below(MOST_OFF - 1))
    const all = Array.from({ length: jobs }, (_, job) => job)
    const kind = this.random.next()
    const seed = kind < 0.3 ? this.late() : this.below(jobs)
    const key =
      kind < 0.85
        ? (job: number) => this.apart(seed, job) * (0.4 + 1.2 * this.random.next())
        : () => this.random.next()
    const keyed = all
      .map((job) => ({ job, key: job === seed ? -1 : key(job) }))
      .sort((one, other) => one.key - other.key)
    return this.withBehind(keyed.slice(0, count).map(({ job }) => job))
  }

  /** How far apart two jobs lie in time: nothing where they overlap. */
  private apart(one: number, other: number): number {
    const { timeline } = this
    const from = Math.max(timeline.beginOf(one), timeline.beginOf(other))
    const to = Math.min(timeline.end[one]!, timeline.end[other]!)
    return Math.max(0, from - to) + 20 * this.random.next()
  }

  /** A job that is late, the dearer the likelier. */
  private late(): number {
    let left = this.random.next() * this.cost
    for (let job = 0; job < this.board.jobs; job += 1) {
      left -= this.timeline.costOf(job)
      if (left <= 0) return job
    }
    return this.below(this.board.jobs)
  }

  private withBehind(jobs: number[]): number[] {
    const all = new Set(jobs)
    for (const job of all) for (const other of this.board.behind[job]!) all.add(other)
    return [...all]
  }

  /** An order to lay them in: any, or by a rule that is shaken a little. */
  private mixed(jobs: number[]): number[] {
    const rule = RULES[this.below(2 * RULES.length)]
    const keyed = jobs.map((job) => ({
      job,
      key: rule ? rule(this.board, job) * (0.85 + 0.3 * this.random.next()) : this.random.next(),
    }))
    return keyed.sort((one, other) => one.key - other.key).map(({ job }) => job)
  }
}

interface Best {
  cost: number
  start: Int32Array
  person: Int32Array
  laid: boolean
}
const snapshot = ({ start, person, end }: Timeline, cost: number): Best => ({
  cost,
  start: start.slice(),
  person: person.slice(),
  laid: !end.includes(-1),
})

/** The work of a job, units. */
const workOf = ({ tasks, units }: Compiled, job: number): number =>
  tasks[job]!.reduce((sum, task) => sum + units[task]!, 0)

/** Rules of thumb: the least first. */
const RULES: ((board: Compiled, job: number) => number)[] = [
  ({ due }, job) => due[job]!,
  ({ release }, job) => release[job]!,
  (board, job) => board.due[job]! - workOf(board, job),
  (board, job) => workOf(board, job) / Math.max(board.weight[job]!, 0.01),
  (board, job) => board.due[job]! / Math.max(board.weight[job]!, 0.01),
  ({ deadline }, job) => deadline[job]!,
]

function standingOf(board: Compiled, { now, pinned, before, moveCost }: Beginning): Standing | null {
  if (now === undefined && !pinned && !before) return null
  const place = new Map(board.taskIds.map((id, at) => [id, at]))
  const asArrays = (plan: readonly Placed[]) => {
    const start = new Int32Array(board.units.length).fill(-1)
    const person = new Int32Array(board.units.length).fill(-1)
    for (const one of plan) {
      const at = place.get(one.task)
      if (at !== undefined) [start[at], person[at]] = [one.start, one.person]
    }
    return { start, person }
  }
  return {
    now: now ?? 0,
    pinned: asArrays(pinned ?? []),
    before: { ...asArrays(before ?? []), moveCost: before ? (moveCost ?? 0) : 0 },
  }
}

/** How many tasks stand elsewhere in the one plan than in the other, or with somebody else. */
export function movesBetween(before: readonly Placed[], after: readonly Placed[]): number {
  const known = new Map(before.map((one) => [one.task, one]))
  return after.filter(({ task, start, person }) => {
    const own = known.get(task)
    return own !== undefined && (own.start !== start || own.person !== person)
  }).length
}
