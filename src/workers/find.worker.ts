/** Finding in the whole shop: the index is made here, and lives as long as the page. */
import type { ShopDocument } from '@/core/job'
import { LiveIndex } from '@/core/shared'
import { serve } from './serve'

let index = new LiveIndex<ShopDocument>([])

serve({
  shopLoad: ({ documents }) => {
    index = new LiveIndex(documents)
    return { count: documents.length }
  },
  shopChange: ({ documents, gone }) => {
    index.change(documents, gone)
    return { count: index.size }
  },
  shopFind: ({ query, most, kinds, over }) => {
    const from = performance.now()
    const { found, all } = index.find(
      query,
      most,
      (one) =>
        (kinds === null || kinds.includes(one.kind)) &&
        (over === null || one.kind !== 'job' || one.over === over),
    )
    // What is shown needs no more of a long note than its beginning.
    return {
      found: found.map((one) => ({ ...one, words: one.words.slice(0, 160) })),
      all,
      milliseconds: performance.now() - from,
    }
  },
})
