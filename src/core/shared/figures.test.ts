import { describe, expect, it } from 'vitest'
import { figureOf } from '.'

describe('a typed figure', () => {
  it.each([
    ['300', 300],
    [' 7,5 ', 7.5],
    ['−0.4', -0.4],
    ['+12', 12],
    ['0', 0],
  ])('%s is %d', (typed, value) => expect(figureOf(typed)).toBe(value))
  it.each([
    '',
    ' ',
    '1e999',
    '1e3',
    'Infinity',
    '0x10',
    '1,5.2',
    '7,',
    'abc',
    '9'.repeat(400),
    '1'.repeat(60_000),
  ])('%.20s is none', (typed) => expect(figureOf(typed)).toBeNull())
})
