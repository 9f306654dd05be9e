/**
 * Lists beside the logs, so that no page reads all jobs: summaries in shards by id, the open ones once more
 * in one record, the jobs of each vehicle, what sisters read when they were proven, the words by which a job is
 * found, and a line a vehicle. All of it can be made anew from the logs, and is where its version is another or a
 * mark was left behind.
 */
import {
  SUMMARY_VERSION,
  sistersKey,
  summaryOf,
  vehicleLineOf,
  vehicleSchema,
  wordsOfJob,
  type JobSummary,
  type JobView,
  type ProvenReadings,
  type VehicleLine,
  type VehicleRecord,
} from '@/core/job'
import { seedFrom } from '@/core/shared'
import { clearPending, locked, putMany, stores } from './database'

const SHARDS = 64
const shardKey = (jobId: string) => `shard/${seedFrom(jobId) % SHARDS}`
const vehicleKey = (vehicleId: string) => `vehicle/${vehicleId}`
const sisterKey = (vehicle: Pick<VehicleRecord, 'name' | 'layout' | 'kind' | 'edits'>) =>
  `sisters/${sistersKey(vehicle)}`
const wordsKey = (jobId: string) => `words/${seedFrom(jobId) % SHARDS}`
const LINE_SHARDS = 16
const lineKey = (vehicleId: string) => `vehicles/${seedFrom(vehicleId) % LINE_SHARDS}`
const OPEN = 'open'
const STATE = 'state'
/** Raised with what a summary holds or how the lists are cut. */
const VERSION = `${SUMMARY_VERSION} words`

type Listed = Record<string, JobSummary>
type OfVehicle = Record<string, { openedAt: number; signed: boolean }>
type Words = Record<string, string>
type Lines = Record<string, VehicleLine>
type Sisters = Record<string, ProvenReadings>

const read = async <T extends object>(key: string): Promise<T> =>
  (await stores.index.getItem<T>(key)) ?? ({} as T)

/** Changes one record of the index; a record that stays as it was is not written. */
async function change<T extends object>(key: string, edit: (record: T) => boolean): Promise<void> {
  const record = await read<T>(key)
  if (!edit(record)) return
  if (Object.keys(record).length === 0) await stores.index.removeItem(key)
  else await stores.index.setItem(key, record)
}

const put = <T>(record: Record<string, T>, id: string, value: NoInfer<T> | null): boolean => {
  if (value === null) {
    if (!(id in record)) return false
    delete record[id]
    return true
  }
  if (JSON.stringify(record[id]) === JSON.stringify(value)) return false
  record[id] = value
  return true
}

/** Takes a job into the lists as it stands now. */
export const indexJob = ({ job, vehicle, odd }: Found): Promise<void> =>
  locked('index', async () => {
    const summary = summaryOf(job, odd)
    await change<Listed>(shardKey(job.id), (shard) => put(shard, job.id, summary))
    await change<Words>(wordsKey(job.id), (words) => put(words, job.id, odd ? '' : wordsOfJob(job)))
    await change<Listed>(OPEN, (open) => put(open, job.id, job.signed ? null : summary))
    if (job.vehicleId)
      await change<OfVehicle>(vehicleKey(job.vehicleId), (jobs) =>
        put(jobs, job.id, { openedAt: job.openedAt, signed: job.signed !== null }),
      )
    if (vehicle) await change<Sisters>(sisterKey(vehicle), (proven) => put(proven, job.id, summary.proven))
  })

/** Takes a job out of the lists. */
export const unlistJob = (jobId: string): Promise<void> =>
  locked('index', async () => {
    const known = (await read<Listed>(shardKey(jobId)))[jobId]
    await change<Listed>(shardKey(jobId), (shard) => put(shard, jobId, null))
    await change<Words>(wordsKey(jobId), (words) => put(words, jobId, null))
    await change<Listed>(OPEN, (open) => put(open, jobId, null))
    if (!known) return
    await change<OfVehicle>(vehicleKey(known.vehicleId), (jobs) => put(jobs, jobId, null))
    const vehicle = await stores.vehicles.getItem<VehicleRecord>(known.vehicleId)
    if (vehicle) await change<Sisters>(sisterKey(vehicle), (proven) => put(proven, jobId, null))
  })

/** Takes a vehicle into the lists as it stands now; null: out of them. */
export const indexVehicle = (id: string, record: VehicleRecord | null): Promise<void> =>
  locked('index', () =>
    change<Lines>(lineKey(id), (lines) => put(lines, id, record && vehicleLineOf(record))),
  )

/** A vehicle that is called or built otherwise has other sisters: what its jobs have proven goes along. */
export const moveSisters = (before: VehicleRecord, after: VehicleRecord): Promise<void> =>
  sisterKey(before) === sisterKey(after)
    ? Promise.resolve()
    : locked('index', async () => {
        const own = new Map<string, ProvenReadings>()
        await change<Sisters>(sisterKey(before), (proven) => {
          for (const [jobId, readings] of Object.entries(proven))
            if (readings.vehicleId === after.id) {
              own.set(jobId, readings)
              delete proven[jobId]
            }
          return own.size > 0
        })
        await change<Sisters>(sisterKey(after), (proven) => {
          for (const [jobId, readings] of own) proven[jobId] = readings
          return own.size > 0
        })
      })

export const openSummaries = async (): Promise<JobSummary[]> => Object.values(await read<Listed>(OPEN))
/** Every job that there is, in no order. */
export async function allSummaries(): Promise<JobSummary[]> {
  return (await everyShard<Listed>('shard', SHARDS)).flatMap((shard) => Object.values(shard))
}
const everyShard = async <T>(name: string, count: number): Promise<T[]> =>
  Promise.all(Array.from({ length: count }, (_, at) => read<T & object>(`${name}/${at}`)))

/** A line a vehicle, in no order. */
export const allVehicleLines = async (): Promise<VehicleLine[]> =>
  (await everyShard<Lines>('vehicles', LINE_SHARDS)).flatMap((lines) => Object.values(lines))
/** The words by which each job is found. */
export async function allWords(): Promise<Map<string, string>> {
  return new Map((await everyShard<Words>('words', SHARDS)).flatMap((words) => Object.entries(words)))
}
/** The same for one job. */
export const jobAsListed = async (jobId: string): Promise<{ summary: JobSummary; words: string } | null> => {
  const summary = (await read<Listed>(shardKey(jobId)))[jobId]
  return summary ? { summary, words: (await read<Words>(wordsKey(jobId)))[jobId] ?? '' } : null
}

/** When a vehicle came in, ms, the first first. */
export const visitsOf = async (vehicleId: string): Promise<{ jobId: string; openedAt: number }[]> =>
  Object.entries(await read<OfVehicle>(vehicleKey(vehicleId)))
    .map(([jobId, { openedAt }]) => ({ jobId, openedAt }))
    .sort((one, other) => one.openedAt - other.openedAt)
/** Ids of a vehicle's jobs, the first first. */
export const jobsOfVehicle = async (vehicleId: string): Promise<string[]> =>
  (await visitsOf(vehicleId)).map(({ jobId }) => jobId)
/** What this vehicle and its sisters read when they were proven. */
export const provenWith = async (vehicle: VehicleRecord): Promise<(ProvenReadings & { jobId: string })[]> =>
  Object.entries(await read<Sisters>(sisterKey(vehicle))).map(([jobId, readings]) => ({ ...readings, jobId }))

/** Jobs read between two looks of the page at what its user does. */
const AT_ONCE = 40

/** Lists being made from many jobs at once, in memory. */
export class ListMaking {
  private readonly records = new Map<string, Record<string, unknown>>([[OPEN, {}]])
  private into<T>(key: string): Record<string, T> {
    if (!this.records.has(key)) this.records.set(key, {})
    return this.records.get(key)! as Record<string, T>
  }
  job({ job, vehicle, odd }: Found): void {
    const summary = summaryOf(job, odd)
    this.into<JobSummary>(shardKey(job.id))[job.id] = summary
    this.into<string>(wordsKey(job.id))[job.id] = odd ? '' : wordsOfJob(job)
    if (!job.signed) this.into<JobSummary>(OPEN)[job.id] = summary
    this.into<OfVehicle[string]>(vehicleKey(job.vehicleId))[job.id] = {
      openedAt: job.openedAt,
      signed: job.signed !== null,
    }
    if (vehicle && summary.proven) this.into<ProvenReadings>(sisterKey(vehicle))[job.id] = summary.proven
  }
  vehicle(record: VehicleRecord): void {
    this.into<VehicleLine>(lineKey(record.id))[record.id] = vehicleLineOf(record)
  }
  /** Takes what was made into the lists that are there. */
  join = (): Promise<void> =>
    locked('index', async () => {
      const records: [string, unknown][] = []
      for (const [key, made] of this.records) records.push([key, { ...(await read(key)), ...made }])
      await putMany(stores.index, records)
    })
  /** Every record of the lists by its key, the state among them. */
  made = (): [string, unknown][] => [...this.records, [STATE, { version: VERSION }]]
}

/** Makes the lists anew from the logs where they are of another version. `load` reads one job. */
async function rebuild(load: Loader): Promise<void> {
  await stores.index.clear()
  const lists = new ListMaking()
  const ids = await stores.jobs.keys()
  for (let at = 0; at < ids.length; at += AT_ONCE)
    for (const found of await Promise.all(ids.slice(at, at + AT_ONCE).map(load))) if (found) lists.job(found)
  await stores.vehicles.iterate<unknown, void>((raw) => {
    const read = vehicleSchema.safeParse(raw)
    if (read.success) lists.vehicle(read.data)
  })
  await putMany(stores.index, lists.made())
}

/** A job as its log stands, its vehicle where that is here, and why it cannot be read where it cannot. */
export interface Found {
  job: JobView
  vehicle: VehicleRecord | null
  odd: JobSummary['odd']
}
/** Null where there is no such job. It may not throw. */
export type Loader = (jobId: string) => Promise<Found | null>

let whole: Promise<void> | null = null
/** The lists as the logs have them: made anew where they have to be, once a page. */
export function wholeIndex(load: Loader): Promise<void> {
  whole ??= (async () => {
    await locked('index', async () => {
      const state = await stores.index.getItem<{ version: string }>(STATE)
      if (state?.version !== VERSION) await rebuild(load)
    })
    for (const name of await stores.pending.keys()) {
      if (!name.startsWith(JOB_MARK)) continue
      await locked(name.slice(JOB_MARK.length), async () => {
        const found = await load(name.slice(JOB_MARK.length))
        if (found) await indexJob(found)
        else await unlistJob(name.slice(JOB_MARK.length))
        await clearPending(name)
      })
    }
  })().catch((problem: unknown) => {
    // The next page tries again; logs are whole whatever the lists are.
    whole = null
    throw problem
  })
  return whole
}
/** For tests, and after all was taken out: the next page looks again. */
export const forgetIndex = (): void => void (whole = null)
export const JOB_MARK = 'job '
