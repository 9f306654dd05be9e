/** Where a job stands: which stage is next, what each stage has yielded, what is not yet proven. */
import {
  UNIT_SYSTEMS,
  differenceFromSi,
  shownUnit,
  stepIn,
  toSi,
  turnedFigure,
  type CubicMetre,
  type Fraction,
  type Minutes,
  type UnitName,
  type UnitPreference,
} from '../shared'
import {
  ACCURACY,
  FIRST_START_TESTS,
  curedWith,
  doingsOf,
  opensFuel,
  findTest,
  libraryOf,
  repairById,
  testById,
  upstreamOf,
  type UpstreamCause,
} from '../library'
import type { PlanStep, Plan } from '../procedure'
import type { Reading } from '../records'
import { STAGES, type JobView, type Stage } from './fold'
import { isBuilt, isOfBuild } from './built'
import { notBack } from './openings'

/** The stage where the next act is. */
export function stageOf(job: JobView): Stage {
  if (job.signed) return 'record'
  if (!job.noted) return 'complaint'
  if (
    job.work &&
    job.finishedRepairs.length > 0 &&
    job.work.repairIds.every((id) => job.finishedRepairs.includes(id)) &&
    job.work.done.size > 0 &&
    isPutBack(job)
  )
    return 'prove'
  if (job.work && job.work.done.size + job.work.ticks.size > 0) return 'work'
  if (job.work) return 'plan'
  return 'trace'
}

const isPutBack = (job: JobView) =>
  job.state.wayIn === 'shut' &&
  job.state.area === 'open' &&
  job.state.plug === 'mated' &&
  job.state.filterJoint === 'joined' &&
  job.state.module === 'in' &&
  job.state.battery === 'on'

export const stageIndex = (stage: Stage): number => STAGES.indexOf(stage)

/** Repairs that are done, with what they stand for. */
export const curedBy = (job: JobView): string[] => curedWith(job.finishedRepairs)

/** The next step of the plan that is not done. */
export const nextStep = (job: JobView, plan: Plan): PlanStep | null =>
  plan.steps.find((step) => !job.work?.done.has(step.index)) ?? null

/**
 * Does the plan still say what was done? A plan is worked out anew from where it started; with another
 * version of the library the same steps may stand elsewhere, and then what is left is planned from here.
 */
export const planHolds = (job: JobView, plan: Plan): boolean =>
  [...(job.work?.done ?? [])].every(([index, done]) => plan.steps[index]?.operationId === done.operationId)

const PROOFS_MOST = 6
const FIRST_START_MOST = 8

/** Tests whose readings prove the repairs, with the reading from before where there is one. */
export function proofTests(
  job: JobView,
): { testId: string; before: Reading | null; after: Reading | null }[] {
  const repairs = job.work?.repairIds ?? []
  const building = repairs.some((id) => isOfBuild(job, id))
  const wanted = [
    ...new Set([
      ...(building ? FIRST_START_TESTS : []),
      ...repairs.flatMap((id) => repairById(id).proves),
      ...job.readings.filter((reading) => reading.value.kind === 'number').map((reading) => reading.testId),
    ]),
  ]
  const had = new Set(libraryOf(job.layout).tests.map((test) => test.id))
  const possible = wanted
    .filter((id) => had.has(id) && findTest(id)?.role !== 'inOpenTank')
    .slice(0, building ? FIRST_START_MOST : PROOFS_MOST)
  return possible.map((testId) => ({
    testId,
    before: job.readings.findLast((reading) => reading.testId === testId) ?? null,
    after: job.proofs.find((reading) => reading.testId === testId) ?? null,
  }))
}

const PROOF_ITEMS = ['back', 'primes', 'dry', 'dryWarm', 'starts', 'gaugeAgrees', 'complaintGone'] as const
/** The first start of what was built, in its order: filled before it is primed, dry before it runs. */
const FIRST_START = [
  'bonded',
  'filled',
  'back',
  'liftAlone',
  'primes',
  'dry',
  'starts',
  'dutyIdle',
  'dryWarm',
  'gaugeAgrees',
  'complaintGone',
] as const
export type ProofItem = (typeof FIRST_START)[number]

/** What operations disturb, as it is looked at before the first power. */
const DISTURBED: Record<string, string> = {
  batteryOff: 'battery minus',
  lockPump: 'pump relay or fuse',
  stallOff: 'pump relay or fuse',
  partPlug: 'plug X7',
  partModule: 'module plug and hoses',
  partFilter: 'filter joints',
  tapShut: 'feed tap, clamp off',
  jointOff: 'parted joint',
  lowerTank: 'tank lines, filler, ground strap',
  frameTankOff: 'tank hoses and plug',
  tiltBed: 'bed wires and ground strap',
  liftBed: 'bed wires and ground strap',
  exhaustOut: 'exhaust and shields',
  seatOut: 'restraint plugs',
  fitGauge: 'gauge off, port capped',
  teesFit: 'tees out, the feed as it was',
  clearHoseFit: 'clear hose out',
  canHoseFit: 'can hose off, feed joined',
  returnCanFit: 'return joined',
  supplyCanFit: 'inlet joined, can away',
  liftCanFit: 'lift hose joined',
  bypassFit: 'filter back in',
  railUpFit: 'rail down, injectors in',
  partFiller: 'filler hose, clamps, ground strap',
  panelOff: 'panel, bonding strap',
}
const doneIds = (job: JobView) => [...(job.work?.done.values() ?? [])].map((done) => done.operationId)

/** What was taken apart or switched off in this plan, in the order in which it was, each once. */
export const disturbedOf = (job: JobView): string[] => [
  ...new Set([
    ...doneIds(job).flatMap((id) => DISTURBED[id] ?? []),
    ...[...job.bypasses.values()].map((bypass) => `${lowerFirst(bypass.what)} no longer bridged`),
  ]),
]
const lowerFirst = (text: string) => text.charAt(0).toLowerCase() + text.slice(1)

/** Whose work moves the gauge: it is held against litres afterwards. */
const movesGauge = (repairId: string): boolean => {
  const { needs, sets } = repairById(repairId)
  return needs.module === 'out' || sets.gaugeMarks === 'due'
}

/** What has to be seen of this job: for a gauge neither prime nor start, and dry joints only where fuel was opened. */
export function proofItems(job: JobView): ProofItem[] {
  const repairs = (job.work?.repairIds ?? []).map(repairById)
  const opened = repairs.some((repair) => doingsOf(job.layout.id, repair).some(opensFuel))
  const built = isBuilt(job) && job.layout.scope === 'engine'
  const planned = (id: string) => job.work?.repairIds.includes(id) ?? false
  const seen: Record<ProofItem, boolean> = {
    bonded: built,
    // What the plan did and recorded as a step of its own is not asked again.
    filled: built && !doneIds(job).includes('firstFill'),
    liftAlone: built && job.layout.id === 'A10' && !doneIds(job).includes('primeSurge'),
    dutyIdle: built && planned('speedControl'),
    back: disturbedOf(job).length > 0,
    primes: job.layout.scope !== 'gauge',
    dry: opened || job.layout.scope !== 'gauge',
    dryWarm: opened && job.layout.scope !== 'gauge',
    starts: job.layout.scope !== 'gauge',
    gaugeAgrees: repairs.some((repair) => movesGauge(repair.id)),
    complaintGone: true,
  }
  return (built ? FIRST_START : PROOF_ITEMS).filter((item) => seen[item])
}

/** Twice the deviation of a reading by its instrument, in its own unit; null for what is seen. */
export function readingSpread(reading: Reading): number | null {
  const test = findTest(reading.testId)
  if (reading.value.kind !== 'number' || !test) return null
  const { relative, floor } = ACCURACY[test.instrument]
  const { entered } = reading.value
  return 2 * differenceFromSi(Math.hypot(relative * toSi(entered), floor(entered.unit)), entered.unit)
}

/** By how much of its scale a gauge rises for litres poured in, where its marks are even; at most the whole scale. */
export const gaugeRise = (litres: number, capacityM3: CubicMetre): Fraction =>
  Math.min(1, litres / (1e3 * capacityM3))

/** Minutes of work, from step to step; what lies idle longer than an hour is a pause, not work. */
export function workedMinutes(job: JobView): Minutes {
  const times = [...(job.work?.done.values() ?? [])].map((done) => done.at).sort((one, other) => one - other)
  return times.slice(1).reduce((sum, at, k) => sum + Math.min(60, (at - times[k]!) / 60_000), 0)
}

/**
 * What of a first start comes before an item of it and is not seen yet: a build is filled before it is primed, and
 * dry before it runs. Null where nothing does, and for a vehicle that was repaired.
 */
export function firstStartBefore(job: JobView, item: ProofItem): ProofItem | null {
  if (!isBuilt(job)) return null
  const items = proofItems(job)
  const before = items.slice(0, Math.max(0, items.indexOf(item)))
  // Litres are poured in when it suits: the gauge holds nothing up.
  return before.find((one) => one !== 'gaugeAgrees' && job.proofNotes.get(one) !== 'yes') ?? null
}

const NOT_SEEN: Record<ProofItem, string> = {
  bonded: 'Not seen bonded',
  filled: 'Not seen filled',
  liftAlone: 'Lift pump not run alone',
  dutyIdle: 'Duty at idle not seen',
  back: 'What was disturbed not seen back',
  dryWarm: 'Joints not seen dry when warm',
  gaugeAgrees: 'Gauge not held against litres',
  dry: 'Joints not seen dry',
  primes: 'Prime not seen',
  starts: 'Start not seen',
  complaintGone: 'Complaint not shown to be gone',
}

/** Questions upstream of the parts that were found bad, in all rounds of the job. */
export const upstreamQuestions = (job: JobView): UpstreamCause[] =>
  upstreamOf(job.done.filter((entry) => entry.partWasBad === 'yes').map((entry) => entry.repairId))

/** Repairs of which the old part is judged; what a build put in had none that failed. */
export const judged = (job: JobView): string[] =>
  (job.work?.repairIds ?? []).filter((id) => !isOfBuild(job, id))

/** What stands above the signature: everything that was not shown. */
export function unproven(job: JobView): string[] {
  const missing: string[] = []
  const notSeen = isBuilt(job)
    ? { ...NOT_SEEN, complaintGone: 'Not shown to do what was wished for' }
    : NOT_SEEN
  for (const item of proofItems(job)) if (job.proofNotes.get(item) !== 'yes') missing.push(notSeen[item])
  for (const { testId, after } of proofTests(job))
    if (!after) missing.push(`${testById(testId).short}: not read again`)
  for (const repairId of judged(job))
    if (!job.done.some((entry) => entry.repairId === repairId && entry.partWasBad !== 'unknown'))
      missing.push(`${repairById(repairId).part}: old part not judged`)
  const apart = job.work ? notBack(job.state) : []
  if (apart.length > 0) missing.push(`Not put back: ${apart.map(lowerFirst).join(', ')}`)
  for (const bypass of openBypasses(job)) missing.push(`Still bridged: ${bypass.what}`)
  for (const cause of upstreamQuestions(job))
    if (!job.proofNotes.has(causeItem(cause.id))) missing.push(`${NO_CAUSE}${cause.question}`)
  for (const cause of foundUnfollowed(job)) missing.push(`Found, and nothing said of it: ${cause.found}`)
  return missing
}

/** Causes that were found and of which nothing was said yet: put right, planned or put off. */
export const foundUnfollowed = (job: JobView): UpstreamCause[] =>
  upstreamQuestions(job).filter(
    (cause) =>
      job.proofNotes.get(causeItem(cause.id)) === 'yes' &&
      ![...job.findings.values()].some((finding) => finding.what === cause.found),
  )

const NO_CAUSE = 'Cause not looked for. '

/** What the vehicle's earlier jobs left: questions that the last signed one was closed without, and all that was put off and not put right since. */
export function leftOpen(jobs: JobView[]): string[] {
  const signed = jobs.filter((job) => job.signed).sort((one, other) => other.signed!.at - one.signed!.at)
  const questions = (signed[0]?.signed!.unproven ?? [])
    .filter((line) => line.startsWith(NO_CAUSE))
    .map((line) => line.slice(NO_CAUSE.length))
  return [
    ...questions,
    ...signed.flatMap((job) =>
      deferredFindings(job).map((finding) => `Put off: ${finding.what}. ${finding.risk}`),
    ),
  ]
}

/** What was bridged for a test and is not undone: it holds the signature. */
export const openBypasses = (job: JobView) =>
  [...job.bypasses.values()].filter((bypass) => bypass.standing === 'set')
/** What was put off, with its risk in words. */
export const deferredFindings = (job: JobView) =>
  [...job.findings.values()].filter((finding) => finding.then === 'deferred')

/** Under which item of the proof the answer to an upstream question stands. */
export const causeItem = (causeId: string): string => `cause:${causeId}`

/** The step of a reading in the unit in which it was typed: that of its test, or of its own digits where they are finer. */
function readingStep({ testId, value }: Reading): number {
  const test = findTest(testId)
  if (value.kind !== 'number') return 1
  const { unit, value: figure } = value.entered
  const own = 10 ** -(String(figure).split('.')[1]?.length ?? 0)
  return test?.reading.kind === 'number'
    ? Math.min(own, stepIn(test.reading.step, test.reading.unit, unit))
    : own
}

/** A reading in words: in the unit of the preference, as it was typed where that is the same. */
export function readingText(
  reading: Reading,
  preference: UnitPreference = UNIT_SYSTEMS.kPa,
): { value: string; unit: UnitName | null } {
  if (reading.value.kind === 'outcome') {
    const test = testById(reading.testId)
    const outcome = reading.value.outcome
    return {
      value:
        test.reading.kind === 'observation'
          ? (test.reading.outcomes.find((entry) => entry.id === outcome)?.label ?? outcome)
          : outcome,
      unit: null,
    }
  }
  const { unit: typedIn, value } = reading.value.entered
  const unit = shownUnit(typedIn, preference)
  return { value: String(turnedFigure(value, typedIn, unit, readingStep(reading))).replace('-', '−'), unit }
}
