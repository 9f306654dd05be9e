'use client'
import { useEffect, useMemo, useState } from 'react'
import type { VehicleState } from '@/core/vehicle'
import type { Plan, PlanFailure } from '@/core/procedure'
import { ask } from '@/workers/client'

export type PlanView = { status: 'idle' | 'working'; plan: Plan | null } | { status: 'ready'; plan: Plan } | { status: 'failed'; plan: null; error: PlanFailure | string }

/** The plan for some repairs from a state, from the worker; the last one stays until the next is there. */
export function usePlan(start: VehicleState | null, repairIds: string[]): PlanView {
  const [view, setView] = useState<PlanView>({ status: 'idle', plan: null })
  const key = useMemo(() => (start && repairIds.length > 0 ? JSON.stringify({ start, repairIds }) : null), [start, repairIds])
  useEffect(() => {
    if (!key) return
    let live = true
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setView((view) => ({ status: 'working', plan: view.plan }))
    void ask('plan', JSON.parse(key) as { start: VehicleState; repairIds: string[] }).then((answer) => {
      if (!live) return
      if (!answer.ok) setView({ status: 'failed', plan: null, error: answer.problem })
      else setView(answer.value.ok ? { status: 'ready', plan: answer.value.value } : { status: 'failed', plan: null, error: answer.value.error })
    })
    return () => {
      live = false
    }
  }, [key])
  return key ? view : { status: 'idle', plan: null }
}
