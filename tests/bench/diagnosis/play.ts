/** Plays a case by a policy until it is cured, and keeps what it cost. */
import { NO_READING, policyAct, type PolicyId } from './policies'
import { answer, openConsultation, pricerOf, type Consultation } from '@/core/practice'
import { plannerFor } from '@/core/procedure'
import { libraryOf, repairById, usualWays } from '@/core/library'
import { TYPICAL_WORKSHOP, type Pricer } from '@/core/diagnosis'
import { DRIVEN_IN } from '@/core/vehicle'
import { seedFrom, seededRandom } from '@/core/shared'
import { faultsLeft, repaired, sameWith, standInById, truthVehicle } from '@/core/simulate'
import { complaintOf, tableOf, type BenchLayout, type Case, type Group } from './cases'

export interface Outcome {
  layoutId: BenchLayout
  group: Group
  policy: PolicyId
  seed: number
  faults: string[]
  pair: boolean
  /** First repair, what was stated for it, whether it cured a hidden fault, and whether it was laid at the right part of the path. */
  first: { repairId: string; stated: number; right: boolean; laid?: boolean } | null
  testsToVerdict: number
  moneyToVerdict: number
  tests: number
  minutes: number
  money: number
  /** Cost over the unavoidable repairs. */
  over: number
  repairs: string[]
  cured: boolean
  /** Times that the complaint came back after an effect alone was put right. */
  returns: number
}

/** As a vehicle of its layout is usually built; the gauge loop is that of its vehicle. */
const plannerOn = (layoutId: BenchLayout) => {
  const { id } = tableOf(layoutId).model.layout
  return plannerFor({ layout: id, ways: usualWays(id) })
}
const pricers = new Map<BenchLayout, Pricer>()
const pricerFor = (layoutId: BenchLayout) => {
  const known = pricers.get(layoutId) ?? pricerOf(plannerOn(layoutId), tableOf(layoutId))
  pricers.set(layoutId, known)
  return known
}
const MOST_ACTS = 70
/** Share of tests that cannot be done on a vehicle: no tool, no room, a seized joint. */
const COULD_NOT = 0.02

export function play(one: Case, policy: PolicyId): Outcome {
  const pricer = pricerFor(one.layoutId)
  const chance = seededRandom(one.root ^ seedFrom('presence'))
  let state = openConsultation(one.table, one.complaint)
  const outcome: Outcome = {
    layoutId: one.layoutId,
    group: one.group,
    policy,
    seed: one.seed,
    faults: one.faults.map((fault) => fault.id),
    pair: one.faults.length > 1,
    first: null,
    testsToVerdict: 0,
    moneyToVerdict: 0,
    tests: 0,
    minutes: 0,
    money: 0,
    over: 0,
    repairs: [],
    cured: false,
    returns: 0,
  }
  let vehicle = one.vehicle
  for (let turn = 0; turn < MOST_ACTS && !outcome.cured; turn += 1) {
    const act = policyAct(policy, state, pricer)
    if (act === NO_READING || act.kind === 'stuck') break
    if (act.kind === 'test') {
      if (seededRandom(one.root ^ seedFrom(`could not ${act.test.id}`)).next() < COULD_NOT) {
        state = answer(state, act, { kind: 'not-possible' }, plannerOn(one.layoutId))
        continue
      }
      const present = chance.next() < one.presence
      const read = present
        ? vehicle
        : truthVehicle(one.root, vehicle.specification, [], vehicle.model.layout, vehicle.mismatch)
      state = answer(
        state,
        act,
        {
          kind: 'reading',
          value: standInById(
            read,
            act.test.id,
            state.evidence.filter((item) => item.testId === act.test.id).length,
          ),
          faultPresent: one.presence < 1 ? (present ? 'yes' : 'no') : 'yes',
        },
        plannerOn(one.layoutId),
      )
      continue
    }
    const before = faultsLeft(vehicle)
    vehicle = repaired(vehicle, [act.repairId])
    const left = faultsLeft(vehicle)
    // What a chain has spoilt is worth putting right, and no cure of it.
    const right = left.causes < before.causes || (before.causes === 0 && left.effects < before.effects)
    outcome.first ??= {
      repairId: act.repairId,
      stated: act.probability,
      right,
      laid:
        right ||
        placesOf(one, act.repairId).some((place) => one.faults.some((fault) => fault.segment === place)),
    }
    if (outcome.repairs.length === 0) {
      outcome.testsToVerdict = state.readings
      outcome.moneyToVerdict = state.money
    }
    outcome.repairs.push(act.repairId)
    let complaint = complaintOf(vehicle)
    // Nobody feels what is left: that is a cure, or for a chain the time until it is back.
    const quiet = vehicle.hidden.length === 0 || complaint.symptoms.length === 0
    const comesBack = quiet && isChain(one) && left.causes > 0
    outcome.cured = quiet && !comesBack
    if (comesBack) {
      if (outcome.returns === MOST_RETURNS) break
      outcome.returns += 1
      vehicle = sameWith(vehicle, one.vehicle.hidden)
      complaint = { ...complaintOf(vehicle), known: [{ repairId: act.repairId, how: 'came back' }] }
    }
    state = answer(
      state,
      act,
      {
        kind: 'repaired',
        cured: outcome.cured,
        partWasBad: right || left.effects < before.effects ? 'yes' : 'no',
        ...(!outcome.cured && { complaint: { ...complaint, failingNow: one.complaint.failingNow } }),
      },
      plannerOn(one.layoutId),
    )
  }
  return {
    ...outcome,
    tests: state.readings,
    minutes: state.minutes,
    money: state.money,
    over: state.money - unavoidable(one, pricer, state, outcome),
  }
}

/** Parts of the path at which a repair puts a fault right. */
const placesOf = (one: Case, repairId: string) =>
  libraryOf(one.table.model.layout)
    .faults.filter((fault) => fault.repairs.includes(repairId))
    .map((fault) => fault.segment)

const isChain = (one: Case) => one.group === 'chain'
/** After so many returns a workshop gives up. */
const MOST_RETURNS = 2

/** The cheapest repair of each hidden fault that was felt, from the vehicle as it was driven in. */
function unavoidable(one: Case, pricer: Pricer, state: Consultation, outcome: Outcome): number {
  const price = pricer(DRIVEN_IN)
  const cost = (id: string) =>
    repairById(id).money + TYPICAL_WORKSHOP.ratePerMinute * (price.repairs[id] ?? repairById(id).minutes)
  return one.faults.reduce((sum, fault) => {
    const used = fault.repairs.filter((id) => outcome.repairs.includes(id))
    return used.length === 0 && outcome.cured
      ? sum
      : sum + Math.min(...(used.length > 0 ? used : fault.repairs).map(cost))
  }, 0)
}
