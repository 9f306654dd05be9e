import { z } from 'zod'
import { id } from '../fields'
import { defineKind } from '../kind'
import type { WorkSlice } from './planMade'

export const checkDone = defineKind({
  kind: 'check-done',
  version: 1,
  body: z.object({ checkId: id, outcome: z.enum(['good', 'bad']) }),
  apply({ work }: WorkSlice, { body }) {
    work?.checks.set(body.checkId, body.outcome)
  },
})
