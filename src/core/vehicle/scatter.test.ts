import { describe, expect, it } from 'vitest'
import {
  LAYOUTS,
  LAYOUT_IDS,
  SCOPES,
  asKnown,
  inScope,
  scatters,
  shifted,
  specificationOf,
  vehicleModel,
  type Specification,
} from '.'
import { OPEN_OHM } from './kinds'
import { NO_HOLE_M2 } from './kinds/kind'

const modelOf = (id: (typeof LAYOUT_IDS)[number], scope: (typeof SCOPES)[number]) => {
  const layout = inScope(LAYOUTS[id], scope)
  const built = vehicleModel(layout, specificationOf({}, layout))
  if (!built.ok) throw new Error(built.error.problem)
  return built.value
}

describe('what is not known of a vehicle', () => {
  it('every figure scatters; what does not is there or not, whole or not', () => {
    const exact = LAYOUT_IDS.flatMap((id) =>
      SCOPES.flatMap((scope) =>
        modelOf(id, scope)
          .parameters.filter((parameter) => !scatters(parameter))
          // A state is nought or one; a hole that is not there and a branch that is open are states too.
          .filter(({ nominal }) => ![0, 1, NO_HOLE_M2, OPEN_OHM].includes(nominal))
          // The ends of a sender scatter together, by the design of the pair.
          .filter(({ id }) => !['sender.emptyOhm', 'sender.fullOhm'].includes(id))
          .map((parameter) => `${parameter.kind} ${parameter.id.split('.')[1]}`),
      ),
    )
    expect([...new Set(exact)]).toEqual(['seep mlPerMin'])
  })
  it('a pair of sender and gauge is anybody’s guess until the maker’s ohms are known, and then exact', () => {
    const design = (specification: Specification) => {
      const built = vehicleModel(inScope(LAYOUTS.A05, 'gauge'), specification)
      if (!built.ok) throw new Error(built.error.problem)
      const of = (id: string) => built.value.parameters[built.value.parameterIndex.get(id)!]!.spread
      return [of('sender.design'), of('limiter.design')]
    }
    const typical = specificationOf({}, LAYOUTS.A05)
    expect(Math.min(...design(typical))).toBeGreaterThan(0.1)
    expect(design(asKnown(typical))).toEqual([0, 0])
  })
  it('a content is as wide as ignorance: nearly dry and full lie within two deviations', () => {
    for (const id of LAYOUT_IDS) {
      const model = modelOf(id, 'engine')
      const content = model.parameters.find((parameter) => parameter.id === 'tank.volumeM3')!
      const capacity = model.specification.tankCapacityM3.value
      expect(shifted(content, content.nominal, -2)).toBeLessThan(0.15 * capacity)
      expect(shifted(content, content.nominal, 2)).toBeGreaterThan(0.95 * capacity)
    }
  })
  it('a typical figure is known worse than one that the maker gave', () => {
    const typical = modelOf('A01', 'engine')
    const known = vehicleModel(
      LAYOUTS.A01,
      specificationOf({ regulatorSetPa: { value: 300e3, source: 'maker' } }, LAYOUTS.A01),
    )
    if (!known.ok) throw new Error(known.error.problem)
    const spread = (model: typeof typical, id: string) =>
      model.parameters[model.parameterIndex.get(id)!]!.spread
    expect(spread(typical, 'regulator.set')).toBeGreaterThan(2 * spread(known.value, 'regulator.set'))
    expect(spread(typical, 'pump.leakage')).toBe(spread(known.value, 'pump.leakage'))
  })
  it('a spread is a factor, a width is added', () => {
    expect(shifted({ spread: 0.1, width: 0 }, 2, 1)).toBeCloseTo(2 * Math.exp(0.1), 12)
    expect(shifted({ spread: 0, width: 3 }, 0, -2)).toBe(-6)
  })
})
