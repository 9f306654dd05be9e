import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { findAmong } from '.'

const THINGS = [
  { title: 'Fuel at the rail: none', words: 'cranking eye' },
  { title: 'Rail pressure, idle', words: 'gauge kPa port' },
  { title: 'Inline filter: new', words: 'renewed changed' },
  { title: 'Inline filter: tried without it', words: '' },
  { title: 'Pump, by ear: runs', words: 'hums listen sound tank' },
  { title: 'Tank dipped', words: 'dip stick litres content' },
]
const titles = (query: string) => findAmong(query, THINGS, 5).map(({ title }) => title)

describe('what is found', () => {
  it.each([
    ['no rail', ['Fuel at the rail: none']],
    ['rail none', ['Fuel at the rail: none']],
    ['filter new', ['Inline filter: new']],
    ['new filt', ['Inline filter: new']],
    ['pump hums', ['Pump, by ear: runs']],
    ['dip', ['Tank dipped']],
    ['presure', ['Rail pressure, idle']],
    ['fitler new', ['Inline filter: new']],
    ['', []],
    ['   ', []],
    ['xyzzy', []],
  ])('“%s”', (query, found) => expect(titles(query)).toEqual(found))
  it('the word that was meant stands before one that only has it in it', () =>
    expect(titles('rail')[0]).toBe('Rail pressure, idle'))
  it('never throws, never gives what was not there, and holds to its number', () =>
    fc.assert(
      fc.property(fc.string({ maxLength: 300 }), (query) => {
        const found = findAmong(query, THINGS, 3)
        expect(found.length).toBeLessThanOrEqual(3)
        expect(found.every((one) => THINGS.includes(one))).toBe(true)
      }),
    ))
  it('every thing is found by its own title', () => {
    for (const { title } of THINGS) expect(titles(title)[0]).toBe(title)
  })
})
