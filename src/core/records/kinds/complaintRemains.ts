import { z } from 'zod'
import { text } from '../fields'
import { defineKind } from '../kind'
import type { RoundSlice } from '../slices/round'
import type { JudgedSlice } from './partJudged'
import type { WorkSlice } from './planMade'
import type { ProofNotesSlice } from './proofNoted'
import type { StepsSlice } from './stepDone'
import type { SkippedSlice } from './testSkipped'

const run = z.enum(['better', 'worse', 'same', 'unknown'])

export interface RunsSlice {
  /** How it ran after each change that did not end the complaint. */
  runs: { at: number; run: z.infer<typeof run>; changed: string[] }[]
}
type Moves = RunsSlice &
  WorkSlice &
  JudgedSlice &
  SkippedSlice &
  ProofNotesSlice &
  Pick<StepsSlice, 'finishedRepairs'> &
  Pick<RoundSlice, 'epoch'>

/**
 * The complaint is still there after a repair. Where every part taken out was sound and it runs the same,
 * the vehicle is as it was: its readings go on counting. Otherwise they start afresh; state and what was done stay.
 */
export const complaintRemains = defineKind({
  kind: 'complaint-remains',
  version: 2,
  /** How it ran after what was changed, against before. */
  body: z.object({ words: text, run }),
  // Nobody was asked how it ran.
  upcasts: { 1: (before) => ({ ...(before as object), run: 'unknown' }) },
  keeps: (): RunsSlice => ({ runs: [] }),
  apply(job: Moves, { body, at }) {
    const fitted = job.work?.repairIds ?? []
    job.runs.push({ at, run: body.run, changed: fitted })
    const unchanged =
      body.run === 'same' &&
      fitted.length > 0 &&
      fitted.every((repairId) =>
        job.done.some((entry) => entry.repairId === repairId && entry.partWasBad === 'no'),
      )
    if (unchanged) job.work = null
    else newRound(job)
  },
})

function newRound(job: Moves) {
  job.epoch += 1
  job.skipped = []
  job.work = null
  job.proofNotes = new Map([...job.proofNotes].filter(([item]) => item.startsWith('cause:')))
  for (const repairId of job.finishedRepairs)
    if (!job.done.some((entry) => entry.repairId === repairId))
      job.done.push({ repairId, partWasBad: 'unknown' })
}
