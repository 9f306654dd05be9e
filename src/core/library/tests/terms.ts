/**
 * Tests: what can be read, where, how, in which state of the vehicle, and what it observes of the solved
 * model. A layout has the tests whose places, scenes and parts it has (`libraryOf`). Bands are computed,
 * never stored. Minutes are the work itself; reaching the state is priced by the planner. Instrument limits
 * are typical (handbook 3). Words and builders that all families share; the families lie beside.
 */
import { digitsOfStep, fromSi, stepIn, toSi, type UnitName } from '../../shared'
import { type Layout, type LayoutId, type PartKind, type SceneId, type VehicleState } from '../../vehicle'
import { type Caution } from '../caution'
import { cranks, drains, opens, powers, runsEngine, runsPump, under, type Doing } from '../doings'
import { above, below, parameter, type Outcome, type Quantity, type SoftRule } from '../quantity'

export type Instrument =
  | 'wash'
  | 'voltmeter'
  | 'clamp'
  | 'gauge'
  | 'lowGauge'
  | 'jar'
  | 'ohmmeter'
  | 'waveform'
  | 'dip'
  | 'scan'
  | 'dial'
  | 'gasMeter'
  | 'eye'

/** Standard deviation of one reading: a share of the value and a floor, SI. */
export const ACCURACY: Record<
  Instrument,
  { relative: number; floor: (unit: UnitName) => number; words: string }
> = {
  voltmeter: { relative: 0.003, floor: (unit) => (unit === 'mV' ? 0.002 : 0.015), words: 'voltmeter, 0.5 %' },
  clamp: { relative: 0.02, floor: () => 0.1, words: 'current clamp, 2 % and 0.1 A' },
  gauge: {
    relative: 0,
    floor: (unit) => (unit === '%' ? 0.02 : 5.5e3),
    words: 'gauge {0-600 kPa}, class 1.6',
  },
  lowGauge: { relative: 0, floor: () => 0.6e3, words: 'low-pressure gauge, class 1' },
  jar: { relative: 0.03, floor: () => 3e-7, words: 'jar and watch' },
  ohmmeter: { relative: 0.02, floor: () => 0.003, words: 'low-ohm meter' },
  waveform: { relative: 0.02, floor: () => 4, words: 'clamp and scope' },
  wash: { relative: 0, floor: () => 0.02, words: 'cylinder, 2 % of volume' },
  dip: { relative: 0.04, floor: () => 5e-4, words: 'dip stick' },
  scan: { relative: 0.03, floor: () => 0.02, words: 'scan tool' },
  gasMeter: { relative: 0.1, floor: () => 0.01, words: 'gas meter, 5 % LEL' },
  dial: { relative: 0, floor: () => 0.03, words: 'the gauge’s own scale' },
  eye: { relative: 0, floor: () => 0, words: 'eye and ear' },
}

export type TestReading =
  | { kind: 'number'; quantity: Quantity; unit: UnitName; step: number; low: number; high: number }
  | { kind: 'observation'; outcomes: Outcome[] }

/** What a test is asked for by others than the trace: code names the role, never the test. */
export type TestRole =
  | 'tankContent'
  | 'senderOhm'
  | 'senderSweep'
  | 'gaugeShows'
  | 'gaugeFills'
  | 'gaugeGround'
  | 'feedSide'
  | 'groundSide'
  | 'loadedVolts'
  | 'injectorBalance'
  | 'inOpenTank'

export interface Test {
  id: string
  /** Imperative title. */
  title: string
  /** Short name for the evidence list. */
  short: string
  where: string
  steps: string[]
  /** Station or segment it is drawn at. */
  at: string
  instrument: Instrument
  reading: TestReading
  /** What others ask it for, where they do. */
  role?: TestRole
  scene: SceneId
  /** Of its own purpose only; what the rules ask of its doings is added as it stands on a layout. */
  needs: VehicleState
  /** What happens while it is read, where the scene does not say it all. */
  does?: readonly Doing[]
  /** State it leaves behind, besides what it needs and what its doings leave. */
  leaves: VehicleState
  minutes: number
  money: number
  caution?: Caution
  /** Every caution that stands at it on a layout: its own, and those of its doings. */
  cautions?: Caution[]
  /** People that it takes, by its doings. */
  people?: number
  /** Ids of the rules that its doings call up. */
  rules?: string[]
  /** What it cannot show. */
  blind: string
  /** An aid that buys time: what to say when it helped, since it is not a repair. */
  aid?: string
  /** Kinds of part that must be there, and engines it suits, where the reading alone does not say so. */
  parts?: PartKind[]
  engines?: Layout['engine']['kind'][]
  /** Only these layouts. */
  layouts?: readonly LayoutId[]
  /** For layouts without this scene, where another test serves. */
  without?: SceneId
}

export const LIVE: VehicleState = { ignition: 'on' }
export const RUNNING: VehicleState = { ignition: 'running' }
export const KEY_OFF: VehicleState = { ignition: 'off' }
export const AT_PLUG: VehicleState = { stepTrim: 'off' }
export const GAUGE: VehicleState = { gauge: 'fitted' }
export const BLACK = 'Black lead on the battery minus post, not on the body'
export const PUMP_RUNS = 'Have the key turned and read within 3 s, while the pump runs'

export const volts = (red: string, scene: SceneId, black = '0', low = 0, high = 16): TestReading => ({
  kind: 'number',
  quantity: { of: 'volts', red, black, scene },
  unit: 'V',
  step: 0.1,
  low,
  high,
})
export const drop = (red: string, black: string, scene: SceneId = 'keyOn'): TestReading => ({
  kind: 'number',
  quantity: { of: 'volts', red, black, scene },
  unit: 'V',
  step: 0.01,
  low: 0,
  high: 14,
})
export const kPa = (at: string, scene: SceneId, high = 700): TestReading => ({
  kind: 'number',
  quantity: { of: 'pressure', at, scene },
  unit: 'kPa',
  step: 1,
  low: -20,
  high,
})
/** A test as it is read in another unit of its kind: its range and its step turned, the range outward. */
export function testIn(test: Test, unit: UnitName): Test {
  const { reading } = test
  if (reading.kind !== 'number' || reading.unit === unit) return test
  const step = stepIn(reading.step, reading.unit, unit)
  const at = (value: number) => fromSi(toSi({ value, unit: reading.unit }), unit)
  const onStep = (steps: number) => Number((steps * step).toFixed(digitsOfStep(step)))
  return {
    ...test,
    reading: {
      ...reading,
      unit,
      step,
      low: onStep(Math.floor(at(reading.low) / step + 1e-9)),
      high: onStep(Math.ceil(at(reading.high) / step - 1e-9)),
    },
  }
}
export const see = (...outcomes: Outcome[]): TestReading => ({ kind: 'observation', outcomes })
export const outcome = (id: string, label: string, ...rules: SoftRule[]): Outcome => ({
  id,
  label,
  when: rules.length > 0 ? [rules] : [],
})
/** Seen for any of several reasons. */
export const forAny = (id: string, label: string, ...reasons: SoftRule[]): Outcome => ({
  id,
  label,
  when: reasons.map((reason) => [reason]),
})
export const number = (
  quantity: Quantity,
  unit: UnitName,
  step: number,
  low: number,
  high: number,
): TestReading => ({ kind: 'number', quantity, unit, step, low, high })

export const SPRAY = {
  text: 'The line is under pressure. Glasses on, cloth round the joint.',
  stopWhen: 'Stop when any joint is wet.',
}
export const EXHAUST = {
  text: 'Engine running: outdoors or with extraction, clear of fan and belts.',
  stopWhen: 'Stop when you smell fuel or your head aches.',
}
export const HOT = {
  text: 'Everything is hot and the fuel is near boiling. No joint is opened hot.',
  stopWhen: 'Stop when you smell fuel or anything is wet.',
}
/** Into the can through the hose that was fitted and seen dry, by a lead at the relay. */
export const CAN_BY_LEAD: Doing[] = [powers('jumper'), runsPump(15, 'jumper'), drains(0.5, 'line')]
export const OPEN_LINE = {
  text: 'Fuel leaves the line into a can: bonded metal can, hose end below the surface, nothing hot near.',
  stopWhen: 'Stop when the hose moves or the meter shows 10 % LEL.',
}

export const speed = (scene: SceneId): Quantity => ({ of: 'speed', scene })

export const shown = (scene: SceneId): Quantity => ({ of: 'shown', scene })
export const KEYED: VehicleState = { ignition: 'on' }
export const AT_TANK: VehicleState = { wayIn: 'open' }
export const PLUG_RULE = {
  text: 'Tank shut, meter under 1 % LEL, key off while the plug is parted or mated.',
  stopWhen: 'Stop at 10 % LEL.',
}

export const METER = {
  text: 'Fuel escapes: key out, outdoors, nobody smokes, no lamp without guard.',
  stopWhen: 'Stop and ventilate at 10 % LEL. Everyone out at 20 %.',
}
/** Where each place is, and what has to be out of the way to see it. */
export const SEEN_AT: Record<string, { where: string; needs: VehicleState }> = {
  fillerPlace: { where: 'Filler neck and its hose, from inside the wheel arch.', needs: {} },
  capPlace: { where: 'Filler cap and the lip of the neck.', needs: {} },
  canisterPlace: { where: 'Vapour canister and its hoses.', needs: { height: 'raised' } },
  flangePlace: { where: 'Tank top at the flange, under the hatch.', needs: { wayIn: 'open' } },
  rearPlace: { where: 'First joints after the tank.', needs: { height: 'raised' } },
  filterPlace: { where: 'Both joints of the filter.', needs: { height: 'raised' } },
  linePlace: { where: 'Line along the floor, clips above all.', needs: { height: 'raised' } },
  pumpPlace: { where: 'Feed pump: gasket, weep hole, both hoses.', needs: {} },
  returnPlace: { where: 'Joints of the return line.', needs: { height: 'raised' } },
  regulatorPlace: { where: 'Vacuum hose of the regulator, pulled off over a cloth.', needs: {} },
  railPlace: { where: 'Along the rail, round each injector.', needs: {} },
  carbPlace: { where: 'Bowl, joints and throttle shaft of the carburettor.', needs: {} },
  injectionPlace: { where: 'Joints of the injection pump.', needs: {} },
}

/** A leak of air that lies at a joint of the line: the line alone is held under vacuum. */
export const atJoint = below(parameter('airLeak.inTube'), 0.5, 0.06)
/** What a look into the tank can show; a tube drawn from a tank without a module stands in sight. */
export const inTank = (...more: Outcome[]) =>
  see(
    ...more,
    outcome('rust', 'Rust', above(parameter('tank.debris'), 0.2, 0.05)),
    outcome('liner', 'Liner in sheets', above(parameter('tank.liner'), 0.5, 0.06)),
    outcome('varnish', 'Brown film', above(parameter('tank.varnish'), 0.35, 0.05)),
    outcome('dented', 'Floor pushed up', above(parameter('tank.dented'), 0.5, 0.06)),
    outcome('baffle', 'Baffle loose', above(parameter('tank.baffle'), 0.5, 0.06)),
    outcome('blocked', 'Strainer blocked', above(parameter('strainer.loss'), 9, 2)),
    outcome('clean', 'Clean'),
  )
/** Module in the hand: its hose lies in sight. */
export const INSIDE_TANK = inTank({
  ...outcome('kinked', 'Hose kinked', above(parameter('checkValve.loss'), 9, 2)),
  whereItCan: true,
})
export const AT_PICKUP = inTank({
  ...outcome('cracked', 'Pickup cracked', above(parameter('airLeak.inTube'), 0.5, 0.06)),
  whereItCan: true,
})
export const IN_LINE: VehicleState = { height: 'raised' }
/** Both ends of a line apart, a gas through it, joined again. */
export const LINE_BLOWN: Doing[] = [
  opens('joint', 'line', 'underfloor'),
  under('vehicle'),
  { does: 'gas', what: 'nitrogen', into: 'line', limitKPa: 10 },
  drains(0.3, 'line'),
]
export const BLOWN = {
  text: 'Never shop air, never oxygen, never into a closed tank. Nitrogen only with petrol, {10 kPa} at most.',
  stopWhen: 'Stop when it takes more than that.',
}
/** A line blown through from both ends: what one flap passes one way only, a kink passes neither way. */
export const blown = (id: string, partId: string, at: string, line: string, parts: PartKind[]): Test => ({
  id,
  parts,
  title: `Blow the ${line} through from both ends`,
  short: `Blown: ${line}`,
  where: `Both ends of the ${line} parted and over a can.`,
  steps: [
    'Both ends parted, the pump’s and the tank’s own side capped',
    'Far end into a bonded can that breathes away from the vehicle: never into the tank',
    'Bellows or nitrogen, {10 kPa} at most, one way, then the other; nobody in line with the open end',
    'Both ends joined, new rings; leak check after it',
  ],
  at,
  instrument: 'eye',
  reading: see(
    outcome('shut', 'Only with force', below(parameter(`${partId}.area`), 0.22, 0.03)),
    outcome('narrow', 'Weak, or one way only', below(parameter(`${partId}.area`), 0.7, 0.05)),
    outcome('free', 'Freely both ways'),
  ),
  scene: 'rest',
  needs: IN_LINE,
  does: LINE_BLOWN,
  leaves: {},
  minutes: 16,
  money: 0,
  caution: BLOWN,
  blind: 'A loose inner tube may lie open for gas and shut for fuel.',
})
/** Pressure of a restart after a hot soak, where the gauge of a layout sits. */
export const hotRestart = (
  id: string,
  at: string,
  instrument: Instrument,
  high: number,
  more: Pick<Test, 'parts' | 'engines'>,
): Test => ({
  id,
  ...more,
  title: 'Restart it hot with the gauge on',
  short: 'Hot restart, gauge',
  where: 'Gauge where it sits, taped clear of fan and belts.',
  steps: ['Run 20 min hot, stop, wait 20 min, bonnet shut', 'Crank 5 s, read'],
  at,
  instrument,
  reading: kPa(at, 'hotRestart', high),
  scene: 'hotRestart',
  needs: { ...KEY_OFF, ...GAUGE },
  does: [powers('key on'), runsEngine(20), cranks(5)],
  leaves: {},
  minutes: 45,
  money: 0,
  caution: HOT,
  blind:
    'Pressure that holds while it does not start points past the gauge: vapour after it, spark, flooding.',
})
/** What cooling helps, zone by zone. */
export const cooled = (id: string, partId: string, engines: Layout['engine']['kind'][]): Test => ({
  id,
  engines,
  title: 'Cool one zone at a time with a wet cloth',
  short: 'Cooled, zone by zone',
  where: 'Hot, just after it failed to restart.',
  steps: [
    'Cloth on the line, wait a minute, crank',
    'Then on pump or tank',
    'Then where the line meets the engine',
  ],
  at: partId,
  instrument: 'eye',
  reading: see(
    outcome('line', 'It starts once the line is cool', above(parameter(`${partId}.heat`), 0.25, 0.05)),
    outcome('tank', 'It starts once the tank is cool', above(parameter('tank.heat'), 0.35, 0.06)),
    outcome('each', 'Every zone helps a little', above(parameter('fuel.volatility'), 0.4, 0.06)),
    outcome('none', 'No difference'),
  ),
  scene: 'hotRestart',
  needs: KEY_OFF,
  does: [powers('key on'), runsEngine(20), cranks(10)],
  leaves: {},
  minutes: 40,
  money: 0,
  caution: HOT,
  blind: 'By the third zone everything has cooled.',
})
