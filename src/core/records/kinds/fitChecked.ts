import { z } from 'zod'
import { id, text } from '../fields'
import { defineKind } from '../kind'

const body = z.object({
  check: id,
  title: text,
  figures: z.record(z.string().max(40), z.string().max(80)),
  verdict: z.enum(['fits', 'doubt', 'no']),
  says: text,
})

export interface FitsSlice {
  /** What was measured of new parts, the last of each check. */
  fits: Map<string, z.infer<typeof body> & { at: number }>
}

/** What was measured of the new part against the old place, and what came of it. */
export const fitChecked = defineKind({
  kind: 'fit-checked',
  version: 1,
  body,
  keeps: (): FitsSlice => ({ fits: new Map() }),
  apply(job: FitsSlice, entry) {
    job.fits.set(entry.body.check, { ...entry.body, at: entry.at })
  },
})
