/**
 * The cheapest way from one state of the vehicle to another: a shortest-path search (Dijkstra) over
 * packed states. The same search prices a test, plans a repair and values a check. It refuses to pass
 * through a state that an invariant forbids, and says so when there is no way.
 */
import { matches, pack, patternOf, put, unpack, type PackedState, type Pattern, type VehicleState } from '../vehicle'
import { INVARIANTS, USUAL_PACE, operationsFor, usualWays, type Invariant, type Operation, type Pace, type WayInId } from '../library'

export interface PlannedStep {
  operation: Operation
  before: VehicleState
  after: VehicleState
}
export interface Way {
  steps: PlannedStep[]
  minutes: number
  end: VehicleState
}

interface Compiled {
  operation: Operation
  needs: Pattern
  sets: Pattern
}
export interface Planner {
  compiled: Compiled[]
  never: Pattern[]
}

/** States visited before the search gives up; this layout's whole space is far smaller. */
const MAX_STATES = 400_000

const kept = new Map<string, Planner>()

/** The planner of a vehicle with these ways in at this pace; the same object for the same. */
export function plannerFor(ways: readonly WayInId[], pace: Pace = USUAL_PACE): Planner {
  const key = JSON.stringify([ways, pace])
  const planner = kept.get(key) ?? plannerOf(operationsFor(ways, pace))
  kept.set(key, planner)
  return planner
}

export function plannerOf(operations: Operation[] = operationsFor(usualWays('A01')), invariants: Invariant[] = INVARIANTS): Planner {
  return {
    compiled: operations.map((operation) => ({ operation, needs: patternOf(operation.needs), sets: patternOf(operation.sets) })),
    never: invariants.map((invariant) => patternOf(invariant.never)),
  }
}

const keyOf = (state: PackedState) => state.high * 4294967296 + (state.low >>> 0)

interface Visit {
  state: PackedState
  minutes: number
  via: Compiled | null
  from: Visit | null
  done: boolean
}

/** Binary heap by minutes; entries go stale instead of being moved. */
class Frontier {
  private readonly heap: { minutes: number; visit: Visit }[] = []
  get size() {
    return this.heap.length
  }
  push(visit: Visit) {
    const { heap } = this
    const entry = { minutes: visit.minutes, visit }
    let at = heap.push(entry) - 1
    while (at > 0) {
      const parent = (at - 1) >> 1
      if (heap[parent]!.minutes <= entry.minutes) break
      heap[at] = heap[parent]!
      at = parent
    }
    heap[at] = entry
  }
  pop(): { minutes: number; visit: Visit } {
    const { heap } = this
    const top = heap[0]!
    const last = heap.pop()!
    if (heap.length > 0) {
      let at = 0
      for (;;) {
        let child = 2 * at + 1
        if (child >= heap.length) break
        if (child + 1 < heap.length && heap[child + 1]!.minutes < heap[child]!.minutes) child += 1
        if (heap[child]!.minutes >= last.minutes) break
        heap[at] = heap[child]!
        at = child
      }
      heap[at] = last
    }
    return top
  }
}

/**
 * Runs the search from `start`; `settled` sees each state in order of cost and ends it by returning true.
 * An operation that would change nothing is skipped.
 */
function search(planner: Planner, start: VehicleState, settled: (visit: Visit) => boolean): void {
  const first: Visit = { state: pack(start), minutes: 0, via: null, from: null, done: false }
  const seen = new Map<number, Visit>([[keyOf(first.state), first]])
  const frontier = new Frontier()
  frontier.push(first)
  while (frontier.size > 0 && seen.size < MAX_STATES) {
    const { minutes, visit } = frontier.pop()
    if (visit.done || minutes > visit.minutes) continue
    visit.done = true
    if (settled(visit)) return
    for (const compiled of planner.compiled) {
      if (!matches(visit.state, compiled.needs)) continue
      const next = put(visit.state, compiled.sets)
      if (next.low === visit.state.low && next.high === visit.state.high) continue
      if (planner.never.some((never) => matches(next, never))) continue
      const cost = visit.minutes + compiled.operation.minutes
      const key = keyOf(next)
      const known = seen.get(key)
      if (known && known.minutes <= cost) continue
      const fresh: Visit = known ?? { state: next, minutes: cost, via: compiled, from: visit, done: false }
      fresh.minutes = cost
      fresh.via = compiled
      fresh.from = visit
      seen.set(key, fresh)
      frontier.push(fresh)
    }
  }
}

function wayOf(visit: Visit): Way {
  const steps: PlannedStep[] = []
  for (let at: Visit | null = visit; at?.via && at.from; at = at.from) {
    steps.unshift({ operation: at.via.operation, before: unpack(at.from.state), after: unpack(at.state) })
  }
  return { steps, minutes: visit.minutes, end: unpack(visit.state) }
}

/** The cheapest way to a state that meets `goal`, or null when no operation leads there. */
export function reach(planner: Planner, start: VehicleState, goal: VehicleState): Way | null {
  const wanted = patternOf(goal)
  let found: Way | null = null
  search(planner, start, (visit) => {
    if (!matches(visit.state, wanted)) return false
    found = wayOf(visit)
    return true
  })
  return found
}

/** Minutes to reach each goal, from one search tree; null where there is no way. */
export function prices(planner: Planner, start: VehicleState, goals: VehicleState[]): (number | null)[] {
  const wanted = goals.map(patternOf)
  const answer: (number | null)[] = goals.map(() => null)
  let open = goals.length
  search(planner, start, (visit) => {
    wanted.forEach((pattern, at) => {
      if (answer[at] === null && matches(visit.state, pattern)) {
        answer[at] = visit.minutes
        open -= 1
      }
    })
    return open === 0
  })
  return answer
}

/** Invariants that a state breaks, in words. */
export function forbidden(state: VehicleState): Invariant[] {
  const packed = pack(state)
  return INVARIANTS.filter((invariant) => matches(packed, patternOf(invariant.never)))
}
