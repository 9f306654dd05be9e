/**
 * The same finding as `findAmong`, over many things: words in order, for each the things that have it, and for
 * each pair of letters the words that have it, so that a wrong letter is forgiven without looking at every word.
 */
import {
  FORGIVEN_FROM,
  MISSING_COST,
  TITLE,
  fit,
  scored,
  spareOf,
  termsOf,
  typedTerms,
  type Findable,
} from './matching'

export interface WordIndex {
  /** Distinct words, in order. */
  readonly words: string[]
  /** Things of word k: `postings[starts[k]]` up to `starts[k + 1]`; a thing twice its place, plus one where the word is in its title. */
  readonly starts: Uint32Array
  readonly postings: Uint32Array
  /** Words by each pair of letters in them, by their places. */
  readonly pairs: Map<string, Uint32Array>
  /** Words in the title of each thing. */
  readonly titles: Uint16Array
}

/** Things in the order in which those that fit alike are to stand. */
export function wordIndexOf(things: readonly Findable[]): WordIndex {
  const places = new Map<string, number[]>()
  const titles = new Uint16Array(things.length)
  things.forEach(({ title, words = '' }, at) => {
    const inTitle = termsOf(title)
    titles[at] = Math.min(65_535, inTitle.length)
    const own = new Set(inTitle)
    for (const word of own) into(places, word, 2 * at + 1)
    for (const word of new Set(termsOf(words))) if (!own.has(word)) into(places, word, 2 * at)
  })
  const words = [...places.keys()].sort()
  const starts = new Uint32Array(words.length + 1)
  words.forEach((word, k) => (starts[k + 1] = starts[k]! + places.get(word)!.length))
  const postings = new Uint32Array(starts[words.length]!)
  words.forEach((word, k) => postings.set(places.get(word)!, starts[k]))
  return { words, starts, postings, titles, pairs: pairsOf(words) }
}

function into<K>(map: Map<K, number[]>, key: K, value: number): void {
  const list = map.get(key)
  if (list) list.push(value)
  else map.set(key, [value])
}

/** With the beginning of the word as a letter of its own. */
const lettersTwoByTwo = (word: string): Set<string> =>
  new Set(Array.from({ length: word.length }, (_, k) => (k === 0 ? `^${word[0]}` : word.slice(k - 1, k + 1))))

function pairsOf(words: readonly string[]): WordIndex['pairs'] {
  const lists = new Map<string, number[]>()
  words.forEach((word, k) => {
    for (const pair of lettersTwoByTwo(word)) into(lists, pair, k)
  })
  return new Map([...lists].map(([pair, list]) => [pair, Uint32Array.from(list)]))
}

/** Places of the words that a typed term fits, each with how well. */
function wordsThatFit({ words, pairs }: WordIndex, typed: string): [place: number, score: number][] {
  const found: [number, number][] = []
  const from = firstAt(words, typed)
  for (let k = from; k < words.length && words[k]!.startsWith(typed); k += 1)
    found.push([k, fit(typed, words[k]!)])
  if (typed.length < FORGIVEN_FROM) return found
  for (const k of alike(words.length, pairs, typed)) {
    const word = words[k]!
    if (word.startsWith(typed)) continue
    const score = fit(typed, word)
    if (score > 0) found.push([k, score])
  }
  return found
}

/** The first place whose word is not before the typed one. */
function firstAt(words: readonly string[], typed: string): number {
  let [low, high] = [0, words.length]
  while (low < high) {
    const middle = (low + high) >> 1
    if (words[middle]! < typed) low = middle + 1
    else high = middle
  }
  return low
}

/** One letter otherwise spoils at most three pairs, and no fewer than four are in a word that may be spoilt. */
const SPOILT = 3
function alike(count: number, pairs: WordIndex['pairs'], typed: string): number[] {
  const own = lettersTwoByTwo(typed)
  const least = Math.max(1, own.size - SPOILT)
  const shared = new Uint8Array(count)
  const found: number[] = []
  for (const pair of own)
    for (const k of pairs.get(pair) ?? []) {
      shared[k]! += 1
      if (shared[k] === least) found.push(k)
    }
  return found
}

export interface Fitting {
  place: number
  score: number
}
/** What fits, in the order of the things: their places, and how well each fits. */
export interface Fittings {
  places: Uint32Array
  scores: Float64Array
}

/** The best of many, in order; of those that fit alike the first. Only as many as are asked for are put in order. */
export function bestOf({ places, scores }: Fittings, most: number): Fitting[] {
  const least = scores.length > most ? scores.slice().sort()[scores.length - most]! : -Infinity
  const found: Fitting[] = []
  const alike: Fitting[] = []
  for (let k = 0; k < places.length; k += 1) {
    const score = scores[k]!
    if (score < least) continue
    if (score > least) found.push({ place: places[k]!, score })
    else if (alike.length < most) alike.push({ place: places[k]!, score })
  }
  return [...found.sort((one, other) => other.score - one.score || one.place - other.place), ...alike].slice(
    0,
    most,
  )
}

/** For each thing the sum of how well the typed words fit it, and how many of them do. */
function tallied(index: WordIndex, typed: readonly string[]): { sums: Float64Array; hits: Uint8Array } {
  const count = index.titles.length
  const [sums, hits, best] = [new Float64Array(count), new Uint8Array(count), new Float64Array(count)]
  for (const term of typed) {
    const touched: number[] = []
    for (const [k, score] of wordsThatFit(index, term))
      for (let p = index.starts[k]!; p < index.starts[k + 1]!; p += 1) {
        const posting = index.postings[p]!
        const thing = posting >> 1
        const worth = posting % 2 === 1 ? TITLE * score : score
        if (best[thing] === 0) touched.push(thing)
        if (worth > best[thing]!) best[thing] = worth
      }
    for (const thing of touched) {
      sums[thing]! += best[thing]!
      hits[thing]! += 1
      best[thing] = 0
    }
  }
  return { sums, hits }
}

/**
 * Things that fit a query, in their order; `allowed` leaves things out. As `findAmong` finds them: every typed word
 * must fit, begun is enough, of three and more one may fit nothing.
 */
export function findIndexed(
  index: WordIndex,
  query: string,
  allowed: (place: number) => boolean = () => true,
): Fittings {
  const typed = typedTerms(query)
  const needed = Math.max(1, typed.length - spareOf(typed.length))
  const { sums, hits } = tallied(index, typed)
  const places = new Uint32Array(hits.length)
  const scores = new Float64Array(hits.length)
  let count = 0
  for (let thing = 0; thing < hits.length; thing += 1) {
    if (hits[thing]! < needed || !allowed(thing)) continue
    places[count] = thing
    scores[count] = scored(sums[thing]! - (typed.length - hits[thing]!) * MISSING_COST, index.titles[thing]!)
    count += 1
  }
  return { places: places.slice(0, count), scores: scores.slice(0, count) }
}
