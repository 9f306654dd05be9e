'use client'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import { calendarFile, isPiece, unitsAt, type PlacedPiece } from '@/core/days'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { ShapeFrame, useShape } from '@/ui/Shape'
import { Page } from '@/ui/Page'
import { saveFile } from '@/ui/saveFile'
import { DeskHead } from '../frame/DeskHead'
import { useNow } from '../frame/useNow'
import { DaysDown } from './DaysDown'
import { DaysDrawing, type Draft } from './DaysDrawing'
import { NowList } from './NowList'
import { PieceSheet, effectOfDraft } from './PieceSheet'
import type { Span } from './daysGeometry'
import { entriesOf, goodText, planText } from './daysText'
import { useDays, type DaysInHand, type Laid } from './useDays'

const FloorPanel = dynamic(() => import('./FloorPanel').then((own) => own.FloorPanel), { ssr: false })

/** The workshop's days: who does what when, and what that rests on. */
export function Days() {
  const hand = useDays()
  const [setting, setSetting] = useState(false)
  const { laid, plan } = hand
  return (
    <ShapeFrame className="flex min-h-dvh flex-col wide:h-dvh">
      <DeskHead way={[{ title: 'Days' }]}>
        <Button variant="quiet" data-act="floor" onClick={() => setSetting(true)}>
          People and places
        </Button>
        <Button
          variant="quiet"
          data-act="calendar"
          disabled={!laid || plan.pieces.length === 0}
          onClick={() =>
            laid &&
            saveFile(
              'days.ics',
              calendarFile('Stop Start', entriesOf(laid.day, plan), plan.madeAt),
              'text/calendar',
            )
          }
        >
          Calendar
        </Button>
      </DeskHead>
      <Board hand={hand} />
      {setting && <FloorPanel floor={hand.floor} open onOpenChange={setSetting} />}
    </ShapeFrame>
  )
}

function Board({ hand }: { hand: DaysInHand }) {
  const now = useNow(30_000)
  const { laid, reading, problem } = hand
  if (!laid || now === null)
    return (
      <main className="flex-1 p-6" aria-label="Days">
        <h1 className="text-title">
          {problem ?? (reading ? `Reading job ${reading.done} of ${reading.of}.` : 'Reading what is here.')}
        </h1>
      </main>
    )
  return <BoardOf hand={hand} laid={laid} now={now} />
}

type Picked = Pick<PlacedPiece, 'jobId' | 'piece'>

function BoardOf({ hand, laid, now }: { hand: DaysInHand; laid: Laid; now: number }) {
  const [span, setSpan] = useState<Span>({ from: 0, days: 1 })
  const [picked, setPicked] = useState<Picked | null>(null)
  const [draft, setDraft] = useState<Draft | null>(null)
  const [person, setPerson] = useState(() => whoIsIn(laid, now))
  const shape = useShape()
  const placed = picked && hand.plan.pieces.find(isPiece(picked.jobId, picked.piece))
  const drop = (to: Draft) => {
    // What cannot stand there is said, and stays in the hand until it is left or put elsewhere.
    if (effectOfDraft(hand, laid, to).cannot.length > 0) return setDraft(to)
    setDraft(null)
    hand.move(to)
  }
  const pick = (piece: Picked) => {
    // What lies under a hand does not move by itself.
    if (hand.share < 1) hand.stop()
    if (!picked || !isPiece(piece.jobId, piece.piece)(picked)) setDraft(null)
    setPicked(piece)
  }
  const close = () => {
    setDraft(null)
    setPicked(null)
  }
  return (
    <Page
      label="Days"
      tallMargin
      finding={<Finding {...{ hand, laid, span, now }} onSpan={setSpan} />}
      drawing={
        shape === 'narrow' ? (
          <DaysDown {...{ hand, laid, span, picked }} onPick={pick} />
        ) : (
          <DaysDrawing
            {...{ hand, laid, span, now, picked, draft }}
            onPick={pick}
            onDraft={setDraft}
            onDrop={drop}
          />
        )
      }
      act={
        placed ? (
          <PieceSheet
            {...{ hand, laid, placed, draft, now }}
            onDraft={setDraft}
            onDrop={drop}
            onClose={close}
          />
        ) : (
          <Unpicked hand={hand} />
        )
      }
      margin={<NowList {...{ hand, laid, now, person }} onPerson={setPerson} />}
      marginLine="What can I do now?"
    />
  )
}

/** Whoever is in now asks first. */
function whoIsIn({ day }: Laid, now: number): string {
  const unit = unitsAt(day.calendar, now)
  const at = day.board.people.findIndex((windows) => windows.some(([from, to]) => from <= unit && unit < to))
  return day.floor.people[Math.max(0, at)]!.id
}

function Unpicked({ hand }: { hand: DaysInHand }) {
  return (
    <section
      aria-label="Piece"
      className="flex h-full flex-wrap items-center gap-4 border-t-[5px] border-ink-3 px-4 py-3 medium:px-6 wide:px-6"
    >
      {hand.problem && <Notice title={hand.problem} />}
      <p className="min-w-[260px] flex-1 text-main text-ink-2">
        Take a piece: drag it, or touch it and move it by quarters of an hour. What a move breaks is said
        before it is let go.
      </p>
      {hand.share < 1 ? (
        <Button variant="quiet" data-act="stop" onClick={hand.stop}>
          Stop looking
        </Button>
      ) : (
        <Button variant="quiet" data-act="again" onClick={hand.again}>
          Look for a better one
        </Button>
      )}
    </section>
  )
}

const SPANS = [
  { id: 'today', label: 'Today', span: { from: 0, days: 1 } },
  { id: 'tomorrow', label: 'Next day', span: { from: 1, days: 1 } },
  { id: 'week', label: '7 days', span: { from: 0, days: 7 } },
] as const

function Finding({
  hand,
  laid,
  span,
  onSpan,
}: {
  hand: DaysInHand
  laid: Laid
  span: Span
  now: number
  onSpan: (span: Span) => void
}) {
  const { finding } = laid
  return (
    <div className="wide:flex wide:w-[800px] wide:items-start wide:justify-between wide:gap-6">
      <div>
        <h1 className="text-title" data-share={hand.share === 1 ? 'over' : 'working'}>
          {planText(finding)}
        </h1>
        <p className="text-second text-ink-2">{goodText(finding, hand.share)}</p>
      </div>
      <div className="flex pt-1" role="group" aria-label="Days shown">
        {SPANS.map(({ id, label, span: own }) => {
          const on = own.from === span.from && own.days === span.days
          return (
            <button
              key={id}
              type="button"
              aria-pressed={on}
              data-span={id}
              onClick={() => onSpan(own)}
              className={`min-h-[48px] whitespace-nowrap border-2 px-3 text-main ${on ? 'border-ink bg-ink text-ground' : 'border-ink-3'}`}
            >
              {label}
            </button>
          )
        })}
      </div>
    </div>
  )
}
