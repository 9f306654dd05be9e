/** Jobs as files, in and out, and records that cannot be read. */
import { mergeFile, mergeLogs, readJobFile, writeJobFile, type JobFile, type Left } from '@/core/records'
import {
  beginLog,
  foldJob,
  foldVehicle,
  readFacts,
  vehicleSchema,
  wordsBetween,
  type VehicleRecord,
} from '@/core/job'
import { withRoom } from './caches'
import { packed, unpacked } from './captureStore'
import { announceChange, keepUnwritten, unwrittenEvents } from './changes'
import {
  clearPending,
  isFull,
  locked,
  markPending,
  notWritten,
  reasonOf,
  stores,
  type Outcome,
} from './database'
import { JOB_MARK, unlistJob } from './jobIndex'
import {
  forgetRead,
  isRecord,
  listAgain,
  loadJob,
  readStored,
  storedVehicle,
  type StoredJob,
} from './jobStore'
import { photosForFile, takePhotos } from './photos'
import { loadVehicle, mergeVehicle, vehicleFacts } from './vehicleStore'

/** The job as the text of a file, with its own photos, with events that the database refused and with what cannot be read here. */
export async function exportJob(jobId: string): Promise<Outcome<string>> {
  const loaded = await loadJob(jobId)
  if (!loaded.ok) return loaded
  const { events, aside } = loaded.value
  const job = foldJob(jobId, events)
  const photos = await photosForFile(job.photos.map((photo) => photo.photoId))
  return {
    ok: true,
    value: writeJobFile({
      jobId,
      vehicle: await storedVehicle(job.vehicleId),
      events,
      photos,
      ...(aside.length > 0 && { odd: aside.map(({ raw }) => raw) }),
      vehicleFacts: await vehicleFacts(job.vehicleId),
    }),
  }
}

/** The record of a job as it is stored, readable or not: for whoever puts it right. */
export async function exportRaw(jobId: string): Promise<string> {
  const stored = await stores.jobs.getItem<unknown>(jobId)
  const whole = isRecord(stored) ? { ...stored, events: await unpacked(stored.events) } : stored
  return JSON.stringify({ jobId, stored: whole, unwritten: unwrittenEvents(jobId) }, null, 1)
}

/** Takes a record that cannot be read out of the lists; it is kept beside them as it is. */
export async function setAside(jobId: string): Promise<Outcome<null>> {
  return locked(jobId, async () => {
    try {
      await stores.aside.setItem(`${jobId} ${Date.now()}`, await stores.jobs.getItem<unknown>(jobId))
      await stores.jobs.removeItem(jobId)
      forgetRead(jobId)
      await unlistJob(jobId)
      announceChange({ of: 'job', id: jobId })
      announceChange({ of: 'lists' })
      return { ok: true, value: null } as const
    } catch (problem) {
      return notWritten(problem)
    }
  })
}

export type ImportOutcome =
  | {
      ok: true
      jobId: string
      added: number
      left: Left[]
      healed: number
      photosLost: number
      /** Entries that this version cannot read, kept as they are. */
      odd: number
      /** What the file says otherwise of a vehicle that is here, by field; a file of before vehicles had logs. */
      vehicleUnlike: string[]
    }
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
  return locked(file.value.jobId, () => takeIn(file.value, vehicle.data))
}

const idOf = (raw: unknown) => String((raw as { id?: unknown } | null)?.id ?? JSON.stringify(raw))

async function takeIn(file: JobFile, vehicle: VehicleRecord): Promise<ImportOutcome> {
  const { jobId, events, photos } = file
  const found = await stores.jobs.getItem<unknown>(jobId)
  const stored = isRecord(found) ? found.events : []
  const here = readStored(jobId, await unpacked(stored))
  const merged = mergeFile(mergeLogs(here.events, unwrittenEvents(jobId)), events, Date.now())
  if (!merged.ok) return merged
  const inFile = new Set(events.map((event) => event.id))
  const healed = new Set(here.aside.filter(({ raw }) => inFile.has(idOf(raw))).map(({ index }) => index))
  // What is stored stays as it was written; only what could not be read gives way.
  const kept = stored.filter((_, index) => !healed.has(index))
  const had = new Set(kept.map(idOf))
  const odd = file.odd.filter((raw) => !had.has(idOf(raw)))
  let vehicleUnlike: string[]
  try {
    vehicleUnlike = await takeVehicle(file, vehicle)
    await withRoom(async () => {
      await markPending(`${JOB_MARK}${jobId}`)
      await stores.jobs.setItem(jobId, {
        vehicleId: vehicle.id,
        events: [...kept, ...(await packed(merged.log.filter((event) => !had.has(event.id)))), ...odd],
      } satisfies StoredJob)
    })
  } catch (problem) {
    await clearPending(`${JOB_MARK}${jobId}`).catch(() => undefined)
    return {
      ok: false,
      problem: isFull(problem)
        ? 'this browser gives no more room: save what is here as files and clear some space'
        : `the browser did not take it: ${reasonOf(problem)}`,
      at: 'this tablet',
    }
  }
  forgetRead(jobId)
  keepUnwritten(jobId, [])
  await listAgain(jobId, merged.log)
  const photosLost = await takePhotos(photos)
  announceChange({ of: 'job', id: jobId })
  announceChange({ of: 'lists' })
  return {
    ok: true,
    jobId,
    added: merged.added,
    left: merged.left,
    healed: healed.size,
    photosLost,
    odd: odd.length,
    vehicleUnlike,
  }
}

/** Merges what a file says of its vehicle with what is here; names what a file without its log says otherwise. */
async function takeVehicle(file: JobFile, vehicle: VehicleRecord): Promise<string[]> {
  // Facts of another vehicle, or that begin none, say nothing here: the record of the file does.
  const own = readFacts(file.vehicleFacts).filter((fact) => fact.vehicleId === vehicle.id)
  const facts = foldVehicle(own) === null ? [] : own
  const known = await loadVehicle(vehicle.id)
  if (facts.length > 0) {
    await mergeVehicle(vehicle.id, facts)
    return []
  }
  if (!known.ok) {
    await mergeVehicle(vehicle.id, beginLog(vehicle, 0))
    return []
  }
  return wordsBetween(known.value, vehicle).map((said) =>
    said.says === 'item' ? said.list : said.says === 'taken in' ? 'vehicle' : said.field,
  )
}
