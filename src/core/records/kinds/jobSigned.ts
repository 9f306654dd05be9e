import { z } from 'zod'
import { text } from '../fields'
import { defineKind } from '../kind'

export interface SignedSlice {
  signed: { at: number; by: string; unproven: string[]; note: string } | null
}

export const jobSigned = defineKind({
  kind: 'job-signed',
  version: 1,
  body: z.object({ unproven: z.array(text), note: text }),
  keeps: (): SignedSlice => ({ signed: null }),
  apply(job: SignedSlice, { at, by, body }) {
    job.signed = { at, by, ...body }
  },
})
