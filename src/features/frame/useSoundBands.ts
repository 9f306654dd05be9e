'use client'
import { useEffect, useMemo, useState } from 'react'
import type { SoundBand } from '@/core/diagnosis'
import { layoutKeyOf } from '@/core/job'
import type { Scope } from '@/core/vehicle'
import { ask } from '@/workers/client'
import type { JobInHand } from './useJob'

/** What a sound vehicle reads at each of some tests, in the test's own unit; of what the job traces unless another scope is named. */
export function useSoundBands(
  { job, vehicle, known }: JobInHand,
  testIds: string[],
  scope: Scope = job.layout.scope,
): Record<string, SoundBand> {
  const [bands, setBands] = useState<Record<string, SoundBand>>({})
  const request = useMemo(
    () =>
      JSON.stringify({
        ...layoutKeyOf(vehicle, scope),
        specification: vehicle.specification,
        known,
        testIds,
      }),
    [vehicle, scope, known, testIds],
  )
  useEffect(() => {
    let live = true
    void ask('sound', JSON.parse(request)).then((answer) => live && answer.ok && setBands(answer.value))
    return () => {
      live = false
    }
  }, [request])
  return bands
}
