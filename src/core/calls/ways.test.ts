/** Ways in compared, the pace of the work, and what must be in hand before fuel is opened. */
import { describe, expect, it } from 'vitest'
import {
  OPERATIONS,
  REPAIRS,
  WAYS_IN,
  actOnLayout,
  libraryOf,
  standsOpen,
  usualWays,
  type WayInId,
} from '../library'
import { DRIVEN_IN, LAYOUTS, LAYOUT_IDS, STATE_VARIABLES, matches, pack, patternOf } from '../vehicle'
import {
  PUT_BACK,
  forbidden,
  levelByDip,
  litresToDrain,
  opensAt,
  planRepairs,
  plannerFor,
  readyToOpen,
  type Plan,
} from '../procedure'
import { additions, compareWays } from '.'

const USUAL = { rust: 'none', first: false } as const
function planned(
  way: WayInId,
  repairs: string[] = ['module'],
  pace: Parameters<typeof plannerFor>[1] = USUAL,
): Plan {
  const answer = planRepairs(plannerFor({ layout: 'A01', ways: [way] }, pace), DRIVEN_IN, repairs)
  if (!answer.ok) throw new Error(`${way}: ${JSON.stringify(answer.error)}`)
  return answer.value
}
const ids = (plan: Plan) => plan.steps.map((step) => step.operationId)

describe('ways in', () => {
  it.each(WAYS_IN)('%s: a sound plan to the module and back to a vehicle put together', (way) => {
    const plan = planned(way)
    expect(plan.way).toBe(way)
    for (const step of plan.steps)
      expect(forbidden(plannerFor({ layout: 'A01', ways: [way] }), step.after)).toEqual([])
    expect(matches(pack(plan.steps.at(-1)!.after), patternOf(PUT_BACK))).toBe(true)
    expect(plan.gates.flatMap((gate) => gate.unmet)).toEqual([])
    // The way in comes after area, cap, pressure and battery.
    const opened = OPERATIONS.find(
      (operation) => operation.way === way && operation.sets.wayIn === 'open',
    )!.id
    for (const first of ['makeAreaSafe', 'pressureOff', 'batteryOff', 'relieveTank'])
      expect(ids(plan).indexOf(first), first).toBeLessThan(ids(plan).indexOf(opened))
  })
  it('are compared for this vehicle and these repairs, the quickest first, with people and what only one of them wants', () => {
    const ways = compareWays({ layout: 'A01', ways: ['bedTilt', 'bedOff', 'tankDown'] }, USUAL, DRIVEN_IN, [
      'module',
    ])
    expect(ways.map((one) => one.way)).toEqual(['bedTilt', 'tankDown', 'bedOff'])
    for (const one of ways) expect(one.minutes).toBeCloseTo(planned(one.way).minutes, 6)
    expect(ways.find((one) => one.way === 'bedOff')).toMatchObject({ people: 4 })
    expect(ways.find((one) => one.way === 'tankDown')!.tools).toContain('Tank jack, wide')
    expect(
      ways.every((one) => one.tools.every((tool) => !ways.every((other) => other.tools.includes(tool)))),
    ).toBe(true)
  })
  it('are not asked for where nothing lies under the tank’s top', () =>
    expect(
      compareWays({ layout: 'A01', ways: ['benchHatch', 'tankDown'] }, USUAL, DRIVEN_IN, ['filter']),
    ).toEqual([]))
  it('rust and a first time make it longer, and rust can turn the choice', () => {
    expect(planned('tankDown', ['module'], { rust: 'bad', first: false }).minutes).toBeGreaterThan(
      planned('tankDown').minutes + 120,
    )
    expect(planned('benchHatch', ['module'], { rust: 'none', first: true }).minutes).toBeGreaterThan(
      1.2 * planned('benchHatch').minutes,
    )
  })
  it('a vehicle without a way to its tank cannot be planned into it', () =>
    expect(planRepairs(plannerFor({ layout: 'A01', ways: [] }), DRIVEN_IN, ['module'])).toMatchObject({
      ok: false,
      error: { kind: 'no-way' },
    }))
  it('every way that is opened is closed by a twin of its own', () => {
    for (const way of WAYS_IN)
      for (const operation of OPERATIONS.filter((one) => one.way === way && one.sets.wayIn))
        expect(OPERATIONS.find((one) => one.id === operation.twin)?.twin, operation.id).toBe(operation.id)
    expect(usualWays('A07')).not.toContain('benchHatch')
  })
  it('every value of the state is set by something or is how a vehicle comes in, and needed by something', () => {
    const needs = [
      ...LAYOUT_IDS.flatMap((layout) => [
        ...[...OPERATIONS, ...REPAIRS].map((one) => actOnLayout(layout, one).needs),
        ...libraryOf(LAYOUTS[layout]).tests.map((test) => test.needs),
      ]),
      PUT_BACK,
    ]
    const dips = [0, 10, 30, 60].map((litres) => levelByDip(litres, 0.07) as Record<string, string>)
    for (const [variable, values] of Object.entries(STATE_VARIABLES))
      for (const value of values) {
        const set =
          OPERATIONS.some((one) => (one.sets as Record<string, string>)[variable] === value) ||
          REPAIRS.some((one) => (one.sets as Record<string, string>)[variable] === value) ||
          (DRIVEN_IN as Record<string, string>)[variable] === value ||
          dips.some((dip) => dip[variable] === value) ||
          LAYOUT_IDS.some((layout) =>
            REPAIRS.some(
              (one) => (actOnLayout(layout, one).sets as Record<string, string>)[variable] === value,
            ),
          )
        expect(set, `${variable} ${value} is set`).toBe(true)
      }
    for (const variable of Object.keys(STATE_VARIABLES))
      expect(
        needs.some((one) => variable in one),
        `${variable} is needed`,
      ).toBe(true)
  })
})

describe('a vehicle that stands open already', () => {
  it.each(
    WAYS_IN.flatMap((way) => (['way in open', 'module out'] as const).map((depth) => ({ way, depth }))),
  )('$way, $depth: a state that may be, from which the plan goes on and is shorter', ({ way, depth }) => {
    const state = { ...DRIVEN_IN, ...standsOpen(way, depth) }
    expect(forbidden(plannerFor({ layout: 'A01', ways: [way] }), state)).toEqual([])
    const answer = planRepairs(plannerFor({ layout: 'A01', ways: [way] }), state, ['module'])
    if (!answer.ok) throw new Error(JSON.stringify(answer.error))
    expect(answer.value.minutes).toBeLessThan(planned(way).minutes - 20)
    if (depth === 'module out') expect(answer.value.steps[0]!.operationId).toMatch(/^repair:|meterVapour/)
  })
})

describe('a further repair while it is open', () => {
  it('costs minutes now and hours later, counted by the planner itself', () => {
    const planner = plannerFor({ layout: 'A01', ways: ['benchHatch'] })
    const [first, ...rest] = additions(
      planner,
      DRIVEN_IN,
      ['module'],
      ['sender', 'strainer', 'relay', 'filter'],
    )
    expect([first!, ...rest].map((one) => one.repairId)).toEqual(
      expect.arrayContaining(['sender', 'strainer']),
    )
    expect([first!, ...rest].map((one) => one.repairId)).not.toContain('relay')
    const together = planRepairs(planner, DRIVEN_IN, ['module', 'sender'])
    const alone = planRepairs(planner, DRIVEN_IN, ['sender'])
    if (!together.ok || !alone.ok) throw new Error('no way')
    expect([first!, ...rest].find((one) => one.repairId === 'sender')).toMatchObject({
      nowMinutes: together.value.minutes - planned('benchHatch').minutes,
      laterMinutes: alone.value.minutes,
    })
    expect(first!.nowMinutes).toBeLessThan(90)
    expect(first!.laterMinutes).toBeGreaterThan(90)
  })
})

describe('ready to open', () => {
  const facts = {
    litres: 44,
    capacityM3: 0.07,
    fuel: 'petrolE10' as const,
    gauge: { emptyOhm: 250, fullOhm: 20 },
    pumpCurrentA: 8.2,
    feedBoreM: 0.0075,
    setPa: 300e3,
  }
  it('lists parts, one-time seals, caps, tools, fuel, people and guards of the plan, once each', () => {
    const items = readyToOpen(planned('tankDown'), facts)
    expect(new Set(items.map((item) => item.group))).toEqual(
      new Set(['fuel', 'fit', 'parts', 'seals', 'caps', 'tools', 'people', 'guard']),
    )
    expect(new Set(items.map((item) => item.id)).size).toBe(items.length)
    expect(items.find((item) => item.group === 'seals' && item.name === 'Flange seal')).toBeDefined()
  })
  it('counts the litres of this tank, by dip, to a quarter from above and to a tenth for taking it down', () => {
    expect(litresToDrain(planned('benchHatch'), 44, 0.07)).toBeCloseTo(44 - 17.5, 6)
    expect(litresToDrain(planned('tankDown'), 44, 0.07)).toBeCloseTo(44 - 7, 6)
    expect(readyToOpen(planned('tankDown'), facts).find((item) => item.group === 'fuel')!.detail).toContain(
      '{37 L} to come out: 2 cans',
    )
    expect(
      readyToOpen(planned('benchHatch'), { ...facts, litres: null }).find((item) => item.group === 'fuel')!
        .waits,
    ).toContain('Dip the tank')
    expect(
      readyToOpen(planned('benchHatch'), { ...facts, litres: 12 }).some((item) => item.group === 'fuel'),
    ).toBe(false)
  })
  it('stands before the tank is drained or the first joint parted, and nowhere in a plan that opens none', () => {
    const plan = planned('benchHatch')
    expect(plan.steps[opensAt(plan)!]!.operationId).toBe('drainBelowFlange')
    expect(
      plan.steps
        .slice(0, opensAt(plan)!)
        .every((step) => step.after.moduleHoses === 'joined' && step.after.filterJoint === 'joined'),
    ).toBe(true)
    const dry = planned('benchHatch', ['plug'])
    expect([opensAt(dry), readyToOpen(dry, facts)]).toEqual([null, []])
  })
  it('names what must mate, with this vehicle’s own figures', () => {
    const fit = (repairs: string[]) =>
      readyToOpen(planned('benchHatch', repairs), facts)
        .filter((item) => item.group === 'fit')
        .map((item) => `${item.name}: ${item.detail}`)
    expect(fit(['module'])).toEqual(
      expect.arrayContaining([
        expect.stringContaining('250 Ω empty, 20 Ω full: it falls as it fills'),
        expect.stringContaining('8.2 A as made: a fuse of 15 A'),
        expect.stringContaining('feed bore {7.5 mm}'),
      ]),
    )
    expect(fit(['filter'])).toEqual([expect.stringContaining('rated {900 kPa} or more')])
    expect(fit(['flangeSeal'])).toEqual([])
  })
  it('gloves suit the fuel', () =>
    expect(
      readyToOpen(planned('benchHatch'), { ...facts, fuel: 'petrolE85' }).find(
        (item) => item.name === 'Gloves',
      )!.detail,
    ).toContain('laminate'))
})
