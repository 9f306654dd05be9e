import { z } from 'zod'
import { id, text } from '../fields'
import { defineKind } from '../kind'

const body = z.object({ operationId: id, lines: z.array(text).max(20) })

export interface LiesSlice {
  /** How things lay before they were touched, by operation. */
  lies: Map<string, z.infer<typeof body> & { at: number }>
}

/** In which order hoses and wires lie and pass each other, before they are touched. */
export const lieNoted = defineKind({
  kind: 'lie-noted',
  version: 1,
  body,
  keeps: (): LiesSlice => ({ lies: new Map() }),
  apply(job: LiesSlice, entry) {
    job.lies.set(entry.body.operationId, { ...entry.body, at: entry.at })
  },
})
