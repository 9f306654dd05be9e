/** Truth vehicles traced by the engine to its verdict: the faults of the field, with other laws than the model's. Seeds are fixed. */
import { beforeAll, describe, expect, it } from 'vitest'
import { libraryOf, repairById, testById } from '@/core/library'
import { LAYOUTS, specificationOf } from '@/core/vehicle'
import { TYPICAL_WORKSHOP } from '@/core/diagnosis'
import { answer, openConsultation, pricerOf, propose } from '@/core/practice'
import { plannerOf } from '@/core/procedure'
import { standInById, truthVehicle, type TruthVehicle } from '@/core/simulate'
import { complaintOf, tableOf } from './bench/diagnosis/cases'

const { faults: FAULTS } = libraryOf(LAYOUTS.A01)
/** Where a reading confirms a repair: the segments of what it covers, and the stations at their ends. */
const placesOf = (repairId: string) => {
  const segments = FAULTS.filter((fault) => fault.repairs[0] === repairId).map((fault) => fault.segment)
  return [
    ...segments,
    ...LAYOUTS.A01.segments
      .filter((segment) => segments.includes(segment.id))
      .flatMap((segment) => [segment.from, segment.to]),
  ]
}
const planner = plannerOf()

/** From the complaint to the first repair that the engine proposes. */
function traceToVerdict(vehicle: TruthVehicle): { repairId: string; probability: number; tests: string[] } {
  const pricer = pricerOf(planner, tableOf('A01'))
  let state = openConsultation(tableOf('A01'), complaintOf(vehicle))
  for (let turn = 0; turn < 30; turn += 1) {
    const { act } = propose(state, TYPICAL_WORKSHOP, pricer)
    const tests = state.evidence.map((item) => item.testId)
    if (act.kind === 'stuck') return { repairId: 'none', probability: 0, tests }
    if (act.kind === 'repair') return { repairId: act.repairId, probability: act.probability, tests }
    state = answer(
      state,
      act,
      { kind: 'reading', value: standInById(vehicle, act.test.id), faultPresent: 'yes' },
      planner,
    )
  }
  throw new Error('The trace never ends')
}

beforeAll(() => {
  tableOf('A01')
})

describe('one hidden fault, from the complaint to the repair that cures it', () => {
  it.each([
    { faultId: 'F01', severity: 0.3, seed: 21 },
    { faultId: 'F13', severity: 0.4, seed: 22 },
    { faultId: 'F23', severity: 0.8, seed: 23 },
    { faultId: 'F24', severity: 0.5, seed: 24 },
    { faultId: 'F28', severity: 0.7, seed: 25 },
    { faultId: 'F32', severity: 0.8, seed: 26 },
    { faultId: 'F37', severity: 0.8, seed: 27 },
    { faultId: 'F41', severity: 0.93, seed: 28 },
    { faultId: 'F44', severity: 0.2, seed: 29 },
    { faultId: 'F46', severity: 0.7, seed: 30 },
    { faultId: 'F50', severity: 0.15, seed: 31 },
    { faultId: 'F67', severity: 0.2, seed: 32 },
    { faultId: 'F69', severity: 0.5, seed: 33 },
    { faultId: 'F71', severity: 0.9, seed: 34 },
    { faultId: 'F73', severity: 0.5, seed: 35 },
    { faultId: 'F74', severity: 0.5, seed: 36 },
    { faultId: 'F77', severity: 0.9, seed: 37 },
    { faultId: 'F78', severity: 0.9, seed: 38 },
    { faultId: 'F79', severity: 0.9, seed: 39 },
    { faultId: 'F96', severity: 0.3, seed: 40 },
  ])('$faultId', ({ faultId, severity, seed }) => {
    const vehicle = truthVehicle(seed, specificationOf(), [{ faultId, severity }])
    const complaint = complaintOf(vehicle)
    expect(complaint.symptoms.length, 'the fault must be felt').toBeGreaterThan(0)
    const answer = traceToVerdict(vehicle)
    expect(
      FAULTS.find((fault) => fault.id === faultId)!.repairs,
      `named ${answer.repairId} after ${answer.tests.join(' ')}`,
    ).toContain(answer.repairId)
    if (repairById(answer.repairId).dear)
      expect(
        answer.tests.some((id) => placesOf(answer.repairId).includes(testById(id).at)),
        'a dear repair is confirmed at the part',
      ).toBe(true)
    // A bound against wandering: gummed injectors need 21, since spark, compression and air look alike at first.
    expect(answer.tests.length).toBeLessThanOrEqual(24)
    expect(answer.probability).toBeLessThanOrEqual(0.99)
  })

  it('a sound vehicle without complaint shows no symptom', () => {
    expect(complaintOf(truthVehicle(50, specificationOf(), [])).symptoms).toEqual([])
  })
})
