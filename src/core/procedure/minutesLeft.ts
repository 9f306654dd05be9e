/**
 * Minutes that what must still be done takes at least, counted without a search: what guides the search
 * for one way, and what tells which order of several repairs cannot be the cheapest.
 */
import type { PackedState, VehicleState } from '../vehicle'
import type { Doable } from './compiled'
import { CONTRARIES, FACTS, Holding, factsOf, type Fact } from './facts'

/** Who makes and who breaks each fact. */
export interface Leads<T extends Doable> {
  /** Makers of each fact. */
  makers: readonly (readonly T[])[]
  /** Makers of each fact's contraries. */
  breakers: readonly (readonly T[])[]
}

/** Who makes and breaks what among these, added to `known`, which stays as it is. */
export function leadsOf<T extends Doable>(doables: readonly T[], known?: Leads<T>): Leads<T> {
  const listsFrom = (lists?: readonly (readonly T[])[]) =>
    Array.from({ length: FACTS }, (_, fact) => [...(lists?.[fact] ?? [])])
  const [makers, breakers] = [listsFrom(known?.makers), listsFrom(known?.breakers)]
  for (const one of doables)
    for (const fact of one.made) {
      makers[fact]!.push(one)
      for (const other of CONTRARIES[fact]!) breakers[other]!.push(one)
    }
  return { makers, breakers }
}

/**
 * The operations that a cheapest way to a goal may use, as flags by index. A fact is wanted when the goal
 * or a usable operation needs it and it does not hold at the start, or when a usable operation may break
 * it; an operation is usable when it makes a wanted fact, or must be done anyway (`musts`). What is barred by a fact wants every way out of it.
 */
export function usable(
  { makers, breakers }: Leads<Doable>,
  count: number,
  start: VehicleState,
  goal: readonly Fact[],
  musts: readonly Doable[] = [],
): Uint8Array {
  const [holding, wanted, guarded] = [new Uint8Array(FACTS), new Uint8Array(FACTS), new Uint8Array(FACTS)]
  const inPlay = new Uint8Array(count)
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
    for (const one of breakers[fact]!) if (inPlay[one.index]) return want(fact)
  }
  const play = (one: Doable) => {
    if (inPlay[one.index]) return
    inPlay[one.index] = 1
    one.needed.forEach(guard)
    for (const barred of one.barred) CONTRARIES[barred]!.forEach(guard)
    for (const made of one.made) for (const other of CONTRARIES[made]!) if (guarded[other]) want(other)
  }
  musts.forEach(play)
  goal.forEach(guard)
  for (let fact = queue.pop(); fact !== undefined; fact = queue.pop()) makers[fact]!.forEach(play)
  return inPlay
}

/**
 * What must be done from a state, counted operation by operation: a fact with one maker asks for that
 * maker, one with several asks for what they share and the least of the rest.
 */
export class MinutesLeft {
  private readonly isGoal = new Uint8Array(FACTS)
  private readonly asked = new Uint8Array(FACTS)
  private readonly counted: Uint8Array
  private readonly holding = new Holding()
  private readonly queue: Fact[] = []
  private readonly makersOf: (fact: Fact) => readonly Doable[]
  private readonly breakersOf: (fact: Fact) => readonly Doable[]
  private readonly sharedNeeds: (fact: Fact) => readonly Fact[]
  private readonly union: Doable[] = []
  private readonly own: Doable[] = []
  private minutes = 0

  constructor(
    { makers, breakers }: Leads<Doable>,
    inPlay: Uint8Array,
    private readonly goal: readonly Fact[],
    private readonly musts: readonly Doable[] = [],
  ) {
    for (const fact of goal) this.isGoal[fact] = 1
    this.counted = new Uint8Array(inPlay.length)
    this.makersOf = inPlayOnly(makers, inPlay)
    this.breakersOf = inPlayOnly(breakers, inPlay)
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
    for (const one of this.musts) this.must(one)
    for (const fact of this.goal) this.ask(fact)
    const several: (readonly Doable[])[] = []
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
  private must(one: Doable) {
    if (this.counted[one.index]) return
    this.counted[one.index] = 1
    this.minutes += one.minutes
    for (const fact of one.needed) this.ask(fact)
    for (const fact of one.barred)
      if (this.holding.has(fact) && this.breakersOf(fact).length === 1) this.must(this.breakersOf(fact)[0]!)
    // What it takes away of the goal has to be made once more.
    for (const made of one.made)
      for (const other of CONTRARIES[made]!) if (this.isGoal[other]) this.enqueue(other)
  }
  private oneOf(makers: readonly Doable[]) {
    if (makers.some((one) => this.counted[one.index])) return
    let least = Infinity
    this.union.length = 0
    for (const one of makers) least = Math.min(least, this.withItsOwn(one))
    for (const one of this.union) this.counted[one.index] = 1
    this.minutes += least
  }
  /** One of several makers with all that it alone needs; whatever any of them needs counts only once. */
  private withItsOwn(maker: Doable): number {
    const { own } = this
    own.length = 0
    own.push(maker)
    let sum = 0
    for (let at = 0; at < own.length; at += 1) {
      const one = own[at]!
      sum += one.minutes
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
/** Of lists by fact only what is in play; each filtered when first asked. */
export const inPlayOnly = <T extends Doable>(lists: readonly (readonly T[])[], inPlay: Uint8Array) =>
  remembered((fact): readonly T[] => lists[fact]!.filter((one) => inPlay[one.index]))
