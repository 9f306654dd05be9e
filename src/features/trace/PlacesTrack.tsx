'use client'
import { HatchDefs } from '@/ui/marks'
import { findTest, type Instrument } from '@/core/library'
import { toSi } from '@/core/shared'
import type { SceneId } from '@/core/vehicle'
import type { JobView, Reading } from '@/core/job'
import { Drawing } from '@/ui/Page'
import { LEAST_ROOM, heightsIn, leftOfMargin, type Room } from '../frame/tracks/trackGeometry'
import { Leader, SegmentInk, range, scaleOf, suspicion } from '../frame/tracks/trackMarks'
import type { TracksProps } from './Tracks'

const LEFT = 66
/** Height of the meter's bars over the places: below the finding and its act. */
const METER_PX = 68
const meterOver = (placesY: number) => scaleOf(0, 0.3, placesY - 18 - METER_PX, placesY - 18, [0, 0.1, 0.2])

/** Places where fuel can escape, from the filler forwards: what the meter showed at each, what was seen wet or dry, and how suspect it is. */
export function PlacesTrack(props: TracksProps) {
  return (
    <Drawing label="Places where fuel can escape, with readings and suspects" least={LEAST_ROOM}>
      {(room) => <DrawnPlaces {...props} room={room} />}
    </Drawing>
  )
}

function DrawnPlaces({ ranking, job, test, onSegment, room }: TracksProps & { room: Room }) {
  const { segments } = job.layout
  const right = leftOfMargin(room) + 42
  const placesY = heightsIn(room).track.places
  const meter = meterOver(placesY)
  const width = (right - LEFT) / segments.length
  const share = new Map(ranking.segments.map((segment) => [segment.id, segment]))
  const target = segments.findIndex((segment) => segment.id === test?.at)
  return (
    <>
      <HatchDefs />
      {meter.ticks.map((tick) => (
        <g key={tick}>
          <line
            x1={LEFT}
            x2={right}
            y1={meter.y(tick)}
            y2={meter.y(tick)}
            stroke={tick === 0.1 || tick === 0.2 ? 'var(--danger)' : 'var(--grid)'}
            strokeWidth={tick === 0.2 ? 2 : 1}
          />
          <text x={LEFT - 6} y={meter.y(tick) + 5} textAnchor="end" fontSize="16" fill="var(--ink-2)">
            {tick === 0 ? 'LEL' : `${Math.round(100 * tick)} %`}
          </text>
        </g>
      ))}
      <text x={right} y={meter.y(0.1) - 5} textAnchor="end" fontSize="15" fill="var(--danger)">
        stop, ventilate
      </text>
      <text x={right} y={meter.y(0.2) - 5} textAnchor="end" fontSize="15" fill="var(--danger)">
        everyone out
      </text>
      {segments.map((segment, at) => (
        <Found key={segment.id} job={job} place={segment.id} x={LEFT + (at + 0.5) * width} y={placesY} />
      ))}
      {segments.map((segment, at) => (
        <SegmentInk
          key={segment.id}
          segment={segment}
          span={{ from: LEFT + at * width, to: LEFT + (at + 1) * width }}
          y={placesY}
          {...suspicion(share.get(segment.id)!)}
          onOpen={() => onSegment(segment.id)}
        />
      ))}
      {range(0, segments.length, 1).map((k) => (
        <circle
          key={k}
          cx={LEFT + k * width}
          cy={placesY}
          r="5"
          fill="var(--ground)"
          stroke="var(--ink-2)"
          strokeWidth="1.5"
        />
      ))}
      {target >= 0 && (
        <Leader x={LEFT + (target + 0.5) * width} y={placesY} station={false} room={room} dotted={false} />
      )}
    </>
  )
}

/** The last reading of this round at a place, by its instrument and in its scene. */
const at = (job: JobView, place: string, instrument: Instrument, scene: SceneId): Reading | null =>
  job.readings.findLast((reading) => {
    const test = reading.epoch === job.epoch ? findTest(reading.testId) : null
    return test?.at === place && test.instrument === instrument && test.scene === scene
  }) ?? null

/** What was found at a place: the meter as a bar, the eye as a word. */
function Found({ job, place, x, y }: { job: JobView; place: string; x: number; y: number }) {
  const scale = meterOver(y)
  const read = at(job, place, 'gasMeter', 'rest')
  const seen = at(job, place, 'eye', 'primed') ?? at(job, place, 'eye', 'rest')
  const lel = read?.value.kind === 'number' ? toSi(read.value.entered) : null
  const test = seen && findTest(seen.testId)
  const outcome = seen?.value.kind === 'outcome' ? seen.value.outcome : ''
  const word =
    test?.reading.kind === 'observation'
      ? (test.reading.outcomes.find((entry) => entry.id === outcome)?.label ?? '')
      : ''
  return (
    <g>
      {lel !== null && (
        <rect
          x={x - 16}
          width="32"
          y={scale.y(lel)}
          height={Math.max(2, scale.y(0) - scale.y(lel))}
          fill={lel >= 0.1 ? 'var(--danger)' : 'var(--ink)'}
        />
      )}
      {lel !== null && (
        <text
          x={x}
          y={scale.y(lel) - 6}
          textAnchor="middle"
          fontSize="18"
          fontWeight="700"
          fill="var(--ink)"
          stroke="var(--ground)"
          strokeWidth="4"
          paintOrder="stroke"
        >
          {Math.round(100 * lel)} %
        </text>
      )}
      {word && (
        <text
          x={x}
          y={y + 62}
          textAnchor="middle"
          fontSize="18"
          fontWeight={outcome === 'wet' ? 700 : 500}
          fill={outcome === 'wet' ? 'var(--danger)' : 'var(--ink-2)'}
        >
          {word.toLowerCase()}
        </text>
      )}
    </g>
  )
}
