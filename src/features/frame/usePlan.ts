'use client'
import { useEffect, useMemo, useState } from 'react'
import type { VehicleState } from '@/core/vehicle'
import type { Plan, PlanFailure } from '@/core/procedure'
import type { Pace, Setting } from '@/core/library'
import { ask } from '@/workers/client'
import type { AnswerOf, PlanRequest, RequestOf } from '@/workers/protocol'

export type PlanView =
  | { status: 'idle' | 'working'; plan: Plan | null }
  | { status: 'ready'; plan: Plan }
  | { status: 'failed'; plan: null; error: PlanFailure | string }

/** The plan for some repairs from a state, from the worker; the last one stays until the next is there. */
export function usePlan(
  start: VehicleState | null,
  repairIds: string[],
  setting: Setting,
  pace: Pace,
  already: string[],
): PlanView {
  const [view, setView] = useState<PlanView>({ status: 'idle', plan: null })
  const key = useMemo(
    () =>
      start && repairIds.length > 0 ? JSON.stringify({ start, repairIds, setting, pace, already }) : null,
    [start, repairIds, setting, pace, already],
  )
  useEffect(() => {
    if (!key) return
    let live = true
    // eslint-disable-next-line react-hooks/set-state-in-effect
    setView((view) => ({ status: 'working', plan: view.plan }))
    void ask('plan', JSON.parse(key) as PlanRequest).then((answer) => {
      if (!live) return
      if (!answer.ok) setView({ status: 'failed', plan: null, error: answer.problem })
      else
        setView(
          answer.value.ok
            ? { status: 'ready', plan: answer.value.value }
            : { status: 'failed', plan: null, error: answer.value.error },
        )
    })
    return () => {
      live = false
    }
  }, [key])
  return key ? view : { status: 'idle', plan: null }
}

/** What further questions about a plan come to, from the worker; null until they are answered. */
export function usePlanAnswer<K extends 'ways' | 'additions' | 'schools'>(
  kind: K,
  request: RequestOf<K> | null,
): AnswerOf<K> | null {
  const [held, setHeld] = useState<{ key: string; answer: AnswerOf<K> } | null>(null)
  const key = useMemo(() => JSON.stringify(request), [request])
  useEffect(() => {
    if (key === 'null') return
    let live = true
    void ask(kind, JSON.parse(key) as RequestOf<K>).then(
      (answer) => live && answer.ok && setHeld({ key, answer: answer.value }),
    )
    return () => {
      live = false
    }
  }, [kind, key])
  return held?.key === key ? held.answer : null
}
