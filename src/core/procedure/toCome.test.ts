import { describe, expect, it } from 'vitest'
import { repairById, repairMinutes, usualWays } from '../library'
import { DRIVEN_IN, type LayoutId, type VehicleState } from '../vehicle'
import { planRepairs } from './plan'
import { PUT_BACK } from './planTerms'
import { actFor, plannerFor, reach, type Planner } from './reach'
import { ToCome } from './toCome'

const CASES: [LayoutId, string[]][] = [
  ['A01', ['relay', 'sender', 'returnLine']],
  ['A01', ['cleanSoftTank', 'flushLines', 'gauge']],
  ['A07', ['relay', 'sender', 'returnLine']],
  ['A10', ['cleanSoftTank', 'flushLines', 'gauge']],
  ['A11', ['cleanSoftTank', 'flushLines']],
]

/** The cheapest of all orders and of all choices of putting back between, without any bound. */
function cheapest(planner: Planner, state: VehicleState, left: string[], first = true): number {
  const home = reach(planner, state, PUT_BACK)?.minutes ?? Infinity
  if (left.length === 0) return home
  return Math.min(
    ...left.map((id) => {
      const repair = actFor(planner, repairById(id))
      const others = left.filter((other) => other !== id)
      const from = (start: VehicleState): number => {
        const way = reach(planner, start, repair.needs)
        if (!way) return Infinity
        return (
          way.minutes +
          repairMinutes(repair) +
          cheapest(planner, { ...way.end, ...repair.sets }, others, false)
        )
      }
      const back = first ? null : reach(planner, state, PUT_BACK)
      return Math.min(from(state), back ? back.minutes + from(back.end) : Infinity)
    }),
  )
}

describe('what is at least to come', () => {
  it.each(CASES)('%s, %s: never more than what the cheapest order takes from any step on', (layout, set) => {
    const planner = plannerFor({ layout, ways: usualWays(layout) })
    const plan = planRepairs(planner, DRIVEN_IN, set)
    if (!plan.ok) throw new Error(`no plan on ${layout}`)
    const toCome = new ToCome(planner, PUT_BACK)
    let [gone, left] = [0, set]
    for (const step of plan.value.steps) {
      // Within a repair its parts count as one.
      if (!step.repairId)
        expect(toCome.atLeast(step.before, left)).toBeLessThanOrEqual(plan.value.minutes - gone + 1e-9)
      gone += step.minutes
      if (step.operationId.startsWith('repair:')) left = left.filter((id) => id !== step.repairId)
    }
    expect(left).toEqual([])
    // No bound at all would pass as well: at the start it stands for most of the work.
    expect(toCome.atLeast(DRIVEN_IN, set)).toBeGreaterThan(0.6 * plan.value.minutes)
  })

  it.each(CASES)('%s, %s: the plan is as cheap as the cheapest of all orders', (layout, set) => {
    const planner = plannerFor({ layout, ways: usualWays(layout) })
    const plan = planRepairs(planner, DRIVEN_IN, set)
    expect(plan.ok && plan.value.minutes).toBeCloseTo(cheapest(planner, DRIVEN_IN, set), 6)
  })

  it('is infinite where a repair has no way', () => {
    const planner = plannerFor({ layout: 'A01', ways: [] })
    const noWay = planRepairs(planner, DRIVEN_IN, ['module'])
    if (noWay.ok) throw new Error('a unit came out without a way in')
    expect(new ToCome(planner, PUT_BACK).atLeast(DRIVEN_IN, ['module'])).toBe(Infinity)
  })
})
