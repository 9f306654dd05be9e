'use client'
import type { Layout } from '@/core/vehicle'
import type { TrackGeometry } from './trackGeometry'

/** The pump lies across both tracks: one column. */
export const PumpColumn = ({ geometry: { pump, y, electricPump } }: { geometry: TrackGeometry }) => (
  <rect
    x={pump.left}
    y="10"
    width={pump.right - pump.left}
    height={electricPump ? y.track.electrical + 10 : y.track.fuel + 40}
    fill="var(--wash)"
  />
)

/** From where the return leaves the feed down to its own track. */
export const ReturnDrop = ({ geometry: { x, y, returnFrom } }: { geometry: TrackGeometry }) =>
  returnFrom && (
    <polyline
      points={`${x[returnFrom]},${y.track.fuel} ${x[returnFrom]},${y.track.return}`}
      fill="none"
      stroke="var(--ink)"
      strokeWidth="2"
    />
  )

const LABEL = { fontSize: 18, fontFamily: 'var(--font-track)', fontWeight: 700, fill: 'var(--ink)' }

/** Where the gauge loop begins and ends. */
export function LoopEnds({ x, y }: { x: TrackGeometry['x']; y: number }) {
  return (
    <>
      <text x={x.batteryMinus! + 12} y={y + 6} {...LABEL}>
        minus
      </text>
      <text x={x.battery! - 42} y={y + 27} {...LABEL}>
        Battery
      </text>
    </>
  )
}

/** Where the tracks begin and end, in words. */
export function EndLabels({
  layout,
  geometry,
  pumpSays,
}: {
  layout: Layout
  geometry: TrackGeometry
  /** What stands in the pump's column. */
  pumpSays: string
}) {
  const { x, y, pump, returnFrom, returnRuns } = geometry
  const { electrical: electricY, fuel: fuelY, return: returnY } = y.track
  const engine = layout.stations.find((station) => station.track === 'fuel' && station.node === 'manifold')!
  const leaves = layout.stations.find((station) => station.id === returnFrom)
  return (
    <g>
      <text x={x.battery! - 42} y={electricY + 27} {...LABEL}>
        Battery
      </text>
      <text x={x.batteryMinus!} y={electricY - 14} textAnchor="middle" {...LABEL}>
        minus
      </text>
      <text x={x.tank! - 12} y={fuelY + 6} textAnchor="end" {...LABEL}>
        Tank
      </text>
      <text x={x[engine.id]! + 12} y={fuelY + 6} {...LABEL}>
        Engine
      </text>
      {leaves && (
        <text
          x={x.tankTop! + (returnRuns === 'left' ? -12 : 0)}
          y={returnY + (returnRuns === 'left' ? 6 : -12)}
          textAnchor={returnRuns === 'left' ? 'end' : 'middle'}
          {...LABEL}
        >
          Tank
        </text>
      )}
      {leaves && (
        <text
          x={x[leaves.id]! + (returnRuns === 'left' ? 8 : -8)}
          y={returnY + 6}
          textAnchor={returnRuns === 'left' ? 'start' : 'end'}
          {...LABEL}
        >
          {leaves.name}
        </text>
      )}
      <text
        x={0.5 * (pump.left + pump.right)}
        y={geometry.electricPump ? y.volts.top + 14 : fuelY + 40}
        textAnchor="middle"
        fontSize="17"
        fontFamily="var(--font-track)"
        fill="var(--ink-2)"
      >
        {pumpSays}
      </text>
    </g>
  )
}
