'use client'
import type { PlacedPiece } from '@/core/days'
import { clockText } from '../frame/words'
import { Scale, hoursOf, peopleRows, type Span } from './daysGeometry'
import { lengthText, pieceText } from './daysText'
import type { DaysInHand, Laid } from './useDays'

interface Props {
  hand: DaysInHand
  laid: Laid
  span: Span
  picked: Pick<PlacedPiece, 'jobId' | 'piece'> | null
  onPick: (piece: Pick<PlacedPiece, 'jobId' | 'piece'>) => void
}

/** Where there is no width for hours beside each other: each person's day from the top down. */
export function DaysDown({ hand, laid, span, picked, onPick }: Props) {
  const { day } = laid
  const rows = peopleRows(day, hand.plan, new Scale(day.calendar, span, hoursOf(day.floor), 0, 1000))
  return (
    <div>
      {rows.map((blocks, at) => (
        <section key={day.floor.people[at]!.id} aria-label={day.floor.people[at]!.name} className="pb-3">
          <h2 className="border-b-2 border-ink py-1 text-main font-semibold">{day.floor.people[at]!.name}</h2>
          {blocks.length === 0 && <p className="py-2 text-second text-ink-2">Nothing is planned.</p>}
          {blocks.map(({ task, placed }) => (
            <button
              key={placed.jobId + placed.piece}
              type="button"
              data-piece={`${placed.jobId} ${placed.piece}`}
              aria-pressed={picked?.jobId === placed.jobId && picked.piece === placed.piece}
              onClick={() => onPick(placed)}
              className="flex min-h-[60px] w-full items-center gap-3 border-b border-rule-2 text-left aria-pressed:border-l-8 aria-pressed:border-l-accent aria-pressed:pl-2"
            >
              <span className="w-[52px] text-second">{clockText(placed.startAt)}</span>
              <span
                className={`w-[44px] font-track text-[30px] font-bold leading-none ${task.outline.danger ? 'text-danger' : ''}`}
              >
                {task.outline.unit}
              </span>
              <span className="min-w-0 flex-1 text-second">
                <span className="block">{pieceText(task)}</span>
                <span className="block text-tick text-ink-2">{`${lengthText(task)}${placed.byHand ? ', put there by hand' : ''}`}</span>
              </span>
            </button>
          ))}
        </section>
      ))}
    </div>
  )
}
