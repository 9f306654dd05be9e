/** Acts of the proof: what was looked at, how old parts were, how joints stood, the signature, or a round more. */
import { LEAK_STAND_MINUTES, leakStandId, leakStandOf, puttingBack, unproven } from '../job'
import type { Addition, BodyOf } from '../records'
import { entries, kept, type Decided, type Situation } from './situation'

export const noteProof = (_: Situation, body: BodyOf<'proof-noted'>): Decided =>
  entries({ kind: 'proof-noted', body })

export const judgePart = (_: Situation, body: BodyOf<'part-judged'>): Decided =>
  entries({ kind: 'part-judged', body })

/** Joints stand under pressure from now on. */
export const standJoints = ({ job }: Situation, _none: Record<string, never>): Decided =>
  entries(standBegun(leakStandId(job)))

/** They have stood long enough, by a person's word. */
export const jointsStood = ({ job }: Situation, _none: Record<string, never>): Decided => {
  const waitId = leakStandId(job)
  return entries(...(leakStandOf(job) ? [] : [standBegun(waitId)]), {
    kind: 'wait-ended',
    body: { waitId },
  })
}

const standBegun = (waitId: string): Addition => ({
  kind: 'wait-started',
  body: { waitId, label: 'Joints stand under pressure', minutes: LEAK_STAND_MINUTES, holds: false },
})

/** Seen: everything is put back. */
export const putBack = ({ job }: Situation, _none: Record<string, never>): Decided =>
  entries({ kind: 'state-asserted', body: { changes: puttingBack(job.state), why: 'seen' } })

/** Signed, with what is not proven as it stands at this moment. */
export const sign = ({ job }: Situation, { note }: { note: string }): Decided =>
  entries({ kind: 'job-signed', body: { unproven: unproven(job), note: kept(note) } })

/** The complaint is still there, and how it runs against before. */
export const goOn = (_: Situation, { words, run }: BodyOf<'complaint-remains'>): Decided =>
  entries({ kind: 'complaint-remains', body: { words: kept(words), run } })
