/**
 * Faults that went to their end: shut, off, open for good. The pump hums, the tank holds 40 L, and nothing
 * comes at the rail; within four more tests the engine stands at the part, and never at the tank's level.
 */
import { describe, expect, it } from 'vitest'
import { TYPICAL_WORKSHOP, type Evidence } from '@/core/diagnosis'
import { typicalTable } from '@/core/diagnosis/tables.fixture'
import { faulty, libraryOf, usualWays } from '@/core/library'
import { answer, openConsultation, pricerOf, propose, type Consultation } from '@/core/practice'
import { plannerFor } from '@/core/procedure'
import { standInById, truthVehicle, WIDE } from '@/core/simulate'
import { LAYOUTS, LAYOUT_IDS, solveScene, specificationOf, vehicleModel } from '@/core/vehicle'

const { A01 } = LAYOUTS
const specification = specificationOf({}, A01)
describe('faults that went to their end', () => {
  it.each(LAYOUT_IDS)('%s: every one of them is solved in every scene', (id) => {
    const layout = LAYOUTS[id]
    const built = vehicleModel(layout, specificationOf({}, layout))
    if (!built.ok) throw new Error(built.error.problem)
    const total = libraryOf(layout).faults.filter((fault) => fault.total)
    expect(total.length).toBeGreaterThan(5)
    const unsolved = total.flatMap((fault) => {
      const theta = faulty(built.value, [{ fault, severity: 1, total: true }])
      return layout.scenes.flatMap((scene) =>
        solveScene(built.value, theta, scene, true).ok ? [] : [`${fault.id} ${scene}`],
      )
    })
    expect(unsolved).toEqual([])
  })

  describe('the pump hums, 40 L in the tank, nothing at the rail', () => {
    const table = typicalTable('A01')
    const planner = plannerFor({ layout: 'A01', ways: usualWays('A01') })
    const pricer = pricerOf(planner, table)
    const read = (testId: string, value: Evidence['value']): Evidence => ({
      id: testId,
      testId,
      value,
      faultPresent: 'yes',
    })
    const known: Evidence[] = [
      read('T03', { kind: 'outcome', outcome: 'steady' }),
      read('T82', { kind: 'number', entered: { value: 40, unit: 'L' } }),
      read('T24', { kind: 'number', entered: { value: 0, unit: 'kPa' } }),
      read('T29', { kind: 'number', entered: { value: 0, unit: 'L/h' } }),
    ]
    it.each(['F41', 'F35', 'F36', 'F19', 'F32'])('%s', (faultId) => {
      const fault = libraryOf(A01).faults.find((one) => one.id === faultId)!
      const vehicle = truthVehicle(77, specification, [{ faultId, severity: 1, total: true }], A01, {
        ...WIDE,
        numberSlips: 0,
        outcomeSlips: 0,
      })
      let state: Consultation = {
        ...openConsultation(table, { symptoms: ['cranksNoStart'], raisers: [], failingNow: 'yes' }),
        evidence: known,
      }
      const asked: string[] = []
      for (let more = 0; more < 4; more += 1) {
        const { act } = propose(state, TYPICAL_WORKSHOP, pricer)
        if (act.kind !== 'test') break
        asked.push(act.test.id)
        state = answer(
          state,
          act,
          { kind: 'reading', value: standInById(vehicle, act.test.id), faultPresent: 'yes' },
          planner,
        )
      }
      const { suspects } = propose(state, TYPICAL_WORKSHOP, pricer)
      expect(fault.repairs, `${asked.join()}: ${suspects[0]!.name}`).toContain(suspects[0]!.id)
      expect(suspects.find((one) => one.id === 'refuel')?.probability ?? 0).toBeLessThan(0.05)
    })
  })
})
