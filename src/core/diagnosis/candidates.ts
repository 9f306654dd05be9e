/** The list of tests as a person wants to see it: in another order, of one kind only. What the engine ranks does not change. */
import { testById, type Instrument } from '../library'
import type { Candidate } from './choose'

export type SortBy = 'worth' | 'minutes' | 'cost' | 'place'
/** `now`: no way to go first; `possible`: it can be made and tells something; `not`: why not stands with it. */
export type ShowOf = 'all' | 'now' | 'possible' | 'not'
export interface Wanted {
  by: SortBy
  show: ShowOf
  /** Null for any. */
  instrument: Instrument | null
}

const SHOWS: Record<ShowOf, (candidate: Candidate) => boolean> = {
  all: () => true,
  now: ({ why, reachMinutes }) => why === 'ranked' && reachMinutes === 0,
  possible: ({ why }) => why === 'ranked',
  not: ({ why }) => why !== 'ranked',
}
/** The smaller comes first. What cannot be made stands last in every order but by place. */
const SORTS: Record<SortBy, (candidate: Candidate) => number | string> = {
  worth: ({ worth }) => -worth,
  minutes: ({ workMinutes, reachMinutes }) => workMinutes + reachMinutes,
  cost: ({ cost }) => cost,
  place: ({ testId }) => testById(testId).at,
}

/** Candidates of the kind that is wanted, in the order that is wanted; alike ones stay in the engine's order. */
export function candidatesBy(
  candidates: readonly Candidate[],
  { by, show, instrument }: Wanted,
): Candidate[] {
  const key = SORTS[by]
  const last = (candidate: Candidate) => (by === 'place' || candidate.why === 'ranked' ? 0 : 1)
  return candidates
    .filter(SHOWS[show])
    .filter(({ testId }) => instrument === null || testById(testId).instrument === instrument)
    .sort((one, other) => {
      const apart = last(one) - last(other)
      if (apart !== 0) return apart
      const [a, b] = [key(one), key(other)]
      return a < b ? -1 : a > b ? 1 : 0
    })
}

/** Instruments that these tests are made with, each once. */
export const instrumentsOf = (candidates: readonly Candidate[]): Instrument[] => [
  ...new Set(candidates.map(({ testId }) => testById(testId).instrument)),
]
