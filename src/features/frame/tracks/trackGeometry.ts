/**
 * Where the stations of a layout stand on the page, px. Both tracks share one pump column; the suction
 * side lies left of it, so the more there is of it, the further right the column stands. The return
 * track hangs from the station where it leaves the feed.
 */
import type { Layout, Segment, Station, TrackId } from '@/core/vehicle'

/** Room that the drawing has, px. */
export interface Room {
  width: number
  height: number
}
/** The room for which the distances here were drawn. */
const DRAWN: Room = { width: 1280, height: 388 }
/** Under this the profiles are too low to read and the page is scrolled. */
export const LEAST_ROOM: Room = { width: 1264, height: 250 }

/** What of the height is profiles at the drawn height, and no lower than this each. */
const PROFILE = { pressure: 92, volts: 94, least: 24 }
const FUEL_LEFT = 480
const RIGHT_OF_FUEL = 152
const ELECTRIC_LEFT = 66
const GROUND_PX = 88
const RETURN_PX = 118
const PAGE_EDGE = 24
/** How much of what the page is wider goes left of the pump's column. */
const LEFT_SHARE = 0.3

/** Heights of the tracks and of the profiles over them: labels keep theirs, the profiles take what is left. */
export interface Heights {
  pressure: { top: number; bottom: number }
  volts: { top: number; bottom: number }
  track: Record<TrackId, number>
}

export function heightsIn({ height }: Room): Heights {
  const left = height - (DRAWN.height - PROFILE.pressure - PROFILE.volts)
  const share = Math.max(PROFILE.least, 0.5 * left)
  const pressure = { top: 20, bottom: 20 + share }
  const fuel = pressure.bottom + 20
  const volts = { top: fuel + 74, bottom: fuel + 74 + share }
  const electrical = volts.bottom + 22
  return {
    pressure,
    volts,
    track: { fuel, return: fuel + 74, electrical, gauge: electrical, places: electrical },
  }
}

export interface TrackGeometry {
  x: Record<string, number>
  y: Heights
  room: Room
  pump: { left: number; right: number }
  /** Does the pump hang on the electrical track? */
  electricPump: boolean
  /** Station where the return leaves the feed, and the side to which it runs. */
  returnFrom: string | null
  returnRuns: 'left' | 'right'
}

export function trackGeometry(layout: Layout, room: Room = DRAWN): TrackGeometry {
  const fuel = along(layout, 'fuel')
  const electrical = along(layout, 'electrical')
  const electricPump = electrical.some((station) => station.id === 'pumpPlus')
  const inlet = fuel.findIndex((station) => station.id === 'pumpIn')
  const more = room.width - DRAWN.width
  const wider = more > 0 ? LEFT_SHARE * more : more
  const pump = pumpColumn(inlet, electricPump, wider)
  const x: Record<string, number> = {}
  spread(x, fuel.slice(0, inlet + 1), inlet === 1 ? pump.left - 82 : FUEL_LEFT + wider, pump.left)
  spread(x, fuel.slice(inlet + 1), pump.right, room.width - RIGHT_OF_FUEL)
  const plus = electrical.findIndex((station) => station.id === 'pumpPlus')
  if (electricPump) {
    spread(x, electrical.slice(0, plus + 1), ELECTRIC_LEFT, pump.left)
    spread(x, electrical.slice(plus + 1), pump.right, pump.right + GROUND_PX)
  } else spread(x, electrical, ELECTRIC_LEFT, ELECTRIC_LEFT + 150 * (electrical.length - 1))
  const back = along(layout, 'return')
  const first = layout.segments.find((segment) => segment.track === 'return')
  const returnFrom = first?.from ?? null
  const from = returnFrom ? x[returnFrom]! : 0
  const returnRuns = from - RETURN_PX * back.length >= pump.right + 24 ? 'left' : 'right'
  const step =
    returnRuns === 'left'
      ? -RETURN_PX
      : Math.min(RETURN_PX, (room.width - 2 * PAGE_EDGE - from) / Math.max(back.length, 1))
  back.forEach((station, k) => (x[station.id] = from + step * (k + 1)))
  return { x, y: heightsIn(room), room, pump, electricPump, returnFrom, returnRuns }
}

/** Room for `suction` segments left of the column; without a circuit below it may stand further right. */
function pumpColumn(suction: number, electricPump: boolean, wider: number): { left: number; right: number } {
  const left =
    suction <= 1
      ? 556
      : electricPump
        ? Math.max(652, FUEL_LEFT + 66 * suction)
        : Math.min(788, FUEL_LEFT + 77 * suction)
  return { left: left + wider, right: left + wider + 92 }
}

/** Stations of a track in flow order: as its segments follow each other. */
function along(layout: Layout, track: TrackId): Station[] {
  const ends = layout.segments
    .filter((segment) => segment.track === track)
    .flatMap((segment) => [segment.from, segment.to])
  return layout.stations.filter(
    (station) => station.track === track && (ends.includes(station.id) || track === 'fuel'),
  )
}

function spread(x: Record<string, number>, stations: Station[], from: number, to: number) {
  stations.forEach(
    (station, k) =>
      (x[station.id] = stations.length === 1 ? from : from + ((to - from) * k) / (stations.length - 1)),
  )
}

/** Left of the margin beside the tracks, so that every place can be led to the sheet below. */
const BESIDE_MARGIN = 454

/** Stations of a gauge loop: one line from the battery round to its minus. */
export function gaugeGeometry(layout: Layout, room: Room = DRAWN): Pick<TrackGeometry, 'x' | 'y' | 'room'> {
  const x: Record<string, number> = {}
  spread(x, along(layout, 'gauge'), ELECTRIC_LEFT, leftOfMargin(room))
  return { x, y: heightsIn(room), room }
}
export const leftOfMargin = ({ width }: Room): number => width - Math.max(BESIDE_MARGIN, 0.28 * width + 96)

/** Ends of a segment from left to right. */
export function spanOf({ x }: Pick<TrackGeometry, 'x'>, segment: Segment): { from: number; to: number } {
  return { from: Math.min(x[segment.from]!, x[segment.to]!), to: Math.max(x[segment.from]!, x[segment.to]!) }
}
