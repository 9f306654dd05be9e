/** How much is here, how much of it is in no file, and what room the browser gives. */
import { readPartFacts } from '@/core/parts'
import { stores } from './database'
import { allSummaries, wholeIndex } from './jobIndex'
import { findJob } from './jobStore'
import { allPartFacts } from './partStore'

const SAVED_AT = 'shop-saved-at'

export interface ShopState {
  jobs: number
  vehicles: number
  /** What has entries or facts since the last file of everything; demo data count for nothing. */
  inNoFile: { jobs: number; vehicles: number; parts: number }
  /** ms; null where everything was never saved as a file. */
  savedAt: number | null
  /** Bytes that this site takes and may take; null where the browser does not say. */
  used: number | null
  quota: number | null
  /** The browser keeps it until somebody clears it. */
  kept: boolean
}

export async function shopState(): Promise<ShopState> {
  await wholeIndex(findJob)
  const savedAt = await stores.settings.getItem<number>(SAVED_AT)
  const jobs = await allSummaries()
  const storage = typeof navigator === 'undefined' ? undefined : navigator.storage
  const room = await storage?.estimate?.().catch(() => null)
  return {
    jobs: jobs.length,
    vehicles: await stores.vehicles.length(),
    inNoFile: {
      jobs: jobs.filter(({ id, lastAt }) => !id.startsWith('demo-') && lastAt > (savedAt ?? 0)).length,
      vehicles: await vehiclesSaidSince(savedAt ?? 0),
      parts: new Set(
        readPartFacts(await allPartFacts()).flatMap(({ partId, at }) =>
          !partId.startsWith('demo-') && at > (savedAt ?? 0) ? [partId] : [],
        ),
      ).size,
    },
    savedAt,
    used: room?.usage ?? null,
    quota: room?.quota ?? null,
    kept: (await storage?.persisted?.().catch(() => false)) ?? false,
  }
}

/** Vehicles of which something was said since a time, ms. */
async function vehiclesSaidSince(since: number): Promise<number> {
  let count = 0
  await stores.vehicleLogs.iterate<{ facts: unknown[] }, void>(({ facts }, id) => {
    const later = facts.some((fact) => Number((fact as { at?: unknown } | null)?.at) > since)
    if (later && !id.startsWith('demo-')) count += 1
  })
  return count
}

export const noteSaved = (at: number): Promise<unknown> => stores.settings.setItem(SAVED_AT, at)

/** Asks the browser to keep it; true where it does. */
export const askToKeep = async (): Promise<boolean> =>
  (await navigator.storage?.persist?.().catch(() => false)) ?? false
