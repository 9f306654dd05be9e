import { z } from 'zod'
import { defineKind } from '../kind'

const body = z.object({
  estimateLow: z.number().finite().min(0),
  estimateHigh: z.number().finite().min(0),
  money: z.number().finite().min(0),
  minutes: z.number().finite().min(0),
})

export interface CostSlice {
  cost: (z.infer<typeof body> & { at: number }) | null
}

/** What the work came to, against the range it was said to come to. */
export const costNoted = defineKind({
  kind: 'cost-noted',
  version: 1,
  body,
  keeps: (): CostSlice => ({ cost: null }),
  apply(job: CostSlice, entry) {
    job.cost = { ...entry.body, at: entry.at }
  },
})
