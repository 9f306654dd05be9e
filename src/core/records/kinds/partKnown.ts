import { z } from 'zod'
import type { KnownPart } from '../../diagnosis'
import { curesAs } from '../../library'
import { id } from '../fields'
import { defineKind } from '../kind'
import { repairNamed } from '../named'
import type { RoundSlice } from '../slices/round'

const body = z.object({
  repairId: id,
  how: z.enum(['renewed', 'came back', 'seen sound', 'same without', 'seen wet', 'withdrawn']),
  when: z.string().max(80),
  who: z.string().max(80),
})

/** The last word on a part, and when it was said. */
export type PartSaid = z.infer<typeof body> & { at: number; eventId: string }
export interface PartsSlice {
  /** What is known of parts without a reading, the last word on each. */
  parts: Map<string, PartSaid>
}

/** What was said, as the engine takes it. */
export const knownOf = (parts: PartsSlice['parts']): KnownPart[] =>
  [...parts.values()].flatMap(({ repairId, how }) =>
    how === 'withdrawn' ? [] : [{ repairId: curesAs(repairId), how }],
  )

/** What is known of a part without a reading: new, new and the same again, looked at, tried without it. The last word on it counts. */
export const partKnown = defineKind({
  kind: 'part-known',
  version: 2,
  body,
  // Nothing was said of wet parts.
  upcasts: { 1: (before) => before },
  names: ({ repairId }) => [repairNamed('repairId', repairId)],
  keeps: (): PartsSlice => ({ parts: new Map() }),
  apply(job: PartsSlice & Pick<RoundSlice, 'complaint'>, entry) {
    job.parts.set(entry.body.repairId, { ...entry.body, at: entry.at, eventId: entry.id })
    job.complaint = { ...job.complaint, known: knownOf(job.parts) }
  },
})
