import { z } from 'zod'
import { id, text } from '../fields'
import { defineKind } from '../kind'

const body = z.object({
  callId: id,
  optionId: id,
  recommended: id,
  reason: text,
  /** What it was weighed by: money a minute of work and a standing day, days until parts come (null: typical); null where a version did not keep it. */
  terms: z
    .object({
      moneyPerMinute: z.number().finite().min(0),
      moneyPerStandingDay: z.number().finite().min(0),
      leadDays: z.number().finite().min(0).nullable(),
    })
    .nullable(),
})
type Body = z.infer<typeof body>

export interface CallsSlice {
  /** Calls made, the last of each. */
  calls: Map<string, Body>
  /** What the last call was weighed by; null where none was, or an older version kept none. */
  terms: Body['terms']
}

/** A judgement call and what it was made from. */
export const callMade = defineKind({
  kind: 'call-made',
  version: 2,
  body,
  // What it was weighed by was not kept.
  upcasts: { 1: (before) => ({ ...(before as object), terms: null }) },
  keeps: (): CallsSlice => ({ calls: new Map(), terms: null }),
  apply(job: CallsSlice, entry) {
    job.calls.set(entry.body.callId, entry.body)
    job.terms = entry.body.terms ?? job.terms
  },
})
