/** Plans, tests and surveys as the monitor takes them: doings, words and claims, none of what the rules derived. */
import type { Act, Test } from '../library'
import type { WatchedStep } from './idea'

/** Titles, steps, cautions and looks of an act, as one text. */
const wordsOf = (act: Act): string =>
  [
    act.title,
    ...act.steps,
    act.looks ?? '',
    ...(act.cautions ?? []).flatMap(({ text, stopWhen }) => [text, stopWhen]),
  ].join('. ')

export const watched = (act: Act): WatchedStep => ({
  id: act.id,
  does: act.does,
  sets: act.sets,
  purpose: act.purpose ?? {},
  entry: act.gaugeGate?.unit ?? null,
  people: act.people ?? 1,
  words: wordsOf(act),
})

/** A test as the step that it is, on its layout. */
export const watchedTest = (test: Test): WatchedStep => ({
  id: test.id,
  does: test.does ?? [],
  sets: test.leaves,
  purpose: {},
  entry: test.instrument === 'gasMeter' ? '%' : null,
  people: test.people ?? 1,
  words: [test.title, test.where, ...test.steps].join('. '),
})
