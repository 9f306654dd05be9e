import { z } from 'zod'
import { id, text } from '../fields'
import { defineKind } from '../kind'

const body = z.object({ bypassId: id, what: text, where: text, standing: z.enum(['set', 'undone']) })

export interface BypassesSlice {
  /** What was bridged, the last word on each. */
  bypasses: Map<string, z.infer<typeof body> & { at: number }>
}

/** What was bridged for a test: it stands until it is undone, and nothing is signed before. */
export const bypassNoted = defineKind({
  kind: 'bypass-noted',
  version: 1,
  body,
  keeps: (): BypassesSlice => ({ bypasses: new Map() }),
  apply(job: BypassesSlice, entry) {
    job.bypasses.set(entry.body.bypassId, { ...entry.body, at: entry.at })
  },
})
