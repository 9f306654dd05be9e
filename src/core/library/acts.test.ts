/** One library for all layouts: what a vehicle has not is left out, what stands for another cures as it does. */
import { describe, expect, it } from 'vitest'
import {
  DRIVEN_IN,
  LAYOUTS,
  LAYOUT_IDS,
  STATE_VARIABLES,
  VARIABLES,
  matches,
  only,
  pack,
  patternOf,
  put,
  unpack,
  variablesOf,
  wholeState,
  type VehicleState,
} from '../vehicle'
import {
  OPERATIONS,
  RELIEFS,
  REPAIRS,
  actOnLayout,
  byWay,
  curesAs,
  operationsFor,
  othersFor,
  repairMinutes,
  usualWays,
  waysInOf,
} from '.'

describe('states of many variables', () => {
  it('pack into four words and come back, every value of every variable', () => {
    for (const variable of VARIABLES)
      for (const value of STATE_VARIABLES[variable]) {
        const state = { ...DRIVEN_IN, [variable]: value } as VehicleState
        expect(unpack(pack(state))).toEqual(state)
        const { [variable]: left, ...rest } = state
        expect(left).toBeDefined()
        expect(unpack(pack(rest))).toEqual(rest)
        expect(matches(pack(rest), patternOf({ [variable]: left }))).toBe(false)
        expect(unpack(put(pack(rest), patternOf({ [variable]: left })))).toEqual(state)
      }
  })
  it('a state of an older version is filled up, and what is unknown in it stays so', () => {
    expect(wholeState({ battery: 'on', hatch: 'open' })).toMatchObject({
      battery: 'on',
      wayIn: 'open',
      feedTap: 'open',
    })
    expect(wholeState({ hatch: 'closed' }).battery).toBeUndefined()
  })
})

describe('what a vehicle has', () => {
  it.each(LAYOUT_IDS)('%s: its operations speak only of that, and each changes something', (layout) => {
    const variables = variablesOf(layout)
    const operations = operationsFor({ layout, ways: usualWays(layout) })
    expect(operations.length).toBeGreaterThan(25)
    for (const { id, needs, sets } of operations) {
      expect(Object.keys(sets).length, id).toBeGreaterThan(0)
      for (const variable of [...Object.keys(needs), ...Object.keys(sets)])
        expect(variables.has(variable as (typeof VARIABLES)[number]), `${id}: ${variable}`).toBe(true)
    }
  })
  it('a service port where nothing else is said, and only one way to let the pressure off', () => {
    for (const relief of [null, ...RELIEFS]) {
      const ids = operationsFor({ layout: 'A01', ways: ['benchHatch', ...(relief ? [relief] : [])] }).map(
        (one) => one.id,
      )
      expect([ids.includes('pressureOff'), ids.includes('stallOff'), ids.includes('jointOff')]).toEqual([
        relief === null || relief === 'port',
        relief === 'stall',
        relief === 'joint',
      ])
    }
  })
  it('by one way in keeps how pressure is let off and what crosses', () =>
    expect(byWay(['benchHatch', 'tankDown', 'joint', 'exhaustAside'], 'tankDown')).toEqual([
      'tankDown',
      'joint',
      'exhaustAside',
    ]))
  it('usual ways are ways in', () => {
    for (const layout of LAYOUT_IDS)
      expect(waysInOf(usualWays(layout))).toEqual(expect.arrayContaining(usualWays(layout)))
  })
  it('only keeps what is named', () =>
    expect(only({ battery: 'on', seat: 'in' }, new Set(['seat'] as const))).toEqual({ seat: 'in' }))
})

describe('repairs that stand for others', () => {
  it('name one that is there, and never each other', () => {
    const others = REPAIRS.filter((repair) => repair.standsFor)
    expect(others.length).toBeGreaterThan(8)
    for (const repair of others)
      expect(REPAIRS.find((one) => one.id === repair.standsFor)?.standsFor, repair.id).toBeUndefined()
    expect([curesAs('newTank'), curesAs('module'), curesAs('unheard of')]).toEqual([
      'cleanTank',
      'module',
      'unheard of',
    ])
  })
  it('are offered where the layout has their object, once something is chosen', () => {
    const offered = (layout: keyof typeof LAYOUTS, ids: string[]) => othersFor(LAYOUTS[layout], ids)
    expect(offered('A01', ['module']).instead.map((one) => one.id)).toEqual(['pumpAlone', 'adaptPump'])
    expect(offered('A01', ['module']).beside.map((one) => one.id)).not.toContain('jet')
    expect(offered('A12', ['module']).beside.map((one) => one.id)).toContain('jet')
    expect(offered('A13', ['cleanTank']).instead).toEqual([])
    expect(offered('A01', ['relay']).instead).toEqual([])
  })
  it('parts of a repair count as its work', () => {
    const tank = REPAIRS.find((repair) => repair.id === 'cleanTank')!
    expect(repairMinutes(tank)).toBe(
      tank.minutes + tank.stages!.reduce((sum, stage) => sum + stage.minutes, 0),
    )
    expect(tank.stages!.some((stage) => stage.wait)).toBe(true)
  })
})

describe('what can hurt', () => {
  it.each(LAYOUT_IDS)(
    '%s: every act whose doings call for a caution carries it, with when to stop',
    (layout) => {
      const acts = [...OPERATIONS, ...REPAIRS].map((act) => actOnLayout(layout, act))
      const dangerous = acts.filter((act) =>
        act.does.some((doing) => doing.does === 'opens' || doing.does === 'runsEngine'),
      )
      expect(dangerous.length).toBeGreaterThan(25)
      for (const act of dangerous) {
        expect(act.cautions!.length, act.id).toBeGreaterThan(0)
        for (const { text, stopWhen } of act.cautions!) {
          expect(text.length, act.id).toBeGreaterThan(20)
          expect(stopWhen, act.id).toMatch(/[Ss]top|key out/)
        }
      }
    },
  )
  it('neither acid nor alkali where the tank may be of another metal', () => {
    const steps = (id: string) =>
      REPAIRS.find((repair) => repair.id === id)!
        .stages!.flatMap((stage) => [stage.title, ...stage.steps])
        .join(' ')
    expect(steps('cleanTank')).toMatch(/bare steel/)
    for (const id of ['cleanSoftTank', 'cleanPlasticTank'])
      expect(steps(id).replace(/no acid, no alkali/i, '')).not.toMatch(/acid|alkali/i)
  })
  it('a licensed act says who does it', () => {
    for (const id of ['confirmAuthority', 'releaseToService', 'panelOff', 'panelOn'])
      expect(
        actOnLayout(
          'A13',
          OPERATIONS.find((one) => one.id === id)!,
        ).caution!.text,
      ).toMatch(/licensed person/i)
  })
})
