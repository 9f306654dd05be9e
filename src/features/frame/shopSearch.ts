/** Finding in the whole shop: loaded into its worker once a page, and kept as the shop changes. */
import { onStoreChange } from '@/data/store'
import { ask } from '@/workers/client'
import type { AnswerOf, ShopQuery } from '@/workers/protocol'

let loaded: Promise<boolean> | null = null
let listening = false
const changed = { jobs: new Set<string>(), vehicles: new Set<string>(), parts: false }
/** Jobs whose entries are on disk and whose lists follow. */
const written = new Set<string>()

function listen(): void {
  if (listening) return
  listening = true
  onStoreChange((change) => {
    if (change.of === 'all') loaded = null
    else if (change.of === 'job') written.add(change.id)
    else if (change.of === 'lists') {
      written.forEach((id) => changed.jobs.add(id))
      written.clear()
    } else if (change.of === 'vehicle') changed.vehicles.add(change.id)
    else if (change.of === 'parts') changed.parts = true
  })
}

async function load(): Promise<boolean> {
  listen()
  const { shopDocuments } = await import('@/data/shopDocuments')
  return (await ask('shopLoad', { documents: await shopDocuments() })).ok
}

/** What has changed since is taken in before anything is sought. */
async function follow(): Promise<void> {
  const { jobs, vehicles, parts } = changed
  if (jobs.size + vehicles.size === 0 && !parts) return
  const now = [[...jobs], [...vehicles], parts] as const
  jobs.clear()
  vehicles.clear()
  changed.parts = false
  const { documentsNow } = await import('@/data/shopDocuments')
  await ask('shopChange', await documentsNow(...now))
}

/** Makes ready, before anything is typed. */
export const readyShopSearch = (): Promise<boolean> =>
  (loaded ??= load().catch(() => {
    loaded = null
    return false
  }))

/** What fits in the shop; null where it could not be read. */
export async function findInShop(query: ShopQuery): Promise<AnswerOf<'shopFind'> | null> {
  if (!(await readyShopSearch())) return null
  await follow()
  const answer = await ask('shopFind', query)
  return answer.ok ? answer.value : null
}
