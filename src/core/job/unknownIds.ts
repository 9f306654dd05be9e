/**
 * Entries that name what this version does not have: a repair, a test, a step or a state of another one. Such
 * an entry stays in the log as it is and is said; it must not stop the job. Of what it says only vapour and the
 * state of the vehicle count, as far as they are known: neither may look safer than it was written.
 */
import { OPERATIONS, REPAIRS, findTest } from '../library'
import { STATE_VARIABLES, type VehicleState } from '../vehicle'
import type { JobEvent } from '../records'

export interface NotKnown {
  eventId: string
  /** Place in the entry, and what stands there. */
  at: string
  id: string
}

const repairs = new Set(REPAIRS.map(({ id }) => id))
const operations = new Set(OPERATIONS.map(({ id }) => id))
/** Steps of a plan that are no operation: a repair, or one stage of it. */
const REPAIR_STEP = /^(?:repair:([^.]+)|stage:([^.]+)\.\d+)$/

/** The first thing that an entry names and that this version does not have; null where it knows all of it. */
export function notKnown(event: JobEvent): NotKnown | null {
  for (const [at, id, isKnown] of named(event)) if (!isKnown) return { eventId: event.id, at, id }
  return null
}

type Named = [at: string, id: string, isKnown: boolean]
const repair = (at: string, id: string): Named => [at, id, repairs.has(id)]
const operation = (at: string, id: string): Named => {
  const step = REPAIR_STEP.exec(id)
  return [at, id, step ? repairs.has((step[1] ?? step[2])!) : operations.has(id)]
}
const states = (at: string, changes: Record<string, string>): Named[] =>
  Object.entries(changes).map(([variable, value]) => [
    `${at}.${variable}`,
    `${variable} ${value}`,
    Object.hasOwn(STATE_VARIABLES, variable) &&
      (STATE_VARIABLES as Record<string, readonly string[]>)[variable]!.includes(value),
  ])

/**
 * What such an entry still says of the vehicle: what is known of it counts, and a variable whose value is not
 * known is not known any more. What it stood at before would be a claim that the entry has ended.
 */
export function stateLeft(state: VehicleState, changes: Record<string, string>): VehicleState {
  const next: Record<string, string | undefined> = { ...state }
  for (const [variable, value] of Object.entries(changes)) {
    if (!Object.hasOwn(STATE_VARIABLES, variable)) continue
    const values: readonly string[] = STATE_VARIABLES[variable as keyof typeof STATE_VARIABLES]
    if (values.includes(value)) next[variable] = value
    else delete next[variable]
  }
  return next as VehicleState
}

function named(event: JobEvent): Named[] {
  switch (event.kind) {
    case 'plan-made':
      return [
        ...event.body.repairIds.map((id) => repair('repairIds', id)),
        ...states('start', event.body.start),
      ]
    case 'step-done':
      return [operation('operationId', event.body.operationId), ...states('sets', event.body.sets)]
    case 'state-asserted':
      return [
        ...states('changes', event.body.changes),
        ...(event.body.figures ?? []).map(({ operationId }) => operation('figures', operationId)),
      ]
    case 'reading-taken':
      return [['testId', event.body.testId, findTest(event.body.testId) !== null]]
    case 'part-judged':
    case 'part-known':
      return [repair('repairId', event.body.repairId)]
    case 'consent-noted':
      return event.body.repairIds.map((id) => repair('repairIds', id))
    default:
      return []
  }
}
