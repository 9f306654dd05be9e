/** How what is being taken in is taken back: what stood before is put back, what was not there goes. */
import type { VehicleRecord } from '@/core/job'
import type { JobFile } from '@/core/records'
import { stores } from './database'
import { indexVehicle, unlistJob } from './jobIndex'
import { forgetRead, listAgain, loadLog, vehicleIdOf } from './jobStore'
import { partPieces } from './partStore'
import { dropPhoto, loadPhoto } from './photos'

export interface Undoing {
  /** Remembers a job, its vehicle, its captures and its photos as they stand before it is taken in. */
  job: (file: JobFile) => Promise<void>
  vehicle: (id: string) => Promise<void>
  parts: () => Promise<void>
  setting: (key: string) => void
  all: () => Promise<void>
}

export async function undoing(): Promise<Undoing> {
  const backs: (() => Promise<unknown>)[] = []
  const remember = async (store: LocalForage, key: string) => {
    const before = await store.getItem<unknown>(key)
    backs.push(() => (before === null ? store.removeItem(key) : store.setItem(key, before)))
  }
  const vehicle = async (id: string) => {
    // Undone last to first: the lists follow once the record is back.
    backs.push(async () => indexVehicle(id, await stores.vehicles.getItem<VehicleRecord>(id)))
    await remember(stores.vehicles, id)
    await remember(stores.vehicleLogs, id)
  }
  return {
    vehicle,
    job: async ({ jobId, events, photos }) => {
      // Undone last to first: the lists follow once the log is back.
      backs.push(async () => {
        forgetRead(jobId)
        const log = await loadLog(jobId)
        await unlistJob(jobId)
        if (log.ok) await listAgain(jobId, log.value)
      })
      await remember(stores.jobs, jobId)
      const vehicleId = vehicleIdOf(events)
      if (vehicleId) await vehicle(vehicleId)
      for (const { photoId } of photos)
        if ((await loadPhoto(photoId)) === null) backs.push(() => dropPhoto(photoId))
      for (const { id, kind } of events)
        if (kind === 'capture-kept' && (await stores.captures.getItem(id)) === null)
          backs.push(() => stores.captures.removeItem(id))
    },
    parts: async () => {
      for (const piece of partPieces) await remember(stores.parts, piece)
    },
    setting: (key) => {
      if (typeof localStorage === 'undefined') return
      const before = localStorage.getItem(key)
      backs.push(async () =>
        before === null ? localStorage.removeItem(key) : localStorage.setItem(key, before),
      )
    },
    all: async () => {
      for (const back of backs.reverse()) await back().catch(() => undefined)
    },
  }
}
