'use client'
import { useState } from 'react'
import { evacuated, readGate } from '@/core/job'
import { Button } from '@/ui/Button'
import type { JobInHand } from './useJob'
import { minutesText } from './words'

/**
 * Stands in the place of an act while everyone is out: it goes on with a meter under 10 % LEL, entered here;
 * `again` where it was low too long ago, minutes.
 */
export function MeterHold({ hand, again }: { hand: JobInHand; again?: number }) {
  const [typed, setTyped] = useState('')
  const entry = readGate(typed, '%')
  const percent = entry.kind === 'figure' ? entry.value : null
  const usable = percent !== null
  const keep = async () => {
    if (
      percent !== null &&
      (
        await (again === undefined
          ? hand.act('readMeter', { percent, where: 'before going on' })
          : hand.act('readMeterAgain', { percent, where: 'before the reading' }))
      ).kept
    )
      setTyped('')
  }
  return (
    <div className="border-l-[12px] border-danger bg-danger-wash px-3 py-2 text-second" data-hold="meter">
      <p className="font-semibold text-danger">
        {entry.kind === 'not possible'
          ? `A meter shows ${entry.range}.`
          : again === undefined
            ? 'Held until the meter is under 10 % LEL.'
            : Number.isFinite(again)
              ? `The meter was read ${minutesText(again)} ago. Read it again.`
              : 'No meter was read here. Read it first.'}
      </p>
      <div className="flex items-center gap-2 pt-1">
        <label className="flex items-center gap-2">
          Meter now, % LEL
          <input
            inputMode="decimal"
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && void keep()}
            className="h-[48px] w-[76px] border-2 border-ink bg-sheet px-2 text-right text-main font-semibold"
          />
        </label>
        <Button
          variant={usable ? 'act' : 'held'}
          disabled={!usable}
          data-act="meter"
          onClick={() => void keep()}
        >
          Note it
        </Button>
      </div>
    </div>
  )
}

export const meterHolds = (hand: JobInHand): boolean => evacuated(hand.job)
