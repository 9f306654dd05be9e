import { z } from 'zod'
import { id } from '../fields'
import { defineKind } from '../kind'
import type { WorkSlice } from './planMade'

export const readyNoted = defineKind({
  kind: 'ready-noted',
  version: 1,
  body: z.object({ item: id, ready: z.boolean() }),
  apply({ work }: WorkSlice, { body }) {
    if (body.ready) work?.ready.add(body.item)
    else work?.ready.delete(body.item)
  },
})
