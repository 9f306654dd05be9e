/**
 * What guides the search for the cheapest way, without ever making it miss one.
 *
 * `usable` leaves out operations that add nothing that any step of a way needs. `left` counts operations
 * that must still be done: whoever needs a fact that only one operation makes needs that operation and
 * what it needs; where several make it, at least the cheapest and what all of them need. `onward` follows
 * only one order of what may be done in any order (strong stubborn sets: Wehrle and Helmert, "Efficient
 * stubborn sets", 2014): from the makers of one missing fact of the goal it takes in what they interfere
 * with and what would enable them; whatever lies outside can wait without loss. Tests hold all three
 * against the plain search.
 */
import type { PackedState, VehicleState } from '../vehicle'
import { CONTRARIES, FACTS, Holding, contradicts, factsOf, type Fact } from './facts'
import type { Compiled } from './compiled'

/** What leads where among the operations of a planner. */
export interface Graph {
  /** Makers of each fact. */
  makers: readonly (readonly Compiled[])[]
  /** Makers of each fact's contraries. */
  breakers: readonly (readonly Compiled[])[]
  /** For each operation those that cannot change places with it, 32 to a word. */
  interfering: readonly Uint32Array[]
}

const wordsFor = (operations: number) => Math.ceil(operations / 32)

/** Operations with what leads where among them. */
interface Mapped {
  compiled: readonly Compiled[]
  graph: Graph
}

export function graphOf(compiled: readonly Compiled[]): Graph {
  const makers: Compiled[][] = Array.from({ length: FACTS }, () => [])
  const breakers: Compiled[][] = Array.from({ length: FACTS }, () => [])
  for (const one of compiled)
    for (const fact of one.made) {
      makers[fact]!.push(one)
      for (const other of CONTRARIES[fact]!) breakers[other]!.push(one)
    }
  const interfering = compiled.map((one) => {
    const bits = new Uint32Array(wordsFor(compiled.length))
    for (const other of compiled)
      if (interferes(one, other)) bits[other.index >> 5]! |= 1 << (other.index & 31)
    return bits
  })
  return { makers, breakers, interfering }
}

/** One undoes what the other needs, bars it, or they set the same thing otherwise. What can never be done in the same state does not count. */
const interferes = (one: Compiled, other: Compiled): boolean =>
  one !== other &&
  !contradicts(one.needed, other.needed) &&
  (spoils(one, other) || spoils(other, one) || contradicts(one.made, other.made))
const spoils = (one: Compiled, other: Compiled) =>
  contradicts(one.made, other.needed) || one.made.some((fact) => other.barred.includes(fact))

/**
 * The operations that a cheapest way to a goal may use, as flags by index. A fact is wanted when the goal
 * or a usable operation needs it and it does not hold at the start, or when a usable operation may break
 * it; an operation is usable when it makes a wanted fact. What is barred by a fact wants every way out of it.
 */
function usable({ compiled, graph }: Mapped, start: VehicleState, goal: readonly Fact[]): Uint8Array {
  const [holding, wanted, guarded] = [new Uint8Array(FACTS), new Uint8Array(FACTS), new Uint8Array(FACTS)]
  const inPlay = new Uint8Array(compiled.length)
  for (const fact of factsOf(start)) holding[fact] = 1
  const queue: Fact[] = []
  const want = (fact: Fact) => {
    if (wanted[fact]) return
    wanted[fact] = 1
    queue.push(fact)
  }
  const guard = (fact: Fact) => {
    if (!holding[fact]) want(fact)
    if (guarded[fact]) return
    guarded[fact] = 1
    // What a usable operation may break has to be made good again.
    for (const one of graph.breakers[fact]!) if (inPlay[one.index]) return want(fact)
  }
  goal.forEach(guard)
  for (let fact = queue.pop(); fact !== undefined; fact = queue.pop())
    for (const one of graph.makers[fact]!) {
      if (inPlay[one.index]) continue
      inPlay[one.index] = 1
      one.needed.forEach(guard)
      for (const barred of one.barred) CONTRARIES[barred]!.forEach(guard)
      for (const made of one.made) for (const other of CONTRARIES[made]!) if (guarded[other]) want(other)
    }
  return inPlay
}

/** Which operations lead on from a state, and minutes that it is at least away from the goal. */
export interface Guide {
  onward: (state: PackedState) => readonly Compiled[]
  /** Infinity where a needed fact has no maker. */
  left: (state: PackedState) => number
}

export function guideTo(planner: Mapped, start: VehicleState, goal: VehicleState): Guide {
  const facts = factsOf(goal)
  const inPlay = usable(planner, start, facts)
  return { onward: stubborn(planner, inPlay, facts), left: atLeastLeft(planner, inPlay, facts) }
}

/** Minutes of what must still be done. */
function atLeastLeft(
  mapped: Mapped,
  inPlay: Uint8Array,
  goal: readonly Fact[],
): (state: PackedState) => number {
  const left = new MinutesLeft(mapped, inPlay, goal)
  return (state) => left.from(state)
}

/**
 * What must be done from a state, counted operation by operation: a fact with one maker asks for that
 * maker, one with several asks for what they share and the least of the rest.
 */
class MinutesLeft {
  private readonly isGoal = new Uint8Array(FACTS)
  private readonly asked = new Uint8Array(FACTS)
  private readonly counted: Uint8Array
  private readonly holding = new Holding()
  private readonly queue: Fact[] = []
  private readonly makersOf: (fact: Fact) => readonly Compiled[]
  private readonly breakersOf: (fact: Fact) => readonly Compiled[]
  private readonly sharedNeeds: (fact: Fact) => readonly Fact[]
  private readonly union: Compiled[] = []
  private readonly own: Compiled[] = []
  private minutes = 0

  constructor(
    { compiled, graph }: Mapped,
    inPlay: Uint8Array,
    private readonly goal: readonly Fact[],
  ) {
    for (const fact of goal) this.isGoal[fact] = 1
    this.counted = new Uint8Array(compiled.length)
    this.makersOf = inPlayOnly(graph.makers, inPlay)
    this.breakersOf = inPlayOnly(graph.breakers, inPlay)
    this.sharedNeeds = remembered((fact) => {
      const [one, ...others] = this.makersOf(fact)
      return one!.needed.filter((need) => others.every((other) => other.needed.includes(need)))
    })
  }

  from(state: PackedState): number {
    this.asked.fill(0)
    this.counted.fill(0)
    this.holding.read(state)
    this.queue.length = 0
    this.minutes = 0
    for (const fact of this.goal) this.ask(fact)
    const several: (readonly Compiled[])[] = []
    for (let at = 0; at < this.queue.length; at += 1) {
      const makers = this.makersOf(this.queue[at]!)
      if (makers.length === 0) return Infinity
      if (makers.length === 1) this.must(makers[0]!)
      else {
        several.push(makers)
        for (const need of this.sharedNeeds(this.queue[at]!)) this.ask(need)
      }
    }
    for (const makers of several) this.oneOf(makers)
    return this.minutes
  }

  private ask(fact: Fact) {
    if (this.asked[fact] || this.holding.has(fact)) return
    this.enqueue(fact)
  }
  /** Also what holds now, where it is sure to be taken away on the way. */
  private enqueue(fact: Fact) {
    if (this.asked[fact]) return
    this.asked[fact] = 1
    this.queue.push(fact)
  }
  private must(one: Compiled) {
    if (this.counted[one.index]) return
    this.counted[one.index] = 1
    this.minutes += one.operation.minutes
    for (const fact of one.needed) this.ask(fact)
    for (const fact of one.barred)
      if (this.holding.has(fact) && this.breakersOf(fact).length === 1) this.must(this.breakersOf(fact)[0]!)
    // What it takes away of the goal has to be made once more.
    for (const made of one.made)
      for (const other of CONTRARIES[made]!) if (this.isGoal[other]) this.enqueue(other)
  }
  private oneOf(makers: readonly Compiled[]) {
    if (makers.some((one) => this.counted[one.index])) return
    let least = Infinity
    this.union.length = 0
    for (const one of makers) least = Math.min(least, this.withItsOwn(one))
    for (const one of this.union) this.counted[one.index] = 1
    this.minutes += least
  }
  /** One of several makers with all that it alone needs; whatever any of them needs counts only once. */
  private withItsOwn(maker: Compiled): number {
    const { own } = this
    own.length = 0
    own.push(maker)
    let sum = 0
    for (let at = 0; at < own.length; at += 1) {
      const one = own[at]!
      sum += one.operation.minutes
      this.union.push(one)
      for (const fact of one.needed) {
        if (this.holding.has(fact)) continue
        const makers = this.makersOf(fact)
        if (makers.length === 0) return Infinity
        const only = makers[0]!
        if (makers.length === 1 && !this.counted[only.index] && !own.includes(only)) own.push(only)
      }
    }
    return sum
  }
}

const remembered = <T>(find: (fact: Fact) => T): ((fact: Fact) => T) => {
  const known: (T | undefined)[] = []
  return (fact) => (known[fact] ??= find(fact))
}
const inPlayOnly = (lists: readonly (readonly Compiled[])[], inPlay: Uint8Array) =>
  remembered((fact): readonly Compiled[] => lists[fact]!.filter((one) => inPlay[one.index]))

/** The applicable operations of a strong stubborn set of a state. */
function stubborn(
  { compiled, graph }: Mapped,
  inPlay: Uint8Array,
  goal: readonly Fact[],
): (state: PackedState) => readonly Compiled[] {
  const words = wordsFor(compiled.length)
  const [inside, playing] = [new Uint32Array(words), new Uint32Array(words)]
  for (const { index } of compiled) if (inPlay[index]) playing[index >> 5]! |= 1 << (index & 31)
  const makersOf = inPlayOnly(graph.makers, inPlay)
  const breakersOf = inPlayOnly(graph.breakers, inPlay)
  const holding = new Holding()
  const queue: Compiled[] = []
  let [best, least]: [readonly Compiled[], number] = [[], Infinity]
  const take = (one: Compiled) => {
    const [word, bit] = [one.index >> 5, 1 << (one.index & 31)]
    if (inside[word]! & bit) return
    inside[word]! |= bit
    queue.push(one)
  }
  const takeInterfering = (one: Compiled) => {
    const bits = graph.interfering[one.index]!
    for (let word = 0; word < words; word += 1) {
      let fresh = bits[word]! & playing[word]! & ~inside[word]!
      inside[word]! |= fresh
      while (fresh) {
        const low = fresh & -fresh
        queue.push(compiled[32 * word + 31 - Math.clz32(low)]!)
        fresh ^= low
      }
    }
  }
  // Of several sets any will do: the one that brings in the fewest new operations.
  const offer = (set: readonly Compiled[]) => {
    let fresh = 0
    for (const { index } of set) if (!(inside[index >> 5]! & (1 << (index & 31)))) fresh += 1
    if (fresh < least) [best, least] = [set, fresh]
  }
  return (state) => {
    inside.fill(0)
    holding.read(state)
    queue.length = 0
    least = Infinity
    for (const fact of goal) if (!holding.has(fact)) offer(makersOf(fact))
    if (least === Infinity) return []
    best.forEach(take)
    const can: Compiled[] = []
    for (let at = 0; at < queue.length; at += 1) {
      const one = queue[at]!
      least = Infinity
      for (const fact of one.needed) if (!holding.has(fact)) offer(makersOf(fact))
      for (const fact of one.barred) if (holding.has(fact)) offer(breakersOf(fact))
      if (least < Infinity) best.forEach(take)
      else {
        can.push(one)
        takeInterfering(one)
      }
    }
    return can
  }
}
