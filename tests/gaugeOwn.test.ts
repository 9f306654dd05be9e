/**
 * A gauge loop that is not of the usual kind: 90 to 12 ohm on a 6 V limiter, where such vehicles have 240 to
 * 33 ohm on 10 V. While the maker's figures are not known nothing of it is convicted; once they are, a sound
 * one is sound and a bad one is found.
 */
import { describe, expect, it } from 'vitest'
import {
  TYPICAL_WORKSHOP,
  chooseNext,
  askedFor,
  deriveSome,
  nominalTable,
  posteriorOf,
  suspectsOf,
  type Complaint,
  type Evidence,
} from '@/core/diagnosis'
import { libraryOf } from '@/core/library'
import { CAREFUL, standInById, truthVehicle } from '@/core/simulate'
import { LAYOUTS, gaugeLoopOf, specificationOf, vehicleModel, type Figure } from '@/core/vehicle'

const maker = (value: number): Figure => ({ value, source: 'maker' })
const layout = gaugeLoopOf(LAYOUTS.A05)
const typical = specificationOf({}, LAYOUTS.A05)
const own = { ...typical, senderEmptyOhm: maker(90), senderFullOhm: maker(12), limiterV: maker(6) }
const READ = ['T82', 'T87', 'T78', 'T71-out', 'T71-end', 'T65', 'T65-in', 'T65-lamps', 'T68', 'T73']

function tableOf(specification: typeof typical) {
  const built = vehicleModel(layout, specification)
  if (!built.ok) throw new Error(built.error.problem)
  const table = nominalTable(built.value)
  deriveSome(table, 0, () => false)
  return table
}
const [byTypical, byOwn] = [tableOf(typical), tableOf(own)]
const COMPLAINT: Complaint = { symptoms: ['gaugeOff'], raisers: [], failingNow: 'unknown' }

/** Everything of the list that this layout has, read on a vehicle of the maker's figures. */
function readingsOf(faultId?: string): Evidence[] {
  const vehicle = truthVehicle(4, own, faultId ? [{ faultId, severity: 0.8 }] : [], layout, CAREFUL)
  return libraryOf(layout)
    .tests.filter(({ id }) => READ.includes(id))
    .map(({ id }) => ({ id, testId: id, value: standInById(vehicle, id), faultPresent: 'yes' as const }))
}
function verdictOf(table: typeof byOwn, evidence: Evidence[], skipped: string[] = []) {
  const posterior = posteriorOf(table, COMPLAINT, evidence)
  const all = libraryOf(layout).tests.map(({ id }) => id)
  const { verdict } = chooseNext(posterior, {
    workshop: TYPICAL_WORKSHOP,
    reachMinutes: Object.fromEntries(all.map((id) => [id, 1])),
    repairMinutes: Object.fromEntries(libraryOf(layout).repairs.map(({ id }) => [id, 60])),
    engineRuns: true,
    // Everything is read: what is left is to decide.
    skipped: [...all, ...skipped],
    tried: [],
    mayAsk: true,
  })
  return { verdict, suspects: suspectsOf(posterior) }
}

describe('a sound loop of 90 to 12 ohm on 6 V', () => {
  it('against typical figures is convicted of nothing: the maker is asked', () => {
    const { verdict, suspects } = verdictOf(byTypical, readingsOf())
    expect(verdict.kind, suspects.map(({ name, probability }) => `${name} ${probability}`).join()).not.toBe(
      'repair',
    )
  })
  it('against its own figures fits none of the faults that typical ones would blame', () => {
    const { suspects } = verdictOf(byOwn, readingsOf())
    for (const { leadFault, probability } of suspects)
      if (['F85', 'F85r', 'F86', 'F86h'].includes(leadFault ?? '')) expect(probability).toBeLessThan(0.1)
  })
})

describe('a loop of 90 to 12 ohm on 6 V that is not sound', () => {
  it.each([
    ['F78g', 'senderGround'],
    ['F88', 'senderWire'],
    ['F86o', 'limiter'],
  ])('%s is found against its own figures', (faultId, repairId) => {
    const { suspects } = verdictOf(byOwn, readingsOf(faultId))
    expect(
      suspects[0]!.id,
      suspects
        .slice(0, 3)
        .map(({ name }) => name)
        .join(),
    ).toBe(repairId)
  })
})

describe('a figure that was asked for and is not to be had', () => {
  it('is not asked for again', () => {
    // A sender that runs the other way round on a typical loop.
    const turned = truthVehicle(5, typical, [{ faultId: 'F85', severity: 1 }], layout, CAREFUL)
    const evidence = libraryOf(layout)
      .tests.filter(({ id }) => READ.includes(id))
      .map(({ id }) => ({ id, testId: id, value: standInById(turned, id), faultPresent: 'yes' as const }))
    const asked = verdictOf(byTypical, evidence)
    expect(asked.verdict).toMatchObject({ kind: 'ask', repairId: 'sender' })
    const fields = asked.verdict.kind === 'ask' ? asked.verdict.fields : []
    expect(fields).toEqual(['senderEmptyOhm', 'senderFullOhm'])
    expect(verdictOf(byTypical, evidence, fields.map(askedFor)).verdict.kind).toBe('repair')
  })
})
