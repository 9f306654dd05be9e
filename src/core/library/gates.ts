/** Hazards as regions and states, and the checks of the refit. */
import type { VehicleState } from '../vehicle'
import type { Operation } from './acts'
import { OPERATIONS } from './operations'

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
    ],
    requires: { area: 'safe' },
    words: 'Extractor on from outside, area bonded, guarded lamp only',
  },
  {
    id: 'openFuel',
    title: 'Open fuel below here',
    inside: [{ moduleHoses: 'parted' }, { filterJoint: 'parted' }],
    requires: { line: 'off', ignition: 'off', area: 'safe' },
    words: 'Under 10 kPa on the gauge, glasses on, both sides capped',
  },
  {
    id: 'openTank',
    title: 'Open tank below here',
    inside: [{ ring: 'off' }, { module: 'out' }],
    requires: { battery: 'off', fuelLevel: 'below flange', area: 'safe' },
    words: 'Battery off, fuel below the flange by dip, brass tools only',
  },
]

/** Operations whose figure must be read before a state like this may be said to be there, of what it does not have already. */
export function figuresFor(state: VehicleState, claimed: VehicleState): Operation[] {
  const changed = (Object.keys(claimed) as (keyof VehicleState)[]).filter(
    (variable) => claimed[variable] !== state[variable],
  )
  return OPERATIONS.filter(
    (operation) =>
      operation.gaugeGate &&
      (operation.way ?? 'port') === 'port' &&
      changed.some(
        (variable) =>
          operation.sets[variable] === claimed[variable] && operation.sets[variable] !== 'unchecked',
      ),
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
  /** Operations after which it can be done. */
  after: string[]
  /** State in which it can be done. */
  when: VehicleState
  /** State in which a miss is put right. */
  mend: VehicleState
}

export const CHECKS: Check[] = [
  {
    id: 'sweepSender',
    title: 'Sweep the sender by ohmmeter first',
    how: 'On the bench, away from vapour: float from floor to roof, no jump',
    after: ['repair:module'],
    when: { module: 'out' },
    mend: { module: 'out' },
  },
  {
    id: 'proveTank',
    title: 'Hold the tank at 3.5 kPa, soap on every seam',
    how: 'Outdoors, relief valve in the line, before the unit goes in; pickup and vent tubes blown open',
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
    how: 'Feed right, return left, neither moves',
    after: ['joinModule'],
    when: { moduleHoses: 'joined', wayIn: 'open' },
    mend: { wayIn: 'open' },
  },
  {
    id: 'runBeforeHatch',
    title: 'Run it before the way in is closed',
    how: 'Prime, pressure and gauge reading with the top in sight',
    after: ['leakCheck', 'joinModule'],
    when: { wayIn: 'open', leakCheck: 'passed' },
    mend: { module: 'out' },
  },
  {
    id: 'pourTank',
    title: 'Pour five litres before the final lift',
    how: 'Bonded can, every joint dry, nothing pinched',
    after: ['raiseTank'],
    when: { tank: 'in', height: 'raised' },
    mend: { tank: 'lowered' },
  },
  {
    id: 'pullFilter',
    title: 'Pull the filter joints back hard',
    how: 'Neither moves, arrow to the engine',
    after: ['joinFilter'],
    when: { filterJoint: 'joined', height: 'raised' },
    mend: { filterJoint: 'parted' },
  },
  {
    id: 'loadPlug',
    title: 'Read volts at plug X7 under load',
    how: 'Before the trim goes on, pump running: under 0.1 V across the plug',
    after: ['matePlug', 'repair:plug'],
    when: { stepTrim: 'off', plug: 'mated', battery: 'on' },
    mend: { plug: 'parted' },
  },
]
