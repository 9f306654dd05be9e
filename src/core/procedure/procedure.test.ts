import { describe, expect, it } from 'vitest'
import { DRIVEN_IN, LAYOUTS, matches, pack, patternOf, put, unpack, type VehicleState } from '../vehicle'
import { INVARIANTS, REPAIRS, libraryOf, operationsFor, usualWays } from '../library'
import {
  PUT_BACK,
  actFor,
  forbidden,
  planRepairs,
  plannerFor,
  plannerOf,
  prices,
  reach,
  type Plan,
  type Planner,
} from '.'

const planner = plannerOf()
const OPERATIONS = operationsFor({ layout: 'A01', ways: usualWays('A01') })
/** Repairs that a vehicle of this layout may need by themselves (a liner goes only on a cleaned tank); the others are planned on theirs in library.test.ts. */
const READINGS = libraryOf(LAYOUTS.A01).tests
const OWN = REPAIRS.filter((repair) => (repair.layouts?.includes('A01') ?? true) && repair.id !== 'lineTank')
function planned(repairs: string[], start: VehicleState = DRIVEN_IN, by: Planner = planner): Plan {
  const result = planRepairs(by, start, repairs)
  if (!result.ok) throw new Error(JSON.stringify(result.error))
  return result.value
}
const ids = (plan: Plan) => plan.steps.map((step) => step.operationId)
const place = (plan: Plan, id: string) => ids(plan).indexOf(id)

describe('packed states', () => {
  it('round-trips and keeps the unknown unknown', () => {
    const some: VehicleState = { battery: 'off', module: 'out', leakCheck: 'due' }
    expect(unpack(pack(some))).toEqual(some)
    expect(matches(pack(some), patternOf({ hatch: 'open' }))).toBe(false)
    expect(unpack(put(pack(some), patternOf({ battery: 'on' })))).toEqual({ ...some, battery: 'on' })
  })
})

describe('reach', () => {
  it('agrees with brute force over short goals', () => {
    const goals: VehicleState[] = [
      { plug: 'parted' },
      { pumpCircuit: 'locked' },
      { area: 'safe', vapour: 'clear' },
      { height: 'raised' },
      { exhaust: 'cool', area: 'safe', pumpCircuit: 'locked' },
    ]
    for (const goal of goals)
      expect(reach(planner, DRIVEN_IN, goal)!.minutes).toBeCloseTo(bruteForce(DRIVEN_IN, goal, 3), 6)
  })
  it('prices from one tree equal single searches', () => {
    const goals = READINGS.slice(0, 20).map((test) => test.needs)
    const together = prices(planner, DRIVEN_IN, goals)
    goals.forEach((goal, at) => expect(together[at]).toBeCloseTo(reach(planner, DRIVEN_IN, goal)!.minutes, 6))
  })
  it('every test and every repair can be reached from a vehicle driven in', () => {
    prices(planner, DRIVEN_IN, [
      ...READINGS.map((test) => test.needs),
      ...OWN.map((repair) => actFor(planner, repair).needs),
    ]).forEach((minutes) => expect(minutes).not.toBeNull())
  })
  it('an unknown battery must be settled first, it is never assumed', () => {
    expect(reach(planner, { ...DRIVEN_IN, battery: undefined }, { ignition: 'on' })).toBeNull()
  })
})

describe('plans', () => {
  it.each(OWN.map((repair) => repair.id))('%s: sound from start to finish', (id) => {
    const plan = planned([id])
    let state: VehicleState = DRIVEN_IN
    for (const step of plan.steps) {
      expect(step.before).toEqual(state)
      const operation = OPERATIONS.find((candidate) => candidate.id === step.operationId)
      if (operation) expect(matches(pack(state), patternOf(operation.needs))).toBe(true)
      expect(forbidden(planner, step.after)).toEqual([])
      state = step.after
    }
    expect(matches(pack(state), patternOf(PUT_BACK))).toBe(true)
    expect(plan.gates.flatMap((gate) => gate.unmet)).toEqual([])
  })

  it('in-tank module: area, pressure by gauge, battery, cap, then the way in', () => {
    const plan = planned(['module'])
    const order = [
      'makeAreaSafe',
      'pressureOff',
      'batteryOff',
      'relieveTank',
      'hatchOpen',
      'cleanTop',
      'partModule',
      'ringOff',
      'liftModule',
      'repair:module',
    ]
    expect([...order].sort((one, other) => place(plan, one) - place(plan, other))).toEqual(order)
    expect(plan.steps.find((step) => step.operationId === 'liftModule')!.twin).toBe(
      place(plan, 'lowerModule'),
    )
    expect(place(plan, 'leakCheck')).toBeLessThan(place(plan, 'hatchClose'))
    expect(ids(plan).at(-1)).toBe('standDown')
    expect(plan.checks.map((check) => check.check.id)).toEqual(
      expect.arrayContaining(['sweepSender', 'runBeforeHatch']),
    )
    expect(plan.checks.every((check) => check.savesMinutes > 0)).toBe(true)
  })

  it('feed plug: its own branch with the tank shut', () => {
    const plan = planned(['plug'])
    expect(ids(plan)).not.toContain('hatchOpen')
    expect(plan.gates.map((gate) => gate.gate.id)).not.toContain('openTank')
  })

  it('plug and module: the plug never below the open tank gate', () => {
    const plan = planned(['plug', 'module'])
    const plugStep = plan.steps.find((step) => step.repairId === 'plug')!
    expect(plugStep.before).toMatchObject({ module: 'in', vapour: 'clear', battery: 'off' })
    expect(plan.minutes).toBeLessThan(planned(['plug']).minutes + planned(['module']).minutes)
  })

  it('inline filter: parted only under 10 kPa, raised and locked out', () => {
    const plan = planned(['filter'])
    expect(plan.steps[place(plan, 'partFilter')]!.before).toMatchObject({
      line: 'off',
      height: 'raised',
      pumpCircuit: 'locked',
      exhaust: 'cool',
    })
  })

  it.each(['module', 'filter', 'plug', 'cleanTank', 'sender'])(
    '%s: every check stands where a miss costs least, against trying every place',
    (id) => {
      const plan = planned([id])
      const roundTrip = (from: VehicleState, mend: VehicleState) => {
        const there = reach(planner, from, mend)!
        return prices(planner, from, [mend])[0]! + prices(planner, there.end, [from])[0]!
      }
      expect(plan.checks.length).toBeGreaterThan(0)
      for (const { check, afterStep } of plan.checks) {
        const first = Math.max(...check.after.map((after) => ids(plan).lastIndexOf(after)))
        const places = plan.steps.filter(
          (step) => step.index >= first && matches(pack(step.after), patternOf(check.when)),
        )
        const costs = places.map((step) => roundTrip(step.after, check.mend))
        expect(costs[places.findIndex((step) => step.index === afterStep)]).toBeCloseTo(Math.min(...costs), 6)
      }
    },
  )

  it('what is done already is planned no more: the rest, or the way back alone', () => {
    const whole = planned(['module', 'sender'])
    const open = whole.steps.find((step) => step.repairId === 'module')!.after
    const left = planRepairs(planner, open, ['module', 'sender'], ['module'])
    const back = planRepairs(planner, open, ['module'], ['module'])
    if (!left.ok || !back.ok) throw new Error('no way')
    expect(left.value.steps.map((step) => step.operationId)).not.toContain('repair:module')
    expect(left.value.steps.map((step) => step.operationId)).toContain('repair:sender')
    expect(left.value.repairs).toEqual(['module', 'sender'])
    expect(back.value.steps.every((step) => step.side === 'up')).toBe(true)
    expect(matches(pack(back.value.steps.at(-1)!.after), patternOf(PUT_BACK))).toBe(true)
    expect(back.value.minutes).toBeLessThan(left.value.minutes)
  })

  it('follows the operations: a longer ring changes the minutes, a new need adds its step', () => {
    const slow = plannerOf(
      OPERATIONS.map((operation) =>
        operation.id === 'ringOff' ? { ...operation, minutes: operation.minutes + 10 } : operation,
      ),
    )
    expect(planned(['module'], DRIVEN_IN, slow).minutes).toBeCloseTo(planned(['module']).minutes + 10, 6)
    const raised = plannerOf(
      OPERATIONS.map((operation) =>
        operation.id === 'trimOff'
          ? { ...operation, needs: { ...operation.needs, gauge: 'fitted' as const } }
          : operation,
      ),
    )
    expect(ids(planned(['plug'], DRIVEN_IN, raised))).toContain('fitGauge')
  })

  it('starts from where the vehicle stands: hatch open and battery off shorten the way down', () => {
    const half: VehicleState = {
      ...DRIVEN_IN,
      area: 'safe',
      battery: 'off',
      pumpCircuit: 'locked',
      line: 'off',
      tankVapour: 'relieved',
      seat: 'out',
      hatch: 'open',
      wayIn: 'open',
      moduleTop: 'clean',
      fuelLevel: 'below flange',
      gauge: 'fitted',
      exhaust: 'cool',
    }
    const plan = planned(['module'], half)
    expect(ids(plan)[0]).toBe('partModule')
    expect(plan.minutes).toBeLessThan(planned(['module']).minutes - 40)
  })

  it('goes through a worker’s message whole', () => {
    const plan = planned(['module'])
    expect(structuredClone(plan)).toEqual(plan)
  })
  it('says so when there is no way', () => {
    const without = plannerOf(OPERATIONS.filter((operation) => operation.id !== 'pressureOff'))
    expect(planRepairs(without, DRIVEN_IN, ['filter'])).toMatchObject({
      ok: false,
      error: { kind: 'no-way', repair: 'filter' },
    })
  })
})

describe('invariants', () => {
  it.each(INVARIANTS.map((invariant) => [invariant.id, invariant] as const))(
    '%s is seen',
    (_id, invariant) => {
      expect(
        forbidden(
          plannerFor({ layout: invariant.never.feedTap ? 'A06' : 'A04', ways: ['benchHatch', 'joint'] }),
          { ...DRIVEN_IN, ...invariant.never },
        ).map((broken) => broken.id),
      ).toContain(invariant.id)
    },
  )
})

function bruteForce(state: VehicleState, goal: VehicleState, depth: number): number {
  if (matches(pack(state), patternOf(goal))) return 0
  if (depth === 0) return Infinity
  const open = OPERATIONS.filter((operation) => matches(pack(state), patternOf(operation.needs)))
  return Math.min(
    ...open.map((operation) => {
      const next = { ...state, ...operation.sets }
      return forbidden(planner, next).length > 0
        ? Infinity
        : operation.minutes + bruteForce(next, goal, depth - 1)
    }),
  )
}
