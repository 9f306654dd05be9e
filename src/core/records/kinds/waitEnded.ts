import { z } from 'zod'
import { id } from '../fields'
import { defineKind } from '../kind'
import { endWait, type WaitsSlice } from '../slices/waits'

export const waitEnded = defineKind({
  kind: 'wait-ended',
  version: 1,
  body: z.object({ waitId: id }),
  apply(job: WaitsSlice, { body }) {
    endWait(job, body.waitId)
  },
})
