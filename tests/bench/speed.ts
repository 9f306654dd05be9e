/** npm run bench: prints how long the core takes on this machine. Figures, not assertions. */
import { DRIVEN_IN, LAYOUTS, solveScene, specificationOf, vehicleModel } from '@/core/vehicle'
import { addPairs, chooseNext, deriveSome, explainTest, nominalTable, posteriorOf, profileOf, segmentShares, suspectsOf, TYPICAL_WORKSHOP, type Complaint, type Evidence } from '@/core/diagnosis'
import { REPAIRS, TESTS } from '@/core/library'
import { planRepairs, plannerOf, prices } from '@/core/procedure'

const built = vehicleModel(LAYOUTS.A01, specificationOf())
if (!built.ok) throw new Error(built.error.problem)
const model = built.value

function timed(work: () => void, runs: number): { median: number; p95: number; max: number } {
  const times = Array.from({ length: runs }, () => {
    const at = performance.now()
    work()
    return performance.now() - at
  }).sort((a, b) => a - b)
  return { median: times[Math.floor(runs / 2)]!, p95: times[Math.floor(runs * 0.95)]!, max: times.at(-1)! }
}
const print = (name: string, goal: string, { median, p95, max }: ReturnType<typeof timed>) =>
  console.log(`${name.padEnd(44)} median ${median.toFixed(3)} ms   p95 ${p95.toFixed(3)} ms   worst ${max.toFixed(3)} ms   goal ${goal}`)

const theta = model.nominal.slice()
let turn = 0
const vary = () => (theta[model.nuisances[turn++ % model.nuisances.length]!] = model.nominal[model.nuisances[turn % model.nuisances.length]!]! * (1 + 0.1 * Math.sin(turn)))
for (let i = 0; i < 2000; i += 1) solveScene(model, model.nominal, 'load', true)
print('coupled steady solve, cold start', '< 0.1', timed(() => { theta.set(model.nominal); vary(); solveScene(model, theta, 'load', true) }, 4000))
print('coupled steady solve, warm start', '< 0.1', timed(() => { theta.set(model.nominal); vary(); solveScene(model, theta, 'load') }, 4000))

let at = performance.now()
const table = nominalTable(model)
const nominalMs = performance.now() - at
at = performance.now()
deriveSome(table, 0, () => false)
const deriveMs = performance.now() - at
const complaint: Complaint = { symptoms: ['cranksNoStart'], raisers: ['damp', 'age'], failingNow: 'yes' }
const first = posteriorOf(table, complaint, [])
const dozen = [...first.classWeights.keys()].filter((k) => table.classes[k]!.faults.length === 1).sort((a, b) => first.classWeights[b]! - first.classWeights[a]!).slice(0, 12)
at = performance.now()
addPairs(table, dozen)
console.log(`prediction table: nominal ${nominalMs.toFixed(0)} ms (goal < 500), derivatives ${deriveMs.toFixed(0)} ms (goal < 2000), pairs ${(performance.now() - at).toFixed(0)} ms; ${table.predicted.length} particles, ${table.classes.length} classes`)

const planner = plannerOf()
at = performance.now()
const reached = prices(planner, DRIVEN_IN, TESTS.map((test) => test.needs))
console.log(`prices of ${TESTS.length} tests from one tree: ${(performance.now() - at).toFixed(0)} ms, once per state`)
const situation = { workshop: TYPICAL_WORKSHOP, reachMinutes: Object.fromEntries(TESTS.map((test, k) => [test.id, reached[k]!])), repairMinutes: Object.fromEntries(REPAIRS.map((repair) => [repair.id, repair.minutes + 60])), engineRuns: false, skipped: [], tried: [] }
const evidence: Evidence[] = [
  { id: '1', testId: 'T01-rest', value: { kind: 'number', entered: { value: 12.5, unit: 'V' } }, faultPresent: 'yes' },
  { id: '2', testId: 'T03', value: { kind: 'outcome', outcome: 'weak' }, faultPresent: 'yes' },
  { id: '3', testId: 'T24', value: { kind: 'number', entered: { value: 212, unit: 'kPa' } }, faultPresent: 'yes' },
  { id: '4', testId: 'T04', value: { kind: 'number', entered: { value: 9.1, unit: 'V' } }, faultPresent: 'yes' },
]
for (const count of [0, 2, 4]) {
  print(`reading to new ranking, ${count} readings, with pairs`, '< 50 (p95)', timed(() => { chooseNext(posteriorOf(table, complaint, evidence.slice(0, count)), situation) }, 60))
}
const posterior = posteriorOf(table, complaint, evidence)
const prior = posteriorOf(table, complaint, [])
print('the whole answer for the screen, 4 readings', '< 50 (p95)', timed(() => {
  const now = posteriorOf(table, complaint, evidence)
  const { verdict } = chooseNext(now, situation)
  suspectsOf(now)
  segmentShares(now, prior)
  profileOf(now)
  explainTest(now, verdict.kind === 'test' ? verdict.testId : 'T05')
}, 60))
print('bands of one test', '', timed(() => explainTest(posterior, 'T05'), 30))
print('plan of the module', '', timed(() => planRepairs(planner, DRIVEN_IN, ['module']), 8))
console.log(suspectsOf(posterior).slice(0, 4).map((suspect) => `${(100 * suspect.probability).toFixed(1)} % ${suspect.name}`).join(' · '))
const choice = chooseNext(posterior, situation)
console.log(choice.verdict, choice.candidates.slice(0, 4).map((candidate) => `${candidate.testId} ${candidate.bits.toFixed(2)} bit / ${candidate.cost.toFixed(1)}`))
