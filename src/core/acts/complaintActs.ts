/** Acts on the complaint: what is said of it, what is known of parts, and ways that need no trace. */
import type { Addition, BodyOf } from '../records'
import { entries, kept, type Decided, type Situation } from './situation'

type PartSaid = BodyOf<'part-known'>
const PART_LETTERS = 80

/** A job begins; its vehicle is named as it is called now. */
export const openJob = (
  { vehicle }: Pick<Situation, 'vehicle'>,
  { neededBy }: { neededBy: string | null },
): Extract<Decided, { kind: 'entries' }> =>
  entries({
    kind: 'job-opened',
    body: { vehicleId: vehicle.id, unit: vehicle.unit, vehicleName: vehicle.name, words: '', neededBy },
  })

/** The complaint, with what earlier jobs say of the parts. */
export const noteComplaint = (
  _: Situation,
  { noted, parts }: { noted: BodyOf<'complaint-noted'>; parts: PartSaid[] },
): Decided =>
  entries(...parts.map((body) => ({ kind: 'part-known' as const, body })), {
    kind: 'complaint-noted',
    body: noted,
  })

/** It stood for years: nothing is complained of, it is surveyed. */
export const surveyInstead = (
  _: Situation,
  { noted }: { noted: Omit<BodyOf<'complaint-noted'>, 'symptoms' | 'raisers' | 'failingNow'> },
): Decided =>
  entries(
    {
      kind: 'complaint-noted',
      body: { ...noted, symptoms: [], raisers: ['stood'], failingNow: 'unknown' },
    },
    { kind: 'way-taken', body: { way: 'stoodYears', outcome: 'survey' } },
  )

/** Nothing is complained of: something is wished for. What is chosen again stands in the place of what was. */
export const wishBuild = (
  { job }: Situation,
  { words, wish }: { words: string; wish: BodyOf<'build-wished'> },
): Decided => entries(...(job.noted && job.wish ? [] : [noted(words)]), { kind: 'build-wished', body: wish })
const noted = (words: string): Addition => ({
  kind: 'complaint-noted',
  body: {
    ...{ symptoms: [], raisers: [], failingNow: 'no', conditions: [] },
    ...{ words: kept(words), lastFill: '', lamps: '', history: '' },
  },
})

export const takeWay = (_: Situation, body: BodyOf<'way-taken'>): Decided =>
  entries({ kind: 'way-taken', body })

/** The last word on a part; 'withdrawn' takes it back. */
export const sayPart = (_: Situation, { repairId, how, when, who }: PartSaid): Decided =>
  entries({
    kind: 'part-known',
    body: { repairId, how, when: kept(when, PART_LETTERS), who: kept(who, PART_LETTERS) },
  })
