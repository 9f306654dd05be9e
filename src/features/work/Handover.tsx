'use client'
import { inUnits } from '../frame/quantities'
import { useState } from 'react'
import { openingsOf, type TrayPiece } from '@/core/job'
import type { Plan, PlanStep } from '@/core/procedure'
import type { Variable } from '@/core/vehicle'
import { boundsOf } from '@/core/records'
import { Button } from '@/ui/Button'
import { Panel } from '@/ui/Panel'
import { setWhoWorks, whoWorks, type JobInHand } from '../frame/useJob'
import { lowerFirst, minutesText, variableWord } from '../frame/words'

interface Props {
  hand: JobInHand
  plan: Plan
  step: PlanStep | null
  pieces: TrayPiece[]
  now: number | null
  open: boolean
  onOpenChange: (open: boolean) => void
}

/** What can hurt or be forgotten first; then what else is not as it came in. */
const FIRST: Variable[] = [
  'line',
  'battery',
  'area',
  'vapour',
  'pumpCircuit',
  'height',
  'fuelLevel',
  'exhaust',
]
/** One page for whoever goes on: state, openings, pieces, timers, the next act. Taking over asks for the hazards anew. */
export function Handover({ hand, plan, step, pieces, now, open, onOpenChange }: Props) {
  const { job } = hand
  const [name, setName] = useState('')
  const [note, setNote] = useState('')
  const waits = job.waits.filter((wait) => !wait.ended)
  const take = async () => {
    if (!(await hand.act('handOver', { to: name, note })).kept) return
    setWhoWorks(name.trim().slice(0, 80))
    onOpenChange(false)
  }
  return (
    <Panel open={open} onOpenChange={onOpenChange} title={`Handover: ${job.unit} ${job.vehicleName}`}>
      <div className="grid grid-cols-2 gap-x-8 gap-y-4 text-main" data-sheet="handover">
        <List
          title="State now"
          items={FIRST.map((variable) => `${variableWord(variable)}: ${job.state[variable] ?? 'not known'}`)}
        />
        <List title="Open or apart" items={openingsOf(job.state)} none="Nothing is open." strong />
        <List
          title="Off the vehicle"
          items={pieces
            .filter((piece) => piece.side === 'out')
            .map((piece) => `${piece.count} × ${inUnits(piece.name)}, ${piece.lies}`)}
          none="Nothing."
        />
        <List
          title="On the vehicle, comes off"
          items={pieces
            .filter((piece) => piece.side === 'on')
            .map((piece) => `${piece.count} × ${inUnits(piece.name)}, ${piece.lies}`)}
          none="Nothing."
        />
        <List
          title="Timers"
          items={waits.map(
            (wait) =>
              `${inUnits(wait.label)}: ${now === null ? 'running' : wait.endsAt > now ? `${minutesText((wait.endsAt - now) / 60_000)} left` : 'over'}`,
          )}
          none="None runs."
        />
        <List
          title="Next"
          items={
            step
              ? [
                  `Step ${step.index + 1} of ${plan.steps.length}: ${lowerFirst(inUnits(step.title))}`,
                  nextPart(hand, step),
                ]
              : ['All steps are done: prove it.']
          }
          strong
        />
      </div>
      {job.handover && (
        <p className="pt-3 text-second text-ink-2">
          Last handed over to {job.handover.to}
          {job.handover.note ? `: ${job.handover.note}` : '.'}
        </p>
      )}
      <form
        className="mt-4 flex items-end gap-3 border-t border-rule pt-4"
        onSubmit={(event) => {
          event.preventDefault()
          void take()
        }}
      >
        <label className="w-[220px] text-second text-ink-2">
          Who takes over
          <input
            name="taker"
            maxLength={boundsOf('handed-over', 'to').letters ?? undefined}
            value={name}
            onChange={(event) => setName(event.target.value)}
            placeholder={whoWorks()}
            className="block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
          />
        </label>
        <label className="flex-1 text-second text-ink-2">
          To be known besides
          <input
            name="note"
            value={note}
            onChange={(event) => setNote(event.target.value.slice(0, 400))}
            className="block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
          />
        </label>
        <Button
          type="submit"
          variant={name.trim() ? 'act' : 'held'}
          disabled={name.trim() === ''}
          data-act="take-over"
        >
          I take it over
        </Button>
      </form>
    </Panel>
  )
}

/** The part of the step that is not ticked yet. */
function nextPart({ job }: JobInHand, step: PlanStep): string {
  const part = step.steps.find((_, k) => !job.work?.ticks.has(`${step.index}.${k}`))
  return part ? `There: ${lowerFirst(part)}` : 'All of it ticked'
}

function List({
  title,
  items,
  none = '',
  strong = false,
}: {
  title: string
  items: string[]
  none?: string
  strong?: boolean
}) {
  return (
    <section aria-label={title}>
      <h3 className="border-b border-rule font-instrument text-second font-normal text-ink-2">{title}</h3>
      {items.length === 0 ? (
        <p>{none}</p>
      ) : (
        <ul className={strong ? 'font-semibold' : ''}>
          {items.map((item) => (
            <li key={item}>{item}</li>
          ))}
        </ul>
      )}
    </section>
  )
}
