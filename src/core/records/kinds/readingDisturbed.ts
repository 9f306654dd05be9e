import { z } from 'zod'
import { id, text } from '../fields'
import { defineKind } from '../kind'

export interface DisturbedSlice {
  /** Readings that a later act has disturbed, and by what. */
  disturbed: Map<string, string>
}

/** What was read no longer holds, or does again: a plug was parted since, a stud spun, a joint was made anew. It stays in the record and moves nothing. */
export const readingDisturbed = defineKind({
  kind: 'reading-disturbed',
  version: 1,
  body: z.object({ readingId: id, disturbed: z.boolean(), why: text }),
  keeps: (): DisturbedSlice => ({ disturbed: new Map() }),
  apply({ disturbed }: DisturbedSlice, { body }) {
    if (body.disturbed) disturbed.set(body.readingId, body.why)
    else disturbed.delete(body.readingId)
  },
})
