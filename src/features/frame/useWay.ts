'use client'
import { useEffect, useState } from 'react'
import { settingInHand } from '@/core/job'
import type { WayStep } from '@/core/procedure'
import type { VehicleState } from '@/core/vehicle'
import { ask } from '@/workers/client'
import type { JobInHand } from './useJob'

/** Steps from how the vehicle stands to what an act needs; null while they are looked for or not needed, and where none lead there. */
export function useWay({ job, vehicle }: JobInHand, goal: VehicleState, needed: boolean): WayStep[] | null {
  const [way, setWay] = useState<WayStep[] | null>(null)
  const request = needed
    ? JSON.stringify({ setting: settingInHand(vehicle, job), start: job.state, goal })
    : ''
  useEffect(() => {
    if (request === '') return
    let live = true
    void ask('way', JSON.parse(request)).then((answer) => live && answer.ok && setWay(answer.value))
    return () => {
      live = false
    }
  }, [request])
  return needed ? way : null
}
