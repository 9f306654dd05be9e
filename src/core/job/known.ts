/**
 * Where a band comes from: the maker's limits, what this vehicle read when it was proven sound, what sisters of
 * the same name, layout and changes read. A proof is believed once it has lasted: a vehicle that is back soon
 * was not sound, and what a sister read that failed within the year is withdrawn.
 */
import type { KnownFigure } from '../diagnosis'
import { toSi } from '../shared'
import type { ProvenReadings } from './summary'
import type { VehicleRecord } from './vehicleRecord'

const DAY_MS = 86_400_000
/** A proof has lasted when the vehicle was not back for so long, days. */
export const LASTED_DAYS = 30
/** What a vehicle read is no model for others when it came back within so many days. */
export const FAILED_WITHIN_DAYS = 365

/** What a vehicle read when it was proven, and when it came in the next time, ms; null where it has not. */
export interface ProvenSince extends ProvenReadings {
  nextAt: number | null
}

/** Did the vehicle stay away long enough after it was proven? */
export const lasted = ({ signedAt, nextAt }: ProvenSince, now: number): boolean =>
  Math.min(now, nextAt ?? Infinity) - signedAt >= LASTED_DAYS * DAY_MS
/** It came back within the year: what it read then stands for no other vehicle. */
export const withdrawn = ({ signedAt, nextAt }: ProvenSince): boolean =>
  nextAt !== null && nextAt - signedAt < FAILED_WITHIN_DAYS * DAY_MS

type Entered = KnownFigure['low']
type Of = (one: ProvenSince) => string

/** The last proven reading of each test, of each vehicle by itself. */
function lastOf(proven: ProvenSince[], of: Of): Map<string, Map<string, Entered>> {
  const tests = new Map<string, Map<string, Entered>>()
  for (const one of [...proven].sort((one, other) => one.signedAt - other.signedAt))
    for (const { testId, entered } of one.readings) {
      const own = tests.get(testId) ?? new Map<string, Entered>()
      tests.set(testId, own.set(of(one), entered))
    }
  return tests
}

function pooled(source: 'own past' | 'sister', tests: Map<string, Map<string, Entered>>): KnownFigure[] {
  return [...tests].map(([testId, readings]): KnownFigure => {
    const sorted = [...readings.values()].sort((one, other) => toSi(one) - toSi(other))
    return { testId, source, low: sorted[0]!, high: sorted.at(-1)!, of: sorted.length }
  })
}

/**
 * Everything known of a vehicle's sound readings at a time (ms), from what it and its sisters read when they
 * were proven; a test that its own past knows asks no sister.
 */
export function knownFigures(vehicle: VehicleRecord, proven: ProvenSince[], now: number): KnownFigure[] {
  const stand = proven.filter((one) => lasted(one, now))
  const own = pooled(
    'own past',
    lastOf(
      stand.filter(
        ({ vehicleId, signedAt }) => vehicleId === vehicle.id && signedAt >= (vehicle.builtAt ?? -Infinity),
      ),
      () => '',
    ),
  )
  const sisters = pooled(
    'sister',
    lastOf(
      stand.filter((one) => one.vehicleId !== vehicle.id && !withdrawn(one)),
      ({ vehicleId }) => vehicleId,
    ),
  )
  return [
    ...vehicle.limits.map((limit): KnownFigure => ({ ...limit, source: 'maker' })),
    ...own,
    ...sisters.filter(({ testId }) => own.every((figure) => figure.testId !== testId)),
  ]
}
