/**
 * The stores of this browser's database, and what goes wrong with them. Logs are the truth: `jobs` a log a
 * job, `vehicleLogs` a log a vehicle, `captures` the long channels of captures by event, `parts` facts of parts. All else can be
 * made anew from them: `vehicles` what each vehicle's log comes to, `index` summaries and lists. A mark in
 * `pending` says what is being written, so that a page that was cut off is put right by the next.
 */
import localforage from 'localforage'

const store = (storeName: string) => localforage.createInstance({ name: 'stop-start', storeName })
export const stores = {
  jobs: store('jobs'),
  vehicles: store('vehicles'),
  vehicleLogs: store('vehicle-logs'),
  captures: store('captures'),
  parts: store('parts'),
  index: store('index'),
  pending: store('pending'),
  settings: store('settings'),
  aside: store('aside'),
}

export type StoreProblem =
  /** `full`: this browser gives no more room. The entries are kept in the page. */
  | { kind: 'not-written'; cause: 'full' | 'other'; reason: string }
  /** It could not be read back, so it is not stored; nothing changed. */
  | { kind: 'refused'; entry: string; field: string; problem: string }
  | { kind: 'not-found'; what: string }
  | { kind: 'damaged'; problem: string; at: string }
export type Outcome<T> = { ok: true; value: T } | { ok: false; error: StoreProblem }

export const reasonOf = (problem: unknown) => (problem instanceof Error ? problem.message : String(problem))

/** A full disk is told by the name of what is thrown: its message may be empty. */
export const isFull = (problem: unknown): boolean =>
  typeof problem === 'object' &&
  problem !== null &&
  'name' in problem &&
  ['QuotaExceededError', 'NS_ERROR_DOM_QUOTA_REACHED'].includes(String(problem.name))

export const notWritten = (problem: unknown): { ok: false; error: StoreProblem } => ({
  ok: false,
  error: { kind: 'not-written', cause: isFull(problem) ? 'full' : 'other', reason: reasonOf(problem) },
})

/**
 * Writes many records of one store. Where the browser's database holds it, all in one transaction, which is some
 * ten times as fast as one each; else one after the other.
 */
export async function putMany(
  into: LocalForage,
  records: readonly (readonly [string, unknown])[],
): Promise<void> {
  await into.ready()
  const { name, storeName } = into.config()
  if (into.driver() !== localforage.INDEXEDDB || !name || !storeName) {
    for (const [key, value] of records) await into.setItem(key, value)
    return
  }
  const base = await opened(name)
  try {
    await new Promise<void>((resolve, reject) => {
      const write = base.transaction([storeName], 'readwrite')
      for (const [key, value] of records) write.objectStore(storeName).put(value, key)
      write.oncomplete = () => resolve()
      write.onabort = () => reject(write.error ?? new Error('the write was broken off'))
    })
  } finally {
    base.close()
  }
}

const opened = (name: string): Promise<IDBDatabase> =>
  new Promise((resolve, reject) => {
    const opening = indexedDB.open(name)
    opening.onsuccess = () => resolve(opening.result)
    opening.onerror = () => reject(opening.error ?? new Error('the database does not open'))
  })

const queues = new Map<string, Promise<unknown>>()

/** One at a time by name: across pages where the browser has locks, else within this page. */
export function locked<T>(name: string, work: () => Promise<T>): Promise<T> {
  if (typeof navigator !== 'undefined' && navigator.locks)
    return navigator.locks.request(`stop-start ${name}`, work)
  const turn = (queues.get(name) ?? Promise.resolve()).then(work, work)
  queues.set(name, turn)
  return turn
}

/** Marks a record as being written; a mark that stays names what the next page puts right. */
export const markPending = (name: string): Promise<unknown> => stores.pending.setItem(name, true)
export const clearPending = (name: string): Promise<void> => stores.pending.removeItem(name)

/** Who writes: this tablet, and a name for it that is made once. */
let device: string | null = null
export async function deviceId(): Promise<string> {
  device ??= await stores.settings.getItem<string>('device')
  if (!device) {
    device = `tablet-${crypto.randomUUID().slice(0, 8)}`
    await stores.settings.setItem('device', device).catch(() => undefined)
  }
  return device
}
/** The same where the database does not answer: by this page alone. */
export const deviceHere = (page: string): string => device ?? `page-${page.slice(0, 8)}`

let asked = false
/** Asks the browser once not to clear this by itself when room runs short. */
export async function askToPersist(): Promise<void> {
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
  await stores.jobs.ready()
  const persisted =
    typeof navigator !== 'undefined' && navigator.storage?.persisted
      ? await navigator.storage.persisted().catch(() => false)
      : false
  return {
    where: stores.jobs.driver() === localforage.INDEXEDDB ? 'database' : 'small store',
    kept: persisted,
  }
}
