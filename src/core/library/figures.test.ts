import { describe, expect, it } from 'vitest'
import { DRIVEN_IN } from '../vehicle'
import { figuresFor } from './gates'
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
  it('a figure proves what its operation leaves, and one state is asked for once', () => {
    const gated = OPERATIONS.filter((operation) => operation.gaugeGate)
    expect(gated.length).toBeGreaterThan(4)
    for (const { id, gaugeGate, sets } of gated) {
      expect(sets[gaugeGate!.proves], id).toBeDefined()
      const asking = asked({}, { [gaugeGate!.proves]: sets[gaugeGate!.proves] })
      expect(asking.length, id).toBeLessThanOrEqual(1)
    }
  })
  it('a side effect of an operation with a figure is taken on a word', () =>
    expect(asked({ ...DRIVEN_IN, ignition: 'on' }, { ignition: 'off' })).toEqual([]))
})
