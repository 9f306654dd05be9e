/**
 * What is known of parts without a reading of this job: said by the person, or done in an earlier job of
 * the vehicle. A part is named by the repair that would put it right.
 */
import type { Complaint, KnownPart } from '../diagnosis'
import { libraryOf, scopeOf, upstreamOf, type SymptomId, type UpstreamCause } from '../library'
import { LAYOUTS, leakPlacesOf, type Layout } from '../vehicle'
import type { BodyOf } from '../records'

/** A part that an earlier job of this vehicle renewed. */
export interface PastPart extends KnownPart {
  /** When that job was signed, or it was seen, ms. */
  signedAt: number
}

/** The same complaint within so many days of the repair is a comeback; typical. */
export const COMEBACK_DAYS = 180
/** A part counts as new for so long; typical. */
const NEW_DAYS = 730
const DAY_MS = 86_400_000

/** Of a job: what it renewed, for which complaint, and whether it was signed. */
interface Closed {
  complaint: Pick<Complaint, 'symptoms'>
  finishedRepairs: string[]
  signed: { at: number } | null
}

/**
 * Parts that the vehicle's signed jobs renewed and that still count as new, the last job of each part; one
 * whose complaint is here again within the time of a comeback has come back.
 */
export function partsOfThePast(jobs: Closed[], symptoms: SymptomId[], nowMs: number): PastPart[] {
  const parts = new Map<string, PastPart>()
  for (const job of [...jobs].sort((one, other) => (one.signed?.at ?? 0) - (other.signed?.at ?? 0))) {
    const signedAt = job.signed?.at
    if (signedAt === undefined || signedAt > nowMs || nowMs - signedAt > NEW_DAYS * DAY_MS) continue
    const again =
      nowMs - signedAt < COMEBACK_DAYS * DAY_MS &&
      job.complaint.symptoms.some((symptom) => symptoms.includes(symptom))
    for (const repairId of job.finishedRepairs)
      parts.set(repairId, { repairId, how: again ? 'came back' : 'renewed', signedAt })
  }
  return [...parts.values()]
}

/** Of a job: what was looked at. */
interface Looked {
  readings: (Pick<BodyOf<'reading-taken'>, 'testId' | 'value'> & { at: number })[]
}

/**
 * Parts that a search for a leak has seen wet on this vehicle, here or in a job of before: a pump that weeps
 * explains the smell first and the starving later. The last look at a place counts.
 */
export function partsSeenWet(jobs: Looked[], engine: Layout, nowMs: number): PastPart[] {
  const places = libraryOf(leakPlacesOf(LAYOUTS[engine.id]))
  const known = libraryOf(engine).repairs
  const last = new Map<string, { wet: boolean; at: number }>()
  for (const { readings } of jobs)
    for (const { testId, value, at } of readings) {
      const test = places.tests.find((candidate) => candidate.id === testId)
      if (test?.instrument !== 'eye' || value.kind !== 'outcome' || !(at >= (last.get(test.at)?.at ?? 0)))
        continue
      last.set(test.at, { wet: value.outcome === 'wet', at })
    }
  return [...last].flatMap(([place, { wet, at }]) =>
    wet && nowMs - at < NEW_DAYS * DAY_MS
      ? places.faults
          .filter(({ segment }) => segment === place)
          .flatMap(({ repairs }) => repairs)
          .filter((id) => known.some((repair) => repair.id === id))
          .map((repairId): PastPart => ({ repairId, how: 'seen wet', signedAt: at }))
      : [],
  )
}

/**
 * What the vehicle's past says of its parts for this complaint. Wet places count for the engine alone: where
 * the leak itself is traced, the look at it is evidence already.
 */
export const pastParts = (
  past: (Closed & Looked)[],
  job: Looked & { layout: Layout; lastAt: number; openedAt: number },
  symptoms: SymptomId[],
): PastPart[] => [
  ...(scopeOf(symptoms) === 'engine' ? partsSeenWet([...past, job], LAYOUTS[job.layout.id], job.lastAt) : []),
  ...partsOfThePast(past, symptoms, job.openedAt),
]

/** A cause to ask for behind a part that did not last or was not all. */
export interface CauseBehind {
  question: string
  how: string
  /** Days until it is back where it is so and stays; null where nothing says. */
  backInDays: readonly [number, number] | null
}

/** The causes behind a repair on this layout, with what becomes of it where they stay. */
export const causesBehind = (layout: Layout, repairId: string): CauseBehind[] =>
  upstreamOf([repairId]).map((cause) => ({
    question: cause.question,
    how: cause.how,
    backInDays: backInDays(layout, cause),
  }))

/** Days until a part is bad again where this cause is there and stays, from the soonest to the latest of its chains on this layout; null where it has none. */
export function backInDays(layout: Layout, { faults }: UpstreamCause): readonly [number, number] | null {
  const days = libraryOf(layout).faults.flatMap((fault) =>
    fault.chain && faults.includes(fault.id.split('@')[0]!) ? [fault.chain.backInDays] : [],
  )
  return days.length === 0
    ? null
    : [Math.min(...days.map(([low]) => low)), Math.max(...days.map(([, high]) => high))]
}
