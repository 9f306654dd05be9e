/** Where a band comes from: the maker's limits, what this vehicle read when it was proven sound, what a sister of the same name and layout read. */
import type { KnownFigure } from '../diagnosis'
import type { JobView } from './fold'
import type { VehicleRecord } from './vehicleRecord'

/** Readings of signed jobs whose complaint was shown to be gone, the last of each test. */
function provenReadings(jobs: JobView[]): Map<string, KnownFigure['low']> {
  const sound = jobs
    .filter((job) => job.signed && job.proofNotes.get('complaintGone') === 'yes')
    .sort((one, other) => one.signed!.at - other.signed!.at)
  return new Map(
    sound.flatMap((job) =>
      job.proofs.flatMap((reading) =>
        reading.value.kind === 'number' ? [[reading.testId, reading.value.entered] as const] : [],
      ),
    ),
  )
}

/** Everything known of a vehicle's sound readings; a test that its own past knows asks no sister. */
export function knownFigures(
  vehicle: VehicleRecord,
  jobs: { job: JobView; vehicle: VehicleRecord | null }[],
): KnownFigure[] {
  const own = provenReadings(
    jobs.filter((entry) => entry.job.vehicleId === vehicle.id).map((entry) => entry.job),
  )
  const sisters = jobs.filter(
    (entry) =>
      entry.vehicle &&
      entry.vehicle.id !== vehicle.id &&
      entry.vehicle.name === vehicle.name &&
      entry.vehicle.layout === vehicle.layout &&
      entry.vehicle.kind === vehicle.kind,
  )
  const sister = provenReadings(sisters.map((entry) => entry.job))
  const read = (source: 'own past' | 'sister', readings: Map<string, KnownFigure['low']>) =>
    [...readings].map(([testId, entered]): KnownFigure => ({ testId, source, low: entered, high: entered }))
  return [
    ...vehicle.limits.map((limit): KnownFigure => ({ ...limit, source: 'maker' })),
    ...read('own past', own),
    ...read('sister', sister).filter((figure) => !own.has(figure.testId)),
  ]
}
