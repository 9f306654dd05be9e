/**
 * Where jobs and vehicles live: this browser's database, one key a job. A lock is held round each
 * append, since the database has no transaction across read and write. A failed write keeps the events
 * in memory, says so, and they can be saved as a file.
 */
import localforage from 'localforage'
import {
  appendEvent,
  liveEvents,
  mergeLogs,
  readEvent,
  readJobFile,
  writeJobFile,
  type Author,
  type BodyOf,
  type EventKind,
  type JobEvent,
} from '@/core/records'
import { foldJob, vehicleSchema, type JobView, type VehicleRecord, type Wait } from '@/core/job'
import type { DemoJob } from '@/core/practice'
import { photosForFile, takePhotos } from './photos'

const jobs = localforage.createInstance({ name: 'stop-start', storeName: 'jobs' })
const vehicles = localforage.createInstance({ name: 'stop-start', storeName: 'vehicles' })
const settings = localforage.createInstance({ name: 'stop-start', storeName: 'settings' })

interface StoredJob {
  vehicleId: string
  events: unknown[]
}

export type StoreProblem =
  | { kind: 'not-written'; reason: string }
  | { kind: 'not-found'; what: string }
  | { kind: 'damaged'; problem: string; at: string }
type Outcome<T> = { ok: true; value: T } | { ok: false; error: StoreProblem }

/** Events that the database refused; kept until a write succeeds or a file is saved. */
const unwritten = new Map<string, JobEvent[]>()
export const unwrittenEvents = (jobId: string): JobEvent[] => unwritten.get(jobId) ?? []

const listeners = new Set<() => void>()
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('stop-start')
channel?.addEventListener('message', () => listeners.forEach((listener) => listener()))
/** Calls back after any change, from this page or another. */
export function onStoreChange(listener: () => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
/** Tells this page and the others that something was stored. */
export function announceChange(): void {
  listeners.forEach((listener) => listener())
  channel?.postMessage('changed')
}

const queues = new Map<string, Promise<unknown>>()

/** One at a time by name: across pages where the browser has locks, else within this page. */
function locked<T>(name: string, work: () => Promise<T>): Promise<T> {
  if (typeof navigator !== 'undefined' && navigator.locks)
    return navigator.locks.request(`stop-start ${name}`, work)
  const turn = (queues.get(name) ?? Promise.resolve()).then(work, work)
  queues.set(name, turn)
  return turn
}

const reasonOf = (problem: unknown) => (problem instanceof Error ? problem.message : String(problem))

/** The whole log of a job; a damaged event is refused by name and place, never passed over. */
export async function loadLog(jobId: string): Promise<Outcome<JobEvent[]>> {
  const stored = await jobs.getItem<StoredJob>(jobId)
  if (!stored) return { ok: false, error: { kind: 'not-found', what: `job ${jobId}` } }
  const events: JobEvent[] = []
  for (const [at, raw] of stored.events.entries()) {
    const event = readEvent(raw)
    if (!event.ok)
      return {
        ok: false,
        error: { kind: 'damaged', problem: event.error.problem, at: `event ${at + 1}, ${event.error.at}` },
      }
    events.push(event.value)
  }
  return { ok: true, value: mergeLogs(events, unwrittenEvents(jobId)) }
}

/** Appends events to a job under its lock. On failure they stay in memory and the reason comes back. */
export function append<K extends EventKind>(
  jobId: string,
  additions: { kind: K; body: BodyOf<K> }[],
  by: string,
): Promise<Outcome<JobEvent[]>> {
  return locked(jobId, async () => {
    const device = await deviceId()
    const stored = (await jobs.getItem<StoredJob>(jobId)) ?? { vehicleId: '', events: [] }
    let log = [...(stored.events as JobEvent[]), ...unwrittenEvents(jobId)]
    const author: Author = { device, by }
    const fresh = additions.map(({ kind, body }) => {
      const event = appendEvent(log, jobId, kind, body, author, Date.now(), crypto.randomUUID())
      log = [...log, event]
      return event
    })
    const opened = fresh.find((event) => event.kind === 'job-opened')
    const vehicleId = opened?.kind === 'job-opened' ? opened.body.vehicleId : stored.vehicleId
    try {
      await jobs.setItem(jobId, { vehicleId, events: log })
      unwritten.delete(jobId)
      announceChange()
      return { ok: true, value: log }
    } catch (problem) {
      unwritten.set(jobId, [...unwrittenEvents(jobId), ...fresh])
      announceChange()
      return { ok: false, error: { kind: 'not-written', reason: reasonOf(problem) } }
    }
  })
}

export async function undo(jobId: string, eventId: string, reason: string, by: string) {
  return append(jobId, [{ kind: 'event-undone', body: { eventId, reason } }], by)
}

let device: string | null = null
async function deviceId(): Promise<string> {
  device ??= await settings.getItem<string>('device')
  if (!device) {
    device = `tablet-${crypto.randomUUID().slice(0, 8)}`
    await settings.setItem('device', device).catch(() => undefined)
  }
  return device
}

export interface ListedJob {
  job: JobView
  vehicle: VehicleRecord | null
  problem: StoreProblem | null
}

export async function listJobs(): Promise<ListedJob[]> {
  const ids = await jobs.keys()
  const known = new Map((await listVehicles()).map((vehicle) => [vehicle.id, vehicle]))
  return Promise.all(
    ids.map(async (id): Promise<ListedJob> => {
      const log = await loadLog(id)
      if (!log.ok) return { job: foldJob(id, []), vehicle: null, problem: log.error }
      const vehicle = known.get(foldJob(id, log.value).vehicleId) ?? null
      return { job: foldJob(id, log.value, vehicle ?? undefined), vehicle, problem: null }
    }),
  )
}

export interface OpenWait {
  jobId: string
  unit: string
  wait: Wait
}
/** Events that say which waits run. */
const OF_WAITS: ReadonlySet<string> = new Set<EventKind>([
  'job-opened',
  'complaint-remains',
  'plan-made',
  'step-done',
  'proof-noted',
  'wait-started',
  'wait-ended',
  'job-signed',
  'event-undone',
])

/** Waits that nobody has ended, of all jobs that are not signed. Of each log only what decides is read: this is asked for on every page. */
export async function openWaits(): Promise<OpenWait[]> {
  const found: OpenWait[] = []
  await jobs.iterate<StoredJob, void>((stored, jobId) => {
    const events = stored.events
      .filter((raw) => OF_WAITS.has((raw as { kind?: string }).kind ?? ''))
      .map(readEvent)
      .flatMap((event) => (event.ok ? [event.value] : []))
    const job = foldJob(jobId, events)
    if (!job.signed)
      found.push(...job.waits.filter((wait) => !wait.ended).map((wait) => ({ jobId, unit: job.unit, wait })))
  })
  return found
}

export async function listVehicles(): Promise<VehicleRecord[]> {
  const found: VehicleRecord[] = []
  await vehicles.iterate<unknown, void>((raw) => {
    const parsed = vehicleSchema.safeParse(raw)
    if (parsed.success) found.push(parsed.data)
  })
  return found.sort((one, other) => (one.unit < other.unit ? -1 : 1))
}

export async function loadVehicle(id: string): Promise<Outcome<VehicleRecord>> {
  const parsed = vehicleSchema.safeParse(await vehicles.getItem(id))
  return parsed.success
    ? { ok: true, value: parsed.data }
    : { ok: false, error: { kind: 'not-found', what: `vehicle ${id}` } }
}

export async function saveVehicle(vehicle: VehicleRecord): Promise<Outcome<VehicleRecord>> {
  const parsed = vehicleSchema.safeParse(vehicle)
  if (!parsed.success)
    return {
      ok: false,
      error: {
        kind: 'damaged',
        problem: parsed.error.issues[0]!.message,
        at: parsed.error.issues[0]!.path.map(String).join('.'),
      },
    }
  try {
    await vehicles.setItem(vehicle.id, parsed.data)
    announceChange()
    return { ok: true, value: parsed.data }
  } catch (problem) {
    return { ok: false, error: { kind: 'not-written', reason: reasonOf(problem) } }
  }
}

/** The job as the text of a file, with its own photos and with events that the database refused. */
export async function exportJob(jobId: string): Promise<Outcome<string>> {
  const log = await loadLog(jobId)
  if (!log.ok) return log
  const job = foldJob(jobId, log.value)
  const photos = await photosForFile(job.photos.map((photo) => photo.photoId))
  return {
    ok: true,
    value: writeJobFile({ jobId, vehicle: await vehicles.getItem(job.vehicleId), events: log.value, photos }),
  }
}

export type ImportOutcome =
  { ok: true; jobId: string; added: number; photosLost: number } | { ok: false; problem: string; at: string }

/** Takes a job from a file: new, or merged with the one that is here. A refused file changes nothing. */
export async function importJob(content: string): Promise<ImportOutcome> {
  const file = readJobFile(content)
  if (!file.ok) return { ok: false, problem: file.error.problem, at: file.error.at }
  const vehicle = vehicleSchema.safeParse(file.value.vehicle)
  if (!vehicle.success)
    return {
      ok: false,
      problem: vehicle.error.issues[0]!.message,
      at: `vehicle.${vehicle.error.issues[0]!.path.map(String).join('.')}`,
    }
  return locked(file.value.jobId, async () => {
    const here = await jobs.getItem<StoredJob>(file.value.jobId)
    const before = (here?.events ?? []) as JobEvent[]
    const merged = mergeLogs(before, file.value.events)
    try {
      if (!(await vehicles.getItem(vehicle.data.id))) await vehicles.setItem(vehicle.data.id, vehicle.data)
      await jobs.setItem(file.value.jobId, { vehicleId: vehicle.data.id, events: merged })
    } catch (problem) {
      return { ok: false, problem: reasonOf(problem), at: 'this browser’s database' } as const
    }
    const photosLost = await takePhotos(file.value.photos)
    announceChange()
    return { ok: true, jobId: file.value.jobId, added: merged.length - before.length, photosLost } as const
  })
}

/** Puts the demo vehicles and jobs in; leaves what is there alone. */
export async function addDemoData(demo: DemoJob[]): Promise<void> {
  for (const { vehicle, events } of demo) {
    await vehicles.setItem(vehicle.id, vehicle)
    const jobId = events[0]!.jobId
    if (!(await jobs.getItem(jobId))) await jobs.setItem(jobId, { vehicleId: vehicle.id, events })
  }
  await settings.setItem('demo', 'present')
  announceChange()
}

/** Takes the demo vehicles and jobs out again; own jobs stay. */
export async function removeDemoData(): Promise<void> {
  for (const id of await jobs.keys()) if (id.startsWith('demo-job-')) await jobs.removeItem(id)
  for (const id of await vehicles.keys()) if (id.startsWith('demo-vehicle-')) await vehicles.removeItem(id)
  await settings.setItem('demo', 'removed')
  announceChange()
}

export const demoState = (): Promise<'present' | 'removed' | null> => settings.getItem('demo')

/** On the first visit of a demo server the demo data are put in; later visits respect what the person chose. */
export async function firstVisit(demo: () => Promise<DemoJob[]>): Promise<void> {
  if ((await demoState()) !== null) return
  const answer = await fetch('/api/start')
    .then((reply) => (reply.ok ? (reply.json() as Promise<{ demo: boolean }>) : { demo: false }))
    .catch(() => ({ demo: false }))
  if (answer.demo) await locked('demo', async () => addDemoData(await demo()))
}

export const liveLog = liveEvents
