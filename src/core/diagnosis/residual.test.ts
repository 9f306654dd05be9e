/** A leak-down where there is pressure to lose, and where there is none. */
import { describe, expect, it } from 'vitest'
import { posteriorOf, suspectsOf } from '.'
import { typicalTable } from './tables.fixture'

const table = typicalTable('A02')
const { row } = table.catalogue.numericById.get('T32')!
const pressure = table.catalogue.numericById.get('T24')!.row
const of = (faultId: string) =>
  table.predicted.filter((entry) => table.classes[entry.particle.classIndex]!.id === faultId)

describe('the share of the pressure that is left', () => {
  it('is nought with every fault that lets the pump build nothing, and as it was with a full rail', () => {
    for (const faultId of ['F01', 'F11', 'F23', 'F41'])
      for (const entry of of(faultId)) {
        if (entry.values[pressure]! < 1e3) expect(entry.values[row], faultId).toBeLessThan(0.05)
        if (entry.values[pressure]! > 250e3) expect(entry.values[row], faultId).toBeGreaterThan(0.8)
      }
    expect(of('F01').some((entry) => entry.values[pressure]! < 1e3)).toBe(true)
  })
  it('an empty tank whose needle stays on zero does not speak for the check valve', () => {
    const read = (testId: string, value: number, unit: 'kPa' | '%') => ({
      id: testId,
      testId,
      value: { kind: 'number' as const, entered: { value, unit } },
      faultPresent: 'yes' as const,
    })
    const evidence = [read('T24', 0, 'kPa'), read('T32', 1, '%')]
    const share = (count: number) =>
      suspectsOf(
        posteriorOf(
          table,
          { symptoms: ['cranksNoStart'], raisers: [], failingNow: 'yes' },
          evidence.slice(0, count),
        ),
      ).find((suspect) => suspect.id === 'refuel')!.probability
    expect(share(2)).toBeGreaterThan(0.8 * share(1))
  })
})
