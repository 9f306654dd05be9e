/** Every build on every layout that it may begin from: its plan exists, keeps its turn, is put back as what it becomes, and passes the monitor. */
import { describe, expect, it } from 'vitest'
import { BUILDS, beginBuild, checkBuild, failingOf, type Build, type Standing } from '@/core/build'
import {
  foldJob,
  isBuilt,
  judged,
  notBack,
  planSettingOf,
  proofTests,
  vehicleIn,
  vehicleSchema,
  type VehicleRecord,
} from '@/core/job'
import { keepsTurn, usualWays } from '@/core/library'
import { watch, watched } from '@/core/monitor'
import { DEMO_VEHICLES } from '@/core/practice'
import { PUT_BACK, planRepairs, plannerFor, type Plan } from '@/core/procedure'
import { LogBuilder, readEvent } from '@/core/records'
import { DRIVEN_IN, LAYOUTS, only, specificationOf, vehicleModel, type LayoutId } from '@/core/vehicle'
import { broken } from './support/planSweep'

const EACH = BUILDS.flatMap((build) =>
  build.from.map((layout) => ({ build, layout, name: `${build.id} on ${layout}` })),
)
const standing = (layout: LayoutId, probe: boolean): Standing => ({
  layout,
  edits: probe ? [{ kind: 'replace', part: 'sender', by: 'probe' }] : [],
  ways: usualWays(layout),
  specification: specificationOf({}, LAYOUTS[layout]),
})
function designedOn({ build, layout }: (typeof EACH)[number]) {
  const was = standing(layout, build.id === 'floatSender')
  const typed = beginBuild(build, was)
  const checked = checkBuild(build, was, typed)
  if (!checked.ok) throw new Error(JSON.stringify(checked.asks))
  return { was, typed, becomes: checked.becomes }
}
const settingOf = ({ was, becomes }: Pick<ReturnType<typeof designedOn>, 'was' | 'becomes'>) => ({
  layout: was.layout,
  ways: was.ways,
  ...(becomes.layout !== was.layout && { becomes: { layout: becomes.layout, ways: becomes.ways } }),
})
function planned(one: (typeof EACH)[number]) {
  const made = designedOn(one)
  const setting = settingOf(made)
  const planner = plannerFor(setting)
  const answer = planRepairs(planner, DRIVEN_IN, [...one.build.repairs])
  if (!answer.ok) throw new Error(`${one.name}: ${JSON.stringify(answer.error)}`)
  return { ...made, setting, planner, plan: answer.value }
}
/** The layout at each step: the new one behind the last act of the build. */
function layoutsOf(plan: Plan, was: LayoutId, becomes: LayoutId): LayoutId[] {
  const last = plan.steps.findLastIndex(({ repairId }) => repairId !== undefined)
  return plan.steps.map(({ index }) => (index > last ? becomes : was))
}
function breaches(
  one: (typeof EACH)[number],
  how?: (steps: ReturnType<typeof watched>[]) => ReturnType<typeof watched>[],
) {
  const { plan, was, becomes, planner } = planned(one)
  const steps = plan.steps.map(({ act }) => watched(act))
  const { variables } = planner.home
  const all = new Set([...planner.variables, ...variables])
  const layouts = layoutsOf(plan, was.layout, becomes.layout)
  // A circuit that comes with the build is none before it.
  const start = only(DRIVEN_IN, all)
  if (!planner.variables.has('pumpCircuit')) delete (start as Record<string, string>)['pumpCircuit']
  return watch(layouts, start, how ? how(steps) : steps, only(PUT_BACK, variables), one.build.repairs)
}

describe.each(EACH)('$name', (one) => {
  it('has a plan that does each act once and in its turn, and passes the monitor', () => {
    const { plan } = planned(one)
    const acts = plan.steps.flatMap(({ operationId }) =>
      operationId.startsWith('repair:') ? [operationId.slice('repair:'.length)] : [],
    )
    expect([...acts].sort()).toEqual([...one.build.repairs].sort())
    expect(keepsTurn(acts)).toBe(true)
    expect(breaches(one)).toEqual([])
  })
})

it('a unit is tried on the bench before any tank is opened for it', () => {
  for (const one of EACH) {
    const { plan } = planned(one)
    const at = (id: string) => plan.steps.findIndex(({ operationId }) => operationId === `repair:${id}`)
    for (const bench of ['buildUnit', 'buildThree'])
      if (at(bench) >= 0) {
        const opened = plan.steps.findIndex(({ before }) => before.module === 'out')
        expect(at(bench), one.name).toBeLessThan(opened < 0 ? Infinity : opened)
      }
  }
})

it('the monitor sees what is left out of a build: the pressure, the battery, the look for leaks', () => {
  for (const one of EACH.filter(({ build }) => build.id !== 'floatSender').slice(0, 20)) {
    const { plan } = planned(one)
    for (const id of ['pressureOff', 'leakCheck']) {
      const at = plan.steps.findIndex(({ operationId }) => operationId === id)
      if (at >= 0)
        expect(
          breaches(one, (steps) => broken(steps, 'drop', at)).length,
          `${one.name} ${id}`,
        ).toBeGreaterThan(0)
    }
  }
})

it('a surge tank is filled by the lift pump before the main pump runs', () => {
  const { plan } = planned(EACH.find(({ name }) => name === 'surgeTank on A01')!)
  const at = (id: string) => plan.steps.findIndex(({ operationId }) => operationId === id)
  expect(at('primeSurge')).toBeGreaterThan(at('repair:surgeAdded'))
  expect(at('unlockPump')).toBeGreaterThan(at('primeSurge'))
})

/** The log of a build from its wish on, with so many steps of its plan done. */
const logOf = (one: (typeof EACH)[number], vehicle: VehicleRecord, upTo: number) =>
  logFrom(one.build, vehicle, planned(one), upTo)
function logFrom(
  build: Build,
  vehicle: VehicleRecord,
  { plan, was, typed, becomes }: Pick<ReturnType<typeof planned>, 'plan' | 'was' | 'typed' | 'becomes'>,
  upTo: number,
) {
  const made = new LogBuilder('build', { device: 'one', by: 'Ida' })
    .add(1, 'job-opened', {
      ...{ vehicleId: vehicle.id, unit: '07', vehicleName: 'Larch', words: '', neededBy: null },
    })
    .add(2, 'build-wished', {
      ...{
        build: build.id,
        scope: build.scope ?? 'engine',
        typed,
        repairIds: [...build.repairs],
      },
      was: { ...was, ways: [...was.ways] },
      failing: [],
      becomes,
    })
  if (upTo < 0) return made.events
  made.add(3, 'plan-made', {
    repairIds: [...build.repairs],
    start: { ...DRIVEN_IN } as Record<string, string>,
    ...{ ways: [...was.ways], reason: '', pace: { rust: 'none', first: false } },
  })
  for (const step of plan.steps.slice(0, upTo))
    made.add(4 + step.index, 'step-done', {
      ...{ step: step.index, operationId: step.operationId },
      sets: { ...step.act.sets } as Record<string, string>,
      ...{ entered: null, torqueNm: null, byFeel: false, note: '' },
    })
  return made.events
}
const recordOf = (one: (typeof EACH)[number]): VehicleRecord => {
  const { was } = designedOn(one)
  return { ...DEMO_VEHICLES[0]!, ...was, ways: [...was.ways], limits: [] }
}

it('every build goes from its wish to a record: kept and read back, put back, traced as what it became, with what proves it', () => {
  for (const one of EACH) {
    const vehicle = recordOf(one)
    const log = logOf(one, vehicle, Infinity)
    const read = log.map((entry) => readEvent(JSON.parse(JSON.stringify(entry))))
    expect(
      read.filter((entry) => !entry.ok),
      one.name,
    ).toEqual([])
    const job = foldJob('build', log, vehicle)
    expect(job.notKnown, one.name).toEqual([])
    expect(isBuilt(job), one.name).toBe(true)
    const after = vehicleIn(vehicle, job)
    expect(vehicleSchema.safeParse(after).success, one.name).toBe(true)
    expect(job.layout.id, one.name).toBe(designedOn(one).becomes.layout)
    expect(vehicleModel(job.layout, after.specification).ok, one.name).toBe(true)
    expect(proofTests(job).length, one.name).toBeGreaterThan(job.layout.scope === 'gauge' ? 0 : 1)
    expect(notBack(job.state), one.name).toEqual([])
    expect(judged(job)).toEqual([])
  }
})

/** Of the demo garage: which vehicle gets which build. */
const ON_DEMO = [
  ['pumpUpgrade', '11'],
  ['otherHanger', '02'],
  ['injection', '21'],
  ['returnLine', '09'],
  ['threePumps', '12'],
  ['surgeTank', '15'],
  ['floatSender', '33'],
  ['linedTank', '25'],
  ['alcohol', '04'],
] as const
it.each(ON_DEMO)(
  '%s on unit %s of the demo garage, from wish to record, traced as what it became',
  (buildId, unit) => {
    const build = BUILDS.find(({ id }) => id === buildId)!
    const vehicle = DEMO_VEHICLES.find((one) => one.unit === unit)!
    const { layout, edits, ways, specification } = vehicle
    const was: Standing = { layout, edits, ways, specification }
    const typed = beginBuild(build, was)
    const checked = checkBuild(build, was, buildId === 'floatSender' ? { ...typed, approved: 'yes' } : typed)
    if (!checked.ok) throw new Error(JSON.stringify(checked.asks))
    expect(failingOf(checked.findings)).toEqual([])
    const planner = plannerFor(settingOf({ was, becomes: checked.becomes }))
    const answer = planRepairs(planner, DRIVEN_IN, [...build.repairs])
    if (!answer.ok) throw new Error(JSON.stringify(answer.error))
    const made = { was, typed, becomes: checked.becomes, plan: answer.value }
    const job = foldJob('build', logFrom(build, vehicle, made, Infinity), vehicle)
    expect(isBuilt(job)).toBe(true)
    const after = vehicleIn(vehicle, job)
    expect(vehicleSchema.safeParse(after).success).toBe(true)
    expect(after.layout).toBe(checked.becomes.layout)
    expect(vehicleModel(job.layout, after.specification).ok).toBe(true)
    expect(notBack(job.state)).toEqual([])
    expect(judged(job)).toEqual([])
  },
)

describe('a job that builds', () => {
  const one = EACH.find(({ name }) => name === 'returnLine on A02')!
  const { was, becomes } = designedOn(one)
  const vehicle: VehicleRecord = {
    ...DEMO_VEHICLES[0]!,
    ...{ layout: was.layout, edits: was.edits, ways: [...was.ways], specification: was.specification },
    truth: { seed: 4, hidden: [{ faultId: 'F23', severity: 0.7 }] },
  }
  const done = (upTo: number) => {
    return { job: foldJob('build', logOf(one, vehicle, upTo), vehicle), plan: planned(one).plan }
  }
  it('is the vehicle as it was until its last act is done, and what it becomes from then on', () => {
    const { plan } = planned(one)
    const last = plan.steps.findLastIndex(({ repairId }) => repairId !== undefined)
    expect(done(last).job.layout.id).toBe('A02')
    const { job } = done(last + 1)
    expect(isBuilt(job)).toBe(true)
    expect(job.layout.id).toBe('A01')
    const after = vehicleIn(vehicle, job)
    expect(after.layout).toBe('A01')
    expect(after.specification.pumpFlowM3PerS.value).toBeCloseTo(becomes.figures.pumpFlowM3PerS!, 12)
    // What was wrong with the pump that came out went with it.
    expect(after.truth!.hidden).toEqual([])
  })
  it('plans as it was, put back as what it becomes; once built, what is planned further is planned on that', () => {
    const { job, plan } = done(Infinity)
    const { repairIds } = job.wish!
    const whole = { repairIds, already: [] }
    expect(planSettingOf(vehicle, job, whole)).toMatchObject({ layout: 'A02', becomes: { layout: 'A01' } })
    const again = planRepairs(plannerFor(planSettingOf(vehicle, job, whole)), DRIVEN_IN, repairIds)
    expect(again.ok && again.value.steps.map(({ operationId }) => operationId)).toEqual(
      plan.steps.map(({ operationId }) => operationId),
    )
    expect(planSettingOf(vehicle, job, { repairIds: ['filter'], already: [] })).toMatchObject({
      layout: 'A01',
    })
  })
  it('a vehicle that is kept as what it became is not changed by its old job again', () => {
    const { job } = done(Infinity)
    const kept: VehicleRecord = { ...vehicleIn(vehicle, job), builtAt: 1e15, edits: [] }
    expect(vehicleIn(kept, job)).toBe(kept)
    expect(foldJob('build', logOf(one, kept, -1), kept).layout.id).toBe('A02')
  })
})
