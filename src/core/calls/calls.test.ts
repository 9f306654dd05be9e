/** Judgement calls weighed for one job: what decides changes with the job, and no recommendation is dearer than its rival. */
import { describe, expect, it } from 'vitest'
import { REPAIRS, libraryOf, usualWays, type WayId } from '../library'
import { TYPICAL_TERMS, cameTo, estimateOf, planRepairs, plannerFor, type Plan } from '../procedure'
import { DRIVEN_IN, LAYOUT_IDS, layoutOf } from '../vehicle'
import { CALLS, callsFor, plannedMinutes, weighCalls, withOption } from '.'

const planned = (
  repairs: string[],
  way: 'benchHatch' | 'tankDown' = repairs.includes('cleanTank') ? 'tankDown' : 'benchHatch',
): Plan => {
  const answer = planRepairs(plannerFor({ layout: 'A01', ways: [way] }), DRIVEN_IN, repairs)
  if (!answer.ok) throw new Error('no way')
  return answer.value
}
const call = (plan: Plan, id: string, terms = TYPICAL_TERMS) =>
  weighCalls(plan, CALLS.find((one) => one.id === id)!.layouts?.[0] ?? 'A01', terms).find(
    (one) => one.call.id === id,
  )!

describe('judgement calls', () => {
  it('name repairs that there are, two options or more, and what is none', () => {
    for (const { about, options, never } of CALLS) {
      for (const id of about)
        expect(
          REPAIRS.some((repair) => repair.id === id),
          id,
        ).toBe(true)
      expect(options.length).toBeGreaterThan(1)
      expect(new Set(options.map((option) => option.id)).size).toBe(options.length)
      expect(never).not.toBeNull()
      for (const option of options) {
        // What is only put off comes back nearly always, and then costs more than itself.
        if (option.comeback >= 0.5) expect(option.comebackMoney).toBeGreaterThan(0)
        for (const id of option.repairs ?? [])
          expect(
            REPAIRS.some((repair) => repair.id === id),
            id,
          ).toBe(true)
      }
    }
    expect(callsFor(['relay'], 'A01')).toEqual([])
  })
  it.each(CALLS.map((one) => [one.id, one] as const))(
    '%s: the recommended one is the cheapest in all, and says what decides',
    (id, { about }) => {
      const weighed = call(planned([about[0]!]), id)
      const best = weighed.options.find((option) => option.id === weighed.recommended)!
      for (const option of weighed.options) {
        expect(best.total).toBeLessThanOrEqual(option.total)
        expect(option.total).toBeCloseTo(option.now + option.again + option.standing, 9)
      }
      expect(['now', 'again', 'standing']).toContain(weighed.because)
    },
  )
  it('a long way in makes the surer repair worth more', () => {
    const gap = (way: 'benchHatch' | 'tankDown') => {
      const { options } = call(planned(['module'], way), 'moduleOrPump')
      return (
        options.find((option) => option.id === 'pump')!.total -
        options.find((option) => option.id === 'module')!.total
      )
    }
    expect(gap('tankDown')).toBeGreaterThan(gap('benchHatch') + 5)
  })
  it('a vehicle that is needed weighs the days', () => {
    const needed = { ...TYPICAL_TERMS, moneyPerStandingDay: 400 }
    expect(
      call(planned(['cleanTank']), 'tank', { ...TYPICAL_TERMS, moneyPerStandingDay: 0 }).options.every(
        (option) => option.standing === 0,
      ),
    ).toBe(true)
    const replace = (leadDays: number) =>
      call(planned(['cleanTank']), 'tank', { ...needed, leadDays }).options.find(
        (option) => option.id === 'replace',
      )!.total
    expect(replace(6) - replace(1)).toBeCloseTo(5 * 400, 6)
    expect(call(planned(['cleanTank']), 'tank', { ...needed, leadDays: 8 }).recommended).not.toBe('replace')
  })
  it('an estimate is a range about the plan', () => {
    const plan = planned(['filter'])
    const { low, high } = estimateOf(plan, 1.2)
    expect(low).toBeLessThan(plan.money + 1.2 * plan.minutes)
    expect(high).toBeGreaterThan(plan.money + 1.2 * plan.minutes)
  })
})

describe('an estimate by the shop’s own figures', () => {
  const plan = planned(['filter'])
  const [first] = plan.steps
  const own = (low: number, high: number) => ({ minutes: new Map([[first!.operationId, { low, high }]]) })
  it('takes its minutes where it has them, and says for how many steps', () => {
    const typical = estimateOf(plan, 1)
    const came = estimateOf(plan, 1, own(2, 50))
    const same = plan.steps.filter(({ operationId }) => operationId === first!.operationId)
    const share = same.reduce((sum, { minutes }) => sum + minutes, 0)
    expect(came.ownSteps).toBe(same.length)
    expect(came.lowMinutes).toBeCloseTo(typical.lowMinutes - 0.8 * share + 2 * same.length, 9)
    expect(came.highMinutes).toBeCloseTo(typical.highMinutes - 1.35 * share + 50 * same.length, 9)
    expect(estimateOf(plan, 1, { minutes: new Map([['no step', { low: 1, high: 2 }]]) })).toEqual(typical)
  })
  it('takes the price of the parts that is known', () => {
    expect(estimateOf(plan, 1, { partsMoney: plan.money + 10 }).low - estimateOf(plan, 1).low).toBeCloseTo(10)
  })
})

describe('what it came to', () => {
  it('is parts and minutes, held against the range that was named', () => {
    const estimate = estimateOf(planned(['module']), TYPICAL_TERMS.moneyPerMinute)
    expect(cameTo(estimate, 100, 50, 2)).toEqual({
      money: 200,
      against: 200 > estimate.high ? 'over' : 200 < estimate.low ? 'under' : 'within',
    })
    expect(cameTo(estimate, estimate.high, 1, 1).against).toBe('over')
    expect(cameTo(estimate, estimate.low, 0, 1).against).toBe('within')
    expect(cameTo(estimate, 0, 0, 1).against).toBe('under')
  })
})

it('the repairs of an option take the place of what a call is about', () => {
  const tank = CALLS.find((call) => call.id === 'tank')!
  const option = (id: string) => tank.options.find((one) => one.id === id)!
  expect(withOption(['cleanTank', 'filter'], tank, option('replace'))).toEqual(['filter', 'newTank'])
  expect(withOption(['newTank'], tank, option('line'))).toEqual(['cleanTank', 'lineTank'])
})

describe('schools, planned on this vehicle', () => {
  const setting = { layout: 'A01', ways: ['benchHatch'] } as const
  const pace = { rust: 'none', first: false } as const
  const minutesOf = (repairIds: string[]) => {
    const plan = planRepairs(plannerFor({ ...setting, ways: [...setting.ways] }, pace), DRIVEN_IN, repairIds)
    return plan.ok ? plan.value.minutes : NaN
  }
  const schools = (repairIds: string[], ways: WayId[] = [...setting.ways]) =>
    plannedMinutes({ ...setting, ways }, pace, DRIVEN_IN, repairIds)
  it('each takes what its whole plan takes over the shortest', () => {
    const { moduleOrPump } = schools(['module'])
    const whole = {
      module: minutesOf(['module']),
      pump: minutesOf(['pumpAlone']),
      adapt: minutesOf(['adaptPump']),
    }
    const least = Math.min(...Object.values(whole))
    for (const [id, minutes] of Object.entries(whole))
      expect(moduleOrPump![id]).toBeCloseTo(minutes - least, 9)
    expect(Math.min(...Object.values(moduleOrPump!))).toBe(0)
  })
  it('what else is planned is planned with each of them', () => {
    const { moduleOrPump } = schools(['module', 'filter'])
    const apart = minutesOf(['pumpAlone', 'filter']) - minutesOf(['module', 'filter'])
    expect(moduleOrPump!['pump']! - moduleOrPump!['module']!).toBeCloseTo(apart, 9)
  })
  it('of a build: three pumps take longer than one', () => {
    const { onePumpOrSeveral } = schools(
      ['buildThree', 'newTank', 'relayPanel', 'ventAdded', 'unitIn'],
      usualWays('A01'),
    )
    expect(onePumpOrSeveral!['one']).toBe(0)
    expect(onePumpOrSeveral!['several']).toBeGreaterThan(60)
  })
  it('on every layout: a call of acts is planned whole or left typical, never in part, and none is under nothing', () => {
    let whole = 0
    for (const layout of LAYOUT_IDS) {
      const ways = usualWays(layout)
      const acts = libraryOf(layoutOf({ layoutId: layout, edits: [], scope: 'engine' })).repairs
      const raising = acts.filter(({ id }) =>
        callsFor([id], layout).some(({ options }) => options.every((one) => one.repairs ?? one.plannedAs)),
      )
      for (const { id } of raising.slice(0, 4)) {
        const told = plannedMinutes({ layout, ways }, pace, DRIVEN_IN, [id])
        for (const [callId, minutes] of Object.entries(told)) {
          const { options } = CALLS.find((one) => one.id === callId)!
          expect(Object.keys(minutes).sort(), `${layout} ${id}`).toEqual(options.map((one) => one.id).sort())
          expect(Math.min(...Object.values(minutes)), `${layout} ${id} ${callId}`).toBe(0)
          whole += 1
        }
      }
    }
    expect(whole).toBeGreaterThan(8)
  })
  it('weighs with them, and says of which options they are; a call of hand or material keeps its typical ones', () => {
    const plan = planned(['module'])
    const weighed = weighCalls(plan, 'A01', TYPICAL_TERMS, schools(['module']))
    const by = (id: string) => weighed.find((one) => one.call.id === id)!
    expect(by('moduleOrPump').options.every((option) => option.planned)).toBe(true)
    expect(by('sealing').options.some((option) => option.planned)).toBe(false)
    for (const { options, recommended } of weighed)
      expect(Math.min(...options.map(({ total }) => total))).toBe(
        options.find(({ id }) => id === recommended)!.total,
      )
  })
})
