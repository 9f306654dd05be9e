'use client'
import { useEffect, useState } from 'react'
import { settingInHand } from '@/core/job'
import type { ShownWay } from '@/core/procedure'
import type { VehicleState } from '@/core/vehicle'
import { ask } from '@/workers/client'
import type { JobInHand } from './useJob'

/** From how the vehicle stands now to what an act needs; null while it is looked for or not needed, and where nothing leads there. */
export function useWay({ job, vehicle }: JobInHand, goal: VehicleState, needed: boolean): ShownWay | null {
  const [found, setFound] = useState<{ for: string; way: ShownWay | null } | null>(null)
  const request = needed
    ? JSON.stringify({ setting: settingInHand(vehicle, job), start: job.state, goal })
    : ''
  useEffect(() => {
    if (request === '') return
    let live = true
    void ask('way', JSON.parse(request)).then(
      (answer) => live && answer.ok && setFound({ for: request, way: answer.value }),
    )
    return () => {
      live = false
    }
  }, [request])
  // A way from how it stood a moment ago is none from here.
  return needed && found?.for === request ? found.way : null
}
