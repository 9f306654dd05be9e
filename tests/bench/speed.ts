/**
 * npm run bench: prints how long the core takes on this machine. Figures, not assertions. The port-injected
 * layout of the demo, and the largest of all by particles times scenes.
 */
import {
  DRIVEN_IN,
  LAYOUTS,
  LAYOUT_IDS,
  solveScene,
  specificationOf,
  vehicleModel,
  type LayoutId,
  type VehicleModel,
} from '@/core/vehicle'
import {
  addPairs,
  chooseNext,
  deriveSome,
  explainTest,
  nominalTable,
  posteriorOf,
  profileOf,
  segmentShares,
  suspectsOf,
  TYPICAL_WORKSHOP,
  type Complaint,
  type Evidence,
  type Table,
} from '@/core/diagnosis'
import { libraryOf, usualWays } from '@/core/library'
import { pricerOf } from '@/core/practice'
import { forgetWays, planRepairs, plannerFor, plannerOf } from '@/core/procedure'
import { repairsOf } from '../support/planSweep'
import { standInById, truthVehicle } from '@/core/simulate'

const planner = plannerOf()
const PAIRED = 12

/** `before` is done before each run and not timed. */
function timed(
  work: (run: number) => void,
  runs: number,
  before: (run: number) => void = () => undefined,
): { median: number; p95: number; max: number } {
  const times = Array.from({ length: runs }, (_, run) => {
    before(run)
    const at = performance.now()
    work(run)
    return performance.now() - at
  }).sort((a, b) => a - b)
  return { median: times[Math.floor(runs / 2)]!, p95: times[Math.floor(runs * 0.95)]!, max: times.at(-1)! }
}
const print = (name: string, goal: string, { median, p95, max }: ReturnType<typeof timed>) =>
  console.log(
    `${name.padEnd(44)} median ${median.toFixed(3)} ms   p95 ${p95.toFixed(3)} ms   worst ${max.toFixed(3)} ms   goal ${goal}`,
  )

function modelOf(id: LayoutId): VehicleModel {
  const built = vehicleModel(LAYOUTS[id], specificationOf({}, LAYOUTS[id]))
  if (!built.ok) throw new Error(built.error.problem)
  return built.value
}

function solves(model: VehicleModel) {
  const theta = model.nominal.slice()
  let turn = 0
  const vary = () =>
    (theta[model.nuisances[turn++ % model.nuisances.length]!] =
      model.nominal[model.nuisances[turn % model.nuisances.length]!]! * (1 + 0.1 * Math.sin(turn)))
  for (let i = 0; i < 2000; i += 1) solveScene(model, model.nominal, 'load', true)
  print(
    'coupled steady solve, cold start',
    '< 0.05',
    timed(() => {
      theta.set(model.nominal)
      vary()
      solveScene(model, theta, 'load', true)
    }, 4000),
  )
  print(
    'coupled steady solve, warm start',
    '< 0.05',
    timed(() => {
      theta.set(model.nominal)
      vary()
      solveScene(model, theta, 'load')
    }, 4000),
  )
}

/** Three repairs at once, on every layout; the last set takes the tank out. */
function plans() {
  for (const layout of LAYOUT_IDS) {
    const planner = plannerFor({ layout, ways: usualWays(layout) })
    for (const set of [
      ['relay', 'sender', 'returnLine'],
      ['cleanSoftTank', 'flushLines', 'gauge'],
    ]) {
      if (!set.every((id) => repairsOf(layout).includes(id))) continue
      if (!planRepairs(planner, DRIVEN_IN, set).ok) continue
      print(
        `plan of three, ${layout}, ${set[0]}`,
        '< 100',
        timed(() => {
          forgetWays(planner)
          planRepairs(planner, DRIVEN_IN, set)
        }, 9),
      )
    }
  }
}

/** Table, rankings and plan of one layout, from a simulated vehicle with a worn pump or a blocked filter. */
function ranks(id: LayoutId) {
  const model = modelOf(id)
  let at = performance.now()
  const table = nominalTable(model)
  const nominalMs = performance.now() - at
  at = performance.now()
  deriveSome(table, 0, () => false)
  const deriveMs = performance.now() - at
  const complaint: Complaint = { symptoms: ['starvesUnderLoad'], raisers: ['age'], failingNow: 'yes' }
  const first = posteriorOf(table, complaint, [])
  const likeliest = [...first.classWeights.keys()]
    .filter((k) => table.classes[k]!.faults.length === 1)
    .sort((a, b) => first.classWeights[b]! - first.classWeights[a]!)
    .slice(0, PAIRED)
  at = performance.now()
  addPairs(table, likeliest)
  console.log(
    `table: nominal ${nominalMs.toFixed(0)} ms (usable, goal < 500), derivatives ${deriveMs.toFixed(0)} ms more (both: goal < 1500), pairs ${(performance.now() - at).toFixed(0)} ms; ${table.predicted.length} particles, ${table.classes.length} classes, ${table.catalogue.observer.scenes.length} scenes`,
  )
  readings(id, table, complaint)
}

function readings(id: LayoutId, table: Table, complaint: Complaint) {
  const library = libraryOf(table.model.layout)
  const fault = library.faults.find(
    (candidate) => candidate.id.startsWith('F23') || candidate.id.startsWith('F41'),
  )!
  const truth = truthVehicle(
    11,
    table.model.specification,
    [{ faultId: fault.id, severity: 0.7 }],
    LAYOUTS[id],
  )
  const evidence = library.tests
    .filter((test) => test.reading.kind === 'number' && test.minutes < 12)
    .slice(0, 6)
    .map((test, at): Evidence => ({
      id: `${at}`,
      testId: test.id,
      value: standInById(truth, test.id),
      faultPresent: 'yes',
    }))
  let at = performance.now()
  const price = pricerOf(planner, table)(DRIVEN_IN)
  console.log(
    `prices of ${library.tests.length} tests and ${library.repairs.length} repairs from one state: ${(performance.now() - at).toFixed(0)} ms, once per state`,
  )
  const situation = {
    workshop: TYPICAL_WORKSHOP,
    reachMinutes: price.tests,
    repairMinutes: price.repairs,
    engineRuns: true,
    skipped: [],
    tried: [],
  }
  for (const count of [0, 2, 4, 6])
    print(
      `reading to new ranking, ${count} readings, with pairs`,
      '< 40 (p95)',
      timed(
        (run) => {
          chooseNext(posteriorOf(table, complaint, withNew(evidence.slice(0, count), run)), situation)
        },
        60,
        (run) => posteriorOf(table, complaint, withoutNew(evidence.slice(0, count), run)),
      ),
    )
  print(
    'preview while a value is typed, 6 readings',
    '< 40 (p95)',
    timed(
      (run) => {
        suspectsOf(posteriorOf(table, complaint, withNew(evidence, run)))
      },
      60,
      (run) => posteriorOf(table, complaint, withoutNew(evidence, run)),
    ),
  )
  const prior = posteriorOf(table, complaint, [])
  print(
    'the whole answer for the screen, 6 readings',
    '',
    timed((run) => {
      const now = posteriorOf(table, complaint, withNew(evidence, run))
      const { verdict, candidates } = chooseNext(now, situation)
      suspectsOf(now)
      segmentShares(now, prior)
      profileOf(now)
      explainTest(now, verdict.kind === 'test' ? verdict.testId : candidates[0]!.testId)
    }, 60),
  )
  at = performance.now()
  planRepairs(planner, DRIVEN_IN, [fault.repairs[0]!])
  console.log(`plan of ${fault.repairs[0]}: ${(performance.now() - at).toFixed(0)} ms`)
}

/** One of the readings is the new one, another in each run, with a value that nobody has read before; the others stood already. */
const newAt = (evidence: Evidence[], run: number) => run % Math.max(1, evidence.length)
const withoutNew = (evidence: Evidence[], run: number) =>
  evidence.filter((_, at) => at !== newAt(evidence, run))
const withNew = (evidence: Evidence[], run: number) =>
  evidence.map((item, at): Evidence => {
    if (at !== newAt(evidence, run) || item.value.kind !== 'number') return item
    const { value, unit } = item.value.entered
    return {
      ...item,
      id: `new ${run}`,
      value: { kind: 'number', entered: { value: value * (1 + 1e-5 * (run + 1)), unit } },
    }
  })

/** What this machine takes for a multiplication and addition, so that figures of different days can be compared. */
function machine() {
  const [one, other] = [new Float64Array(36).fill(0.5), new Float64Array(36).fill(0.3)]
  const { median } = timed(() => {
    let sum = 0
    for (let turn = 0; turn < 20_000; turn += 1) for (let k = 0; k < 36; k += 1) sum += one[k]! * other[k]!
    one[0] = sum % 1
  }, 40)
  console.log(`this machine: ${((median * 1e6) / 720_000).toFixed(2)} ns a multiplication and addition\n`)
}

const size = (id: LayoutId) => LAYOUTS[id].scenes.length * libraryOf(LAYOUTS[id]).faults.length
const largest = (Object.keys(LAYOUTS) as LayoutId[]).reduce((one, other) =>
  size(other) > size(one) ? other : one,
)
machine()
console.log('A01')
solves(modelOf('A01'))
ranks('A01')
if (largest !== 'A01') {
  console.log(`\n${largest}, the largest`)
  ranks(largest)
}
console.log('\nplans')
plans()
