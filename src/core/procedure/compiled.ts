/** Operations as the search takes them: patterns for a step, facts for what leads where. */
import { repairMinutes, type Invariant, type Operation, type Repair } from '../library'
import type { Minutes } from '../shared'
import { patternOf, type Pattern } from '../vehicle'
import { contradicts, factsOf, type Fact } from './facts'

/** What is done to the vehicle, as far as it counts for what leads where. */
export interface Doable {
  /** Place among the planner's operations, and after them that of a repair. */
  index: number
  minutes: Minutes
  needed: Fact[]
  made: Fact[]
  /** Facts that may not hold as it is done: an invariant would be broken by what it makes. */
  barred: Fact[]
}
/** An operation as the search takes it: patterns for a step, facts for what leads where. */
export interface Compiled extends Doable {
  operation: Operation
  needs: Pattern
  sets: Pattern
}
export function compile(operation: Operation, index: number, invariants: Invariant[]): Compiled {
  const needed = factsOf(operation.needs)
  // What it finds and leaves as it was is not of its making.
  const made = factsOf(operation.sets).filter((fact) => !needed.includes(fact))
  return {
    operation,
    index,
    minutes: operation.minutes,
    needs: patternOf(operation.needs),
    sets: patternOf(operation.sets),
    needed,
    made,
    barred: invariants.flatMap(({ never }) => {
      const facts = factsOf(never)
      const others = facts.filter((fact) => !made.includes(fact))
      // It breaks the rule only together with the other fact; where it leads out of the rule itself it cannot.
      return others.length === 1 &&
        facts.length > 1 &&
        !contradicts(made, others) &&
        !contradicts(needed, others)
        ? others
        : []
    }),
  }
}

/** A repair among the operations: what it asks, and what it makes on its own. What bars it is left to the search. */
export function repairAsDoable(repair: Repair, index: number): Doable {
  const needed = factsOf(repair.needs)
  const made = factsOf(repair.sets).filter((fact) => !needed.includes(fact))
  return { index, minutes: repairMinutes(repair), needed, made, barred: [] }
}
