/**
 * The cheapest way from one state of the vehicle to another: a shortest-path search (Dijkstra) over
 * packed states. The same search prices a test, plans a repair and values a check. It refuses to pass
 * through a state that an invariant forbids, and says so when there is no way.
 */
import {
  STATE_VARIABLES,
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
  type Invariant,
  type Operation,
  type Pace,
  type Setting,
} from '../library'

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
  needed: Fact[]
  made: Fact[]
}
/** A variable at a value: four numbers a variable, the first of them unused. */
type Fact = number
const placeOf = new Map(VARIABLES.map((variable, at) => [variable, at]))
const factsOf = (state: VehicleState): Fact[] =>
  (Object.entries(state) as [Variable, string][]).map(
    ([variable, value]) =>
      4 * placeOf.get(variable)! + (STATE_VARIABLES[variable] as readonly string[]).indexOf(value) + 1,
  )
export interface Planner {
  setting: Setting
  /** Variables that this vehicle has; needs and goals of others are left out. */
  variables: ReadonlySet<Variable>
  compiled: Compiled[]
  byOperation: ReadonlyMap<Operation, Compiled>
  invariants: Invariant[]
  never: Pattern[]
  /** What leads out of an invariant that a fact is part of. */
  waysOut: Map<Fact, Fact[]>
}

/** States visited before the search gives up; the largest layout's reachable space is far smaller. */
const MAX_STATES = 400_000

const kept = new Map<string, Planner>()

/** The planner of a vehicle at this pace; the same object for the same. */
export function plannerFor(setting: Setting, pace: Pace = USUAL_PACE): Planner {
  const key = JSON.stringify([setting, pace])
  const planner = kept.get(key) ?? plannerOf(operationsFor(setting, pace), setting)
  kept.set(key, planner)
  return planner
}

const STANDARD: Setting = { layout: 'A01', ways: usualWays('A01') }

export function plannerOf(
  operations: Operation[] = operationsFor(STANDARD),
  setting: Setting = STANDARD,
): Planner {
  const variables = variablesIn(setting)
  // A rule about what the vehicle does not have says nothing of it.
  const invariants = INVARIANTS.filter(({ never }) =>
    VARIABLES.every((variable) => never[variable] === undefined || variables.has(variable)),
  )
  const compiled = operations.map((operation): Compiled => ({
    operation,
    needs: patternOf(operation.needs),
    sets: patternOf(operation.sets),
    needed: factsOf(operation.needs),
    made: factsOf(operation.sets),
  }))
  return {
    setting,
    variables,
    invariants,
    compiled,
    byOperation: new Map(compiled.map((one) => [one.operation, one])),
    never: invariants.map((invariant) => patternOf(invariant.never)),
    waysOut: waysOutOf(invariants, compiled),
  }
}

function waysOutOf(invariants: Invariant[], compiled: Compiled[]): Map<Fact, Fact[]> {
  const out = new Map<Fact, Fact[]>()
  for (const { never } of invariants) {
    const facts = factsOf(never)
    const others = [
      ...new Set(
        compiled.flatMap(({ made }) =>
          made.filter((made) => facts.some((fact) => fact >> 2 === made >> 2 && fact !== made)),
        ),
      ),
    ]
    for (const fact of facts) out.set(fact, [...(out.get(fact) ?? []), ...others])
  }
  return out
}

/** An act as this vehicle has it. */
export const actFor = <A extends Act>(planner: Planner, act: A): A =>
  actOn(planner.setting.layout, planner.variables, act)
const wish = (planner: Planner, goal: VehicleState): Pattern => patternOf(only(goal, planner.variables))

/** States seen, by their first two words and then the third: together they are more than one number holds. */
class SeenStates {
  private readonly byThird = new Map<number, Map<number, Visit>>()
  size = 0
  get({ first, second, third }: PackedState): Visit | undefined {
    return this.byThird.get(third)?.get(second * WORD_RANGE + first)
  }
  set(visit: Visit) {
    const { first, second, third } = visit.state
    let group = this.byThird.get(third)
    if (!group) this.byThird.set(third, (group = new Map()))
    const key = second * WORD_RANGE + first
    if (!group.has(key)) this.size += 1
    group.set(key, visit)
  }
}

interface Visit {
  state: PackedState
  minutes: number
  via: Compiled | null
  from: Visit | null
  done: boolean
}

/** Binary heap by minutes gone and at least left; entries go stale instead of being moved. */
class Frontier {
  private readonly heap: { minutes: number; visit: Visit }[] = []
  constructor(private readonly left: (state: PackedState) => number) {}
  get size() {
    return this.heap.length
  }
  push(visit: Visit) {
    const { heap } = this
    const entry = { minutes: visit.minutes + this.left(visit.state), visit }
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
 * The operations that a cheapest way to a goal may use. A fact (a variable at a value) is wanted when the
 * goal or a usable operation needs it and it does not hold at the start, or when a usable operation may
 * break it; an operation is usable when it sets a wanted fact. What may run into an invariant wants every
 * way out of it. An operation outside this set adds nothing that any step of a way needs, so leaving it
 * out changes no cheapest way: it only keeps the search from walking about in what does not matter.
 */
function usable({ compiled, waysOut }: Planner, start: VehicleState, goal: VehicleState): Compiled[] {
  const facts = 4 * VARIABLES.length
  const [holding, wanted, guarded] = [new Uint8Array(facts), new Uint8Array(facts), new Uint8Array(facts)]
  for (const fact of factsOf(start)) holding[fact] = 1
  const want = (fact: Fact) => {
    guarded[fact] = 1
    if (!holding[fact]) wanted[fact] = 1
  }
  factsOf(goal).forEach(want)
  let left = compiled
  for (;;) {
    const found = left.filter(({ made }) => made.some((fact) => wanted[fact]))
    if (found.length === 0) return compiled.filter((one) => !left.includes(one))
    left = left.filter((one) => !found.includes(one))
    for (const { needed, made } of found) {
      needed.forEach(want)
      for (const fact of made) waysOut.get(fact)?.forEach(want)
    }
    // What a usable operation may break has to be made good again.
    for (const one of compiled)
      if (!left.includes(one))
        for (const fact of one.made)
          for (let other = fact & ~3; other < (fact & ~3) + 4; other += 1)
            if (other !== fact && guarded[other]) wanted[other] = 1
  }
}

/**
 * Minutes that a state is at least away from a goal: each fact still missing costs a share of the cheapest
 * operation that makes it, an operation's minutes being shared among all facts of the goal that it makes.
 * So no way is ever counted too dear, and the search stays exact while it looks where the goal lies.
 */
function atLeastLeft(operations: Compiled[], goal: VehicleState): (state: PackedState) => number {
  const facts = factsOf(goal)
  const missing = (Object.entries(goal) as [Variable, string][]).flatMap(([variable, value], at) => {
    const shares = operations
      .filter(({ made }) => made.includes(facts[at]!))
      .map(({ operation, made }) => operation.minutes / made.filter((fact) => facts.includes(fact)).length)
    return shares.length > 0
      ? [{ pattern: patternOf({ [variable]: value }), minutes: Math.min(...shares) }]
      : []
  })
  return (state) => {
    let minutes = 0
    for (const fact of missing) if (!matches(state, fact.pattern)) minutes += fact.minutes
    return minutes
  }
}

/**
 * Runs the search from `start`; `settled` sees each state in order of cost (and of what is at least
 * left to the goal) and ends it by returning true.
 * An operation that would change nothing is skipped.
 */
function search(
  planner: Planner,
  operations: Compiled[],
  start: VehicleState,
  left: (state: PackedState) => number,
  settled: (visit: Visit) => boolean,
): void {
  const first: Visit = { state: pack(start), minutes: 0, via: null, from: null, done: false }
  const seen = new SeenStates()
  seen.set(first)
  const frontier = new Frontier(left)
  frontier.push(first)
  while (frontier.size > 0 && seen.size < MAX_STATES) {
    const { visit } = frontier.pop()
    if (visit.done) continue
    visit.done = true
    if (settled(visit)) return
    for (const compiled of operations) {
      if (!matches(visit.state, compiled.needs)) continue
      const next = put(visit.state, compiled.sets)
      if (same(next, visit.state) || mayNotBe(planner, next)) continue
      const cost = visit.minutes + compiled.operation.minutes
      const known = seen.get(next)
      if (known && known.minutes <= cost) continue
      const fresh: Visit = known ?? { state: next, minutes: cost, via: compiled, from: visit, done: false }
      fresh.minutes = cost
      fresh.via = compiled
      fresh.from = visit
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

/** The cheapest way to a state that meets `goal`, or null when no operation leads there. */
export function reach(planner: Planner, start: VehicleState, goal: VehicleState): Way | null {
  const wanted = wish(planner, goal)
  let found: Way | null = null
  const own = only(goal, planner.variables)
  const operations = usable(planner, start, own)
  search(planner, operations, start, atLeastLeft(operations, own), (visit) => {
    if (!matches(visit.state, wanted)) return false
    found = wayOf(visit)
    return true
  })
  return found
}

/** Minutes to reach each goal, from one search tree; null where there is no way. */
export function prices(planner: Planner, start: VehicleState, goals: VehicleState[]): (number | null)[] {
  const wanted = goals.map((goal) => wish(planner, goal))
  const answer: (number | null)[] = goals.map(() => null)
  let open = goals.length
  search(
    planner,
    planner.compiled,
    start,
    () => 0,
    (visit) => {
      wanted.forEach((pattern, at) => {
        if (answer[at] === null && matches(visit.state, pattern)) {
          answer[at] = visit.minutes
          open -= 1
        }
      })
      return open === 0
    },
  )
  return answer
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
