/** Finding by words as they are typed: beginnings count more than middles, one wrong letter is forgiven. */

export interface Findable {
  /** As it is shown. */
  title: string
  /** Further words that people use for it. */
  words?: string
}

const TERMS = /[\p{L}\p{N}]+/gu
/** Words without accents, capitals and the s of many. */
export const termsOf = (text: string): string[] =>
  (text.normalize('NFKD').replace(/\p{M}/gu, '').toLowerCase().match(TERMS) ?? []).map((term) =>
    term.length > 3 && term.endsWith('s') && !term.endsWith('ss') ? term.slice(0, -1) : term,
  )

/** A wrong letter is forgiven, and a middle counts, from so many letters on. */
export const FORGIVEN_FROM = 4
const WHOLE = 6
const BEGINS = 4
const WITHIN = 1.5
const FORGIVEN = 1
/** A word of the title counts so many times one that stands beside it. */
export const TITLE = 2

/** How well one typed term fits one word; 0 where it does not. */
export function fit(typed: string, word: string): number {
  if (word === typed) return WHOLE
  if (word.startsWith(typed)) return BEGINS
  if (typed.length < FORGIVEN_FROM) return 0
  if (word.includes(typed)) return WITHIN
  return oneApart(typed, word.slice(0, typed.length + 1)) || oneApart(typed, word.slice(0, typed.length))
    ? FORGIVEN
    : 0
}

/** One letter more, less, other, or two of them the other way round. */
function oneApart(one: string, other: string): boolean {
  if (Math.abs(one.length - other.length) > 1) return false
  let at = 0
  while (at < one.length && at < other.length && one[at] === other[at]) at += 1
  const [a, b] = [one.slice(at), other.slice(at)]
  return (
    a.slice(1) === b.slice(1) ||
    a.slice(1) === b ||
    a === b.slice(1) ||
    (a.length > 1 && a[0] === b[1] && a[1] === b[0] && a.slice(2) === b.slice(2))
  )
}

/** Words that say nothing of what is meant. */
const EMPTY = new Set('a an the is was at of it on in to and i we my with that there has have'.split(' '))
/** Of so many words one may say nothing of what is meant. */
const ONE_SPARE_FROM = 3

/** The words of a query that say what is meant. */
export function typedTerms(query: string): string[] {
  const all = termsOf(query.slice(0, 120))
  const told = all.filter((term) => !EMPTY.has(term))
  return told.length > 0 ? told : all
}

/** Of so many words one may fit nothing: how many, and what that costs. */
export const spareOf = (terms: number): number => (terms >= ONE_SPARE_FROM ? 1 : 0)
export const MISSING_COST = WHOLE * TITLE
/** Of two that fit alike the shorter title says it more plainly. Never so little that it counts as nothing. */
export const scored = (sum: number, titleWords: number): number => Math.max(0.01, sum - 0.02 * titleWords)

/**
 * What fits a query, the best first, at most so many. Every typed word must fit, begun is enough; of three and
 * more one may fit nothing, and then it stands behind what fits whole. An empty query finds nothing.
 */
export function findAmong<T extends Findable>(query: string, things: readonly T[], most: number): T[] {
  const typed = typedTerms(query)
  if (typed.length === 0) return []
  return things
    .map((thing, at) => ({ thing, at, score: scoreOf(typed, thing) }))
    .filter(({ score }) => score > 0)
    .sort((one, other) => other.score - one.score || one.at - other.at)
    .slice(0, most)
    .map(({ thing }) => thing)
}

function scoreOf(typed: string[], { title, words = '' }: Findable): number {
  const inTitle = termsOf(title)
  const beside = termsOf(words)
  let sum = 0
  let spare = spareOf(typed.length)
  for (const term of typed) {
    const best = Math.max(
      0,
      ...inTitle.map((word) => TITLE * fit(term, word)),
      ...beside.map((word) => fit(term, word)),
    )
    if (best === 0 && spare === 0) return 0
    if (best === 0) {
      spare -= 1
      sum -= MISSING_COST
    }
    sum += best
  }
  return scored(sum, inTitle.length)
}
