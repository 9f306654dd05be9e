import { z } from 'zod'
import { id } from '../fields'
import { defineKind } from '../kind'

const body = z.object({
  method: id,
  strokes: z.number().int().min(0).max(2000),
  cranks: z.number().int().min(0).max(200),
  outcome: z.enum(['firm', 'bubbles', 'not yet']),
})

export interface BledSlice {
  bled: (z.infer<typeof body> & { at: number })[]
}

export const bled = defineKind({
  kind: 'bled',
  version: 1,
  body,
  keeps: (): BledSlice => ({ bled: [] }),
  apply(job: BledSlice, entry) {
    job.bled.push({ ...entry.body, at: entry.at })
  },
})
