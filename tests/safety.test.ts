/**
 * The safety case: what hostile readers found in earlier plans, one test each; the short sweep of plans
 * before the monitor; and plans broken by hand, which it must catch.
 */
import { describe, expect, it } from 'vitest'
import {
  OPERATIONS,
  PROVOCATIONS,
  REPAIRS,
  SURVEY,
  doingsOf,
  libraryOf,
  opensFuel,
  opensLiquid,
  provocationOn,
  surveyOf,
  usualWays,
  type WayId,
} from '@/core/library'
import { watch, watched, watchedTest, type WatchedStep } from '@/core/monitor'
import { PUT_BACK, planRepairs, plannerFor, reach, type Plan } from '@/core/procedure'
import { seededRandom } from '@/core/shared'
import {
  DRIVEN_IN,
  HIGH_SIDE,
  LAYOUTS,
  LAYOUT_IDS,
  SCOPES,
  inScope,
  only,
  type LayoutId,
  type VehicleState,
} from '@/core/vehicle'
import { broken, everyChange, judged, sweep, watchedSteps, type SweptPlan } from './support/planSweep'

function planned(
  layout: LayoutId,
  repairs: string[],
  ways: readonly WayId[] = usualWays(layout),
  start: VehicleState = DRIVEN_IN,
): Plan {
  const answer = planRepairs(plannerFor({ layout, ways }), start, repairs)
  if (!answer.ok) throw new Error(`${layout} ${repairs.join()}: ${JSON.stringify(answer.error)}`)
  return answer.value
}
const ids = (plan: Plan) => plan.steps.map((step) => step.operationId)
const stepOf = (plan: Plan, id: string) => {
  const step = plan.steps.find((one) => one.operationId === id)
  if (!step) throw new Error(`no ${id} in ${ids(plan).join()}`)
  return step
}
const testsOf = (layout: LayoutId) =>
  SCOPES.flatMap((scope) => libraryOf(inScope(LAYOUTS[layout], scope)).tests)
const words = (act: { title: string; steps: string[] }) => [act.title, ...act.steps].join('. ')

describe('what hostile readers found in plans', () => {
  it('the high side is not reloaded by a stall and then opened', () => {
    const plan = planned('A04', ['hpPump'], ['benchHatch', 'stall'])
    const opened = stepOf(plan, 'repair:hpPump')
    expect(opened.before).toMatchObject({ highSide: 'low', line: 'off', exhaust: 'cool' })
    const wait = ids(plan).lastIndexOf('hpWait')
    expect(plan.steps.slice(wait, opened.index).some((step) => step.after.highSide === 'pressurised')).toBe(
      false,
    )
    expect(ids(plan)).toContain('highSideCheck')
  })
  it.each(LAYOUT_IDS)(
    '%s: nothing turns the engine on the lift, nothing is opened or poured over a hot exhaust',
    (layout) => {
      const repair = libraryOf(LAYOUTS[layout]).repairs.map((one) => one.id)
      expect(repair.length).toBeGreaterThan(10)
      for (const id of repair)
        for (const step of planned(layout, [id]).steps) {
          const does = step.act.does.map((doing) => doing.does)
          if (does.includes('cranks') || does.includes('runsEngine'))
            expect(step.before.height).not.toBe('raised')
          if (does.some((one) => ['opens', 'drains', 'pours', 'fills'].includes(one)))
            expect(step.before.exhaust, `${id} ${step.operationId}`).toBe('cool')
        }
    },
  )
  it('a gauge goes on cool with the pump locked, a tee only with the line off; it comes off with the line off, and a leak check follows', () => {
    for (const [layout, pressure] of [
      ['A01', undefined],
      ['A06', 'off'],
    ] as const) {
      const planner = plannerFor({ layout, ways: usualWays(layout) })
      const fitted = reach(planner, DRIVEN_IN, { gauge: 'fitted' })!.steps.at(-1)!
      expect(fitted.before).toMatchObject({ exhaust: 'cool', area: 'safe', pumpCircuit: 'locked' })
      if (pressure) expect(fitted.before.line).toBe('off')
      expect(fitted.after).toMatchObject({ leakCheck: 'due', vapour: 'unchecked' })
      const back = reach(planner, fitted.after, { gauge: 'none', leakCheck: 'passed' })!
      const off = back.steps.find((step) => step.operation.id === 'removeGauge')!
      expect(off.before.line).toBe('off')
      expect(back.steps.at(-1)!.operation.id).toBe('leakCheck')
    }
  })
  it('hoses are pulled before there is pressure, the pump is run after the leak check', () => {
    const plan = planned('A01', ['module'])
    const place = (id: string) => plan.checks.find((one) => one.check.id === id)!
    expect(plan.steps[place('pullHoses').afterStep]!.after.line).toBe('off')
    expect(plan.steps[place('runBeforeHatch').afterStep]!.after.leakCheck).toBe('passed')
  })
  it('what was poured is metered before the clamp, and it is poured before the straps', () => {
    const plan = planned('A01', ['cleanTank'])
    const order = [
      'hangTank',
      'joinFillerHung',
      'pourHung',
      'raiseTank',
      'batteryOn',
      'leakCheck',
      'lower',
      'proveFiller',
    ]
    expect(order.map((id) => ids(plan).indexOf(id))).toEqual(
      order.map((id) => ids(plan).indexOf(id)).sort((one, other) => one - other),
    )
    expect(stepOf(plan, 'batteryOn').before).toMatchObject({
      vapour: 'clear',
      filler: 'joined',
      pumpCircuit: 'locked',
    })
    expect(stepOf(plan, 'raiseTank').before).toMatchObject({
      battery: 'off',
      filterJoint: 'joined',
      filler: 'joined',
    })
    expect(stepOf(plan, 'proveFiller').before).toMatchObject({
      height: 'on floor',
      ignition: 'off',
      leakCheck: 'passed',
    })
  })
  it('restraint plugs are parted and mated with the battery off, and mated before it goes on', () => {
    const plan = planned('A01', ['module'])
    for (const step of plan.steps) {
      if (step.act.does.some((doing) => doing.does === 'loosensRestraint'))
        expect(step.before.battery).toBe('off')
      if (step.operationId === 'batteryOn') expect(step.before.restraints).toBe('mated')
    }
    expect(ids(plan)).toEqual(expect.arrayContaining(['seatOut', 'mateRestraints', 'seatIn']))
  })
  it.each(['alternator', 'starter', 'battery', 'fuseHolder', 'keySwitch'])(
    '%s: the battery is off, as steps of the plan',
    (id) => {
      const plan = planned('A01', [id])
      expect(stepOf(plan, `repair:${id}`).before.battery).toBe('off')
      expect(ids(plan)).toEqual(expect.arrayContaining(['batteryOff', 'batteryOn']))
      expect(words(REPAIRS.find((one) => one.id === id)!)).not.toMatch(/volts|read the drop|load it/i)
    },
  )
  it('a gauge is calibrated after the leak check, and another repair is never done beside an open tank', () => {
    const plan = planned('A01', ['sender', 'plug'])
    expect(ids(plan).indexOf('leakCheck')).toBeLessThan(ids(plan).indexOf('calibrateGauge'))
    expect(stepOf(plan, 'repair:plug').before).toMatchObject({
      module: 'in',
      moduleHoses: 'joined',
      leakCheck: expect.any(String),
    })
  })
  it.each([
    ['A05', 'hand'],
    ['A08', 'hand'],
    ['A13', 'gravity'],
    ['A16', 'key'],
    ['A01', 'key'],
    ['A06', 'key'],
  ] as const)('%s: the leak check has a source of pressure that it has: by %s', (layout, by) => {
    const check = stepOf(
      planned(layout, [
        libraryOf(LAYOUTS[layout]).repairs.find((one) => one.id === 'feedJoint')?.id ?? 'filter',
      ]),
      'leakCheck',
    )
    expect(check.act.does.some((doing) => 'by' in doing && doing.by === by)).toBe(true)
    expect(check.before.exhaust).toBe('cool')
  })
  it.each(HIGH_SIDE)('%s: an opened high side is seen dry from a distance', (layout) => {
    const plan = planned(layout, ['hpPump'])
    const check = stepOf(plan, 'highSideCheck')
    expect(check.before).toMatchObject({ height: 'on floor', leakCheck: 'passed' })
    expect(check.act.people).toBeGreaterThanOrEqual(2)
  })
  it('common rail: whatever opens its fuel, the rail is read low first', () => {
    const opening = libraryOf(LAYOUTS.A09).repairs.filter((repair) =>
      doingsOf('A09', repair).some(opensLiquid),
    )
    expect(opening.length).toBeGreaterThan(5)
    for (const { id } of opening)
      expect(stepOf(planned('A09', [id]), `repair:${id}`).before, id).toMatchObject({
        highSide: 'low',
        line: 'off',
      })
  })
  it('a diesel is bled without the starter, and no text says to loosen a line nut', () => {
    const bleed = OPERATIONS.find((one) => one.id === 'bleed')!
    const said = [bleed, ...(bleed.variants ?? [])].flatMap((one) => one.steps ?? []).join(' ')
    expect(said).not.toMatch(/crank \d|crack/i)
    expect(bleed.does.some((doing) => doing.does === 'cranks')).toBe(false)
  })
  it('an aircraft: no chemistry, flow and gauge before the area is stood down, released last', () => {
    const offered = libraryOf(LAYOUTS.A13).repairs.map((one) => one.id)
    expect(offered).not.toContain('cleanTank')
    const plan = planned('A13', ['wingTank'])
    const order = ['proveFlow', 'leakCheck', 'standDown', 'releaseToService'].map((id) =>
      ids(plan).lastIndexOf(id),
    )
    expect(order).toEqual([...order].sort((one, other) => one - other))
    expect(stepOf(plan, 'standDown').before).toMatchObject({ flowProof: 'proven', gaugeMarks: 'proven' })
    for (const test of testsOf('A13'))
      if (test.instrument !== 'gasMeter') expect(test.needs.authority, test.id).toBe('given')
    const cranking = testsOf('A13').filter((test) => test.does!.some((doing) => doing.does === 'cranks'))
    expect(cranking.length).toBeGreaterThan(1)
    for (const test of cranking)
      expect(
        test.cautions!.some(({ text }) => /magneto/i.test(text)),
        test.id,
      ).toBe(true)
  })
  it('a hot return is not opened, a suction line is reached from below', () => {
    expect(stepOf(planned('A01', ['coolReturn']), 'repair:coolReturn').before).toMatchObject({
      exhaust: 'cool',
      line: 'off',
      height: 'raised',
    })
    expect(stepOf(planned('A05', ['suctionLine']), 'repair:suctionLine').before).toMatchObject({
      height: 'raised',
      feedTap: 'shut',
    })
  })
  it('nothing is raised or lowered with a joint, the tank, the bed or the filler open', () => {
    for (const [layout, ways] of [
      ['A01', ['tankDown']],
      ['A07', ['bedTilt']],
      ['A07', ['bedOff']],
    ] as const)
      for (const id of ['module', 'filter'])
        for (const step of planned(layout, [id], ways).steps)
          if (['raise', 'lower'].includes(step.operationId))
            expect(step.before).toMatchObject({
              tank: 'in',
              bed: 'down',
              filler: 'joined',
              filterJoint: 'joined',
              module: 'in',
            })
  })
  it('a bed keeps its hinge, and its filler is parted, joined and proven by steps of their own', () => {
    const plan = planned('A07', ['module'], ['bedTilt'])
    expect(ids(plan)).toEqual(expect.arrayContaining(['partFiller', 'joinFiller', 'proveFiller']))
    expect(stepOf(plan, 'tiltBed').steps.join(' ')).toMatch(/hinge bolts stay/)
    for (const step of plan.steps)
      if (step.operationId === 'batteryOn') expect(['joined', 'plugged']).toContain(step.before.filler)
  })
  it('fuel is not filled in to be drained again, and an empty tank is not drained', () => {
    const both = ids(planned('A01', ['refuel', 'drainFuel']))
    expect(both.indexOf('repair:drainFuel')).toBeLessThan(both.indexOf('repair:refuel'))
    const low = planned('A01', ['module'], usualWays('A01'), { ...DRIVEN_IN, fuelLevel: 'below flange' })
    expect(ids(low)).not.toContain('drainBelowFlange')
  })
  it('people: no plan says fewer than its heaviest step, and two where the words want two', () => {
    for (const layout of LAYOUT_IDS)
      for (const id of ['module', 'filter', 'plug']) {
        if (!libraryOf(LAYOUTS[layout]).repairs.some((one) => one.id === id)) continue
        const plan = planned(layout, [id])
        expect(plan.people).toBe(Math.max(...plan.steps.map((step) => step.act.people ?? 1)))
        for (const step of plan.steps)
          if (/\bby two\b|with two|second person/i.test(step.steps.join(' ')))
            expect(step.act.people, step.operationId).toBeGreaterThan(1)
      }
  })
  it('a cleaned tank has its strainer on the list, a liner no oil under it', () => {
    for (const id of ['cleanTank', 'cleanSoftTank', 'cleanPlasticTank'])
      expect(
        REPAIRS.find((one) => one.id === id)!
          .newParts.map((part) => part.name)
          .join(),
      ).toMatch(/[Ss]trainer/)
    expect(words(REPAIRS.find((one) => one.id === 'lineTank')!)).toMatch(/no oil/)
  })
  it('each kind of fastening has its own torque, and no vehicle the ring of another', () => {
    const ring = (layout: LayoutId, ways: readonly WayId[] = usualWays(layout)) =>
      planned(layout, ['sender'], ways).steps.find(
        (step) => step.after.ring === 'tight' && step.before.ring === 'off',
      )!.act.torque!
    expect(ring('A01')).toMatchObject({ what: 'Lock ring', lowNm: 45 })
    expect(ring('A01', [...usualWays('A01'), 'clampRing']).highNm).toBeLessThan(10)
    expect(ring('A05').highNm).toBeLessThan(5)
    expect(ring('A13').highNm).toBeLessThanOrEqual(4)
  })
})

describe('what hostile readers found in tests and surveys', () => {
  it.each(LAYOUT_IDS)('%s: every test that opens fuel asks for it, and leaves a leak check due', (layout) => {
    const opening = testsOf(layout).filter((test) => test.does!.some(opensFuel))
    expect(opening.length).toBeGreaterThan(0)
    for (const test of opening) {
      expect(test.needs, test.id).toMatchObject({ exhaust: 'cool', area: 'safe', ignition: 'off' })
      expect(test.leaves, test.id).toMatchObject({ leakCheck: 'due', vapour: 'unchecked' })
    }
  })
  it.each(LAYOUT_IDS)(
    '%s: nothing sparks, cranks or runs without a clear meter, made joints and a passed leak check',
    (layout) => {
      const live = testsOf(layout).filter((test) =>
        test.does!.some(
          (doing) =>
            ['cranks', 'runsEngine', 'runsPump', 'sparks'].includes(doing.does) && !('first' in doing),
        ),
      )
      expect(live.length).toBeGreaterThan(15)
      for (const test of live)
        expect(test.needs, test.id).toMatchObject({
          vapour: 'clear',
          filterJoint: 'joined',
          module: 'in',
          leakCheck: 'passed',
        })
    },
  )
  it('the rail is lifted without pressure, tees go in without pressure, nothing is blown into a tank', () => {
    const planner = plannerFor({ layout: 'A01', ways: usualWays('A01') })
    for (const rig of ['rail up', 'tees'] as const) {
      const fitted = reach(planner, DRIVEN_IN, { rig })!.steps.at(-1)!
      expect(fitted.before).toMatchObject({ line: 'off', pumpCircuit: 'locked', exhaust: 'cool' })
    }
    for (const layout of LAYOUT_IDS)
      for (const test of testsOf(layout))
        if (test.id.startsWith('T37')) expect(test.steps.join(' ')).toMatch(/never into the tank/)
  })
  it('a cap is shut again by whoever opens it', () => {
    for (const layout of LAYOUT_IDS)
      for (const test of testsOf(layout))
        if (test.does!.some((doing) => doing.does === 'opens' && doing.what === 'cap'))
          expect(test.steps.join(' '), test.id).toMatch(/cap (back )?(on|shut)/i)
  })
  it.each(LAYOUT_IDS)(
    '%s: every test, look and way to make it fail, from a vehicle driven in, before the monitor',
    (layout) => {
      const planner = plannerFor({ layout, ways: usualWays(layout) })
      const judge = (needs: VehicleState, last: WatchedStep) => {
        const way = reach(planner, DRIVEN_IN, needs)
        expect(way, last.id).not.toBeNull()
        return watch(layout, only(DRIVEN_IN, planner.variables), [
          ...way!.steps.map((step) => watched(step.operation)),
          last,
        ])
      }
      const bare = (id: string, one: { does?: readonly unknown[]; leaves: VehicleState }): WatchedStep =>
        watchedTest({
          ...(one as never as Parameters<typeof watchedTest>[0]),
          id,
          title: '',
          where: '',
          steps: [],
          people: 9,
        })
      const breaches = [
        ...testsOf(layout).flatMap((test) => judge(test.needs, watchedTest(test))),
        ...surveyOf(LAYOUTS[layout]).flatMap((item) => judge(item.needs, bare(item.id, item))),
        ...PROVOCATIONS.map((way) => provocationOn(layout, way)).flatMap((way) =>
          judge(way.needs, bare(way.id, way)),
        ),
      ]
      expect(breaches).toEqual([])
    },
  )
  it('a diesel gets no oil in its cylinders', () => {
    for (const layout of ['A08', 'A09'] as const)
      expect(
        surveyOf(LAYOUTS[layout])
          .find((item) => item.id === 'turns')!
          .steps.join(' '),
      ).toMatch(/no oil/)
    expect(SURVEY.find((item) => item.id === 'turns')!.steps.join(' ')).toMatch(/oil into each/)
  })
})

describe('the sweep, in short', () => {
  const swept: SweptPlan[] = [...sweep({ every: 29, sets: 40, halfDone: 10 }, () => undefined)]
  it('every plan passes the monitor', () => {
    expect(swept.length).toBeGreaterThan(500)
    const breaches = swept.flatMap((one) =>
      judged(one).map(
        (breach) => `${one.setting.layout} ${one.repairs.join()} ${breach.step}: ${breach.says}`,
      ),
    )
    expect(breaches).toEqual([])
  })
  it('a step left out, swapped or done twice is caught where a rule speaks of it', () => {
    const random = seededRandom(11)
    const guards = [
      'coolDown',
      'pressureOff',
      'batteryOff',
      'leakCheck',
      'lockPump',
      'relieveTank',
      'mateRestraints',
      'joinFiller',
    ]
    let tried = 0
    for (const one of swept) {
      const steps = watchedSteps(one.plan)
      for (const [at, step] of steps.entries()) {
        if (!guards.includes(step.id) || random.next() > 0.2) continue
        tried += 1
        expect(
          judged(one, broken(steps, 'drop', at)).length,
          `${one.setting.layout} ${one.repairs.join()} without ${step.id}`,
        ).toBeGreaterThan(0)
      }
    }
    expect(tried).toBeGreaterThan(200)
  })
  it('what breaks the table of rules is caught, whichever step is left out, swapped or done twice', () => {
    // Every change to one in eleven of the plans of single repairs; `npm run bench:plans` tries all.
    const breaking = [...everyChange(11)].filter((one) => one.breaks)
    expect(breaking.length).toBeGreaterThan(4000)
    expect(breaking.filter((one) => !one.caught).map((one) => one.said)).toEqual([])
  })
  it('a vehicle that was not put back is named', () => {
    const [one] = swept
    const half = watchedSteps(one!.plan).slice(0, 6)
    expect(
      watch(one!.setting.layout, one!.start, half, PUT_BACK).some((breach) =>
        breach.says.startsWith('not put back'),
      ),
    ).toBe(true)
  })
})
