/** What pages list: from the summaries, with logs read only where a page shows what they hold. */
import {
  type JobSummary,
  type JobView,
  type ProvenSince,
  type VehicleLine,
  type VehicleRecord,
  type Wait,
} from '@/core/job'
import type { StoreProblem } from './database'
import {
  allSummaries,
  allVehicleLines,
  jobsOfVehicle,
  openSummaries,
  provenWith,
  visitsOf,
  wholeIndex,
} from './jobIndex'
import type { JobEvent } from '@/core/records'
import { findJob, loadLog } from './jobStore'
import { loadVehicle } from './vehicleStore'

/** A job that is not signed, with its log read: what may be done next depends on all of it. */
export interface ListedJob {
  job: JobView
  vehicle: VehicleRecord | null
  problem: StoreProblem | null
}

async function listed(jobId: string): Promise<ListedJob[]> {
  const found = await findJob(jobId)
  return found
    ? [{ job: found.job, vehicle: found.vehicle, problem: found.odd && { kind: 'damaged', ...found.odd } }]
    : []
}

/** Every job that is not signed. */
export async function openJobs(): Promise<ListedJob[]> {
  await wholeIndex(findJob)
  return (await Promise.all((await openSummaries()).map(({ id }) => listed(id)))).flat()
}

/** A job as its log tells it, for whoever folds it elsewhere. */
export interface OpenLog {
  jobId: string
  events: JobEvent[]
  vehicle: VehicleRecord
}

/** The logs of every job that is not signed and that can be read, with its vehicle. */
export async function openLogs(): Promise<OpenLog[]> {
  await wholeIndex(findJob)
  const read = async ({ id, vehicleId }: JobSummary): Promise<OpenLog[]> => {
    const [log, vehicle] = await Promise.all([loadLog(id), loadVehicle(vehicleId)])
    return log.ok && vehicle.ok ? [{ jobId: id, events: log.value, vehicle: vehicle.value }] : []
  }
  return (await Promise.all((await openSummaries()).map(read))).flat()
}

/** Signed jobs, the newest first. */
export async function recordedJobs(): Promise<JobSummary[]> {
  await wholeIndex(findJob)
  return (await allSummaries())
    .filter(({ signed }) => signed !== null)
    .sort((one, other) => other.lastAt - one.lastAt)
}

/** The jobs of a vehicle with their logs, the first first; `but` is left out. */
export async function jobsOf(vehicleId: string, but?: string): Promise<JobView[]> {
  await wholeIndex(findJob)
  const ids = (await jobsOfVehicle(vehicleId)).filter((jobId) => jobId !== but)
  return (await Promise.all(ids.map(listed))).flat().map(({ job }) => job)
}

/** What this vehicle and its sisters read when they were proven, in other jobs than this one. */
export async function provenReadings(vehicle: VehicleRecord, but: string): Promise<ProvenSince[]> {
  await wholeIndex(findJob)
  const proven = (await provenWith(vehicle)).filter(({ jobId }) => jobId !== but)
  const ids = [...new Set(proven.map(({ vehicleId }) => vehicleId))]
  const visits = new Map(await Promise.all(ids.map(async (id) => [id, await visitsOf(id)] as const)))
  return proven.map((one) => ({
    ...one,
    nextAt:
      visits
        .get(one.vehicleId)!
        .find(({ jobId, openedAt }) => jobId !== but && jobId !== one.jobId && openedAt > one.signedAt)
        ?.openedAt ?? null,
  }))
}

/** Jobs of other vehicles of one name and layout, with their logs, the youngest first; at most so many are read. */
export async function sisterJobs(
  vehicle: Pick<VehicleRecord, 'id' | 'name' | 'layout'>,
  most: number,
): Promise<JobView[]> {
  await wholeIndex(findJob)
  const like = (await allSummaries())
    .filter(
      (job) =>
        job.vehicleId !== vehicle.id && job.vehicleName === vehicle.name && job.layout === vehicle.layout,
    )
    .sort((one, other) => other.openedAt - one.openedAt)
    .slice(0, most)
  return (await Promise.all(like.map(({ id }) => listed(id)))).flat().map(({ job }) => job)
}

/** Signed jobs on vehicles of this layout and kind in which one of these repairs was done, the youngest first; at most so many are read. */
export async function workedLike(
  vehicle: Pick<VehicleRecord, 'layout' | 'kind'>,
  repairIds: readonly string[],
  most: number,
): Promise<JobView[]> {
  await wholeIndex(findJob)
  const like = (await allSummaries())
    .filter(
      ({ signed, layout, repaired }) =>
        signed !== null && layout === vehicle.layout && repaired.some((id) => repairIds.includes(id)),
    )
    .sort((one, other) => other.openedAt - one.openedAt)
    .slice(0, most)
  return (await Promise.all(like.map(({ id }) => listed(id))))
    .flat()
    .flatMap(({ job, vehicle: own }) => (own?.kind === vehicle.kind ? [job] : []))
}

/** Jobs of sisters that were open between two times: what stood as known then, they leaned on. */
export async function leanedOn(
  vehicle: VehicleRecord,
  from: number,
  to: number,
): Promise<Pick<JobSummary, 'id' | 'unit' | 'openedAt'>[]> {
  await wholeIndex(findJob)
  return (await allSummaries())
    .filter(
      (job) =>
        job.vehicleId !== vehicle.id &&
        job.vehicleName === vehicle.name &&
        job.layout === vehicle.layout &&
        job.openedAt >= from &&
        job.openedAt < to,
    )
    .sort((one, other) => one.openedAt - other.openedAt)
}

/** A line a vehicle, by unit. */
export async function vehicleLines(): Promise<VehicleLine[]> {
  await wholeIndex(findJob)
  return (await allVehicleLines()).sort((one, other) =>
    one.unit < other.unit ? -1 : one.unit > other.unit ? 1 : 0,
  )
}

export interface OpenWait {
  jobId: string
  unit: string
  wait: Wait
}
/** Waits that nobody has ended, of all jobs that are not signed. */
export async function openWaits(): Promise<OpenWait[]> {
  await wholeIndex(findJob)
  return (await openSummaries()).flatMap(({ id, unit, waits }) =>
    waits.map((wait) => ({ jobId: id, unit, wait })),
  )
}
