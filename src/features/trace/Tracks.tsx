'use client'
import { HatchDefs } from '@/ui/marks'
import type { ProfileValue } from '@/core/diagnosis'
import { findTest, type Test } from '@/core/library'
import type { JobView } from '@/core/job'
import { fromSi, toSi, type Entered, type PaGauge } from '@/core/shared'
import { figureShown, siText, unitShown } from '../frame/quantities'
import type { Layout, TrackId } from '@/core/vehicle'
import type { Ranking } from '@/workers/protocol'
import {
  Axis,
  EntryPin,
  Leader,
  Pins,
  Profile,
  SegmentInk,
  StationMark,
  range,
  roundStep,
  scaleOf,
  suspicion,
  type Pin,
  type Scale,
} from '../frame/tracks/trackMarks'
import { pinsOf, stationOf, targetOf } from './trackPins'
import { Drawing } from '@/ui/Page'
import { EndLabels, PumpColumn, ReturnDrop } from '../frame/tracks/TrackEnds'
import { LEAST_ROOM, spanOf, trackGeometry, type Heights, type Room } from '../frame/tracks/trackGeometry'

/** Wires at the pump's minus are read against battery minus by themselves; they lie on no profile. */
const OFF_PROFILE = ['pumpMinus', 'batteryMinus']

function scales(profile: ProfileValue[], pins: Pin[], y: Heights): { volt: Scale; pressure: Scale } {
  const on = (track: TrackId) =>
    profile.filter((value) => value.station.track === track && !OFF_PROFILE.includes(value.station.id))
  const pinned = (track: TrackId) => pins.filter((pin) => pin.track === track).map((pin) => pin.si)
  const least = Math.max(
    0,
    Math.floor(Math.min(9, ...on('electrical').map((value) => value.likely.low), ...pinned('electrical'))) -
      1,
  )
  const fuel = [
    ...on('fuel').flatMap((value) => [
      value.likely.low,
      value.likely.high,
      value.sound.low,
      value.sound.high,
    ]),
    ...pinned('fuel'),
  ]
  // Round figures in the unit that is read.
  const one = toSi({ value: 1, unit: unitShown('kPa') })
  const step = one * roundStep((Math.max(40e3, ...fuel) - Math.min(0, ...fuel)) / 4 / one)
  const top = step * Math.ceil(Math.max(40e3, ...fuel) / step)
  // Suction lies under the zero line; a little of height does not open it.
  const bottom = Math.min(...fuel) < -3e3 ? step * Math.floor(Math.min(...fuel) / step) : 0
  return {
    volt: scaleOf(
      least,
      14,
      y.volts.top,
      y.volts.bottom,
      range(least, 13, least < 6 ? 3 : least < 9 ? 2 : 1),
    ),
    pressure: scaleOf(bottom, top, y.pressure.top, y.pressure.bottom, range(bottom, top, step)),
  }
}
export interface TracksProps {
  ranking: Ranking
  job: JobView
  test: Test | null
  entry: Entered | null
  onSegment: (segmentId: string) => void
}

/** The electrical and the fuel track over each other, in whatever room there is. */
export function Tracks(props: TracksProps) {
  return (
    <Drawing label="Electrical and fuel path with readings and suspects" least={LEAST_ROOM}>
      {(room) => <DrawnTracks {...props} room={room} />}
    </Drawing>
  )
}

function DrawnTracks({ ranking, job, test, entry, onSegment, room }: TracksProps & { room: Room }) {
  const layout = job.layout
  const geometry = trackGeometry(layout, room)
  const { x, y, pump } = geometry
  const pins = pinsOf(layout, job)
  const { volt, pressure } = scales(ranking.profile, pins, y)
  const read = new Set(
    job.readings
      .filter((reading) => reading.epoch === job.epoch)
      .map((reading) => findTest(reading.testId)?.at),
  )
  const share = new Map(ranking.segments.map((segment) => [segment.id, segment]))
  const target = test && targetOf(layout, geometry, test)
  const entryStation = test && stationOf(layout, test)
  // The leader of the next test runs down the pump's column: its words give way.
  const crossed = Boolean(target && target.x > pump.left && target.x < pump.right)
  const fuel = ranking.profile.filter(
    (value) => value.station.track === 'fuel' && value.station.node !== 'manifold',
  )
  const electrical = ranking.profile.filter(
    (value) => value.station.track === 'electrical' && !OFF_PROFILE.includes(value.station.id),
  )
  return (
    <>
      <HatchDefs />
      <PumpColumn geometry={geometry} />
      <Axis
        scale={pressure}
        x1={x.tank! - 4}
        x2={room.width - 152}
        unit={unitShown('kPa')}
        text={(pa) => String(Number(fromSi(pa, unitShown('kPa')).toPrecision(4))).replace('-', '−')}
      />
      {electrical.length > 1 && <Axis scale={volt} x1={54} x2={pump.left} unit="V" text={String} />}
      <Profile values={fuel} scale={pressure} x={x} />
      {electrical.length > 1 && <Profile values={electrical} scale={volt} x={x} />}
      <Pins pins={pins} scaleOf={(track) => (track === 'electrical' ? volt : pressure)} y={y} x={x} />
      <ReturnDrop geometry={geometry} />
      {layout.segments.map((segment) => (
        <SegmentInk
          key={segment.id}
          segment={segment}
          span={spanOf(geometry, segment)}
          y={y.track[segment.track]}
          {...suspicion(share.get(segment.id)!)}
          onOpen={() => onSegment(segment.id)}
        />
      ))}
      {layout.stations.map((station) => (
        <StationMark
          key={station.id}
          x={x[station.id]!}
          y={y.track[station.track]}
          read={read.has(station.id)}
          next={target?.station === station.id}
        />
      ))}
      <EndLabels
        layout={layout}
        geometry={geometry}
        pumpSays={geometry.electricPump && !crossed ? `volts in, ${unitShown('kPa')} out` : ''}
      />
      {target && (
        <Leader
          x={target.x}
          y={target.y}
          station={target.station !== null}
          room={room}
          dotted={target.y !== y.track.electrical}
        />
      )}
      {entry !== null && test && entryStation && (
        <EntryPin
          x={x[entryStation.id]!}
          y={(entryStation.track === 'electrical' ? volt : pressure).y(toSi(entry))}
          text={String(entry.value)}
        />
      )}
      <GaugeReading
        layout={layout}
        ranking={ranking}
        pins={pins}
        x={room.width - 136}
        low={y.track.fuel < 110}
      />
    </>
  )
}

/** A band as its middle and half its width, no narrower than a gauge is read. */
const middleText = ({ low, high }: { low: PaGauge; high: PaGauge }) =>
  `${figureShown(0.5 * (low + high), 'kPa', 0)} ± ${siText(Math.max(1e3, 0.5 * (high - low)), 'kPa', 0)}`

/** Beside the track: what is sound where the gauge goes, and what was read there. */
function GaugeReading({
  layout,
  ranking,
  pins,
  x,
  low,
}: {
  layout: Layout
  ranking: Ranking
  pins: Pin[]
  x: number
  /** Room for two lines over the engine's name, not for three. */
  low: boolean
}) {
  const value = ranking.profile.find(
    (candidate) => candidate.station.track === 'fuel' && candidate.station.node === layout.gaugeAt,
  )!
  const pin = pins.findLast((candidate) => candidate.station === value.station.id)
  return (
    <g>
      <text x={x} y="34" fontSize="17" fill="var(--ink-2)">
        {value.station.name.toLowerCase()}, sound
      </text>
      <text x={x} y={low ? 53 : 54} fontSize="18" fontWeight="650" fill="var(--ink)">
        {middleText(value.sound)}
      </text>
      {!low && (
        <text
          x={x}
          y="80"
          fontSize={pin ? 24 : 17}
          fontWeight={pin ? 700 : 500}
          fill={pin ? 'var(--ink)' : 'var(--ink-2)'}
        >
          {pin ? pin.text : 'not read yet'}
        </text>
      )}
    </g>
  )
}
