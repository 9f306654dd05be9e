/** An index to which things come and from which they go: what has changed lies beside the rest until it is much. */
import type { Findable } from './matching'
import { bestOf, findIndexed, wordIndexOf, type WordIndex } from './wordIndex'

interface Keyed extends Findable {
  key: string
}
/** So many changed things are sought beside the rest; more are taken into it. */
const MOST_BESIDE = 400

export class LiveIndex<T extends Keyed> {
  private base!: { things: T[]; index: WordIndex }
  private beside = new Map<string, T>()
  private besideIndex = wordIndexOf([])
  /** Of the base, what is not so any more. */
  private old = new Set<string>()

  /** Things in the order in which those that fit alike are to stand. */
  constructor(things: T[]) {
    this.take(things)
  }

  private take(things: T[]): void {
    this.base = { things, index: wordIndexOf(things) }
    this.beside = new Map()
    this.old = new Set()
    this.besideIndex = wordIndexOf([])
  }

  get size(): number {
    return this.base.things.filter(({ key }) => !this.old.has(key)).length + this.beside.size
  }

  /** Things as they are now, and keys of what is gone; a key that is in both is there. */
  change(put: readonly T[], gone: readonly string[]): void {
    for (const key of gone) {
      this.old.add(key)
      this.beside.delete(key)
    }
    for (const thing of put) {
      this.old.add(thing.key)
      this.beside.set(thing.key, thing)
    }
    const beside = [...this.beside.values()]
    // What was changed last is wanted first.
    if (beside.length > MOST_BESIDE)
      this.take([...beside, ...this.base.things.filter(({ key }) => !this.old.has(key))])
    else this.besideIndex = wordIndexOf(beside)
  }

  /** What fits a query, the best first, at most so many, and how many there are in all. Nothing typed: all, in their order. */
  find(
    query: string,
    most: number,
    allowed: (thing: T) => boolean = () => true,
  ): { found: T[]; all: number } {
    if (query.trim() === '') return this.listed(most, allowed)
    const { things, index } = this.base
    const beside = [...this.beside.values()]
    const among = (own: WordIndex, of: readonly T[], isAllowed: (thing: T) => boolean) => {
      const fits = findIndexed(own, query, (at) => isAllowed(of[at]!))
      const best = bestOf(fits, most).map(({ place, score }) => ({ thing: of[place]!, score }))
      return { best, all: fits.places.length }
    }
    const changed = among(this.besideIndex, beside, allowed)
    const rest = among(index, things, (thing) => !this.old.has(thing.key) && allowed(thing))
    const both =
      changed.all === 0
        ? rest.best
        : [...changed.best, ...rest.best].sort((one, other) => other.score - one.score)
    return { found: both.slice(0, most).map(({ thing }) => thing), all: changed.all + rest.all }
  }

  private listed(most: number, allowed: (thing: T) => boolean): { found: T[]; all: number } {
    const all = [...this.beside.values(), ...this.base.things.filter(({ key }) => !this.old.has(key))].filter(
      allowed,
    )
    return { found: all.slice(0, most), all: all.length }
  }
}
