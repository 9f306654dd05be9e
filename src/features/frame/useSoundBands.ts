'use client'
import { useEffect, useState } from 'react'
import type { VehicleRecord } from '@/core/job'
import { ask } from '@/workers/client'

/** What a sound vehicle reads at each of some tests, in the test's own unit. */
export function useSoundBands({ layout, edits, specification }: VehicleRecord, testIds: string[]): Record<string, { low: number; high: number }> {
  const [bands, setBands] = useState<Record<string, { low: number; high: number }>>({})
  const key = testIds.join(' ')
  useEffect(() => {
    let live = true
    void ask('sound', { layoutId: layout, edits, specification, testIds: key.split(' ') }).then((answer) => live && answer.ok && setBands(answer.value))
    return () => {
      live = false
    }
  }, [key, layout, edits, specification])
  return bands
}
