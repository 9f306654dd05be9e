/**
 * Where jobs and vehicles live: this browser's database, one key a job. A lock is held round each
 * append, since the database has no transaction across read and write. A failed write keeps the events
 * in memory, says so, and they can be saved as a file.
 */
import localforage from 'localforage'
import {
  appendEvent,
  liveEvents,
  mergeFile,
  mergeLogs,
  readEvent,
  readJobFile,
  readLog,
  refusalOf,
  signatureOf,
  writeJobFile,
  type Author,
  type BodyOf,
  type EventKind,
  type JobEvent,
  type Left,
  type SetAside,
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
  /** `full`: this browser gives no more room. The entries are kept in the page. */
  | { kind: 'not-written'; cause: 'full' | 'other'; reason: string }
  /** It could not be read back, so it is not stored; nothing changed. */
  | { kind: 'refused'; entry: string; field: string; problem: string }
  | { kind: 'not-found'; what: string }
  | { kind: 'damaged'; problem: string; at: string }
type Outcome<T> = { ok: true; value: T } | { ok: false; error: StoreProblem }

/** Events that the database refused; kept until a write succeeds or a file is saved. */
const unwritten = new Map<string, JobEvent[]>()
export const unwrittenEvents = (jobId: string): JobEvent[] => unwritten.get(jobId) ?? []

/** Unwritten entries by job that other pages of this tablet hold, by page. */
const elsewhere = new Map<string, Record<string, number>>()
/** How many entries of a job are not written, on this page and on others. */
export function unwrittenCount(jobId: string): { here: number; elsewhere: number } {
  const others = [...elsewhere.values()].reduce((sum, page) => sum + (page[jobId] ?? 0), 0)
  return { here: unwrittenEvents(jobId).length, elsewhere: others }
}
/** Is anything on this page not written? Leaving would lose it. */
export const hasUnwritten = (): boolean => [...unwritten.values()].some((events) => events.length > 0)

const listeners = new Set<() => void>()
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('stop-start')
type Message = 'changed' | 'who has unwritten' | { page: string; unwritten: Record<string, number> }
const page = typeof crypto === 'undefined' ? 'page' : crypto.randomUUID()
const tellUnwritten = () =>
  channel?.postMessage({
    page,
    unwritten: Object.fromEntries([...unwritten].map(([jobId, events]) => [jobId, events.length])),
  } satisfies Message)
channel?.addEventListener('message', ({ data }: MessageEvent<Message>) => {
  if (data === 'who has unwritten') return hasUnwritten() ? tellUnwritten() : undefined
  if (data !== 'changed') elsewhere.set(data.page, data.unwritten)
  listeners.forEach((listener) => listener())
})
channel?.postMessage('who has unwritten' satisfies Message)

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
/** A full disk is told by the name of what is thrown: its message may be empty. */
const isFull = (problem: unknown): boolean =>
  typeof problem === 'object' &&
  problem !== null &&
  'name' in problem &&
  ['QuotaExceededError', 'NS_ERROR_DOM_QUOTA_REACHED'].includes(String(problem.name))
const notWritten = (problem: unknown): { ok: false; error: StoreProblem } => ({
  ok: false,
  error: { kind: 'not-written', cause: isFull(problem) ? 'full' : 'other', reason: reasonOf(problem) },
})

const isRecord = (stored: unknown): stored is StoredJob =>
  typeof stored === 'object' && stored !== null && Array.isArray((stored as StoredJob).events)

export interface LoadedLog {
  events: JobEvent[]
  /** What could not be read: kept as it is, and named. */
  aside: SetAside[]
}

/** The log of a job. An event that cannot be read is set aside by name and place, and the rest stands. */
export async function loadJob(jobId: string): Promise<Outcome<LoadedLog>> {
  const stored = await jobs.getItem<unknown>(jobId)
  if (!stored) {
    const fresh = unwrittenEvents(jobId)
    return fresh.length > 0
      ? { ok: true, value: { events: fresh, aside: [] } }
      : { ok: false, error: { kind: 'not-found', what: `job ${jobId}` } }
  }
  if (!isRecord(stored))
    return { ok: false, error: { kind: 'damaged', problem: 'it holds no list of entries', at: 'the record' } }
  const { events, aside } = readLog(stored.events)
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

/** Appends events to a job under its lock. What could not be read back is refused and named; what the database does not take stays in memory. */
export function append<K extends EventKind>(
  jobId: string,
  additions: { kind: K; body: BodyOf<K> }[],
  by: string,
): Promise<Outcome<JobEvent[]>> {
  return locked(jobId, async () => {
    let fresh: JobEvent[] = []
    try {
      const device = await deviceId()
      const found = await jobs.getItem<unknown>(jobId)
      const stored: StoredJob = isRecord(found) ? found : { vehicleId: '', events: [] }
      let log = mergeLogs(readLog(stored.events).events, unwrittenEvents(jobId))
      const author: Author = { device, by }
      for (const { kind, body } of additions) {
        const event = appendEvent(log, jobId, kind, body, author, Date.now(), crypto.randomUUID())
        const refused = refusalOf(event) ?? undoesSigned(log, event)
        if (refused)
          return {
            ok: false,
            error: { kind: 'refused', entry: kind, field: refused.at, problem: refused.problem },
          } as const
        log = [...log, event]
        fresh = [...fresh, event]
      }
      const opened = fresh.find((event) => event.kind === 'job-opened')
      const vehicleId = opened?.kind === 'job-opened' ? opened.body.vehicleId : stored.vehicleId
      await jobs.setItem(jobId, {
        vehicleId,
        events: [...stored.events, ...unwrittenEvents(jobId), ...fresh],
      })
      unwritten.delete(jobId)
      tellUnwritten()
      announceChange()
      void askToPersist()
      return { ok: true, value: log } as const
    } catch (problem) {
      // Where not even reading worked the entries are made from what this page holds.
      const kept = fresh.length > 0 ? fresh : madeHere(jobId, additions, by)
      unwritten.set(jobId, [...unwrittenEvents(jobId), ...kept])
      tellUnwritten()
      announceChange()
      return notWritten(problem)
    }
  })
}

/** Entries without the store, by a device of this page: they sort and merge like any. */
function madeHere<K extends EventKind>(
  jobId: string,
  additions: { kind: K; body: BodyOf<K> }[],
  by: string,
): JobEvent[] {
  let log = unwrittenEvents(jobId)
  const author: Author = { device: device ?? `page-${page.slice(0, 8)}`, by }
  const made: JobEvent[] = []
  for (const { kind, body } of additions) {
    const event = appendEvent(log, jobId, kind, body, author, Date.now(), crypto.randomUUID())
    if (refusalOf(event)) continue
    log = [...log, event]
    made.push(event)
  }
  return made
}

/** What was signed is not undone: a new job says what is different. */
function undoesSigned(log: JobEvent[], event: JobEvent): { at: string; problem: string } | null {
  if (event.kind !== 'event-undone') return null
  return signatureOf(log)?.covers.has(event.body.eventId)
    ? { at: 'eventId', problem: 'it is signed: open a new job and say there what is different' }
    : null
}

let asked = false
/** Asks the browser once not to clear this by itself when room runs short. */
async function askToPersist(): Promise<void> {
  if (asked || typeof navigator === 'undefined' || !navigator.storage?.persist) return
  asked = true
  await navigator.storage.persist().catch(() => false)
}

export interface Storage {
  /** The browser's database, or the small store that it falls back to. */
  where: 'database' | 'small store'
  /** Kept until somebody clears it; else the browser may when room runs short. */
  kept: boolean
}
export async function storageInUse(): Promise<Storage> {
  await jobs.ready()
  const persisted =
    typeof navigator !== 'undefined' && navigator.storage?.persisted
      ? await navigator.storage.persisted().catch(() => false)
      : false
  return { where: jobs.driver() === localforage.INDEXEDDB ? 'database' : 'small store', kept: persisted }
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

/** Every job, each read by itself: one that cannot be read is listed with what is wrong. */
export async function listJobs(): Promise<ListedJob[]> {
  const ids = await jobs.keys()
  const known = new Map((await listVehicles()).map((vehicle) => [vehicle.id, vehicle]))
  const odd = (id: string, problem: StoreProblem): ListedJob => ({
    job: foldJob(id, []),
    vehicle: null,
    problem,
  })
  return Promise.all(
    ids.map(async (id): Promise<ListedJob> => {
      try {
        const log = await loadLog(id)
        if (!log.ok) return odd(id, log.error)
        const vehicle = known.get(foldJob(id, log.value).vehicleId) ?? null
        return { job: foldJob(id, log.value, vehicle ?? undefined), vehicle, problem: null }
      } catch (problem) {
        return odd(id, { kind: 'damaged', problem: reasonOf(problem), at: 'its entries' })
      }
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
  await jobs.iterate<unknown, void>((stored, jobId) => {
    if (!isRecord(stored)) return
    const events = stored.events
      .filter((raw) => OF_WAITS.has((raw as { kind?: string } | null)?.kind ?? ''))
      .map(readEvent)
      .flatMap((event) => (event.ok ? [event.value] : []))
    try {
      const job = foldJob(jobId, events)
      if (!job.signed)
        found.push(
          ...job.waits.filter((wait) => !wait.ended).map((wait) => ({ jobId, unit: job.unit, wait })),
        )
    } catch {
      // Today names a job that cannot be read; its waits are not known.
    }
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
    return notWritten(problem)
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

/** The record of a job as it is stored, readable or not: for whoever puts it right. */
export async function exportRaw(jobId: string): Promise<string> {
  const stored = await jobs.getItem<unknown>(jobId)
  return JSON.stringify({ jobId, stored, unwritten: unwrittenEvents(jobId) }, null, 1)
}

const setAsides = localforage.createInstance({ name: 'stop-start', storeName: 'aside' })

/** Takes a record that cannot be read out of the lists; it is kept beside them as it is. */
export async function setAside(jobId: string): Promise<Outcome<null>> {
  return locked(jobId, async () => {
    try {
      await setAsides.setItem(`${jobId} ${Date.now()}`, await jobs.getItem<unknown>(jobId))
      await jobs.removeItem(jobId)
      announceChange()
      return { ok: true, value: null } as const
    } catch (problem) {
      return notWritten(problem)
    }
  })
}

export type ImportOutcome =
  | { ok: true; jobId: string; added: number; left: Left[]; healed: number; photosLost: number }
  | { ok: false; problem: string; at: string }

/** Takes a job from a file: new, or merged with the one that is here; a good file puts right what cannot be read here. A refused file changes nothing. */
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
  const { jobId, events, photos } = file.value
  return locked(jobId, async () => {
    const found = await jobs.getItem<unknown>(jobId)
    const here = readLog(isRecord(found) ? found.events : [])
    const merged = mergeFile(mergeLogs(here.events, unwrittenEvents(jobId)), events, Date.now())
    if (!merged.ok) return merged
    const idOf = (raw: unknown) => String((raw as { id?: unknown } | null)?.id)
    const stored = isRecord(found) ? found.events : []
    const inFile = new Set(events.map((event) => event.id))
    const healed = new Set(here.aside.filter(({ raw }) => inFile.has(idOf(raw))).map(({ raw }) => raw))
    // What is stored stays as it was written; only what could not be read gives way.
    const kept = stored.filter((raw) => !healed.has(raw))
    const had = new Set(kept.map(idOf))
    try {
      if (!(await vehicles.getItem(vehicle.data.id))) await vehicles.setItem(vehicle.data.id, vehicle.data)
      await jobs.setItem(jobId, {
        vehicleId: vehicle.data.id,
        events: [...kept, ...merged.log.filter((event) => !had.has(event.id))],
      })
    } catch (problem) {
      return {
        ok: false,
        problem: isFull(problem)
          ? 'this browser gives no more room: save what is here as files and clear some space'
          : `the browser did not take it: ${reasonOf(problem)}`,
        at: 'this tablet',
      } as const
    }
    unwritten.delete(jobId)
    tellUnwritten()
    const photosLost = await takePhotos(photos)
    announceChange()
    return {
      ok: true,
      jobId,
      added: merged.added,
      left: merged.left,
      healed: healed.size,
      photosLost,
    } as const
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
