'use client'
import { useEffect, useState } from 'react'
import { testById } from '@/core/library'
import { ask } from '@/workers/client'
import { rankRequestOf } from './useRanking'
import type { JobInHand } from './useJob'

/** What a sound vehicle reads at each of some tests, in the test's own unit. */
export function useSoundBands(hand: JobInHand, testIds: string[]): Record<string, { low: number; high: number }> {
  const [bands, setBands] = useState<Record<string, { low: number; high: number }>>({})
  const key = testIds.join(' ')
  const { specification } = hand.vehicle
  useEffect(() => {
    let live = true
    for (const testId of key.split(' ').filter((id) => id && testById(id).reading.kind === 'number')) {
      void ask('rank', { ...rankRequestOf(hand, hand.job.complaint, testId), evidence: [], specification }).then((answer) => {
        const sound = answer.ok ? answer.value.shownTest?.sound : null
        if (live && sound) setBands((known) => ({ ...known, [testId]: sound }))
      })
    }
    return () => {
      live = false
    }
    // The bands depend on the vehicle and the tests alone, not on each new event.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [key, specification])
  return bands
}
