import { beforeAll, describe, expect, it } from 'vitest'
import { TYPICAL_WORKSHOP, type Complaint } from '../diagnosis'
import { typicalTable } from '../diagnosis/tables.fixture'
import { libraryOf, testById } from '../library'
import { plannerOf } from '../procedure'
import { seededRandom } from '../shared'
import { repaired, standInById, truthVehicle, type TruthVehicle } from '../simulate'
import { LAYOUTS, specificationOf, type LayoutId } from '../vehicle'
import { answer, openConsultation, pricerOf, propose, type Consultation } from '.'

const planner = plannerOf()
beforeAll(() => {
  for (const id of ['A01', 'A08'] as const) typicalTable(id)
})

const cures = (vehicle: TruthVehicle, repairs: string[]) => repaired(vehicle, repairs).hidden.length === 0

/** Plays a vehicle to its cure; a repair's old part was bad when it cured one of the hidden faults. */
function play(id: LayoutId, vehicle: TruthVehicle, complaint: Complaint): Consultation {
  const pricer = pricerOf(planner, typicalTable(id))
  let state = openConsultation(typicalTable(id), complaint)
  for (let turn = 0; turn < 60; turn += 1) {
    const { act } = propose(state, TYPICAL_WORKSHOP, pricer)
    if (act.kind === 'stuck') break
    if (act.kind === 'test') {
      state = answer(
        state,
        act,
        {
          kind: 'reading',
          value: standInById(repaired(vehicle, state.repairs), act.test.id),
          faultPresent: 'yes',
        },
        planner,
      )
      continue
    }
    const before = repaired(vehicle, state.repairs).hidden.length
    const cured = cures(vehicle, [...state.repairs, act.repairId])
    const bad = repaired(vehicle, [...state.repairs, act.repairId]).hidden.length < before
    state = answer(state, act, { kind: 'repaired', cured, partWasBad: bad ? 'yes' : 'no' }, planner)
    if (cured) break
  }
  return state
}

describe('a consultation', () => {
  it.each([
    { id: 'A01' as const, faults: ['F41'], symptoms: ['starvesUnderLoad' as const] },
    { id: 'A08' as const, faults: ['F64'], symptoms: ['starvesUnderLoad' as const] },
  ])('$id: one hidden fault is cured at the first repair', ({ id, faults, symptoms }) => {
    const vehicle = truthVehicle(
      31,
      specificationOf({}, LAYOUTS[id]),
      faults.map((faultId) => ({ faultId, severity: 0.9 })),
      LAYOUTS[id],
    )
    const end = play(id, vehicle, { symptoms, raisers: [], failingNow: 'yes' })
    expect(cures(vehicle, end.repairs)).toBe(true)
    expect(end.repairs).toHaveLength(1)
    expect(end.minutes).toBeGreaterThan(0)
  })
  it('whichever of the best four tests comes first, a clogged filter is not laid at the line beside it', () => {
    const vehicle = truthVehicle(5204, specificationOf(), [{ faultId: 'F41', severity: 0.93 }])
    const pricer = pricerOf(planner, typicalTable('A01'))
    for (let order = 0; order < 6; order += 1) {
      const random = seededRandom(order)
      let state = openConsultation(typicalTable('A01'), {
        symptoms: ['starvesUnderLoad'],
        raisers: [],
        failingNow: 'yes',
      })
      for (let turn = 0; turn < 16; turn += 1) {
        const proposal = propose(state, TYPICAL_WORKSHOP, pricer)
        if (proposal.act.kind !== 'test') {
          expect(proposal.act).toMatchObject({ kind: 'repair', repairId: 'filter' })
          break
        }
        const ranked = proposal.choice.candidates
          .filter((candidate) => candidate.why === 'ranked')
          .slice(0, 4)
        const other =
          turn < 4 ? testById(ranked[Math.floor(random.next() * ranked.length)]!.testId) : proposal.act.test
        const repeats = state.evidence.filter((item) => item.testId === other.id).length
        state = answer(
          state,
          { ...proposal.act, test: other, leaves: other.leaves },
          { kind: 'reading', value: standInById(vehicle, other.id, repeats), faultPresent: 'yes' },
          planner,
        )
      }
      expect(state.readings).toBeLessThan(16)
    }
  })
  it('two faults at once are cured one after the other, with readings afresh after the first', () => {
    const vehicle = truthVehicle(32, specificationOf(), [
      { faultId: 'F41', severity: 0.95 },
      { faultId: 'F79', severity: 0.9 },
    ])
    const end = play('A01', vehicle, { symptoms: ['starvesUnderLoad'], raisers: [], failingNow: 'yes' })
    expect(cures(vehicle, end.repairs)).toBe(true)
    expect(end.epoch).toBeGreaterThan(0)
  })
  it('a test that is not possible here is not proposed again', () => {
    const pricer = pricerOf(planner, typicalTable('A01'))
    let state = openConsultation(typicalTable('A01'), {
      symptoms: ['cranksNoStart'],
      raisers: [],
      failingNow: 'yes',
    })
    const refused: string[] = []
    for (let turn = 0; turn < 6; turn += 1) {
      const { act } = propose(state, TYPICAL_WORKSHOP, pricer)
      if (act.kind !== 'test') break
      expect(refused).not.toContain(act.test.id)
      refused.push(act.test.id)
      state = answer(state, act, { kind: 'not-possible' }, planner)
    }
    expect(refused).toHaveLength(6)
    expect(state.minutes).toBe(0)
  })
  it('the state of the vehicle is carried on: what a test opened is not paid twice', () => {
    const pricer = pricerOf(planner, typicalTable('A01'))
    const state = openConsultation(typicalTable('A01'), {
      symptoms: ['starvesUnderLoad'],
      raisers: [],
      failingNow: 'yes',
    })
    const gauge = libraryOf(LAYOUTS.A01).tests.find((test) => test.id === 'T24')!
    const paid = pricer(state.state).tests.T31!
    const after = answer(
      state,
      {
        kind: 'test',
        test: gauge,
        confirms: false,
        workMinutes: 3,
        reachMinutes: 9,
        money: 14,
        leaves: gauge.leaves,
      },
      {
        kind: 'reading',
        value: standInById(truthVehicle(3, specificationOf(), []), 'T24'),
        faultPresent: 'yes',
      },
      planner,
    )
    expect(pricer(after.state).tests.T31!).toBeLessThan(paid)
    expect(after.minutes).toBe(12)
  })
  it('leaves the shared table as it was', () => {
    const table = typicalTable('A01')
    const classes = table.classes.length
    openConsultation(table, { symptoms: ['cranksNoStart'], raisers: [], failingNow: 'yes' })
    expect(table.classes).toHaveLength(classes)
  })
})
