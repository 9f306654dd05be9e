/**
 * What lists and other jobs need of a job without its log: kept beside it, made anew from its log whenever
 * the two differ. Raise the version when a field is added or means something else.
 */
import type { KnownFigure } from '../diagnosis'
import type { LayoutId } from '../vehicle'
import type { JobView, Stage } from './fold'
import { stageOf } from './progress'
import type { Reading, Wait } from '../records'
import type { VehicleRecord } from './vehicleRecord'

export const SUMMARY_VERSION = 4

export interface JobSummary {
  id: string
  vehicleId: string
  unit: string
  vehicleName: string
  layout: LayoutId
  words: string
  openedAt: number
  lastAt: number
  neededBy: string | null
  danger: boolean
  stage: Stage
  /** Waits that nobody has ended; none once it is signed. */
  waits: Wait[]
  signed: { at: number; unproven: number } | null
  /** Sound readings; null until it is signed with its complaint gone. */
  proven: ProvenReadings | null
  /** Repairs that were finished in it. */
  repaired: string[]
  /** Why its log cannot be read; it is listed by its id alone. */
  odd: { problem: string; at: string } | null
}

/** What a vehicle read when its complaint was shown to be gone. */
export interface ProvenReadings {
  vehicleId: string
  signedAt: number
  readings: { testId: string; entered: KnownFigure['low'] }[]
}

/** The summary of a job whose vehicle, where it is here, was taken into account when it was folded. */
export const summaryOf = (job: JobView, odd: JobSummary['odd'] = null): JobSummary => ({
  id: job.id,
  vehicleId: job.vehicleId,
  unit: job.unit,
  vehicleName: job.vehicleName,
  layout: job.layout.id,
  words: job.words,
  openedAt: job.openedAt,
  lastAt: job.lastAt,
  neededBy: job.neededBy,
  danger: job.danger,
  stage: stageOf(job),
  waits: job.signed ? [] : job.waits.filter((wait) => !wait.ended),
  signed: job.signed && { at: job.signed.at, unproven: job.signed.unproven.length },
  proven: provenOf(job),
  repaired: [...job.finishedRepairs],
  odd,
})

/** What nobody is sure of, what swung, and what a doubtful instrument showed is no model for later. */
const stands = ({ sure, swing, taken, earlier = false }: Reading): boolean =>
  sure === 'yes' && !swing && taken?.standing !== 'doubtful' && !earlier

function provenOf(job: JobView): ProvenReadings | null {
  if (!job.signed || job.proofNotes.get('complaintGone') !== 'yes') return null
  const readings = job.proofs
    .filter(stands)
    .flatMap(({ testId, value }) => (value.kind === 'number' ? [{ testId, entered: value.entered }] : []))
  return readings.length === 0 ? null : { vehicleId: job.vehicleId, signedAt: job.signed.at, readings }
}

/**
 * Vehicles of one name, layout and kind, changed alike, with the same engine and pump where those are known, are
 * sisters: what one reads when it is sound is worth knowing at another.
 */
export const sistersKey = ({
  name,
  layout,
  kind,
  edits,
  engine = '',
  pumpNumber = '',
}: Pick<VehicleRecord, 'name' | 'layout' | 'kind' | 'edits' | 'engine' | 'pumpNumber'>): string =>
  [
    layout,
    kind,
    name,
    ...edits.map((edit) => JSON.stringify(edit)).sort(),
    ...(engine ? [`engine ${plainStamp(engine)}`] : []),
    ...(pumpNumber ? [`pump ${plainStamp(pumpNumber)}`] : []),
  ].join(' ')
/** As it is stamped: case, spaces and hyphens do not tell two apart. */
const plainStamp = (stamp: string): string => stamp.toUpperCase().replace(/[\s.\-–/_]/g, '')
