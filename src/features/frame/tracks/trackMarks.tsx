/** What every set of tracks is drawn from: scales, profiles, pins, segments, stations. */
import type { ProfileValue, SegmentShare } from '@/core/diagnosis'
import type { Segment, TrackId } from '@/core/vehicle'
import { percentText } from '../words'
import type { Heights, Room } from './trackGeometry'

/** A reading on the tracks. */
export interface Pin {
  station: string
  track: TrackId
  si: number
  text: string
  label: string
}

export interface Scale {
  low: number
  high: number
  y: (value: number) => number
  ticks: number[]
}

export function scaleOf(low: number, high: number, top: number, bottom: number, ticks: number[]): Scale {
  return {
    low,
    high,
    ticks,
    y: (value) => bottom - ((Math.min(high, Math.max(low, value)) - low) / (high - low)) * (bottom - top),
  }
}

export const range = (from: number, to: number, step: number) =>
  Array.from({ length: Math.floor((to - from) / step + 1e-9) + 1 }, (_, k) => from + k * step)
export function roundStep(rough: number): number {
  const power = 10 ** Math.floor(Math.log10(rough))
  return [1, 2, 5, 10].map((factor) => factor * power).find((candidate) => candidate >= rough)!
}

/** Two figures need so much between them, px. */
const FIGURES_APART = 17

/** Ticks with room for their figures: from the top, which carries the unit, to the lowest. */
function apart({ ticks, y }: Scale): number[] {
  const kept: number[] = []
  for (const tick of [...ticks].reverse())
    if (kept.every((other) => Math.abs(y(other) - y(tick)) >= FIGURES_APART)) kept.push(tick)
  return kept.reverse()
}

export function Axis({
  scale,
  x1,
  x2,
  unit,
  text,
}: {
  scale: Scale
  x1: number
  x2: number
  unit: string
  text: (value: number) => string
}) {
  return (
    <g>
      {apart(scale).map((tick) => (
        <g key={tick}>
          <line x1={x1} x2={x2} y1={scale.y(tick)} y2={scale.y(tick)} stroke="var(--grid)" />
          <text x={x1 - 6} y={scale.y(tick) + 5} textAnchor="end" fontSize="16" fill="var(--ink-2)">
            {tick === scale.ticks.at(-1) ? `${unit} ${text(tick)}` : text(tick)}
          </text>
        </g>
      ))}
    </g>
  )
}

const band = (
  values: ProfileValue[],
  x: Record<string, number>,
  scale: Scale,
  of: (value: ProfileValue) => { low: number; high: number },
) =>
  [
    ...values.map((value) => `${x[value.station.id]},${scale.y(of(value).high)}`),
    ...[...values].reverse().map((value) => `${x[value.station.id]},${scale.y(of(value).low)}`),
  ].join(' ')

/** Grey: sound. Petrol: what the present belief expects. Dotted: its mean. */
export function Profile({
  values,
  scale,
  x,
}: {
  values: ProfileValue[]
  scale: Scale
  x: Record<string, number>
}) {
  return (
    <g>
      <polygon
        points={band(values, x, scale, (value) => value.sound)}
        fill="var(--sound)"
        stroke="var(--sound)"
        strokeWidth="2"
      />
      <polygon
        points={band(values, x, scale, (value) => value.likely)}
        fill="url(#hatch-thin)"
        fillOpacity="0.55"
        stroke="var(--accent)"
        strokeWidth="1.5"
      />
      <polyline
        points={values.map((value) => `${x[value.station.id]},${scale.y(value.likely.mean)}`).join(' ')}
        fill="none"
        stroke="var(--ink)"
        strokeWidth="2.5"
        strokeDasharray="2 5"
      />
    </g>
  )
}

export function Pins({
  pins,
  scaleOf,
  y: heights,
  x: places,
}: {
  pins: Pin[]
  scaleOf: (track: TrackId) => Scale
  y: Heights
  x: Record<string, number>
}) {
  return (
    <g>
      {pins.map((pin, at) => {
        const y = scaleOf(pin.track).y(pin.si)
        const x = places[pin.station]!
        const track = heights.track[pin.track]
        const below = track === heights.track.electrical && y < heights.volts.top + 22
        return (
          <g key={at}>
            <line x1={x} x2={x} y1={y} y2={track} stroke="var(--ink)" strokeWidth="2" />
            <circle cx={x} cy={y} r="6" fill="var(--ink)" />
            <circle cx={x} cy={y} r="2" fill="var(--ground)" />
            <text
              x={x + 9}
              y={below ? y + 19 : y - 7}
              fontSize="18"
              fontWeight="650"
              fill="var(--ink)"
              stroke="var(--ground)"
              strokeWidth="4"
              paintOrder="stroke"
            >
              {pin.text}
            </text>
          </g>
        )
      })}
    </g>
  )
}

/** How suspect a segment is: its ink, and the probability under its name. */
export const suspicion = ({ ink, probability }: SegmentShare) => ({
  ink,
  says: ink === 'cleared' ? 'cleared' : percentText(probability),
})

/** A segment in the weight of its ink, with its name and what is said of it. */
export function SegmentInk({
  segment,
  span: { from, to },
  y,
  ink,
  says,
  onOpen,
}: {
  segment: Segment
  span: { from: number; to: number }
  y: number
  ink: SegmentShare['ink']
  /** What stands under its name. */
  says: string
  onOpen: () => void
}) {
  const middle = 0.5 * (from + to)
  const strong = ink === 'suspect' || ink === 'first'
  const height = ink === 'first' ? 22 : 14
  const colour = strong ? 'var(--ink)' : 'var(--ink-2)'
  const pump = segment.id === 'pump'
  return (
    <g
      role="button"
      tabIndex={0}
      onClick={onOpen}
      onKeyDown={(event) =>
        (event.key === 'Enter' || event.key === ' ') && (event.preventDefault(), onOpen())
      }
      className="cursor-pointer"
      data-segment={segment.id}
      data-ink={ink}
    >
      <rect x={from} y={y - 22} width={to - from} height={pump ? 60 : 64} fill="transparent" />
      {strong ? (
        <rect
          x={from + 9}
          y={y - height / 2}
          width={to - from - 18}
          height={height}
          fill={ink === 'first' ? 'url(#hatch-dense)' : 'url(#hatch)'}
          stroke="var(--ink)"
          strokeWidth={ink === 'first' ? 2.5 : 1.5}
        />
      ) : (
        <line
          x1={from + 8}
          x2={to - 8}
          y1={y}
          y2={y}
          stroke={colour}
          strokeWidth={ink === 'cleared' ? 1.5 : 4}
        />
      )}
      <text
        x={middle}
        y={y + 27}
        textAnchor="middle"
        fontSize="18"
        fontFamily="var(--font-track)"
        fontWeight={strong ? 700 : 500}
        fill={colour}
      >
        {segment.name}
      </text>
      <text
        x={middle}
        y={y + 45}
        textAnchor="middle"
        fontSize="17"
        fontFamily="var(--font-track)"
        fontWeight={strong ? 700 : 500}
        fill={colour}
      >
        {says}
      </text>
    </g>
  )
}

export function StationMark({ x, y, read, next }: { x: number; y: number; read: boolean; next: boolean }) {
  if (next)
    return (
      <g>
        <circle cx={x} cy={y} r="12" fill="var(--sheet)" stroke="var(--accent)" strokeWidth="4" />
        <circle cx={x} cy={y} r="5" fill="var(--accent)" />
      </g>
    )
  return read ? (
    <circle cx={x} cy={y} r="7" fill="var(--ink)" />
  ) : (
    <circle cx={x} cy={y} r="5" fill="var(--ground)" stroke="var(--ink-2)" strokeWidth="1.5" />
  )
}

/** Leads from where the next test is to the sheet below; what lies over the margin is not led to. */
export const Leader = ({
  x,
  y,
  station,
  room,
  dotted,
}: {
  x: number
  y: number
  station: boolean
  room: Room
  dotted: boolean
}) =>
  x <= room.width - Math.max(404, 0.28 * room.width + 48) ? (
    <line
      x1={x}
      x2={x}
      y1={y + (station ? 12 : 50)}
      y2={room.height}
      stroke="var(--accent)"
      strokeWidth="4"
      strokeDasharray={dotted ? '5 6' : undefined}
    />
  ) : null

export function EntryPin({ x, y, text }: { x: number; y: number; text: string }) {
  return (
    <g aria-hidden="true">
      <circle cx={x} cy={y} r="8" fill="var(--sheet)" stroke="var(--accent)" strokeWidth="3.5" />
      <text
        x={x - 12}
        y={y + 22}
        textAnchor="end"
        fontSize="19"
        fontWeight="700"
        fill="var(--accent)"
        stroke="var(--ground)"
        strokeWidth="4"
        paintOrder="stroke"
      >
        {text}?
      </text>
    </g>
  )
}
