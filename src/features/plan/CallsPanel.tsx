'use client'
import { inUnits } from '../frame/quantities'
import { useState } from 'react'
import type { WeighedCall, WeighedOption } from '@/core/calls'
import type { CallTerms } from '@/core/procedure'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import type { JobInHand } from '../frame/useJob'
import { minutesText } from '../frame/words'

interface Props {
  hand: JobInHand
  calls: WeighedCall[]
  terms: CallTerms
  onTerms: (terms: CallTerms) => void
  /** The plan with one option taken. */
  onTake: (call: WeighedCall['call'], option: WeighedOption) => void
  open: boolean
  onOpenChange: (open: boolean) => void
}

const BECAUSE: Record<WeighedCall['because'], string> = {
  now: 'work and parts decide',
  again: 'the risk of doing it again decides',
  standing: 'the days that it stands decide',
}
const money = (value: number) => Math.round(value).toString()

/** Where good people differ: the options with what they come to on this job, a recommendation with its reason, and room to choose otherwise. */
export function CallsPanel({ hand, calls, terms, onTerms, onTake, open, onOpenChange }: Props) {
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="Judgement calls">
      <div className="space-y-6">
        <div className="flex items-end gap-4 text-second text-ink-2">
          <label>
            Parts come in, days
            <input
              name="leadDays"
              type="number"
              min={0}
              step="any"
              placeholder="typical"
              defaultValue={terms.leadDays ?? ''}
              onChange={(event) =>
                onTerms({
                  ...terms,
                  leadDays: event.target.value === '' ? null : Math.max(0, Number(event.target.value)),
                })
              }
              className="block h-[48px] w-[130px] border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
            />
          </label>
          <label>
            A day that it stands costs
            <input
              name="standing"
              type="number"
              min={0}
              step="any"
              defaultValue={terms.moneyPerStandingDay}
              onChange={(event) =>
                onTerms({ ...terms, moneyPerStandingDay: Math.max(0, Number(event.target.value)) })
              }
              className="block h-[48px] w-[150px] border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
            />
          </label>
          <p className="flex-1 pb-1 leading-tight">
            Figures are typical and judgement; work that is planned is this vehicle’s own. They settle nothing
            that the maker or a rule has settled.
          </p>
        </div>
        {calls.length === 0 && (
          <Notice title="Nothing here is a matter of judgement.">The plan has one usual way.</Notice>
        )}
        {calls.map((weighed) => (
          <Call key={weighed.call.id} hand={hand} weighed={weighed} terms={terms} onTake={onTake} />
        ))}
      </div>
    </Panel>
  )
}

function Call({
  hand,
  weighed,
  terms,
  onTake,
}: Pick<Props, 'hand' | 'terms' | 'onTake'> & { weighed: WeighedCall }) {
  const { call, options, recommended, because, close } = weighed
  const made = hand.job.calls.get(call.id)
  const [reason, setReason] = useState(made?.reason ?? '')
  const take = (optionId: string) =>
    void hand.act('makeCall', { callId: call.id, optionId, recommended, reason, terms })
  const best = options.find((option) => option.id === recommended)!
  return (
    <section aria-label={call.question} data-call={call.id}>
      <h3 className="text-step">{call.question}</h3>
      <p className="pb-1 text-main">
        <b>{best.title}</b>
        {close ? ', by little: it is a matter of taste.' : `: ${BECAUSE[because]}.`}
      </p>
      <table className="stacked w-full text-second">
        <thead>
          <tr className="text-left text-ink-2">
            <th className="font-normal">Option</th>
            <th className="w-[84px] font-normal">Work</th>
            <th className="w-[60px] text-right font-normal">Parts</th>
            <th className="w-[86px] text-right font-normal">Again</th>
            <th className="w-[74px] text-right font-normal">Waits</th>
            <th className="w-[78px] text-right font-normal">In all</th>
            <th className="w-[104px]" />
          </tr>
        </thead>
        <tbody>
          {options.map((option) => (
            <Option
              key={option.id}
              option={option}
              best={option.id === recommended}
              taken={made?.optionId === option.id}
              onTake={() => {
                take(option.id)
                onTake(call, option)
              }}
            />
          ))}
        </tbody>
      </table>
      {call.never && <p className="pt-1 text-second text-danger">{inUnits(call.never)}</p>}
      {made && made.optionId !== recommended && (
        <form
          className="flex items-end gap-2 pt-1"
          onSubmit={(event) => {
            event.preventDefault()
            take(made.optionId)
          }}
        >
          <label className="flex-1 text-second text-ink-2">
            Why otherwise
            <input
              name={`why-${call.id}`}
              value={reason}
              onChange={(event) => setReason(event.target.value.slice(0, 400))}
              className="block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
            />
          </label>
          <Button type="submit">Keep the reason</Button>
        </form>
      )}
    </section>
  )
}

function Option({
  option,
  best,
  taken,
  onTake,
}: {
  option: WeighedOption
  best: boolean
  taken: boolean
  onTake: () => void
}) {
  const days = option.leadDays + option.waitHours / 24
  return (
    <tr data-option={option.id} className={`border-t border-rule-2 align-top ${taken ? 'bg-wash' : ''}`}>
      <td className="py-1.5 pr-3">
        <span className={`text-main ${best ? 'font-semibold' : ''}`}>{inUnits(option.title)}</span>
        <span className="block leading-tight text-ink-2">{inUnits(option.says)}</span>
      </td>
      <td className="py-1.5" data-label="Work">
        {option.minutes > 0 ? minutesText(option.minutes) : option.planned ? 'least' : 'none'}
        {option.planned && <span className="block text-ink-2">planned</span>}
      </td>
      <td className="py-1.5 text-right" data-label="Parts">
        {money(option.money)}
      </td>
      <td className="py-1.5 text-right" data-label="Again">
        {money(option.again)}
        <span className="block text-ink-2">{Math.round(100 * option.comeback)} %</span>
      </td>
      <td className="py-1.5 text-right" data-label="Waits">
        {days > 0 ? `${Number(days.toFixed(1))} d` : 'none'}
      </td>
      <td className={`py-1.5 text-right text-main ${best ? 'font-semibold' : ''}`} data-label="In all">
        {money(option.total)}
      </td>
      <td className="py-1.5 text-right">
        <Button
          variant={taken ? 'held' : 'plain'}
          disabled={taken}
          data-act={`call-${option.id}`}
          onClick={onTake}
          className="!px-3"
        >
          {taken ? 'Taken' : 'Take it'}
        </Button>
      </td>
    </tr>
  )
}
