/**
 * The job as a pure fold of its live entries. It is the product of slices: a few that many kinds of entry move
 * (how the vehicle stands, its round, its waits) and one for each kind that keeps something of its own. Nothing
 * here is stored; the log is.
 */
import type { Evidence } from '../diagnosis'
import { scopeOf } from '../library'
import {
  KINDS,
  firstRound,
  liveEvents,
  noWaits,
  ownSlices,
  standing,
  type JobEvent,
  type Named,
  type OwnSlices,
  type Reading,
  type RoundSlice,
  type StandSlice,
  type WaitsSlice,
} from '../records'
import { differenceFromSi, differenceToSi, unitKind } from '../shared'
import { LAYOUTS, layoutOf, specificationOf } from '../vehicle'
import { pauseEnded, type Pause } from './pauses'
import { vehicleIn } from './built'
import { layoutKeyOf, type VehicleRecord } from './vehicleRecord'

export const STAGES = ['complaint', 'trace', 'bench', 'plan', 'work', 'prove', 'record'] as const
export type Stage = (typeof STAGES)[number]

/** An entry that names what this version does not have, where in it, and what: it moves nothing. */
export interface NotKnown {
  eventId: string
  at: string
  id: string
}
/** What follows from where an entry stands among the others. */
interface TrailSlice {
  id: string
  lastAt: number
  lastBy: string
  notKnown: NotKnown[]
  /** The last long pause that an act beside the plan ended. */
  away: Pause | null
}
export type JobView = TrailSlice &
  RoundSlice &
  StandSlice &
  WaitsSlice &
  OwnSlices & {
    /** Trace readings of the present round, as the engine takes them. */
    evidence: Evidence[]
  }

/** A kind as the fold uses it: what it names, and what it does to the job. */
interface Moving {
  names?: (body: unknown) => Named[]
  apply: (job: JobView, entry: JobEvent) => void
  heard?: (job: JobView, entry: JobEvent) => void
}

/**
 * The same log gives the same job, from any merge of it. A stand-in signal is evidence on a simulated
 * vehicle only: on a real one it stays in the log and moves nothing.
 */
export function foldJob(
  jobId: string,
  log: JobEvent[],
  vehicle: Pick<VehicleRecord, 'kind' | 'layout' | 'edits'> &
    Partial<Pick<VehicleRecord, 'specification'>> = { kind: 'real', layout: 'A01', edits: [] },
): JobView {
  const layout = LAYOUTS[vehicle.layout]
  const { tankCapacityM3 } = vehicle.specification ?? specificationOf({}, layout)
  const job: JobView = {
    id: jobId,
    lastAt: 0,
    lastBy: '',
    notKnown: [],
    away: null,
    ...firstRound(layout),
    ...standing(tankCapacityM3.value),
    ...noWaits(),
    ...ownSlices(),
    evidence: [],
  }
  for (const [order, entry] of liveEvents(log).entries()) moved(job, entry, order)
  job.layout = layoutOf(
    layoutKeyOf(vehicleIn(vehicle, job), job.wish?.scope ?? scopeOf(job.complaint.symptoms)),
  )
  job.evidence = job.readings.filter((reading) => counts(job, reading, vehicle.kind)).map(evidenceOf)
  return job
}

function moved(job: JobView, entry: JobEvent, order: number) {
  job.away = pauseEnded(job, entry, order)
  job.order = order
  const kind = KINDS[entry.kind] as unknown as Moving
  const odd = kind.names?.(entry.body).find(([, , isKnown]) => !isKnown)
  if (odd) {
    job.notKnown.push({ eventId: entry.id, at: odd[0], id: odd[1] })
    kind.heard?.(job, entry)
  } else kind.apply(job, entry)
  job.lastAt = Math.max(job.lastAt, entry.at)
  job.lastBy = entry.by
}

const counts = (job: JobView, reading: Reading, vehicle: VehicleRecord['kind']): boolean =>
  reading.phase === 'trace' &&
  reading.epoch === job.epoch &&
  !job.disturbed.has(reading.readingId) &&
  (vehicle === 'simulated' || reading.source !== 'stand-in')

/** A reading as the engine takes it: the offset of its instrument taken off; one by a doubtful instrument is doubtful. */
const evidenceOf = (reading: Reading): Evidence => ({
  id: reading.readingId,
  testId: reading.testId,
  value: withoutOffset(reading),
  faultPresent: reading.faultPresent,
  ...(reading.sure === 'no' || reading.taken?.standing === 'doubtful' ? { doubtful: true } : {}),
  ...(reading.swing && reading.value.kind === 'number'
    ? {
        swings: differenceToSi({
          value: reading.swing.high - reading.swing.low,
          unit: reading.value.entered.unit,
        }),
      }
    : {}),
})

function withoutOffset({ value, taken }: Reading): Reading['value'] {
  if (
    value.kind !== 'number' ||
    !taken?.offset ||
    unitKind(taken.offset.unit) !== unitKind(value.entered.unit)
  )
    return value
  return {
    kind: 'number',
    entered: {
      value: value.entered.value - differenceFromSi(differenceToSi(taken.offset), value.entered.unit),
      unit: value.entered.unit,
    },
  }
}
