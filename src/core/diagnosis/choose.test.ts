/** What the chooser does before it commits: repeats what does not fit, reads at the part, lets a part be tried, calls a fault that comes and goes. */
import { describe, expect, it } from 'vitest'
import { PROVOCATIONS, libraryOf, testById } from '../library'
import { LAYOUTS } from '../vehicle'
import { typicalTable } from './tables.fixture'
import {
  TYPICAL_WORKSHOP,
  chooseNext,
  policyCost,
  posteriorOf,
  provocationsFor,
  optimalCost,
  rolledOut,
  suspectsOf,
  surprises,
  type Complaint,
  type Evidence,
  type ReducedProblem,
  type Situation,
} from '.'

const table = typicalTable('A01')
const { tests, repairs } = libraryOf(LAYOUTS.A01)
const complaint: Complaint = { symptoms: ['cranksNoStart'], raisers: [], failingNow: 'yes' }
const situation: Situation = {
  workshop: TYPICAL_WORKSHOP,
  reachMinutes: Object.fromEntries(tests.map((test) => [test.id, 5])),
  repairMinutes: Object.fromEntries(repairs.map((repair) => [repair.id, repair.minutes + 20])),
  engineRuns: false,
  skipped: [],
  tried: [],
}
const number = (id: string, testId: string, value: number): Evidence => {
  const { reading } = testById(testId)
  if (reading.kind !== 'number') throw new Error(`${testId} has no number`)
  return {
    id,
    testId,
    value: { kind: 'number', entered: { value, unit: reading.unit } },
    faultPresent: 'yes',
  }
}
const seen = (id: string, testId: string, outcome: string): Evidence => ({
  id,
  testId,
  value: { kind: 'outcome', outcome },
  faultPresent: 'yes',
})
const rank = (evidence: Evidence[], of = complaint) => posteriorOf(table, of, evidence)
const shareOf = (evidence: Evidence[], id: string) =>
  suspectsOf(rank(evidence)).find((suspect) => suspect.id === id)?.probability ?? 0

/** Sound up to the plug, dead after it, and one reading that says otherwise. */
const PLUG = [
  number('a', 'T04-in', 12.3),
  number('b', 'T04', 4.6),
  number('c', 'T05', 7.9),
  number('d', 'T13', 3),
]
/** The same with so little left behind the plug that no pump of any make turns, and full pressure all the same. */
const DEAD_PLUG = [
  number('a', 'T04-in', 12.3),
  number('b', 'T04', 1.4),
  number('c', 'T05', 11.1),
  number('d', 'T13', 2.2),
]
const ODD = number('x', 'T24', 306)

describe('a reading that does not fit', () => {
  it('is taken for a slip by what leads, and proposed again before any repair', () => {
    const posterior = rank([...DEAD_PLUG, ODD])
    expect(surprises(posterior)).toEqual(['x'])
    expect(chooseNext(posterior, situation).verdict).toEqual({ kind: 'test', testId: 'T24' })
  })
  it('read again alike it is no slip: what it speaks against falls', () => {
    const once = shareOf([...DEAD_PLUG, ODD], 'plug')
    const twice = shareOf([...DEAD_PLUG, ODD, { ...ODD, id: 'y' }], 'plug')
    expect(once).toBeGreaterThan(0.5)
    expect(twice).toBeLessThan(once)
  })
  it('read again otherwise it stays a slip, and is not asked a third time', () => {
    const posterior = rank([...DEAD_PLUG, ODD, number('y', 'T24', 70)])
    expect(suspectsOf(posterior)[0]!.id).toBe('plug')
    expect(chooseNext(posterior, situation).verdict).not.toMatchObject({ testId: 'T24' })
  })
})

describe('a verdict that hangs on one reading', () => {
  const hanging = [...PLUG, number('e', 'T24', 160)]
  it('has it taken once more before anything comes out, and never a third time', () => {
    const { verdict } = chooseNext(rank(hanging), situation)
    expect(verdict).toMatchObject({ kind: 'confirm', repairId: 'plug' })
    if (verdict.kind !== 'confirm') return
    const before = hanging.find((item) => item.testId === verdict.testId)!
    expect(before).toBeDefined()
    const again = [...hanging, { ...before, id: 'again' }]
    expect(shareOf(again, 'plug')).toBeGreaterThan(shareOf(hanging, 'plug'))
    expect(chooseNext(rank(again), situation).verdict).toMatchObject({ kind: 'repair', repairId: 'plug' })
  })
  it('read otherwise the second time, it carries no repair', () => {
    const slipped = [...hanging, number('again', 'T04', 12.1)]
    expect(chooseNext(rank(slipped), situation).verdict.kind).toBe('test')
  })
})

describe('a cause that nobody listed', () => {
  it('every part that carries volts or fuel has one, cured as the part is', () => {
    const { faults } = libraryOf(LAYOUTS.A01)
    const unlisted = faults.filter((fault) => fault.unlisted)
    expect(unlisted.length).toBeGreaterThan(20)
    for (const fault of unlisted)
      expect(
        faults.some(
          (other) =>
            !other.unlisted &&
            other.segment === fault.segment &&
            other.repairs.some((repair) => fault.repairs.includes(repair)),
        ),
        fault.id,
      ).toBe(true)
  })
  it('a relay that loses volts in a way the list does not know is laid at the relay, not at the loom', () => {
    const without = {
      ...table,
      predicted: table.predicted.filter((entry) => table.classes[entry.particle.classIndex]!.id !== 'F71'),
    }
    const readings = [
      number('a', 'T01-rest', 12.5),
      number('b', 'T09', 0.05),
      number('c', 'T07-relay', 3.7),
      number('d', 'T04', 3.6),
    ]
    const [lead] = suspectsOf(posteriorOf(without, complaint, readings))
    expect(lead).toMatchObject({ id: 'relay', leadFault: 'U-relay' })
  })
})

describe('before a commitment', () => {
  it('what the repair lays open anyway is looked at on the way, for its own minutes', () => {
    const noisy: Complaint = {
      symptoms: ['noisyPump'],
      raisers: [],
      failingNow: 'yes',
      known: [{ repairId: 'cleanTank', how: 'renewed' }],
    }
    const posterior = rank([seen('a', 'T74', 'whine'), seen('b', 'T03', 'steady')], noisy)
    const far = {
      ...situation,
      engineRuns: true,
      reachMinutes: Object.fromEntries(
        Object.keys(situation.reachMinutes).map((id) => [id, id === 'T49' ? 90 : 2]),
      ),
      skipped: table.catalogue.library.tests.map(({ id }) => id).filter((id) => id !== 'T49'),
    }
    expect(suspectsOf(posterior)[0]).toMatchObject({ id: 'module', leadFault: 'F19' })
    const { candidates, verdict } = chooseNext(posterior, far)
    // By itself it is not worth the way; the tank comes open for the strainer in any case.
    expect(candidates.find((one) => one.testId === 'T49')!.reachMinutes).toBe(90)
    expect(verdict).toMatchObject({ kind: 'confirm', testId: 'T49' })
  })
  it('asks at the part for a reading that sets its fault apart from the likeliest rival', () => {
    const lines: Complaint = { symptoms: ['starvesUnderLoad'], raisers: [], failingNow: 'yes' }
    const posterior = rank([number('a', 'T38', 660), number('b', 'T27', 64), number('c', 'T29', 170)], lines)
    const { verdict } = chooseNext(posterior, { ...situation, engineRuns: true })
    expect(['frontLine', 'filter']).toContain(suspectsOf(posterior)[0]!.id)
    expect(verdict.kind).not.toBe('repair')
  })
})

describe('a part tried unread', () => {
  it('is priced on the scale of the tests; dear parts and parts tried before are never offered', () => {
    const { attempts } = chooseNext(rank(PLUG.slice(0, 2)), situation)
    expect(attempts.length).toBeGreaterThan(0)
    for (const attempt of attempts) {
      expect(repairs.find((repair) => repair.id === attempt.repairId)!.dear).toBe(false)
      expect(attempt.cures).toBeGreaterThan(0.1)
      expect(attempt.cost).toBeGreaterThan(0)
    }
    const again = chooseNext(rank(PLUG.slice(0, 2)), { ...situation, tried: [attempts[0]!.repairId] })
    expect(again.attempts.map((attempt) => attempt.repairId)).not.toContain(attempts[0]!.repairId)
  })
  it('is worth the more the likelier it cures', () => {
    const worth = (evidence: Evidence[]) =>
      chooseNext(rank(evidence), situation).attempts.find((attempt) => attempt.repairId === 'plug')
    expect(worth(PLUG.slice(0, 2))!.worth).toBeGreaterThan(
      worth([number('a', 'T04-in', 12.3)])?.worth ?? -Infinity,
    )
  })
})

describe('making it fail', () => {
  it('offers what brings out the most a minute, and nothing for faults that stay', () => {
    const away = posteriorOf(table, { symptoms: ['cutsOut'], raisers: ['damp'], failingNow: 'no' }, [
      seen('a', 'T03', 'steady'),
    ])
    const ways = provocationsFor(away)
    expect(ways.length).toBeGreaterThan(1)
    const perMinute = ways.map(
      ({ id, brings }) => brings / PROVOCATIONS.find((way) => way.id === id)!.minutes,
    )
    expect([...perMinute].sort((one, other) => other - one)).toEqual(perMinute)
    const stays = rank([number('a', 'T24', 250), seen('b', 'T26-wet', 'wet')], {
      symptoms: ['runsRough'],
      raisers: [],
      failingNow: 'yes',
    })
    expect(provocationsFor(stays).reduce((sum, way) => sum + way.brings, 0)).toBeLessThan(0.15)
  })
  it('every way says when to stop', () =>
    expect(PROVOCATIONS.filter((way) => way.caution.stopWhen.length < 10 || way.brings.length === 0)).toEqual(
      [],
    ))
})

describe('rolling a rule out by one act', () => {
  const problem: ReducedProblem = {
    faults: ['a', 'b', 'c'],
    prior: Float64Array.from([0.5, 0.3, 0.2]),
    repairCost: [50, 80, 20],
    tests: [
      { id: 'first', cost: 6, outcomes: 2, chance: Float64Array.from([1, 0, 0, 0, 1, 1]) },
      { id: 'second', cost: 4, outcomes: 2, chance: Float64Array.from([0, 1, 0, 1, 0, 1]) },
    ],
  }
  const likeliest = (belief: Float64Array) => ({
    kind: 'repair' as const,
    fault: belief.indexOf(Math.max(...belief)),
  })
  it('never costs more than the rule, nor less than the optimum', () => {
    const [rule, rolled, best] = [
      policyCost(problem, likeliest),
      policyCost(problem, rolledOut(problem, likeliest)),
      optimalCost(problem),
    ]
    expect(rolled).toBeLessThanOrEqual(rule + 1e-9)
    expect(rolled).toBeGreaterThanOrEqual(best - 1e-9)
    expect(rule).toBeGreaterThan(best)
  })
})
