import { z } from 'zod'
import { defineKind } from '../kind'
import type { WorkSlice } from './planMade'

export const substepTicked = defineKind({
  kind: 'substep-ticked',
  version: 1,
  body: z.object({ step: z.number().int().min(0), part: z.number().int().min(0), ticked: z.boolean() }),
  apply({ work }: WorkSlice, { body }) {
    const key = `${body.step}.${body.part}`
    if (body.ticked) work?.ticks.add(key)
    else work?.ticks.delete(key)
  },
})
