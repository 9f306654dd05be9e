/** The life of a vehicle as points of time: what was said, read, renewed, kept, put off, changed. */
import type { JobView, Reading, VehicleFact } from '../job'

export type LifeKind =
  | 'taken in'
  | 'job'
  | 'reading'
  | 'capture'
  | 'repaired'
  | 'put off'
  | 'signed'
  | 'changed'
  | 'figure'
  | 'modified'

export interface LifePoint {
  at: number
  kind: LifeKind
  jobId: string | null
  /** What it is about: a test, a repair, a capture, a field of the vehicle's record. */
  of: string
  /** In words, where it has its own. */
  text: string
  /** What was read. */
  reading: Reading | null
}

/** Everything that happened to a vehicle, the oldest first. */
export function lifeOf(facts: readonly VehicleFact[], jobs: readonly JobView[]): LifePoint[] {
  return [...facts.flatMap(fromFact), ...jobs.flatMap(fromJob)].sort((one, other) => one.at - other.at)
}

function fromFact({ word, at }: VehicleFact): LifePoint[] {
  const point = (kind: LifeKind, of: string, text = ''): LifePoint[] =>
    at > 0 ? [{ at, kind, jobId: null, of, text, reading: null }] : []
  switch (word.says) {
    case 'taken in':
      return point('taken in', '')
    case 'field':
      return point('changed', word.field, String(word.value ?? ''))
    case 'figure':
      return point('figure', word.field)
    case 'item':
      return point(
        word.list === 'edits' ? 'modified' : 'changed',
        word.list,
        word.there ? 'added' : 'taken out',
      )
  }
}

function fromJob(job: JobView): LifePoint[] {
  const point = (at: number, kind: LifeKind, of = '', text = ''): LifePoint => ({
    at,
    kind,
    jobId: job.id,
    of,
    text,
    reading: null,
  })
  const repairedAt = new Map(
    [...(job.work?.done.values() ?? [])].map(({ operationId, at }) => [operationId, at] as const),
  )
  return [
    point(job.openedAt, 'job', '', job.words),
    ...[...job.readings, ...job.proofs].map((reading) => ({
      ...point(reading.at, 'reading', reading.testId),
      reading,
    })),
    ...job.captures.map(({ at, capture }) => point(at, 'capture', capture)),
    ...job.finishedRepairs.map((id) =>
      point(repairedAt.get(`repair:${id}`) ?? job.signed?.at ?? job.lastAt, 'repaired', id),
    ),
    ...[...job.findings.values()]
      .filter(({ then }) => then === 'deferred')
      .map(({ at, what, risk }) => point(at, 'put off', '', [what, risk].filter(Boolean).join(': '))),
    ...(job.signed ? [point(job.signed.at, 'signed', '', job.signed.by)] : []),
  ]
}
