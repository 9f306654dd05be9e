/** Over many things as over few: the index finds what the plain way finds, in the same order. */
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seededRandom } from './random'
import { findAmong, findIndexed, wordIndexOf } from '.'

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
          const found = findIndexed(wordIndexOf(all), query, most).map((at) => all[at])
          expect(found).toEqual(findAmong(query, all, most))
        },
      ),
      { numRuns: 1500 },
    )
  })
  it('what is left out is not found, and nothing typed finds nothing', () => {
    const index = wordIndexOf([{ title: 'Pump hums' }, { title: 'Pump silent' }])
    expect(findIndexed(index, 'pump', 9)).toEqual([0, 1])
    expect(findIndexed(index, 'pump', 9, (at) => at === 1)).toEqual([1])
    expect(findIndexed(index, '  ', 9)).toEqual([])
    expect(findIndexed(wordIndexOf([]), 'pump', 9)).toEqual([])
  })
})
