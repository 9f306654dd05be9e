import { z } from 'zod'
import { text } from '../fields'
import { defineKind } from '../kind'
import type { RoundSlice } from '../slices/round'

export interface HandoverSlice {
  /** The last change of hands: whoever takes over looks at the hazards anew. */
  handover: { at: number; to: string; note: string; order: number } | null
}

export const handedOver = defineKind({
  kind: 'handed-over',
  version: 1,
  body: z.object({ to: z.string().min(1).max(80), note: text }),
  keeps: (): HandoverSlice => ({ handover: null }),
  apply(job: HandoverSlice & Pick<RoundSlice, 'order'>, { body, at }) {
    job.handover = { ...body, at, order: job.order }
  },
})
