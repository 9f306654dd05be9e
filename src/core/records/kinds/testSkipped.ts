import { z } from 'zod'
import { id, text } from '../fields'
import { defineKind } from '../kind'

export interface SkippedSlice {
  /** Tests that cannot be made in this round. */
  skipped: string[]
}

export const testSkipped = defineKind({
  kind: 'test-skipped',
  version: 1,
  body: z.object({ testId: id, reason: text }),
  keeps: (): SkippedSlice => ({ skipped: [] }),
  apply(job: SkippedSlice, { body }) {
    job.skipped.push(body.testId)
  },
})
