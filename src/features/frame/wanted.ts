/** A piece that a job wants, for whoever orders it. */
import type { FitTarget } from '@/core/parts'
import type { JobInHand } from './useJob'

export interface PieceWanted extends FitTarget {
  jobId: string
  unit: string
  itemId: string
  piece: string
  count: number
}
/** A line of a job's list as a piece that is wanted. */
export const wantedOf = (
  { job, vehicle }: Pick<JobInHand, 'job' | 'vehicle'>,
  { id, name, count = 1 }: { id: string; name: string; count?: number },
): PieceWanted => ({
  jobId: job.id,
  unit: job.unit,
  vehicleName: vehicle.name,
  layout: vehicle.layout,
  itemId: id,
  piece: name,
  count,
})
