/** Consent: extra work found on the way waits until somebody has agreed to it, and nothing goes over what was agreed. */
import type { Money } from '../shared'
import type { JobView } from './fold'

export type ConsentHold = { kind: 'extra'; repairIds: string[] } | { kind: 'over'; high: Money; upTo: Money }

/** What of a plan nobody has agreed to yet; null where it may go on. The work that the job began with is agreed by the order. */
export function consentHold(
  job: Pick<JobView, 'agreed' | 'consents'>,
  repairIds: string[],
  estimateHigh: Money,
): ConsentHold | null {
  const covered = new Set([
    ...(job.agreed ?? repairIds),
    ...job.consents.flatMap((consent) => consent.repairIds),
  ])
  const extra = repairIds.filter((id) => !covered.has(id))
  if (extra.length > 0) return { kind: 'extra', repairIds: extra }
  const upTo = job.consents.findLast((consent) => consent.upTo !== null)?.upTo ?? null
  return upTo !== null && estimateHigh > upTo ? { kind: 'over', high: estimateHigh, upTo } : null
}
