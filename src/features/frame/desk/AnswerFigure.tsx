'use client'
import dynamic from 'next/dynamic'
import type { Answer, Curve, Drawing as Shapes } from '@/core/sizing'
import { scaleSteps } from '@/core/report'
import { HatchDefs } from '@/ui/marks'
import { Drawing } from '@/ui/Page'
import type { PlotLine } from '@/ui/PlotChart'
import { useSize, type Size } from '@/ui/Shape'
import { headText, inUnit } from './answerText'

/** Drawn once the answer stands. */
const PlotChart = dynamic(() => import('@/ui/PlotChart').then((own) => own.PlotChart), { ssr: false })

/** The curve of an answer, or what it is about to scale; nothing where a sentence says it all. */
export function AnswerFigure({ answer }: { answer: Answer }) {
  if (answer.drawing) return <ToScale shapes={answer.drawing} says={answer.says} />
  return answer.curve ? <AnswerCurve curve={answer.curve} says={answer.says} /> : null
}

const LOOKS = ['pen', 'fit', 'limit'] as const
const LOOK_WORDS = { pen: 'black', fit: 'petrol', limit: 'dashed' } as const

function AnswerCurve({ curve, says }: { curve: Curve; says: string }) {
  const [ref, size] = useSize<HTMLDivElement>()
  const { x, y, lines, hand, limit } = curve
  const across = (si: number) => inUnit(si, x.unit)
  const up = (si: number) => inUnit(si, y.unit)
  const xs = lines.flatMap(({ points }) => points.map(([at]) => across(at)))
  const ys = [
    ...lines.flatMap(({ points }) => points.map(([, at]) => up(at))),
    ...(hand ? [up(hand[1])] : []),
    ...(limit ? [up(limit.y)] : []),
  ]
  const [left, right] = [Math.min(...xs), Math.max(...xs)]
  const { low, high } = roundEnds(Math.min(0, ...ys), Math.max(...ys))
  const names = [
    ...lines.map(({ name }, k) => `${name} ${LOOK_WORDS[LOOKS[k]!]}`),
    ...(limit ? [`${limit.name} dashed`] : []),
    ...(hand ? ['the dot is where it stands'] : []),
  ]
  return (
    <figure className="flex h-full min-h-[260px] flex-col wide:min-h-0" data-curve>
      <div ref={ref} className="min-h-[220px] flex-1 overflow-hidden wide:min-h-0">
        {size && (
          <PlotChart
            title={says}
            height={Math.max(100, Math.floor(size.height))}
            x={{ label: headText(x.name, x.unit), low: left, high: right }}
            panels={[
              {
                label: headText(y.name, y.unit),
                low,
                high,
                weight: 1,
                lines: linesOf(curve, [left, right]),
              },
            ]}
          />
        )}
      </div>
      <figcaption className="text-second text-ink-2">{names.join(', ')}</figcaption>
    </figure>
  )
}

/** Its lines, its limit, and where it stands, in the units that are shown. */
function linesOf({ x, y, lines, hand, limit }: Curve, ends: [number, number]): PlotLine[] {
  const across = (si: number) => inUnit(si, x.unit)
  const up = (si: number) => inUnit(si, y.unit)
  return [
    ...lines.map(({ name, points }, k) => ({
      label: name,
      look: LOOKS[k] ?? 'limit',
      points: points.map(([at, value]) => ({ x: across(at), y: up(value) })),
    })),
    ...(limit
      ? [
          {
            label: limit.name,
            look: 'limit' as const,
            points: ends.map((at) => ({ x: at, y: up(limit.y) })),
          },
        ]
      : []),
    ...(hand
      ? [
          {
            label: 'here',
            look: 'hand' as const,
            points: [{ x: across(hand[0]), y: up(hand[1]) }],
          },
        ]
      : []),
  ]
}

/** Ends of a scale on its own steps. */
function roundEnds(low: number, high: number): { low: number; high: number } {
  if (!(high > low)) return { low: low - 1, high: low + 1 }
  const steps = scaleSteps(low, high, 5)
  const step = (steps[1] ?? high) - (steps[0] ?? low) || high - low
  return { low: step * Math.floor(low / step + 1e-9), high: step * Math.ceil(high / step - 1e-9) }
}

const MARGIN = 26
/** So many times as high as wide is tall. */
const TALL = 2

function ToScale({ shapes, says }: { shapes: Shapes; says: string }) {
  return (
    <figure className="h-full min-h-[280px]" data-to-scale>
      <Drawing label={says} least={{ width: 280, height: 260 }}>
        {(room) => <Scaled shapes={shapes} room={room} />}
      </Drawing>
    </figure>
  )
}

/** Everything at one scale both ways, in the middle of the room. */
function Scaled({ shapes: { shapes }, room }: { shapes: Shapes; room: Size }) {
  const points = shapes.flatMap((shape) => shape.points)
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)]
  const [left, right, low, high] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const scale = Math.min(
    (room.width - 2 * MARGIN) / Math.max(1e-6, right - left),
    (room.height - 2 * MARGIN) / Math.max(1e-6, high - low),
  )
  const at = ([x, y]: [number, number]): [number, number] => [
    0.5 * room.width + scale * (x - 0.5 * (left + right)),
    0.5 * room.height - scale * (y - 0.5 * (low + high)),
  ]
  return (
    <>
      <HatchDefs />
      {shapes.map(({ id, name, points: own, closed, fouls }) => {
        const drawn = own.map(at)
        const path = `M ${drawn.map((point) => point.join(' ')).join(' L ')}${closed ? ' Z' : ''}`
        const label = labelAt(drawn, closed, room)
        return (
          <g key={id} data-shape-of={id} data-fouls={fouls ? 'yes' : undefined}>
            <path
              d={path}
              fill={closed && fouls ? 'url(#hatch)' : closed && id !== 'tank' ? 'var(--wash)' : 'none'}
              stroke="var(--ink)"
              strokeWidth={fouls ? 3 : 2}
            />
            {name && (
              <text
                x={label.x}
                y={label.y}
                textAnchor={label.anchor}
                fontWeight={fouls ? 700 : 400}
                fontSize="17"
                fill={fouls ? 'var(--ink)' : 'var(--ink-2)'}
                stroke="var(--ground)"
                strokeWidth="4"
                paintOrder="stroke"
              >
                {fouls ? `${name}, in the way` : name}
              </text>
            )}
          </g>
        )
      })}
    </>
  )
}

/** Where a shape's name stands: beside what is closed and has room at its right, under what is tall, else over it; at the left end of a line. */
function labelAt(
  drawn: [number, number][],
  closed: boolean,
  room: Size,
): { x: number; y: number; anchor: 'start' | 'middle' } {
  const [xs, ys] = [drawn.map(([x]) => x), drawn.map(([, y]) => y)]
  const [left, right, top, foot] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)]
  const over = Math.max(18, top - 6)
  if (!closed) return { x: left, y: over, anchor: 'start' }
  if (foot - top > TALL * (right - left) && foot + 20 < room.height)
    return { x: 0.5 * (left + right), y: foot + 18, anchor: 'middle' }
  return right - left < 0.2 * room.width && right < 0.75 * room.width
    ? { x: right + 8, y: 0.5 * (top + foot) + 6, anchor: 'start' }
    : { x: 0.5 * (left + right), y: over, anchor: 'middle' }
}
