/**
 * What the pieces of a plan cost: the shop's own prices where it has them, the repairs' typical ones where not.
 * A repair's typical price is for all its pieces together; the part that it is named for bears most of it.
 */
import { atJob, fitOn, isPiece, jobOrderId, partsFor, priceOf, type FitTarget, type Part } from '../parts'
import { readyIdOf, type Plan } from '../procedure'
import { repairById } from '../library'
import type { Money } from '../shared'

export interface PieceCost {
  name: string
  count: number
  /** Which part it is, where that is known: the job's own, else the one that is ordered first. */
  part: Part | null
  /** Of all of them; null where nobody has said and nothing is typical. */
  money: Money | null
  /** What it was ordered for; what the shop's sellers ask; what was paid last; or typical. */
  from: 'order' | 'offer' | 'paid' | 'typical'
}
export interface PartsCost {
  pieces: PieceCost[]
  /** What a repair takes that is no piece of its own. */
  sundries: Money
  money: Money
}

/** Of a repair's typical price, for the part that it is named for; what goes with it shares the rest. */
const MAIN_SHARE = 0.85

/** The typical price of each piece of some repairs by its name, all of its kind together. */
function typicalOf(repairIds: readonly string[]): Map<string, Money> {
  const typical = new Map<string, Money>()
  for (const { money, newParts } of repairIds.map(repairById))
    for (const [place, { name }] of newParts.entries()) {
      const beside = newParts.length - 1
      const share = beside === 0 ? 1 : place === 0 ? MAIN_SHARE : (1 - MAIN_SHARE) / beside
      typical.set(name, (typical.get(name) ?? 0) + share * money)
    }
  return typical
}

/** The job's own part for a piece: ordered for that line and not given up, or in its hand. */
const ownPart = (parts: readonly Part[], piece: string, jobId: string, orderId: string): Part | null =>
  parts.find(({ orders }) =>
    orders.some((order) => order.orderId === orderId && (!order.ended || order.came > 0)),
  ) ??
  parts.find((part) => isPiece(part, piece) && atJob(part, jobId) > 0) ??
  null

/** What the pieces of a plan cost a job on a vehicle. Without any parts it is what the plan says. */
export function partsCost(
  plan: Pick<Plan, 'repairs' | 'have' | 'money'>,
  jobId: string,
  target: FitTarget,
  parts: readonly Part[],
): PartsCost {
  const typical = typicalOf(plan.repairs)
  const pieces = plan.have.newParts.map(({ name, count, oneTime }): PieceCost => {
    const orderId = jobOrderId(jobId, readyIdOf(oneTime ? 'seals' : 'parts', name))
    const own = ownPart(parts, name, jobId, orderId)
    const part = own ?? partsFor(parts, name, target).find((one) => fitOn(one, target).kind !== 'no') ?? null
    const paid = own?.orders.find((order) => order.orderId === orderId)?.priceEach ?? null
    const each = paid ?? (part ? priceOf(part) : null)
    return {
      name,
      count,
      part,
      money: each === null ? (typical.get(name) ?? null) : each * count,
      from: each === null ? 'typical' : paid !== null ? 'order' : part!.quotes.length > 0 ? 'offer' : 'paid',
    }
  })
  const sundries = plan.money - pieces.reduce((sum, { name }) => sum + (typical.get(name) ?? 0), 0)
  return { pieces, sundries, money: pieces.reduce((sum, { money }) => sum + (money ?? 0), sundries) }
}
