/** What was learned of a step the last times it was done: on this vehicle, and on its sisters, marked as theirs. */
import type { JobView } from '../job'
import type { Minutes } from '../shared'
import { stepTimes } from './minutes'

type Worked = Pick<JobView, 'id' | 'unit' | 'vehicleId' | 'work' | 'waits' | 'lies' | 'photos' | 'openedAt'>

export interface LastTime {
  jobId: string
  unit: string
  /** It was this vehicle, not a sister. */
  own: boolean
  /** ms. */
  at: number
  /** From the step before it; null where it was the first or a break lay between. */
  minutes: Minutes | null
  torqueNm: number | null
  /** How it lay, as it was written down. */
  lines: string[]
  photoIds: string[]
}

const MOST = 3

/** The last times that an operation was done in other jobs; its own vehicle's first, then the youngest. */
export function lastTimesOf(
  operationId: string,
  job: Pick<JobView, 'id' | 'vehicleId'>,
  others: readonly Worked[],
): LastTime[] {
  return others
    .filter(({ id }) => id !== job.id)
    .flatMap((other) => timeIn(other, operationId, other.vehicleId === job.vehicleId))
    .sort((one, next) => Number(next.own) - Number(one.own) || next.at - one.at)
    .slice(0, MOST)
}

function timeIn(
  { id, unit, work, waits, lies, photos }: Worked,
  operationId: string,
  own: boolean,
): LastTime[] {
  const taken = stepTimes({ work, waits }).findLast(({ step }) => step.operationId === operationId)
  if (!taken) return []
  const { step, minutes } = taken
  return [
    {
      jobId: id,
      unit,
      own,
      at: step.at,
      minutes,
      torqueNm: step.torqueNm,
      lines: lies.get(operationId)?.lines ?? [],
      photoIds: photos.filter((photo) => photo.operationId === operationId).map(({ photoId }) => photoId),
    },
  ]
}

/** Does it say anything beyond that it was done? */
export const saysMore = ({ minutes, torqueNm, lines, photoIds }: LastTime): boolean =>
  minutes !== null || torqueNm !== null || lines.length > 0 || photoIds.length > 0
