'use client'
import { useMemo } from 'react'
import Link from 'next/link'
import { dayBoardOf, nowFor, type NowChoice } from '@/core/days'
import { stageHref } from '../frame/words'
import { asideText, heldText, isLate, lateText, lengthText, pieceText, stageOfPiece } from './daysText'
import type { DaysInHand, Laid } from './useDays'

/** How many are shown at once; the rest is one touch away on Today. */
const MOST = 6

interface Props {
  hand: DaysInHand
  laid: Laid
  now: number
  person: string
  onPerson: (person: string) => void
}

/** What one person can do now, and what holds the rest. */
export function NowList({ hand, laid, now, person, onPerson }: Props) {
  const { floor } = laid.day
  const here = floor.people.some(({ id }) => id === person) ? person : floor.people[0]!.id
  const choices = useMemo(
    () => nowFor(dayBoardOf(floor, laid.day.outlines, laid.day.calendar, now), hand.plan, here, now),
    [floor, laid.day, hand.plan, here, now],
  )
  return (
    <div className="pt-3">
      <div className="flex flex-wrap items-center justify-between gap-2 border-b-2 border-ink pb-2">
        <h2 className="text-main font-semibold">What can I do now?</h2>
        <select
          aria-label="Who asks"
          name="who"
          value={here}
          onChange={(event) => onPerson(event.target.value)}
          className="min-h-[48px] border-2 border-ink-3 bg-ground px-2 text-main"
        >
          {floor.people.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </div>
      {choices.length === 0 && <p className="py-3 text-second text-ink-2">Nothing is open.</p>}
      <ul data-now={here}>
        {choices.slice(0, MOST).map((choice, at) => (
          <NowRow
            key={choice.outline.jobId}
            choice={choice}
            first={at === 0 && choice.held.length === 0}
            now={now}
          />
        ))}
      </ul>
      <Ends laid={laid} now={now} />
      {hand.aside.length > 0 && (
        <section aria-label="Not planned" className="pt-3">
          <h3 className="text-second font-semibold">Not planned</h3>
          {hand.aside.map(({ jobId, unit, why }) => (
            <p key={jobId} data-aside={jobId} className="text-second text-ink-2">
              <span className="font-track font-bold text-ink">{unit}</span> {asideText({ why })}
            </p>
          ))}
        </section>
      )}
    </div>
  )
}

function NowRow({ choice, first, now }: { choice: NowChoice; first: boolean; now: number }) {
  const { outline, held } = choice
  return (
    <li
      data-now-job={outline.jobId}
      data-held={held.length > 0 ? 'yes' : 'no'}
      className={`flex min-h-[60px] items-center gap-3 border-b border-rule-2 py-1 ${first ? 'border-l-8 border-l-accent bg-sheet px-3' : ''}`}
    >
      <span
        className={`w-[44px] font-track text-[30px] font-bold leading-none ${outline.danger ? 'text-danger' : ''}`}
      >
        {outline.unit}
      </span>
      <span className="min-w-0 flex-1 text-second">
        <span className="block">{pieceText(choice)}</span>
        {outline.danger && (
          <span className="block text-tick font-semibold text-danger">Stays outside, is not started.</span>
        )}
        <span className="block text-tick text-ink-2">
          {held.length > 0 ? held.map((one) => heldText(one, now)).join(' ') : lengthText(choice)}
        </span>
      </span>
      {held.length === 0 && (
        <Link
          href={stageHref(stageOfPiece(choice), outline.jobId)}
          className={`flex min-h-[48px] items-center border-2 px-3 text-main font-semibold ${first ? 'border-accent bg-accent text-on-accent' : 'border-ink'}`}
        >
          Take up
        </Link>
      )}
    </li>
  )
}

/** When each job is ready, the late ones first. */
function Ends({ laid, now }: { laid: Laid; now: number }) {
  const { finding, day } = laid
  const sorted = [...finding.ends].sort(
    (one, other) => Number(isLate(other)) - Number(isLate(one)) || one.endAt - other.endAt,
  )
  return (
    <section aria-label="When each is ready" className="pt-4">
      <h2 className="border-b-2 border-ink pb-1 text-main font-semibold">When each is ready</h2>
      {sorted.map((end) => (
        <p
          key={end.jobId}
          data-end={end.jobId}
          className={`flex min-h-[32px] items-center gap-3 text-second ${isLate(end) ? '' : 'text-ink-2'}`}
        >
          <span className="w-[44px] font-track text-main font-bold text-ink">
            {day.outlines.find(({ jobId }) => jobId === end.jobId)?.unit}
          </span>
          <span className={isLate(end) ? 'font-semibold' : ''}>{lateText(end, now)}</span>
        </p>
      ))}
    </section>
  )
}
