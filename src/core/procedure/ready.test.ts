/** Ready to open, over every layout and every repair that it may come to: nothing that the plan uses is missing from the list, and nothing stands there twice. */
import { describe, expect, it } from 'vitest'
import { GUARD_TOOLS, OPERATIONS, libraryOf, usualWays } from '../library'
import { FUEL_GRADES, type FuelGradeId } from '../physics'
import { plainWords } from '../shared'
import { DRIVEN_IN, GAUGE_LOOPS, LAYOUTS, LAYOUT_IDS, SCOPES, inScope, type LayoutId } from '../vehicle'
import {
  READY_GROUPS,
  litresToDrain,
  opensAt,
  planRepairs,
  plannerFor,
  readyToOpen,
  type Plan,
  type ReadyFacts,
} from '.'

const CAPACITY_M3 = 0.06
const factsOf = (layout: LayoutId, change: Partial<ReadyFacts> = {}): ReadyFacts => {
  const loop = GAUGE_LOOPS[layout]
  return {
    litres: 40,
    capacityM3: CAPACITY_M3,
    fuel: 'petrolE10',
    gauge: loop.sender === 'sender' ? { emptyOhm: loop.emptyOhm, fullOhm: loop.fullOhm } : null,
    pumpCurrentA: 5,
    feedBoreM: 0.008,
    setPa: 3e5,
    ...change,
  }
}
const plansOf = (layout: LayoutId): [string, Plan][] => {
  const planner = plannerFor({ layout, ways: usualWays(layout) })
  const ids = [
    ...new Set(
      SCOPES.flatMap((scope) =>
        libraryOf(inScope(LAYOUTS[layout], scope)).repairs.map((repair) => repair.id),
      ),
    ),
  ]
  return ids.flatMap((id): [string, Plan][] => {
    const answer = planRepairs(planner, DRIVEN_IN, [id])
    return answer.ok ? [[id, answer.value]] : []
  })
}

/** The same plan with every piece and tool that is no guard called otherwise. */
const otherwiseCalled = (plan: Plan): Plan => ({
  ...plan,
  have: {
    newParts: plan.have.newParts.map((part) => ({ ...part, name: `Thing ${part.name.length} ${part.name}` })),
    tools: plan.have.tools.map((tool) => (GUARD_TOOLS.has(tool) ? tool : `Thing ${tool}`)),
  },
  steps: plan.steps.map((step) => ({
    ...step,
    title: 'Step',
    act: {
      ...step.act,
      title: 'Step',
      on: step.act.on?.map((piece, at) => ({ ...piece, name: `Thing ${step.index} ${at}` })),
    },
  })),
})
describe('what a thing is called', () => {
  it.each(LAYOUT_IDS)('decides nothing of what must be in hand on %s', (layout) => {
    for (const [id, plan] of plansOf(layout)) {
      const groups = (of: Plan) => [...new Set(readyToOpen(of, factsOf(layout)).map(({ group }) => group))]
      expect(groups(otherwiseCalled(plan)), id).toEqual(groups(plan))
    }
  })
  it('every cap and plug that is put on is marked as one that shuts', () => {
    const pieces = OPERATIONS.flatMap(({ on = [] }) => on)
    expect(pieces.filter(({ name }) => /cap|plug/i.test(name)).every(({ shuts }) => shuts)).toBe(true)
    expect(pieces.filter(({ shuts }) => shuts).length).toBeGreaterThan(5)
  })
})

describe.each(LAYOUT_IDS.map((layout) => [layout, plansOf(layout)] as const))('%s', (layout, plans) => {
  it('lists all that the plan uses, each once, where a joint is parted, and nothing where none is', () => {
    let opened = 0
    for (const [id, plan] of plans) {
      const items = readyToOpen(plan, factsOf(layout))
      if (opensAt(plan) === null) {
        expect(items, id).toEqual([])
        continue
      }
      opened += 1
      expect(new Set(items.map((item) => item.id)).size, id).toBe(items.length)
      for (const item of items) {
        expect(item.id.length).toBeLessThanOrEqual(80)
        expect(READY_GROUPS).toContain(item.group)
      }
      const named = (group: string) => items.filter((item) => item.group === group).map((item) => item.name)
      for (const part of plan.have.newParts)
        expect(named(part.oneTime ? 'seals' : 'parts'), `${id}: ${part.name}`).toContain(part.name)
      for (const tool of plan.have.tools)
        expect(named('tools').includes(tool) || /gas meter|extinguisher/i.test(tool), `${id}: ${tool}`).toBe(
          true,
        )
      for (const piece of plan.steps
        .flatMap((step) => step.act.on ?? [])
        .filter((one) => /cap|plug/i.test(one.name)))
        expect(named('caps'), id).toContain(piece.name)
      expect(named('guard')).toEqual(
        expect.arrayContaining(['Gloves', 'Glasses', 'Extinguisher', 'Gas meter']),
      )
      expect(named('people').length > 0).toBe(plan.people > 1)
    }
    expect(opened).toBeGreaterThan(3)
  })
  it('the fuel that comes out goes into cans: by dip, never less for a fuller tank', () => {
    for (const [id, plan] of plans.filter(([, one]) => opensAt(one) !== null)) {
      const drained = [0, 10, 20, 40, 60].map((litres) => litresToDrain(plan, litres, CAPACITY_M3))
      if (drained[0] === null) {
        expect(
          drained.every((litres) => litres === null),
          id,
        ).toBe(true)
        continue
      }
      const litres = drained as number[]
      expect([...litres].sort((one, other) => one - other)).toEqual(litres)
      expect(litres.at(-1)!).toBeLessThanOrEqual(60)
      const waits = readyToOpen(plan, factsOf(layout, { litres: null })).filter((item) => item.waits !== null)
      expect(
        waits.map((item) => item.group),
        id,
      ).toEqual(['fuel'])
      const cans = readyToOpen(plan, factsOf(layout, { litres: 60 })).find(
        (item) => item.name === 'Cans for the fuel',
      )!
      expect(Number(/(\d+) cans? of (\d+)/.exec(plainWords(cans.detail))![1]) * 20).toBeGreaterThanOrEqual(
        litres.at(-1)!,
      )
    }
  })
  it('what was worked out not to fit holds, whatever is ticked', () => {
    const [, plan] = plans.find(([, one]) => opensAt(one) !== null)!
    const held = readyToOpen(plan, factsOf(layout, { unfit: ['Hose on pipe'] })).filter(
      (item) => item.waits !== null,
    )
    expect(held.map((item) => item.name)).toEqual(['Hose on pipe: does not fit'])
  })
  it('gloves are named for every fuel', () => {
    const [, plan] = plans.find(([, one]) => opensAt(one) !== null)!
    for (const fuel of Object.keys(FUEL_GRADES) as FuelGradeId[])
      expect(
        readyToOpen(plan, factsOf(layout, { fuel })).find((item) => item.name === 'Gloves')!.detail.length,
      ).toBeGreaterThan(5)
  })
})
