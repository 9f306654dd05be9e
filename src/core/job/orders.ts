/**
 * Waits that are bound to something. A part on order is bound to a piece of the ready-to-open list: the
 * piece is missing until it is in hand, so the order holds the opening and nothing before it. Joints that
 * were opened stand under pressure before they are looked at for the leak check.
 */
import { leakStandId, type Wait } from '../records'
import type { Minutes } from '../shared'

interface Waits {
  waits: Wait[]
}
interface Round {
  epoch: number
}

const ORDER = 'order:'
const LONGEST_ID = 80
/** The wait of a piece of the ready-to-open list. */
export const orderWaitId = (itemId: string): string => `${ORDER}${itemId}`.slice(0, LONGEST_ID)
export const isOrder = ({ waitId }: Pick<Wait, 'waitId'>): boolean => waitId.startsWith(ORDER)

/** The piece of an order as its list has it; an id that was too long is as far as it was kept. */
export const orderedItem = ({ waitId }: Pick<Wait, 'waitId'>): string => waitId.slice(ORDER.length)

/** The order of a piece that is still to come; null where none is. */
export const orderOf = ({ waits }: Waits, itemId: string): Wait | null =>
  waits.findLast((wait) => wait.waitId === orderWaitId(itemId) && !wait.ended) ?? null

/** When the last of these pieces comes, ms; null where none of them is on order. */
export function lastArrival(job: Waits, itemIds: string[]): number | null {
  const times = itemIds.flatMap((itemId) => orderOf(job, itemId)?.endsAt ?? [])
  return times.length > 0 ? Math.max(...times) : null
}

/** How long joints stand under pressure before the second look; typical. */
export const LEAK_STAND_MINUTES: Minutes = 5
export const leakStandOf = (job: Waits & Round): Wait | null =>
  job.waits.findLast((wait) => wait.waitId === leakStandId(job)) ?? null
/** Has it stood long enough, by the clock or by a person's word? */
export const leakStood = (job: Waits & Round, now: number): boolean => {
  const stand = leakStandOf(job)
  return stand !== null && (stand.ended || stand.endsAt <= now)
}

/** What still holds the next step at a time; the last to end first. */
export const waitHolds = (waits: Wait[], now: number): Wait[] =>
  waits
    .filter((one) => one.holds && !one.ended && one.endsAt > now)
    .sort((one, other) => other.endsAt - one.endsAt)
