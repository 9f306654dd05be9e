'use client'
import { HatchDefs } from '@/ui/marks'
import { Drawing } from '@/ui/Page'
import { useShape } from '@/ui/Shape'
import type { Layout, Segment } from '@/core/vehicle'
import { EndLabels, LoopEnds, PumpColumn, ReturnDrop } from '../frame/tracks/TrackEnds'
import { Rows, TRACK_NAMES, groupsOf, type PathRow } from '../frame/tracks/Rows'
import {
  LEAST_ROOM,
  gaugeGeometry,
  spanOf,
  trackGeometry,
  type Heights,
  type Room,
  type TrackGeometry,
} from '../frame/tracks/trackGeometry'
import { SegmentInk, StationMark } from '../frame/tracks/trackMarks'

export interface BuiltProps {
  /** The engine's path, and the gauge loop; a vehicle without a loop has the one alone. */
  layouts: Layout[]
  /** What differs at a segment, in a few words; nothing where it is as its layout. */
  saysAt: (segmentId: string) => string
  picked: string | null
  onPick: (segmentId: string) => void
}

/** A vehicle as it is built: its tracks without a reading on them, any segment to be touched. */
export function BuiltTracks(props: BuiltProps) {
  const shape = useShape()
  if (shape !== 'wide') return <BuiltDown {...props} />
  return (
    <Drawing label="How it is built" least={{ width: LEAST_ROOM.width, height: 340 }}>
      {(room) => <DrawnBuilt {...props} room={room} />}
    </Drawing>
  )
}

/** Heights without profiles: the paths below the finding, the loop at the lower edge. */
function bareHeights({ height }: Room): Heights {
  const fuel = 0.24 * height
  const electrical = fuel + Math.max(118, 0.3 * height)
  const gauge = height - 64
  const none = { top: 0, bottom: 0 }
  return {
    pressure: none,
    volts: none,
    track: { fuel, return: fuel + 74, electrical, gauge, places: gauge },
  }
}

function DrawnBuilt({ layouts, room, ...props }: BuiltProps & { room: Room }) {
  const [engine, loop] = layouts as [Layout, Layout?]
  const y = bareHeights(room)
  const paths = { ...trackGeometry(engine, room), y }
  return (
    <>
      <HatchDefs />
      <PumpColumn geometry={paths} />
      <ReturnDrop geometry={paths} />
      <Path {...props} layout={engine} geometry={paths} />
      <EndLabels layout={engine} geometry={paths} pumpSays="" />
      {loop && (
        <>
          <Path {...props} layout={loop} geometry={{ ...gaugeGeometry(loop, room), y }} />
          <LoopEnds x={gaugeGeometry(loop, room).x} y={y.track.gauge} />
        </>
      )}
    </>
  )
}

function Path({
  layout,
  geometry,
  saysAt,
  picked,
  onPick,
}: Omit<BuiltProps, 'layouts'> & { layout: Layout; geometry: Pick<TrackGeometry, 'x' | 'y'> }) {
  const { x, y } = geometry
  return (
    <>
      {layout.segments.map((segment) => (
        <SegmentInk
          key={segment.id}
          segment={segment}
          span={spanOf(geometry, segment)}
          y={y.track[segment.track]}
          ink={inkOf(segment, picked, saysAt)}
          says={saysAt(segment.id)}
          onOpen={() => onPick(segment.id)}
        />
      ))}
      {layout.stations
        .filter(({ id }) => x[id] !== undefined)
        .map((station) => (
          <StationMark
            key={station.id}
            x={x[station.id]!}
            y={y.track[station.track]}
            read={false}
            next={false}
          />
        ))}
    </>
  )
}

/** What is touched is filled, what differs hatched, what is as its layout a line. */
const inkOf = ({ id }: Pick<Segment, 'id'>, picked: string | null, saysAt: (id: string) => string) =>
  id === picked ? 'first' : saysAt(id) ? 'suspect' : 'open'

function BuiltDown({ layouts, saysAt, picked, onPick }: BuiltProps) {
  const groups = layouts
    .flatMap((layout) =>
      groupsOf(layout).map(({ track, ids }) => ({
        title: TRACK_NAMES[track],
        segments: ids.map((id) => layout.segments.find((one) => one.id === id)!),
      })),
    )
    .map(({ title, segments }) => ({
      title,
      rows: segments.map(({ id, name }): PathRow => ({
        id,
        name,
        says: saysAt(id),
        ink: inkOf({ id }, picked, saysAt),
        share: 1,
        read: [],
        next: id === picked,
        across: id === 'pump',
      })),
    }))
  return <Rows label="How it is built" groups={groups} onOpen={onPick} />
}
