/** The envelope of an entry: who wrote it, where, when, and what of other tablets he had before him. */
import { z } from 'zod'
import { id } from './fields'

export interface Entry<K extends string, B> {
  kind: K
  v: number
  id: string
  jobId: string
  device: string
  seq: number
  /** Hybrid logical clock, ms: never runs back, even when the device's clock does. */
  clock: number
  /** Wall clock when it happened, ms. */
  at: number
  by: string
  /** What its author had of other devices' events: the highest sequence of each. Missing in logs of before it was kept. */
  seen?: Record<string, number>
  body: B
}

export const envelopeSchema = z.object({
  kind: z.string(),
  v: z.number().int().positive(),
  id,
  jobId: id,
  device: id,
  seq: z.number().int().min(0),
  clock: z.number().finite(),
  at: z.number().finite(),
  by: z.string().max(200),
  seen: z.record(z.string().max(80), z.number().int().min(0)).optional(),
  body: z.unknown(),
})

/** An event as far as it tells what it came after. */
export type Placed = Pick<Entry<string, unknown>, 'device' | 'seq' | 'seen'>

/** Did whoever made the one have the other before him? Null where a log of before does not tell. Clocks are not asked. */
export function hasSeen(one: Placed, other: Placed): boolean | null {
  if (one.device === other.device) return one.seq > other.seq
  return one.seen ? (one.seen[other.device] ?? -1) >= other.seq : null
}
