'use client'
import { useShape } from '@/ui/Shape'
import { Drawing } from '@/ui/Page'
import { toCome, type Part } from '@/core/parts'
import { dateText } from '../frame/words'
import { moveText, stockSteps } from './stockLine'

const EDGE = { left: 64, right: 24, top: 108, foot: 34 }
const LEAST = { width: 320, height: 190 }
const LAST_MOVES = 6

/** The shelf over time as a step line, and the last moves in words. */
export function StockLine({ part, now }: { part: Part; now: number }) {
  const shape = useShape()
  const moves = part.moves.slice(-LAST_MOVES).reverse()
  return (
    <div className={`flex h-full min-h-0 flex-col ${shape === 'wide' ? '' : 'gap-2'}`}>
      <div className="min-h-[190px] flex-1">
        <Drawing label={`On the shelf over time, now ${part.shelf}`} least={LEAST}>
          {(room) => <Steps part={part} now={now} room={room} top={shape === 'wide' ? EDGE.top : 16} />}
        </Drawing>
      </div>
      <ul aria-label="Last moves" className="wide:columns-2 wide:px-6">
        {moves.map((move) => (
          <li
            key={`${move.at} ${move.from} ${move.to} ${move.jobId}`}
            className="flex gap-3 border-b border-rule-2 text-second leading-[30px]"
          >
            <span className="w-[140px] shrink-0 text-ink-2">{dateText(move.at)}</span>
            <span className="truncate">{`${moveText(move)}${move.by ? `, ${move.by}` : ''}`}</span>
          </li>
        ))}
      </ul>
    </div>
  )
}

interface Room {
  part: Part
  now: number
  room: { width: number; height: number }
  top: number
}

function scales({ part, now, room, top }: Room) {
  const steps = stockSteps(part, now)
  const from = Math.min(steps[0]!.at, now - 86_400_000)
  const low = Math.min(0, ...steps.map(({ level }) => level))
  const high = Math.max(1, part.least, ...steps.map(({ level }) => level))
  const [left, right] = [EDGE.left, room.width - EDGE.right]
  return {
    steps,
    from,
    levels: [...new Set([low, 0, high])],
    left,
    right,
    x: (at: number) => left + ((at - from) / (now - from)) * (right - left),
    y: (level: number) => top + ((high - level) / (high - low)) * (room.height - top - EDGE.foot),
  }
}

function Steps(props: Room) {
  const { part, now, room } = props
  const { steps, from, levels, left, right, x, y } = scales(props)
  const path = steps
    .map(({ at, level }, k) => (k === 0 ? `M${x(at)} ${y(level)}` : `H${x(at)}V${y(level)}`))
    .join('')
  const coming = toCome(part).length
  return (
    <>
      {levels.map((level) => (
        <g key={level}>
          <line x1={left} x2={right} y1={y(level)} y2={y(level)} stroke="var(--rule-2)" />
          <text x={left - 10} y={y(level) + 6} textAnchor="end" className="text-second" fill="var(--ink-2)">
            {level}
          </text>
        </g>
      ))}
      {part.least > 0 && <Least {...{ left, right }} y={y(part.least)} least={part.least} />}
      <path d={path} fill="none" stroke="var(--ink)" strokeWidth={4} />
      <circle cx={x(now)} cy={y(part.shelf)} r={7} fill="var(--ink)" />
      <text x={left} y={room.height - 10} className="text-tick" fill="var(--ink-2)">
        {dateText(from)}
      </text>
      <text x={right} y={room.height - 10} textAnchor="end" className="text-tick" fill="var(--ink-2)">
        {coming > 0 ? `now, ${coming} on order` : 'now'}
      </text>
    </>
  )
}

function Least({ left, right, y, least }: { left: number; right: number; y: number; least: number }) {
  return (
    <>
      <line
        x1={left}
        x2={right}
        y1={y}
        y2={y}
        stroke="var(--ink-3)"
        strokeDasharray="6 5"
        strokeWidth={1.5}
      />
      <text x={left + 6} y={y - 5} className="text-tick" fill="var(--ink-2)">
        {`least ${least}`}
      </text>
    </>
  )
}
