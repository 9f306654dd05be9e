'use client'
import { useSearchParams } from 'next/navigation'
import type { Plan, PlanStep } from '@/core/procedure'
import { inUnits } from '../frame/quantities'

/** Whoever comes by the label of a piece is told with which step it goes back. */
export function FromLabel({ plan, step }: { plan: Plan; step: PlanStep | null }) {
  const asked = Number(useSearchParams().get('step') ?? NaN)
  const back = Number.isInteger(asked) ? plan.steps[asked] : undefined
  if (!back) return null
  const left = step ? back.index - step.index : -1
  return (
    <p className="mb-2 border-l-[5px] border-ink bg-wash px-3 py-2 text-second" data-from-label={back.index}>
      {`The label is for step ${back.index + 1}, ${inUnits(back.title)}. `}
      {left > 0
        ? `${left} ${left === 1 ? 'step comes' : 'steps come'} before it.`
        : left === 0
          ? 'It is this one.'
          : 'That one is done.'}
    </p>
  )
}
