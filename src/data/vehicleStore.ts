/** Vehicles: a log of facts each, and what it comes to beside it, which is what pages read. */
import {
  beginLog,
  factsOf,
  foldVehicle,
  mergeFacts,
  readFacts,
  vehicleSchema,
  wordsBetween,
  type VehicleFact,
  type VehicleRecord,
  type VehicleWord,
} from '@/core/job'
import { announceChange } from './changes'
import { withRoom } from './caches'
import { clearPending, deviceId, locked, markPending, notWritten, stores, type Outcome } from './database'
import { indexVehicle, moveSisters } from './jobIndex'

interface StoredVehicle {
  /** Facts as they are stored, those that this version cannot read among them. */
  facts: unknown[]
}

/** A vehicle as its log comes to; one whose record is damaged or behind is made anew from the log. */
export async function loadVehicle(id: string): Promise<Outcome<VehicleRecord>> {
  const parsed = vehicleSchema.safeParse(await stores.vehicles.getItem(id))
  const behind = parsed.success && (await stores.pending.getItem(markOf(id))) === true
  if (parsed.success && !behind) return { ok: true, value: parsed.data }
  const folded = foldVehicle(await factsHere(id))
  if (!folded)
    return parsed.success
      ? { ok: true, value: parsed.data }
      : { ok: false, error: { kind: 'not-found', what: `vehicle ${id}` } }
  await stores.vehicles.setItem(id, folded.record).catch(() => undefined)
  if (behind) await clearPending(markOf(id)).catch(() => undefined)
  return { ok: true, value: folded.record }
}

const markOf = (id: string) => `vehicle ${id}`

/** The facts of a vehicle. One that was kept as a record alone begins its log with that. */
async function factsHere(id: string): Promise<VehicleFact[]> {
  const stored = await stores.vehicleLogs.getItem<StoredVehicle>(id)
  if (stored) return readFacts(stored.facts)
  const record = vehicleSchema.safeParse(await stores.vehicles.getItem(id))
  return record.success ? beginLog(record.data, 0) : []
}
/** The same, for a file. */
export const vehicleFacts = factsHere

/** Stores what the facts come to, log first: a page that is cut off between the two is put right by its mark. */
async function keep(id: string, facts: VehicleFact[]): Promise<VehicleRecord> {
  const before = vehicleSchema.safeParse(await stores.vehicles.getItem(id))
  const stored = await stores.vehicleLogs.getItem<StoredVehicle>(id)
  const readable = new Set(facts.map((fact) => fact.id))
  const odd = (stored?.facts ?? []).filter(
    (raw) => !readable.has(String((raw as { id?: unknown } | null)?.id)),
  )
  const { record } = foldVehicle(facts)!
  await withRoom(async () => {
    await markPending(markOf(id))
    await stores.vehicleLogs.setItem(id, { facts: [...odd, ...facts] } satisfies StoredVehicle)
  })
  await stores.vehicles.setItem(id, record)
  await indexVehicle(id, record).catch(() => undefined)
  await clearPending(markOf(id))
  if (before.success) await moveSisters(before.data, record).catch(() => undefined)
  announceChange({ of: 'vehicle', id })
  return record
}

/**
 * Says of a vehicle what makes the record `before`, as the screen showed it, into `after`. What another page or
 * tablet has said meanwhile of other things stays. A new vehicle has no `before`.
 */
export async function changeVehicle(
  before: VehicleRecord | null,
  after: VehicleRecord,
  by: string,
): Promise<Outcome<VehicleRecord>> {
  const parsed = vehicleSchema.safeParse(after)
  if (!parsed.success) {
    const issue = parsed.error.issues[0]!
    return {
      ok: false,
      error: { kind: 'damaged', problem: issue.message, at: issue.path.map(String).join('.') },
    }
  }
  const words = before ? wordsBetween(before, parsed.data) : []
  return say(after.id, before ?? parsed.data, words, by)
}

/** Of a thing that two tablets say otherwise: this word of them holds. */
export async function settleVehicle(
  id: string,
  { word }: Pick<VehicleFact, 'word'>,
  by: string,
): Promise<Outcome<VehicleRecord>> {
  const known = await loadVehicle(id)
  return known.ok ? say(id, known.value, [word], by) : known
}

/** Says words of a vehicle, all of them or none; `begun`: how it is where its log is not begun. */
function say(
  id: string,
  begun: VehicleRecord,
  words: VehicleWord[],
  by: string,
): Promise<Outcome<VehicleRecord>> {
  return locked(markOf(id), async () => {
    try {
      const here = await factsHere(id)
      const now = Date.now()
      const log = here.length > 0 ? here : beginLog(begun, now)
      const author = { device: await deviceId(), by }
      const fresh = factsOf(log, id, words, author, now, () => crypto.randomUUID())
      const facts = [...log, ...fresh]
      const folded = foldVehicle(facts)
      const refused = folded?.aside.find((fact) => fresh.includes(fact))
      if (refused)
        return {
          ok: false,
          error: {
            kind: 'damaged',
            problem: 'it does not go with what was said of this vehicle meanwhile: look at it as it is now',
            at: refused.word.says,
          },
        } as const
      return { ok: true, value: await keep(id, facts) } as const
    } catch (problem) {
      return notWritten(problem)
    }
  })
}

/** Takes the facts of a file to those that are here; returns how many were not here. */
export const mergeVehicle = (id: string, facts: VehicleFact[]): Promise<number> =>
  locked(markOf(id), async () => {
    const here = await factsHere(id)
    const all = mergeFacts(here, facts)
    const added = all.length - here.length
    const known = await stores.vehicles.getItem(id)
    if (added > 0 || !known) await keep(id, all)
    return added
  })

/** Takes a vehicle out, its log with it. */
export async function dropVehicle(id: string): Promise<void> {
  await stores.vehicleLogs.removeItem(id)
  await stores.vehicles.removeItem(id)
  await indexVehicle(id, null)
}
