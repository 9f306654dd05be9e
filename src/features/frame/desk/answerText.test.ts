/** A question as an address and back, an answer as a table. */
import { describe, expect, it } from 'vitest'
import { CALCULATORS, answerOf, beginOf, calculatorById, withUnits } from '@/core/sizing'
import { addressOf, readAddress } from './sizingLink'
import { jsonOf, rowsOf } from './answerText'

const query = (address: string) => new URLSearchParams(address.split('?')[1])

describe('a question as an address', () => {
  it.each(CALCULATORS.map((calculator) => [calculator.id, calculator] as const))(
    '%s comes back as it was',
    (_id, calculator) => {
      const typed = beginOf(calculator, null)
      const back = readAddress(query(addressOf({ calculator, vehicleId: 'unit 18 & more', typed })))
      expect(back.calculator.id).toBe(calculator.id)
      expect(back.vehicleId).toBe('unit 18 & more')
      expect(back.typed).toEqual(typed)
    },
  )
  it('keeps the unit in which a figure was typed', () => {
    const calculator = calculatorById('line')
    const typed = { flowM3PerS: { value: 31.7, unit: 'gal/h' as const } }
    expect(readAddress(query(addressOf({ calculator, vehicleId: null, typed }))).typed).toEqual(typed)
  })
  it('keeps points with the units that they were typed in, and leaves out what is too long for an address', () => {
    const calculator = calculatorById('pump')
    const typed = {
      kind: 'sheet',
      points: withUnits(['psi', 'gal/h', 'A'], '29 37.5 4.3\n43.5 34.3 5.2\n58 31.2 6.1'),
    }
    const back = readAddress(query(addressOf({ calculator, vehicleId: null, typed }))).typed
    expect(back).toEqual(typed)
    const answered = answerOf(calculator, { ...beginOf(calculator, null), ...back })
    expect(answered.ok).toBe(true)
    const long = { kind: 'sheet', points: '1 1 1\n'.repeat(500) }
    expect(readAddress(query(addressOf({ calculator, vehicleId: null, typed: long }))).typed).toEqual({
      kind: 'sheet',
    })
  })
  it('what is foreign in it is left out: another kind of unit, no figure, a choice that is none, script', () => {
    const { calculator, typed } = readAddress(
      new URLSearchParams({
        of: 'line',
        boreM: '7.5 kPa',
        lengthM: 'long m',
        fuel: '<script>',
        bends: '3 mm',
        flowM3PerS: '1e9 L/h',
        __proto__: 'x',
      }),
    )
    expect(calculator.id).toBe('line')
    expect(typed).toEqual({})
    expect(readAddress(new URLSearchParams({ of: 'nothing' })).calculator.id).toBe(CALCULATORS[0]!.id)
  })
})

describe('an answer that leaves', () => {
  const answered = (id: string) => {
    const calculator = calculatorById(id)
    const answer = answerOf(calculator, beginOf(calculator, null))
    if (!answer.ok) throw new Error('asked back')
    return { calculator, answer: answer.answer }
  }
  it('is its table, else its curve, each column named with its unit', () => {
    expect(rowsOf(answered('duty').answer)[0]).toMatchObject({ 'Injectors open, %': 0, 'Drunk, L/h': 0 })
    const curve = rowsOf(answered('pump').answer)
    expect(Object.keys(curve[0]!)).toEqual(['line', 'At the rail, kPa', 'Given, L/h'])
    expect(curve.length).toBeGreaterThan(20)
    expect(rowsOf(answered('passage').answer)).toEqual([])
  })
  it('as a file holds what was typed and what it came to', () => {
    const { calculator, answer } = answered('wire')
    const file = JSON.parse(jsonOf(calculator, beginOf(calculator, null), answer))
    expect(file).toMatchObject({
      format: 'stop-start-sizing',
      of: 'wire',
      typed: { currentA: { value: 8, unit: 'A' } },
    })
    expect(file.answer.says).toBe(answer.says)
  })
})
