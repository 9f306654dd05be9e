import { z } from 'zod'
import { id } from '../fields'
import { defineKind } from '../kind'
import type { RoundSlice } from '../slices/round'
import { endWait, leakStandId, type WaitsSlice } from '../slices/waits'

export interface ProofNotesSlice {
  proofNotes: Map<string, 'yes' | 'no'>
}

export const proofNoted = defineKind({
  kind: 'proof-noted',
  version: 1,
  body: z.object({ item: id, outcome: z.enum(['yes', 'no']) }),
  keeps: (): ProofNotesSlice => ({ proofNotes: new Map() }),
  apply(job: ProofNotesSlice & WaitsSlice & Pick<RoundSlice, 'epoch'>, { body }) {
    job.proofNotes.set(body.item, body.outcome)
    if (body.item === 'dry') endWait(job, leakStandId(job))
  },
})
