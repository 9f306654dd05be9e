import { z } from 'zod'
import { id } from '../fields'
import { defineKind } from '../kind'
import type { RoundSlice } from '../slices/round'

export const hazardsConfirmed = defineKind({
  kind: 'hazards-confirmed',
  version: 1,
  body: z.object({ gateId: id }),
  apply(job: Pick<RoundSlice, 'order' | 'hazardsConfirmedOrder'>) {
    job.hazardsConfirmedOrder = job.order
  },
})
