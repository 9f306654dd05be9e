import type { ReactNode } from 'react'
import type { Caution } from '@/core/library'
import { Cautions } from '../frame/Cautions'
import { inUnits } from '../frame/quantities'

/** How an act is done: what can hurt stands first, then where and how. What does not fit is scrolled, never cut. */
export function Doing({
  of,
  where,
  children,
}: {
  of: { steps: readonly string[]; cautions?: readonly Caution[] }
  where?: string
  children?: ReactNode
}) {
  return (
    <div
      tabIndex={0}
      aria-label="How it is done"
      className="min-h-0 flex-1 overflow-y-auto pb-2 pr-2 text-second leading-[21px]"
    >
      <Cautions cautions={of.cautions ?? []} />
      {where && (
        <p className="pt-0.5 text-ink-2">
          <span className="font-semibold text-ink">Where:</span> {inUnits(where)}
        </p>
      )}
      <ol className="pt-0.5">
        {of.steps.map((step, at) => (
          <li key={step} className="grid grid-cols-[24px_1fr]">
            <span className="font-semibold text-accent">{at + 1}</span>
            {inUnits(step)}
          </li>
        ))}
      </ol>
      {children}
    </div>
  )
}
