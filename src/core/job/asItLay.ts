/** What was noted on opening, for the step that closes it again. */
import type { Plan, PlanStep } from '../procedure'
import type { JobView } from './fold'

export interface AsItLay {
  /** Operation on the way down that this step undoes. */
  operationId: string
  /** How hoses and wires lay, in order, as it was written down. */
  lines: string[]
  photoIds: string[]
  /** Pieces that came off there and go back here. */
  back: { name: string; count: number }[]
}

/**
 * How the step that this one undoes was found; null where the step undoes none, or that one was not done
 * in this job. Notes and photos go by operation, so they outlive a plan that is made anew.
 */
export function asItLay(job: JobView, plan: Plan, step: PlanStep): AsItLay | null {
  const opened = step.twin === null ? undefined : plan.steps[step.twin]
  const operationId = opened ? opened.operationId : step.act.twin
  if (!operationId || (opened && opened.index > step.index)) return null
  const { lines = [] } = job.lies.get(operationId) ?? {}
  const photoIds = job.photos
    .filter((photo) => photo.operationId === operationId)
    .map((photo) => photo.photoId)
  const back = (opened?.act.out ?? []).map(({ name, count }) => ({ name, count }))
  return lines.length + photoIds.length + back.length > 0 ? { operationId, lines, photoIds, back } : null
}
