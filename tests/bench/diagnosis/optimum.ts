/**
 * npm run bench:optimum: the chooser's rule on reduced problems against the exact optimum. A problem is a
 * handful of faults of one layout with the tests that tell them apart, each outcome certain; the exact
 * policy comes from dynamic programming, the others are walked to their expected cost.
 */
import {
  expectedBits,
  forEachOutcome,
  optimalCost,
  policyCost,
  readingSigma,
  rolledOut,
  COMMIT,
  TYPICAL_WORKSHOP,
  type Predicted,
  type ReducedAction,
  type ReducedProblem,
  type ReducedTest,
  type Table,
} from '@/core/diagnosis'
import { repairById } from '@/core/library'
import { pricerOf } from '@/core/practice'
import { plannerOf } from '@/core/procedure'
import { seededRandom, type Random } from '@/core/shared'
import { DRIVEN_IN } from '@/core/vehicle'
import { tableOf, type BenchLayout } from './cases'

const LAYOUTS_ASKED: BenchLayout[] = ['A01', 'A02', 'A06', 'A08']
const PROBLEMS = 60
const FAULTS = 6
const TESTS = 6
const SEED = 30000

const planner = plannerOf()
const money = (minutes: number, parts: number) => TYPICAL_WORKSHOP.ratePerMinute * minutes + parts

/** A reduced problem drawn from a layout's own table: faults by weight, tests at random among those that tell. */
function problemOf(
  table: Table,
  random: Random,
  prices: ReturnType<ReturnType<typeof pricerOf>>,
): ReducedProblem {
  const faults: number[] = []
  const repairs = new Set<string>()
  while (faults.length < FAULTS) {
    const at = Math.floor(random.next() * (table.classes.length - 1))
    const [fault] = table.classes[at]!.faults
    if (!fault || repairs.has(fault.repairs[0]!) || random.next() > fault.weight / 5) continue
    repairs.add(fault.repairs[0]!)
    faults.push(at)
  }
  const particles = faults.map((at) =>
    anyOf(
      table.predicted.filter((entry) => entry.particle.classIndex === at),
      random,
    ),
  )
  const sum = faults.reduce((total, at) => total + table.classes[at]!.faults[0]!.weight, 0)
  const telling = shuffled(
    [
      ...table.catalogue.numeric.map((entry) => entry.test),
      ...table.catalogue.seen.map((entry) => entry.test),
    ],
    random,
  ).flatMap((test): ReducedTest[] => {
    const reach = prices.tests[test.id]
    const outcomes = outcomesOf(table, test.id, particles)
    return reach === null || reach === undefined || new Set(outcomes).size < 2
      ? []
      : [certain(test.id, money(test.minutes + reach, test.money), outcomes)]
  })
  return {
    faults: faults.map((at) => table.classes[at]!.id),
    prior: Float64Array.from(faults, (at) => table.classes[at]!.faults[0]!.weight / sum),
    repairCost: [...faults].map((at) => {
      const repair = repairById(table.classes[at]!.faults[0]!.repairs[0]!)
      return money(prices.repairs[repair.id] ?? repair.minutes, repair.money)
    }),
    tests: telling.slice(0, TESTS),
  }
}

const anyOf = <T>(list: T[], random: Random): T => list[Math.floor(random.next() * list.length)]!
const shuffled = <T>(list: T[], random: Random): T[] =>
  list
    .map((item) => ({ item, at: random.next() }))
    .sort((one, other) => one.at - other.at)
    .map(({ item }) => item)

/** The outcome of a test for each particle: readings that differ by three of their own errors are told apart. */
function outcomesOf(table: Table, testId: string, particles: Predicted[]): number[] {
  const numeric = table.catalogue.numericById.get(testId)
  if (!numeric) {
    const seen = table.catalogue.seenById.get(testId)!
    return particles.map(({ chances }) =>
      seen.outcomes.reduce(
        (best, _, k) => (chances[seen.offset + k]! > chances[seen.offset + best]! ? k : best),
        0,
      ),
    )
  }
  const values = particles.map((entry) => entry.values[numeric.row]!)
  const sorted = [...values].sort((one, other) => one - other)
  const groups = sorted
    .map((value, at) => (at > 0 && value - sorted[at - 1]! > 3 * readingSigma(numeric, value) ? 1 : 0))
    .reduce<number[]>((list, step) => [...list, (list.at(-1) ?? 0) + step], [])
  return values.map((value) => groups[sorted.indexOf(value)]!)
}

function certain(id: string, cost: number, outcome: number[]): ReducedTest {
  const outcomes = Math.max(...outcome) + 1
  const chance = new Float64Array(outcomes * outcome.length)
  outcome.forEach((k, i) => (chance[k * outcome.length + i] = 1))
  return { id, cost, outcomes, chance }
}

/** What Trace does: bits per cost, until a repair is likely enough and no test lowers the expected loss by more than it costs. */
function engineRule(problem: ReducedProblem) {
  const lossOf = (belief: Float64Array) =>
    Math.min(...problem.repairCost.map((cost, at) => (belief[at]! > 0 ? (1 - belief[at]!) * cost : Infinity)))
  return (belief: Float64Array, open: number[]): ReducedAction => {
    const repair = problem.repairCost.reduce(
      (best, cost, at) =>
        belief[at]! > 0 && (1 - belief[at]!) * cost < (1 - belief[best]!) * problem.repairCost[best]!
          ? at
          : best,
      belief.indexOf(Math.max(...belief)),
    )
    const rated = open
      .map((test) => {
        let after = 0
        forEachOutcome(
          belief,
          problem.tests[test]!,
          (probability, left) => (after += probability * lossOf(left)),
        )
        return {
          test,
          bits: expectedBits(belief, problem.tests[test]!),
          worth: lossOf(belief) - after - problem.tests[test]!.cost,
        }
      })
      .filter(({ bits }) => bits > 1e-9)
    const worthwhile = rated.some(({ worth }) => worth > 0)
    if (rated.length === 0 || (belief[repair]! >= COMMIT && !worthwhile))
      return { kind: 'repair', fault: repair }
    return {
      kind: 'test',
      test: rated.reduce((one, other) =>
        other.bits / problem.tests[other.test]!.cost > one.bits / problem.tests[one.test]!.cost ? other : one,
      ).test,
    }
  }
}

const cheapest =
  (problem: ReducedProblem) =>
  (belief: Float64Array, open: number[]): ReducedAction =>
    Math.max(...belief) > 0.95 || open.length === 0
      ? { kind: 'repair', fault: belief.indexOf(Math.max(...belief)) }
      : {
          kind: 'test',
          test: open.reduce((one, other) =>
            problem.tests[other]!.cost < problem.tests[one]!.cost ? other : one,
          ),
        }
const swap =
  (problem: ReducedProblem) =>
  (belief: Float64Array): ReducedAction => ({
    kind: 'repair',
    fault: [...belief.keys()].reduce((one, other) =>
      belief[other]! / problem.repairCost[other]! > belief[one]! / problem.repairCost[one]! ? other : one,
    ),
  })

const POLICIES = {
  'as Trace chooses': engineRule,
  'the same, rolled out one act': (problem: ReducedProblem) => rolledOut(problem, engineRule(problem)),
  'cheapest test first': cheapest,
  'likeliest cheap part first': swap,
}

const problems = LAYOUTS_ASKED.flatMap((layoutId) => {
  const table = tableOf(layoutId)
  const prices = pricerOf(planner, table)(DRIVEN_IN)
  return Array.from({ length: PROBLEMS }, (_, k) => problemOf(table, seededRandom(SEED + k), prices))
})
const ratios = Object.entries(POLICIES).map(([name, policy]) => ({
  name,
  list: problems
    .map((problem) => policyCost(problem, policy(problem)) / optimalCost(problem))
    .sort((one, other) => one - other),
}))
console.log(
  `${problems.length} problems of ${FAULTS} faults and up to ${TESTS} tests, seeds from ${SEED}; cost over that of the exact optimum\n\n| policy | mean | 95th part | worst |\n|---|---|---|---|`,
)
for (const { name, list } of ratios)
  console.log(
    `| ${name} | ${(list.reduce((sum, ratio) => sum + ratio, 0) / list.length).toFixed(4)} | ${list[Math.floor(0.95 * list.length)]!.toFixed(4)} | ${list.at(-1)!.toFixed(4)} |`,
  )
