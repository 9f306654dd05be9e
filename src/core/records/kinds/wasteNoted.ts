import { z } from 'zod'
import { text } from '../fields'
import { defineKind } from '../kind'

const body = z.object({
  litres: z.number().finite().positive().max(2000),
  kind: z.enum(['clean', 'petrol waste', 'diesel waste', 'mixed']),
  container: text,
  whereTo: text,
})

export interface WasteSlice {
  waste: (z.infer<typeof body> & { at: number })[]
}

/** Fuel that came out and did not go back: how much, what, into what, and where it goes. */
export const wasteNoted = defineKind({
  kind: 'waste-noted',
  version: 1,
  body,
  keeps: (): WasteSlice => ({ waste: [] }),
  apply(job: WasteSlice, entry) {
    job.waste.push({ ...entry.body, at: entry.at })
  },
})
