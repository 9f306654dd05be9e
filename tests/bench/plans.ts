/** `npm run bench:plans`: the sweep of plans before the monitor, counts by rule; then plans broken by hand, and how many of them it catches. */
import { seededRandom } from '@/core/shared'
import {
  breaksTable,
  broken,
  everyChange,
  judged,
  sweep,
  watchedSteps,
  type SweptPlan,
} from '../support/planSweep'

const MUTATED = Number(process.argv[2] ?? 2000)

const byRule = new Map<string, number>()
const examples = new Map<string, string>()
const noWays: string[] = []
const kept: SweptPlan[] = []
let [plans, unsound] = [0, 0]
const began = performance.now()
for (const swept of sweep({ every: 1, sets: 400, halfDone: 10 }, (said) => noWays.push(said))) {
  plans += 1
  const breaches = judged(swept)
  if (breaches.length > 0) unsound += 1
  for (const breach of breaches) {
    const key = `${breach.rule}: ${breach.says}`
    byRule.set(key, (byRule.get(key) ?? 0) + 1)
    if (!examples.has(key))
      examples.set(
        key,
        `${swept.setting.layout} by ${swept.setting.ways.join()}, ${swept.repairs.join()}, step ${breach.at} ${breach.step}`,
      )
  }
  if (plans % 7 === 0) kept.push(swept)
}
console.log(
  `${plans} plans in ${((performance.now() - began) / 1000).toFixed(0)} s, ${unsound} that the monitor does not pass, ${noWays.length} without a way`,
)
for (const [key, count] of [...byRule].sort())
  console.log(`  ${String(count).padStart(6)}  ${key}   e.g. ${examples.get(key)}`)
for (const said of noWays.slice(0, 20)) console.log(`  no way: ${said}`)

const random = seededRandom(7)
const caught = new Map<string, [number, number]>()
const missed = new Map<string, number>()
for (let round = 0; round < MUTATED && kept.length > 0; round += 1) {
  const swept = kept[Math.floor(random.next() * kept.length)]!
  const steps = watchedSteps(swept.plan)
  if (steps.length < 2) continue
  const how = (['drop', 'swap', 'repeat'] as const)[round % 3]!
  const at = Math.floor(random.next() * (how === 'swap' ? steps.length - 1 : steps.length))
  const changed = broken(steps, how, at)
  const breaches = judged(swept, changed)
  const covered = breaksTable(swept, changed)
  for (const group of covered ? [how, `${how} that breaks the table`] : [how]) {
    const [seen, all] = caught.get(group) ?? [0, 0]
    caught.set(group, [seen + (breaches.length > 0 ? 1 : 0), all + 1])
  }
  if (breaches.length === 0) {
    const what = how === 'swap' ? `${steps[at]!.id} after ${steps[at + 1]!.id}` : steps[at]!.id
    const key = `${covered ? 'breaks the table' : 'harmless by the table'}, ${how} ${what}`
    missed.set(key, (missed.get(key) ?? 0) + 1)
  }
}
for (const [how, [seen, all]] of caught)
  console.log(`${how}: ${seen} of ${all} caught, ${((100 * seen) / all).toFixed(1)} %`)
for (const [what, count] of [...missed].sort(
  (one, other) => one[0].slice(0, 6).localeCompare(other[0].slice(0, 6)) || other[1] - one[1],
))
  console.log(`  not caught, ${count} times: ${what}`)

let [tried, breaking] = [0, 0]
const uncaught: string[] = []
for (const { said, breaks, caught: seen } of everyChange(1)) {
  tried += 1
  if (!breaks) continue
  breaking += 1
  if (!seen) uncaught.push(said)
}
console.log(
  `every change to every repair's plan: ${tried}, of which ${breaking} break the table, ${uncaught.length} of them not caught`,
)
for (const said of uncaught) console.log(`  ${said}`)
