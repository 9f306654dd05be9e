/** Truth vehicles traced by the engine to its verdict: the faults of the field, with other laws than the model's. Seeds are fixed. */
import { beforeAll, describe, expect, it } from 'vitest'
import { libraryOf, repairById, testById } from '@/core/library'
import { LAYOUTS, specificationOf, vehicleModel } from '@/core/vehicle'
import { truthVehicle } from '@/core/simulate'
import { deriveSome, nominalTable, type Table } from '@/core/diagnosis'
import { complaintOf, traceToVerdict } from './bench/diagnose'

const { faults: FAULTS } = libraryOf(LAYOUTS.A01)
let table: Table
/** Where a reading confirms a repair: the segments of what it covers, and the stations at their ends. */
const placesOf = (repairId: string) => {
  const segments = FAULTS.filter((fault) => fault.repairs[0] === repairId).map((fault) => fault.segment)
  return [...segments, ...LAYOUTS.A01.segments.filter((segment) => segments.includes(segment.id)).flatMap((segment) => [segment.from, segment.to])]
}
beforeAll(() => {
  const built = vehicleModel(LAYOUTS.A01, specificationOf())
  if (!built.ok) throw new Error(built.error.problem)
  table = nominalTable(built.value)
  deriveSome(table, 0, () => false)
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
    const answer = traceToVerdict(table, vehicle, complaint)
    expect(FAULTS.find((fault) => fault.id === faultId)!.repairs, `named ${answer.repairId} after ${answer.tests.join(' ')}`).toContain(answer.repairId)
    if (repairById(answer.repairId).dear) expect(answer.tests.some((id) => placesOf(answer.repairId).includes(testById(id).at)), 'a dear repair is confirmed at the part').toBe(true)
    // A bound against wandering: gummed injectors need 17, since spark, compression and air look alike at first.
    expect(answer.tests.length).toBeLessThanOrEqual(20)
    expect(answer.probability).toBeLessThanOrEqual(0.99)
  })

  it('a sound vehicle without complaint shows no symptom', () => {
    expect(complaintOf(truthVehicle(50, specificationOf(), [])).symptoms).toEqual([])
  })
})
