'use client'
import { useState } from 'react'
import type { Reading } from '@/core/job'
import { Button } from '@/ui/Button'
import { Panel } from '@/ui/Panel'
import type { JobInHand } from '../frame/useJob'
import { shortOf, takenAtText } from '../frame/words'
import { entryText } from './traceText'

interface Props {
  hand: JobInHand
  readings: Reading[]
  open: boolean
  onOpenChange: (open: boolean) => void
}

/** Every reading of this round: one that a later act disturbed loses its standing, and is asked again. */
export function AllReadings({ hand, readings, open, onOpenChange }: Props) {
  const [why, setWhy] = useState('')
  const { disturbed } = hand.job
  const say = (readingId: string, gone: boolean) => {
    void hand.act('disturbReading', { readingId, disturbed: gone, why })
    setWhy('')
  }
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="Readings of this round">
      <p className="text-main">
        A plug was parted, a stud spun, a joint was made anew? What was read there before no longer holds: it
        stays in the record and is asked for again.
      </p>
      <label className="my-3 block text-second text-ink-2">
        What disturbed it, in a word
        <input
          name="disturbedBy"
          maxLength={80}
          value={why}
          onChange={(event) => setWhy(event.target.value)}
          className="block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
        />
      </label>
      <ul>
        {readings.map((reading) => {
          const by = disturbed.get(reading.readingId)
          const gone = by !== undefined
          return (
            <li
              key={reading.readingId}
              data-reading={reading.testId}
              className="grid grid-cols-[56px_1fr_auto_190px] items-center gap-3 narrow:grid-cols-[56px_1fr_auto] narrow:[&>*:nth-child(4)]:col-span-3 border-t border-rule-2 py-1 text-main"
            >
              <span className="text-second text-ink-2">{takenAtText(reading)}</span>
              <span className={gone ? 'line-through' : ''}>{shortOf(reading.testId)}</span>
              <span className="whitespace-nowrap font-semibold">
                {gone ? `no longer holds${by ? `: ${by}` : ''}` : entryText(reading)}
              </span>
              <Button
                className="!px-2"
                variant={gone ? 'quiet' : 'plain'}
                data-act={gone ? 'holds-again' : 'disturbed'}
                onClick={() => say(reading.readingId, !gone)}
              >
                {gone ? 'It holds after all' : 'Disturbed since'}
              </Button>
            </li>
          )
        })}
      </ul>
    </Panel>
  )
}
