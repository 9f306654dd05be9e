/** Acts beside the readings of a trace: what makes it fail, what cannot be read, what no longer holds, what a survey finds. */
import { askedFor } from '../diagnosis'
import { impliedBy, type KeptCapture } from '../job'
import { testFor, type SurveyItem, type Test } from '../library'
import type { BodyOf } from '../records'
import type { SpecificationField } from '../vehicle'
import { entries, kept, unready, type Decided, type Situation } from './situation'
import { takeReading, type ReadingAct } from './takeReading'

export const provoke = (_: Situation, body: BodyOf<'provoked'>): Decided =>
  entries({ kind: 'provoked', body })

/**
 * What somebody knew before: read or seen earlier, whatever way. It is evidence, and says nothing of how the
 * vehicle stands now. The gas meter is not taken so: what it showed earlier clears nothing.
 */
export function noteEarlier(
  situation: Situation,
  { test, value }: { test: Test; value: ReadingAct['value'] },
): Decided {
  if (test.instrument === 'gasMeter') return unready({ of: 'figure' })
  return takeReading(situation, {
    test,
    value,
    phase: 'trace',
    faultPresent: situation.job.complaint.failingNow === 'no' ? 'no' : 'yes',
    source: 'vehicle',
    taken: null,
    expected: null,
    meant: false,
    earlier: true,
  })
}

export const skipTest = (_: Situation, { testId, reason }: BodyOf<'test-skipped'>): Decided =>
  entries({ kind: 'test-skipped', body: { testId, reason: kept(reason) } })

/** The maker's figures that were asked for are not to be had: they are not asked for again. */
export const figuresNotHad = (_: Situation, { fields }: { fields: SpecificationField[] }): Decided =>
  entries(
    ...fields.map((field) => ({
      kind: 'test-skipped' as const,
      body: { testId: askedFor(field), reason: 'the maker’s figure is not to be had' },
    })),
  )

/** A reading no longer holds, or does again; why is said where it does not. */
export const disturbReading = (
  _: Situation,
  { readingId, disturbed, why }: BodyOf<'reading-disturbed'>,
): Decided =>
  entries({ kind: 'reading-disturbed', body: { readingId, disturbed, why: disturbed ? kept(why) : '' } })

/** What a look of the survey found. What could not be seen was not reached: it says nothing of how the vehicle stands. */
export function noteSurvey(
  _: Situation,
  { item, finding, note }: { item: SurveyItem } & Pick<BodyOf<'survey-noted'>, 'finding' | 'note'>,
): Decided {
  const noted = { kind: 'survey-noted' as const, body: { item: item.id, finding, note: kept(note) } }
  if (finding === 'cannot') return entries(noted)
  return entries(
    {
      kind: 'state-asserted',
      body: { changes: { ...impliedBy(item.needs), ...item.leaves }, why: 'implied' },
    },
    noted,
  )
}

export const endSurvey = (_: Situation, _none: Record<string, never>): Decided =>
  entries({ kind: 'way-taken', body: { way: 'stoodYears', outcome: 'done' } })

interface CaptureAct {
  capture: Omit<KeptCapture, 'captureId'>
  /** Readings of Trace that it stands for. */
  readings: { testId: string; value: ReadingAct['value'] }[]
  faultPresent: ReadingAct['faultPresent']
}

/** A capture and the readings that it comes to. It has taken the offset off already, and was judged before it is kept. */
export function keepCapture(situation: Situation, { capture, readings, faultPresent }: CaptureAct): Decided {
  const taken = readings.map(({ testId, value }) =>
    takeReading(situation, {
      test: testFor(situation.vehicle.layout, testId),
      value,
      phase: 'trace',
      faultPresent,
      source: capture.source,
      taken: { ...capture.instrument, offset: null },
      expected: null,
      meant: true,
    }),
  )
  return entries(
    { kind: 'capture-kept', body: { ...capture, captureId: situation.newId() } },
    ...taken.flatMap((one) => (one.kind === 'entries' ? one.entries : [])),
  )
}
