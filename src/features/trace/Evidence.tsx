'use client'
import { useState } from 'react'
import { partSaidText } from '../frame/partWords'
import { shortOf, lowerFirst, takenAtText } from '../frame/words'
import type { JobInHand } from '../frame/useJob'
import { AllReadings } from './AllReadings'
import { entryText } from './traceText'

/** Evidence of this round, newest last; undo stands beside the newest entry and names what it takes back. */
export function Evidence({ hand, surprises }: { hand: JobInHand; surprises: string[] }) {
  const { job } = hand
  const [all, setAll] = useState(false)
  const readings = job.readings.filter((reading) => reading.epoch === job.epoch)
  const parts = [...job.parts.values()].filter(({ how }) => how !== 'withdrawn')
  const shown = readings.slice(parts.length > 0 ? -2 : -3)
  return (
    <section aria-label="Evidence" className="border-t-2 border-ink pt-1">
      <div className="flex items-center justify-between">
        <h2 className="font-instrument text-second font-normal text-ink-2">
          Evidence{readings.length > shown.length ? `, the last ${shown.length} of ${readings.length}` : ''}
        </h2>
        {readings.length > 0 && (
          <button
            type="button"
            data-act="all-readings"
            onClick={() => setAll(true)}
            className="-my-2 min-h-[44px] px-2 text-second text-ink-2 underline"
          >
            All readings
          </button>
        )}
      </div>
      <AllReadings hand={hand} readings={readings} open={all} onOpenChange={setAll} />
      {parts.length > 0 && (
        <p
          className="truncate text-second"
          data-known={parts.length}
          title={parts.map(partSaidText).join('. ')}
        >
          Known: {parts.map(partSaidText).map(lowerFirst).join('; ')}
        </p>
      )}
      {readings.length === 0 && <p className="text-second text-ink-2">No readings yet.</p>}
      <ul>
        {shown.map((reading, at) => (
          <li
            key={reading.readingId}
            className={`flex min-h-[26px] items-center gap-2 text-second ${surprises.includes(reading.readingId) ? 'border-l-4 border-double border-ink pl-1' : ''}`}
          >
            <span className="w-12 text-ink-2">{takenAtText(reading)}</span>
            <span className="flex-1 truncate">
              {shortOf(reading.testId)}
              {job.disturbed.has(reading.readingId) ? ', no longer holds' : ''}
              {reading.source === 'stand-in' ? ' ·' : ''}
              {reading.taken?.standing === 'doubtful' ? (
                <span className="font-semibold"> doubtful gauge</span>
              ) : null}
            </span>
            <span className="whitespace-nowrap font-semibold">
              {entryText(reading)}
              {reading.swing ? ', swings' : ''}
            </span>
            {at === shown.length - 1 && (
              <button
                type="button"
                data-act="undo"
                onClick={() => void hand.undo(reading.eventId, 'taken back at the bench')}
                className="ml-1 min-h-[44px] border-2 border-ink-3 px-2 leading-tight"
              >
                <span className="block">Undo</span>
                <span className="sr-only">{shortOf(reading.testId)} </span>
                <span className="block max-w-[84px] truncate text-tick text-ink-2">{entryText(reading)}</span>
              </button>
            )}
          </li>
        ))}
      </ul>
    </section>
  )
}
