'use client'
import { useState } from 'react'
import { workedMinutes } from '@/core/job'
import { TYPICAL_TERMS, cameTo, estimateOf, type Plan } from '@/core/procedure'
import { boundsOf, readFigure } from '@/core/records'
import { Button } from '@/ui/Button'
import type { Prices } from '../frame/prices'
import type { JobInHand } from '../frame/useJob'
import { ownFigures, usePrices } from '../frame/usePrices'
import { minutesText, moneyText } from '../frame/words'

const PARTS = boundsOf('cost-noted', 'money')
const MINUTES = boundsOf('cost-noted', 'minutes')

const AGAINST = {
  under: ', under the estimate',
  within: ', as estimated',
  over: ', over the estimate',
} as const

/** Asks once it is known what the parts of this job cost. */
export function CostForm({ hand, plan }: { hand: JobInHand; plan: Plan }) {
  const prices = usePrices(hand, plan)
  return prices && <Asked {...{ hand, plan, prices }} />
}

/** The estimate against what it came to: parts as typed, work from step to step unless somebody knows better. */
function Asked({ hand, plan, prices }: { hand: JobInHand; plan: Plan; prices: Prices }) {
  const { job } = hand
  const terms = job.terms ?? TYPICAL_TERMS
  const estimate = estimateOf(plan, terms.moneyPerMinute, ownFigures(prices))
  const worked = Math.round(workedMinutes(job))
  const [parts, setParts] = useState(String(Math.round(100 * prices.money) / 100))
  const [minutes, setMinutes] = useState(String(worked))
  const read = [readFigure(parts, PARTS), readFigure(minutes, MINUTES)] as const
  const [money, work] = read.map((one) => (one.kind === 'figure' ? one.value : NaN)) as [number, number]
  const good = read.every((one) => one.kind === 'figure')
  const wrong = read.find((one) => one.kind === 'not possible')
  const came = cameTo(estimate, money, work, terms.moneyPerMinute)
  const keep = () =>
    void hand.act('noteCost', {
      estimateLow: estimate.low,
      estimateHigh: estimate.high,
      money: came.money,
      minutes: work,
    })
  const field = 'block h-[48px] w-[120px] border-2 border-ink-3 bg-sheet px-3 text-right text-main text-ink'
  return (
    <section aria-label="What it came to" className="space-y-2 border-t border-rule pt-3">
      <h2 className="text-main font-semibold">
        What it came to: estimated {Math.round(estimate.low)} to {moneyText(estimate.high)}
      </h2>
      <form
        className="flex items-end gap-3"
        onSubmit={(event) => {
          event.preventDefault()
          if (good) keep()
        }}
      >
        <label className="text-second text-ink-2">
          Parts
          <input
            name="cameParts"
            inputMode="decimal"
            value={parts}
            onChange={(event) => setParts(event.target.value)}
            className={field}
          />
        </label>
        <label className="text-second text-ink-2">
          Work, min
          <input
            name="cameMinutes"
            inputMode="decimal"
            value={minutes}
            onChange={(event) => setMinutes(event.target.value)}
            className={field}
          />
        </label>
        <p className="pb-2 text-main">
          {good ? (
            <>
              <b>{moneyText(came.money)}</b>
              {AGAINST[came.against]}
            </>
          ) : wrong ? (
            <b className="text-danger">{wrong.range}</b>
          ) : (
            ''
          )}
        </p>
        <Button type="submit" variant={good ? 'plain' : 'held'} disabled={!good} data-act="cost">
          Note it
        </Button>
        {job.cost && (
          <span className="pb-2 text-second text-ink-2">
            Noted: {moneyText(job.cost.money)}, {minutesText(job.cost.minutes)}
          </span>
        )}
      </form>
    </section>
  )
}
