import { z } from 'zod'
import { PROVOCATIONS, provocationOn } from '../../library'
import { id } from '../fields'
import { defineKind } from '../kind'
import type { RoundSlice } from '../slices/round'
import type { StandSlice } from '../slices/stand'

const body = z.object({ way: id, outcome: z.enum(['fails', 'holds']) })

export interface ProvokedSlice {
  /** What was done to make it fail, and whether it did. */
  provoked: (z.infer<typeof body> & { at: number })[]
}

export const provoked = defineKind({
  kind: 'provoked',
  version: 1,
  body,
  keeps: (): ProvokedSlice => ({ provoked: [] }),
  apply(job: ProvokedSlice & Pick<StandSlice, 'state'> & Pick<RoundSlice, 'layout' | 'complaint'>, entry) {
    job.provoked.push({ ...entry.body, at: entry.at })
    // What was driven or heated to make it fail is hot, and stands under pressure.
    const way = PROVOCATIONS.find((candidate) => candidate.id === entry.body.way)
    if (way) job.state = { ...job.state, ...provocationOn(job.layout.id, way).leaves }
    if (entry.body.outcome === 'fails') job.complaint = { ...job.complaint, failingNow: 'yes' }
  },
})
