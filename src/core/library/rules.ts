/**
 * The rules of safe work, one line each: a doing, what must hold before it and throughout, what it leaves,
 * the caution that stands at it, and why. What an act needs and sets is its own purpose plus what these
 * say of its doings, so no act can forget a rule and a new rule reaches every act, test and survey at
 * once. Numbers are those of the safety case (docs/SAFETY.md); places are the handbook's.
 */
import { LICENSED, PRIMED, type LayoutId, type VehicleState } from '../vehicle'
import type { Caution } from './caution'
import { opensFuel, opensLiquid, type Doing } from './doings'
import {
  CLEAN_SIDE,
  CHEMICAL_WORDS,
  CRANK_WORDS,
  FIRST_PRESSURE,
  GAS_WORDS,
  HEAT_WORDS,
  HIGH_WORDS,
  JACK_WORDS,
  LICENSED_WORDS,
  OPEN_FUEL,
  OPEN_TANK,
  POWER_WORDS,
  PROPELLER_WORDS,
  RUNNING_WORDS,
  SPRAY_WORDS,
  STATIC_WORDS,
  UNDER_WORDS,
  VAPOUR_WORDS,
} from './ruleWords'

export interface Rule {
  id: string
  /** Number in the safety case. */
  number: number
  /** What it asks, in the technician's words: stands where it holds something. */
  asks: string
  reason: string
  /** Place in the handbook. */
  place: string
  when: (doing: Doing, layout: LayoutId) => boolean
  /** Holds as the act begins. */
  before?: VehicleState
  /** Holds from its beginning to its end. */
  throughout?: VehicleState
  /** Holds after it, whatever the act is for. */
  after?: VehicleState
  caution?: Caution
}

/** Every joint of the fuel is made, the tank shut and in its place. */
export const JOINTS_MADE: VehicleState = {
  module: 'in',
  ring: 'tight',
  moduleHoses: 'joined',
  filterJoint: 'joined',
  reliefJoint: 'made',
  tank: 'in',
}
/** And fuel stands at the pump. */
const FUEL_THERE: VehicleState = { tankInside: 'fuel', feedTap: 'open' }

const does =
  (...kinds: Doing['does'][]) =>
  (doing: Doing): boolean =>
    kinds.includes(doing.does)
const first = (doing: Doing) => ('first' in doing ? doing.first : undefined)
/** Switched, connected or disconnected on the vehicle; a bench away from vapour and a lock-out are not. */
const powersHere = (doing: Doing) =>
  doing.does === 'powers' && doing.near === 'vehicle' && doing.what !== 'lock out'
const powered = (doing: Doing, ...what: Extract<Doing, { does: 'powers' }>['what'][]) =>
  doing.does === 'powers' && doing.near === 'vehicle' && what.includes(doing.what)
const turns = does('cranks', 'runsEngine')
const live = (doing: Doing) =>
  (powersHere(doing) && !powered(doing, 'own plug', 'battery off')) ||
  does('cranks', 'runsEngine', 'runsPump', 'sparks', 'heats', 'flames')(doing)
const vehicle = (doing: Doing) =>
  does('lifts', 'lowers')(doing) && 'what' in doing && doing.what === 'vehicle'

/** What no doing tells: on a layout that is licensed every hands-on act waits for the authority (acts, tests, survey, provocations). */
export const LICENSED_ONLY: Pick<Rule, 'id' | 'asks' | 'reason'> & { number: number } = {
  id: 'licensed',
  number: 15,
  asks: 'A licensed person gives the authority',
  reason: 'On this vehicle only approved data and licensed hands do the work.',
}

export const RULES: Rule[] = [
  // 1 · ports, tees and joints
  {
    id: 'open-prepared',
    number: 1,
    asks: 'Area safe, key out, pump locked',
    reason: 'Whatever parts, a port or a tee too, opens fuel.',
    place: '6 O02, O25, O30; 7 H01',
    when: opensFuel,
    throughout: { ignition: 'off', area: 'safe', pumpCircuit: 'locked' },
    after: { vapour: 'unchecked', leakCheck: 'due' },
    caution: OPEN_FUEL,
  },
  {
    id: 'open-without-pressure',
    number: 1,
    asks: 'Line without pressure, feed shut',
    reason: 'Only a valved port, or the joint that lets the pressure off, may stand under pressure.',
    place: '6 O25, O64; 7 H04',
    when: (doing) =>
      opensLiquid(doing) && doing.does === 'opens' && (doing.under === 'none' || doing.under === 'high'),
    throughout: { line: 'off', feedTap: 'shut', reliefJoint: 'made' },
  },
  {
    id: 'port-under-pressure',
    number: 1,
    asks: 'Cloth round it, glasses on',
    reason: 'A valved port sprays as it opens.',
    place: '6 O02; 7 H04',
    when: (doing) => doing.does === 'opens' && (doing.under === 'line' || doing.under === 'tap'),
    caution: SPRAY_WORDS,
  },
  {
    id: 'closed-anew',
    number: 1,
    asks: 'Meter again',
    reason: 'Fuel stood open while it was made.',
    place: '6, rule 2',
    when: (doing) => doing.does === 'closes' && doing.what !== 'access',
    throughout: { ignition: 'off', area: 'safe' },
    after: { vapour: 'unchecked' },
  },
  {
    id: 'air-in-feed',
    number: 1,
    asks: 'Bleed it',
    reason: 'What opens lets air in.',
    place: '6 O22, O52, O57',
    when: (doing, layout) => opensLiquid(doing) && PRIMED.includes(layout),
    after: { feed: 'air' },
  },
  // 2 · exhaust
  {
    id: 'exhaust-cool',
    number: 2,
    asks: 'Exhaust under {50 °C}',
    reason: 'Fuel on a hot exhaust burns.',
    place: '6 O68; 7 H05',
    when: (doing) => does('opens', 'drains', 'pours', 'fills')(doing) || first(doing) !== undefined,
    throughout: { exhaust: 'cool' },
  },
  {
    id: 'seek-cool',
    number: 2,
    asks: 'Exhaust under {50 °C}, area safe',
    reason: 'What is looked for sprays when it is found.',
    place: '6 O58, O68; 7 H04, H05',
    when: does('seeks'),
    throughout: { exhaust: 'cool', area: 'safe' },
    caution: SPRAY_WORDS,
  },
  {
    id: 'exhaust-hot',
    number: 2,
    asks: 'Let it cool',
    reason: 'An engine that ran, if only to a stall, has a hot exhaust.',
    place: '6 O01',
    when: does('runsEngine'),
    after: { exhaust: 'hot' },
  },
  // 3 · on the lift
  {
    id: 'no-turning-raised',
    number: 3,
    asks: 'Vehicle on the floor',
    reason: 'An engine that turns can throw the vehicle off the lift.',
    place: '7 H06, H14',
    when: turns,
    throughout: { height: 'on floor' },
  },
  // 4 · high side
  {
    id: 'high-side-up',
    number: 4,
    asks: 'Wait and read it again',
    reason: 'One crank, prime or run puts the high-pressure side up.',
    place: '6, rule 3; O04',
    when: (doing) =>
      does('cranks', 'runsEngine', 'runsPump')(doing) || (doing.does === 'pressurises' && doing.by !== 'gas'),
    after: { line: 'pressurised', highSide: 'pressurised' },
  },
  {
    id: 'high-side-read',
    number: 4,
    asks: 'High side low, by a value that makes sense',
    reason: 'A jet from the high-pressure side goes through skin.',
    place: '6 O04, O29, O31, O36; 7 H04',
    when: (doing, layout) =>
      opensLiquid(doing) &&
      doing.does === 'opens' &&
      (layout === 'A09' || doing.under === 'high' || (doing.near === 'engine' && doing.what !== 'port')),
    throughout: { highSide: 'low' },
  },
  {
    id: 'high-side-opened',
    number: 4,
    asks: 'High side looked at from a distance',
    reason: 'A high-pressure joint is proven by its own way, never by hand.',
    place: '6 O36, O58',
    when: (doing) => doing.does === 'opens' && doing.under === 'high',
    throughout: { battery: 'off' },
    after: { highCheck: 'due' },
    caution: HIGH_WORDS,
  },
  // 5 · beside an opening
  {
    id: 'nothing-beside',
    number: 5,
    asks: 'Every joint made, the tank shut',
    reason: 'Beside an open tank or joint nothing is connected, switched, turned or lifted.',
    place: '6, rule 1; 7 H02',
    when: (doing) =>
      (powersHere(doing) && !powered(doing, 'own plug')) ||
      does('cranks', 'runsEngine', 'runsPump', 'sparks', 'heats', 'flames', 'fills')(doing) ||
      vehicle(doing) ||
      first(doing) !== undefined,
    throughout: JOINTS_MADE,
  },
  {
    id: 'meter-before-spark',
    number: 5,
    asks: 'Meter under 1 % LEL',
    reason: 'Contacts, starters, pumps and heat light vapour.',
    place: '3, safety rules; 7 H02',
    when: (doing) => live(doing) || powered(doing, 'battery off') || first(doing) !== undefined,
    before: { vapour: 'clear' },
  },
  {
    id: 'repair-shut',
    number: 5,
    asks: 'Every joint made, the tank shut',
    reason: 'A repair that does not need the opening is not done beside it.',
    place: '6 O38, O39',
    when: (doing) => doing.does === 'repairs' && doing.beside === 'shut',
    throughout: { ...JOINTS_MADE, rig: 'none' },
  },
  {
    id: 'repair-way-in',
    number: 5,
    asks: 'The tank shut, no other joint open, battery off, meter under 1 % LEL',
    reason: 'At the top of a tank, in its place or lowered, it is worked with its unit and hoses on.',
    place: '6, rule 1; O38',
    when: (doing) => doing.does === 'repairs' && doing.beside === 'way in',
    throughout: {
      module: 'in',
      ring: 'tight',
      moduleHoses: 'joined',
      filterJoint: 'joined',
      reliefJoint: 'made',
      rig: 'none',
      battery: 'off',
    },
    before: { vapour: 'clear' },
  },
  {
    id: 'repair-tank',
    number: 5,
    asks: 'No other joint open',
    reason: 'Beside an open tank nothing else is open.',
    place: '6, rule 1',
    when: (doing) => doing.does === 'repairs' && doing.beside === 'open tank',
    throughout: { filterJoint: 'joined', reliefJoint: 'made', rig: 'none', battery: 'off' },
  },
  {
    id: 'repair-joint',
    number: 5,
    asks: 'The tank shut',
    reason: 'Beside an open joint the tank stays shut.',
    place: '6, rule 1',
    when: (doing) => doing.does === 'repairs' && doing.beside === 'open filter joint',
    throughout: {
      module: 'in',
      ring: 'tight',
      moduleHoses: 'joined',
      reliefJoint: 'made',
      tank: 'in',
      rig: 'none',
    },
  },
  // 6 · battery and restraints
  {
    id: 'battery-key-out',
    number: 6,
    asks: 'Key out',
    reason: 'The clamp sparks when it carries current.',
    place: '6 O06, O59',
    when: (doing) => powered(doing, 'battery off', 'battery on'),
    throughout: { ignition: 'off', feedTap: 'open' },
    caution: POWER_WORDS,
  },
  {
    id: 'battery-on',
    number: 6,
    asks: 'Pump locked, plugs mated, restraints mated',
    reason:
      'The last contact must carry no pump current, and a parted restraint plug may fire or set its lamp.',
    place: '6 O59, O73',
    when: (doing) => powered(doing, 'battery on'),
    throughout: { pumpCircuit: 'locked', plug: 'mated', restraints: 'mated' },
  },
  {
    id: 'restraint-dead',
    number: 6,
    asks: 'Battery off, its wait over',
    reason: 'A restraint plug is parted and mated without current.',
    place: '6 O73, O74',
    when: does('loosensRestraint'),
    throughout: { battery: 'off', ignition: 'off' },
  },
  {
    id: 'source-dead',
    number: 6,
    asks: 'Battery off',
    reason: 'This terminal is live with the key out.',
    place: '6 O38, O43',
    when: (doing) => powered(doing, 'source'),
    throughout: { battery: 'off', ignition: 'off' },
  },
  {
    id: 'wiring-key-out',
    number: 6,
    asks: 'Key out',
    reason: 'A relay, fuse or plug moved under current sparks.',
    place: '6 O07, O38, O66',
    when: (doing) => powered(doing, 'lock out', 'relay or fuse', 'plug', 'own plug'),
    throughout: { ignition: 'off' },
  },
  // 7 · cap
  {
    id: 'cap-after-battery',
    number: 7,
    asks: 'Battery off first',
    reason: 'The cap lets vapour out; the clamp comes before it.',
    place: '6 O05',
    when: (doing) => doing.does === 'opens' && doing.relief === true,
    throughout: { battery: 'off' },
  },
  {
    id: 'cap-prepared',
    number: 7,
    asks: 'Area safe, key out',
    reason: 'Vapour comes out at the cap.',
    place: '6 O05; 7 H01, H12',
    when: (doing) => doing.does === 'opens' && doing.what === 'cap',
    throughout: { ignition: 'off', area: 'safe' },
    after: { vapour: 'unchecked' },
    caution: VAPOUR_WORDS,
  },
  {
    id: 'tank-air-builds',
    number: 7,
    asks: 'Relieve it again',
    reason: 'A warm return puts the tank under pressure again.',
    place: '6 O05',
    when: turns,
    after: { tankVapour: 'sealed' },
  },
  {
    id: 'access-prepared',
    number: 7,
    asks: 'Battery off, line off, cap relieved, meter clear',
    reason: 'Vapour comes up as the tank’s top is bared.',
    place: '6 O10, O11, O13; 7 H01, H06',
    when: (doing) => doing.does === 'opens' && doing.what === 'access',
    throughout: {
      battery: 'off',
      area: 'safe',
      ignition: 'off',
      line: 'off',
      tankVapour: 'relieved',
      height: 'on floor',
      rig: 'none',
      ...JOINTS_MADE,
    },
    before: { vapour: 'clear' },
    after: { vapour: 'unchecked' },
    caution: VAPOUR_WORDS,
  },
  {
    id: 'tank-prepared',
    number: 7,
    asks: 'Battery off, cap relieved, fuel below the opening',
    reason: 'An open tank is the most dangerous place of the work.',
    place: '6 O21, O24, O49; 7 H01',
    when: (doing) => doing.does === 'opens' && (doing.what === 'unit' || doing.what === 'tank'),
    throughout: { battery: 'off', tankVapour: 'relieved', fuelLevel: 'below flange', rig: 'none' },
    caution: OPEN_TANK,
  },
  // 8 · what loads, pours, runs
  {
    id: 'pull-before-pressure',
    number: 8,
    asks: 'Line without pressure',
    reason: 'A joint that gives way under the hand must not spray.',
    place: '6 O30',
    when: (doing) => doing.does === 'pulls' && doing.what !== 'the filler hose',
    throughout: { line: 'off', pumpCircuit: 'locked' },
  },
  {
    id: 'pour-prepared',
    number: 8,
    asks: 'Key out, area safe, bonded',
    reason: 'Fuel that runs charges itself and gives off vapour.',
    place: '6 O15, O60, O85; 7 H03',
    when: does('drains', 'pours', 'fills'),
    before: { area: 'safe' },
    after: { vapour: 'unchecked' },
    caution: STATIC_WORDS,
  },
  {
    id: 'pour-key-out',
    number: 8,
    asks: 'Key out',
    reason: 'Key, phone and pump stay off while fuel is poured.',
    place: '6 O60; 7 H03',
    when: does('pours', 'fills'),
    throughout: { ignition: 'off' },
  },
  {
    id: 'fill-on-floor',
    number: 11,
    asks: 'Vehicle on the floor',
    reason: 'A vehicle is filled on the floor, never on a lift or over a pit.',
    place: '6 O60',
    when: does('fills'),
    throughout: { height: 'on floor' },
  },
  {
    id: 'drain-isolated',
    number: 8,
    asks: 'Battery off',
    reason: 'A tank is drained with the battery off.',
    place: '6 O15, O85',
    when: (doing) =>
      doing.does === 'drains' && doing.from === 'tank' && (doing.litres === 'all' || doing.litres > 1),
    throughout: { battery: 'off', ignition: 'off' },
  },
  // 9 · leak check
  {
    id: 'leak-check-first',
    number: 9,
    asks: 'Leak check passed',
    reason:
      'Nothing is switched on, closed, lowered or filled for other ends before every opened joint was seen dry.',
    place: '6 O58, O71, O75',
    when: (doing) =>
      first(doing) !== 'leak' &&
      first(doing) !== 'prime' &&
      (powered(doing, 'key on', 'jumper', 'lamp') ||
        does('cranks', 'runsEngine', 'runsPump')(doing) ||
        (doing.does === 'certifies' && doing.what === 'release') ||
        (doing.does === 'fills' && !doing.empty) ||
        (doing.does === 'closes' && doing.what === 'access') ||
        (doing.does === 'lowers' && doing.what === 'vehicle')),
    throughout: { leakCheck: 'passed' },
  },
  {
    id: 'repair-after-leak-check',
    number: 9,
    asks: 'Leak check passed',
    reason:
      'A repair that has nothing to do with the opening waits until it was seen dry, or comes before it.',
    place: '6 O58; 7 H02',
    when: (doing) => doing.does === 'repairs' && doing.aside,
    throughout: { leakCheck: 'passed' },
  },
  {
    id: 'first-pressure',
    number: 9,
    asks: 'Area safe, key out, extinguisher in hand',
    reason: 'A joint that was not made right shows itself now.',
    place: '6 O58; 7 H04',
    when: (doing) => first(doing) !== undefined,
    before: { area: 'safe', ignition: 'off' },
    caution: FIRST_PRESSURE,
  },
  {
    id: 'high-check-first',
    number: 9,
    asks: 'High side seen dry',
    reason: 'An opened high-pressure side is looked at from a distance before anything else runs it.',
    place: '6 O36, O58',
    when: (doing) => turns(doing) && first(doing) === undefined,
    throughout: { highCheck: 'passed' },
  },
  {
    id: 'high-check-shut',
    number: 9,
    asks: 'Everything closed, nobody near',
    reason: 'The first high pressure comes with the bonnet down.',
    place: '6 O36',
    when: (doing) => first(doing) === 'high',
    throughout: { leakCheck: 'passed', wayIn: 'shut', rig: 'none' },
    caution: HIGH_WORDS,
  },
  {
    id: 'road-put-back',
    number: 9,
    asks: 'Put back',
    reason: 'Nothing is driven that stands open.',
    place: '6 O61',
    when: (doing) => doing.does === 'runsEngine' && doing.how === 'road',
    throughout: {
      wayIn: 'shut',
      seat: 'in',
      hatch: 'closed',
      cargo: 'in',
      bed: 'down',
      filler: 'joined',
      exhaustPath: 'in',
    },
  },
  // 11 · raising and lowering
  {
    id: 'lift-whole',
    number: 11,
    asks: 'Tank, bed and every joint closed and bolted',
    reason: 'What is open, tilted or half bolted moves when the vehicle does.',
    place: '6 O09, O70; 7 H06',
    when: vehicle,
    throughout: {
      ignition: 'off',
      wayIn: 'shut',
      bed: 'down',
      seat: 'in',
      filler: 'joined',
      exhaustPath: 'in',
    },
    caution: UNDER_WORDS,
  },
  {
    id: 'tank-moves-shut',
    number: 11,
    asks: 'No joint open',
    reason: 'A tank is moved with everything else closed, the battery off.',
    place: '6 O12, O42; 7 H06',
    when: (doing) => does('lifts', 'lowers')(doing) && 'what' in doing && doing.what === 'tank',
    throughout: {
      battery: 'off',
      area: 'safe',
      ignition: 'off',
      line: 'off',
      module: 'in',
      ring: 'tight',
      moduleHoses: 'joined',
      filterJoint: 'joined',
      reliefJoint: 'made',
      fuelLevel: 'below flange',
    },
    caution: JACK_WORDS,
  },
  {
    id: 'bed-moves-shut',
    number: 11,
    asks: 'Vehicle on the floor, tank shut',
    reason: 'A bed is moved over a closed tank, on the floor.',
    place: '6 O13, O14, O75; 7 H06',
    when: (doing) => does('lifts', 'lowers')(doing) && 'what' in doing && doing.what === 'bed',
    throughout: { ...JOINTS_MADE, height: 'on floor', ignition: 'off', battery: 'off', filler: 'plugged' },
    caution: JACK_WORDS,
  },
  // 12 · never dry
  {
    id: 'never-dry',
    number: 12,
    asks: 'Fuel at the pump',
    reason: 'A pump without fuel sparks in vapour and wears out in seconds.',
    place: '6 O22, O57, O60',
    when: (doing) =>
      does('runsPump', 'cranks', 'runsEngine')(doing) || first(doing) === 'leak' || first(doing) === 'prime',
    throughout: FUEL_THERE,
  },
  {
    id: 'never-aired',
    number: 12,
    asks: 'Feed without air',
    reason: 'The feed is bled, a surge tank filled, before the pump runs for any other end.',
    place: '6 O52, O57, O58',
    when: (doing) =>
      (does('runsPump', 'cranks', 'runsEngine')(doing) || first(doing) === 'leak') &&
      first(doing) !== 'prime',
    throughout: { feed: 'primed' },
  },
  {
    id: 'pump-whole',
    number: 12,
    asks: 'Battery on, pump circuit whole',
    reason: 'It runs on its own circuit, plug mated.',
    place: '6 O22, O66; 7 H02',
    when: (doing) => doing.does === 'runsPump' && doing.by === 'key',
    throughout: { battery: 'on', pumpCircuit: 'live', plug: 'mated' },
  },
  {
    id: 'pump-jumped',
    number: 12,
    asks: 'Relay out, battery on',
    reason: 'A lead in place of the relay wants the relay out.',
    place: '3 T10; 7 H02',
    when: (doing) => doing.does === 'runsPump' && doing.by !== 'key',
    throughout: { battery: 'on', pumpCircuit: 'locked', plug: 'mated', ignition: 'off' },
    caution: CLEAN_SIDE,
  },
  {
    id: 'power-whole',
    number: 12,
    asks: 'Battery on, restraints mated',
    reason: 'Nothing is switched with a restraint plug parted.',
    place: '6 O73',
    when: (doing) =>
      powered(doing, 'key on', 'jumper', 'lamp') || does('cranks', 'runsEngine', 'runsPump')(doing),
    throughout: { battery: 'on', restraints: 'mated' },
  },
  // 13 · fuel in the engine
  {
    id: 'cylinders-dry',
    number: 13,
    asks: 'Cylinders cleared',
    reason: 'Fuel in a cylinder locks the engine, or burns in the intake.',
    place: '6 O37; 7 H05',
    when: turns,
    throughout: { cylinders: 'dry' },
  },
  {
    id: 'turning-words',
    number: 13,
    asks: 'Clear of fan and belts',
    reason: 'What turns catches.',
    place: '7 H14',
    when: does('cranks'),
    caution: CRANK_WORDS,
  },
  {
    id: 'running-words',
    number: 13,
    asks: 'Outdoors or with extraction',
    reason: 'Exhaust gas kills.',
    place: '7 H14',
    when: does('runsEngine'),
    caution: RUNNING_WORDS,
  },
  // 14 · chemistry, gas, heat
  {
    id: 'chemistry-off-vehicle',
    number: 14,
    asks: 'Tank off the vehicle, empty, outdoors',
    reason: 'Chemistry in a tank is done off the vehicle, by its metal and coating.',
    place: '6 O50, O53; 7 H08, H09',
    when: (doing) => doing.does === 'chemicals' && doing.kind !== 'sealant',
    throughout: { tank: 'lowered', module: 'out', battery: 'off', area: 'safe', ignition: 'off' },
    caution: CHEMICAL_WORDS,
  },
  {
    id: 'gas-prepared',
    number: 14,
    asks: 'Key out, line without pressure',
    reason: 'Gas into a line or tank bursts it, or carries fuel where it is hot.',
    place: '7, pressure limits',
    when: (doing) => doing.does === 'gas' && doing.into !== 'intake',
    throughout: { ignition: 'off', area: 'safe', exhaust: 'cool', line: 'off' },
    caution: GAS_WORDS,
  },
  {
    id: 'smoke-cool',
    number: 14,
    asks: 'Exhaust under {50 °C}',
    reason: 'Smoke is never put on a hot catalyst.',
    place: '3 T64',
    when: (doing) => doing.does === 'gas' && doing.into === 'intake',
    throughout: { ignition: 'off', exhaust: 'cool' },
    caution: GAS_WORDS,
  },
  {
    id: 'heat-away',
    number: 14,
    asks: 'Meter under 1 % LEL, tank shut',
    reason: 'Heat and sparks stay away from fuel.',
    place: '6 O39, O49; 7 hot work',
    when: does('heats', 'flames', 'sparks'),
    throughout: { ignition: 'off' },
    caution: HEAT_WORDS,
  },
  // 15 · aircraft
  {
    id: 'licensed-opening',
    number: 15,
    asks: 'Flow proven anew',
    reason: 'What was opened on an aircraft is proven by flow before it is released.',
    place: '6 O63; 3 T77',
    when: (doing, layout) => opensFuel(doing) && LICENSED.includes(layout),
    after: { flowProof: 'due' },
    caution: LICENSED_WORDS,
  },
  {
    id: 'licensed-words',
    number: 15,
    asks: 'A licensed person',
    reason: 'Only an authorised person may do this, and signs for it.',
    place: '6 O17, O63; 7 H10',
    when: does('certifies'),
    caution: LICENSED_WORDS,
  },
  {
    id: 'licensed-turning',
    number: 15,
    asks: 'Magnetos grounded, nobody in the propeller’s circle',
    reason: 'A propeller moves by a hot magneto.',
    place: '7 H10, H14',
    when: (doing, layout) =>
      LICENSED.includes(layout) &&
      (turns(doing) || doing.does === 'runsPump' || (doing.does === 'opens' && doing.near === 'engine')),
    caution: PROPELLER_WORDS,
  },
  // 16 · people and what stands over them
  {
    id: 'under-vehicle',
    number: 16,
    asks: 'Key out, shaken before anyone goes under',
    reason: 'Nobody is under what can move or start.',
    place: '6 O09; 7 H06',
    when: does('under'),
    throughout: { ignition: 'off' },
    caution: UNDER_WORDS,
  },
]

export interface Derived {
  needs: VehicleState
  sets: VehicleState
  /** What a rule holds throughout: an act may not end otherwise. */
  throughout: VehicleState
  cautions: Caution[]
  people: number
  rules: Rule[]
}

/** What the rules ask of these doings on a layout, all variables included. */
export function derive(layout: LayoutId, doings: readonly Doing[]): Derived {
  const rules = RULES.filter((rule) => doings.some((doing) => rule.when(doing, layout)))
  const throughout: VehicleState = Object.assign({}, ...rules.map((rule) => rule.throughout))
  const cautions = rules.flatMap((rule) => rule.caution ?? [])
  return {
    needs: Object.assign({}, ...rules.map((rule) => rule.before), throughout),
    sets: Object.assign({}, ...rules.map((rule) => rule.after)),
    throughout,
    cautions: cautions.filter((caution, at) => cautions.indexOf(caution) === at),
    people: Math.max(1, ...doings.map((doing) => ('people' in doing ? doing.people : 1))),
    rules,
  }
}
