/** Over many things as over few: the index finds what the plain way finds, in the same order. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seededRandom } from './random'
import { LiveIndex, bestOf, findAmong, findIndexed, wordIndexOf } from '.'

const letters = fc.constantFrom(...'aberst')
const word = fc.string({ unit: letters, minLength: 1, maxLength: 7 })
const text = (most: number) => fc.array(word, { maxLength: most }).map((words) => words.join(' '))
const things = fc.array(fc.record({ title: text(4), words: text(6) }), { maxLength: 25 })
/** A word of the things, somewhat spoilt, or any. */
const spoilt = (own: string, seed: number): string => {
  const random = seededRandom(seed)
  const at = Math.floor(random.next() * own.length)
  const way = Math.floor(random.next() * 5)
  if (way === 0) return own.slice(0, at) + own.slice(at + 1)
  if (way === 1) return `${own.slice(0, at)}x${own.slice(at)}`
  if (way === 2) return own.slice(0, at) + (own[at + 1] ?? '') + (own[at] ?? '') + own.slice(at + 2)
  if (way === 3) return own.slice(0, at + 1)
  return own
}

describe('an index of words', () => {
  it('finds what is found by looking at each, in the same order', () => {
    fc.assert(
      fc.property(
        things,
        fc.array(fc.tuple(fc.nat(200), fc.nat(1e6)), { minLength: 1, maxLength: 4 }),
        fc.integer({ min: 1, max: 12 }),
        (all, picks, most) => {
          const pool = all.flatMap(({ title, words }) => `${title} ${words}`.split(' ')).filter(Boolean)
          const query = picks
            .map(([at, seed]) => spoilt(pool[at % Math.max(1, pool.length)] ?? 'rabe', seed))
            .join(' ')
          const found = bestOf(findIndexed(wordIndexOf(all), query), most).map(({ place }) => all[place])
          expect(found).toEqual(findAmong(query, all, most))
        },
      ),
      { numRuns: 1500 },
    )
  })
  it('what is left out is not found, and nothing typed finds nothing', () => {
    const index = wordIndexOf([{ title: 'Pump hums' }, { title: 'Pump silent' }])
    const places = (query: string, allowed?: (at: number) => boolean) => [
      ...findIndexed(index, query, allowed).places,
    ]
    expect(places('pump')).toEqual([0, 1])
    expect(places('pump', (at) => at === 1)).toEqual([1])
    expect(places('  ')).toEqual([])
    expect(findIndexed(wordIndexOf([]), 'pump').places).toHaveLength(0)
  })
})

describe('an index that things come to and go from', () => {
  it('finds at every time what an index made then would find, whatever the order of what fits alike', () => {
    const thing = fc.record({ key: fc.constantFrom('a', 'b', 'c', 'd', 'e'), title: text(3), words: text(4) })
    const change = fc.record({
      put: fc.array(thing, { maxLength: 3 }),
      gone: fc.array(fc.constantFrom('a', 'b', 'c'), { maxLength: 2 }),
    })
    fc.assert(
      fc.property(
        fc.array(thing, { maxLength: 6 }),
        fc.array(change, { maxLength: 4 }),
        word,
        (first, changes, query) => {
          const now = new Map(first.map((one) => [one.key, one]))
          const live = new LiveIndex([...now.values()])
          for (const { put, gone } of changes) {
            gone.forEach((key) => now.delete(key))
            put.forEach((one) => now.set(one.key, one))
            live.change(put, gone)
          }
          expect(new Set(live.find('', 99).found)).toEqual(new Set(now.values()))
          const { found, all } = live.find(query, 99)
          const plain = findAmong(query, [...now.values()], 99)
          expect(new Set(found)).toEqual(new Set(plain))
          expect(all).toBe(plain.length)
        },
      ),
      { numRuns: 500 },
    )
  })
})
