'use client'
import { inUnits } from '../frame/quantities'
import { useState } from 'react'
import { operationById } from '@/core/library'
import { readGate } from '@/core/job'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import type { JobInHand } from '../frame/useJob'
import { minutesText } from '../frame/words'

/** Stands in the place of a step that needs the vapour clear when the meter was read too long ago. */
export function MeterAgain({ hand, minutes }: { hand: JobInHand; minutes: number }) {
  const [typed, setTyped] = useState('')
  const { gaugeGate, steps, caution } = operationById('meterVapour')
  const entry = readGate(typed, '%')
  const percent = entry.kind === 'figure' ? entry.value : null
  const usable = percent !== null
  const clear = percent !== null && percent < gaugeGate!.below
  const keep = async () => {
    if (percent === null) return
    if ((await hand.act('readMeterAgain', { percent, where: 'before the step' })).kept) setTyped('')
  }
  return (
    <div className="space-y-4" data-sheet="meter">
      <p className="text-second font-semibold text-accent">
        {Number.isFinite(minutes)
          ? `The meter was read ${minutesText(minutes)} ago`
          : 'No meter was read here'}
      </p>
      <h1 className="text-work">Read the gas meter again</h1>
      <ul className="space-y-2 text-step">
        {steps.map((step) => (
          <li key={step}>{inUnits(step)}</li>
        ))}
      </ul>
      <div className="flex items-end gap-4">
        <label className="text-second text-ink-2">
          {gaugeGate!.what}, under {gaugeGate!.below} % LEL
          <span className="mt-2 flex items-center gap-2 text-main text-ink">
            <input
              name="meterAgain"
              inputMode="decimal"
              autoComplete="off"
              value={typed}
              onChange={(event) => setTyped(event.target.value)}
              onKeyDown={(event) => event.key === 'Enter' && void keep()}
              className="h-[52px] w-32 border-[3px] border-accent bg-sheet px-3 text-right text-step font-semibold"
            />
            % LEL
          </span>
        </label>
        {entry.kind === 'not possible' && <Notice title={`A meter shows ${entry.range}.`} />}
        {usable && !clear && (
          <Notice kind="danger" title={`${percent} % LEL is too much.`}>
            {inUnits(caution!.stopWhen)}
          </Notice>
        )}
      </div>
      <Button
        tall
        variant={usable ? 'act' : 'held'}
        disabled={!usable}
        data-act="meter-again"
        onClick={() => void keep()}
      >
        {clear || !usable ? 'Note it, go on' : `Note ${percent} % LEL`}
      </Button>
    </div>
  )
}
