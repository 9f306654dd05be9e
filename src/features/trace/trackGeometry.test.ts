import { describe, expect, it } from 'vitest'
import { LAYOUTS } from '@/core/vehicle'
import { spanOf, trackGeometry } from './trackGeometry'

describe.each(Object.values(LAYOUTS).map((layout) => [layout.id, layout] as const))(
  'tracks of %s',
  (_id, layout) => {
    const geometry = trackGeometry(layout)
    it('places every station on the page and leaves each segment room for its name', () => {
      for (const station of layout.stations) {
        expect(geometry.x[station.id], station.id).toBeGreaterThanOrEqual(24)
        expect(geometry.x[station.id], station.id).toBeLessThanOrEqual(1256)
      }
      for (const segment of layout.segments) {
        const { from, to } = spanOf(geometry, segment)
        expect(to - from, segment.name).toBeGreaterThanOrEqual(66)
      }
    })
    it('shares one column between pump and its wires, and keeps the tracks out of the margin column', () => {
      expect(geometry.x.pumpIn).toBe(geometry.pump.left)
      expect(geometry.x.pumpOut).toBe(geometry.pump.right)
      if (geometry.electricPump) expect(geometry.x.pumpPlus).toBe(geometry.pump.left)
      for (const station of layout.stations)
        if (station.track === 'electrical') expect(geometry.x[station.id], station.id).toBeLessThan(860)
    })
  },
)
