/**
 * The exact policy of a reduced problem: exactly one fault, tests with known outcome chances, repairs
 * that cure their own fault. Dynamic programming over what has been read and what has been ruled out;
 * an unsuccessful repair rules its fault out and work goes on. Grows with the product of outcomes and
 * faults, so it serves problems of a few faults and tests: the yardstick of the chooser, not its engine.
 */
import type { Money, Probability } from '../shared'
import { forEachOutcome, type OutcomeChances } from './belief'

export interface ReducedTest extends OutcomeChances {
  id: string
  cost: Money
}
export interface ReducedProblem {
  faults: string[]
  prior: Float64Array
  repairCost: Money[]
  tests: ReducedTest[]
}
export type ReducedAction = { kind: 'test'; test: number } | { kind: 'repair'; fault: number }

/** A belief under this is rounding, not a fault. */
const SURELY_NONE = 1e-12

/** Where one stands: outcome of each test (-1 not done), faults ruled out by repair, and the belief. */
interface Standing {
  outcomes: number[]
  ruledOut: number
  belief: Float64Array
}

const start = (problem: ReducedProblem): Standing => ({
  outcomes: problem.tests.map(() => -1),
  ruledOut: 0,
  belief: problem.prior,
})

/** Expected cost of the best policy with at most `mostTests` tests. */
export function optimalCost(problem: ReducedProblem, mostTests = Infinity): Money {
  return solver(problem).value(start(problem), mostTests)
}

/** Expected cost of each first action, the best policy followed after it. */
export function rootActionCosts(problem: ReducedProblem): { action: ReducedAction; cost: Money }[] {
  const { costOf } = solver(problem)
  const root = start(problem)
  return actionsAt(problem, root, Infinity, true).map((action) => ({
    action,
    cost: costOf(root, action, Infinity),
  }))
}

/** Expected cost of a policy; it must repair where nothing else is left. */
export function policyCost(problem: ReducedProblem, policy: ReducedPolicy): Money {
  const walk = (standing: Standing): Money =>
    follow(problem, standing, policy(standing.belief, openTests(standing)), walk)
  return walk(start(problem))
}

/** A policy of repairs and tests by the belief and the tests still open. */
export type ReducedPolicy = (belief: Float64Array, open: number[]) => ReducedAction

/** One act chosen by its cost and what the given policy would spend after it: never dearer than that policy alone. */
export function rolledOut(problem: ReducedProblem, base: ReducedPolicy): ReducedPolicy {
  const walk = (standing: Standing): Money =>
    follow(problem, standing, base(standing.belief, openTests(standing)), walk)
  return (belief, open) => {
    const standing: Standing = {
      outcomes: problem.tests.map((_, test) => (open.includes(test) ? -1 : 0)),
      ruledOut: 0,
      belief,
    }
    const priced = actionsAt(problem, standing, Infinity, false).map((action) => ({
      action,
      cost: follow(problem, standing, action, walk),
    }))
    return priced.reduce((one, other) => (other.cost < one.cost - 1e-9 ? other : one)).action
  }
}

const openTests = (standing: Standing) =>
  standing.outcomes.flatMap((outcome, test) => (outcome < 0 ? [test] : []))

function solver(problem: ReducedProblem) {
  const known = new Map<string, Money>()
  const costOf = (standing: Standing, action: ReducedAction, tests: number): Money =>
    follow(problem, standing, action, (next) => value(next, tests - (action.kind === 'test' ? 1 : 0)))
  const value = (standing: Standing, tests: number): Money => {
    const key = `${standing.outcomes.join(',')} ${standing.ruledOut} ${tests}`
    const before = known.get(key)
    if (before !== undefined) return before
    const best = Math.min(
      ...actionsAt(problem, standing, tests, false).map((action) => costOf(standing, action, tests)),
    )
    known.set(key, best)
    return best
  }
  return { value, costOf }
}

/** Repairs of faults still possible, and open tests; those that cannot tell anything only where `all` is asked for. */
function actionsAt(
  problem: ReducedProblem,
  standing: Standing,
  tests: number,
  all: boolean,
): ReducedAction[] {
  const repairs = problem.faults.flatMap((_, fault): ReducedAction[] =>
    standing.belief[fault]! > 0 ? [{ kind: 'repair', fault }] : [],
  )
  if (tests < 1) return repairs
  const useful = openTests(standing).filter((test) => all || tells(standing.belief, problem.tests[test]!))
  return [...repairs, ...useful.map((test): ReducedAction => ({ kind: 'test', test }))]
}

/** Does any outcome shift any weight? */
function tells(belief: Float64Array, test: ReducedTest): boolean {
  let moved = false
  forEachOutcome(belief, test, (_, after) =>
    after.forEach((weight, at) => (moved ||= Math.abs(weight - belief[at]!) > 1e-12)),
  )
  return moved
}

/** Cost of an action and of what follows from it. */
function follow(
  problem: ReducedProblem,
  standing: Standing,
  action: ReducedAction,
  then: (next: Standing) => Money,
): Money {
  if (action.kind === 'repair') {
    const cost = problem.repairCost[action.fault]!
    // What is left is summed anew: as 1 - right it would lose its figures when the repair is nearly sure.
    const left: Probability = standing.belief.reduce(
      (sum, weight, at) => sum + (at === action.fault ? 0 : weight),
      0,
    )
    if (left < SURELY_NONE) return cost
    const belief = standing.belief.map((weight, at) => (at === action.fault ? 0 : weight / left))
    return (
      cost +
      left * then({ outcomes: standing.outcomes, ruledOut: standing.ruledOut | (1 << action.fault), belief })
    )
  }
  const test = problem.tests[action.test]!
  let cost = test.cost
  forEachOutcome(standing.belief, test, (probability, after, outcome) => {
    const outcomes = standing.outcomes.slice()
    outcomes[action.test] = outcome
    cost += probability * then({ outcomes, ruledOut: standing.ruledOut, belief: after.slice() })
  })
  return cost
}
