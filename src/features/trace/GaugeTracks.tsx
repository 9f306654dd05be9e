'use client'
import { HatchDefs } from '@/ui/marks'
import { findTest, type TestRole } from '@/core/library'
import { gaugeEnds, type Specification } from '@/core/vehicle'
import type { JobView } from '@/core/job'
import { toSi } from '@/core/shared'
import { Drawing } from '@/ui/Page'
import { LoopEnds } from '../frame/tracks/TrackEnds'
import { LEAST_ROOM, gaugeGeometry, spanOf, type Room } from '../frame/tracks/trackGeometry'
import {
  Axis,
  EntryPin,
  Leader,
  Pins,
  Profile,
  SegmentInk,
  StationMark,
  scaleOf,
  suspicion,
} from '../frame/tracks/trackMarks'
import { pinsOf, stationOf, targetOf } from './trackPins'
import { siText } from '../frame/quantities'
import type { TracksProps } from './Tracks'

/** The volts stand below the finding and its act. */
const UNDER_FINDING = 34
const LEVEL_LEFT = 500
/** Where the scale of the level lies. */
const LEVEL_Y = 96
const rightOfLevel = ({ width }: Room) => width - 180

/** The gauge loop in place of the fuel track: its wires below, above them what the gauge shows against what is in the tank. */
export function GaugeTracks(props: TracksProps & { specification: Specification }) {
  return (
    <Drawing label="Gauge loop with readings and suspects" least={LEAST_ROOM}>
      {(room) => <DrawnLoop {...props} room={room} />}
    </Drawing>
  )
}

function DrawnLoop({
  ranking,
  job,
  test,
  entry,
  specification,
  onSegment,
  room,
}: TracksProps & { specification: Specification; room: Room }) {
  const { layout } = job
  const geometry = gaugeGeometry(layout, room)
  const { x, y } = geometry
  const electricY = y.track.electrical
  const top = Math.min(y.volts.top + UNDER_FINDING, y.volts.bottom - 24)
  const volt = scaleOf(0, 14, top, y.volts.bottom, [0, 4, 8, 12])
  const pins = pinsOf(layout, job)
  const share = new Map(ranking.segments.map((segment) => [segment.id, segment]))
  const read = new Set(
    job.readings
      .filter((reading) => reading.epoch === job.epoch)
      .map((reading) => findTest(reading.testId)?.at),
  )
  const target = test && targetOf(layout, geometry, test)
  const entryStation = test && stationOf(layout, test)
  return (
    <>
      <HatchDefs />
      <LevelScale job={job} specification={specification} room={room} />
      <Axis scale={volt} x1={54} x2={x.batteryMinus!} unit="V" text={String} />
      <Profile values={ranking.profile} scale={volt} x={x} />
      <Pins pins={pins} scaleOf={() => volt} y={{ ...y, volts: { top, bottom: y.volts.bottom } }} x={x} />
      {layout.segments.map((segment) => (
        <SegmentInk
          key={segment.id}
          segment={segment}
          span={spanOf(geometry, segment)}
          y={electricY}
          {...suspicion(share.get(segment.id)!)}
          onOpen={() => onSegment(segment.id)}
        />
      ))}
      {layout.stations.map((station) => (
        <StationMark
          key={station.id}
          x={x[station.id]!}
          y={electricY}
          read={read.has(station.id)}
          next={target?.station === station.id}
        />
      ))}
      <LoopEnds x={x} y={electricY} />
      {target && (
        <Leader x={target.x} y={target.y} station={target.station !== null} room={room} dotted={false} />
      )}
      {entry !== null && test && entryStation && (
        <EntryPin x={x[entryStation.id]!} y={volt.y(toSi(entry))} text={String(entry.value)} />
      )}
    </>
  )
}

const latest = (job: JobView, role: TestRole): number | null => {
  const reading = job.readings.findLast(
    (candidate) => findTest(candidate.testId)?.role === role && candidate.epoch === job.epoch,
  )
  return reading?.value.kind === 'number' ? toSi(reading.value.entered) : null
}

/** One scale from empty to full: the needle above it, the tank below it. */
function LevelScale({
  job,
  specification,
  room,
}: {
  job: JobView
  specification: Specification
  room: Room
}) {
  const right = rightOfLevel(room)
  const along = (share: number) => LEVEL_LEFT + Math.min(1.04, Math.max(-0.04, share)) * (right - LEVEL_LEFT)
  const capacityM3 = specification.tankCapacityM3.value
  const shown = latest(job, 'gaugeShows')
  const dipped = latest(job, 'tankContent') ?? (job.litres === null ? null : job.litres / 1e3)
  const ends = gaugeEnds(job.layout.id, specification)
  const text = { fontSize: 18, fontFamily: 'var(--font-track)', fill: 'var(--ink)' }
  const apart = shown !== null && dipped !== null ? Math.round(100 * (shown - dipped / capacityM3)) : null
  return (
    <g>
      {[0, 0.25, 0.5, 0.75, 1].map((mark) => (
        <line
          key={mark}
          x1={along(mark)}
          x2={along(mark)}
          y1={LEVEL_Y - 12}
          y2={LEVEL_Y + 12}
          stroke="var(--ink-2)"
          strokeWidth={mark % 0.5 === 0 ? 2 : 1}
        />
      ))}
      <line x1={LEVEL_LEFT} x2={right} y1={LEVEL_Y} y2={LEVEL_Y} stroke="var(--ink)" strokeWidth="2" />
      <text x={LEVEL_LEFT - 12} y={LEVEL_Y - 4} textAnchor="end" {...text} fontWeight="700">
        Empty
      </text>
      <text x={LEVEL_LEFT - 12} y={LEVEL_Y + 16} textAnchor="end" {...text} fill="var(--ink-2)">
        {ends ? `${ends.emptyOhm} Ω` : 'probe'}
      </text>
      <text x={right + 12} y={LEVEL_Y - 4} {...text} fontWeight="700">
        Full, {siText(capacityM3, 'L', 0)}
      </text>
      <text x={right + 12} y={LEVEL_Y + 16} {...text} fill="var(--ink-2)">
        {ends ? `${ends.fullOhm} Ω${ends.typical ? ', typical' : ''}` : ''}
      </text>
      <Mark
        share={shown}
        x={along(shown ?? 0.5)}
        y={LEVEL_Y}
        up
        words={shown === null ? 'gauge not read yet' : `gauge shows ${Math.round(100 * shown)} %`}
      />
      <Mark
        share={dipped === null ? null : dipped / capacityM3}
        x={along(dipped === null ? 0.5 : dipped / capacityM3)}
        y={LEVEL_Y}
        words={
          dipped === null
            ? 'tank not dipped yet'
            : `in the tank ${siText(dipped, 'L', 0)}, ${Math.round((100 * dipped) / capacityM3)} %`
        }
      />
      {apart !== null && (
        <text
          x={0.5 * (LEVEL_LEFT + right)}
          y={32}
          textAnchor="middle"
          {...text}
          fontSize="20"
          fontWeight="700"
        >
          {Math.abs(apart) < 8
            ? 'Gauge and tank agree.'
            : `Gauge shows ${Math.abs(apart)} % of the tank too ${apart > 0 ? 'much' : 'little'}.`}
        </text>
      )}
    </g>
  )
}

function Mark({
  share,
  x,
  y,
  up = false,
  words,
}: {
  share: number | null
  x: number
  y: number
  up?: boolean
  words: string
}) {
  const tip = up ? y - 40 : y + 40
  const anchor = share === null || (share > 0.25 && share < 0.75) ? 'middle' : share <= 0.25 ? 'start' : 'end'
  return (
    <g>
      {share !== null && <line x1={x} x2={x} y1={y} y2={tip} stroke="var(--ink)" strokeWidth="2" />}
      {share !== null && <circle cx={x} cy={y} r="7" fill="var(--ink)" />}
      <text
        x={x}
        y={up ? tip - 6 : tip + 18}
        textAnchor={anchor}
        fontSize="18"
        fontFamily="var(--font-track)"
        fontWeight={share === null ? 500 : 650}
        fill={share === null ? 'var(--ink-2)' : 'var(--ink)'}
      >
        {words}
      </text>
    </g>
  )
}
