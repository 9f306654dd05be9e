/**
 * The kinds of entry that a job log knows, one file each in `kinds/`. Entries are past tense, small and few;
 * nothing is ever rewritten. One stored example of every kind and version is kept for ever in tests/stored.
 */
import type { z } from 'zod'
import type { Entry } from './envelope'
import { bled } from './kinds/bled'
import { buildWished } from './kinds/buildWished'
import { bypassNoted } from './kinds/bypassNoted'
import { callMade } from './kinds/callMade'
import { captureKept } from './kinds/captureKept'
import { checkDone } from './kinds/checkDone'
import { complaintNoted } from './kinds/complaintNoted'
import { complaintRemains } from './kinds/complaintRemains'
import { consentNoted } from './kinds/consentNoted'
import { costNoted } from './kinds/costNoted'
import { eventUndone } from './kinds/eventUndone'
import { findingNoted } from './kinds/findingNoted'
import { fitChecked } from './kinds/fitChecked'
import { guardNoted } from './kinds/guardNoted'
import { handedOver } from './kinds/handedOver'
import { hazardsConfirmed } from './kinds/hazardsConfirmed'
import { jobOpened } from './kinds/jobOpened'
import { jobSigned } from './kinds/jobSigned'
import { lieNoted } from './kinds/lieNoted'
import { lineSurveyed } from './kinds/lineSurveyed'
import { meterRead } from './kinds/meterRead'
import { openingNoted } from './kinds/openingNoted'
import { partJudged } from './kinds/partJudged'
import { partKnown } from './kinds/partKnown'
import { photoKept } from './kinds/photoKept'
import { planMade } from './kinds/planMade'
import { proofNoted } from './kinds/proofNoted'
import { provoked } from './kinds/provoked'
import { readingDisturbed } from './kinds/readingDisturbed'
import { readingTaken } from './kinds/readingTaken'
import { readyNoted } from './kinds/readyNoted'
import { stateAsserted } from './kinds/stateAsserted'
import { stepDone } from './kinds/stepDone'
import { substepTicked } from './kinds/substepTicked'
import { surveyNoted } from './kinds/surveyNoted'
import { terminalMapped } from './kinds/terminalMapped'
import { testSkipped } from './kinds/testSkipped'
import { waitEnded } from './kinds/waitEnded'
import { waitStarted } from './kinds/waitStarted'
import { wasteNoted } from './kinds/wasteNoted'
import { wayTaken } from './kinds/wayTaken'

const ALL = [
  bled,
  buildWished,
  bypassNoted,
  callMade,
  captureKept,
  checkDone,
  complaintNoted,
  complaintRemains,
  consentNoted,
  costNoted,
  eventUndone,
  findingNoted,
  fitChecked,
  guardNoted,
  handedOver,
  hazardsConfirmed,
  jobOpened,
  jobSigned,
  lieNoted,
  lineSurveyed,
  meterRead,
  openingNoted,
  partJudged,
  partKnown,
  photoKept,
  planMade,
  proofNoted,
  provoked,
  readingDisturbed,
  readingTaken,
  readyNoted,
  stateAsserted,
  stepDone,
  substepTicked,
  surveyNoted,
  terminalMapped,
  testSkipped,
  waitEnded,
  waitStarted,
  wasteNoted,
  wayTaken,
] as const
type Known = (typeof ALL)[number]
type KindOf<K extends Known['kind']> = Extract<Known, { kind: K }>

export type EventKind = Known['kind']
/** Each kind by its name. */
export const KINDS = Object.fromEntries(ALL.map((one) => [one.kind, one])) as {
  [K in EventKind]: KindOf<K>
}
export const EVENT_KINDS: EventKind[] = ALL.map(({ kind }) => kind)

export type BodyOf<K extends EventKind> = z.infer<KindOf<K>['body']>
export type JobEvent = { [K in EventKind]: Entry<K, BodyOf<K>> }[EventKind]
/** An entry before it has an author and a place in a log. */
export type Addition = { [K in EventKind]: { kind: K; body: BodyOf<K> } }[EventKind]

type Both<U> = (U extends unknown ? (one: U) => void : never) extends (one: infer I) => void ? I : never
/** The slices that belong to one kind each. */
export type OwnSlices = Both<ReturnType<NonNullable<Extract<Known, { keeps?: unknown }>['keeps']>>>
/** Those slices before any entry. */
export const ownSlices = (): OwnSlices =>
  Object.assign({}, ...ALL.map((one) => one.keeps?.() ?? {})) as OwnSlices

export const versionOf = (kind: EventKind): number => KINDS[kind].version
