/**
 * A reading is taken by one act, wherever it is entered: on the trace, in proof, by a capture. The same slip
 * check, instrument, offset and conditions; only what it is for differs.
 */
import { needsRunningEngine, type Test } from '../library'
import { impliedBy, offerForSlip, type Reading } from '../job'
import type { Addition, BodyOf } from '../records'
import { entries, type Decided, type Situation } from './situation'

type Body = BodyOf<'reading-taken'>

export interface ReadingAct {
  test: Test
  value: Reading['value']
  phase: Body['phase']
  faultPresent: Body['faultPresent']
  source: Body['source']
  sure?: Body['sure']
  swing?: Body['swing'] | null
  /** The workshop's own instrument, where one reads in this unit. */
  taken: Body['taken'] | null
  /** The range in which a reading is likely here, in the unit of the entry; null where nobody knows. */
  expected: { low: number; high: number } | null
  /** It was asked back, and is meant as it stands. */
  meant: boolean
  /** It was known before: it says nothing of how the vehicle stands now. */
  earlier?: boolean
}

export function takeReading({ newId }: Pick<Situation, 'newId'>, act: ReadingAct): Decided {
  const { test, value, source, phase } = act
  const typed = source === 'vehicle' && value.kind === 'number' && !act.meant
  const slip = typed ? offerForSlip(test.id, value.entered, act.expected) : null
  if (slip) return { kind: 'ask', slip }
  return entries(...(act.earlier ? [] : [implied(test, phase)]), {
    kind: 'reading-taken',
    body: {
      readingId: newId(),
      testId: test.id,
      value,
      scene: test.scene,
      instrument: test.instrument,
      faultPresent: act.faultPresent,
      source,
      phase,
      sure: act.sure ?? 'yes',
      ...(act.swing && { swing: act.swing }),
      ...(act.taken && { taken: act.taken }),
      ...(act.earlier && { earlier: true }),
    },
  })
}

/** Whoever read it had the vehicle as the test asks; in proof an engine that runs for a reading is stopped with it. */
const implied = (test: Test, phase: Body['phase']): Addition => ({
  kind: 'state-asserted',
  body: {
    changes: phase === 'proof' && needsRunningEngine(test) ? {} : impliedBy(test.needs),
    why: 'implied',
  },
})
