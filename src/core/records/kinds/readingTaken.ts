import { z } from 'zod'
import { findTest, testOn } from '../../library'
import { toSi } from '../../shared'
import type { VehicleState } from '../../vehicle'
import type { Entry } from '../envelope'
import { entered, id, signalSource, taken, yesNoUnknown } from '../fields'
import { defineKind } from '../kind'
import { testNamed } from '../named'
import type { RoundSlice } from '../slices/round'
import { dipped, readMeter, type StandSlice } from '../slices/stand'

const body = z.object({
  readingId: id,
  testId: id,
  value: z.discriminatedUnion('kind', [
    z.object({ kind: z.literal('number'), entered }),
    z.object({ kind: z.literal('outcome'), outcome: id }),
  ]),
  scene: id,
  instrument: id,
  faultPresent: yesNoUnknown,
  source: signalSource,
  phase: z.enum(['trace', 'proof']),
  /** How sure the technician is of it. */
  sure: z.enum(['yes', 'no']),
  /** Between which ends it swung, in the unit of the entry; its value is the middle. */
  swing: z.object({ low: z.number().finite(), high: z.number().finite() }).optional(),
  /** The instrument of the workshop that gave it, where one is named. */
  taken: taken.optional(),
  /** It was known before: it says nothing of how the vehicle stands now. */
  earlier: z.boolean().optional(),
})
type Body = z.infer<typeof body>

export interface Reading extends Body {
  eventId: string
  at: number
  epoch: number
  /** State of the vehicle when it was taken. */
  state: VehicleState
}
export interface ReadingsSlice {
  readings: Reading[]
  /** Readings of Prove, the last of each test. */
  proofs: Reading[]
  /** The last reading can be taken back from where it stands. */
  undoable: { eventId: string; kind: 'reading-taken' } | null
}
type Moves = ReadingsSlice & StandSlice & Pick<RoundSlice, 'layout' | 'epoch'>

export const readingTaken = defineKind({
  kind: 'reading-taken',
  version: 3,
  body,
  upcasts: {
    // Nobody was asked: what was entered was meant.
    1: (before) => ({ ...(before as object), sure: 'yes' }),
    // A needle was taken to stand still.
    2: (before) => before,
  },
  names: ({ testId }) => [testNamed('testId', testId)],
  keeps: (): ReadingsSlice => ({ readings: [], proofs: [], undoable: null }),
  apply(job: Moves, entry) {
    keep(job, { ...entry.body, eventId: entry.id, at: entry.at, epoch: job.epoch, state: job.state })
    hearMeter(job, entry)
    const known = findTest(entry.body.testId)
    // As it stands on this vehicle: what it leaves depends on what the vehicle has. What it needed must have held.
    const test = known && !entry.body.earlier ? testOn(job.layout.id, known) : null
    if (test) job.state = { ...job.state, ...test.leaves }
    if (test?.role === 'tankContent' && entry.body.value.kind === 'number')
      dipped(job, toSi(entry.body.value.entered) * 1e3)
  },
  heard: (job, entry) => hearMeter(job, entry),
})

function keep(job: ReadingsSlice, reading: Reading) {
  if (reading.phase === 'proof')
    job.proofs = [...job.proofs.filter((other) => other.testId !== reading.testId), reading]
  else {
    job.readings.push(reading)
    job.undoable = { eventId: reading.eventId, kind: 'reading-taken' }
  }
}

/** The gas meter's figure where a test of it was read. */
function hearMeter(job: StandSlice, entry: Entry<'reading-taken', Body>) {
  const { testId, instrument, value } = entry.body
  if (instrument !== 'gasMeter' || value.kind !== 'number') return
  const where = findTest(testId)?.short ?? ''
  readMeter(job, { at: entry.at, lelFraction: toSi(value.entered), where, placed: entry })
}
