/** Where a band comes from: the maker's limits, what this vehicle read when it was proven sound, what a sister of the same name and layout read. */
import type { KnownFigure } from '../diagnosis'
import type { ProvenReadings } from './summary'
import type { VehicleRecord } from './vehicleRecord'

/** The last proven reading of each test. */
const lastOf = (proven: ProvenReadings[]): Map<string, KnownFigure['low']> =>
  new Map(
    [...proven]
      .sort((one, other) => one.signedAt - other.signedAt)
      .flatMap(({ readings }) => readings.map(({ testId, entered }) => [testId, entered] as const)),
  )

/**
 * Everything known of a vehicle's sound readings, from what it and its sisters read when they were proven; a
 * test that its own past knows asks no sister.
 */
export function knownFigures(vehicle: VehicleRecord, proven: ProvenReadings[]): KnownFigure[] {
  const own = lastOf(proven.filter(({ vehicleId }) => vehicleId === vehicle.id))
  const sister = lastOf(proven.filter(({ vehicleId }) => vehicleId !== vehicle.id))
  const read = (source: 'own past' | 'sister', readings: Map<string, KnownFigure['low']>) =>
    [...readings].map(([testId, entered]): KnownFigure => ({ testId, source, low: entered, high: entered }))
  return [
    ...vehicle.limits.map((limit): KnownFigure => ({ ...limit, source: 'maker' })),
    ...read('own past', own),
    ...read('sister', sister).filter((figure) => !own.has(figure.testId)),
  ]
}
