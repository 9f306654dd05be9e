import { z } from 'zod'
import { id } from '../fields'
import { defineKind } from '../kind'
import { repairNamed } from '../named'

const body = z.object({
  who: z.string().min(1).max(120),
  how: z.enum(['in person', 'phone', 'message', 'written']),
  repairIds: z.array(id).min(1).max(8),
  upTo: z.number().finite().positive().nullable(),
})

export interface ConsentsSlice {
  consents: (z.infer<typeof body> & { at: number })[]
}

/** Who agreed to which work, how, and up to what amount; null where none was named. */
export const consentNoted = defineKind({
  kind: 'consent-noted',
  version: 1,
  body,
  names: ({ repairIds }) => repairIds.map((repairId) => repairNamed('repairIds', repairId)),
  keeps: (): ConsentsSlice => ({ consents: [] }),
  apply(job: ConsentsSlice, entry) {
    job.consents.push({ ...entry.body, at: entry.at })
  },
})
