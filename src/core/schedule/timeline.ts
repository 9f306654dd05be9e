/**
 * Where every task of a board stands, and who is taken when. A job is laid whole: each task at the earliest
 * free hour of somebody who can do it, then drawn together from its end, so that it holds bay and lift no
 * longer than it must.
 */
import type { Compiled, Hold } from './compiled'

const NEVER = -1

/** Who does a task where several could: chance between equals, and how often whoever comes to mind, 0 to 1. */
export interface Whim {
  next(): number
  stubborn: number
}
export const NO_WHIM: Whim = { next: () => 0, stubborn: 0 }

/** What stands already, and what one would rather keep. By task, -1 where there is nothing. */
export interface Standing {
  /** Nothing that is not pinned starts before. */
  now: number
  /** Done or in hand: it stays where it is. */
  pinned: { start: Int32Array; person: Int32Array }
  /** The plan before this one, and what it costs to move one of its tasks. */
  before: { start: Int32Array; person: Int32Array; moveCost: number }
}

export class Timeline {
  readonly start: Int32Array
  readonly person: Int32Array
  /** End of each job; -1 while it is not laid. */
  readonly end: Int32Array
  private readonly begin: Int32Array
  private readonly busy: Uint8Array
  /** How much of each place is held, by unit. */
  private readonly use: Uint16Array[]
  /** A task starts no earlier: what its job holds from it on is taken before. */
  private readonly notBefore: Int32Array
  private readonly stride: number

  constructor(
    private readonly board: Compiled,
    private readonly standing: Standing | null = null,
  ) {
    this.stride = board.horizon + 1
    this.start = new Int32Array(board.units.length).fill(NEVER)
    this.person = new Int32Array(board.units.length).fill(NEVER)
    this.end = new Int32Array(board.jobs).fill(NEVER)
    this.begin = new Int32Array(board.jobs).fill(NEVER)
    this.busy = new Uint8Array(board.people * this.stride)
    this.use = Array.from(board.capacity, (capacity, place) => {
      const use = new Uint16Array(this.stride)
      for (const [from, to] of board.closed[place]!) use.fill(capacity, from, to)
      return use
    })
    this.notBefore = new Int32Array(board.units.length)
    standing?.pinned.start.forEach((start, task) => {
      if (start !== NEVER) this.take(task, standing.pinned.person[task]!, start)
    })
  }

  private isPinned(task: number): boolean {
    return this.standing !== null && this.standing.pinned.start[task] !== NEVER
  }

  /** What it costs that tasks of a job stand elsewhere than before. */
  private movesOf(job: number): number {
    if (!this.standing) return 0
    const { start, person, moveCost } = this.standing.before
    if (moveCost === 0) return 0
    let moved = 0
    for (const task of this.board.tasks[job]!)
      if (start[task] !== NEVER && (start[task] !== this.start[task] || person[task] !== this.person[task]))
        moved += 1
    return moveCost * moved
  }

  beginOf(job: number): number {
    return this.begin[job]!
  }

  /** Weight times lateness; a deadline that is missed weighs more than any lateness. */
  costOf(job: number): number {
    const { due, weight, deadline } = this.board
    const end = this.end[job]!
    if (end === NEVER) return NOT_LAID
    const late = Math.max(0, end - due[job]!)
    const over = Math.max(0, end - deadline[job]!)
    return weight[job]! * late + (over > 0 ? MISSED + MISSED_MORE * over : 0) + this.movesOf(job)
  }

  /** First unit from `from` on at which the person is free for so long inside one window; -1 for none. */
  private earliest(person: number, from: number, units: number): number {
    const { windowEnd, nextOpen, horizon } = this.board
    const base = person * this.stride
    let at = from
    while (at + units <= horizon) {
      const end = windowEnd[base + at]!
      if (end === 0) {
        at = nextOpen[base + at]!
        continue
      }
      if (at + units > end) {
        at = end
        continue
      }
      let taken = at + units - 1
      while (taken >= at && this.busy[base + taken] === 0) taken -= 1
      if (taken < at) return at
      at = taken + 1
    }
    return NEVER
  }

  /** Last start, not before `from`, that is over by `by`; -1 for none. */
  private latest(person: number, from: number, by: number, units: number): number {
    const { windowEnd, windowStart, lastEnd, horizon } = this.board
    const base = person * this.stride
    let end = Math.min(by, horizon)
    while (end - units >= from) {
      if (windowEnd[base + end - 1] === 0) {
        end = lastEnd[base + end]!
        continue
      }
      const start = windowStart[base + end - 1]!
      if (end - units < start) {
        end = start
        continue
      }
      let taken = end - units
      while (taken < end && this.busy[base + taken] === 0) taken += 1
      if (taken === end) return end - units
      end = taken
    }
    return NEVER
  }

  private take(task: number, person: number, start: number): void {
    const at = person * this.stride + start
    this.busy.fill(1, at, at + this.board.units[task]!)
    this.start[task] = start
    this.person[task] = person
  }
  private free(task: number): void {
    if (this.isPinned(task)) return
    const at = this.person[task]! * this.stride + this.start[task]!
    this.busy.fill(0, at, at + this.board.units[task]!)
    this.start[task] = NEVER
  }

  /** Earliest start that what it waits for allows. */
  private ready(task: number, from: number): number {
    const { waitsFor, lag, units, taskRelease } = this.board
    const others = waitsFor[task]!
    let at = Math.max(from, this.notBefore[task]!, taskRelease[task]!)
    for (let i = 0; i < others.length; i += 1) {
      const other = others[i]!
      const over = this.start[other]! + units[other]! + lag[task]![i]!
      if (over > at) at = over
    }
    return at
  }

  /** Lays the tasks of a job one after another from `from` on; false where one finds no hour. */
  private layTasks(job: number, from: number, whim: Whim): boolean {
    const { tasks, able, units } = this.board
    const own = tasks[job]!
    for (let i = 0; i < own.length; i += 1) {
      const task = own[i]!
      if (this.isPinned(task)) continue
      const at = this.ready(task, from)
      const people = able[task]!
      const first = Math.floor(whim.next() * people.length)
      // Now and then it is the first who comes to mind, and not who is free first.
      const count = whim.next() < whim.stubborn ? 1 : people.length
      let best = NEVER
      let who = NEVER
      for (let k = 0; k < count || (best === NEVER && k < people.length); k += 1) {
        const person = people[(k + first) % people.length]!
        const start = this.earliest(person, at, units[task]!)
        if (start !== NEVER && (best === NEVER || start < best)) [best, who] = [start, person]
      }
      if (best === NEVER) {
        for (let k = 0; k < i; k += 1) this.free(own[k]!)
        return false
      }
      this.take(task, who, best)
    }
    return true
  }

  /** Earliest end of a job with nobody else there and a hand for each of its tasks; the timeline is spoilt by it. */
  soonest(job: number): number {
    const { tasks, able, units, release, horizon } = this.board
    let end = 0
    for (const task of tasks[job]!) {
      const at = this.ready(task, release[job]!)
      const starts = [...able[task]!].map((person) => this.earliest(person, at, units[task]!))
      const start = Math.min(...starts.map((one) => (one === NEVER ? horizon : one)))
      this.start[task] = start
      end = Math.max(end, start + units[task]!)
    }
    return end
  }

  /** Draws the tasks of a laid job towards its end, which stays. */
  private drawTogether(job: number, end: number): void {
    const { tasks, able, units, awaited, awaitedLag } = this.board
    const own = tasks[job]!
    for (let i = own.length - 1; i >= 0; i -= 1) {
      const task = own[i]!
      if (this.isPinned(task)) continue
      let by = end
      const next = awaited[task]!
      for (let k = 0; k < next.length; k += 1)
        by = Math.min(by, this.start[next[k]!]! - awaitedLag[task]![k]!)
      const [before, who] = [this.start[task]!, this.person[task]!]
      if (before + units[task]! >= by) continue
      this.free(task)
      let [best, person] = [before, who]
      const people = able[task]!
      for (let k = 0; k < people.length; k += 1) {
        const start = this.latest(people[k]!, best + 1, by, units[task]!)
        if (start > best) [best, person] = [start, people[k]!]
      }
      this.take(task, person, best)
    }
  }

  /** Last unit within a stretch at which there is not so much left of a place; -1 where there is room. */
  private lastFull({ place, takes }: Hold, from: number, to: number): number {
    const use = this.use[place]!
    const most = this.board.capacity[place]! - takes
    for (let at = to - 1; at >= from; at -= 1) if (use[at]! > most) return at
    return NEVER
  }
  private fromOf({ first }: Hold, begin: number): number {
    return first < 0 ? begin : this.start[first]!
  }
  private toOf({ last }: Hold, end: number): number {
    return last < 0 ? end : this.start[last]! + this.board.units[last]!
  }

  /**
   * Lays a job that is not laid, from its release on or later; what it waits for in other jobs must be laid.
   * `together` draws it to its end. False where it finds no place before the end of the board.
   */
  lay(job: number, from: number, together: boolean, whim: Whim): boolean {
    const { release, tasks, units, holds, horizon } = this.board
    const own = tasks[job]!
    let at = Math.max(from, release[job]!, this.standing?.now ?? 0)
    let laid = false
    while (at < horizon && !laid && this.layTasks(job, at, whim)) {
      let end = 0
      for (let i = 0; i < own.length; i += 1) end = Math.max(end, this.start[own[i]!]! + units[own[i]!]!)
      if (together) this.drawTogether(job, end)
      let begin = end
      for (let i = 0; i < own.length; i += 1) begin = Math.min(begin, this.start[own[i]!]!)
      laid = true
      for (const hold of holds[job]!) {
        const full = this.lastFull(hold, this.fromOf(hold, begin), this.toOf(hold, end))
        if (full === NEVER) continue
        laid = false
        if (hold.first < 0) {
          at = Math.max(at, full) + 1
          for (let i = 0; i < own.length; i += 1) this.notBefore[own[i]!] = 0
        } else if (this.isPinned(hold.first)) at = horizon
        else this.notBefore[hold.first] = full + 1
        break
      }
      if (laid) this.hold(job, begin, end, 1)
      else for (let i = 0; i < own.length; i += 1) this.free(own[i]!)
    }
    for (let i = 0; i < own.length; i += 1) this.notBefore[own[i]!] = 0
    return laid
  }

  private hold(job: number, begin: number, end: number, by: 1 | -1): void {
    for (const hold of this.board.holds[job]!) {
      const use = this.use[hold.place]!
      const to = this.toOf(hold, end)
      for (let at = this.fromOf(hold, begin); at < to; at += 1) use[at]! += by * hold.takes
    }
    this.begin[job] = by === 1 ? begin : NEVER
    this.end[job] = by === 1 ? end : NEVER
  }

  /** Takes a job off; the others stay where they are. */
  lift(job: number): void {
    if (this.end[job] === NEVER) return
    this.hold(job, this.begin[job]!, this.end[job]!, -1)
    const own = this.board.tasks[job]!
    for (let i = 0; i < own.length; i += 1) this.free(own[i]!)
  }

  /** Puts a job where it stood in another plan, if it can stand there now: true if it does. */
  stands(job: number, starts: ArrayLike<number>, people: ArrayLike<number>): boolean {
    const { tasks, units, able, release, holds, windowEnd } = this.board
    const own = tasks[job]!
    const now = this.standing?.now ?? 0
    let [begin, end, placed] = [this.board.horizon, 0, 0]
    for (; placed < own.length; placed += 1) {
      const task = own[placed]!
      const [start, person] = [starts[placed]!, people[placed]!]
      if (!this.isPinned(task)) {
        const fits =
          start >= Math.max(now, release[job]!, this.ready(task, 0)) &&
          this.board.waitsFor[task]!.every((other) => this.start[other] !== NEVER) &&
          able[task]!.includes(person) &&
          windowEnd[person * this.stride + start]! >= start + units[task]! &&
          this.earliest(person, start, units[task]!) === start
        if (!fits) break
        this.take(task, person, start)
      }
      begin = Math.min(begin, this.start[task]!)
      end = Math.max(end, this.start[task]! + units[task]!)
    }
    const whole =
      placed === own.length &&
      holds[job]!.every(
        (hold) => this.lastFull(hold, this.fromOf(hold, begin), this.toOf(hold, end)) === NEVER,
      )
    if (whole) this.hold(job, begin, end, 1)
    else for (let i = 0; i < placed; i += 1) this.free(own[i]!)
    return whole
  }

  /** Puts a job back where it stood. */
  restore(job: number, starts: Int32Array, people: Int32Array): void {
    const { tasks, units } = this.board
    const own = tasks[job]!
    let [begin, end] = [this.board.horizon, 0]
    for (let i = 0; i < own.length; i += 1) {
      if (!this.isPinned(own[i]!)) this.take(own[i]!, people[i]!, starts[i]!)
      begin = Math.min(begin, starts[i]!)
      end = Math.max(end, starts[i]! + units[own[i]!]!)
    }
    this.hold(job, begin, end, 1)
  }
}

/** A job that finds no place, and a deadline that is missed, weigh more than any lateness. */
export const NOT_LAID = 1e9
const MISSED = 1e6
const MISSED_MORE = 1e3
