/**
 * What an act is decided on, and what it comes to: entries for the log, or what must come first. A screen
 * sends an act and shows what it came to; it composes no entry.
 */
import type { Hold, JobView, Moment, SlipOffer, VehicleRecord } from '../job'
import type { Operation } from '../library'
import type { Addition } from '../records'

export interface Situation {
  job: JobView
  vehicle: VehicleRecord
  moment: Moment
  /** A name that nothing else has. */
  newId: () => string
}

export type Decided =
  | { kind: 'entries'; entries: Addition[] }
  /** It may be a slip: meant as it stands, or another value. */
  | { kind: 'ask'; slip: SlipOffer }
  /** What a gauge or a meter decides is not taken on a word: the figures of these first. */
  | { kind: 'figures'; operations: Operation[] }
  /** Not now: what holds it, gravest first. */
  | { kind: 'held'; holds: Hold[] }
  /** Not yet: what is missing of it. */
  | { kind: 'unready'; missing: Missing[] }

export type Missing =
  | { of: 'parts'; count: number }
  /** The figure that the step ends with: absent, or not under its limit. */
  | { of: 'figure' }
  | { of: 'torque' }
  /** Another step comes first, or it is done already. */
  | { of: 'order' }
  /** The check that stands before it. */
  | { of: 'check' }
  | { of: 'words' }
  | { of: 'risk' }

export const entries = (...these: Addition[]): Extract<Decided, { kind: 'entries' }> => ({
  kind: 'entries',
  entries: these,
})
export const unready = (...missing: Missing[]): Decided => ({ kind: 'unready', missing })
/** Text as an entry keeps it. */
export const kept = (text: string, most = 4000): string => text.trim().slice(0, most)
