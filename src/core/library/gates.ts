/** Hazards as regions and states, and the checks of the refit. */
import { only, type LayoutId, type Variable, type VehicleState } from '../vehicle'
import type { Operation } from './acts'
import { powers, pulls, runsPump, type Doing } from './doings'
import { OPERATIONS } from './operations'
import { derive } from './rules'

/** A region of states that must not be entered unprepared; drawn as a gate across the plan. */
export interface Gate {
  id: string
  title: string
  /** The hazard begins when any of these holds. */
  inside: VehicleState[]
  /** What must hold inside. */
  requires: VehicleState
  words: string
}

/** Least hazard first: where several hold, the last names the band. */
export const GATES: Gate[] = [
  {
    id: 'underVehicle',
    title: 'Under the vehicle',
    inside: [{ height: 'raised' }],
    requires: { ignition: 'off' },
    words: 'On rated points, shaken before anyone goes under',
  },
  {
    id: 'vapour',
    title: 'Vapour below here',
    inside: [
      { wayIn: 'open' },
      { filterJoint: 'parted' },
      { moduleHoses: 'parted' },
      { reliefJoint: 'parted' },
      { tank: 'lowered' },
      { filler: 'plugged' },
    ],
    requires: { area: 'safe' },
    words: 'Extractor on from outside, area bonded, guarded lamp only',
  },
  {
    id: 'openFuel',
    title: 'Open fuel below here',
    inside: [{ moduleHoses: 'parted' }, { filterJoint: 'parted' }],
    requires: { line: 'off', ignition: 'off', area: 'safe', exhaust: 'cool', pumpCircuit: 'locked' },
    words: 'No pressure, exhaust cool, pump locked, glasses on, both sides capped',
  },
  {
    id: 'openTank',
    title: 'Open tank below here',
    inside: [{ ring: 'off' }, { module: 'out' }],
    requires: { battery: 'off', fuelLevel: 'below flange', area: 'safe', exhaust: 'cool' },
    words: 'Battery off, fuel below the flange by dip, brass tools only',
  },
]

/** Operations whose figure must be read before a state like this may be said to be there, of what it does not have already. */
export function figuresFor(state: VehicleState, claimed: VehicleState): Operation[] {
  const changed = (Object.keys(claimed) as (keyof VehicleState)[]).filter(
    (variable) => claimed[variable] !== state[variable],
  )
  const reading = OPERATIONS.filter(
    ({ gaugeGate, sets, way }) =>
      gaugeGate &&
      (way ?? 'port') === 'port' &&
      changed.includes(gaugeGate.proves) &&
      sets[gaugeGate.proves] === claimed[gaugeGate.proves],
  )
  // One figure for each state: where two operations read it, the first does.
  return reading.filter(
    (operation, at) =>
      reading.findIndex((other) => other.gaugeGate!.proves === operation.gaugeGate!.proves) === at,
  )
}

/** A state that must never be, whatever the plan. */
export interface Invariant {
  id: string
  never: VehicleState
  reason: string
}

export const INVARIANTS: Invariant[] = [
  {
    id: 'spark-open-tank',
    never: { module: 'out', battery: 'on' },
    reason: 'The tank is open and the battery could spark.',
  },
  {
    id: 'spark-open-hoses',
    never: { moduleHoses: 'parted', battery: 'on' },
    reason: 'Fuel is open in the cab and the battery could spark.',
  },
  {
    id: 'key-open-joint',
    never: { filterJoint: 'parted', pumpCircuit: 'live' },
    reason: 'The pump could run into an open joint.',
  },
  {
    id: 'pressure-open-joint',
    never: { filterJoint: 'parted', line: 'pressurised' },
    reason: 'A joint is open with the line under pressure.',
  },
  {
    id: 'pressure-open-module',
    never: { moduleHoses: 'parted', line: 'pressurised' },
    reason: 'A joint is open with the line under pressure.',
  },
  {
    id: 'running-raised',
    never: { ignition: 'running', height: 'raised' },
    reason: 'The engine runs with the vehicle raised.',
  },
  {
    id: 'raised-bed',
    never: { bed: 'tilted', height: 'raised' },
    reason: 'The bed is tilted and the vehicle would be lifted.',
  },
  {
    id: 'spark-tank-down',
    never: { tank: 'lowered', battery: 'on' },
    reason: 'The tank hangs open under the vehicle and the battery could spark.',
  },
  {
    id: 'key-open-relief',
    never: { reliefJoint: 'parted', pumpCircuit: 'live' },
    reason: 'The pump could run into an open joint.',
  },
  {
    id: 'run-feed-shut',
    never: { feedTap: 'shut', ignition: 'running' },
    reason: 'The engine runs with its feed shut off.',
  },
  {
    id: 'run-empty',
    never: { tankInside: 'empty', ignition: 'running' },
    reason: 'The engine runs on an empty tank.',
  },
  {
    id: 'live-high-side',
    never: { highSide: 'low', ignition: 'running' },
    reason: 'A running engine has its high-pressure side under pressure.',
  },
  {
    id: 'spark-hung-tank',
    never: { tank: 'hung', battery: 'on' },
    reason: 'The tank hangs on the jack and the battery could spark.',
  },
  {
    id: 'spark-poured-tank',
    never: { tank: 'poured', battery: 'on' },
    reason: 'The tank hangs on the jack and the battery could spark.',
  },
  {
    id: 'spark-ring-off',
    never: { ring: 'off', battery: 'on' },
    reason: 'The tank’s fastening is off and the battery could spark.',
  },
  {
    id: 'restraint-live',
    never: { restraints: 'parted', battery: 'on' },
    reason: 'A restraint plug is parted with the battery on.',
  },
  {
    id: 'run-unseen',
    never: { leakCheck: 'due', ignition: 'running' },
    reason: 'The engine runs and what was opened was not seen dry.',
  },
  {
    id: 'run-wet',
    never: { cylinders: 'wet', ignition: 'running' },
    reason: 'The engine runs and its cylinders were not cleared.',
  },
  {
    id: 'run-into-can',
    never: { rig: 'can hose', ignition: 'running' },
    reason: 'The engine runs with its feed led into a can.',
  },
  {
    id: 'run-rail-up',
    never: { rig: 'rail up', ignition: 'running' },
    reason: 'The engine runs with its rail lifted.',
  },
  {
    id: 'hot-open-tank',
    never: { module: 'out', exhaust: 'hot' },
    reason: 'The tank is open over a hot exhaust.',
  },
  {
    id: 'hot-open-hoses',
    never: { moduleHoses: 'parted', exhaust: 'hot' },
    reason: 'Fuel could run onto a hot exhaust.',
  },
  {
    id: 'hot-open-joint',
    never: { filterJoint: 'parted', exhaust: 'hot' },
    reason: 'Fuel could run onto a hot exhaust.',
  },
]

/** Checks of the refit, each standing at the last state in which its miss is still cheap. */
export interface Check {
  id: string
  title: string
  how: string
  /** What happens while it is done: the rules say where it may stand. */
  does: readonly Doing[]
  /** Operations after which it can be done. */
  after: string[]
  /** State in which it can be done, besides what the rules ask of its doings. */
  when: VehicleState
  /** State in which a miss is put right. */
  mend: VehicleState
}

/** Where a check may stand on a layout: its own place, and what the rules ask. */
export const placeOfCheck = (
  layout: LayoutId,
  variables: ReadonlySet<Variable>,
  check: Check,
): VehicleState => only({ ...derive(layout, check.does).needs, ...check.when }, variables)

/** Repairs at the wires on top of the tank: proven there, before the way in is shut. */
const WIRED_AT_TANK = ['repair:hatchLead', 'repair:senderPlug', 'repair:senderGround']

export const CHECKS: Check[] = [
  {
    id: 'sweepSender',
    title: 'Sweep the sender by ohmmeter first',
    how: 'On the bench, away from vapour: float from floor to roof, no jump',
    does: [powers('meter feed', 'bench')],
    after: ['repair:module', 'repair:sender', 'repair:floatSender'],
    when: { module: 'out' },
    mend: { module: 'out' },
  },
  {
    id: 'proveTank',
    title: 'Hold the tank at {3.5 kPa}, soap on every seam',
    how: 'Outdoors, relief valve in the line, before the unit goes in; pickup and vent tubes blown through towards an open end',
    does: [{ does: 'gas', what: 'air', into: 'tank', limitKPa: 3.5 }],
    after: [
      'repair:cleanTank',
      'repair:cleanSoftTank',
      'repair:cleanPlasticTank',
      'repair:lineTank',
      'repair:newTank',
      'repair:specialistTank',
    ],
    when: { module: 'out' },
    mend: { module: 'out', tank: 'lowered' },
  },
  {
    id: 'pullHoses',
    title: 'Pull each module hose by hand',
    how: 'Before any pressure: feed right, return left, neither moves',
    does: [pulls('each hose')],
    after: ['joinModule'],
    when: { moduleHoses: 'joined', wayIn: 'open' },
    mend: { wayIn: 'open' },
  },
  {
    id: 'ohmUnit',
    title: 'Read pump, ground and plug by ohmmeter',
    how: 'At the loom’s end, key out, battery off: pump a few ohms, ground near zero, nothing to the body',
    does: [powers('meter feed')],
    after: ['joinModule', ...WIRED_AT_TANK],
    when: { wayIn: 'open', battery: 'off', leakCheck: 'due' },
    mend: { wayIn: 'open' },
  },
  {
    id: 'ohmLowered',
    title: 'Read the unit by ohmmeter while the tank is down',
    how: 'Gas meter at the unit first, under 1 % LEL; then at its own pins: pump a few ohms, sender as the float lies, nothing to the flange',
    does: [powers('meter feed', 'bench')],
    after: ['joinModule', ...WIRED_AT_TANK],
    when: { tank: 'lowered', ring: 'tight', moduleHoses: 'joined', battery: 'off' },
    mend: { tank: 'lowered' },
  },
  {
    id: 'runBeforeHatch',
    title: 'Run it before the way in is closed',
    how: 'Key on for 3 s: pressure and gauge as they should, the top in sight',
    does: [powers('key on'), runsPump(3)],
    after: ['leakCheck', 'joinModule'],
    when: { wayIn: 'open' },
    mend: { module: 'out' },
  },
  {
    id: 'pullFilter',
    title: 'Pull the filter joints back hard',
    how: 'Before any pressure: neither moves, arrow to the engine',
    does: [pulls('the filter joints')],
    after: ['joinFilter'],
    when: { filterJoint: 'joined', height: 'raised' },
    mend: { filterJoint: 'parted' },
  },
  {
    id: 'loadPlug',
    title: 'Read volts at plug X7 under load',
    how: 'Before the cover goes on, key on for 3 s, pump running: under 0.1 V across the plug',
    does: [powers('key on'), runsPump(3)],
    after: ['matePlug', 'repair:plug'],
    when: { stepTrim: 'off', plug: 'mated' },
    mend: { plug: 'parted' },
  },
]
