/** Every figure in the library's words is a mark: it follows whoever reads it, in whatever unit. */
import { describe, expect, it } from 'vitest'
import { UNIT_SYSTEMS, inWords, marksOf } from '../shared'
import { LAYOUTS } from '../vehicle'
import * as library from '.'
import { libraryOf } from '.'

/** Every text that hangs on a thing, once. */
function textsOf(thing: unknown, seen = new Set<unknown>()): string[] {
  if (typeof thing === 'string') return [thing]
  if (typeof thing !== 'object' || thing === null || seen.has(thing)) return []
  seen.add(thing)
  const inner = thing instanceof Map || thing instanceof Set ? [...thing] : Object.values(thing)
  return inner.flatMap((one) => textsOf(one, seen))
}
const texts = [...new Set(textsOf([{ ...library }, Object.values(LAYOUTS).map(libraryOf)]))]
/** A figure with a unit that a preference can turn. */
const FIGURE = /\d (?:kPa|MPa|bar|psi|L\/h|mL|L|mm|m|km|°C|N·m)(?![\w²³/·Ω])/

const METRIC = /\d (?:kPa|MPa|bar|L\/h|mL|L|mm|m|km|°C|N·m)(?![\w²³/·Ω])/

describe('figures in the library’s words', () => {
  it('there are words to look at', () => expect(texts.length).toBeGreaterThan(1500))
  it('each mark names a figure and a unit', () => {
    const bad = texts.filter((text) => marksOf(text).includes(null))
    expect(bad).toEqual([])
  })
  it('no figure stands without its mark', () => {
    const bare = texts.filter((text) => FIGURE.test(text.replace(/\{[^{}]*\}/g, '')))
    expect(bare).toEqual([])
  })
  it('who reads psi, gallons and inches finds nothing else', () => {
    const left = texts
      .map((text) => inWords(text, UNIT_SYSTEMS.customary))
      .filter((text) => METRIC.test(text))
    expect(left).toEqual([])
  })
})
