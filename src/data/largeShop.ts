/** A made-up shop of any size goes in, many records at once; for trying and for measuring. */
import { beginLog, foldJob, type VehicleRecord } from '@/core/job'
import type { PartFact } from '@/core/parts'
import type { JobEvent } from '@/core/records'
import { announceChange } from './changes'
import { packed } from './captureStore'
import { locked, putMany, stores } from './database'
import { ListMaking, wholeIndex } from './jobIndex'
import { findJob, type StoredJob } from './jobStore'
import { mergeParts } from './partStore'

export interface Piece {
  vehicles: VehicleRecord[]
  jobs: { jobId: string; vehicle: VehicleRecord; events: JobEvent[] }[]
  parts: PartFact[]
}
const PIECES = 80
const MARK = 'large-shop'

/** How much of it is in already, 0 to 1. */
export const shareIn = async (): Promise<number> => (await stores.settings.getItem<number>(MARK)) ?? 0

/** Puts it in, piece by piece: what is in stays in, and a page that was cut off goes on where it was. */
export async function addLargeShop(
  piece: (from: number, to: number) => Promise<Piece>,
  progress: (share: number) => void,
): Promise<void> {
  await wholeIndex(findJob)
  await locked(MARK, async () => {
    for (let at = Math.round(PIECES * (await shareIn())); at < PIECES; at += 1) {
      await putIn(await piece(at / PIECES, (at + 1) / PIECES))
      await stores.settings.setItem(MARK, (at + 1) / PIECES)
      progress((at + 1) / PIECES)
    }
  })
  announceChange()
}

async function putIn({ vehicles, jobs, parts }: Piece): Promise<void> {
  const lists = new ListMaking()
  await putMany(
    stores.vehicleLogs,
    vehicles.map((vehicle) => [vehicle.id, { facts: beginLog(vehicle, 0) }] as const),
  )
  await putMany(
    stores.vehicles,
    vehicles.map((vehicle) => [vehicle.id, vehicle] as const),
  )
  vehicles.forEach((vehicle) => lists.vehicle(vehicle))
  const logs: [string, StoredJob][] = []
  for (const { jobId, vehicle, events } of jobs) {
    logs.push([jobId, { vehicleId: vehicle.id, events: await packed(events) }])
    lists.job({ job: foldJob(jobId, events, vehicle), vehicle, odd: null })
  }
  await putMany(stores.jobs, logs)
  await lists.join()
  await mergeParts(parts)
}
