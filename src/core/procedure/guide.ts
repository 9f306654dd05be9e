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
import { Holding, contradicts, factsOf, type Fact } from './facts'
import type { Compiled } from './compiled'
import { MinutesLeft, inPlayOnly, leadsOf, usable, type Leads } from './minutesLeft'

/** What leads where among the operations of a planner. */
export interface Graph extends Leads<Compiled> {
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
  const interfering = compiled.map((one) => {
    const bits = new Uint32Array(wordsFor(compiled.length))
    for (const other of compiled)
      if (interferes(one, other)) bits[other.index >> 5]! |= 1 << (other.index & 31)
    return bits
  })
  return { ...leadsOf(compiled), interfering }
}

/** One undoes what the other needs, bars it, or they set the same thing otherwise. What can never be done in the same state does not count. */
const interferes = (one: Compiled, other: Compiled): boolean =>
  one !== other &&
  !contradicts(one.needed, other.needed) &&
  (spoils(one, other) || spoils(other, one) || contradicts(one.made, other.made))
const spoils = (one: Compiled, other: Compiled) =>
  contradicts(one.made, other.needed) || one.made.some((fact) => other.barred.includes(fact))

/** Which operations lead on from a state, and minutes that it is at least away from the goal. */
export interface Guide {
  onward: (state: PackedState) => readonly Compiled[]
  /** Infinity where a needed fact has no maker. */
  left: (state: PackedState) => number
}

export function guideTo(planner: Mapped, start: VehicleState, goal: VehicleState): Guide {
  const facts = factsOf(goal)
  const inPlay = usable(planner.graph, planner.compiled.length, start, facts)
  const left = new MinutesLeft(planner.graph, inPlay, facts)
  return { onward: stubborn(planner, inPlay, facts), left: (state) => left.from(state) }
}

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
