/**
 * What comes again: the same part, or the same complaint after a repair, within a time that the kind of part
 * says. It blames parts and what spoils them, never whoever fitted them.
 */
import type { JobView } from '../job'
import { repairById, upstreamOf, type SymptomId, type UpstreamCause } from '../library'

const DAY_MS = 86_400_000

/** How long a part is expected to last, days: sooner again is worth asking why; typical, by the word in its name. */
const LASTS: readonly [RegExp, number][] = [
  [/filter|strainer|sock/i, 365],
  [/relay|fuse|plug|connector|ground|wire/i, 1825],
  [/pump|module/i, 1825],
  [/injector/i, 1460],
  [/sender|float/i, 1825],
]
const LASTS_ELSE = 730
/** The same complaint after a repair within so many days is a comeback; typical. */
export const SAME_COMPLAINT_DAYS = 180

export const lastsDays = (part: string): number => LASTS.find(([is]) => is.test(part))?.[1] ?? LASTS_ELSE

type Past = Pick<
  JobView,
  'id' | 'openedAt' | 'complaint' | 'finishedRepairs' | 'signed' | 'readings' | 'proofs' | 'done' | 'words'
>

export interface Recurrence {
  kind: 'same part' | 'same complaint'
  /** The job of before. */
  before: Past
  /** Days from its signature to this job. */
  afterDays: number
  /** The parts that it is about. */
  repairIds: string[]
  symptoms: SymptomId[]
  /** What may have spoilt them, to be looked at before the part is renewed once more. */
  causes: UpstreamCause[]
}

/** What of a vehicle's past comes again with this job; the youngest of each kind first. `now`: of its repairs only those chosen so far count. */
export function recurrencesOf(
  job: Pick<JobView, 'id' | 'openedAt' | 'complaint' | 'finishedRepairs'> & { work: JobView['work'] },
  past: readonly Past[],
  symptoms: readonly SymptomId[] = job.complaint.symptoms,
): Recurrence[] {
  const wanted = new Set([...job.finishedRepairs, ...(job.work?.repairIds ?? [])])
  return past
    .filter(({ id, signed }) => id !== job.id && signed !== null && signed.at <= job.openedAt)
    .sort((one, other) => other.signed!.at - one.signed!.at)
    .flatMap((before): Recurrence[] => {
      const afterDays = Math.floor((job.openedAt - before.signed!.at) / DAY_MS)
      const same = before.complaint.symptoms.filter((symptom) => symptoms.includes(symptom))
      const parts = before.finishedRepairs.filter(
        (id) => wanted.has(id) && afterDays <= lastsDays(repairById(id).part),
      )
      const about = (kind: Recurrence['kind'], repairIds: string[]): Recurrence => ({
        kind,
        before,
        afterDays,
        repairIds,
        symptoms: same,
        causes: upstreamOf(repairIds),
      })
      if (parts.length > 0) return [about('same part', parts)]
      return same.length > 0 && before.finishedRepairs.length > 0 && afterDays <= SAME_COMPLAINT_DAYS
        ? [about('same complaint', before.finishedRepairs)]
        : []
    })
}

/** A finding that was put off and is not put right since. */
export interface PutOff {
  jobId: string
  findingId: string
  what: string
  risk: string
  at: number
}

/** Findings that jobs of before put off, the oldest first. The last word on a thing counts, in whichever job it was said. */
export function putOffOf(past: readonly Pick<JobView, 'id' | 'findings'>[]): PutOff[] {
  const last = new Map<string, PutOff & { open: boolean }>()
  for (const { id, findings } of past)
    for (const [findingId, { what, risk, then, at }] of findings) {
      const key = what.trim().toLowerCase()
      if ((last.get(key)?.at ?? -Infinity) > at) continue
      last.set(key, { jobId: id, findingId, what, risk, at, open: then === 'deferred' })
    }
  return [...last.values()]
    .filter(({ open }) => open)
    .sort((one, other) => one.at - other.at)
    .map(({ open: _, ...put }) => put)
}
