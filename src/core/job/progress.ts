/** Where a job stands: which stage is next, what each stage has yielded, what is not yet proven. */
import { curesAs, libraryOf, repairById, testById, upstreamOf, type UpstreamCause } from '../library'
import type { PlanStep, Plan } from '../procedure'
import { STAGES, type JobView, type Reading, type Stage } from './fold'

/** The stage where the next act is. */
export function stageOf(job: JobView): Stage {
  if (job.signed) return 'record'
  if (!job.noted) return 'complaint'
  if (job.work && job.finishedRepairs.length > 0 && job.work.repairIds.every((id) => job.finishedRepairs.includes(id)) && job.work.done.size > 0 && isPutBack(job)) return 'prove'
  if (job.work && job.work.done.size + job.work.ticks.size > 0) return 'work'
  if (job.work) return 'plan'
  return 'trace'
}

const isPutBack = (job: JobView) => job.state.wayIn === 'shut' && job.state.area === 'open' && job.state.plug === 'mated' && job.state.filterJoint === 'joined' && job.state.module === 'in' && job.state.battery === 'on'

export const stageIndex = (stage: Stage): number => STAGES.indexOf(stage)

/** Repairs that are done, with what they stand for. */
export const curedBy = (job: JobView): string[] => [...new Set(job.finishedRepairs.flatMap((id) => [id, curesAs(id)]))]

/** The next step of the plan that is not done. */
export const nextStep = (job: JobView, plan: Plan): PlanStep | null => plan.steps.find((step) => !job.work?.done.has(step.index)) ?? null

/**
 * Does the plan still say what was done? A plan is worked out anew from where it started; with another
 * version of the library the same steps may stand elsewhere, and then what is left is planned from here.
 */
export const planHolds = (job: JobView, plan: Plan): boolean => [...(job.work?.done ?? [])].every(([index, done]) => plan.steps[index]?.operationId === done.operationId)

/** Tests whose readings prove the repairs, with the reading from before where there is one. */
export function proofTests(job: JobView): { testId: string; before: Reading | null; after: Reading | null }[] {
  const repairs = job.work?.repairIds ?? []
  const wanted = [...new Set([...repairs.flatMap((id) => repairById(id).proves), ...job.readings.filter((reading) => reading.value.kind === 'number').map((reading) => reading.testId)])]
  const had = new Set(libraryOf(job.layout).tests.map((test) => test.id))
  const possible = wanted.filter((id) => had.has(id) && !['T49', 'T29'].includes(id)).slice(0, 6)
  return possible.map((testId) => ({
    testId,
    before: job.readings.findLast((reading) => reading.testId === testId) ?? null,
    after: job.proofs.find((reading) => reading.testId === testId) ?? null,
  }))
}

const PROOF_ITEMS = ['primes', 'dry', 'starts', 'complaintGone'] as const
export type ProofItem = (typeof PROOF_ITEMS)[number]

/** What has to be seen of this job: for a gauge neither prime nor start, and dry joints only where fuel was opened. */
export function proofItems(job: JobView): ProofItem[] {
  if (job.layout.scope !== 'gauge') return [...PROOF_ITEMS]
  return (job.work?.repairIds ?? []).some((id) => repairById(id).sets.leakCheck === 'due') ? ['dry', 'complaintGone'] : ['complaintGone']
}

const NOT_SEEN: Record<ProofItem, string> = { dry: 'Joints not seen dry', primes: 'Prime not seen', starts: 'Start not seen', complaintGone: 'Complaint not shown to be gone' }

/** Questions upstream of the parts that were found bad, in all rounds of the job. */
export const upstreamQuestions = (job: JobView): UpstreamCause[] => upstreamOf(job.done.filter((entry) => entry.partWasBad === 'yes').map((entry) => entry.repairId))

/** What stands above the signature: everything that was not shown. */
export function unproven(job: JobView): string[] {
  const missing: string[] = []
  for (const item of ['dry', 'primes', 'starts', 'complaintGone'] as const) if (proofItems(job).includes(item) && job.proofNotes.get(item) !== 'yes') missing.push(NOT_SEEN[item])
  for (const { testId, after } of proofTests(job)) if (!after) missing.push(`${testById(testId).short}: not read again`)
  for (const repairId of job.work?.repairIds ?? []) if (!job.done.some((entry) => entry.repairId === repairId && entry.partWasBad !== 'unknown')) missing.push(`${repairById(repairId).part}: old part not judged`)
  for (const bypass of openBypasses(job)) missing.push(`Still bridged: ${bypass.what}`)
  for (const cause of upstreamQuestions(job)) if (!job.proofNotes.has(causeItem(cause.id))) missing.push(`${NO_CAUSE}${cause.question}`)
  return missing
}

const NO_CAUSE = 'Cause not looked for. '

/** Questions that the last signed of these jobs was closed without. */
export function leftOpen(jobs: JobView[]): string[] {
  const last = jobs.filter((job) => job.signed).sort((one, other) => other.signed!.at - one.signed!.at)[0]
  return (last?.signed!.unproven ?? []).filter((line) => line.startsWith(NO_CAUSE)).map((line) => line.slice(NO_CAUSE.length))
}

/** What was bridged for a test and is not undone: it holds the signature. */
export const openBypasses = (job: JobView) => [...job.bypasses.values()].filter((bypass) => bypass.standing === 'set')
/** What was put off, with its risk in words. */
export const deferredFindings = (job: JobView) => [...job.findings.values()].filter((finding) => finding.then === 'deferred')

/** Under which item of the proof the answer to an upstream question stands. */
export const causeItem = (causeId: string): string => `cause:${causeId}`

/** A reading in words of its own unit. */
export function readingText(reading: Reading): { value: string; unit: string } {
  if (reading.value.kind === 'outcome') {
    const test = testById(reading.testId)
    const outcome = reading.value.outcome
    return { value: test.reading.kind === 'observation' ? (test.reading.outcomes.find((entry) => entry.id === outcome)?.label ?? outcome) : outcome, unit: '' }
  }
  return { value: String(reading.value.entered.value).replace('-', '−'), unit: reading.value.entered.unit }
}
