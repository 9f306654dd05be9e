'use client'
import { useState } from 'react'
import { longGapOf } from '@/core/job'
import { Button } from '@/ui/Button'
import { Panel } from '@/ui/Panel'
import { inUnits } from './quantities'
import type { JobInHand } from './useJob'
import { useNow } from './useNow'
import { STAGE_NAMES, lowerFirst } from './words'

/** Jobs of which this visit has said it: it is said once, and no more after an act. */
const said = new Set<string>()

/** A job that was left for months opens with where it stood and what has aged. */
export function LongGap({ hand: { job, vehicle } }: { hand: JobInHand }) {
  const now = useNow(3600_000)
  const key = `${job.id} ${job.lastAt}`
  const [seen, setSeen] = useState(() => said.has(key))
  const gap = now === null ? null : longGapOf(job, vehicle.specification.fuel, now)
  if (!gap || seen) return null
  const close = () => {
    said.add(key)
    setSeen(true)
  }
  return (
    <Panel open onOpenChange={close} title={`Left ${gap.days} days ago`}>
      <div data-long-gap={gap.days} className="space-y-4">
        <p className="text-main">
          {`It stood at ${STAGE_NAMES[gap.stage]}${gap.stepsDone > 0 ? `, ${gap.stepsDone} steps done` : ''}, last by ${job.lastBy}.`}
        </p>
        {gap.left.length > 0 && (
          <section aria-label="Not put back">
            <h2 className="border-b-2 border-ink pb-1 text-main font-semibold">Not put back</h2>
            <p className="pt-1 text-main">{`${gap.left.map((words, at) => (at === 0 ? words : lowerFirst(words))).join(', ')}.`}</p>
          </section>
        )}
        <section aria-label="Before it goes on">
          <h2 className="border-b-2 border-ink pb-1 text-main font-semibold">Before it goes on</h2>
          <ol>
            {gap.aged.map(({ asks, danger }) => (
              <li
                key={asks}
                className={`border-b border-rule-2 py-2 text-main ${danger ? 'font-semibold text-danger' : ''}`}
              >
                {inUnits(asks)}
              </li>
            ))}
          </ol>
        </section>
        <Button variant="act" tall className="w-full" data-act="gap-seen" onClick={close}>
          I have seen to it
        </Button>
      </div>
    </Panel>
  )
}
