/**
 * Sequential cases: the exact solver against an independent one, and the chooser's rule (bits per cost,
 * then the likeliest repair) against the same rule there, through the functions that Trace uses.
 */
import {
  expectedBits,
  optimalCost,
  policyCost,
  rootActionCosts,
  type ReducedAction,
  type ReducedProblem,
} from '@/core/diagnosis'
import { Comparison, type CaseData, type CaseReport } from './report'

/** Deterministic costs are exact decimals; noisy ones are printed with ten figures. */
const TOLERANCE = 1e-6
/** The baselines go over to repairing at this belief. */
const STOPS = [
  ['', 0.95],
  ['_stop_at_0.80', 0.8],
] as const

export function compareSequential(data: CaseData): CaseReport {
  const problem = problemOf(data)
  const { expected } = data
  const comparison = new Comparison()
  comparison.figure('optimal cost', expected.optimal_expected_cost, optimalCost(problem), TOLERANCE)
  const roots = rootActionCosts(problem)
  for (const [name, cost] of Object.entries(expected.root_action_values ?? {}))
    comparison.figure(
      `starting with ${name}`,
      cost,
      roots.find(({ action }) => nameOf(problem, action) === name)?.cost,
      TOLERANCE,
    )
  const best = roots.reduce((one, other) => (other.cost < one.cost - 1e-9 ? other : one))
  comparison.figure(
    'cost of the named first action',
    expected.optimal_expected_cost,
    roots.find(({ action }) => nameOf(problem, action) === expected.optimal_first_action)?.cost ?? best.cost,
    TOLERANCE,
  )
  for (const [tests, cost] of Object.entries(expected.optimal_cost_with_at_most_k_tests ?? {}))
    comparison.figure(`with at most ${tests} tests`, cost, optimalCost(problem, Number(tests)), TOLERANCE)
  for (const [suffix, stop] of STOPS) {
    comparison.figure(
      `bits per cost, to ${stop}`,
      expected.baselines?.[`greedy_information_per_cost${suffix}`],
      policyCost(problem, bitsPerCost(problem, stop)),
      TOLERANCE,
    )
    comparison.figure(
      `cheapest test first, to ${stop}`,
      expected.baselines?.[`cheapest_test_first${suffix}`],
      policyCost(problem, cheapestFirst(problem, stop)),
      TOLERANCE,
    )
  }
  comparison.figure(
    'likeliest repair first',
    expected.baselines?.highest_prior_repair_first,
    policyCost(problem, likeliest),
    TOLERANCE,
  )
  return comparison.report(data, `${problem.faults.length} faults, ${problem.tests.length} tests`)
}

export function problemOf(data: CaseData): ReducedProblem {
  const faults: string[] = data.faults
  return {
    faults,
    prior: Float64Array.from(faults, (fault) => data.prior[fault]),
    repairCost: faults.map((fault) => data.repair_cost[fault]),
    tests: Object.entries<CaseData>(data.tests).map(([id, test]) => {
      const outcomes: number = test.outcomes.length
      const chance = new Float64Array(outcomes * faults.length)
      faults.forEach((fault, i) =>
        test.p[fault].forEach((p: number, k: number) => (chance[k * faults.length + i] = p)),
      )
      return { id, cost: test.cost, outcomes, chance }
    }),
  }
}

const nameOf = (problem: ReducedProblem, action: ReducedAction) =>
  action.kind === 'test' ? `test:${problem.tests[action.test]!.id}` : `repair:${problem.faults[action.fault]}`

/** The likeliest fault; the first of equals. */
const likeliest = (belief: Float64Array): ReducedAction => ({
  kind: 'repair',
  fault: belief.indexOf(Math.max(...belief)),
})

const settled = (belief: Float64Array, stop: number) => Math.max(...belief) >= stop - 1e-12

export function bitsPerCost(problem: ReducedProblem, stop: number) {
  return (belief: Float64Array, open: number[]): ReducedAction => {
    if (settled(belief, stop)) return likeliest(belief)
    let best: { test: number; worth: number } | null = null
    for (const test of open) {
      const bits = expectedBits(belief, problem.tests[test]!)
      const worth = bits / problem.tests[test]!.cost
      if (bits > 1e-12 && (!best || worth > best.worth + 1e-12)) best = { test, worth }
    }
    return best ? { kind: 'test', test: best.test } : likeliest(belief)
  }
}

function cheapestFirst(problem: ReducedProblem, stop: number) {
  return (belief: Float64Array, open: number[]): ReducedAction => {
    if (settled(belief, stop) || open.length === 0) return likeliest(belief)
    return {
      kind: 'test',
      test: open.reduce((one, other) =>
        problem.tests[other]!.cost < problem.tests[one]!.cost ? other : one,
      ),
    }
  }
}
