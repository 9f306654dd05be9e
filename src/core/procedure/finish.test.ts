/** When a plan ends: with nothing on order it is a sum; what is on order moves the opening and all after it, never the way there. */
import { describe, expect, it } from 'vitest'
import { seededRandom } from '../shared'
import { DRIVEN_IN } from '../vehicle'
import { finishOf, opensAt, planRepairs, plannerFor, type Plan } from '.'

const MINUTE = 60_000
const planned = (repairs: string[], ways: ('benchHatch' | 'tankDown')[] = ['benchHatch']): Plan => {
  const answer = planRepairs(plannerFor({ layout: 'A01', ways }), DRIVEN_IN, repairs)
  if (!answer.ok) throw new Error('no way')
  return answer.value
}
const waiting = (plan: Plan) => plan.waits.reduce((sum, wait) => sum + wait.minutes, 0)

describe('the end of a plan', () => {
  it.each([
    [['module'], 'benchHatch'],
    [['cleanTank', 'lineTank'], 'tankDown'],
    [['filter'], 'benchHatch'],
    [['relay'], 'benchHatch'],
  ] as const)('%s: with nothing on order it is work and waits', (repairs, way) => {
    const plan = planned([...repairs], [way])
    const { endsAt, beginAt } = finishOf(plan, 1000)
    expect(endsAt).toBeCloseTo(1000 + MINUTE * (plan.minutes + waiting(plan)), 3)
    expect(beginAt).toBe(1000)
  })
  it('a part on order holds the opening: what comes before it is done meanwhile', () => {
    const plan = planned(['module'])
    const opening = opensAt(plan)!
    const before = plan.steps.slice(0, opening).reduce((sum, step) => sum + step.minutes, 0)
    const arrives = MINUTE * (before + 600)
    const finish = finishOf(plan, 0, 0, arrives)
    expect(finish.opensAt).toBe(arrives)
    expect(finish.endsAt).toBeCloseTo(arrives + MINUTE * (plan.minutes - before), 3)
    expect(finish.beginAt).toBeCloseTo(MINUTE * 600, 3)
    // Begun then, it ends no later.
    expect(finishOf(plan, finish.beginAt, 0, arrives).endsAt).toBeCloseTo(finish.endsAt, 3)
  })
  it('once open, or with no joint to part, an order moves nothing', () => {
    const plan = planned(['module'])
    const next = opensAt(plan)! + 1
    expect(finishOf(plan, 0, next, 1e9)).toEqual(finishOf(plan, 0, next))
    expect(finishOf(plan, 0, next).opensAt).toBeNull()
    const relay = planned(['relay'])
    expect(opensAt(relay)).toBeNull()
    expect(finishOf(relay, 0, 0, 1e9)).toEqual(finishOf(relay, 0))
  })
  it('never ends earlier for a later part or a later start, and begins neither before now nor after the end', () => {
    const plan = planned(['module', 'filter'])
    const random = seededRandom(7)
    for (let k = 0; k < 200; k += 1) {
      const [now, next, arrives] = [
        Math.round(1e8 * random.next()),
        Math.floor((plan.steps.length + 1) * random.next()),
        2e8 * random.next(),
      ]
      const finish = finishOf(plan, now, next, arrives)
      expect(finishOf(plan, now, next, arrives + 1e6).endsAt).toBeGreaterThanOrEqual(finish.endsAt)
      expect(finishOf(plan, now + 1e6, next, arrives).endsAt).toBeGreaterThanOrEqual(finish.endsAt)
      expect(finish.beginAt).toBeGreaterThanOrEqual(now)
      expect(finish.endsAt).toBeGreaterThanOrEqual(finish.beginAt)
    }
    expect(finishOf(plan, 5, plan.steps.length).endsAt).toBe(5)
  })
})
