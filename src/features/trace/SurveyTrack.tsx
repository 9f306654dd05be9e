'use client'
import type { SurveyItem } from '@/core/library'
import type { SurveyStanding } from '@/core/procedure'
import { HatchDefs } from '@/ui/marks'
import { Drawing } from '@/ui/Page'
import { FINDING_WORDS } from '../frame/words'
import { LEAST_ROOM, type Room } from '../frame/tracks/trackGeometry'

const LEFT = 118
/** The lower path over the edge of the drawing, and the upper one over that. */
const BESIDE_UP = 88
const FUEL_UP = 114
const WIDEST = 118

export interface SurveyPathProps {
  items: SurveyItem[]
  standing: Map<string, SurveyStanding>
  shownId: string | null
  onChoose: (itemId: string) => void
}

/** The fuel's path and what lies beside it, item by item: thin is good, hatched is doubtful or bad, dashed is held. */
export function SurveyTrack(props: SurveyPathProps) {
  return (
    <Drawing label="Path from tank to engine, with what was found" least={LEAST_ROOM}>
      {(room) => <DrawnSurvey {...props} room={room} />}
    </Drawing>
  )
}

function DrawnSurvey({ items, standing, shownId, onChoose, room }: SurveyPathProps & { room: Room }) {
  const pathY: Record<SurveyItem['track'], number> = {
    fuel: room.height - BESIDE_UP - FUEL_UP,
    beside: room.height - BESIDE_UP,
  }
  return (
    <>
      <HatchDefs />
      {(['fuel', 'beside'] as const).map((track) => {
        const own = items.filter(
          (item) =>
            item.track === track &&
            standing.get(item.id)!.kind !== 'not needed' &&
            (!item.halfOf || standing.get(item.id)!.kind !== 'held'),
        )
        const width = Math.min(WIDEST, (room.width - 24 - LEFT) / own.length)
        return (
          <g key={track}>
            <text x={24} y={pathY[track] + 6} fontSize="18" fill="var(--ink-2)">
              {track === 'fuel' ? 'Fuel path' : 'Beside it'}
            </text>
            {own.map((item, at) => (
              <Item
                key={item.id}
                item={item}
                standing={standing.get(item.id)!}
                from={LEFT + at * width}
                to={LEFT + (at + 1) * width}
                shown={item.id === shownId}
                y={pathY[track]}
                room={room}
                onOpen={() => onChoose(item.id)}
              />
            ))}
          </g>
        )
      })}
    </>
  )
}

export const inkOf = (standing: SurveyStanding): 'good' | 'doubtful' | 'bad' | 'cannot' | 'open' | 'held' =>
  standing.kind === 'done' ? standing.finding : standing.kind === 'not needed' ? 'held' : standing.kind
export const LABEL = { ...FINDING_WORDS, cannot: 'not seen', open: 'open', held: 'its turn later' }

function Item({
  item,
  standing,
  from,
  to,
  shown,
  y,
  room,
  onOpen,
}: {
  item: SurveyItem
  standing: SurveyStanding
  from: number
  to: number
  shown: boolean
  y: number
  room: Room
  onOpen: () => void
}) {
  const middle = 0.5 * (from + to)
  const ink = inkOf(standing)
  const strong = ink === 'bad' || ink === 'doubtful'
  const height = ink === 'bad' ? 22 : 14
  return (
    <g
      role="button"
      tabIndex={0}
      aria-current={shown}
      data-item={item.id}
      data-ink={ink}
      onClick={onOpen}
      onKeyDown={(event) =>
        (event.key === 'Enter' || event.key === ' ') && (event.preventDefault(), onOpen())
      }
      className="cursor-pointer"
    >
      <rect x={from} y={y - 24} width={to - from} height={76} fill="transparent" />
      {shown && middle <= room.width - Math.max(404, 0.28 * room.width + 48) && (
        <line
          x1={middle}
          x2={middle}
          y1={y + 52}
          y2={room.height}
          stroke="var(--accent)"
          strokeWidth="4"
          strokeDasharray={item.track === 'fuel' ? '5 6' : undefined}
        />
      )}
      {shown && (
        <rect
          x={from + 5}
          y={y - 16}
          width={to - from - 10}
          height={32}
          fill="none"
          stroke="var(--accent)"
          strokeWidth="4"
        />
      )}
      {strong ? (
        <rect
          x={from + 11}
          y={y - height / 2}
          width={to - from - 22}
          height={height}
          fill={ink === 'bad' ? 'url(#hatch-dense)' : 'url(#hatch)'}
          stroke="var(--ink)"
          strokeWidth={ink === 'bad' ? 2.5 : 1.5}
        />
      ) : (
        <line
          x1={from + 11}
          x2={to - 11}
          y1={y}
          y2={y}
          stroke="var(--ink-2)"
          strokeWidth={ink === 'good' ? 1.5 : 4}
          strokeDasharray={ink === 'held' ? '3 6' : ink === 'cannot' ? '12 6' : undefined}
        />
      )}
      <text
        x={middle}
        y={y + 33}
        textAnchor="middle"
        fontSize="18"
        fontFamily="var(--font-track)"
        fontWeight={strong || shown ? 700 : 500}
        fill="var(--ink)"
      >
        {item.name}
      </text>
      <text
        x={middle}
        y={y + 51}
        textAnchor="middle"
        fontSize="17"
        fontFamily="var(--font-track)"
        fontWeight={strong ? 700 : 500}
        fill="var(--ink-2)"
      >
        {LABEL[ink]}
      </text>
    </g>
  )
}
