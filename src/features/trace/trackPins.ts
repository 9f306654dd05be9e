/** Where readings and the next test stand on the tracks. */
import { profileScene } from '@/core/diagnosis'
import { findTest, type Test } from '@/core/library'
import type { JobView, Reading } from '@/core/job'
import type { Layout, Station } from '@/core/vehicle'
import { toSi } from '@/core/shared'
import { entryText } from './traceText'
import { spanOf, type TrackGeometry } from '../frame/tracks/trackGeometry'
import type { Pin } from '../frame/tracks/trackMarks'

/** Readings that lie on a profile: volts against battery minus, or pressure, while the pump runs. */
export function pinsOf(layout: Layout, job: JobView): Pin[] {
  return job.readings
    .filter((reading) => reading.epoch === job.epoch)
    .flatMap((reading): Pin[] => {
      const test = findTest(reading.testId)
      const station = test && stationOf(layout, test)
      if (!test || !station || reading.value.kind !== 'number') return []
      return [
        {
          station: station.id,
          track: station.track,
          si: toSi(reading.value.entered),
          text: entryText(reading as Reading),
          label: test.short,
        },
      ]
    })
}

/** Station on whose profile a test reads, where it reads in the scene that the profiles show. */
export function stationOf(layout: Layout, test: Test): Station | null {
  if (test.reading.kind !== 'number' || test.scene !== profileScene(layout)) return null
  const { quantity } = test.reading
  if (quantity.of === 'volts' && quantity.black === '0' && quantity.red !== 'pumpMinus')
    return layout.stations.find((station) => station.node === quantity.red) ?? null
  return quantity.of === 'pressure'
    ? (layout.stations.find((station) => station.node === quantity.at && station.track === 'fuel') ?? null)
    : null
}

/** Where the leader of the next test begins: a station, or the middle of a segment. */
export function targetOf(
  layout: Layout,
  geometry: Pick<TrackGeometry, 'x' | 'y'>,
  test: Test,
): { x: number; y: number; station: string | null } | null {
  const station = layout.stations.find((candidate) => candidate.id === test.at)
  if (station) return { x: geometry.x[station.id]!, y: geometry.y.track[station.track], station: station.id }
  const segment = layout.segments.find((candidate) => candidate.id === test.at)
  if (!segment) return null
  const { from, to } = spanOf(geometry, segment)
  return { x: 0.5 * (from + to), y: geometry.y.track[segment.track], station: null }
}
