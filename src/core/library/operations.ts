/**
 * Operations: what a technician does to the vehicle, as needs and effects on its state. The planner
 * finds every order of work from these; nothing is a canned list. A twin is the operation that undoes
 * another; refit is planned over the twins, not reversed blindly. Minutes and torques are typical
 * (handbook 6); the maker's figure governs.
 */
import type { VehicleState } from '../vehicle'

/** Ways in to the top of the tank. */
export const WAYS_IN = ['benchHatch', 'cargoHatch', 'bedTilt', 'bedOff', 'tankDown'] as const
export type WayInId = (typeof WAYS_IN)[number]

export interface Operation {
  id: string
  title: string
  /** One line under the title in the plan. */
  detail: string
  needs: VehicleState
  sets: VehicleState
  minutes: number
  twin?: string
  steps: string[]
  /** Pieces that come off the vehicle, or are put on it, and where they lie. */
  out?: { name: string; count: number; lies: string }[]
  on?: { name: string; count: number; lies: string }[]
  newParts?: { name: string; count: number }[]
  tools?: string[]
  torque?: { what: string; lowNm: number; highNm: number }
  caution?: { text: string; stopWhen: string }
  /** The way to the tank's top that it belongs to; any vehicle where none is named. */
  way?: WayInId
  /** People that it takes; one where nothing is said. */
  people?: number
  /** Rust makes it longer. */
  rusts?: boolean
  /** It parts a fuel joint: what must be in hand is in hand before it. */
  opens?: boolean
  /** A value that must be entered before the step counts. */
  gaugeGate?: { what: string; unit: 'kPa' | '%'; below: number }
  orientation?: string
}

const CLOSED: VehicleState = { module: 'in', ring: 'tight', moduleHoses: 'joined', filterJoint: 'joined', tank: 'in' }
/** What must hold before a way to the tank's top is opened. */
const BEFORE_OPENING: VehicleState = { battery: 'off', area: 'safe', ignition: 'off', line: 'off', tankVapour: 'relieved', vapour: 'clear' }
const OPEN_FUEL = { text: 'Open fuel. Glasses on, cloth under each joint. Extractor on, switched from outside.', stopWhen: 'Stop at 10 % LEL and ventilate. Leave at 20 %.' }
const OPEN_TANK = { text: 'Open tank. Brass tools only, nothing that sparks. The tablet stays on the trolley, outside the line.', stopWhen: 'Stop at 10 % LEL and ventilate. Leave at 20 %, touch no switch.' }

export const OPERATIONS: Operation[] = [
  { id: 'keyOn', title: 'Key on', detail: 'pump primes', needs: { battery: 'on', ignition: 'off', ...CLOSED }, sets: { ignition: 'on', line: 'pressurised' }, minutes: 0.2, twin: 'keyOff', steps: ['Turn the key on'] },
  { id: 'keyOff', title: 'Key out', detail: 'out of reach', needs: { ignition: 'on' }, sets: { ignition: 'off' }, minutes: 0.2, twin: 'keyOn', steps: ['Key out and out of reach'] },
  { id: 'startEngine', title: 'Start the engine', detail: 'outdoors or with extraction', needs: { battery: 'on', ignition: 'off', pumpCircuit: 'live', plug: 'mated', leakCheck: 'passed', ...CLOSED }, sets: { ignition: 'running', line: 'pressurised', exhaust: 'hot', vapour: 'unchecked' }, minutes: 1, steps: ['Look under it once', 'Start'] },
  { id: 'stopEngine', title: 'Stop the engine', detail: 'key out', needs: { ignition: 'running' }, sets: { ignition: 'off' }, minutes: 0.3, steps: ['Key out and out of reach'] },
  { id: 'coolDown', title: 'Let the exhaust cool', detail: 'under 50 °C by thermometer', needs: { ignition: 'off' }, sets: { exhaust: 'cool' }, minutes: 12, steps: ['Wait until exhaust and catalyst are under 50 °C'], tools: ['Infra-red thermometer'] },
  { id: 'makeAreaSafe', title: 'Make the area safe', detail: 'bond, ventilate, extinguisher', needs: { ignition: 'off' }, sets: { area: 'safe' }, minutes: 8, twin: 'standDown', steps: ['No pit, no heater, no lamp without guard', 'Extractor on, switched from outside', 'Bond vehicle and can, under 10 Ω', 'Extinguisher within 5 m, way out clear', 'Zero the gas meter outdoors'], on: [{ name: 'Bond lead', count: 2, lies: 'tank and can' }], tools: ['Bond leads', 'Gas meter', '6 kg powder extinguisher'], caution: { text: 'Petrol vapour is heavy and runs along the floor.', stopWhen: 'Stop at 10 % LEL and ventilate. Leave at 20 %.' } },
  { id: 'standDown', title: 'Stand the area down', detail: 'rags in the lidded bin', needs: { area: 'safe', vapour: 'clear', leakCheck: 'passed', ...CLOSED, plug: 'mated' }, sets: { area: 'open' }, minutes: 5, twin: 'makeAreaSafe', steps: ['Lids closed, rags outdoors', 'Bond leads off, the can last'], on: [] },
  { id: 'meterVapour', title: 'Read the gas meter', detail: 'under 1 % LEL', needs: { area: 'safe' }, sets: { vapour: 'clear' }, minutes: 3, steps: ['Battery, tank top, floor, cab: 30 s each', 'Enter the highest value'], tools: ['Gas meter'], gaugeGate: { what: 'Highest meter value', unit: '%', below: 1 }, caution: { text: 'The meter decides, not the nose.', stopWhen: 'Stop at 10 % LEL and ventilate. Leave at 20 %.' } },
  { id: 'fitGauge', title: 'Fit the pressure gauge', detail: 'service port, or a tee in the feed', needs: { ignition: 'off' }, sets: { gauge: 'fitted' }, minutes: 5, twin: 'removeGauge', steps: ['Glasses on, cloth round the port', 'Screw the gauge on, bleed its hose into the can'], on: [{ name: 'Pressure gauge', count: 1, lies: 'feed port' }], tools: ['Gauge of the right range'], caution: { text: 'A little fuel sprays as the port opens.', stopWhen: 'Stop when it keeps spraying.' } },
  { id: 'removeGauge', title: 'Take the gauge off', detail: 'cap the port', needs: { gauge: 'fitted', ignition: 'off' }, sets: { gauge: 'none' }, minutes: 3, twin: 'fitGauge', steps: ['Bleed the hose into the can', 'Gauge off, port cap on, look for a drop'], newParts: [{ name: 'Port cap seal', count: 1 }] },
  { id: 'lockPump', title: 'Lock the pump out', detail: 'relay K3 out, bagged', needs: { ignition: 'off' }, sets: { pumpCircuit: 'locked' }, minutes: 2, twin: 'unlockPump', steps: ['Relay K3 out', 'Bag and tag it on the wheel'], out: [{ name: 'Relay K3', count: 1, lies: 'bag on the wheel' }] },
  { id: 'unlockPump', title: 'Put the pump circuit back', detail: 'relay K3 in', needs: { pumpCircuit: 'locked', ignition: 'off', vapour: 'clear', ...CLOSED, plug: 'mated' }, sets: { pumpCircuit: 'live' }, minutes: 2, twin: 'lockPump', steps: ['Nobody at the tank or the line', 'Relay in, pins right', 'Tag off'] },
  { id: 'relieveTank', title: 'Relieve the filler cap', detail: 'a turn, listen, shut again', needs: { ignition: 'off', area: 'safe' }, sets: { tankVapour: 'relieved', vapour: 'unchecked' }, minutes: 1.5, steps: ['Turn slowly, face away', 'Note which way it hisses', 'Cap shut again'], caution: { text: 'A warm tank pushes vapour out.', stopWhen: 'Stop when fuel comes with it.' } },
  { id: 'pressureOff', title: 'Let the line pressure off', detail: 'under 10 kPa on the gauge', needs: { gauge: 'fitted', pumpCircuit: 'locked', ignition: 'off', area: 'safe', exhaust: 'cool', line: 'pressurised' }, sets: { line: 'off', vapour: 'unchecked' }, minutes: 4, steps: ['Bleed hose into the bonded can', 'Open slowly, wait for the needle', 'Enter what the gauge shows'], gaugeGate: { what: 'Gauge', unit: 'kPa', below: 10 }, caution: { text: 'Up to 350 kPa stands behind the valve. Glasses and gloves on.', stopWhen: 'Stop when the needle does not fall.' } },
  { id: 'batteryOff', title: 'Battery minus off', detail: 'tape the clamp', needs: { battery: 'on', ignition: 'off', vapour: 'clear', ...CLOSED }, sets: { battery: 'off' }, minutes: 4, twin: 'batteryOn', steps: ['Loads off, lamps off', 'Minus off, tape the clamp', 'Wait 3 min for the restraints'], on: [{ name: 'Tape', count: 1, lies: 'on the minus clamp' }], tools: ['Spanner 10'] },
  { id: 'batteryOn', title: 'Battery minus on', detail: 'nut 6 N·m', needs: { battery: 'off', pumpCircuit: 'locked', vapour: 'clear', ...CLOSED, plug: 'mated' }, sets: { battery: 'on' }, minutes: 4, twin: 'batteryOff', steps: ['Meter under 1 % LEL at the battery', 'Loads off, tape off', 'Minus on'], torque: { what: 'Clamp nut', lowNm: 5, highNm: 7 } },
  { id: 'drainBelowFlange', title: 'Drain below the flange', detail: 'by dip, into a bonded can', needs: { battery: 'off', area: 'safe', ignition: 'off', fuelLevel: 'above flange' }, sets: { fuelLevel: 'below flange', vapour: 'unchecked' }, minutes: 18, steps: ['Rated pump, switched from outside', 'Hose end below the surface in the can', 'Dip again'], tools: ['Rated transfer pump', 'Bonded can, 40 L'], caution: { text: 'Static: bond first, slow until the end is covered.', stopWhen: 'Stop when the bond is lost.' } },
  { id: 'seatOut', way: 'benchHatch', title: 'Rear bench out', detail: '4 bolts M10', needs: { battery: 'off', seat: 'in' }, sets: { seat: 'out' }, minutes: 7, twin: 'seatIn', steps: ['Four bolts out', 'Lift out with two'], out: [{ name: 'Bench bolts M10', count: 4, lies: 'dish 1' }, { name: 'Rear bench', count: 1, lies: 'at the wall' }], tools: ['Socket 16'] },
  { id: 'seatIn', way: 'benchHatch', title: 'Rear bench in', detail: '4 bolts M10, 45 N·m', needs: { seat: 'out', hatch: 'closed' }, sets: { seat: 'in' }, minutes: 7, twin: 'seatOut', steps: ['Bench in with two', 'Four bolts, belts free'], torque: { what: 'Bench bolts', lowNm: 40, highNm: 50 } },
  { id: 'hatchOpen', title: 'Hatch plate off', detail: '6 screws M5', needs: { hatch: 'closed', seat: 'out', ...BEFORE_OPENING }, sets: { hatch: 'open', wayIn: 'open', vapour: 'unchecked' }, way: 'benchHatch', minutes: 5, twin: 'hatchClose', steps: ['Six screws out', 'Plate off, gasket to scrap'], out: [{ name: 'Hatch screws M5', count: 6, lies: 'dish 2' }, { name: 'Hatch plate', count: 1, lies: 'under the trolley' }], tools: ['Driver'] },
  { id: 'hatchClose', title: 'Hatch plate on', detail: '6 screws M5, 4 N·m', needs: { hatch: 'open', seat: 'out', leakCheck: 'passed', ...CLOSED }, sets: { hatch: 'closed', wayIn: 'shut' }, way: 'benchHatch', minutes: 5, twin: 'hatchOpen', steps: ['New gasket, no gap to the cab', 'Six screws crosswise'], newParts: [{ name: 'Hatch gasket', count: 1 }], torque: { what: 'Hatch screws', lowNm: 3, highNm: 5 } },
  { id: 'cargoOut', way: 'cargoHatch', title: 'Boot floor and trim out', detail: 'floor, side trim', needs: { battery: 'off', cargo: 'in' }, sets: { cargo: 'out' }, minutes: 8, twin: 'cargoIn', steps: ['Load out, floor panel out', 'Side trim off where it covers the plate'], out: [{ name: 'Boot floor', count: 1, lies: 'at the wall' }, { name: 'Trim clips', count: 6, lies: 'dish 1' }], tools: ['Trim tool'] },
  { id: 'cargoIn', way: 'cargoHatch', title: 'Boot floor and trim in', detail: 'clips, floor', needs: { cargo: 'out', hatch: 'closed' }, sets: { cargo: 'in' }, minutes: 6, twin: 'cargoOut', steps: ['Nothing pinched under the trim', 'Clips in, floor in'] },
  { id: 'cargoHatchOpen', way: 'cargoHatch', title: 'Boot hatch plate off', detail: '6 screws M5', needs: { hatch: 'closed', cargo: 'out', ...BEFORE_OPENING }, sets: { hatch: 'open', wayIn: 'open', vapour: 'unchecked' }, minutes: 5, twin: 'cargoHatchClose', steps: ['Six screws out', 'Plate off, seal to scrap'], out: [{ name: 'Hatch screws M5', count: 6, lies: 'dish 2' }, { name: 'Hatch plate', count: 1, lies: 'in the boot' }], tools: ['Driver'], caution: { text: 'Vapour comes up into the boot. Lid open, extractor on, no boot lamp.', stopWhen: 'Stop at 10 % LEL and ventilate. Leave at 20 %.' } },
  { id: 'cargoHatchClose', way: 'cargoHatch', title: 'Boot hatch plate on', detail: '6 screws M5, 4 N·m', needs: { hatch: 'open', cargo: 'out', leakCheck: 'passed', ...CLOSED }, sets: { hatch: 'closed', wayIn: 'shut' }, minutes: 5, twin: 'cargoHatchOpen', steps: ['New seal: it keeps vapour out of the cab', 'Six screws crosswise'], newParts: [{ name: 'Hatch gasket', count: 1 }], torque: { what: 'Hatch screws', lowNm: 2, highNm: 5 } },
  { id: 'lowerTank', way: 'tankDown', title: 'Lower the tank', detail: 'straps, lines, filler; on a wide jack', needs: { tank: 'in', height: 'raised', pumpCircuit: 'locked', exhaust: 'cool', fuelLevel: 'below flange', ...BEFORE_OPENING }, sets: { tank: 'lowered', wayIn: 'open', vapour: 'unchecked', leakCheck: 'due' }, minutes: 95, people: 2, rusts: true, opens: true, twin: 'raiseTank', steps: ['Dip again: under a tenth, drain the rest', 'Exhaust or shaft aside where it crosses, shields off', 'Filler hose, vent and lines apart, each end capped', 'Mark straps and hoses, tank strapped to the jack', 'Strap bolts out, down by a hand’s breadth, look for what still holds', 'Down, level, nobody under it'], out: [{ name: 'Strap bolts', count: 4, lies: 'dish 5' }, { name: 'Straps', count: 2, lies: 'on the bench' }], on: [{ name: 'Line caps', count: 4, lies: 'on the line ends' }], tools: ['Tank jack, wide', 'Ratchet strap', 'Line release tool'], caution: { text: 'Each 10 L weighs about 7.5 kg and runs to the low side. Two people, nobody under the tank.', stopWhen: 'Stop when the vehicle moves on the lift, or at 10 % LEL.' } },
  { id: 'raiseTank', way: 'tankDown', title: 'Raise the tank', detail: 'hoses before the full lift; straps 35 N·m', needs: { tank: 'lowered', height: 'raised', module: 'in', ring: 'tight', moduleHoses: 'joined', battery: 'off', area: 'safe' }, sets: { tank: 'in', wayIn: 'shut', vapour: 'unchecked' }, minutes: 80, people: 2, twin: 'lowerTank', steps: ['Hoses and plug on while they can be reached, caps off, count four', 'Pour 5 L from a bonded can, look at each joint', 'Up, nothing pinched, pads and straps on their marks', 'Strap bolts, shields and ground strap back'], newParts: [{ name: 'Line seal ring', count: 2 }, { name: 'Hose clip, rated', count: 4 }], torque: { what: 'Strap bolts', lowNm: 20, highNm: 50 }, caution: { text: 'Two people, tank strapped to the jack.', stopWhen: 'Stop when a hose must be pulled to reach.' } },
  { id: 'tiltBed', way: 'bedTilt', title: 'Tilt the load bed', detail: 'bolts, filler, wires; hoist and locked props', needs: { bed: 'down', height: 'on floor', ...BEFORE_OPENING }, sets: { bed: 'tilted', wayIn: 'open', vapour: 'unchecked' }, minutes: 60, people: 2, rusts: true, twin: 'lowerBed', steps: ['Bed empty, wires and ground strap off, filler neck freed', 'Filler stub closed with a plug that breathes', 'Bed bolts out, shims marked', 'Up by hoist, two rated props locked'], out: [{ name: 'Bed bolts', count: 6, lies: 'dish 5' }, { name: 'Bed shims', count: 4, lies: 'marked, dish 5' }], on: [{ name: 'Breathing plug', count: 1, lies: 'in the filler stub' }, { name: 'Rated props', count: 2, lies: 'under the bed' }], tools: ['Hoist', 'Rated props', 'Socket 18'], caution: { text: 'Nobody under the bed on the hoist alone: both props locked first.', stopWhen: 'Stop when a prop or the hoist creeps.' } },
  { id: 'lowerBed', way: 'bedTilt', title: 'Load bed down, bolted', detail: 'bolts 90 N·m, ground strap', needs: { bed: 'tilted', leakCheck: 'passed', ...CLOSED }, sets: { bed: 'down', wayIn: 'shut' }, minutes: 45, people: 2, twin: 'tiltBed', steps: ['Area clear, props out last under hoist tension', 'Down on its shims, hands clear', 'Bolts, filler neck with clamps and ground strap, wires', 'Look at the filler once it is on'], newParts: [{ name: 'Filler clamp', count: 2 }], torque: { what: 'Bed bolts', lowNm: 60, highNm: 120 } },
  { id: 'liftBed', way: 'bedOff', title: 'Load bed off', detail: 'hoist with rated slings, onto stands', needs: { bed: 'down', height: 'on floor', ...BEFORE_OPENING }, sets: { bed: 'off', wayIn: 'open', vapour: 'unchecked' }, minutes: 125, people: 4, rusts: true, twin: 'refitBed', steps: ['Bed empty, wires and ground strap off, filler neck freed', 'Filler stub closed with a plug that breathes', 'Bed bolts out, shims marked', 'Off by hoist and slings, onto stands, never leaned'], out: [{ name: 'Bed bolts', count: 6, lies: 'dish 5' }, { name: 'Bed shims', count: 4, lies: 'marked, dish 5' }, { name: 'Load bed', count: 1, lies: 'on stands' }], on: [{ name: 'Breathing plug', count: 1, lies: 'in the filler stub' }], tools: ['Hoist', 'Rated slings', 'Socket 18'], caution: { text: 'Nobody under the lifted bed, the area roped off.', stopWhen: 'Stop when a sling slips or the bed swings.' } },
  { id: 'refitBed', way: 'bedOff', title: 'Load bed on', detail: 'shims, bolts 90 N·m, ground strap', needs: { bed: 'off', leakCheck: 'passed', ...CLOSED }, sets: { bed: 'down', wayIn: 'shut' }, minutes: 105, people: 4, twin: 'liftBed', steps: ['Grounds cleaned while they are bare', 'Down on its shims', 'Bolts, filler neck with clamps and ground strap, wires'], newParts: [{ name: 'Filler clamp', count: 2 }], torque: { what: 'Bed bolts', lowNm: 60, highNm: 120 } },
  { id: 'cleanTop', title: 'Clean the module top', detail: 'before any joint parts', needs: { wayIn: 'open', vapour: 'clear', moduleHoses: 'joined' }, sets: { moduleTop: 'clean' }, minutes: 4, steps: ['Brush and wipe, nothing blown', 'Look: wet, cracked, browned?'], tools: ['Brush', 'Cloth'] },
  { id: 'partModule', opens: true, title: 'Module plug and hoses off', detail: 'cap both sides of each joint', needs: { wayIn: 'open', moduleTop: 'clean', moduleHoses: 'joined', line: 'off', tankVapour: 'relieved', battery: 'off', area: 'safe', fuelLevel: 'below flange' }, sets: { moduleHoses: 'parted', vapour: 'unchecked', leakCheck: 'due' }, minutes: 6, twin: 'joinModule', steps: ['Mark which hose goes where', 'Slide the lock, plug off, no blade', 'Squeeze both tabs, feed hose straight off', 'Cap the hose and the stub', 'Return hose off, cap both sides'], on: [{ name: 'Caps, 8 and 10 mm', count: 4, lies: 'hoses and stubs' }], tools: ['Four caps'], caution: OPEN_FUEL, orientation: 'Module from above: feed stub right, return stub left, arrow to the front.' },
  { id: 'joinModule', title: 'Module hoses and plug on', detail: 'hear both clicks, pull each', needs: { moduleHoses: 'parted', ring: 'tight', module: 'in', battery: 'off' }, sets: { moduleHoses: 'joined', vapour: 'unchecked' }, minutes: 5, twin: 'partModule', steps: ['Caps off, count four', 'Feed on the right, return on the left, arrow to arrow', 'Plug on, hear the click, close the lock'], newParts: [{ name: 'Hose clip, rated', count: 2 }], caution: OPEN_FUEL, orientation: 'Feed stub right, return stub left.' },
  { id: 'ringOff', rusts: true, title: 'Lock ring off', detail: 'brass key, quarter turns', needs: { ring: 'tight', moduleHoses: 'parted', battery: 'off', area: 'safe' }, sets: { ring: 'off', vapour: 'unchecked' }, minutes: 6, twin: 'ringOn', steps: ['Mark the arrow on the tank', 'No penetrant near the seal', 'Ring off with the brass key'], out: [{ name: 'Lock ring', count: 1, lies: 'dish 3' }], tools: ['Brass ring key'], caution: OPEN_TANK },
  { id: 'ringOn', title: 'Lock ring on', detail: 'to the stop mark, 60 N·m', needs: { ring: 'off', module: 'in', battery: 'off' }, sets: { ring: 'tight' }, minutes: 6, twin: 'ringOff', steps: ['Seal flat all round', 'Ring on to the stop mark'], torque: { what: 'Lock ring', lowNm: 45, highNm: 75 }, caution: OPEN_TANK },
  { id: 'liftModule', title: 'Lift the module out', detail: 'turn it, drain 20 s over the tank', needs: { module: 'in', ring: 'off', moduleHoses: 'parted', fuelLevel: 'below flange', battery: 'off', area: 'safe' }, sets: { module: 'out', vapour: 'unchecked' }, minutes: 5, twin: 'lowerModule', steps: ['Lift, turn 40°, mind the float arm', 'Let it drain over the tank for 20 s', 'Cover the opening', 'Seal to scrap'], out: [{ name: 'Old module', count: 1, lies: 'tray, lid on' }], caution: OPEN_TANK },
  { id: 'lowerModule', title: 'Lower the module', detail: 'arrow to the front, new seal', needs: { module: 'out', battery: 'off', area: 'safe' }, sets: { module: 'in' }, minutes: 6, twin: 'liftModule', steps: ['New seal, seated all round', 'Float arm first, turn back 40°', 'Arrow on the mark'], newParts: [{ name: 'Flange seal', count: 1 }], caution: OPEN_TANK, orientation: 'Arrow to the front, float arm to the left.' },
  { id: 'raise', title: 'Raise the vehicle', detail: 'rated points, shake test', needs: { height: 'on floor', ignition: 'off', seat: 'in' }, sets: { height: 'raised' }, minutes: 8, twin: 'lower', steps: ['Rated points, chocks', 'Shake it before you go under'], caution: { text: 'Nobody under it before the shake test.', stopWhen: 'Stop when a pad moves or a point is rusted through.' }, tools: ['Lift'] },
  { id: 'lower', title: 'Lower the vehicle', detail: 'nobody below', needs: { height: 'raised', filterJoint: 'joined', tank: 'in' }, sets: { height: 'on floor' }, minutes: 4, twin: 'raise', steps: ['Tools out, nobody below', 'Lower'] },
  { id: 'partFilter', opens: true, rusts: true, title: 'Filter joints apart', detail: 'cap both sides of each joint', needs: { filterJoint: 'joined', height: 'raised', line: 'off', ignition: 'off', area: 'safe', exhaust: 'cool', pumpCircuit: 'locked' }, sets: { filterJoint: 'parted', vapour: 'unchecked', leakCheck: 'due' }, minutes: 5, twin: 'joinFilter', steps: ['Wipe the joints clean', 'Can below, both joints apart', 'Cap both line ends'], on: [{ name: 'Caps, 8 mm', count: 2, lies: 'line ends' }], tools: ['Line release tool', 'Two caps'], caution: OPEN_FUEL },
  { id: 'joinFilter', title: 'Filter joints together', detail: 'click, then pull back hard', needs: { filterJoint: 'parted' }, sets: { filterJoint: 'joined', vapour: 'unchecked' }, minutes: 4, twin: 'partFilter', steps: ['Caps off, count two', 'Arrow to the engine', 'Click, then pull back hard'], newParts: [{ name: 'Hose clip, rated', count: 2 }], torque: { what: 'Hose clips', lowNm: 2, highNm: 3 }, caution: OPEN_FUEL },
  { id: 'trimOff', title: 'Step well trim off', detail: '5 clips', needs: { stepTrim: 'on' }, sets: { stepTrim: 'off' }, minutes: 3, twin: 'trimOn', steps: ['Five clips out', 'Trim off'], out: [{ name: 'Trim clips', count: 5, lies: 'dish 4' }, { name: 'Step trim', count: 1, lies: 'on the seat' }], tools: ['Trim tool'] },
  { id: 'trimOn', title: 'Step well trim on', detail: '5 clips', needs: { stepTrim: 'off', plug: 'mated' }, sets: { stepTrim: 'on' }, minutes: 3, twin: 'trimOff', steps: ['Wire not pinched', 'Five clips in'] },
  { id: 'partPlug', title: 'Part plug X7', detail: 'lock up, pull the shell', needs: { plug: 'mated', stepTrim: 'off', ignition: 'off' }, sets: { plug: 'parted' }, minutes: 1.5, twin: 'matePlug', steps: ['Lock up, pull the shell, never the wire', 'Look at the pins: green, brown, spread?'] },
  { id: 'matePlug', title: 'Mate plug X7', detail: 'hear the click', needs: { plug: 'parted', ignition: 'off' }, sets: { plug: 'mated' }, minutes: 1.5, twin: 'partPlug', steps: ['Seals in place', 'Push until it clicks', 'Pull each wire'] },
  { id: 'leakCheck', title: 'Run it and look for leaks', detail: 'joints still in sight', needs: { leakCheck: 'due', battery: 'on', pumpCircuit: 'live', vapour: 'clear', area: 'safe', ...CLOSED, plug: 'mated', ignition: 'off' }, sets: { leakCheck: 'passed', line: 'pressurised', vapour: 'unchecked' }, minutes: 10, steps: ['Second person at the key, extinguisher in hand', 'Prime three times', 'Paper on a stick at every joint you parted', 'Wait 5 min, look again'], caution: { text: 'First pressure after the repair.', stopWhen: 'Any drop: key out, relay out, back to the joint.' } },
]

export const operationById = (id: string): Operation => {
  const operation = OPERATIONS.find((candidate) => candidate.id === id)
  if (!operation) throw new Error(`No operation ${id}`)
  return operation
}

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
  { id: 'underVehicle', title: 'Under the vehicle', inside: [{ height: 'raised' }], requires: { ignition: 'off' }, words: 'On rated points, shaken before anyone goes under' },
  { id: 'vapour', title: 'Vapour below here', inside: [{ wayIn: 'open' }, { filterJoint: 'parted' }, { moduleHoses: 'parted' }], requires: { area: 'safe' }, words: 'Extractor on from outside, area bonded, guarded lamp only' },
  { id: 'openFuel', title: 'Open fuel below here', inside: [{ moduleHoses: 'parted' }, { filterJoint: 'parted' }], requires: { line: 'off', ignition: 'off', area: 'safe' }, words: 'Under 10 kPa on the gauge, glasses on, both sides capped' },
  { id: 'openTank', title: 'Open tank below here', inside: [{ ring: 'off' }, { module: 'out' }], requires: { battery: 'off', fuelLevel: 'below flange', area: 'safe' }, words: 'Battery off, fuel below the flange by dip, brass tools only' },
]

/** Operations whose figure must be read before a state like this may be said to be there, of what it does not have already. */
export function figuresFor(state: VehicleState, claimed: VehicleState): Operation[] {
  const changed = (Object.keys(claimed) as (keyof VehicleState)[]).filter((variable) => claimed[variable] !== state[variable])
  return OPERATIONS.filter((operation) => operation.gaugeGate && changed.some((variable) => operation.sets[variable] === claimed[variable] && operation.sets[variable] !== 'unchecked'))
}

/** A state that must never be, whatever the plan. */
export interface Invariant {
  id: string
  never: VehicleState
  reason: string
}

export const INVARIANTS: Invariant[] = [
  { id: 'spark-open-tank', never: { module: 'out', battery: 'on' }, reason: 'The tank is open and the battery could spark.' },
  { id: 'spark-open-hoses', never: { moduleHoses: 'parted', battery: 'on' }, reason: 'Fuel is open in the cab and the battery could spark.' },
  { id: 'key-open-joint', never: { filterJoint: 'parted', pumpCircuit: 'live' }, reason: 'The pump could run into an open joint.' },
  { id: 'pressure-open-joint', never: { filterJoint: 'parted', line: 'pressurised' }, reason: 'A joint is open with the line under pressure.' },
  { id: 'pressure-open-module', never: { moduleHoses: 'parted', line: 'pressurised' }, reason: 'A joint is open with the line under pressure.' },
  { id: 'running-raised', never: { ignition: 'running', height: 'raised' }, reason: 'The engine runs with the vehicle raised.' },
  { id: 'raised-bed', never: { bed: 'tilted', height: 'raised' }, reason: 'The bed is tilted and the vehicle would be lifted.' },
  { id: 'spark-tank-down', never: { tank: 'lowered', battery: 'on' }, reason: 'The tank hangs open under the vehicle and the battery could spark.' },
  { id: 'hot-open-joint', never: { filterJoint: 'parted', exhaust: 'hot' }, reason: 'Fuel could run onto a hot exhaust.' },
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
  { id: 'sweepSender', title: 'Sweep the sender by ohmmeter first', how: 'On the bench, away from vapour: float from floor to roof, no jump', after: ['repair:module'], when: { module: 'out' }, mend: { module: 'out' } },
  { id: 'pullHoses', title: 'Pull each module hose by hand', how: 'Feed right, return left, neither moves', after: ['joinModule'], when: { moduleHoses: 'joined', wayIn: 'open' }, mend: { wayIn: 'open' } },
  { id: 'runBeforeHatch', title: 'Run it before the way in is closed', how: 'Prime, pressure and gauge reading with the top in sight', after: ['leakCheck', 'joinModule'], when: { wayIn: 'open', leakCheck: 'passed' }, mend: { module: 'out' } },
  { id: 'pourTank', title: 'Pour five litres before the final lift', how: 'Bonded can, every joint dry, nothing pinched', after: ['raiseTank'], when: { tank: 'in', height: 'raised' }, mend: { tank: 'lowered' } },
  { id: 'pullFilter', title: 'Pull the filter joints back hard', how: 'Neither moves, arrow to the engine', after: ['joinFilter'], when: { filterJoint: 'joined', height: 'raised' }, mend: { filterJoint: 'parted' } },
  { id: 'loadPlug', title: 'Read volts at plug X7 under load', how: 'Before the trim goes on, pump running: under 0.1 V across the plug', after: ['matePlug', 'repair:plug'], when: { stepTrim: 'off', plug: 'mated', battery: 'on' }, mend: { plug: 'parted' } },
]
