/** What the stations of a vehicle read over its jobs, since what belongs to them was last renewed. */
import { testById } from '../library'
import type { JobView } from '../job'
import { fromSi, toSi } from '../shared'
import type { TrendPoint } from './trend'

export interface StationSeries {
  testId: string
  points: (TrendPoint & { jobId: string; proven: boolean })[]
  /** Points before the last repair of the vehicle: shown, and in no trend. */
  before: (TrendPoint & { jobId: string; proven: boolean })[]
}

type Read = Pick<JobView, 'id' | 'readings' | 'proofs' | 'finishedRepairs' | 'signed' | 'openedAt'>

/** Figures only, oldest first, by test; those with the most days first. A signed job with a repair begins them anew: what it proved is the first of the new. */
export function stationsOf(jobs: readonly Read[]): StationSeries[] {
  const ordered = [...jobs].sort((one, other) => one.openedAt - other.openedAt)
  const series = new Map<string, StationSeries>()
  for (const job of ordered) {
    for (const reading of job.readings) if (!reading.earlier) add(series, job.id, reading, false)
    if (job.signed && job.finishedRepairs.length > 0)
      for (const one of series.values()) {
        one.before.push(...one.points)
        one.points = []
      }
    for (const reading of job.proofs) add(series, job.id, reading, true)
  }
  const days = ({ points, before }: StationSeries) => points.length + before.length
  return [...series.values()].sort((one, other) => days(other) - days(one))
}

function add(
  series: Map<string, StationSeries>,
  jobId: string,
  { testId, value, at }: Read['readings'][number],
  proven: boolean,
): void {
  const { reading } = testById(testId)
  if (value.kind !== 'number' || reading.kind !== 'number') return
  const own = series.get(testId) ?? { testId, points: [], before: [] }
  series.set(testId, own)
  own.points.push({ at, value: fromSi(toSi(value.entered), reading.unit), jobId, proven })
}
