'use client'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import type { ConsentHold } from '@/core/job'
import type { Estimate } from '@/core/procedure'
import { repairById } from '@/core/library'
import { figureOf } from '@/core/shared'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import type { Prices } from '../frame/prices'
import type { JobInHand } from '../frame/useJob'
import { clockText, lowerFirst, minutesText, moneyText } from '../frame/words'

const PriceList = dynamic(() => import('./PriceList').then((own) => own.PriceList), { ssr: false })

type How = 'in person' | 'phone' | 'message' | 'written'
const HOW: How[] = ['in person', 'phone', 'message', 'written']

interface Props {
  hand: JobInHand
  repairIds: string[]
  estimate: Estimate
  prices: Prices | null
  held: ConsentHold | null
  open: boolean
  onOpenChange: (open: boolean) => void
}

export const holdText = (held: ConsentHold): string =>
  held.kind === 'extra'
    ? `Not agreed yet: ${held.repairIds.map((id) => lowerFirst(repairById(id).part)).join(', ')}.`
    : `It may come to ${Math.round(held.high)}, agreed are ${Math.round(held.upTo)}.`

/** What it is likely to come to, who agreed to it, when, how and up to what amount. */
export function ConsentPanel({ hand, repairIds, estimate, prices, held, open, onOpenChange }: Props) {
  const { consents } = hand.job
  const [who, setWho] = useState('')
  const [how, setHow] = useState<How>('phone')
  const [upTo, setUpTo] = useState('')
  const limit = figureOf(upTo) ?? NaN
  const good = who.trim() !== '' && (upTo.trim() === '' || (Number.isFinite(limit) && limit > 0))
  const note = async () => {
    if (
      good &&
      (await hand.act('noteConsent', { who, how, repairIds, upTo: upTo.trim() === '' ? null : limit })).kept
    ) {
      setWho('')
      setUpTo('')
    }
  }
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="Estimate and consent">
      <div className="space-y-4 text-main">
        <p>
          <b>
            {Math.round(estimate.low)} to {moneyText(estimate.high)}
          </b>{' '}
          in all, {minutesText(estimate.lowMinutes)} to {minutesText(estimate.highMinutes)} of work:{' '}
          {repairIds.map((id) => lowerFirst(repairById(id).title)).join(', ')}.
        </p>
        {prices && <PriceList prices={prices} ownSteps={estimate.ownSteps} />}
        {held && (
          <Notice title={holdText(held)}>
            The work on it is held until somebody has agreed. Note who, how, and up to what amount.
          </Notice>
        )}
        <form
          className="grid grid-cols-[1fr_150px_auto] items-end gap-3 narrow:grid-cols-[1fr_auto] narrow:[&>*:first-child]:col-span-full"
          onSubmit={(event) => {
            event.preventDefault()
            void note()
          }}
        >
          <label className="text-second text-ink-2">
            Who agreed
            <input
              name="who"
              value={who}
              onChange={(event) => setWho(event.target.value)}
              className="block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
            />
          </label>
          <label className="text-second text-ink-2">
            Up to, in all
            <input
              name="upTo"
              inputMode="decimal"
              value={upTo}
              placeholder="no limit"
              onChange={(event) => setUpTo(event.target.value)}
              className="block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
            />
          </label>
          <Button type="submit" variant={good ? 'act' : 'held'} disabled={!good} data-act="consent">
            Note it
          </Button>
          <div className="col-span-full">
            <ChoiceGroup
              label="How"
              options={HOW.map((id) => ({ id, label: id }))}
              value={how}
              onChange={(id) => setHow(id as How)}
            />
          </div>
        </form>
        <ul className="text-second">
          {consents.map((consent) => (
            <li key={consent.at} className="border-t border-rule-2 py-1">
              {clockText(consent.at)}, {consent.who}, {consent.how}:{' '}
              {consent.repairIds.map((id) => lowerFirst(repairById(id).part)).join(', ')}
              {consent.upTo === null ? ', no limit named' : `, up to ${consent.upTo}`}
            </li>
          ))}
          {consents.length === 0 && (
            <li className="text-ink-2">
              Nothing noted yet. The work that the job began with counts as ordered.
            </li>
          )}
        </ul>
      </div>
    </Panel>
  )
}
