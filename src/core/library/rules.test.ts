/** The rules against the acts: nothing contradicts them, nothing repeats them, and each speaks somewhere. */
import { describe, expect, it } from 'vitest'
import { LAYOUT_IDS, variablesOf, type LayoutId, type Variable, type VehicleState } from '../vehicle'
import {
  CHECKS,
  OPERATIONS,
  PROVOCATIONS,
  REPAIRS,
  RULES,
  SURVEY,
  TESTS,
  derive,
  doingsOf,
  testDoings,
  type Act,
  type Doing,
} from '.'

interface Declared {
  id: string
  needs: VehicleState
  sets: VehicleState
  does: readonly Doing[]
}
const ofAct = (layout: LayoutId, act: Act): Declared => {
  const own = act.variants?.find(({ on }) => on.includes(layout))
  return {
    id: act.id,
    needs: { ...(own?.own ?? act.needs), ...own?.needs },
    sets: act.sets,
    does: doingsOf(layout, act),
  }
}
const suits = (one: { layouts?: readonly LayoutId[] }, layout: LayoutId) =>
  one.layouts?.includes(layout) ?? true
const declaredOn = (layout: LayoutId): Declared[] => [
  ...[...OPERATIONS, ...REPAIRS].filter((act) => suits(act, layout)).map((act) => ofAct(layout, act)),
  ...TESTS.filter((test) => suits(test, layout)).map((test) => ({
    id: test.id,
    needs: test.needs,
    sets: test.leaves,
    does: testDoings(test),
  })),
  ...SURVEY.map((item) => ({ id: item.id, needs: item.needs, sets: item.leaves, does: item.does })),
  ...PROVOCATIONS.map((way) => ({ id: way.id, needs: way.needs, sets: way.leaves, does: way.does })),
  ...CHECKS.map((check) => ({ id: check.id, needs: check.when, sets: {}, does: check.does })),
]
const entries = (state: VehicleState, of: ReadonlySet<Variable>) =>
  (Object.entries(state) as [Variable, string][]).filter(([variable]) => of.has(variable))

/** What an act leaves against a rule, because that is what it is for. */
const ITS_PURPOSE: Record<string, string> = {
  'bleed feed': 'it opens the feed to let the air out',
  'T54 feed': 'the primer is worked until it is firm',
  'primer feed': 'the primer is worked until it is firm',
  'stallOff line': 'it runs the engine to let the line off',
  'proveFlow flowProof': 'it opens the line to prove the flow',
}

describe.each(LAYOUT_IDS)('%s', (layout) => {
  const variables = variablesOf(layout)
  const all = declaredOn(layout)
  it('no act asks otherwise than the rules of its doings, and no two rules of one act contradict', () => {
    expect(all.length).toBeGreaterThan(200)
    const clashes = all.flatMap(({ id, needs, does }) => {
      const asked = new Map<Variable, string>()
      const { rules } = derive(layout, does)
      return [...rules.flatMap((rule) => [rule.before ?? {}, rule.throughout ?? {}]), needs].flatMap(
        (state) =>
          entries(state, variables).flatMap(([variable, value]) => {
            const before = asked.get(variable)
            asked.set(variable, value)
            return before !== undefined && before !== value
              ? [`${id}: ${variable} ${before} and ${value}`]
              : []
          }),
      )
    })
    expect(clashes).toEqual([])
  })
  it('no act ends otherwise than what a rule holds throughout, or leaves otherwise than a rule says', () => {
    const clashes = all.flatMap(({ id, sets, does }) => {
      const ruled = derive(layout, does)
      return entries(sets, variables).flatMap(([variable, value]) => {
        const held = ruled.throughout[variable]
        const left = ruled.sets[variable]
        if (ITS_PURPOSE[`${id} ${variable}`]) return []
        return (held !== undefined && held !== value) || (left !== undefined && left !== value)
          ? [`${id} sets ${variable} ${value}`]
          : []
      })
    })
    expect(clashes).toEqual([])
  })
})

describe('the table', () => {
  const everywhere = LAYOUT_IDS.flatMap((layout) => declaredOn(layout).map((one) => ({ ...one, layout })))
  it.each(RULES.map((rule) => [rule.id, rule] as const))(
    '%s speaks of something that is done',
    (_id, rule) => {
      expect(everywhere.some(({ does, layout }) => does.some((doing) => rule.when(doing, layout)))).toBe(true)
      expect(rule.reason.length).toBeGreaterThan(15)
      expect(rule.place).toMatch(/^[367]/)
    },
  )
  it('nothing that a rule can derive is written at an act', () => {
    // What an act opens itself tells the rules beside which opening it is done.
    const own: Variable[] = ['module', 'filterJoint']
    const repeated = [...new Set(everywhere.map((one) => one.id))].flatMap((id) => {
      const acts = everywhere.filter((one) => one.id === id)
      const variables = Object.keys(acts[0]!.needs) as Variable[]
      return variables
        .filter(
          (variable) =>
            !own.includes(variable) &&
            acts.every(
              ({ needs, does, layout }) =>
                needs[variable] !== undefined &&
                variablesOf(layout).has(variable) &&
                derive(layout, does).needs[variable] === needs[variable],
            ),
        )
        .map((variable) => `${id}: ${variable}`)
    })
    expect(repeated).toEqual([])
  })
  it('an open tank asks for all that makes it safe, whoever opens it', () => {
    const { needs, sets, cautions } = derive('A01', [
      { does: 'opens', what: 'tank', behind: 'tank', under: 'none', near: 'tank' },
    ])
    expect(needs).toMatchObject({
      battery: 'off',
      area: 'safe',
      exhaust: 'cool',
      ignition: 'off',
      line: 'off',
      pumpCircuit: 'locked',
      tankVapour: 'relieved',
      fuelLevel: 'below flange',
    })
    expect(sets).toMatchObject({ leakCheck: 'due', vapour: 'unchecked' })
    expect(cautions.length).toBeGreaterThan(0)
  })
})
