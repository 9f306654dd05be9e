'use client'
import { useEffect, useState } from 'react'
import type { OwnFigures, Plan } from '@/core/procedure'
import { onStoreChange } from '@/data/store'
import type { JobInHand } from './useJob'
import type { Prices } from './prices'

/** What a plan costs by the shop's own prices and minutes; null while they are read. Parts are priced anew when something is said of them. */
export function usePrices({ job, vehicle }: JobInHand, plan: Plan | null): Prices | null {
  const [found, setFound] = useState<{ plan: Plan; prices: Prices } | null>(null)
  const jobId = job.id
  useEffect(() => {
    if (!plan) return
    let live = true
    const price = async () => {
      const prices = await (await import('./prices')).pricesHere(plan, jobId, vehicle)
      if (live) setFound({ plan, prices })
    }
    void price()
    const off = onStoreChange(({ of }) => {
      if (of === 'parts' || of === 'all') void price()
    })
    return () => {
      live = false
      off()
    }
  }, [plan, jobId, vehicle])
  // What another plan cost is not what this one does.
  return found && found.plan === plan ? found.prices : null
}

/** What an estimate takes of it. */
export const ownFigures = (prices: Prices | null): OwnFigures =>
  prices ? { partsMoney: prices.money, minutes: prices.minutes } : {}
