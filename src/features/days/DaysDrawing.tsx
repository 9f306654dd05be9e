'use client'
import { useRef, type KeyboardEvent, type PointerEvent } from 'react'
import { UNIT_MINUTES, type PlacedPiece } from '@/core/days'
import { HatchDefs } from '@/ui/marks'
import { useShape, useSize, type Size } from '@/ui/Shape'
import { clockText } from '../frame/words'
import {
  bayRows,
  hoursOf,
  peopleRows,
  ticksOf,
  Scale,
  type Block,
  type Span,
  type Stay,
} from './daysGeometry'
import { lengthText, pieceText, spanText } from './daysText'
import type { DaysInHand, Laid } from './useDays'

/** A piece as a hand has it, not yet let go. */
export type Draft = Pick<PlacedPiece, 'jobId' | 'piece' | 'person' | 'startAt'>

const LEFT = 112
const EDGE = 24
/** Room over the rows for the hours, and for the finding where it lies over the drawing. */
const TOP = { own: 68, withFinding: 128 }
/** A person's row, at least and at most. */
const PERSON_ROW = { least: 56, most: 88 }
const BAY_ROW = 38
/** Width of an hour's words. */
const TICK_PX = 42
const QUARTER_MS = UNIT_MINUTES * 60_000
/** A finger that rests moves so much. */
const STILL_PX = 6
/** Width from which a small number, a full one, and words find room. */
const ROOM = { small: 21, number: 30, words: 84 }

interface Props {
  hand: DaysInHand
  laid: Laid
  span: Span
  now: number
  picked: Pick<PlacedPiece, 'jobId' | 'piece'> | null
  draft: Draft | null
  onPick: (piece: Pick<PlacedPiece, 'jobId' | 'piece'>) => void
  onDraft: (draft: Draft | null) => void
  /** The hand lets it go where it is. */
  onDrop: (draft: Draft) => void
}

/** The hours of people, and under them which vehicle stands where: one rule of time over both. */
export function DaysDrawing(props: Props) {
  const [ref, size] = useSize<HTMLDivElement>()
  return (
    <div ref={ref} className="h-full w-full overflow-y-auto overflow-x-hidden">
      {size && <Rows {...props} size={size} />}
    </div>
  )
}

function Rows({ size, ...props }: Props & { size: Size }) {
  const { laid, hand, span, now } = props
  const { day } = laid
  const width = Math.floor(size.width)
  const top = useShape() === 'wide' ? TOP.withFinding : TOP.own
  const hours = hoursOf(day.floor)
  const scale = new Scale(day.calendar, span, hours, LEFT, width - EDGE)
  const people = peopleRows(day, hand.plan, scale)
  const bays = bayRows(day, hand.plan, scale)
  const left = size.height - top - bays.length * BAY_ROW - 20
  const rowPx = Math.floor(Math.min(PERSON_ROW.most, Math.max(PERSON_ROW.least, left / people.length)))
  const baysTop = top + people.length * rowPx + 12
  const height = Math.max(Math.floor(size.height), baysTop + bays.length * BAY_ROW + 8)
  return (
    <svg
      width={width}
      height={height}
      role="group"
      aria-label="Who does what when"
      className="block touch-pan-y"
    >
      <HatchDefs />
      <HourRule {...{ scale, span, hours, now, height, top }} calendar={day.calendar} />
      {people.map((blocks, row) => (
        <g key={day.floor.people[row]!.id} transform={`translate(0 ${top + row * rowPx})`}>
          <line x1={EDGE} x2={width - EDGE} y1={rowPx} y2={rowPx} stroke="var(--rule-2)" />
          <text x={EDGE} y={rowPx / 2 + 7} className="font-track text-main" fill="var(--ink)">
            {day.floor.people[row]!.name.slice(0, 12)}
          </text>
          {blocks.map((block) => (
            <PieceBlock
              key={block.placed.jobId + block.placed.piece}
              {...props}
              {...{ block, scale, row, rowPx }}
            />
          ))}
        </g>
      ))}
      {bays.map((stays, row) => (
        <g key={row} transform={`translate(0 ${baysTop + row * BAY_ROW})`}>
          <text x={EDGE} y={25} className="font-track text-second" fill="var(--ink-3)">
            {`Bay ${row + 1}`}
          </text>
          {stays.map((stay) => (
            <BayStay key={stay.jobId} stay={stay} now={now} />
          ))}
        </g>
      ))}
    </svg>
  )
}

function HourRule({
  scale,
  span,
  hours,
  now,
  height,
  top,
  calendar,
}: {
  scale: Scale
  span: Span
  hours: ReturnType<typeof hoursOf>
  now: number
  height: number
  top: number
  calendar: Laid['day']['calendar']
}) {
  const nowX = span.from === 0 ? scale.x(now) : null
  const y = top - 26
  return (
    <g>
      <line x1={scale.left} x2={scale.right} y1={y} y2={y} stroke="var(--ink)" strokeWidth={2} />
      {span.days > 1 && <DayNames {...{ scale, span, calendar, height, y }} />}
      {ticksOf(calendar, span, hours, scale).map(({ x, text }) => (
        <g key={x}>
          <line x1={x} x2={x} y1={y - 8} y2={y} stroke="var(--ink)" strokeWidth={2} />
          {/* The line of now would run through it. */}
          {(nowX === null || nowX < x - 2 || nowX > x + TICK_PX) && (
            <text x={x + 4} y={y + 18} className="text-tick" fill="var(--ink-2)">
              {text}
            </text>
          )}
        </g>
      ))}
      {nowX !== null && (
        <g>
          <line x1={nowX} x2={nowX} y1={y - 24} y2={height} stroke="var(--accent)" strokeWidth={3} />
          <path d={`M${nowX - 8} ${y + 1}h16l-8-10z`} fill="var(--accent)" />
        </g>
      )}
    </g>
  )
}

/** Where each day begins, and its name. */
function DayNames({
  scale,
  span,
  calendar,
  height,
  y,
}: {
  scale: Scale
  span: Span
  calendar: Laid['day']['calendar']
  height: number
  y: number
}) {
  const days = Array.from({ length: span.days }, (_, k) => span.from + k)
  return days.map((day) => (
    <g key={day}>
      <line x1={scale.dayX(day)} x2={scale.dayX(day)} y1={y - 30} y2={height} stroke="var(--rule)" />
      <text x={scale.dayX(day) + 6} y={y - 12} className="text-second" fontWeight={600} fill="var(--ink)">
        {new Date(calendar[day]!.startMs + 12 * 3600_000).toLocaleDateString('en-GB', {
          weekday: 'short',
          day: 'numeric',
        })}
      </text>
    </g>
  ))
}

type BlockProps = Props & { block: Block; scale: Scale; row: number; rowPx: number }

/** A piece under a finger, a mouse or the arrow keys: by quarters of an hour, and from person to person. */
function useHands(
  { block, scale, row, rowPx, laid, onPick, onDraft, onDrop }: BlockProps,
  own: Draft | null,
) {
  const { placed } = block
  const people = laid.day.floor.people
  const held = useRef<{ x: number; y: number } | null>(null)
  const stands: Draft = own ?? {
    jobId: placed.jobId,
    piece: placed.piece,
    startAt: placed.startAt,
    person: placed.person,
  }
  const personAt = (at: number) => people[Math.min(people.length - 1, Math.max(0, at))]!.id
  const at = people.findIndex(({ id }) => id === stands.person)
  const dragged = ({ clientX, clientY }: PointerEvent<SVGGElement>) => {
    const from = held.current
    if (!from || (!own && Math.hypot(clientX - from.x, clientY - from.y) < STILL_PX)) return
    // Nights are not drawn: a finger that crosses one comes to the next morning.
    const at = scale.ms(scale.x(placed.startAt) + clientX - from.x)
    const startAt = Math.round(at / QUARTER_MS) * QUARTER_MS
    onDraft({ ...stands, startAt, person: personAt(row + Math.round((clientY - from.y) / rowPx)) })
  }
  const keys: Record<string, () => void> = {
    ArrowLeft: () => onDraft({ ...stands, startAt: stands.startAt - QUARTER_MS }),
    ArrowRight: () => onDraft({ ...stands, startAt: stands.startAt + QUARTER_MS }),
    ArrowUp: () => onDraft({ ...stands, person: personAt(at - 1) }),
    ArrowDown: () => onDraft({ ...stands, person: personAt(at + 1) }),
    Enter: () => own && onDrop(own),
    ' ': () => undefined,
    Escape: () => onDraft(null),
  }
  return {
    onPointerDown: (event: PointerEvent<SVGGElement>) => {
      event.currentTarget.setPointerCapture(event.pointerId)
      held.current = { x: event.clientX, y: event.clientY }
      onPick(placed)
    },
    onPointerMove: dragged,
    onPointerUp: () => {
      held.current = null
      if (own) onDrop(own)
    },
    onPointerCancel: () => {
      held.current = null
      onDraft(null)
    },
    onKeyDown: (event: KeyboardEvent<SVGGElement>) => {
      const act = keys[event.key]
      if (!act) return
      event.preventDefault()
      onPick(placed)
      act()
    },
  }
}

function PieceBlock(props: BlockProps) {
  const { block, scale, row, rowPx, laid, now, picked, draft } = props
  const { placed, task } = block
  const people = laid.day.floor.people
  const own = draft?.jobId === placed.jobId && draft.piece === placed.piece ? draft : null
  const hands = useHands(props, own)
  const isPicked = picked?.jobId === placed.jobId && picked.piece === placed.piece
  const { startAt, person } = own ?? placed
  const shift = scale.x(startAt) - scale.x(placed.startAt)
  const down = own ? rowPx * (people.findIndex(({ id }) => id === person) - row) : 0
  const when = spanText({ startAt, endAt: startAt + placed.endAt - placed.startAt }, now)
  const who = people.find(({ id }) => id === person)?.name ?? ''
  return (
    <g
      role="button"
      tabIndex={0}
      data-piece={`${placed.jobId} ${placed.piece}`}
      aria-pressed={isPicked}
      aria-label={`Unit ${task.outline.unit}: ${pieceText(task)}, ${who}, ${when}, ${lengthText(task)}`}
      transform={`translate(${block.x + shift} ${4 + down})`}
      className={`cursor-grab ${own ? '' : 'moves'}`}
      style={{ touchAction: 'none' }}
      {...hands}
    >
      <Ink block={block} high={rowPx - 8} picked={isPicked} lifted={own !== null} />
    </g>
  )
}

/** A piece as ink: sure of it is plain, what a range may take besides is hatched. */
function Ink({
  block,
  high,
  picked,
  lifted,
}: {
  block: Block
  high: number
  picked: boolean
  lifted: boolean
}) {
  const { task, placed, width, sureWidth } = block
  const { outline } = task
  const ink = outline.danger ? 'var(--danger)' : 'var(--ink)'
  const edge = picked || lifted ? 'var(--accent)' : ink
  const letters = width > ROOM.number ? 24 : 17
  const room = sureWidth - 42
  return (
    <>
      <rect
        width={Math.max(2, width - 2)}
        height={high}
        fill="var(--sheet)"
        stroke={edge}
        strokeWidth={picked ? 4 : 1.5}
      />
      {sureWidth < width && (
        <rect
          x={sureWidth}
          y={2}
          width={Math.max(0, width - 4 - sureWidth)}
          height={high - 4}
          fill={outline.danger ? 'url(#hatch-danger)' : 'url(#hatch-thin)'}
        />
      )}
      {placed.byHand && <circle cx={9} cy={high - 9} r={5} fill="var(--accent)" />}
      {width > ROOM.small && (
        <>
          <rect x={3} y={6} width={Math.min(width - 8, 28)} height={28} fill="var(--sheet)" />
          <text x={5} y={28} className="font-track" fontSize={letters} fontWeight={700} fill={ink}>
            {outline.unit.slice(0, width > 44 ? 6 : 2)}
          </text>
        </>
      )}
      {room > ROOM.words && (
        <foreignObject x={40} y={4} width={room} height={high - 8}>
          <div className="line-clamp-2 text-tick leading-[20px] text-ink">{pieceText(task)}</div>
        </foreignObject>
      )}
    </>
  )
}

/** How long a vehicle stands there; what cures meanwhile is a dotted line to its split bead. */
function BayStay({ stay, now }: { stay: Stay; now: number }) {
  const edge = stay.danger ? 'var(--danger)' : 'var(--ink)'
  return (
    <g aria-label={`Unit ${stay.unit}, ${spanText(stay, now)}`} role="img">
      <line
        x1={Math.min(stay.x + 30, stay.x + stay.width)}
        x2={stay.x + stay.width}
        y1={19}
        y2={19}
        stroke={edge}
        strokeWidth={4}
      />
      <text x={stay.x + 2} y={27} className="font-track text-main" fontWeight={700} fill={edge}>
        {stay.unit.slice(0, 4)}
      </text>
      {stay.waits.map((wait) => (
        <g key={wait.endAt}>
          <line x1={wait.x} x2={wait.x + wait.width} y1={19} y2={19} stroke="var(--ground)" strokeWidth={5} />
          <line
            x1={wait.x}
            x2={wait.x + wait.width}
            y1={19}
            y2={19}
            stroke={edge}
            strokeWidth={4}
            strokeDasharray="2 6"
          />
          <path d={`M${wait.x + wait.width - 2} 10a9 9 0 0 0 0 18z`} fill={edge} />
          <path
            d={`M${wait.x + wait.width + 3} 11a8 8 0 0 1 0 16z`}
            fill="var(--ground)"
            stroke={edge}
            strokeWidth={2}
          />
          <title>{`${wait.label}, until ${clockText(wait.endAt)}`}</title>
        </g>
      ))}
    </g>
  )
}
