/** Forms take their bounds from the schema of the store: what the form lets through, the store reads back. */
import { describe, expect, it } from 'vitest'
import { KINDS, boundsOf, rangeText, readFigure, type EventKind } from '.'

const figure = (typed: string, kind: EventKind, path: string) => readFigure(typed, boundsOf(kind, path))

describe('bounds', () => {
  it.each([
    ['waste-noted', 'litres', 'more than 0, up to 2,000'],
    ['meter-read', 'lelPercent', '0 to 100'],
    ['terminal-mapped', 'ohm', '0 or more'],
    ['line-surveyed', 'legs.lengthMm', 'more than 0, up to 6,000'],
    ['line-surveyed', 'legs.twistDeg', '-360 to 360'],
    ['cost-noted', 'minutes', '0 or more'],
  ] as const)('of %s %s: %s', (kind, path, words) => expect(rangeText(boundsOf(kind, path))).toBe(words))
  it('of a text, its letters', () => {
    expect(boundsOf('job-signed', 'note').letters).toBe(4000)
    expect(boundsOf('handed-over', 'to').letters).toBe(80)
  })
  it('a field that is none says so', () =>
    expect(() => boundsOf('waste-noted', 'litters')).toThrow('no field litters'))
})

describe('a figure that is typed', () => {
  it.each([
    ['12,5', 12.5],
    [' 2000 ', 2000],
    ['0.1', 0.1],
    ['0', null],
    ['-3', null],
    ['2001', null],
    ['1e3', null],
    ['1e999', null],
    ['1,2,3', null],
    ['twelve', null],
  ])('%s L of waste', (typed, value) => {
    const read = figure(typed, 'waste-noted', 'litres')
    expect(read).toEqual(
      value === null
        ? { kind: 'not possible', range: 'more than 0, up to 2,000' }
        : { kind: 'figure', value },
    )
  })
  it.each([
    ['10', { kind: 'figure', value: 37.8541178 }],
    ['529', { kind: 'not possible', range: 'more than 0, up to 528' }],
    ['ten', { kind: 'not possible', range: 'more than 0, up to 528' }],
  ])('%s gal of waste', (typed, read) =>
    expect(readFigure(typed, boundsOf('waste-noted', 'litres'), { typed: 'gal', kept: 'L' })).toEqual(read),
  )
  it('nothing typed is no figure, and no mistake', () =>
    expect(figure('  ', 'terminal-mapped', 'ohm')).toEqual({ kind: 'empty' }))
  it('whatever it lets through, the schema takes', () => {
    const { litres } = KINDS['waste-noted'].body.shape
    for (let k = -400; k <= 24_000; k += 1) {
      const typed = (k / 10).toFixed(Math.abs(k % 3))
      const read = figure(typed, 'waste-noted', 'litres')
      expect(read.kind === 'figure', typed).toBe(litres.safeParse(Number(typed)).success)
    }
  })
})
