/** Tables for a spreadsheet: nothing that was typed is counted with, figures stay figures. */
import { expect, it } from 'vitest'
import { csvOf } from './saveTable'

it('a cell that begins like a formula is marked as text; a figure is none', () => {
  const text = csvOf([
    { a: '=1+1', b: '@x' },
    { a: '-5', b: '+3' },
    { a: -5, b: 'He said "no", twice' },
  ])
  for (const cell of [`'=1+1`, `'@x`, `'-5`, `'+3`]) expect(text).toContain(cell)
  expect(text).toContain('\r\n-5,"He said ""no"", twice"')
  expect(text.startsWith('\uFEFFa,b\r\n')).toBe(true)
})
