import { z } from 'zod'
import type { Done } from '../../diagnosis'
import { id, yesNoUnknown } from '../fields'
import { defineKind } from '../kind'
import { repairNamed } from '../named'

export interface JudgedSlice {
  /** Parts that were taken out, and whether they were bad. */
  done: Done[]
}

export const partJudged = defineKind({
  kind: 'part-judged',
  version: 1,
  body: z.object({ repairId: id, partWasBad: yesNoUnknown }),
  names: ({ repairId }) => [repairNamed('repairId', repairId)],
  keeps: (): JudgedSlice => ({ done: [] }),
  apply(job: JudgedSlice, { body }) {
    job.done = [...job.done.filter((entry) => entry.repairId !== body.repairId), body]
  },
})
