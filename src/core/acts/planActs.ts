/** Acts on the plan: it is made, calls are made, somebody agrees, what it needs is in hand or on order. */
import { failsCheck, orderOf, orderWaitId } from '../job'
import type { Pace, WayId } from '../library'
import type { Addition, BodyOf } from '../records'
import { entries, kept, unready, type Decided, type Situation } from './situation'

const DAY_MINUTES = 1440
const LABEL_LETTERS = 200
const NAME_LETTERS = 120

/** A plan from how the vehicle stands now. */
export const makePlan = (
  { job }: Situation,
  plan: { repairIds: string[]; ways: readonly WayId[]; reason: string; pace: Pace },
): Decided =>
  // A build that does not do as it was chosen is chosen otherwise first.
  failsCheck(job, plan.repairIds)
    ? unready({ of: 'check' })
    : entries({
        kind: 'plan-made',
        body: {
          repairIds: plan.repairIds,
          start: { ...job.state } as Record<string, string>,
          ways: [...plan.ways],
          reason: kept(plan.reason),
          pace: plan.pace,
        },
      })

/** The plan in hand is made anew from here: same repairs, ways and pace. */
export const planAnew = (situation: Situation, _none: Record<string, never>): Decided =>
  situation.job.work ? makePlan(situation, situation.job.work) : entries()

export const makeCall = (_: Situation, body: BodyOf<'call-made'>): Decided =>
  entries({ kind: 'call-made', body: { ...body, reason: kept(body.reason) } })

/** Who agreed to what; without a name nobody did. */
export function noteConsent(_: Situation, body: BodyOf<'consent-noted'>): Decided {
  const who = kept(body.who, NAME_LETTERS)
  return who === ''
    ? { kind: 'unready', missing: [{ of: 'words' }] }
    : entries({ kind: 'consent-noted', body: { ...body, who } })
}

/** Pieces are in hand, or not after all. What comes in hand is no longer on order; what says so already is not said again. */
export const noteReady = (
  { job }: Situation,
  { itemIds, ready }: { itemIds: string[]; ready: boolean },
): Decided =>
  entries(
    ...itemIds
      .filter((item) => (job.work?.ready.has(item) ?? false) !== ready)
      .flatMap((item): Addition[] => [
        { kind: 'ready-noted', body: { item, ready } },
        ...(ready && orderOf(job, item) ? [orderEnded(item)] : []),
      ]),
  )

/** A piece is on order and here in so many days; it counts as ordered anew, an earlier date ends first; what held the next step goes on holding it. */
export const orderPiece = (
  { job }: Situation,
  { item, days, holds }: { item: { id: string; name: string }; days: number; holds: boolean },
): Decided => {
  const before = orderOf(job, item.id)
  return entries(...(before ? [orderEnded(item.id)] : []), {
    kind: 'wait-started',
    body: {
      waitId: orderWaitId(item.id),
      label: kept(`${item.name} on order`, LABEL_LETTERS),
      minutes: DAY_MINUTES * days,
      holds: holds || (before?.holds ?? false),
    },
  })
}

const orderEnded = (itemId: string): Addition => ({
  kind: 'wait-ended',
  body: { waitId: orderWaitId(itemId) },
})
