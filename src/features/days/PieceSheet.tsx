'use client'
import Link from 'next/link'
import {
  UNIT_MINUTES,
  effectOf,
  moved,
  taskOf,
  type DayTask,
  type MoveEffect,
  type PlacedPiece,
} from '@/core/days'
import { Button } from '@/ui/Button'
import { dayClockText, minutesText, stageHref } from '../frame/words'
import {
  brokenText,
  lateText,
  lengthText,
  pieceText,
  skillWord,
  spanText,
  stageOfPiece,
  takesText,
} from './daysText'
import type { Draft } from './DaysDrawing'
import type { DaysInHand, Laid } from './useDays'

const QUARTER_MS = UNIT_MINUTES * 60_000

/** What a move would break: said before it is let go. */
export function effectOfDraft({ plan }: DaysInHand, { day }: Laid, draft: Draft): MoveEffect {
  return effectOf(day, moved(plan, draft, plan.madeAt), draft.jobId, draft.piece)
}

interface Props {
  hand: DaysInHand
  laid: Laid
  placed: PlacedPiece
  draft: Draft | null
  now: number
  onDraft: (draft: Draft | null) => void
  onDrop: (draft: Draft) => void
  onClose: () => void
}

/** One piece: what it is, when, by whom; moved by touch, and what a move breaks. */
export function PieceSheet(props: Props) {
  const { hand, laid, placed, draft, now, onDraft, onDrop, onClose } = props
  const { day, finding } = laid
  const task = day.tasks.find(
    ({ outline, piece }) => outline.jobId === placed.jobId && piece.key === placed.piece,
  )
  if (!task) return null
  const { outline } = task
  const stands = draft ?? placed
  const end = finding.ends.find(({ jobId }) => jobId === placed.jobId)
  return (
    <section
      aria-label="Piece"
      data-piece-sheet={placed.piece}
      className="flex h-full flex-col gap-2 border-t-[5px] border-accent bg-sheet px-4 py-3 medium:px-6 wide:px-6"
    >
      <div className="flex items-start justify-between gap-4">
        <h2 className="text-main">
          <span className="font-track text-[32px] font-bold leading-none">{outline.unit}</span>{' '}
          {pieceText(task)}
        </h2>
        <Button variant="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
      <p className="text-second text-ink-2">
        <span className="font-semibold text-ink">
          {spanText({ startAt: stands.startAt, endAt: stands.startAt + placed.endAt - placed.startAt }, now)}
        </span>
        {`, ${lengthText(task)}. ${takesText(task, day.floor)}`}
      </p>
      {outline.danger && (
        <p className="text-second font-semibold text-danger">
          It smells of fuel or leaks: it stays outside and is not started until that is found.
        </p>
      )}
      {end && (
        <p className="text-second text-ink-2">
          {`The whole: ${lateText(end, now)}. Whatever is planned, not before ${dayClockText(end.cannotBefore, now)}.`}
          {end.spareMinutes > 0 ? ` Its short end frees ${minutesText(Math.round(end.spareMinutes))}.` : ''}
        </p>
      )}
      <PieceActs {...props} task={task} stands={stands} />
      {draft && (
        <DraftWords {...{ hand, laid, draft, now }} unit={outline.unit} onDraft={onDraft} onDrop={onDrop} />
      )}
    </section>
  )
}

/** Moved by touch: by quarters of an hour, to somebody else; or taken up. */
function PieceActs({
  hand,
  laid,
  placed,
  draft,
  onDraft,
  task,
  stands,
}: Props & { task: DayTask; stands: Draft | PlacedPiece }) {
  const { day } = laid
  const to = (change: Partial<Draft>) =>
    onDraft({
      jobId: placed.jobId,
      piece: placed.piece,
      person: stands.person,
      startAt: stands.startAt,
      ...change,
    })
  return (
    <div className="flex flex-wrap gap-2">
      <Button variant="quiet" data-act="earlier" onClick={() => to({ startAt: stands.startAt - QUARTER_MS })}>
        15 min earlier
      </Button>
      <Button variant="quiet" data-act="later" onClick={() => to({ startAt: stands.startAt + QUARTER_MS })}>
        15 min later
      </Button>
      <label className="flex min-w-0 items-center gap-2 text-second text-ink-2">
        by
        <select
          name="person"
          value={stands.person}
          onChange={(event) => to({ person: event.target.value })}
          className="min-h-[48px] min-w-0 max-w-[300px] border-2 border-ink-3 bg-ground px-2 text-main text-ink"
        >
          {day.floor.people.map(({ id, name, skills }) => (
            <option key={id} value={id}>
              {[name, ...skills.map(skillWord)].join(', ')}
            </option>
          ))}
        </select>
      </label>
      {placed.byHand && !draft && (
        <Button variant="quiet" data-act="let-go" onClick={() => hand.release(placed.jobId, placed.piece)}>
          Let it go where it suits
        </Button>
      )}
      {!draft && (
        <Link
          href={stageHref(stageOfPiece(task), placed.jobId)}
          className="flex min-h-[48px] items-center border-2 border-ink px-4 text-main font-semibold"
        >
          Take up
        </Link>
      )}
    </div>
  )
}

/** What it would break, and whether it can be put there. */
function DraftWords({
  hand,
  laid,
  draft,
  now,
  unit,
  onDraft,
  onDrop,
}: Pick<Props, 'hand' | 'laid' | 'now' | 'onDraft' | 'onDrop'> & { draft: Draft; unit: string }) {
  const { cannot, pushes } = effectOfDraft(hand, laid, draft)
  const about = { own: unit, moved: taskOf(laid.day, draft.jobId, draft.piece) }
  const words = [...new Set([...cannot, ...pushes].map((broken) => brokenText(broken, laid.day, about, now)))]
  return (
    <div className="flex flex-wrap items-start gap-x-4 gap-y-2 border-t border-rule-2 pt-2">
      <div
        aria-live="polite"
        data-effect={cannot.length > 0 ? 'cannot' : pushes.length > 0 ? 'pushes' : 'free'}
        className="min-w-[240px] flex-1 text-second"
      >
        <p className="font-semibold">
          {cannot.length > 0
            ? 'It cannot stand there.'
            : pushes.length > 0
              ? 'Others make room for it:'
              : 'It breaks nothing there.'}
        </p>
        {words.slice(0, 3).map((text) => (
          <p key={text} className="text-ink-2">
            {text}
          </p>
        ))}
      </div>
      <div className="flex gap-3">
        <Button variant="quiet" data-act="leave" onClick={() => onDraft(null)}>
          Leave it where it was
        </Button>
        {cannot.length > 0 ? (
          <Button variant="held" disabled>
            held
          </Button>
        ) : (
          <Button variant="act" data-act="put" onClick={() => onDrop(draft)}>
            Put it there
          </Button>
        )}
      </div>
    </div>
  )
}
