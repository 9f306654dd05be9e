import { describe, expect, it } from 'vitest'
import { DRIVEN_IN } from '../vehicle'
import { figuresFor } from './gates'
import type { Operation } from './acts'
import { OPERATIONS } from './operations'

const asked = (state: Parameters<typeof figuresFor>[0], claimed: Parameters<typeof figuresFor>[1]) =>
  figuresFor(state, claimed).map((operation) => operation.id)

describe('what is not taken on a word', () => {
  it('a line without pressure and a place without vapour need their figures', () => {
    expect(asked(DRIVEN_IN, { line: 'off' })).toEqual(['pressureOff'])
    expect(asked(DRIVEN_IN, { vapour: 'clear', line: 'off' }).sort()).toEqual(['meterVapour', 'pressureOff'])
  })
  it('what stands so already, and what only a look tells, needs none', () => {
    expect(asked({ ...DRIVEN_IN, line: 'off' }, { line: 'off' })).toEqual([])
    expect(asked(DRIVEN_IN, { battery: 'off', hatch: 'open', gauge: 'fitted' })).toEqual([])
  })
  it('to the unsafe side a word is enough', () => {
    expect(
      asked({ ...DRIVEN_IN, line: 'off', vapour: 'clear' }, { line: 'pressurised', vapour: 'unchecked' }),
    ).toEqual([])
  })
  it('an unknown state is no excuse', () => {
    expect(asked({}, { line: 'off' })).toEqual(['pressureOff'])
  })
  it('every operation with a figure has a state that only it gives on its layouts', () => {
    const meet = (one: Operation, other: Operation) =>
      !one.layouts || !other.layouts || one.layouts.some((layout) => other.layouts!.includes(layout))
    const byWord = OPERATIONS.filter((operation) => (operation.way ?? 'port') === 'port')
    for (const operation of byWord.filter((entry) => entry.gaugeGate)) {
      const own = Object.entries(operation.sets).filter(([variable, value]) =>
        byWord.every(
          (other) =>
            other === operation ||
            !meet(operation, other) ||
            other.sets[variable as keyof typeof other.sets] !== value,
        ),
      )
      expect(own.length, operation.id).toBeGreaterThan(0)
    }
  })
})
