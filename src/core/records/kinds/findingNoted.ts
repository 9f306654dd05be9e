import { z } from 'zod'
import { id, text } from '../fields'
import { defineKind } from '../kind'

const body = z.object({
  findingId: id,
  kind: z.enum(['broken', 'seized', 'wrong part', 'find']),
  what: text,
  then: z.enum(['put right', 'suspect', 'repair', 'deferred']),
  risk: text,
})

export interface FindingsSlice {
  /** What was found beside the plan, the last word on each. */
  findings: Map<string, z.infer<typeof body> & { at: number }>
}

/** Something that was not in the plan: what it is, what follows from it, and for what is put off the risk in words. */
export const findingNoted = defineKind({
  kind: 'finding-noted',
  version: 1,
  body,
  keeps: (): FindingsSlice => ({ findings: new Map() }),
  apply(job: FindingsSlice, entry) {
    job.findings.set(entry.body.findingId, { ...entry.body, at: entry.at })
  },
})
