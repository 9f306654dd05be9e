/**
 * The operations against the handbook's own list: every entry is carried by an act or named here with the
 * reason, and in every plan each step finds what the handbook wants before it. The handbook's flags are
 * read off our state of the vehicle; what our state does not tell apart is named.
 */
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import {
  OPERATIONS,
  REPAIRS,
  actOnLayout,
  libraryOf,
  operationsFor,
  othersFor,
  usualWays,
  variablesIn,
  type Act,
  type Setting,
  type WayId,
} from '@/core/library'
import {
  actFor,
  forbidden,
  planRepairs,
  plainReach,
  plannerFor,
  plannerOf,
  PUT_BACK,
  reach,
  type Plan,
  type PlanStep,
} from '@/core/procedure'
import { seededRandom } from '@/core/shared'
import {
  DRIVEN_IN,
  LAYOUTS,
  LAYOUT_IDS,
  SCOPES,
  inScope,
  matches,
  only,
  pack,
  patternOf,
  LICENSED,
  NOT_AIRCRAFT,
  type LayoutId,
  type VehicleState,
} from '@/core/vehicle'

interface Entry {
  id: string
  architectures: LayoutId[]
  needs: string[]
  sets: string[]
  cures: string[]
  minutes: [number, number]
}
const HANDBOOK = JSON.parse(
  readFileSync(new URL('./reference/operations.json', import.meta.url), 'utf8'),
) as Entry[]
const ACTS: Act[] = [...OPERATIONS, ...REPAIRS]
const carriers = (id: string) => ACTS.filter((act) => act.from?.includes(id))

/** Entries that no act carries, and where they are instead. */
const ELSEWHERE: Record<string, string> = {
  O61: 'the road test and the handover are the stage Prove, after the plan',
}

/** Layouts on which the handbook has an entry and we have no act for it, and why. */
const NARROWER: Record<string, { without: readonly LayoutId[]; why: string }> = {
  O26: {
    without: NOT_AIRCRAFT,
    why: 'a canister element or a tank screen is our filter or strainer there',
  },
  O40: { without: ['A05', 'A06'], why: 'no pump hangs in their tank' },
  O50: { without: LICENSED, why: 'a tank that is part of a wing goes to a licensed shop' },
  O51: { without: LICENSED, why: 'lines of an aircraft are flushed by its approved data' },
  O53: { without: LICENSED, why: 'no liner in an aircraft’s tank but by its approved data' },
  O84: {
    without: ['A05', 'A06', 'A08', 'A09'],
    why: 'their line is let off where the tap is shut, and made again as it is opened',
  },
}

describe('every operation of the handbook', () => {
  it.each(HANDBOOK.map((entry) => [entry.id, entry] as const))(
    '%s is carried by an act on its layouts, or is elsewhere',
    (id, entry) => {
      if (ELSEWHERE[id]) return expect(carriers(id)).toEqual([])
      const acts = carriers(id)
      expect(acts.length).toBeGreaterThan(0)
      const reaches = entry.architectures.filter((layout) =>
        acts.some((act) =>
          'layouts' in act && act.layouts ? (act.layouts as LayoutId[]).includes(layout) : true,
        ),
      )
      expect(reaches, `${id} on ${entry.architectures.join()}`).toEqual(
        entry.architectures.filter((layout) => !NARROWER[id]?.without.includes(layout)),
      )
    },
  )
  it('every act that claims an entry claims one that is there', () => {
    const ids = new Set(HANDBOOK.map((entry) => entry.id))
    for (const act of ACTS)
      for (const id of act.from ?? []) expect(ids.has(id), `${act.id} from ${id}`).toBe(true)
  })
  it('minutes of an operation lie near the handbook’s span: a step of an entry that we split is a part of it', () => {
    const own = OPERATIONS.filter(
      (act) => act.from?.length === 1 && HANDBOOK.find((entry) => entry.id === act.from![0])!.minutes[1] > 3,
    )
    expect(own.length).toBeGreaterThan(25)
    for (const act of own) {
      const [low, high] = HANDBOOK.find((entry) => entry.id === act.from![0])!.minutes
      // Where we split an entry into steps, the steps share its minutes.
      const shared = OPERATIONS.filter(
        (other) => other.from?.includes(act.from![0]!) && other.way === act.way,
      ).length
      expect(act.minutes, act.id).toBeGreaterThanOrEqual(low / 4 / Math.max(1, shared))
      expect(act.minutes, act.id).toBeLessThanOrEqual(2 * high)
    }
  })
})

/** F44 of F44m and of F44@rearLine. */
const numberOf = (id: string) => /^F\d+/.exec(id)?.[0] ?? ''
/** Faults that no repair of ours puts right by the handbook's operation, and why. */
const OTHERWISE: Record<string, string> = {
  F14: 'a cap of the right kind is put on',
  F18: 'a cap is put on',
  F22: 'the pickup unit comes out whole',
  F30s: 'ours, a suction hose drawn flat: not the handbook’s F30',
  F39: 'a suction line is renewed in hose',
  F48: 'the vacuum hose is put back on, no fuel is opened',
  F90: 'the whole module; the jet alone goes beside it',
  F93: 'the return is cooled; a speed controller goes beside a pump',
  F94: 'the line is moved or shielded, not renewed',
}

describe('what the handbook’s operations cure', () => {
  const cures = new Map<string, Set<string>>()
  for (const entry of HANDBOOK)
    for (const fault of entry.cures) cures.set(fault, new Set([...(cures.get(fault) ?? []), entry.id]))
  const ours = LAYOUT_IDS.flatMap((layout) =>
    SCOPES.flatMap((scope) =>
      libraryOf(inScope(LAYOUTS[layout], scope)).faults.map((fault) => ({ layout, fault })),
    ),
  )
  const held = [...new Set(ours.map(({ fault }) => numberOf(fault.id)))].filter((number) => cures.has(number))
  it('covers most faults', () => expect(held.length).toBeGreaterThan(80))
  it.each(held)('%s is put right by a repair that carries one of them', (number) => {
    for (const { layout, fault } of ours.filter(
      (one) =>
        numberOf(one.fault.id) === number &&
        !OTHERWISE[one.fault.id.split('@')[0]!] &&
        // A tank that is part of the wing goes to a licensed shop.
        !(LICENSED.includes(one.layout) && one.fault.repairs.includes('wingTank')),
    )) {
      const repairs = REPAIRS.filter(
        (repair) =>
          fault.repairs.includes(repair.id) || (repair.standsFor && fault.repairs.includes(repair.standsFor)),
      )
      const carried = repairs.flatMap((repair) => repair.from ?? [])
      expect(
        carried.some((id) => cures.get(number)!.has(id)),
        `${layout} ${fault.id}: ${fault.repairs.join()} carry ${carried.join()}, wanted ${[...cures.get(number)!].join()}`,
      ).toBe(true)
    }
  })
})

/** The handbook's flags, read off our state. UNIT_EXP and SEAT_OUT are by way; CAP_OPEN is no state of ours: each step that opens the cap shuts it. */
const FLAGS: Record<string, (state: VehicleState) => boolean> = {
  AUTH_A13: (s) => s.authority === 'given',
  KEY_OFF: (s) => s.ignition === 'off',
  COLD: (s) => s.exhaust === 'cool',
  IGN_CTRL: (s) => s.area === 'safe',
  BONDED: (s) => s.area === 'safe',
  VAPOUR_CLEAR: (s) => s.vapour === 'clear',
  PUMP_LOCK: (s) => s.pumpCircuit === 'locked',
  BAT_ISO: (s) => s.battery === 'off',
  P_LOW: (s) => s.line === 'off',
  HP_SAFE: (s) => s.highSide === 'low',
  FLOW_STOP: (s) => s.feedTap === 'shut',
  CAP_OPEN: () => false,
  TANK_LOW: (s) => s.fuelLevel === 'below flange',
  TANK_EMPTY: (s) => s.tankInside !== 'fuel',
  TANK_GASFREE: (s) => s.tankAir === 'gas free',
  // Hung on the jack it is out still: its straps are off.
  TANK_OUT: (s) => s.tank !== undefined && s.tank !== 'in',
  TANK_CLEAN: (s) => s.tankInside === 'clean',
  UNIT_EXP: (s) => s.wayIn === 'open',
  UNIT_OUT: (s) => s.module === 'out',
  LINE_OPEN: (s) =>
    s.filterJoint === 'parted' ||
    s.moduleHoses === 'parted' ||
    s.reliefJoint === 'parted' ||
    s.tank === 'lowered',
  LIFTED: (s) => s.height === 'raised',
  SEAT_OUT: (s) => s.seat === 'out',
  EXH_OUT: (s) => s.exhaustPath === 'out',
  BED_UP: (s) => s.bed === 'tilted',
  BED_OFF: (s) => s.bed === 'off',
  PRIMED: (s) => s.feed === 'primed',
  LEAK_OK: (s) => s.leakCheck === 'passed',
  GAUGE_OK: (s) => s.gaugeMarks === 'proven',
  ROAD_OK: () => true,
}

/** Does a state meet one precondition on a layout? `X@A04,A09` binds there only; `X|Y` either; `!X` not. */
function holds(need: string, layout: LayoutId, state: VehicleState): boolean {
  const [flags, on] = need.split('@')
  if (on && !on.split(',').includes(layout)) return true
  return flags!
    .split('|')
    .some((flag) => (flag.startsWith('!') ? !FLAGS[flag.slice(1)]!(state) : FLAGS[flag]!(state)))
}

/** What a step of ours does not want though an entry behind it does, and why. */
const REASONS: Record<string, Record<string, string>> = {
  '*': { CAP_OPEN: 'the step opens and shuts the cap itself' },
  refuel: {
    BONDED: 'the nozzle or the can on the neck is the bond, the step says so',
    IGN_CTRL: 'filled outdoors, away from any flame',
  },
  seatIn: { BAT_ISO: 'its plugs were mated before the battery went on; only bolts are left' },
  selector: { UNIT_OUT: 'an aircraft’s selector lies in the line, not in the tank' },
}
const excused = (act: string, need: string) => (REASONS['*']![need] ?? REASONS[act]?.[need]) !== undefined

function misses(setting: Setting, step: PlanStep): string[] {
  return (step.act.from ?? []).flatMap((id) => {
    const entry = HANDBOOK.find((candidate) => candidate.id === id)!
    if (!entry.architectures.includes(setting.layout)) return []
    return entry.needs
      .filter((need) => !excused(step.act.id, need) && !holds(need, setting.layout, step.before))
      .map((need) => `${step.act.id} (${id}) without ${need}`)
  })
}

/** Flags that our state does not keep, and where they are held instead. */
const NOT_KEPT: Record<string, string> = {
  ROAD_OK: 'the road test is a reading of Prove',
  CAP_OPEN: 'the step that opens the cap shuts it',
  GAUGE_OK:
    'what moves the gauge is held against litres in Prove; a new sender or gauge is calibrated in the plan',
  PRIMED: 'followed where a feed is bled by hand; elsewhere the leak check primes it',
  TANK_GASFREE: 'lost by itself: whoever needs it reads the meter at that step',
}
/** Effects that no act carrying an entry has, and why. */
const NO_EFFECT: Record<string, string> = {
  'O80 -LINE_OPEN': 'the hoses are joined by the step after it, before anything else',
  'O58 -COLD': 'the leak check primes and does not idle; the warm look is of Prove',
  'O64 LINE_OPEN': 'the joint that was loosened is shut hand-tight in the same step',
  'O01 -COLD': 'set as hot by the stall; the flag is of the same step',
  'O03 LINE_OPEN': 'the joint is made again by a step of its own before anything else',
  'O59 -BAT_ISO': 'the battery is on after it',
  'O60 -TANK_CLEAN': 'a tank that holds fuel is no longer called clean',
}
/** Do the acts that carry an entry leave what it says? */
function effectMisses(setting: Setting, steps: PlanStep[]): string[] {
  const byEntry = new Map<string, PlanStep[]>()
  for (const step of steps)
    for (const id of step.act.from ?? []) byEntry.set(id, [...(byEntry.get(id) ?? []), step])
  return [...byEntry].flatMap(([id, carrying]) => {
    const entry = HANDBOOK.find((candidate) => candidate.id === id)!
    if (!entry.architectures.includes(setting.layout)) return []
    return entry.sets
      .filter((flag) => !NOT_KEPT[flag.replace('-', '').split('@')[0]!] && !NO_EFFECT[`${id} ${flag}`])
      .filter((flag) => {
        const need = flag.startsWith('-') ? `!${flag.slice(1)}` : flag
        return !carrying.some((step) => holds(need, setting.layout, step.after))
      })
      .map((flag) => `${carrying.map((step) => step.act.id).join('/')} (${id}) leaves no ${flag}`)
  })
}

const SETTINGS: Setting[] = LAYOUT_IDS.flatMap((layout): Setting[] => [
  { layout, ways: usualWays(layout) },
  ...(['A01', 'A04', 'A11'].includes(layout)
    ? [{ layout, ways: [...usualWays(layout), 'joint', 'exhaustAside'] as WayId[] }]
    : []),
])

/** Every repair that the layout may come to: by its faults in any scope, and what stands for them or goes beside. */
function repairsOf(layout: LayoutId): string[] {
  const named = [
    ...new Set(
      SCOPES.flatMap((scope) =>
        libraryOf(inScope(LAYOUTS[layout], scope)).repairs.map((repair) => repair.id),
      ),
    ),
  ]
  const { instead, beside } = othersFor(LAYOUTS[layout], named)
  return [...named, ...instead.map((repair) => repair.id), ...beside.map((repair) => repair.id)]
}
/** A liner goes on a cleaned tank only. */
const withWhatItNeeds = (id: string) => (id === 'lineTank' ? ['cleanTank', 'lineTank'] : [id])

function sound(setting: Setting, start: VehicleState, repairs: string[]): Plan {
  const planner = plannerFor(setting)
  const answer = planRepairs(planner, start, repairs)
  if (!answer.ok) throw new Error(`${setting.layout} ${repairs.join()}: ${JSON.stringify(answer.error)}`)
  const plan = answer.value
  let state = start
  for (const step of plan.steps) {
    expect(step.before).toEqual(state)
    expect(
      matches(pack(state), patternOf(only(step.act.needs, planner.variables))),
      `${step.operationId} needs`,
    ).toBe(true)
    expect(forbidden(planner, step.after), step.operationId).toEqual([])
    state = step.after
  }
  expect(matches(pack(state), patternOf(only(PUT_BACK, variablesIn(setting)))), 'put back').toBe(true)
  expect(plan.gates.flatMap((gate) => gate.unmet)).toEqual([])
  return plan
}

/** Whatever comes out goes back or is replaced; what is put on comes off; one-time pieces are on the list. */
function accounted(plan: Plan) {
  for (const step of plan.steps) {
    if (!step.repairId && step.act.twin && (step.act.out?.length || step.act.on?.length))
      expect(step.twin, `${step.operationId} is undone`).not.toBeNull()
    for (const part of step.act.newParts ?? [])
      expect(plan.have.newParts.map((one) => one.name)).toContain(part.name)
    for (const tool of step.act.tools ?? []) expect(plan.have.tools).toContain(tool)
  }
}

describe.each(
  SETTINGS.map((setting) => [`${setting.layout} by ${setting.ways.join(', ')}`, setting] as const),
)('%s', (_name, setting) => {
  const repairs = repairsOf(setting.layout)
  it('plans every repair that it may come to, soundly, and the handbook’s preconditions hold at every step', () => {
    expect(repairs.length).toBeGreaterThan(15)
    const missed = new Set<string>()
    for (const id of repairs) {
      const plan = sound(setting, DRIVEN_IN, withWhatItNeeds(id))
      accounted(plan)
      for (const step of plan.steps) for (const miss of misses(setting, step)) missed.add(miss)
      for (const miss of effectMisses(setting, plan.steps)) missed.add(miss)
    }
    expect([...missed]).toEqual([])
  })
  it('goes in the usual order: area safe, pressure off, battery isolated, cap relieved, then the way in', () => {
    const order = ['makeAreaSafe', 'pressureOff', 'batteryOff', 'relieveTank']
    const opens = OPERATIONS.filter((one) => one.sets.wayIn === 'open').map((one) => one.id)
    let seen = 0
    for (const id of repairs) {
      const ids = sound(setting, DRIVEN_IN, withWhatItNeeds(id)).steps.map((step) => step.operationId)
      const way = ids.findIndex((one) => opens.includes(one))
      if (way < 0) continue
      const places = order.map((one) => ids.indexOf(one)).filter((place) => place >= 0)
      expect([...places, way], id).toEqual([...places, way].sort((one, other) => one - other))
      seen += 1
    }
    expect(seen).toBeGreaterThan(0)
  })
  it('the guided search finds what the plain one finds, among operations few enough for both', () => {
    const planner = plannerFor(setting)
    const random = seededRandom(31 + LAYOUT_IDS.indexOf(setting.layout))
    const goals = [
      ...repairs
        .filter((id, at) => id !== 'lineTank' && at % 11 === 0)
        .map(
          (id) =>
            actFor(
              planner,
              REPAIRS.find((one) => one.id === id)!,
            ).needs,
        ),
      ...libraryOf(LAYOUTS[setting.layout])
        .tests.filter((_, at) => at % 17 === 0)
        .map((test) => test.needs),
    ]
    const all = operationsFor(setting)
    let compared = 0
    for (const goal of goals) {
      const way = reach(planner, DRIVEN_IN, goal)!
      // From some step of the way on, with what the rest of it uses and some that it does not.
      const at = Math.max(0, way.steps.length - 9 - Math.floor(4 * random.next()))
      const start = way.steps[at]?.before ?? DRIVEN_IN
      const used = new Set(way.steps.slice(at).map((step) => step.operation.id))
      const some = plannerOf(
        all.filter((one) => used.has(one.id) || random.next() < 0.12),
        setting,
      )
      const [plain, guided] = [plainReach(some, start, goal), reach(some, start, goal)]
      expect(guided?.minutes ?? null).toBeCloseTo(plain?.minutes ?? NaN, 6)
      compared += 1
    }
    expect(compared).toBeGreaterThan(5)
  })
  it('random states on the way and random sets of repairs: sound, and together never dearer than one after the other', () => {
    const random = seededRandom(1000 + LAYOUT_IDS.indexOf(setting.layout))
    const pick = <T>(list: readonly T[]) => list[Math.floor(random.next() * list.length)]!
    const apart = new Set([
      'lineTank',
      'cleanTank',
      'cleanSoftTank',
      'cleanPlasticTank',
      'newTank',
      'specialistTank',
    ])
    const free = repairs.filter((id) => !apart.has(id))
    for (let round = 0; round < 4; round += 1) {
      const begun = sound(setting, DRIVEN_IN, withWhatItNeeds(pick(repairs)))
      const start = pick(begun.steps).after
      const set = [...new Set([pick(free), pick(free)])]
      const together = sound(setting, start, set)
      accounted(together)
      const apartMinutes = set.reduce(
        (sum, id, at) => sum + sound(setting, at === 0 ? start : DRIVEN_IN, [id]).minutes,
        0,
      )
      expect(together.minutes, set.join()).toBeLessThanOrEqual(apartMinutes + 1e-6)
    }
  })
})

describe('acts on a layout', () => {
  it('an aircraft’s acts want the authority, and no other’s do', () => {
    for (const act of ACTS) expect('authority' in actOnLayout('A01', act).needs, act.id).toBe(false)
    expect(
      actOnLayout(
        'A13',
        REPAIRS.find((one) => one.id === 'carburettor')!,
      ).needs.authority,
    ).toBe('given')
  })
  it('what opens the fuel leaves air where it must be bled, and only there', () => {
    const filter = REPAIRS.find((one) => one.id === 'filter')!
    expect([
      actOnLayout('A08', filter).sets.feed,
      actOnLayout('A10', filter).sets.feed,
      actOnLayout('A01', filter).sets.feed,
    ]).toEqual(['air', 'air', undefined])
  })
})
