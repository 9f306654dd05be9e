'use client'
import type { ReactNode } from 'react'
import type { WayStep } from '@/core/procedure'
import type { VehicleState } from '@/core/vehicle'
import { Button } from '@/ui/Button'
import { useClaim } from '../frame/Claim'
import type { JobInHand } from '../frame/useJob'
import { minutesText, variableWord } from '../frame/words'

interface Props {
  hand: JobInHand
  /** What the act needs, and which of it stands otherwise. */
  needs: VehicleState
  conflicts: (keyof VehicleState)[]
  /** Null while it is looked for, or where no order of work leads there. */
  way: WayStep[] | null
  /** Another way out, beside the button. */
  beside?: ReactNode
}

/** What has to happen before the act, in its order, each step with its caution; and one touch to say that it has. */
export function WayFirst({ hand, needs, conflicts, way, beside }: Props) {
  const { claim, panel } = useClaim(hand)
  const minutes = (way ?? []).reduce((sum, step) => sum + step.minutes, 0)
  return (
    <div className="flex min-h-0 flex-1 flex-col" data-hold="way">
      <p className="flex items-baseline justify-between gap-3 pb-1 text-second">
        <span className="font-semibold">{way ? 'First, in this order' : 'First'}</span>
        {way && <span className="text-ink-2">{minutesText(minutes)}</span>}
      </p>
      <ol
        tabIndex={0}
        aria-label="First, in this order"
        className="min-h-0 flex-1 overflow-y-auto border-y border-rule-2 py-1 pr-2 text-second leading-[21px]"
      >
        {way
          ? way.map((step, at) => (
              <li key={`${at} ${step.operationId}`} className="grid grid-cols-[24px_1fr] pb-1">
                <span className="font-semibold text-accent">{at + 1}</span>
                <span>
                  <span className="font-semibold">{step.title}.</span>
                  {step.caution && (
                    <span className="block text-danger">
                      <span className="font-semibold">{step.caution.text}</span> {step.caution.stopWhen}
                    </span>
                  )}
                </span>
              </li>
            ))
          : conflicts.map((variable) => (
              <li key={variable}>
                {variableWord(variable)}: {needs[variable]}
              </li>
            ))}
      </ol>
      <div className="flex gap-2 pt-2">
        <Button
          data-act="way-done"
          className="flex-1"
          onClick={() =>
            claim(Object.fromEntries(conflicts.map((variable) => [variable, needs[variable]!])), 'implied')
          }
        >
          {way && way.length > 1 ? 'All of that is done' : 'That is done'}
        </Button>
        {beside}
      </div>
      {panel}
    </div>
  )
}
