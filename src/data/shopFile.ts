/**
 * Everything that is kept here as one file, and back: a zip of job files, vehicles and settings. A file is
 * read whole and says what it would do before anything is written; it is taken whole or not at all.
 */
import {
  BlobReader,
  BlobWriter,
  TextReader,
  ZipReader,
  ZipWriter,
  configure,
  type Entry,
} from '@zip.js/zip.js'
import { z } from 'zod'
import { foldVehicle, readFacts, vehicleSchema, type VehicleFact } from '@/core/job'
import { foldParts, readPartFacts, type PartFact } from '@/core/parts'
import { mergeFile, readJobFile, type JobFile } from '@/core/records'
import { announceChange } from './changes'
import { reasonOf, stores } from './database'
import { exportJob, importJob } from './jobFiles'
import { forgetRead, loadLog } from './jobStore'
import { allPartFacts, mergeParts } from './partStore'
import { settingsForFile, takeSettings } from './shopSettings'
import { undoing, type Undoing } from './shopUndo'
import { mergeVehicle, vehicleFacts } from './vehicleStore'

// Without workers of its own: the page that asks may be offline, and this runs beside nothing heavy.
configure({ useWebWorkers: false })

export const SHOP_FORMAT = 'stop-start-shop'
const VERSION = 1
const manifestSchema = z.object({
  format: z.string(),
  version: z.number(),
  writtenAt: z.number(),
  jobs: z.number().int().min(0),
  vehicles: z.number().int().min(0),
})

/** A file that says it holds more than this is none of ours, or was made to fill a tablet. */
const MOST_ENTRIES = 60_000
const MOST_ENTRY_BYTES = 256 * 1024 * 1024
const MOST_BYTES = 3 * 1024 * 1024 * 1024
/** Text of ours packs twenty to one at most; a hundred times is a trap. */
const MOST_PACKED = 400
/** Of files that were saved before there were parts, it is missing. */
const PARTS = 'parts.json'
const NAME = /^(shop\.json|settings\.json|parts\.json|(jobs|vehicles)\/\d{1,6}\.json)$/

export type Progress = (done: number, of: number) => void
export interface ShopProblem {
  at: string
  problem: string
}
type Read<T> = { ok: true; value: T } | { ok: false; error: ShopProblem }
const bad = (at: string, problem: string): { ok: false; error: ShopProblem } => ({
  ok: false,
  error: { at, problem },
})

/** So many records are read and packed at a time: one alone waits mostly for the database. */
const AT_ONCE = 40
const groupsOf = <T>(all: readonly T[]): T[][] =>
  Array.from({ length: Math.ceil(all.length / AT_ONCE) }, (_, k) => all.slice(k * AT_ONCE, (k + 1) * AT_ONCE))

/** Everything that is kept here, as a file. A job that cannot be read goes in as it is stored, named in `odd`. */
export async function saveShop(now: number, progress: Progress): Promise<{ file: Blob; odd: string[] }> {
  const zip = new ZipWriter(new BlobWriter('application/zip'))
  const jobIds = await stores.jobs.keys()
  const vehicleIds = await stores.vehicles.keys()
  const of = jobIds.length + vehicleIds.length
  const odd: string[] = []
  let [jobs, vehicles, done] = [0, 0, 0]
  for (const group of groupsOf(jobIds)) {
    const texts = await Promise.all(group.map(exportJob))
    group.forEach((jobId, k) => void (texts[k]!.ok || odd.push(jobId)))
    await Promise.all(texts.map((job) => job.ok && zip.add(`jobs/${jobs++}.json`, new TextReader(job.value))))
    progress((done += group.length), of)
  }
  for (const group of groupsOf(vehicleIds)) {
    const logs = await Promise.all(group.map(vehicleFacts))
    await Promise.all(
      logs.map((facts, k) =>
        zip.add(`vehicles/${vehicles++}.json`, new TextReader(JSON.stringify({ id: group[k]!, facts }))),
      ),
    )
    progress((done += group.length), of)
  }
  await zip.add(PARTS, new TextReader(JSON.stringify({ facts: await allPartFacts() })))
  await zip.add('settings.json', new TextReader(JSON.stringify(await settingsForFile())))
  const manifest = { format: SHOP_FORMAT, version: VERSION, writtenAt: now, jobs, vehicles }
  await zip.add('shop.json', new TextReader(JSON.stringify(manifest)))
  return { file: await zip.close(), odd }
}

/** What a file would do here. */
export interface ShopPlan {
  writtenAt: number
  jobs: { fresh: number; changed: number; same: number }
  /** Entries that would be added to jobs, and facts to vehicles. */
  entries: number
  vehicles: { fresh: number; changed: number; same: number }
  facts: number
  parts: { fresh: number; facts: number }
}
export interface OpenShop {
  plan: ShopPlan
  /** Takes it in, whole or not at all. */
  take: (progress: Progress) => Promise<Read<null>>
}

/** Reads a file whole; nothing is written. */
export async function openShop(file: Blob, progress: Progress): Promise<Read<OpenShop>> {
  let entries: Entry[]
  try {
    entries = await new ZipReader(new BlobReader(file), { checkSignature: true }).getEntries()
  } catch {
    return bad('the file', 'It is no whole zip file: save it again where it came from')
  }
  const trap = trapOf(entries)
  if (trap) return trap
  const texts = new Map<string, () => Promise<Read<string>>>(
    entries.map((entry) => [entry.filename, () => textOf(entry)]),
  )
  const manifest = await manifestOf(texts)
  if (!manifest.ok) return manifest
  const plan: ShopPlan = {
    writtenAt: manifest.value.writtenAt,
    jobs: { fresh: 0, changed: 0, same: 0 },
    entries: 0,
    vehicles: { fresh: 0, changed: 0, same: 0 },
    facts: 0,
    parts: { fresh: 0, facts: 0 },
  }
  const parts = await weighParts(texts, plan)
  if (!parts.ok) return bad(PARTS, parts.error.problem)
  const names = [...texts.keys()].filter((name) => name.includes('/')).sort()
  for (const [k, name] of names.entries()) {
    const text = await texts.get(name)!()
    if (!text.ok) return text
    const judged = await (name.startsWith('jobs/')
      ? weighJob(text.value, plan)
      : weighVehicle(text.value, plan))
    if (!judged.ok) return bad(`${name}, ${judged.error.at}`, judged.error.problem)
    progress(k + 1, names.length)
  }
  return { ok: true, value: { plan, take: (told) => takeShop(texts, names, told) } }
}

/** What no file of ours is: other names, too much, or far more than it says it is. */
function trapOf(entries: readonly Entry[]): { ok: false; error: ShopProblem } | null {
  if (entries.length > MOST_ENTRIES)
    return bad('the file', `It holds ${entries.length} files: that is no workshop`)
  let all = 0
  const names = new Set<string>()
  for (const { filename, uncompressedSize, compressedSize, directory, encrypted } of entries) {
    if (directory || !NAME.test(filename))
      return bad(filename.slice(0, 80), 'No file of ours has that name in it: nothing of it is read')
    if (names.has(filename)) return bad(filename, 'It is in the file twice')
    names.add(filename)
    if (encrypted) return bad(filename, 'It is locked: save it without a password')
    all += uncompressedSize
    if (uncompressedSize > MOST_ENTRY_BYTES || all > MOST_BYTES)
      return bad(filename, 'It is larger than any workshop: nothing of it is read')
    if (uncompressedSize > 1_000_000 && uncompressedSize > MOST_PACKED * Math.max(1, compressedSize))
      return bad(filename, 'It would fill this tablet out of almost nothing: nothing of it is read')
  }
  return null
}

/** The text of an entry; what unpacks to more than it says, or is not what was packed, is refused. */
async function textOf(entry: Entry): Promise<Read<string>> {
  if (!('getData' in entry) || !entry.getData) return bad(entry.filename, 'It cannot be unpacked')
  const decoder = new TextDecoder('utf-8', { fatal: true })
  let [text, bytes] = ['', 0]
  const into = new WritableStream<Uint8Array>({
    write(piece) {
      bytes += piece.length
      if (bytes > entry.uncompressedSize) throw new Error('it unpacks to more than it says')
      text += decoder.decode(piece, { stream: true })
    },
  })
  try {
    await entry.getData(into, { checkSignature: true })
    return { ok: true, value: text + decoder.decode() }
  } catch (problem) {
    return bad(entry.filename, `It is damaged (${reasonOf(problem)}): save the file again where it came from`)
  }
}

async function manifestOf(
  texts: ReadonlyMap<string, () => Promise<Read<string>>>,
): Promise<Read<z.infer<typeof manifestSchema>>> {
  const text = await texts.get('shop.json')?.()
  if (!text) return bad('shop.json', 'It is missing: this is no file of a workshop, or not all of it')
  if (!text.ok) return text
  const read = manifestSchema.safeParse(parsed(text.value))
  if (!read.success || read.data.format !== SHOP_FORMAT)
    return bad('shop.json', 'This is no file of a workshop of this application')
  if (read.data.version > VERSION) return bad('shop.json', 'It was written by a newer version: open it there')
  const count = (folder: string) => [...texts.keys()].filter((name) => name.startsWith(folder)).length
  if (count('jobs/') !== read.data.jobs || count('vehicles/') !== read.data.vehicles)
    return bad('shop.json', 'Some of its files are missing: save it again where it came from')
  return { ok: true, value: read.data }
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text)
  } catch {
    return null
  }
}

const tally = (counts: ShopPlan['jobs'], here: boolean, added: number) => {
  counts[!here ? 'fresh' : added > 0 ? 'changed' : 'same'] += 1
}

async function weighJob(text: string, plan: ShopPlan): Promise<Read<JobFile>> {
  const file = readJobFile(text)
  if (!file.ok) return bad(file.error.at, file.error.problem)
  const vehicle = vehicleSchema.safeParse(file.value.vehicle)
  if (!vehicle.success) return bad('vehicle', vehicle.error.issues[0]!.message)
  const here = await loadLog(file.value.jobId)
  const merged = mergeFile(here.ok ? here.value : [], file.value.events, Date.now())
  if (!merged.ok) return bad(merged.at, merged.problem)
  tally(plan.jobs, here.ok, merged.added)
  plan.entries += merged.added
  return { ok: true, value: file.value }
}

const vehicleFile = z.object({ id: z.string().min(1).max(80), facts: z.array(z.unknown()).max(100_000) })
function vehicleIn(text: string): Read<{ id: string; facts: VehicleFact[] }> {
  const read = vehicleFile.safeParse(parsed(text))
  if (!read.success) return bad('the vehicle', 'It cannot be read')
  const facts = readFacts(read.data.facts).filter(({ vehicleId }) => vehicleId === read.data.id)
  return foldVehicle(facts) === null
    ? bad('the vehicle', 'Nothing in it says what vehicle it is')
    : { ok: true, value: { id: read.data.id, facts } }
}

async function weighVehicle(text: string, plan: ShopPlan): Promise<Read<unknown>> {
  const vehicle = vehicleIn(text)
  if (!vehicle.ok) return vehicle
  const here = new Set((await vehicleFacts(vehicle.value.id)).map(({ id }) => id))
  const added = vehicle.value.facts.filter(({ id }) => !here.has(id)).length
  tally(plan.vehicles, here.size > 0, added)
  plan.facts += added
  return vehicle
}

/** The facts of the parts of a file; none where it was saved before there were parts. */
async function partsIn(texts: ReadonlyMap<string, () => Promise<Read<string>>>): Promise<Read<PartFact[]>> {
  const text = await texts.get(PARTS)?.()
  if (!text) return { ok: true, value: [] }
  if (!text.ok) return text
  const read = z.object({ facts: z.array(z.unknown()).max(2_000_000) }).safeParse(parsed(text.value))
  return read.success ? { ok: true, value: readPartFacts(read.data.facts) } : bad(PARTS, 'It cannot be read')
}

async function weighParts(
  texts: ReadonlyMap<string, () => Promise<Read<string>>>,
  plan: ShopPlan,
): Promise<Read<null>> {
  const theirs = await partsIn(texts)
  if (!theirs.ok) return theirs
  const here = readPartFacts(await allPartFacts())
  const known = new Set(here.map(({ id }) => id))
  const added = theirs.value.filter(({ id }) => !known.has(id))
  plan.parts = { fresh: foldParts([...here, ...added]).length - foldParts(here).length, facts: added.length }
  return { ok: true, value: null }
}

async function takeShop(
  texts: ReadonlyMap<string, () => Promise<Read<string>>>,
  names: readonly string[],
  progress: Progress,
): Promise<Read<null>> {
  const undo = await undoing()
  try {
    // Vehicles first: a job is folded on its vehicle.
    const ordered = [...names].sort(
      (one, other) => Number(one.startsWith('jobs/')) - Number(other.startsWith('jobs/')),
    )
    for (const [k, name] of ordered.entries()) {
      const text = await texts.get(name)!()
      if (!text.ok) throw new Error(text.error.problem)
      await (name.startsWith('jobs/') ? takeJob(text.value, undo) : takeVehicle(text.value, undo))
      progress(k + 1, ordered.length)
    }
    const parts = await partsIn(texts)
    if (!parts.ok) throw new Error(parts.error.problem)
    await undo.parts()
    await mergeParts(parts.value)
    const settings = await texts.get('settings.json')?.()
    if (settings?.ok) await takeSettings(parsed(settings.value), undo)
  } catch (problem) {
    await undo.all()
    return bad('this tablet', `${reasonOf(problem)}. Nothing here was changed`)
  } finally {
    announceChange()
  }
  return { ok: true, value: null }
}

async function takeVehicle(text: string, undo: Undoing): Promise<void> {
  const vehicle = vehicleIn(text)
  if (!vehicle.ok) throw new Error(vehicle.error.problem)
  await undo.vehicle(vehicle.value.id)
  await mergeVehicle(vehicle.value.id, vehicle.value.facts)
}

async function takeJob(text: string, undo: Undoing): Promise<void> {
  const file = readJobFile(text)
  if (!file.ok) throw new Error(file.error.problem)
  await undo.job(file.value)
  const taken = await importJob(text)
  if (!taken.ok) throw new Error(taken.problem)
  if (taken.photosLost > 0) throw new Error('This browser gives no more room for its photos: free some space')
  forgetRead(file.value.jobId)
}
