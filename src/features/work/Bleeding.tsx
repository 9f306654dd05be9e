'use client'
import { inUnits, siText } from '../frame/quantities'
import { useState } from 'react'
import { bleedEstimates, mostStrokes, type BleedEstimate } from '@/core/library'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import type { JobInHand } from '../frame/useJob'
import { minutesText } from '../frame/words'

/** Ways to bleed, laid side by side for this line; strokes are counted, and what came of it is kept. */
export function Bleeding({
  hand,
  open,
  onOpenChange,
}: {
  hand: JobInHand
  open: boolean
  onOpenChange: (open: boolean) => void
}) {
  const { job, vehicle } = hand
  const { feedLengthM, feedBoreM } = vehicle.specification
  const [emptyFilters, setEmptyFilters] = useState(1)
  const [taken, setTaken] = useState<string | null>(null)
  const estimates = bleedEstimates(vehicle.layout, {
    lengthM: feedLengthM.value,
    boreM: feedBoreM.value,
    emptyFilters,
  })
  const chosen = estimates.find((one) => one.method.id === taken) ?? estimates[0]
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="Ways to bleed">
      <div className="space-y-4 text-main" data-sheet="bleeding">
        <div className="flex items-center gap-3 text-second">
          <span>Filters that stand empty</span>
          {[0, 1, 2].map((count) => (
            <Button
              key={count}
              variant={emptyFilters === count ? 'act' : 'plain'}
              aria-pressed={emptyFilters === count}
              onClick={() => setEmptyFilters(count)}
              className="!px-4"
            >
              {count}
            </Button>
          ))}
          <span className="text-ink-2">
            {siText(estimates[0]?.airM3 ?? 0, 'mL', 0)} of air to move, typical
          </span>
        </div>
        <table className="w-full text-second">
          <thead>
            <tr className="text-left text-ink-2">
              <th className="font-normal">Way</th>
              <th className="w-[80px] font-normal">Takes</th>
              <th className="w-[90px] font-normal">Strokes</th>
              <th className="w-[80px] font-normal">Cranks</th>
              <th className="w-[110px]" />
            </tr>
          </thead>
          <tbody>
            {estimates.map((one) => (
              <tr
                key={one.method.id}
                data-bleed={one.method.id}
                className={`border-t border-rule-2 align-top ${one === chosen ? 'bg-wash' : ''}`}
              >
                <td className="py-2 pr-3">
                  <span className="text-main font-semibold">{inUnits(one.method.title)}</span>
                  <span className="block leading-tight text-ink-2">{inUnits(one.method.says)}</span>
                </td>
                <td className="py-2 text-main">{minutesText(one.minutes)}</td>
                <td className="py-2 text-main">{one.strokes ?? 'none'}</td>
                <td className="py-2 text-main">{one.cranks} × 15 s</td>
                <td className="py-2 text-right">
                  <Button
                    variant={one === chosen ? 'held' : 'plain'}
                    disabled={one === chosen}
                    onClick={() => setTaken(one.method.id)}
                    data-act={`bleed-${one.method.id}`}
                  >
                    {one === chosen ? 'Taken' : 'Take it'}
                  </Button>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        {chosen && <Guided key={chosen.method.id} hand={hand} chosen={chosen} />}
        {job.bled.map((one) => (
          <p key={one.at} className="text-second">
            {one.strokes} strokes, {one.cranks} cranks:{' '}
            {one.outcome === 'firm' ? 'firm' : one.outcome === 'bubbles' ? 'bubbles never end' : 'not yet'}.
          </p>
        ))}
      </div>
    </Panel>
  )
}

function Guided({ hand, chosen }: { hand: JobInHand; chosen: BleedEstimate }) {
  const [strokes, setStrokes] = useState(0)
  const [cranks, setCranks] = useState(0)
  const most = mostStrokes(chosen)
  const keep = (outcome: 'firm' | 'bubbles' | 'not yet') =>
    void hand.act('noteBleeding', { method: chosen.method.id, strokes, cranks, outcome })
  return (
    <section aria-label={inUnits(chosen.method.title)} className="space-y-2 border-t border-rule pt-3">
      <p className="text-danger">
        <b>{inUnits(chosen.method.caution.text)}</b> {inUnits(chosen.method.caution.stopWhen)}
      </p>
      <ol className="list-decimal pl-6">
        {chosen.method.steps.map((step) => (
          <li key={step}>{inUnits(step)}</li>
        ))}
      </ol>
      <div className="grid grid-cols-2 gap-4">
        {chosen.strokes !== null && (
          <Count label={`Strokes, about ${chosen.strokes}`} value={strokes} by={5} onChange={setStrokes} />
        )}
        <Count
          label={`Cranks of 15 s, then 60 s rest; about ${chosen.cranks}`}
          value={cranks}
          by={1}
          onChange={setCranks}
        />
      </div>
      {strokes > most && (
        <Notice title={`Over ${most} strokes.`}>
          Air comes in between tank and primer, or its flaps are worn. Look for it before you go on.
        </Notice>
      )}
      <div className="flex gap-2">
        <Button variant="act" data-act="bled-firm" onClick={() => keep('firm')}>
          No bubble, firm for 30 s
        </Button>
        <Button data-act="bled-bubbles" onClick={() => keep('bubbles')}>
          Bubbles never end
        </Button>
      </div>
    </section>
  )
}

function Count({
  label,
  value,
  by,
  onChange,
}: {
  label: string
  value: number
  by: number
  onChange: (value: number) => void
}) {
  return (
    <div className="text-second text-ink-2">
      {label}
      <div className="flex items-center gap-2 pt-1">
        <Button
          aria-label={`${label}: fewer`}
          onClick={() => onChange(Math.max(0, value - by))}
          className="!min-h-[56px] !px-5 text-step"
        >
          −
        </Button>
        <span className="w-16 text-center text-work text-ink">{value}</span>
        <Button
          aria-label={`${label}: more`}
          onClick={() => onChange(value + by)}
          className="!min-h-[56px] !px-5 text-step"
        >
          +
        </Button>
      </div>
    </div>
  )
}
