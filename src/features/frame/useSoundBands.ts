'use client'
import { useEffect, useMemo, useState } from 'react'
import type { SoundBand } from '@/core/diagnosis'
import { layoutKeyOf } from '@/core/job'
import { ask } from '@/workers/client'
import type { JobInHand } from './useJob'

/** What a sound vehicle reads at each of some tests, in the test's own unit. */
export function useSoundBands({ job, vehicle, known }: JobInHand, testIds: string[]): Record<string, SoundBand> {
  const [bands, setBands] = useState<Record<string, SoundBand>>({})
  const request = useMemo(() => JSON.stringify({ ...layoutKeyOf(vehicle, job.layout.scope), specification: vehicle.specification, known, testIds }), [vehicle, job.layout.scope, known, testIds])
  useEffect(() => {
    let live = true
    void ask('sound', JSON.parse(request)).then((answer) => live && answer.ok && setBands(answer.value))
    return () => {
      live = false
    }
  }, [request])
  return bands
}
