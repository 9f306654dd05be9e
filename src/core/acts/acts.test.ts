/** What acts come to: what is held, what is not ready, what follows; and that whatever they keep can be read back. */
import { describe, expect, it } from 'vitest'
import { foldJob, leakStandOf, orderOf, vehicleSchema, type JobView, type VehicleRecord } from '../job'
import { OPERATIONS, TESTS, surveyOf, testFor, usualWays } from '../library'
import { planRepairs, plannerFor, type Plan, type PlanStep } from '../procedure'
import {
  LogBuilder,
  readJobFile,
  refusalOf,
  writeJobFile,
  type BodyOf,
  type EventKind,
  type JobEvent,
} from '../records'
import { DRIVEN_IN, LAYOUTS, specificationOf, type VehicleState } from '../vehicle'
import { ACTS, decide, openJob, type ActName, type Decided, type InputOf, type Situation } from '.'

const START = 1_790_000_000_000
const VEHICLE = vehicleSchema.parse({
  id: 'v-1',
  unit: '07',
  name: 'Larch carrier',
  layout: 'A01',
  kind: 'real',
  year: null,
  kilometres: null,
  notes: '',
  specification: specificationOf({}, LAYOUTS.A01),
  limits: [],
}) as VehicleRecord

const log = () => {
  const builder = new LogBuilder('job-1', { device: 'a', by: 'Ida' })
  return added(builder, openJob({ vehicle: VEHICLE }, { neededBy: null }))
}
function added(builder: LogBuilder, decided: Decided, at = START): LogBuilder {
  if (decided.kind === 'entries')
    for (const { kind, body } of decided.entries) builder.add(at, kind, body as BodyOf<EventKind>)
  return builder
}
const jobOf = (builder: LogBuilder): JobView => foldJob('job-1', builder.events, VEHICLE)
function situation(builder: LogBuilder, now = START): Situation {
  let count = 0
  return {
    job: jobOf(builder),
    vehicle: VEHICLE,
    moment: { now, latest: now },
    newId: () => `new-${(count += 1)}`,
  }
}
const act = <N extends ActName>(builder: LogBuilder, name: N, input: InputOf<N>, now = START) =>
  added(builder, decide(name, input, situation(builder, now)), now)
const kindsOf = (decided: Decided) =>
  decided.kind === 'entries' ? decided.entries.map(({ kind }) => kind) : decided.kind

const planned = (start: VehicleState = DRIVEN_IN) => {
  const builder = log()
  builder.add(START, 'state-asserted', { changes: start as Record<string, string>, why: 'start' })
  act(builder, 'makePlan', {
    repairIds: ['filter'],
    ways: usualWays('A01'),
    reason: '',
    pace: { rust: 'none', first: false },
  })
  const planner = plannerFor({ layout: 'A01', ways: usualWays('A01') })
  const plan = planRepairs(planner, jobOf(builder).state, ['filter'])
  if (!plan.ok) throw new Error('no plan of the filter')
  return { builder, plan: plan.value, steps: plan.value.steps }
}
/** The step as it stands in a plan of its own place. */
const planWith = (step: PlanStep): Plan => ({
  ...planned().plan,
  steps: planned().plan.steps.map((one) => (one.index === step.index ? step : one)),
})
const finished = (step: PlanStep, change: Partial<InputOf<'finishStep'>> = {}) => ({
  plan: planWith(step),
  step,
  entered: null,
  torqueNm: null,
  byFeel: false,
  waitMinutes: null,
  ...change,
})

describe('a step', () => {
  it('is not done before its parts are ticked, and is done with what it sets', () => {
    const { builder, steps } = planned()
    const step = steps[0]!
    expect(decide('finishStep', finished(step), situation(builder))).toEqual({
      kind: 'unready',
      missing: [{ of: 'parts', count: step.steps.length }],
    })
    act(builder, 'tickRest', { step })
    act(builder, 'finishStep', finished(step))
    const { work, state } = jobOf(builder)
    expect(work!.done.get(0)).toMatchObject({ operationId: step.operationId })
    expect(state).toMatchObject(step.act.sets)
  })
  it('comes in its order: not before another, not twice, and not over a check that is due', () => {
    const { builder, plan, steps } = planned()
    const refused = (step: PlanStep, of = plan) =>
      decide('finishStep', finished(step, { plan: of }), situation(builder))
    expect(refused(steps[1]!)).toEqual({ kind: 'unready', missing: [{ of: 'order' }] })
    act(builder, 'tickRest', { step: steps[0]! })
    act(builder, 'finishStep', finished(steps[0]!))
    expect(refused(steps[0]!)).toEqual({ kind: 'unready', missing: [{ of: 'order' }] })
    const [check] = plan.checks
    const due = { ...plan, checks: [{ ...check!, afterStep: 0 }] }
    expect(refused(steps[1]!, due)).toEqual({ kind: 'unready', missing: [{ of: 'check' }] })
  })
  it('is held where the meter said everyone out, whatever is ticked', () => {
    const { builder, steps } = planned()
    act(builder, 'tickRest', { step: steps[0]! })
    act(builder, 'readMeter', { percent: 25, where: 'tank' })
    const decided = decide('finishStep', finished(steps[0]!), situation(builder))
    expect(decided).toMatchObject({ kind: 'held', holds: [{ kind: 'everyone out' }] })
  })
  it('whose gauge shows too much is not done; its figure under the limit is kept with it', () => {
    const operation = OPERATIONS.find(({ gaugeGate }) => gaugeGate?.unit === '%')!
    const { builder } = planned({ ...DRIVEN_IN, ...operation.needs })
    const step = {
      ...planned().steps[0]!,
      index: 0,
      operationId: operation.id,
      steps: operation.steps.slice(0, 1),
      act: { ...operation, needs: {} },
    } as unknown as PlanStep
    act(builder, 'tickRest', { step })
    const { below } = operation.gaugeGate!
    for (const entered of [null, below, below + 1])
      expect(decide('finishStep', finished(step, { entered }), situation(builder))).toMatchObject({
        kind: 'unready',
        missing: [{ of: 'figure' }],
      })
    expect(
      kindsOf(decide('finishStep', finished(step, { entered: below / 2 }), situation(builder))).slice(0, 2),
    ).toEqual(['meter-read', 'step-done'])
  })
  it('ends in the wait that was typed, else in the typical one', () => {
    const { builder } = planned()
    const wait = { label: 'Sealant cures', minutes: 600 }
    const step = {
      ...planned().steps[0]!,
      steps: [],
      act: { sets: {}, needs: {}, minutes: 1, wait },
    } as unknown as PlanStep
    const minutesFor = (waitMinutes: number | null) => {
      const decided = decide('finishStep', finished(step, { waitMinutes }), situation(builder))
      return decided.kind === 'entries'
        ? decided.entries.flatMap((one) => (one.kind === 'wait-started' ? [one.body.minutes] : []))
        : decided
    }
    expect(minutesFor(null)).toEqual([600])
    expect(minutesFor(90)).toEqual([90])
  })
})

describe('a claim of how the vehicle stands', () => {
  const claim = { changes: { line: 'off', vapour: 'clear' } as VehicleState, why: 'seen' as const }
  it('is taken on a word where nothing decides it', () =>
    expect(
      kindsOf(decide('claimState', { changes: { hatch: 'open' }, why: 'seen' }, situation(log()))),
    ).toEqual(['state-asserted']))
  it('asks for the figures first, and again while one does not meet its limit', () => {
    const asked = decide('claimState', claim, situation(log()))
    expect(asked).toMatchObject({ kind: 'figures' })
    if (asked.kind !== 'figures') return
    const figures = asked.operations.map((operation) => ({
      operationId: operation.id,
      value: operation.gaugeGate!.below / 2,
    }))
    expect(decide('claimState', { ...claim, figures: figures.slice(1) }, situation(log())).kind).toBe(
      'figures',
    )
    const high = figures.map((figure) => ({ ...figure, value: 1000 }))
    expect(decide('claimState', { ...claim, figures: high }, situation(log())).kind).toBe('figures')
    expect(kindsOf(decide('claimState', { ...claim, figures }, situation(log())))).toEqual([
      'state-asserted',
      'meter-read',
    ])
  })
})

describe('pieces of the plan', () => {
  it('that come in hand are no longer on order; ordered again, the earlier date ends', () => {
    const { builder } = planned()
    const item = { id: 'seal', name: 'Ring seal' }
    act(builder, 'orderPiece', { item, days: 2, holds: false })
    act(builder, 'orderPiece', { item, days: 5, holds: false })
    expect(orderOf(jobOf(builder), 'seal')?.endsAt).toBe(START + 5 * 86_400_000)
    // One that the next step waits for is still waited for when it is late, whoever says so.
    act(builder, 'orderPiece', { item, days: 5, holds: true })
    act(builder, 'orderPiece', { item, days: 7, holds: false })
    expect(orderOf(jobOf(builder), 'seal')).toMatchObject({ holds: true, endsAt: START + 7 * 86_400_000 })
    act(builder, 'noteReady', { itemIds: ['seal'], ready: true })
    expect(orderOf(jobOf(builder), 'seal')).toBeNull()
    expect(kindsOf(decide('noteReady', { itemIds: ['seal'], ready: true }, situation(builder)))).toEqual([])
  })
})

describe('what cannot be kept says what is missing', () => {
  it.each([
    ['a wait without a name', decide('beginWait', { label: ' ', minutes: 5, holds: true }, situation(log()))],
    ['a bridge without a name', decide('bridge', { what: '', where: '' }, situation(log()))],
    ['nobody to hand over to', decide('handOver', { to: '  ', note: '' }, situation(log()))],
    [
      'consent of nobody',
      decide('noteConsent', { who: '', how: 'phone', repairIds: ['filter'], upTo: null }, situation(log())),
    ],
    [
      'a risk that is not said',
      decide('noteFinding', { kind: 'find', what: 'Rust', then: 'deferred', risk: '' }, situation(log())),
    ],
  ])('%s', (_, decided) => expect(decided.kind).toBe('unready'))
})

describe('what was known before', () => {
  const hum = { test: testFor('A01', 'T03'), value: { kind: 'outcome', outcome: 'steady' } } as const
  it('is evidence, and leaves the vehicle as it stands', () => {
    const builder = log()
    const { state } = jobOf(builder)
    act(builder, 'noteEarlier', hum)
    const job = jobOf(builder)
    expect(job.state).toEqual(state)
    expect(job.evidence).toMatchObject([{ testId: 'T03', value: { outcome: 'steady' } }])
  })
  it('a figure that cannot be is asked back, and the gas meter is read, not remembered', () => {
    const kPa = (value: number) => ({ kind: 'number' as const, entered: { value, unit: 'kPa' as const } })
    const pressure = testFor('A01', 'T24')
    expect(decide('noteEarlier', { test: pressure, value: kPa(1e6) }, situation(log())).kind).toBe('ask')
    const meter = TESTS.find(({ instrument }) => instrument === 'gasMeter')!
    const low = { kind: 'number' as const, entered: { value: 0, unit: '%' as const } }
    expect(decide('noteEarlier', { test: meter, value: low }, situation(log())).kind).toBe('unready')
  })
})

it('joints that stood by a word have begun to stand', () => {
  const builder = act(log(), 'jointsStood', {})
  expect(leakStandOf(jobOf(builder))).toMatchObject({ ended: true })
  expect(kindsOf(decide('jointsStood', {}, situation(act(log(), 'standJoints', {}))))).toEqual(['wait-ended'])
})

it('a signature says what is not proven at that moment, not what a page once showed', () => {
  const builder = act(planned().builder, 'sign', { note: ' done ' })
  expect(jobOf(builder).signed).toMatchObject({ note: 'done' })
  expect(jobOf(builder).signed!.unproven.length).toBeGreaterThan(0)
})

/** One input of every act, with texts as people type them. */
const LONG = ` ${'Ø ü "quoted" \n'.repeat(600)} `
const { steps } = planned()
const EXAMPLES: { [N in ActName]: InputOf<N> } = {
  takeReading: {
    test: testFor('A01', 'T24'),
    value: { kind: 'number', entered: { value: 304, unit: 'kPa' } },
    phase: 'trace',
    faultPresent: 'yes',
    source: 'vehicle',
    taken: null,
    expected: null,
    meant: true,
  },
  provoke: { way: 'heatSoak', outcome: 'fails' },
  noteEarlier: { test: testFor('A01', 'T03'), value: { kind: 'outcome', outcome: 'steady' } },
  skipTest: { testId: 'T24', reason: LONG },
  figuresNotHad: { fields: ['regulatorSetPa'] },
  disturbReading: { readingId: 'r', disturbed: true, why: LONG },
  noteSurvey: { item: surveyOf(LAYOUTS.A01)[0]!, finding: 'good', note: LONG },
  endSurvey: {},
  keepCapture: {
    capture: {
      capture: 'leakDown',
      testId: 'T32',
      clamped: 'none',
      instrument: { instrumentId: null, name: 'Gauge', standing: 'hand', offset: null },
      channels: [],
      table: [],
      value: { value: 90, unit: '%', sd: 1 },
      band: null,
      verdict: 'good',
      says: '',
      source: 'vehicle',
    },
    readings: [{ testId: 'T32', value: { kind: 'number', entered: { value: 90, unit: '%' } } }],
    faultPresent: 'yes',
  },
  noteComplaint: {
    noted: {
      symptoms: ['cranksNoStart'],
      raisers: [],
      failingNow: 'yes',
      words: 'Dead',
      conditions: [],
      lastFill: '',
      lamps: '',
      history: '',
    },
    parts: [{ repairId: 'filter', how: 'renewed', when: 'May', who: 'Ida' }],
  },
  wishBuild: {
    words: LONG,
    wish: {
      build: 'pumpUpgrade',
      scope: 'engine',
      typed: { flowM3PerS: { value: 190, unit: 'L/h' }, pumps: 1, cutOff: 'kept' },
      repairIds: ['buildUnit', 'relayFeed', 'unitIn'],
      failing: [],
      was: { layout: 'A01', edits: [], ways: ['benchHatch'], specification: specificationOf() },
      becomes: { layout: 'A01', edits: [], ways: ['benchHatch'], figures: {}, fuel: 'petrolE10' },
    },
  },
  surveyInstead: { noted: { words: 'Stood', conditions: [], lastFill: '', lamps: '', history: '' } },
  takeWay: { way: 'ranDry', outcome: 'ran' },
  sayPart: { repairId: 'filter', how: 'seen sound', when: LONG, who: LONG },
  claimState: { changes: { hatch: 'open' }, why: 'seen' },
  noteDip: { litres: 12.5 },
  readMeter: { percent: 3, where: LONG },
  readMeterAgain: { percent: 0.2, where: 'tank' },
  confirmHazards: {},
  makePlan: {
    repairIds: ['filter'],
    ways: usualWays('A01'),
    reason: LONG,
    pace: { rust: 'bad', first: true },
  },
  planAnew: {},
  makeCall: { callId: 'whole', optionId: 'a', recommended: 'b', reason: LONG, terms: null },
  noteConsent: { who: LONG, how: 'phone', repairIds: ['filter'], upTo: 200 },
  noteReady: { itemIds: ['seal', 'cap'], ready: true },
  orderPiece: { item: { id: 'x'.repeat(80), name: LONG }, days: 3, holds: true },
  tickPart: { step: 0, part: 0, ticked: true },
  tickRest: { step: steps[0]! },
  finishStep: finished(steps[0]!),
  noteMeterAtStep: { percent: 12 },
  passCheck: { checkId: 'c', outcome: 'good' },
  beginWait: { label: LONG, minutes: 12, holds: false },
  endWait: { waitId: 'w' },
  noteFinding: { kind: 'seized', what: LONG, then: 'deferred', risk: LONG },
  noteInside: { itemIds: ['strainer'], finding: 'missing' },
  noteLie: { operationId: 'partModule', lines: [LONG, ''] },
  noteWaste: { litres: 3, kind: 'mixed', container: LONG, whereTo: LONG },
  bridge: { what: LONG, where: LONG },
  unbridge: { bypassId: 'b' },
  mapTerminal: { plug: LONG, pin: LONG, labelled: LONG, goesTo: LONG, ohm: null, spliced: true },
  noteBleeding: { method: 'hand', strokes: 30, cranks: 0, outcome: 'firm' },
  keepLine: {
    line: 'feed',
    material: 'steel',
    outerDiameterMm: 8,
    bendRadiusMm: 24,
    seats: ['a', 'b'],
    legs: [{ lengthMm: 300, bendDeg: null, twistDeg: 0, clip: false, note: '' }],
  },
  keepFit: { check: 'pump', title: 'Pump', figures: { od: '38' }, verdict: 'fits', says: 'Fits.' },
  keepPhoto: { photoId: 'p', operationId: null, note: LONG, arrows: [] },
  noteCost: { estimateLow: 1, estimateHigh: 2, money: 1.5, minutes: 30 },
  handOver: { to: LONG, note: LONG },
  noteProof: { item: 'dry', outcome: 'yes' },
  judgePart: { repairId: 'filter', partWasBad: 'yes' },
  standJoints: {},
  jointsStood: {},
  putBack: {},
  sign: { note: LONG },
  goOn: { words: LONG, run: 'same' },
}

describe('whatever an act comes to', () => {
  it.each(Object.keys(ACTS) as ActName[])(
    '%s can be stored, folded, undone, and leaves as a file',
    (name) => {
      const { builder } = planned()
      const before = builder.events.length
      const decided = decide(name, EXAMPLES[name] as never, situation(builder))
      added(builder, decided)
      const fresh: JobEvent[] = builder.events.slice(before)
      expect(fresh.map(refusalOf)).toEqual(fresh.map(() => null))
      expect(() => jobOf(builder)).not.toThrow()
      const file = readJobFile(
        writeJobFile({ jobId: 'job-1', vehicle: VEHICLE, events: builder.events, photos: [] }),
      )
      expect(file.ok && foldJob('job-1', file.value.events, VEHICLE)).toEqual(jobOf(builder))
      for (const { id } of fresh) builder.add(START + 1, 'event-undone', { eventId: id, reason: '' })
      expect(() => jobOf(builder)).not.toThrow()
    },
  )
  it('is the same again in the same situation', () => {
    for (const name of Object.keys(ACTS) as ActName[]) {
      const { builder } = planned()
      const once = decide(name, EXAMPLES[name] as never, situation(builder))
      expect(decide(name, EXAMPLES[name] as never, situation(builder))).toEqual(once)
    }
  })
})

it('a build that fails its check as it was chosen is not planned; what it does not touch is', () => {
  const { wish, words } = EXAMPLES.wishBuild
  const failing = act(log(), 'wishBuild', { words, wish: { ...wish, failing: ['tankHose'] } })
  const plan = (repairIds: string[]) => ({ ...EXAMPLES.makePlan, repairIds })
  expect(decide('makePlan', plan(wish.repairIds), situation(failing))).toEqual({
    kind: 'unready',
    missing: [{ of: 'check' }],
  })
  expect(decide('makePlan', plan(['filter']), situation(failing)).kind).toBe('entries')
  const sound = act(failing, 'wishBuild', { words, wish })
  expect(decide('makePlan', plan(wish.repairIds), situation(sound)).kind).toBe('entries')
})
