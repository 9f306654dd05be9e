import { z } from 'zod'
import { UNIT_NAMES } from '../../shared'
import { entered, id, signalSource, taken, text } from '../fields'
import { defineKind } from '../kind'
import type { RoundSlice } from '../slices/round'

const channel = z.object({
  id,
  quantity: id,
  unit: z.enum(UNIT_NAMES),
  seconds: z.array(z.number().finite()).max(4000),
  values: z.array(z.number().finite().nullable()).max(4000),
})
const body = z.object({
  captureId: id,
  /** What was captured, and the test of Trace that it can stand for. */
  capture: id,
  testId: id.nullable(),
  clamped: z.enum(['none', 'feed', 'return', 'both']),
  instrument: taken,
  channels: z.array(channel).max(8),
  /** What a hand wrote down where no signal was taken. */
  table: z.array(z.object({ label: text, values: z.array(entered).max(6), word: text })).max(60),
  /** The figure that speaks for it, its standard deviation, and the band it was held against; null is an open side. */
  value: z.object({
    value: z.number().finite(),
    unit: z.enum(UNIT_NAMES),
    sd: z.number().finite().min(0),
  }),
  band: z
    .object({
      low: z.number().finite().nullable(),
      high: z.number().finite().nullable(),
      source: z.enum(['maker', 'own past', 'sister', 'generic']),
    })
    .nullable(),
  verdict: z.enum(['good', 'bad', 'inconclusive', 'says-little']),
  /** As the screen said it. */
  says: text,
  source: signalSource,
})

export interface CapturesSlice {
  captures: (z.infer<typeof body> & { at: number; eventId: string; epoch: number })[]
}

export const captureKept = defineKind({
  kind: 'capture-kept',
  version: 2,
  body,
  upcasts: { 1: ofLeakDown },
  keeps: (): CapturesSlice => ({ captures: [] }),
  apply(job: CapturesSlice & Pick<RoundSlice, 'epoch'>, entry) {
    job.captures.push({ ...entry.body, at: entry.at, eventId: entry.id, epoch: job.epoch })
  },
})

/** Version 1: leak-downs alone were kept, against the typical limit. */
function ofLeakDown(before: unknown) {
  const { captureId, clamped, seconds, kPa, leftFraction, verdict, source } = before as {
    captureId: string
    clamped: 'none' | 'feed' | 'return'
    seconds: number[]
    kPa: number[]
    leftFraction: number
    verdict: string
    source: string
  }
  const standIn = source === 'stand-in'
  return {
    captureId,
    capture: 'leakDown',
    testId: { none: 'T32', feed: 'T33', return: 'T34' }[clamped],
    clamped,
    instrument: {
      instrumentId: null,
      name: standIn ? 'Stand-in gauge' : 'File',
      standing: standIn ? 'stand-in' : 'file',
      offset: null,
    },
    channels: [{ id: 'rail', quantity: 'pressure', unit: 'kPa', seconds, values: kPa }],
    table: [],
    value: { value: 100 * leftFraction, unit: '%', sd: 1 },
    band: { low: 75, high: null, source: 'generic' },
    verdict: { holds: 'good', leaks: 'bad', 'says-little': 'says-little' }[verdict] ?? 'inconclusive',
    says: '',
    source,
  }
}
