import { z } from 'zod'
import { id } from '../fields'
import { defineKind } from '../kind'

const body = z.object({ way: id, outcome: id })

export interface WaysSlice {
  /** Known ways that were gone before or beside the trace. */
  ways: (z.infer<typeof body> & { at: number })[]
  /** It stood for years and is surveyed, not traced. */
  surveying: boolean
}

export const wayTaken = defineKind({
  kind: 'way-taken',
  version: 1,
  body,
  keeps: (): WaysSlice => ({ ways: [], surveying: false }),
  apply(job: WaysSlice, entry) {
    job.ways.push({ ...entry.body, at: entry.at })
    if (entry.body.way === 'stoodYears') job.surveying = entry.body.outcome === 'survey'
  },
})
