/** What a step of a plan is called by the id under which it is written down: an operation, a repair, or a stage of one. */
import { OPERATIONS } from './operations'
import { REPAIRS } from './repairs'

const REPAIR = /^repair:(.+)$/
const STAGE = /^stage:(.+)\.(\d+)$/

/** The id itself where this version knows no such step. */
export function stepTitle(operationId: string): string {
  const repair = REPAIR.exec(operationId)?.[1]
  if (repair) return REPAIRS.find(({ id }) => id === repair)?.title ?? operationId
  const [, of, place] = STAGE.exec(operationId) ?? []
  if (of) return REPAIRS.find(({ id }) => id === of)?.stages?.[Number(place) - 1]?.title ?? operationId
  return OPERATIONS.find(({ id }) => id === operationId)?.title ?? operationId
}
