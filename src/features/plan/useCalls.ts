'use client'
import { useEffect, useMemo, useState } from 'react'
import type { Call, CallOption, PlannedMinutes } from '@/core/calls'
import type { CallTerms, Plan } from '@/core/procedure'
import type { LayoutId } from '@/core/vehicle'

type Calls = typeof import('@/core/calls')

/** The judgement calls of a plan, weighed; what they say loads after the page. */
export function useCalls(
  plan: Plan | null,
  layout: LayoutId,
  terms: CallTerms,
  /** What the schools take in work here; none until it is reckoned. */
  planned: PlannedMinutes | null,
) {
  const [calls, setCalls] = useState<Calls | null>(null)
  useEffect(() => {
    let live = true
    void import('@/core/calls').then((own) => live && setCalls(() => own))
    return () => {
      live = false
    }
  }, [])
  return {
    calls: useMemo(
      () => (calls && plan ? calls.weighCalls(plan, layout, terms, planned ?? {}) : []),
      [calls, plan, layout, terms, planned],
    ),
    /** The repairs of the plan with one option taken. */
    withOption: (repairIds: string[], call: Call, option: CallOption) =>
      calls ? calls.withOption(repairIds, call, option) : repairIds,
  }
}
