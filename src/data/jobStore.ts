/** Jobs: a log each. A lock is held round each append; a failed write keeps the entries in the page and says so. */
import {
  appendEvent,
  mergeLogs,
  readEvent,
  refusalOf,
  signatureOf,
  type Author,
  type BodyOf,
  type EventKind,
  type JobEvent,
  type SetAside,
} from '@/core/records'
import { foldJob, vehicleSchema, type VehicleRecord } from '@/core/job'
import { announceChange, keepUnwritten, page, unwrittenEvents } from './changes'
import { withRoom } from './caches'
import { packed, unpacked } from './captureStore'
import {
  askToPersist,
  clearPending,
  deviceHere,
  deviceId,
  locked,
  markPending,
  notWritten,
  reasonOf,
  stores,
  type Outcome,
} from './database'
import { JOB_MARK, indexJob, type Found } from './jobIndex'
import { settlePhotos } from './photos'
import { loadVehicle } from './vehicleStore'

export interface StoredJob {
  vehicleId: string
  events: unknown[]
}
export const isRecord = (stored: unknown): stored is StoredJob =>
  typeof stored === 'object' && stored !== null && Array.isArray((stored as StoredJob).events)

/** Entries of the jobs in hand as they were read: an entry never changes, so it is checked once a page. */
const read = new Map<string, Map<string, JobEvent>>()
const MOST_JOBS_READ = 8

const idOf = (raw: unknown): string => String((raw as { id?: unknown } | null)?.id)

/** Reads stored events one by one: what cannot be read is set aside, and the rest stands. */
export function readStored(
  jobId: string,
  stored: readonly unknown[],
): { events: JobEvent[]; aside: SetAside[] } {
  const known = read.get(jobId) ?? new Map<string, JobEvent>()
  read.delete(jobId)
  read.set(jobId, known)
  if (read.size > MOST_JOBS_READ) read.delete(read.keys().next().value!)
  const events: JobEvent[] = []
  const aside: SetAside[] = []
  stored.forEach((raw, index) => {
    const before = known.get(idOf(raw))
    if (before) return events.push(before)
    const event = readEvent(raw)
    if (!event.ok) return aside.push({ index, raw, problem: event.error.problem, at: event.error.at })
    known.set(event.value.id, event.value)
    return events.push(event.value)
  })
  return { events, aside }
}
/** What is stored was changed other than by an append. */
export const forgetRead = (jobId: string): void => void read.delete(jobId)

export interface LoadedLog {
  events: JobEvent[]
  /** What could not be read: kept as it is, and named. */
  aside: SetAside[]
}

/** The log of a job. An event that cannot be read is set aside by name and place, and the rest stands. */
export async function loadJob(jobId: string): Promise<Outcome<LoadedLog>> {
  const stored = await stores.jobs.getItem<unknown>(jobId)
  if (!stored) {
    const fresh = unwrittenEvents(jobId)
    return fresh.length > 0
      ? { ok: true, value: { events: fresh, aside: [] } }
      : { ok: false, error: { kind: 'not-found', what: `job ${jobId}` } }
  }
  if (!isRecord(stored))
    return { ok: false, error: { kind: 'damaged', problem: 'it holds no list of entries', at: 'the record' } }
  const { events, aside } = readStored(jobId, await unpacked(stored.events))
  if (events.length === 0 && aside.length > 0)
    return {
      ok: false,
      error: { kind: 'damaged', problem: aside[0]!.problem, at: `entry 1, ${aside[0]!.at}` },
    }
  return { ok: true, value: { events: mergeLogs(events, unwrittenEvents(jobId)), aside } }
}

/** The readable events alone. */
export async function loadLog(jobId: string): Promise<Outcome<JobEvent[]>> {
  const loaded = await loadJob(jobId)
  return loaded.ok ? { ok: true, value: loaded.value.events } : loaded
}

/** Where its vehicle is neither here nor readable. */
const noVehicle = (jobId: string, events: JobEvent[]): string => foldJob(jobId, events.slice(0, 1)).vehicleId

/** A job folded with its vehicle, for lists; one that cannot be read is listed with what is wrong. */
export async function findJob(jobId: string): Promise<Found | null> {
  const odd = (problem: string, at: string): Found => ({
    job: foldJob(jobId, []),
    vehicle: null,
    odd: { problem, at },
  })
  try {
    const log = await loadLog(jobId)
    if (!log.ok)
      return log.error.kind === 'damaged'
        ? odd(log.error.problem, log.error.at)
        : log.error.kind === 'not-found'
          ? null
          : odd('it could not be read', 'its entries')
    return { ...(await folded(jobId, log.value)), odd: null }
  } catch (problem) {
    return odd(reasonOf(problem), 'its entries')
  }
}

async function folded(jobId: string, events: JobEvent[]) {
  const found = await loadVehicle(vehicleIdOf(events) ?? noVehicle(jobId, events))
  const vehicle: VehicleRecord | null = found.ok ? found.value : null
  return { job: foldJob(jobId, events, vehicle ?? undefined), vehicle }
}
/** The vehicle that the job was opened on. */
export const vehicleIdOf = (events: JobEvent[]): string | null =>
  events.flatMap((event) => (event.kind === 'job-opened' ? [event.body.vehicleId] : [])).at(-1) ?? null

type Addition<K extends EventKind> = { kind: K; body: BodyOf<K> }

/** The entries that the additions make at the end of a log; stops at the first that could not be read back. */
function made<K extends EventKind>(log: JobEvent[], jobId: string, additions: Addition<K>[], author: Author) {
  let all = log
  const fresh: JobEvent[] = []
  for (const { kind, body } of additions) {
    const event = appendEvent(all, jobId, kind, body, author, Date.now(), crypto.randomUUID())
    const refused = refusalOf(event) ?? undoesSigned(all, event)
    if (refused)
      return {
        fresh,
        refused: { kind: 'refused', entry: kind, field: refused.at, problem: refused.problem } as const,
      }
    all = [...all, event]
    fresh.push(event)
  }
  return { fresh, refused: null }
}

/** Appends events to a job under its lock. What could not be read back is refused and named; what the database does not take stays in memory. */
export function append<K extends EventKind>(
  jobId: string,
  additions: Addition<K>[],
  by: string,
): Promise<Outcome<JobEvent[]>> {
  return locked(jobId, async () => {
    let fresh: JobEvent[] = []
    try {
      const device = await deviceId()
      const found = await stores.jobs.getItem<unknown>(jobId)
      const stored: StoredJob = isRecord(found) ? found : { vehicleId: '', events: [] }
      const waiting = unwrittenEvents(jobId)
      const log = mergeLogs(readStored(jobId, await unpacked(stored.events)).events, waiting)
      const outcome = made(log, jobId, additions, { device, by })
      if (outcome.refused) return { ok: false, error: outcome.refused } as const
      fresh = outcome.fresh
      await withRoom(async () => {
        await markPending(`${JOB_MARK}${jobId}`)
        await stores.jobs.setItem(jobId, {
          vehicleId: vehicleIdOf(fresh) ?? stored.vehicleId,
          events: [...stored.events, ...(await packed([...waiting, ...fresh]))],
        } satisfies StoredJob)
      })
      keepUnwritten(jobId, [])
      announceChange({ of: 'job', id: jobId })
      await listAgain(jobId, [...log, ...fresh])
      // A mark that stays costs nothing: the entries are on disk, and must not be taken for unwritten.
      await settlePhotos(fresh).catch(() => undefined)
      announceChange({ of: 'lists' })
      void askToPersist()
      return { ok: true, value: [...log, ...fresh] } as const
    } catch (problem) {
      // Where not even reading worked the entries are made from what this page holds.
      const held = unwrittenEvents(jobId)
      const kept =
        fresh.length > 0 ? fresh : made(held, jobId, additions, { device: deviceHere(page), by }).fresh
      keepUnwritten(jobId, [...held, ...kept])
      announceChange({ of: 'job', id: jobId })
      return notWritten(problem)
    }
  })
}

/** Takes a job into the lists as it stands. Where they refuse, its mark stays and the next page does it. */
export async function listAgain(jobId: string, events: JobEvent[]): Promise<void> {
  try {
    await indexJob({ ...(await folded(jobId, events)), odd: null })
    await clearPending(`${JOB_MARK}${jobId}`)
  } catch {
    // The entries are on disk; the lists are made from them.
  }
}

/** What was signed is not undone: a new job says what is different. */
function undoesSigned(log: JobEvent[], event: JobEvent): { at: string; problem: string } | null {
  if (event.kind !== 'event-undone') return null
  return signatureOf(log)?.covers.has(event.body.eventId)
    ? { at: 'eventId', problem: 'it is signed: open a new job and say there what is different' }
    : null
}

export async function undo(jobId: string, eventId: string, reason: string, by: string) {
  return append(jobId, [{ kind: 'event-undone', body: { eventId, reason } }], by)
}

/** The vehicle of a job as its record is stored, readable or not. */
export const storedVehicle = async (id: string): Promise<unknown> => {
  const raw = await stores.vehicles.getItem(id)
  const parsed = vehicleSchema.safeParse(raw)
  return parsed.success ? parsed.data : raw
}
