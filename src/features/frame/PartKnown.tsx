'use client'
import { useState } from 'react'
import { libraryOf, repairById } from '@/core/library'
import type { PartSaid } from '@/core/job'
import { layoutOf, type LayoutKey } from '@/core/vehicle'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { Panel } from '@/ui/Panel'
import { HOW_CHOICES } from './partWords'
import type { JobInHand } from './useJob'

/** What is known of one part without a reading; the last word counts. */
export function PartKnown({ hand, repairId }: { hand: JobInHand; repairId: string }) {
  const said = hand.job.parts.get(repairId)
  const [when, setWhen] = useState(said?.when ?? '')
  const [who, setWho] = useState(said?.who ?? '')
  const say = (how: PartSaid['how']) => void hand.act('sayPart', { repairId, how, when, who })
  const sayAgain = () => {
    if (said && (said.when !== when.trim() || said.who !== who.trim())) say(said.how)
  }
  return (
    <section aria-label={`Known of: ${repairById(repairId).part}`} data-part={repairId} className="space-y-2">
      <h3 className="text-main font-semibold">{repairById(repairId).part}: is something known already?</h3>
      <ChoiceGroup
        label="What is known"
        options={[...HOW_CHOICES]}
        value={said?.how ?? null}
        onChange={(how) => say(how as PartSaid['how'])}
      />
      <div className="grid grid-cols-2 gap-3">
        <Line label="When" value={when} onChange={setWhen} onDone={sayAgain} />
        <Line label="Who says so" value={who} onChange={setWho} onDone={sayAgain} />
      </div>
    </section>
  )
}

function Line({
  label,
  value,
  onChange,
  onDone,
}: {
  label: string
  value: string
  onChange: (value: string) => void
  onDone: () => void
}) {
  return (
    <label className="text-second text-ink-2">
      {label}
      <input
        value={value}
        maxLength={80}
        onChange={(event) => onChange(event.target.value)}
        onBlur={onDone}
        className="mt-1 block min-h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
      />
    </label>
  )
}

/** Any part of the vehicle, to say what is known of it. */
export function PartsPanel({
  hand,
  traced,
  open,
  onOpenChange,
}: {
  hand: JobInHand
  traced: LayoutKey
  open: boolean
  onOpenChange: (open: boolean) => void
}) {
  const [chosen, setChosen] = useState<string | null>(null)
  const { repairs } = libraryOf(layoutOf(traced))
  // Several repairs of one part are one part to whoever knows of it.
  const parts = repairs.filter(({ part }, at) => repairs.findIndex((other) => other.part === part) === at)
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="What is known of parts already">
      <div role="group" aria-label="Parts" className="grid grid-cols-4 gap-1.5 pb-4 narrow:grid-cols-2">
        {parts.map(({ id, part }) => (
          <button
            key={id}
            type="button"
            aria-pressed={chosen === id}
            data-part-choice={id}
            onClick={() => setChosen(id)}
            className="min-h-[44px] border-2 border-ink-3 px-2 text-left text-second leading-tight aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-ground"
          >
            {part}
          </button>
        ))}
      </div>
      {chosen && <PartKnown key={chosen} hand={hand} repairId={chosen} />}
    </Panel>
  )
}
