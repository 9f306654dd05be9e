import { z } from 'zod'
import { id } from '../fields'
import { defineKind } from '../kind'

const finding = z.enum(['present', 'missing', 'altered'])

export interface InsideSlice {
  /** What was found inside on opening, the last look at each. */
  inside: Map<string, z.infer<typeof finding>>
}

export const openingNoted = defineKind({
  kind: 'opening-noted',
  version: 1,
  body: z.object({ item: id, finding }),
  keeps: (): InsideSlice => ({ inside: new Map() }),
  apply(job: InsideSlice, { body }) {
    job.inside.set(body.item, body.finding)
  },
})
