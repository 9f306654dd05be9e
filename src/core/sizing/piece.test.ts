/** Which question of materials a piece asks, by its name. */
import { describe, expect, it } from 'vitest'
import { answerOf, calculatorById, typedOf } from './desk'
import { materialOf } from './piece'

describe('a piece by its name', () => {
  it.each([
    ['Hose clip, rated', 'clamp'],
    ['Hose with clamps', 'hose'],
    ['Feed hose, rear', 'hose'],
    ['Feed line, front', 'tube'],
    ['Inline filter', null],
    ['Ring set', 'seal'],
    ['Flange seal', 'seal'],
    ['Wire 2.5 mm², sleeve, splices', 'electrical'],
    ['Liner kit', 'sealant'],
    ['Ear clamp', 'clamp'],
    ['Resin solvent', 'solvent'],
    ['Pump', null],
    ['Nitrile gloves', 'glove'],
    ['', null],
  ])('%s: %s', (name, group) => expect(materialOf(name)?.group ?? null).toBe(group))
  it('lies in the fuel, bears pressure or none, and is under the rules of its vehicle', () => {
    expect(materialOf('Submersible hose')).toMatchObject({ where: 'immersed', rule: 'road' })
    expect(materialOf('Vent hose with filter')).toMatchObject({ pressurePa: 20e3, where: 'outside' })
    expect(materialOf('Feed line')).not.toHaveProperty('pressurePa')
    expect(materialOf('Feed line', { aircraft: true })).toMatchObject({ rule: 'aircraft' })
  })
  it('of the high side it is the maker’s pipe and nothing else', () => {
    const materials = calculatorById('materials')
    const answered = answerOf(materials, typedOf(materials, { ...materialOf('High-pressure pipe')! }))
    expect(answered.ok && answered.answer).toMatchObject({
      verdict: 'no',
      says: expect.stringContaining('maker’s pipe'),
    })
  })
  it('inside a tank no worm clamp and no hose of the road will do', () => {
    const materials = calculatorById('materials')
    for (const [name, never] of [
      ['Hose clip, rated', /worm/i],
      ['Hose with clamps', /R9|R7/],
    ] as const) {
      const answered = answerOf(materials, typedOf(materials, { ...materialOf(name, { inTank: true })! }))
      expect(answered.ok && answered.answer.says).toContain('will do')
      expect(answered.ok && answered.answer.says).not.toMatch(never)
    }
    expect(materialOf('Gloves', { inTank: true })!.where).toBe('outside')
  })
  it('its question has an answer', () => {
    const materials = calculatorById('materials')
    for (const name of ['Submersible hose', 'Flange seal', 'Ear clamp', 'Liner kit', 'Nitrile gloves']) {
      const answered = answerOf(materials, typedOf(materials, { ...materialOf(name)! }))
      expect(answered.ok && answered.answer.table!.rows.length, name).toBeGreaterThan(0)
    }
  })
})
