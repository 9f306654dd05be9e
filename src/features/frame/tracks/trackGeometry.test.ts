/** Where the stations stand, in whatever room the page gives. */
import { describe, expect, it } from 'vitest'
import { LAYOUTS } from '@/core/vehicle'
import { LEAST_ROOM, heightsIn, leftOfMargin, spanOf, trackGeometry } from './trackGeometry'

/** A small bench, the one that it was drawn for, a wide one, a wall. */
const ROOMS = [1264, 1280, 1366, 1440, 1920, 2400].map((width) => ({ width, height: 388 }))

describe.each(Object.values(LAYOUTS).map((layout) => [layout.id, layout] as const))(
  'tracks of %s',
  (_id, layout) => {
    it.each(ROOMS)('$width px: every station on the page, each segment with room for its name', (room) => {
      const geometry = trackGeometry(layout, room)
      for (const station of layout.stations) {
        expect(geometry.x[station.id], station.id).toBeGreaterThanOrEqual(24)
        expect(geometry.x[station.id], station.id).toBeLessThanOrEqual(room.width - 24)
      }
      for (const segment of layout.segments) {
        const { from, to } = spanOf(geometry, segment)
        expect(to - from, segment.name).toBeGreaterThanOrEqual(Math.min(66, 0.046 * room.width))
      }
    })
    it.each(ROOMS)(
      '$width px: one column for pump and wires, and the tracks below clear of the margin',
      (room) => {
        const geometry = trackGeometry(layout, room)
        expect(geometry.x.pumpIn).toBeCloseTo(geometry.pump.left, 6)
        expect(geometry.x.pumpOut).toBeCloseTo(geometry.pump.right, 6)
        if (geometry.electricPump) expect(geometry.x.pumpPlus).toBeCloseTo(geometry.pump.left, 6)
        for (const station of layout.stations)
          if (station.track === 'electrical')
            expect(geometry.x[station.id], station.id).toBeLessThan(leftOfMargin(room) + 40)
      },
    )
  },
)

describe('heights', () => {
  it.each([LEAST_ROOM.height, 300, 388, 600, 900])(
    '%i px: profiles over their tracks, labels under them, all inside',
    (height) => {
      const { pressure, volts, track } = heightsIn({ width: 1280, height })
      const order = [
        0,
        pressure.top,
        pressure.bottom,
        track.fuel,
        track.return,
        volts.bottom,
        track.electrical,
        height,
      ]
      expect([...order].sort((one, other) => one - other)).toEqual(order)
      expect(pressure.bottom - pressure.top).toBeGreaterThanOrEqual(24)
      // Two lines of words stand under a track.
      expect(height - track.electrical).toBeGreaterThanOrEqual(50)
      expect(track.return - track.fuel).toBeGreaterThanOrEqual(60)
    },
  )
  it('the drawing stands as it was drawn at its own height', () =>
    expect(heightsIn({ width: 1280, height: 388 }).track).toMatchObject({ fuel: 133, electrical: 322 }))
})
