/** What stands in the way of a part on one vehicle moves prices and plan, and nothing else. */
import { describe, expect, it } from 'vitest'
import { planRepairs, plannerFor } from '.'
import { DRIVEN_IN } from '../vehicle'
import { ACCESS_PLACES, OPERATIONS, REPAIRS, behind, repairById, usualWays, type Access } from '../library'

const manifold: Access = { place: 'filter', minutes: 40, off: 'intake manifold' }
const settingWith = (access?: Access[]) => ({
  layout: 'A01' as const,
  ways: usualWays('A01'),
  ...(access && { access }),
})
const planned = (access: Access[] | undefined, repairs: string[]) => {
  const plan = planRepairs(plannerFor(settingWith(access)), DRIVEN_IN, repairs)
  if (!plan.ok) throw new Error('no way')
  return plan.value
}

describe('what stands in the way', () => {
  it('every place names acts that there are', () => {
    const acts = new Set([...OPERATIONS, ...REPAIRS].map(({ id }) => id))
    for (const { out, back, repairs } of Object.values(ACCESS_PLACES))
      for (const id of [...out, ...back, ...repairs]) expect(acts, id).toContain(id)
  })
  it('whatever goes there alone comes back by its own twin', () => {
    for (const { out, back } of Object.values(ACCESS_PLACES))
      expect(out.map((id) => OPERATIONS.find((one) => one.id === id)!.twin)).toEqual(back)
  })
  it('a repair is longer by the way out and back, and says what comes off first and goes back last', () => {
    const regulator = repairById('regulator')
    const hidden = behind(regulator, [{ place: 'regulator', minutes: 15, off: 'plenum' }])
    expect(hidden.minutes).toBe(regulator.minutes + 30)
    expect(hidden.steps[0]).toContain('plenum')
    expect(hidden.steps.at(-1)).toContain('plenum')
    expect(behind(regulator, [manifold])).toBe(regulator)
    expect(behind(regulator)).toBe(regulator)
  })
  it('a plan through the filter is longer by both ways, with the words where they belong; another plan is as it was', () => {
    const free = planned(undefined, ['filter'])
    const hidden = planned([manifold], ['filter'])
    expect(hidden.minutes).toBeCloseTo(free.minutes + 80, 9)
    const steps = (id: string) => hidden.steps.find((step) => step.operationId === id)!.steps
    expect(steps('partFilter')[0]).toBe('First out of the way: intake manifold')
    expect(steps('joinFilter').at(-1)).toBe('Back in its place: intake manifold')
    expect(planned([manifold], ['relay']).minutes).toBe(planned(undefined, ['relay']).minutes)
  })
  it('two things in the way of one place add up', () => {
    const battery: Access = { place: 'filter', minutes: 10, off: 'battery box' }
    expect(planned([manifold, battery], ['filter']).minutes).toBeCloseTo(
      planned([manifold], ['filter']).minutes + 20,
      9,
    )
  })
})
