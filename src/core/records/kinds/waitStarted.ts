import { z } from 'zod'
import { id, text } from '../fields'
import { defineKind } from '../kind'
import type { WaitsSlice } from '../slices/waits'

export const waitStarted = defineKind({
  kind: 'wait-started',
  version: 1,
  body: z.object({
    waitId: id,
    label: text,
    minutes: z.number().finite().positive(),
    holds: z.boolean().optional(),
  }),
  apply(job: WaitsSlice, { body, at }) {
    const { waitId, label, minutes, holds = false } = body
    job.waits = [
      ...job.waits.filter((one) => one.waitId !== waitId),
      { waitId, label, startedAt: at, endsAt: at + 60_000 * minutes, holds, ended: false },
    ]
  },
})
