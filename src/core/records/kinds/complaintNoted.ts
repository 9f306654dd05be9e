import { z } from 'zod'
import { isDangerous, isSymptom, type RaiserId } from '../../library'
import { id, text, yesNoUnknown } from '../fields'
import { defineKind } from '../kind'
import type { RoundSlice } from '../slices/round'
import type { OpenedSlice } from './jobOpened'
import { knownOf, type PartsSlice } from './partKnown'

const body = z.object({
  symptoms: z.array(id),
  raisers: z.array(id),
  failingNow: yesNoUnknown,
  words: text,
  conditions: z.array(id),
  lastFill: text,
  lamps: text,
  history: text,
})

export interface NotedSlice {
  noted: z.infer<typeof body> | null
  /** Somebody may be hurt before anything is traced. */
  danger: boolean
}

export const complaintNoted = defineKind({
  kind: 'complaint-noted',
  version: 1,
  body,
  keeps: (): NotedSlice => ({ noted: null, danger: false }),
  apply(job: NotedSlice & RoundSlice & PartsSlice & Pick<OpenedSlice, 'words'>, entry) {
    job.noted = entry.body
    job.words = entry.body.words || job.words
    job.complaint = {
      symptoms: entry.body.symptoms.filter(isSymptom),
      raisers: entry.body.raisers as RaiserId[],
      failingNow: entry.body.failingNow,
      known: knownOf(job.parts),
    }
    job.danger = isDangerous(job.complaint.symptoms)
  },
})
