import { z } from 'zod'
import { text } from '../fields'
import { defineKind } from '../kind'

const body = z.object({ extinguisher: z.boolean(), meterZeroed: z.boolean(), note: text })

export interface GuardsSlice {
  guards: (z.infer<typeof body> & { at: number })[]
}

/** Seen before the first opening: the extinguisher in its place, the meter zeroed outdoors. */
export const guardNoted = defineKind({
  kind: 'guard-noted',
  version: 1,
  body,
  keeps: (): GuardsSlice => ({ guards: [] }),
  apply(job: GuardsSlice, entry) {
    job.guards.push({ ...entry.body, at: entry.at })
  },
})
