import { describe, expect, it } from 'vitest'
import { LAYOUTS, editLayout, type Edit, type Layout } from '../vehicle'
import { OPERATIONS, PROVOCATIONS, REPAIRS, SYMPTOMS, TESTS, libraryOf } from '.'

const edited = (edit: Edit): Layout => {
  const result = editLayout(LAYOUTS.A01, [edit])
  if (!result.ok) throw new Error(result.error.problem)
  return result.value
}
const ids = (list: { id: string }[]) => list.map((entry) => entry.id)

describe('an id names one thing', () => {
  it.each(Object.entries({ OPERATIONS, PROVOCATIONS, REPAIRS, SYMPTOMS, TESTS }))('in %s', (_, list) => {
    const twice = ids(list).filter((id, at, all) => all.indexOf(id) !== at)
    expect(twice).toEqual([])
  })
  it('and no symptom is said as another is', () => {
    const said = SYMPTOMS.map(({ says }) => says)
    expect(new Set(said).size).toBe(said.length)
  })
})

describe('the library follows the edits of a layout', () => {
  it('a second filter can clog like the first, each with its half of the weight and its own name', () => {
    const { faults } = libraryOf(
      edited({
        kind: 'insert',
        after: 'frontLine',
        part: { id: 'fineFilter', kind: 'filter', name: 'Second filter' },
      }),
    )
    const clogged = faults.filter((fault) => fault.id.startsWith('F41'))
    expect(clogged.map((fault) => fault.name)).toEqual(['Filter clogged', 'Second filter clogged'])
    expect(clogged.map((fault) => fault.segment)).toEqual(['filter', 'fineFilter'])
    expect(clogged[0]!.weight + clogged[1]!.weight).toBeCloseTo(
      libraryOf(LAYOUTS.A01).faults.find((fault) => fault.id === 'F41')!.weight,
    )
  })
  it('a filter that no base layout has takes the repair for what was added, also on the suction side', () => {
    for (const [base, after] of [
      ['A01', 'frontLine'],
      ['A08', 'suctionLine'],
      ['A05', 'suctionLine'],
    ] as const) {
      const made = editLayout(LAYOUTS[base], [
        { kind: 'insert', after, part: { id: 'addedFilter1', kind: 'filter', name: 'Added filter' } },
      ])
      if (!made.ok) throw new Error(made.error.problem)
      const library = libraryOf(made.value)
      expect(library.faults.find((fault) => fault.id === 'F41@addedFilter1')!.repairs).toEqual([
        'addedFilter',
      ])
      expect(ids(library.tests)).toEqual(ids(libraryOf(LAYOUTS[base]).tests))
    }
  })
  it('a removed cut-off switch takes its fault, its tests and its repair away', () => {
    const library = libraryOf(edited({ kind: 'remove', part: 'cutOff' }))
    expect(ids(library.faults)).not.toContain('F74')
    expect(ids(library.tests)).not.toContain('T17')
    expect(ids(library.repairs)).not.toContain('cutOff')
    expect(ids(library.tests)).toContain('T04')
  })
  it('a regulator without a vacuum hose cannot lose it', () => {
    const library = libraryOf(edited({ kind: 'replace', part: 'regulator', by: 'tankRegulator' }))
    expect(ids(library.faults)).not.toContain('F48')
    expect(ids(library.tests)).not.toContain('T26-wet')
    expect(ids(library.faults)).toContain('F44')
  })
})
