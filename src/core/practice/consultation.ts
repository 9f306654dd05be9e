/**
 * A consultation: the engine as one talks to it from outside. It proposes an act, is told what came of
 * it, and proposes the next, until a repair has cured. It is the very engine of Trace (posterior,
 * choice, prices from the planner, epochs after a repair), so the benchmark and other programs measure
 * what a technician gets.
 */
import type { Minutes, Money, Probability } from '../shared'
import {
  consider,
  pairedFor,
  suspectsOf,
  type Choice,
  type Complaint,
  type Done,
  type Evidence,
  type PriceList,
  type Pricer,
  type Suspect,
  type Table,
  type Workshop,
} from '../diagnosis'
import { libraryOf, repairById, repairMinutes, testFor, type Test } from '../library'
import { actFor, prices, reach, type Planner } from '../procedure'
import { DRIVEN_IN, type VehicleState, type LayoutId } from '../vehicle'

export interface Consultation {
  table: Table
  complaint: Complaint
  state: VehicleState
  /** Evidence of the present epoch. */
  evidence: Evidence[]
  done: Done[]
  skipped: string[]
  epoch: number
  /** Readings taken in all, repairs tried, and what they cost. */
  readings: number
  repairs: string[]
  minutes: Minutes
  money: Money
}

export type Act =
  | {
      kind: 'test'
      test: Test
      confirms: boolean
      workMinutes: Minutes
      reachMinutes: Minutes
      money: Money
      leaves: VehicleState
    }
  | {
      kind: 'repair'
      repairId: string
      title: string
      probability: Probability
      minutes: Minutes
      money: Money
    }
  | { kind: 'stuck'; why: string }

export type Reply =
  | { kind: 'reading'; value: Evidence['value']; faultPresent: Evidence['faultPresent'] }
  | { kind: 'not-possible' }
  | { kind: 'repaired'; cured: boolean; partWasBad: Done['partWasBad']; complaint?: Complaint }

const KEPT_STATES = 400
/** Prices of every test and repair from a state; the same states come again and again, so they are kept. */
export function pricerOf(planner: Planner, table: Table): Pricer {
  const { tests, repairs } = libraryOf(table.model.layout)
  const kept = new Map<string, PriceList>()
  return (state) => {
    const key = JSON.stringify(state)
    const before = kept.get(key)
    if (before) return before
    const doable = repairs.map((repair) => actFor(planner, repair))
    const found = prices(planner, state, [
      ...tests.map((test) => test.needs),
      ...doable.map((repair) => repair.needs),
    ])
    const list: PriceList = {
      tests: Object.fromEntries(tests.map((test, at) => [test.id, found[at]!])),
      repairs: Object.fromEntries(
        doable.map((repair, at) => [
          repair.id,
          found[tests.length + at] === null ? null : repairMinutes(repair) + 2 * found[tests.length + at]!,
        ]),
      ),
    }
    if (kept.size >= KEPT_STATES) kept.clear()
    kept.set(key, list)
    return list
  }
}

/** Begins with the complaint; `base` is the table of single faults, shared between consultations and left as it is. */
export function openConsultation(
  base: Table,
  complaint: Complaint,
  state: VehicleState = DRIVEN_IN,
): Consultation {
  return {
    table: pairedFor(base, complaint, []),
    complaint,
    state,
    evidence: [],
    done: [],
    skipped: [],
    epoch: 0,
    readings: 0,
    repairs: [],
    minutes: 0,
    money: 0,
  }
}

export interface Proposal {
  act: Act
  suspects: Suspect[]
  choice: Choice
}

export function propose(consultation: Consultation, workshop: Workshop, pricer: Pricer): Proposal {
  const { posterior, choice, price } = consider(
    consultation.table,
    { ...consultation, workshop, known: [], mayAsk: false },
    pricer,
  )
  return {
    act: actOf(choice, price, workshop, consultation.table.model.layout.id),
    suspects: suspectsOf(posterior),
    choice,
  }
}

function actOf({ verdict, candidates }: Choice, price: PriceList, workshop: Workshop, layout: LayoutId): Act {
  if (verdict.kind === 'stuck')
    return { kind: 'stuck', why: 'No test here tells the suspects apart, and no repair is likely enough.' }
  if (verdict.kind === 'repair') {
    const repair = repairById(verdict.repairId)
    const minutes = price.repairs[repair.id] ?? repairMinutes(repair)
    return {
      kind: 'repair',
      repairId: repair.id,
      title: repair.title,
      probability: verdict.probability,
      minutes,
      money: repair.money + workshop.ratePerMinute * minutes,
    }
  }
  if (verdict.kind === 'ask') throw new Error('A consultation has no maker to ask')
  const test = testFor(layout, verdict.testId)
  const candidate = candidates.find((entry) => entry.testId === test.id)!
  return {
    kind: 'test',
    test,
    confirms: verdict.kind === 'confirm',
    workMinutes: candidate.workMinutes,
    reachMinutes: candidate.reachMinutes,
    money: candidate.cost,
    leaves: test.leaves,
  }
}

/** What came of an act. A repair that did not cure opens a new epoch unless its old part was sound: readings of before are dropped. */
export function answer(consultation: Consultation, act: Act, reply: Reply, planner: Planner): Consultation {
  if (reply.kind === 'not-possible')
    return act.kind === 'test'
      ? { ...consultation, skipped: [...consultation.skipped, act.test.id] }
      : consultation
  if (reply.kind === 'reading') {
    if (act.kind !== 'test') return consultation
    const way = reach(planner, consultation.state, act.test.needs)
    const readings = consultation.readings + 1
    return {
      ...consultation,
      readings,
      state: { ...(way?.end ?? consultation.state), ...act.test.needs, ...act.test.leaves },
      evidence: [
        ...consultation.evidence,
        { id: `r${readings}`, testId: act.test.id, value: reply.value, faultPresent: reply.faultPresent },
      ],
      minutes: consultation.minutes + act.workMinutes + act.reachMinutes,
      money: consultation.money + act.money,
    }
  }
  if (act.kind !== 'repair') return consultation
  const spent = {
    minutes: consultation.minutes + act.minutes,
    money: consultation.money + act.money,
    repairs: [...consultation.repairs, act.repairId],
  }
  if (reply.cured) return { ...consultation, ...spent }
  const done = [
    ...consultation.done.filter((entry) => entry.repairId !== act.repairId),
    { repairId: act.repairId, partWasBad: reply.partWasBad },
  ]
  const complaint = reply.complaint ?? consultation.complaint
  // Where the part was sound the vehicle is as it was: its readings go on counting, as in the fold of a job.
  if (reply.partWasBad === 'no') return { ...consultation, ...spent, done, complaint }
  return {
    ...consultation,
    ...spent,
    done,
    complaint,
    evidence: [],
    skipped: [],
    epoch: consultation.epoch + 1,
    table: pairedFor(consultation.table, complaint, done),
  }
}
