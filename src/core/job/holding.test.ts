/** One ordered list of holds: the gravest first, each with its rule, its reason and what ends it. */
import { describe, expect, it } from 'vitest'
import { RULES, libraryOf, surveyOf, testFor, usualWays } from '../library'
import { LogBuilder } from '../records'
import { DRIVEN_IN, LAYOUT_IDS, LICENSED, layoutOf, only, variablesOf, type VehicleState } from '../vehicle'
import { HOLD_ORDER, differing, foldJob, holdsOn, stateHolds, type HeldAct, type Hold } from '.'

const MINUTE = 60_000
const HOUR = 60 * MINUTE
const START = 1_790_000_000_000
const SETTING = { layout: 'A01', ways: usualWays('A01') } as const
const log = () => new LogBuilder('job-1', { device: 'a', by: 'Ida' })
const meter = (lelPercent: number) => ({ lelPercent, where: 'tank' })
const state = (changes: VehicleState) => ({
  changes: changes as Record<string, string>,
  why: 'seen' as const,
})
const kinds = (holds: Hold[]) => holds.map((hold) => hold.kind)
const held = (events: LogBuilder, act: HeldAct | null, now = START, as: 'step' | 'reading' = 'step') =>
  holdsOn(foldJob('job-1', events.events), SETTING, act, { now, latest: now }, { as })

describe('holds', () => {
  it('stand in their order, the gravest first', () => {
    const events = log()
      .add(START, 'state-asserted', state({ module: 'out', battery: 'on', exhaust: 'cool', line: 'off' }))
      .add(START, 'wait-started', { waitId: 'cure', label: 'Sealant', minutes: 600, holds: true })
      .add(START, 'meter-read', meter(25))
    const act: HeldAct = { needs: { height: 'raised', vapour: 'clear' }, minutes: 5, rules: [] }
    expect(kinds(held(events, act, START + HOUR))).toEqual(
      HOLD_ORDER.filter((kind) => kind !== 'meter again'),
    )
    const low = events.add(START + MINUTE, 'meter-read', meter(3)).events
    const after = holdsOn(
      foldJob('job-1', low),
      SETTING,
      act,
      { now: START + HOUR, latest: START + HOUR },
      {
        as: 'step',
      },
    )
    expect(kinds(after)).not.toContain('everyone out')
    const order = kinds(after).map((kind) => HOLD_ORDER.indexOf(kind))
    expect(order).toEqual([...order].sort((one, other) => one - other))
  })
  it('a wait holds a step, never a reading beside it; the key is turned as part of a reading', () => {
    const events = log().add(START, 'wait-started', { waitId: 'w', label: 'Oil', minutes: 60, holds: true })
    const act: HeldAct = { needs: { ignition: 'on' }, minutes: 1 }
    expect(kinds(held(events, act, START + MINUTE, 'step'))).toEqual(['state', 'wait'])
    expect(kinds(held(events, act, START + MINUTE, 'reading'))).toEqual([])
  })
  it('an old meter holds a reading as it holds a step, and not one that is under way', () => {
    const events = log()
      .add(START, 'meter-read', meter(0))
      .add(START, 'state-asserted', {
        ...state({ vapour: 'clear' }),
        figures: [{ operationId: 'meterVapour', value: 0 }],
      })
    const act: HeldAct = { needs: { vapour: 'clear' }, minutes: 1 }
    const job = foldJob('job-1', events.events)
    const at = (minutes: number, begun = false) =>
      kinds(
        holdsOn(
          job,
          SETTING,
          act,
          { now: START + minutes * MINUTE, latest: START + minutes * MINUTE },
          { as: 'reading', begun },
        ),
      )
    expect(at(5)).toEqual([])
    expect(at(30)).toEqual(['meter again'])
    expect(at(30, true)).toEqual([])
  })
  it('what lies open is looked at again after a change of hands, whatever is done next', () => {
    const events = log()
      .add(
        START,
        'state-asserted',
        state({ battery: 'off', line: 'off', pumpCircuit: 'locked', exhaust: 'cool', module: 'out' }),
      )
      .add(START + MINUTE, 'handed-over', { to: 'Ove', note: '' })
    expect(kinds(held(events, null, START + 2 * MINUTE))).toEqual(['hazards'])
    expect(kinds(held(log(), null, START + 5 * HOUR))).toEqual([])
  })
})

describe('a hold on the state', () => {
  const acts = LAYOUT_IDS.flatMap((layout) => {
    const engine = layoutOf({ layoutId: layout, edits: [], scope: 'engine' })
    const start = only(DRIVEN_IN, variablesOf(layout))
    return [...libraryOf(engine).tests.map((test) => testFor(layout, test.id)), ...surveyOf(engine)].map(
      (act) => ({ layout, start, act, setting: { layout, ways: usualWays(layout) } }),
    )
  })
  it('names every variable that stands otherwise, once', () => {
    expect(acts.length).toBeGreaterThan(500)
    for (const { start, act, setting } of acts) {
      const named = stateHolds(start, setting, act).flatMap((hold) =>
        hold.kind === 'state' ? hold.variables : [],
      )
      expect(named.sort(), act.id).toEqual(differing(start, act.needs).sort())
    }
  })
  it('names a rule of the table in the technician’s words, and what ends it', () => {
    const known = new Set([...RULES.map((rule) => rule.id), 'licensed', 'purpose'])
    for (const { layout, start, act, setting } of acts)
      for (const hold of stateHolds(start, setting, act)) {
        expect(known.has(hold.rule), hold.rule).toBe(true)
        expect(hold.asks.length).toBeGreaterThan(3)
        expect(hold.remedies.length, `${layout} ${act.id} ${hold.rule}`).toBeGreaterThan(0)
      }
  })
  it('says the licence before all else', () => {
    const licensed = acts.filter(({ act }) => act.needs.authority === 'given')
    expect(new Set(licensed.map(({ layout }) => layout))).toEqual(new Set(LICENSED))
    for (const { start, act, setting } of licensed)
      expect(stateHolds(start, setting, act)[0]?.rule, act.id).toBe('licensed')
  })
})
