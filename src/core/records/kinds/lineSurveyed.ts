import { z } from 'zod'
import { id, text } from '../fields'
import { defineKind } from '../kind'

const body = z.object({
  line: text,
  material: id,
  outerDiameterMm: z.number().finite().positive().max(60),
  bendRadiusMm: z.number().finite().positive().max(400),
  seats: z.tuple([id, id]),
  legs: z
    .array(
      z.object({
        lengthMm: z.number().finite().positive().max(6000),
        bendDeg: z.number().finite().min(0).max(179).nullable(),
        twistDeg: z.number().finite().min(-360).max(360),
        clip: z.boolean(),
        note: text,
      }),
    )
    .min(1)
    .max(40),
})

export interface LinesSlice {
  /** Hard lines as surveyed, the last of each. */
  lines: Map<string, z.infer<typeof body> & { at: number }>
}

/** A hard line as surveyed for its copy, lengths and angles as measured. */
export const lineSurveyed = defineKind({
  kind: 'line-surveyed',
  version: 1,
  body,
  keeps: (): LinesSlice => ({ lines: new Map() }),
  apply(job: LinesSlice, entry) {
    job.lines.set(entry.body.line, { ...entry.body, at: entry.at })
  },
})
