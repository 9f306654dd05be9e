/**
 * Simulated vehicles with one hidden fault each, traced by the engine to its verdict. The vehicles obey
 * other laws than the model (simulate/truth.ts). Prints how often the first repair was right.
 *   npx tsx tests/bench/diagnose.ts [vehicles] [first seed] [layout]
 */
import { REPAIRS, TESTS, libraryOf } from '@/core/library'
import { DRIVEN_IN, LAYOUTS, specificationOf, vehicleModel, type LayoutId } from '@/core/vehicle'
import { standInById, truthValue, truthVehicle, type TruthVehicle } from '@/core/simulate'
import { TYPICAL_WORKSHOP, chooseNext, deriveSome, nominalTable, posteriorOf, type Complaint, type Evidence, type Table } from '@/core/diagnosis'
import { plannerOf, prices } from '@/core/procedure'
import { seededRandom } from '@/core/shared'

export function complaintOf(vehicle: TruthVehicle): Complaint {
  const shown = libraryOf(vehicle.model.layout).symptoms.filter((symptom) => symptom.shows.some((group) => group.every((rule) => (rule.side === 'above') === truthValue(vehicle, rule.quantity) > rule.at))).map((symptom) => symptom.id)
  const symptoms = shown.includes('cranksNoStart') ? shown.filter((id) => ['cranksNoStart', 'smell', 'leak', 'noisyPump'].includes(id)) : shown
  return { symptoms, raisers: [], failingNow: 'yes' }
}

const planner = plannerOf()
const reached = prices(planner, DRIVEN_IN, TESTS.map((test) => test.needs))
const repairWays = prices(planner, DRIVEN_IN, REPAIRS.map((repair) => repair.needs))
const reachMinutes = Object.fromEntries(TESTS.map((test, at) => [test.id, reached[at]!]))
const repairMinutes = Object.fromEntries(REPAIRS.map((repair, at) => [repair.id, repair.minutes + 2 * repairWays[at]!]))

export function traceToVerdict(table: Table, vehicle: TruthVehicle, complaint: Complaint) {
  const evidence: Evidence[] = []
  let cost = 0
  for (let step = 0; step < 30; step += 1) {
    const posterior = posteriorOf(table, complaint, evidence)
    const { verdict, candidates } = chooseNext(posterior, { workshop: TYPICAL_WORKSHOP, reachMinutes, repairMinutes, engineRuns: !complaint.symptoms.includes('cranksNoStart'), skipped: [] })
    if (verdict.kind === 'repair') return { repairId: verdict.repairId, probability: verdict.probability, tests: evidence.map((item) => item.testId), cost }
    if (verdict.kind === 'stuck') break
    cost += candidates.find((candidate) => candidate.testId === verdict.testId)!.cost
    evidence.push({ id: `e${step}`, testId: verdict.testId, value: standInById(vehicle, verdict.testId), faultPresent: 'yes' })
  }
  return { repairId: 'none', probability: 0, tests: evidence.map((item) => item.testId), cost }
}

if (process.argv[1]?.endsWith('diagnose.ts')) {
  const count = Number(process.argv[2] ?? 100)
  const seed = Number(process.argv[3] ?? 1000)
  const layout = LAYOUTS[(process.argv[4] ?? 'A01') as LayoutId]
  const built = vehicleModel(layout, specificationOf({}, layout))
  if (!built.ok) throw new Error(built.error.problem)
  const table = nominalTable(built.value)
  deriveSome(table, 0, () => false)
  const { faults: FAULTS } = libraryOf(built.value.layout)
  const random = seededRandom(seed)
  const total = FAULTS.reduce((sum, fault) => sum + fault.weight, 0)
  let right = 0, sure = 0, sureWrong = 0, tests = 0, traced = 0, quiet = 0
  for (let i = 0; i < count; i += 1) {
    let draw = random.next() * total
    const fault = FAULTS.find((candidate) => (draw -= candidate.weight) < 0) ?? FAULTS[0]!
    const vehicle = truthVehicle(seed + i, specificationOf({}, layout), [{ faultId: fault.id, severity: random.next() }], layout.id)
    const complaint = complaintOf(vehicle)
    if (complaint.symptoms.length === 0) { quiet += 1; continue }
    const answer = traceToVerdict(table, vehicle, complaint)
    const good = fault.repairs.includes(answer.repairId)
    traced += 1
    tests += answer.tests.length
    if (good) right += 1
    if (answer.probability >= 0.9) { sure += 1; if (!good) sureWrong += 1 }
    if (!good) console.log(`wrong: ${fault.id} ${fault.name} (${complaint.symptoms}) -> ${answer.repairId} ${answer.probability.toFixed(2)} after ${answer.tests.join(' ')}`)
  }
  console.log(`${traced} vehicles with a complaint (${quiet} faults too faint to complain of): first repair right ${(100 * right / traced).toFixed(1)} %, stated at 90 % or more ${sure}, of these wrong ${sureWrong}, ${(tests / traced).toFixed(1)} tests each`)
}
