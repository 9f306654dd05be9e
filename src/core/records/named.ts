/**
 * What an entry names of the library. Where this version does not have it, the entry stays in the log as it is
 * and is said; it must not stop the job.
 */
import { OPERATIONS, REPAIRS, findTest } from '../library'
import { STATE_VARIABLES } from '../vehicle'

/** Place in the entry, what stands there, and whether this version has it. */
export type Named = [at: string, id: string, isKnown: boolean]

const repairs = new Set(REPAIRS.map(({ id }) => id))
const operations = new Set(OPERATIONS.map(({ id }) => id))
/** Steps of a plan that are no operation: a repair, or one stage of it. */
const REPAIR_STEP = /^(?:repair:([^.]+)|stage:([^.]+)\.\d+)$/

export const repairNamed = (at: string, id: string): Named => [at, id, repairs.has(id)]
export const testNamed = (at: string, id: string): Named => [at, id, findTest(id) !== null]
export const operationNamed = (at: string, id: string): Named => {
  const step = REPAIR_STEP.exec(id)
  return [at, id, step ? repairs.has((step[1] ?? step[2])!) : operations.has(id)]
}
export const statesNamed = (at: string, changes: Record<string, string>): Named[] =>
  Object.entries(changes).map(([variable, value]) => [
    `${at}.${variable}`,
    `${variable} ${value}`,
    Object.hasOwn(STATE_VARIABLES, variable) &&
      (STATE_VARIABLES as Record<string, readonly string[]>)[variable]!.includes(value),
  ])
