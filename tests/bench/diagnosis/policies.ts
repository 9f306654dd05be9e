/** The engine and three ways people work without it, on the same evidence and prices. */
import { COMMIT_DEAR, TYPICAL_WORKSHOP, posteriorOf, suspectsOf } from '@/core/diagnosis'
import { libraryOf, repairById } from '@/core/library'
import type { Pricer } from '@/core/diagnosis'
import { propose, type Act, type Consultation } from '@/core/practice'

/** fixed: the tests in the order of the handbook. cheapest: the nearest test first. swap: the likeliest cheap part first, no test. */
export const POLICIES = ['engine', 'fixed', 'cheapest', 'swap'] as const
export type PolicyId = (typeof POLICIES)[number]
export const NO_READING = null

export function policyAct(policy: PolicyId, state: Consultation, pricer: Pricer): Act | typeof NO_READING {
  if (policy === 'engine') return propose(state, TYPICAL_WORKSHOP, pricer).act
  const price = pricer(state.state)
  const suspects = suspectsOf(posteriorOf(state.table, state.complaint, state.evidence, state.done)).filter(
    (suspect) => suspect.id !== 'none' && !tried(state, suspect.id),
  )
  const repair = (id: string, probability: number): Act => {
    const known = repairById(id)
    const minutes = price.repairs[id] ?? known.minutes
    return {
      kind: 'repair',
      repairId: id,
      title: known.title,
      probability,
      minutes,
      money: known.money + TYPICAL_WORKSHOP.ratePerMinute * minutes,
    }
  }
  const [lead] = suspects
  if (!lead) return NO_READING
  if (policy === 'swap') {
    const cost = (id: string) =>
      repairById(id).money + TYPICAL_WORKSHOP.ratePerMinute * (price.repairs[id] ?? repairById(id).minutes)
    const best = [...suspects].sort(
      (one, other) => other.probability / cost(other.id) - one.probability / cost(one.id),
    )[0]!
    return repair(best.id, best.probability)
  }
  if (lead.probability >= COMMIT_DEAR) return repair(lead.id, lead.probability)
  const read = new Set(state.evidence.map((item) => item.testId))
  const runs = !state.complaint.symptoms.some((symptom) =>
    ['cranksNoStart', 'smell', 'leak'].includes(symptom),
  )
  const open = libraryOf(state.table.model.layout).tests.filter(
    (test) =>
      !read.has(test.id) &&
      !state.skipped.includes(test.id) &&
      (price.tests[test.id] ?? null) !== null &&
      (runs || test.needs.ignition !== 'running'),
  )
  const minutes = (id: string, work: number) => work + price.tests[id]!
  const next =
    policy === 'fixed'
      ? [...open].sort((one, other) => number(one.id) - number(other.id))[0]
      : [...open].sort((one, other) => minutes(one.id, one.minutes) - minutes(other.id, other.minutes))[0]
  if (!next) return repair(lead.id, lead.probability)
  const reach = price.tests[next.id]!
  return {
    kind: 'test',
    test: next,
    confirms: false,
    workMinutes: next.minutes,
    reachMinutes: reach,
    money: TYPICAL_WORKSHOP.ratePerMinute * (next.minutes + reach) + next.money,
    leaves: next.leaves,
  }
}

const tried = (state: Consultation, repairId: string) =>
  state.done.some((entry) => entry.repairId === repairId && entry.partWasBad === 'no')
const number = (id: string) => Number(/\d+/.exec(id)?.[0] ?? 0)
