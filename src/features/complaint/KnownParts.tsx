'use client'
import { useState } from 'react'
import { causesBehind, layoutKeyOf, leftOpen, type JobView, type PastPart } from '@/core/job'
import { scopeOf, type SymptomId } from '@/core/library'
import { layoutOf } from '@/core/vehicle'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { PartsPanel } from '../frame/PartKnown'
import { partSaidText, pastPartText } from '../frame/partWords'
import type { JobInHand } from '../frame/useJob'

interface Props {
  hand: JobInHand
  symptoms: SymptomId[]
  /** Parts that earlier jobs of the vehicle renewed and nobody has spoken of in this one. */
  past: PastPart[]
  pastJobs: JobView[]
}

/** What is known of parts before any reading: said by the person, or done here before. */
export function KnownParts({ hand, symptoms, past, pastJobs }: Props) {
  const layout = layoutOf(layoutKeyOf(hand.vehicle, scopeOf(symptoms)))
  const said = [...hand.job.parts.values()].filter(({ how }) => how !== 'withdrawn')
  const withdraw = (repairId: string) =>
    void hand.act('sayPart', { repairId, how: 'withdrawn', when: '', who: '' })
  const open = leftOpen(pastJobs)
  const again = past.filter(({ how }) => how === 'came back')
  return (
    <section aria-label="Known of parts" className="space-y-2">
      {open.length > 0 && <Notice title="Closed on the symptom last time.">{open.join(' ')}</Notice>}
      {again.slice(0, 1).map(({ repairId }) =>
        causesBehind(layout, repairId).map((cause) => (
          <Notice key={cause.question} title={`The same again. ${cause.question}`}>
            {cause.how}.{' '}
            {cause.backInDays &&
              `Left as it is, it is back in ${cause.backInDays[0]} to ${cause.backInDays[1]} days (typical).`}
          </Notice>
        )),
      )}
      <ul>
        {[
          ...said.map((part) => ({ id: part.repairId, text: partSaidText(part) })),
          ...past.map((part) => ({ id: part.repairId, text: pastPartText(part) })),
        ].map(({ id, text }) => (
          <li key={id} className="flex items-center justify-between gap-3 border-t border-rule-2 text-second">
            <span>{text}.</span>
            <button
              type="button"
              data-act="part-withdrawn"
              onClick={() => withdraw(id)}
              className="min-h-[44px] shrink-0 whitespace-nowrap px-2 underline"
            >
              Not so
            </button>
          </li>
        ))}
      </ul>
    </section>
  )
}

/** Opens the parts of the vehicle, to say what is known of one. */
export function SayPart({ hand, symptoms }: Pick<Props, 'hand' | 'symptoms'>) {
  const [saying, setSaying] = useState(false)
  return (
    <>
      <Button variant="quiet" className="w-full" data-act="part-known" onClick={() => setSaying(true)}>
        A part is new, or was looked at
      </Button>
      <PartsPanel
        hand={hand}
        traced={layoutKeyOf(hand.vehicle, scopeOf(symptoms))}
        open={saying}
        onOpenChange={setSaying}
      />
    </>
  )
}
