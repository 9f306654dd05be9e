'use client'
import { useEffect, useState } from 'react'
import { largeShopWanted } from '@/data/store'
import { ask } from '@/workers/client'

/** A server that was started with a large shop has it put in once; its share while that goes on, else null. */
export function useLargeShop(ready: boolean): number | null {
  const [share, setShare] = useState<number | null>(null)
  useEffect(() => {
    if (!ready) return
    void (async () => {
      if (!(await largeShopWanted())) return
      const { addLargeShop, shareIn } = await import('@/data/largeShop')
      if ((await shareIn()) >= 1) return
      setShare(await shareIn())
      const now = Date.now()
      await addLargeShop(async (from, to) => {
        const answer = await ask('shopPiece', { from, to, now })
        if (!answer.ok) throw new Error(answer.problem)
        return answer.value
      }, setShare)
      setShare(null)
    })().catch(() => setShare(null))
  }, [ready])
  return share
}
