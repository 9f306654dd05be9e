/**
 * Where the stations of a layout stand on the page, px. Both tracks share one pump column; the suction
 * side lies left of it, so the more there is of it, the further right the column stands. The return
 * track hangs from the station where it leaves the feed.
 */
import type { Layout, Segment, Station, TrackId } from '@/core/vehicle'

export const FUEL_Y = 132
export const RETURN_Y = 206
export const ELECTRIC_Y = 322
export const TRACK_Y: Record<TrackId, number> = {
  fuel: FUEL_Y,
  return: RETURN_Y,
  electrical: ELECTRIC_Y,
  gauge: ELECTRIC_Y,
  places: ELECTRIC_Y,
}

const FUEL_LEFT = 480
const FUEL_RIGHT = 1128
const ELECTRIC_LEFT = 66
const GROUND_PX = 88
const RETURN_PX = 118
const PAGE_RIGHT = 1256

export interface TrackGeometry {
  x: Record<string, number>
  pump: { left: number; right: number }
  /** Does the pump hang on the electrical track? */
  electricPump: boolean
  /** Station where the return leaves the feed, and the side to which it runs. */
  returnFrom: string | null
  returnRuns: 'left' | 'right'
}

export function trackGeometry(layout: Layout): TrackGeometry {
  const fuel = along(layout, 'fuel')
  const electrical = along(layout, 'electrical')
  const electricPump = electrical.some((station) => station.id === 'pumpPlus')
  const inlet = fuel.findIndex((station) => station.id === 'pumpIn')
  const pump = pumpColumn(inlet, electricPump)
  const x: Record<string, number> = {}
  spread(x, fuel.slice(0, inlet + 1), inlet === 1 ? pump.left - 82 : FUEL_LEFT, pump.left)
  spread(x, fuel.slice(inlet + 1), pump.right, FUEL_RIGHT)
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
      : Math.min(RETURN_PX, (PAGE_RIGHT - 24 - from) / Math.max(back.length, 1))
  back.forEach((station, k) => (x[station.id] = from + step * (k + 1)))
  return { x, pump, electricPump, returnFrom, returnRuns }
}

/** Room for `suction` segments left of the column; without a circuit below it may stand further right. */
function pumpColumn(suction: number, electricPump: boolean): { left: number; right: number } {
  const left =
    suction <= 1
      ? 556
      : electricPump
        ? Math.max(652, FUEL_LEFT + 66 * suction)
        : Math.min(788, FUEL_LEFT + 77 * suction)
  return { left, right: left + 92 }
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

/** Where the gauge loop ends: left of the panel beside the tracks, so that every place can be led to the sheet below. */
const LOOP_RIGHT = 826

/** Stations of a gauge loop: one line from the battery round to its minus. */
export function gaugeGeometry(layout: Layout): Pick<TrackGeometry, 'x'> {
  const x: Record<string, number> = {}
  spread(x, along(layout, 'gauge'), ELECTRIC_LEFT, LOOP_RIGHT)
  return { x }
}

/** Ends of a segment from left to right. */
export function spanOf({ x }: Pick<TrackGeometry, 'x'>, segment: Segment): { from: number; to: number } {
  return { from: Math.min(x[segment.from]!, x[segment.to]!), to: Math.max(x[segment.from]!, x[segment.to]!) }
}
