/** Demo vehicles and jobs, in and out. */
import type { DemoJob } from '@/core/practice'
import { beginLog } from '@/core/job'
import type { PartFact } from '@/core/parts'
import { packed, dropCapture } from './captureStore'
import { announceChange } from './changes'
import { locked, stores } from './database'
import { jobsOfVehicle, unlistJob } from './jobIndex'
import { forgetRead, isRecord, listAgain, type StoredJob } from './jobStore'
import { dropVehicle, mergeVehicle } from './vehicleStore'

const isDemo = (jobId: string) => jobId.startsWith('demo-job-')

/** Puts the demo vehicles and jobs in; leaves what is there alone. */
export async function addDemoData(demo: DemoJob[]): Promise<void> {
  for (const { vehicle, events } of demo) {
    await mergeVehicle(vehicle.id, beginLog(vehicle, 0))
    const jobId = events[0]!.jobId
    if (await stores.jobs.getItem(jobId)) continue
    await stores.jobs.setItem(jobId, {
      vehicleId: vehicle.id,
      events: await packed(events),
    } satisfies StoredJob)
    await listAgain(jobId, events)
  }
  await stores.settings.setItem('demo', 'present')
  announceChange()
}

/** Takes the demo vehicles and jobs out again; own jobs stay, and so does a demo vehicle under one of them. Returns how many vehicles stayed. */
export async function removeDemoData(): Promise<number> {
  for (const jobId of await stores.jobs.keys()) {
    if (!isDemo(jobId)) continue
    const stored = await stores.jobs.getItem<unknown>(jobId)
    await unlistJob(jobId)
    await stores.jobs.removeItem(jobId)
    forgetRead(jobId)
    for (const raw of isRecord(stored) ? stored.events : [])
      if ((raw as { apart?: boolean } | null)?.apart) await dropCapture(String((raw as { id: string }).id))
  }
  let stayed = 0
  for (const id of await stores.vehicles.keys()) {
    if (!id.startsWith('demo-vehicle-')) continue
    if ((await jobsOfVehicle(id)).length > 0) stayed += 1
    else await dropVehicle(id)
  }
  const { dropParts } = await import('./partStore')
  await dropParts((partId) => partId.startsWith('demo-part-'))
  await stores.settings.setItem('demo', 'removed')
  announceChange()
  return stayed
}

/** Puts the parts of the demo garage in where its jobs are, and no part is known. */
export async function addDemoParts(parts: () => Promise<PartFact[]>): Promise<void> {
  if ((await demoState()) !== 'present') return
  const { allPartFacts, mergeParts } = await import('./partStore')
  await locked('demo', async () => {
    if ((await allPartFacts()).length === 0) await mergeParts(await parts())
  })
}

export const demoState = (): Promise<'present' | 'removed' | null> => stores.settings.getItem('demo')

/** How this server was started; one that does not answer has neither. */
const startedWith = (): Promise<{ demo: boolean; shop: string | null }> =>
  fetch('/api/start')
    .then((reply) =>
      reply.ok
        ? (reply.json() as Promise<{ demo: boolean; shop: string | null }>)
        : { demo: false, shop: null },
    )
    .catch(() => ({ demo: false, shop: null }))

/** On the first visit of a demo server the demo data are put in; later visits respect what the person chose. */
export async function firstVisit(demo: () => Promise<DemoJob[]>): Promise<void> {
  if ((await demoState()) !== null) return
  const { demo: wanted } = await startedWith()
  if (wanted) await locked('demo', async () => addDemoData(await demo()))
}

/** Is a large shop wanted here that is not all in? */
export const largeShopWanted = async (): Promise<boolean> =>
  (await demoState()) === 'present' && (await startedWith()).shop === 'large'
