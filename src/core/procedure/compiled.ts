/** Operations as the search takes them: patterns for a step, facts for what leads where. */
import type { Invariant, Operation } from '../library'
import { patternOf, type Pattern } from '../vehicle'
import { contradicts, factsOf, type Fact } from './facts'

/** An operation as the search takes it: patterns for a step, facts for what leads where. */
export interface Compiled {
  operation: Operation
  /** Place among the planner's operations. */
  index: number
  needs: Pattern
  sets: Pattern
  needed: Fact[]
  made: Fact[]
  /** Facts that may not hold as it is done: an invariant would be broken by what it makes. */
  barred: Fact[]
}
export function compile(operation: Operation, index: number, invariants: Invariant[]): Compiled {
  const [needed, made] = [factsOf(operation.needs), factsOf(operation.sets)]
  return {
    operation,
    index,
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
