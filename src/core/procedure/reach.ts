/**
 * The cheapest way from one state of the vehicle to another: a shortest-path search (A*, guide.ts) over
 * packed states. The same search prices a test, plans a repair and values a check. It refuses to pass
 * through a state that an invariant forbids, and says so when there is no way.
 */
import {
  VARIABLES,
  WORD_RANGE,
  matches,
  only,
  pack,
  patternOf,
  put,
  same,
  unpack,
  type PackedState,
  type Pattern,
  type Variable,
  type VehicleState,
} from '../vehicle'
import {
  INVARIANTS,
  USUAL_PACE,
  actOn,
  operationsFor,
  usualWays,
  variablesIn,
  type Act,
  type Caution,
  type Invariant,
  type Operation,
  type Pace,
  behind,
  type Setting,
} from '../library'
import { compile, type Compiled } from './compiled'
import { graphOf, guideTo, type Graph, type Guide } from './guide'

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

export interface Planner {
  setting: Setting
  /** Variables that this vehicle has; needs and goals of others are left out. */
  variables: ReadonlySet<Variable>
  compiled: Compiled[]
  byOperation: ReadonlyMap<Operation, Compiled>
  invariants: Invariant[]
  never: Pattern[]
  /** What leads where among the operations. */
  graph: Graph
  /** The planner of what a build makes of it; itself where nothing is built. */
  home: Planner
}

/** States visited before the search gives up; the largest layout's reachable space is far smaller. */
const MAX_STATES = 400_000

const kept = new Map<string, Planner>()

/** The planner of a vehicle at this pace; the same object for the same. */
export function plannerFor(setting: Setting, pace: Pace = USUAL_PACE): Planner {
  const key = JSON.stringify([setting, pace])
  const { becomes, ...now } = setting
  const home = becomes && plannerFor({ ...now, ...becomes }, pace)
  const planner = kept.get(key) ?? plannerOf(operationsFor(now, pace), now, home)
  kept.set(key, planner)
  return planner
}

const STANDARD: Setting = { layout: 'A01', ways: usualWays('A01') }

export function plannerOf(
  operations: Operation[] = operationsFor(STANDARD),
  setting: Setting = STANDARD,
  home?: Planner,
): Planner {
  const variables = variablesIn(setting)
  // A rule about what the vehicle does not have says nothing of it.
  const invariants = INVARIANTS.filter(({ never }) =>
    VARIABLES.every((variable) => never[variable] === undefined || variables.has(variable)),
  )
  const compiled = operations.map((operation, index) => compile(operation, index, invariants))
  const planner: Omit<Planner, 'home'> = {
    setting,
    variables,
    invariants,
    compiled,
    byOperation: new Map(compiled.map((one) => [one.operation, one])),
    never: invariants.map((invariant) => patternOf(invariant.never)),
    graph: graphOf(compiled),
  }
  return Object.assign(planner, { home: home ?? (planner as Planner) })
}

/** An act as this vehicle has it. */
export const actFor = <A extends Act>(planner: Planner, act: A): A =>
  behind(actOn(planner.setting.layout, planner.variables, act), planner.setting.access)
const wish = (planner: Planner, goal: VehicleState): Pattern => patternOf(only(goal, planner.variables))

/** States seen, by two words and then the other two: together they are more than one number holds. */
class SeenStates {
  private readonly groups = new Map<number, Map<number, Visit>>()
  size = 0
  get({ first, second, third, fourth }: PackedState): Visit | undefined {
    return this.groups.get(fourth * WORD_RANGE + third)?.get(second * WORD_RANGE + first)
  }
  set(visit: Visit) {
    const { first, second, third, fourth } = visit.state
    const high = fourth * WORD_RANGE + third
    let group = this.groups.get(high)
    if (!group) this.groups.set(high, (group = new Map()))
    const key = second * WORD_RANGE + first
    if (!group.has(key)) this.size += 1
    group.set(key, visit)
  }
}

interface Visit {
  state: PackedState
  minutes: number
  /** At least to go; found once a state. */
  left: number
  via: Compiled | null
  from: Visit | null
  done: boolean
}

/** Where two are as cheap, what is nearer the goal goes first. */
const before = (one: { minutes: number; left: number }, other: { minutes: number; left: number }) =>
  one.minutes < other.minutes - TIE || (one.minutes <= other.minutes + TIE && one.left < other.left)
/** Sums of minutes in another order differ by less than this. */
const TIE = 1e-9

/** Binary heap by minutes gone and at least left; entries go stale instead of being moved. */
class Frontier {
  private readonly heap: { minutes: number; left: number; visit: Visit }[] = []
  get size() {
    return this.heap.length
  }
  push(visit: Visit) {
    const { heap } = this
    if (visit.left === Infinity) return
    const entry = { minutes: visit.minutes + visit.left, left: visit.left, visit }
    let at = heap.push(entry) - 1
    while (at > 0) {
      const parent = (at - 1) >> 1
      if (!before(entry, heap[parent]!)) break
      heap[at] = heap[parent]!
      at = parent
    }
    heap[at] = entry
  }
  pop(): { visit: Visit } {
    const { heap } = this
    const top = heap[0]!
    const last = heap.pop()!
    if (heap.length > 0) {
      let at = 0
      for (;;) {
        let child = 2 * at + 1
        if (child >= heap.length) break
        if (child + 1 < heap.length && before(heap[child + 1]!, heap[child]!)) child += 1
        if (!before(heap[child]!, last)) break
        heap[at] = heap[child]!
        at = child
      }
      heap[at] = last
    }
    return top
  }
}

/**
 * Runs the search from `start`; `settled` sees each state in order of cost (and of what is at least
 * left to the goal) and ends it by returning true. A state is looked at again when a cheaper way to it
 * turns up. An operation that would change nothing is skipped.
 */
function search(
  planner: Planner,
  { onward, left }: Guide,
  start: VehicleState,
  settled: (visit: Visit) => boolean,
): void {
  const packed = pack(start)
  const first: Visit = {
    state: packed,
    minutes: 0,
    left: left(packed),
    via: null,
    from: null,
    done: false,
  }
  const seen = new SeenStates()
  seen.set(first)
  const frontier = new Frontier()
  frontier.push(first)
  while (frontier.size > 0 && seen.size < MAX_STATES) {
    const { visit } = frontier.pop()
    if (visit.done) continue
    visit.done = true
    if (settled(visit)) return
    for (const compiled of onward(visit.state)) {
      const next = put(visit.state, compiled.sets)
      if (same(next, visit.state) || mayNotBe(planner, next)) continue
      const cost = visit.minutes + compiled.operation.minutes
      const known = seen.get(next)
      if (known && known.minutes <= cost) continue
      const fresh: Visit = known ?? {
        state: next,
        minutes: cost,
        left: left(next),
        via: compiled,
        from: visit,
        done: false,
      }
      fresh.minutes = cost
      fresh.via = compiled
      fresh.from = visit
      fresh.done = false
      seen.set(fresh)
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

/** A state as a key of what is kept of it. */
export function stateKey(state: VehicleState): string {
  const { first, second, third, fourth } = pack(state)
  return `${first} ${second} ${third} ${fourth}`
}

/** Ways found so far of each planner: plans, prices and comparisons ask for the same legs again and again. */
const found = new WeakMap<Planner, Map<string, Way | null>>()
const KEPT_WAYS = 5_000

/** The cheapest way to a state that meets `goal`, or null when no operation leads there. */
export function reach(planner: Planner, start: VehicleState, goal: VehicleState): Way | null {
  const kept = found.get(planner) ?? new Map<string, Way | null>()
  found.set(planner, kept)
  const key = `${stateKey(start)} ${JSON.stringify(goal)}`
  const before = kept.get(key)
  if (before !== undefined) return before
  const way = guidedWay(planner, start, goal)
  if (kept.size >= KEPT_WAYS) kept.clear()
  kept.set(key, way)
  return way
}

/** One step of a way, as a screen shows it: what to do, and what to look out for. */
export interface WayStep {
  operationId: string
  title: string
  minutes: number
  caution?: Caution
}
/** A way as a screen shows it, and how the vehicle stands once all of it is done. */
export interface ShownWay {
  steps: WayStep[]
  end: VehicleState
}
/** The cheapest way as a screen shows it; null where there is none. */
export function shownWay(planner: Planner, start: VehicleState, goal: VehicleState): ShownWay | null {
  const way = reach(planner, start, goal)
  return (
    way && {
      steps: way.steps.map(({ operation: { id, title, minutes, caution } }) => ({
        operationId: id,
        title,
        minutes,
        ...(caution ? { caution } : {}),
      })),
      end: only(way.end, planner.variables),
    }
  )
}

/** Forgets what was found: for whoever measures how long it takes to find. */
export const forgetWays = (planner: Planner): void => void found.delete(planner)

function guidedWay(planner: Planner, start: VehicleState, goal: VehicleState): Way | null {
  const wanted = wish(planner, goal)
  const { onward, left } = guideTo(planner, start, only(goal, planner.variables))
  let found: Way | null = null
  search(planner, { onward, left }, start, (visit) => {
    if (!matches(visit.state, wanted)) return false
    found = wayOf(visit)
    return true
  })
  return found
}

/** The same without any guide, every operation tried everywhere: what the guided search is held against. */
export function plainReach(planner: Planner, start: VehicleState, goal: VehicleState): Way | null {
  const wanted = wish(planner, goal)
  let found: Way | null = null
  search(planner, plainGuide(planner), start, (visit) => {
    if (!matches(visit.state, wanted)) return false
    found = wayOf(visit)
    return true
  })
  return found
}

const plainGuide = ({ compiled }: Planner): Guide => ({
  onward: (state) => compiled.filter((one) => matches(state, one.needs)),
  left: () => 0,
})

/** Minutes to reach each goal; null where there is no way. Goals that come again are reached once. */
export function prices(planner: Planner, start: VehicleState, goals: VehicleState[]): (number | null)[] {
  const known = new Map<string, number | null>()
  return goals.map((goal) => {
    const key = JSON.stringify(only(goal, planner.variables))
    const before = known.get(key)
    if (before !== undefined) return before
    const minutes = reach(planner, start, goal)?.minutes ?? null
    known.set(key, minutes)
    return minutes
  })
}

/** Invariants that a state of this vehicle breaks, in words. */
export function forbidden({ invariants, never }: Planner, state: VehicleState): Invariant[] {
  const packed = pack(state)
  return invariants.filter((_, at) => matches(packed, never[at]!))
}

/** Does a state break an invariant? */
export function mayNotBe({ never }: Planner, state: PackedState): boolean {
  for (const pattern of never) if (matches(state, pattern)) return true
  return false
}

/** The state after an operation of the planner; null where it does not find what it needs. */
export function take({ byOperation }: Planner, state: PackedState, operation: Operation): PackedState | null {
  const { needs, sets } = byOperation.get(operation)!
  return matches(state, needs) ? put(state, sets) : null
}
