/**
 * Repairs: what one orders and fits. A repair may cure several faults (the module covers pump, hose,
 * check valve and strainer), so the choice is among repairs. Minutes and prices are typical.
 */
import type { PartKind, VehicleState } from '../vehicle'

export interface Repair {
  id: string
  /** Imperative, as the bottom of the plan says it. */
  title: string
  part: string
  /** State in which the part is bare. */
  needs: VehicleState
  /** State that the act itself leaves behind. */
  sets: VehicleState
  minutes: number
  money: number
  /** Hard to undo or dear: asks for a confirming test of the part itself. */
  dear: boolean
  steps: string[]
  tools: string[]
  newParts: { name: string; count: number; oneTime?: boolean }[]
  caution?: { text: string; stopWhen: string }
  /** Kind of part without which this repair has no object. */
  object?: PartKind
  /** After it, the readings to repeat in Prove; those that the vehicle's layout has. */
  proves: string[]
}

const KEY_OUT: VehicleState = { ignition: 'off' }
const SHUT_TANK: VehicleState = { module: 'in', moduleHoses: 'joined', filterJoint: 'joined' }
const NO_PRESSURE: VehicleState = { line: 'off', ignition: 'off', area: 'safe', exhaust: 'cool', pumpCircuit: 'locked' }
const WET = { text: 'Fuel runs out when the joint parts. Glasses on, cloth under the joint.', stopWhen: 'Stop when the gauge shows 10 kPa or more, or fuel reaches anything hot.' }

export const REPAIRS: Repair[] = [
  {
    id: 'module', object: 'checkValve', title: 'Fit the new pump module', part: 'Pump module', needs: { module: 'out', fuelLevel: 'below flange' }, sets: { leakCheck: 'due' }, minutes: 12, money: 260, dear: true,
    steps: ['Lay the old module beside the new one and compare height, plug and float arm', 'Look into the tank and write down what lies on the floor', 'Move nothing from the old module that is worn', 'Set the float arm as on the drawing'],
    tools: ['Brass ring key', 'Guarded lamp'], newParts: [{ name: 'Pump module', count: 1 }, { name: 'Flange seal', count: 1, oneTime: true }, { name: 'Hose clip, rated', count: 2, oneTime: true }],
    caution: { text: 'The tank is open. No spark, no lamp without guard, tablet stays on the trolley outside the line.', stopWhen: 'Stop and leave at 20 % LEL. Ventilate at 10 %.' }, proves: ['T24', 'T13', 'T32'],
  },
  {
    id: 'strainer', object: 'checkValve', title: 'Fit a new strainer', part: 'Strainer', needs: { module: 'out', fuelLevel: 'below flange' }, sets: { leakCheck: 'due' }, minutes: 15, money: 30, dear: false,
    steps: ['Keep the old strainer for the record', 'Push the new one on until it stops, with its new retainer', 'Check that it clears the tank floor'],
    tools: ['Brass ring key'], newParts: [{ name: 'Strainer with retainer', count: 1 }, { name: 'Flange seal', count: 1, oneTime: true }],
    caution: { text: 'The tank is open. No spark near it.', stopWhen: 'Stop and leave at 20 % LEL. Ventilate at 10 %.' }, proves: ['T24', 'T74'],
  },
  {
    id: 'filter', title: 'Fit the new inline filter', part: 'Inline filter', needs: { filterJoint: 'parted' }, sets: { leakCheck: 'due' }, minutes: 8, money: 28, dear: false,
    steps: ['Note the arrow on the old filter', 'Cap both line ends at once', 'Fit the new one, arrow to the engine, with new clips', 'Empty the old one into the can and cut it open'],
    tools: ['Line release tool', 'Two caps, 8 mm'], newParts: [{ name: 'Inline filter', count: 1 }, { name: 'Hose clip, rated', count: 2, oneTime: true }], caution: WET, proves: ['T36', 'T27', 'T24', 'T39', 'T24-needle', 'T29-needle'],
  },
  {
    id: 'plug', title: 'Renew plug X7', part: 'Plug X7', needs: { plug: 'parted', battery: 'off', vapour: 'clear', ...SHUT_TANK }, sets: {}, minutes: 25, money: 34, dear: false,
    steps: ['Cut back to bright copper on both sides', 'Crimp the new pins and pull each by hand', 'Fit both seals and the new shell', 'Measure end to end: under 10 mΩ'],
    tools: ['Crimp tool', 'Ohmmeter with short leads'], newParts: [{ name: 'Plug kit, 4-way, with seals', count: 1, oneTime: true }],
    caution: { text: 'Heat-shrink needs hot air: only with the tank shut and the meter under 1 % LEL.', stopWhen: 'Stop when you smell fuel.' }, proves: ['T05', 'T24', 'T13'],
  },
  { id: 'hatchLead', title: 'Renew the lead at the module', part: 'Hatch lead', needs: { hatch: 'open', battery: 'off', vapour: 'clear', ...SHUT_TANK }, sets: {}, minutes: 25, money: 30, dear: false, steps: ['Cut back to bright copper', 'Crimp the rated pigtail on', 'Fit the new seal'], tools: ['Crimp tool'], newParts: [{ name: 'Module pigtail', count: 1 }], proves: ['T05', 'T24'] },
  { id: 'loom', title: 'Repair the floor loom', part: 'Floor loom', needs: { battery: 'off', stepTrim: 'off', vapour: 'clear', ...SHUT_TANK }, sets: {}, minutes: 55, money: 25, dear: false, steps: ['Find the bad length by volts along it', 'Splice in wire of the same section or larger', 'Sleeve and clip it clear of edges'], tools: ['Crimp tool'], newParts: [{ name: 'Wire 2.5 mm², sleeve, splices', count: 1 }], proves: ['T05', 'T13'] },
  { id: 'ground', title: 'Clean and bolt ground G2', part: 'Ground G2', needs: { battery: 'off', stepTrim: 'off' }, sets: {}, minutes: 20, money: 4, dear: false, steps: ['Scrape to bright metal', 'New serrated washer, bolt tight', 'Measure to battery minus: under 20 mΩ', 'Wax over'], tools: ['Scraper', 'Ohmmeter with short leads'], newParts: [{ name: 'Serrated washer', count: 1, oneTime: true }], proves: ['T06', 'T24'] },
  { id: 'relay', title: 'Fit a new pump relay', part: 'Relay K3', needs: KEY_OUT, sets: {}, minutes: 6, money: 14, dear: false, steps: ['Key out', 'Compare pin numbers', 'Look at the base for brown pins'], tools: [], newParts: [{ name: 'Relay, 30 A', count: 1 }], proves: ['T07-relay', 'T24'] },
  { id: 'fuse', title: 'Renew fuse and holder F12', part: 'Fuse F12', needs: KEY_OUT, sets: {}, minutes: 12, money: 9, dear: false, steps: ['Find what blew it before a new one goes in', 'Renew the holder if it is brown', 'Same rating as printed'], tools: ['Fuse puller'], newParts: [{ name: 'Fuse 15 A', count: 1 }, { name: 'Fuse holder', count: 1 }], proves: ['T09', 'T24'] },
  { id: 'cutOff', title: 'Reset the cut-off switch', part: 'Cut-off switch', needs: KEY_OUT, sets: {}, minutes: 4, money: 0, dear: false, steps: ['Look for leaks along the whole line first', 'Press the button until it stays'], tools: [], newParts: [], caution: { text: 'It trips when the vehicle is hit. Look for a leak before you reset it.', stopWhen: 'Stop when anything is wet.' }, proves: ['T24'] },
  { id: 'battery', title: 'Charge or renew the battery', part: 'Battery', needs: { ...KEY_OUT, vapour: 'clear' }, sets: {}, minutes: 20, money: 110, dear: false, steps: ['Loads off', 'Minus off first, on last', 'Clean the clamps'], tools: ['Spanner 10'], newParts: [{ name: 'Battery', count: 1 }], caution: { text: 'A battery gives off hydrogen. Eye protection.', stopWhen: 'Stop when you smell fuel.' }, proves: ['T01-rest', 'T01-crank'] },
  { id: 'alternator', title: 'Repair the charging', part: 'Alternator', needs: { ...KEY_OUT }, sets: {}, minutes: 70, money: 190, dear: true, steps: ['Check the belt and the plug first', 'Renew the alternator'], tools: [], newParts: [{ name: 'Alternator', count: 1 }], proves: ['T02'] },
  { id: 'command', title: 'Restore the run command', part: 'Pump command', needs: KEY_OUT, sets: {}, minutes: 45, money: 60, dear: false, steps: ['Follow the speed signal or the key release', 'Repair what is missing'], tools: ['Scan tool'], newParts: [{ name: 'Speed sensor', count: 1 }], proves: ['T19'] },
  { id: 'regulator', title: 'Fit a new regulator', part: 'Regulator', needs: NO_PRESSURE, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 25, money: 55, dear: false, steps: ['Cloth under the joint', 'New rings, a drop of fuel on them', 'Vacuum hose back on'], tools: ['Driver'], newParts: [{ name: 'Regulator', count: 1 }, { name: 'Ring set', count: 1, oneTime: true }], caution: WET, proves: ['T25', 'T32', 'T24'] },
  { id: 'vacuumHose', title: 'Refit the vacuum hose', part: 'Vacuum hose', needs: KEY_OUT, sets: {}, minutes: 5, money: 3, dear: false, steps: ['Cut back or renew the hose', 'Pull it by hand'], tools: [], newParts: [{ name: 'Vacuum hose', count: 1 }], proves: ['T26'] },
  { id: 'injectors', title: 'Clean or renew the injectors', part: 'Injectors', needs: NO_PRESSURE, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 110, money: 160, dear: true, steps: ['Number them', 'Send or clean on the bench', 'New rings, a drop of fuel on them'], tools: [], newParts: [{ name: 'Injector ring set', count: 1, oneTime: true }], caution: WET, proves: ['T59', 'T32'] },
  { id: 'frontLine', title: 'Renew the front feed line', part: 'Front line', needs: { ...NO_PRESSURE, height: 'raised' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 60, money: 55, dear: false, steps: ['Both ends capped', 'Lay the new line along the old clips', 'Clear of exhaust and edges'], tools: ['Line release tool'], newParts: [{ name: 'Feed line, front', count: 1 }, { name: 'Hose clip, rated', count: 2, oneTime: true }], caution: WET, proves: ['T27', 'T24', 'T24-needle', 'T29-needle'] },
  { id: 'rearLine', title: 'Renew the rear feed hose', part: 'Rear line', needs: { ...NO_PRESSURE, height: 'raised' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 45, money: 40, dear: false, steps: ['Both ends capped', 'Hose of the rated class, same bore', 'New clips'], tools: ['Line release tool'], newParts: [{ name: 'Feed hose, rear', count: 1 }, { name: 'Hose clip, rated', count: 2, oneTime: true }], caution: WET, proves: ['T27', 'T24'] },
  { id: 'returnLine', title: 'Clear or renew the return line', part: 'Return line', needs: { ...NO_PRESSURE, height: 'raised' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 45, money: 35, dear: false, steps: ['Both ends capped', 'Renew what is crushed'], tools: ['Line release tool'], newParts: [{ name: 'Return line', count: 1 }], caution: WET, proves: ['T24', 'T30', 'T25-gallery', 'T53'] },
  { id: 'refuel', title: 'Fill 10 litres of the right fuel', part: 'Fuel', needs: { ...KEY_OUT, battery: 'on' }, sets: { fuelLevel: 'above flange', vapour: 'unchecked' }, minutes: 8, money: 18, dear: false, steps: ['Nozzle touches the neck', 'Cap on before the key'], tools: [], newParts: [], proves: ['T24', 'T82'] },
  { id: 'drainFuel', title: 'Drain, rinse and refill', part: 'Fuel', needs: { battery: 'off', area: 'safe', ignition: 'off' }, sets: { fuelLevel: 'below flange', vapour: 'unchecked' }, minutes: 70, money: 60, dear: false, steps: ['Rated pump, bonded can', 'Label the waste', '10 litres fresh'], tools: ['Rated transfer pump', 'Bonded can'], newParts: [{ name: 'Inline filter', count: 1 }], caution: { text: 'Static and vapour: bond first, hose end below the surface.', stopWhen: 'Stop when the bond is lost.' }, proves: ['T46'] },
  { id: 'cleanTank', title: 'Clean or renew the tank', part: 'Tank', needs: { module: 'out', fuelLevel: 'below flange' }, sets: { leakCheck: 'due' }, minutes: 240, money: 320, dear: true, steps: ['Tank out and empty', 'Clean or renew', 'New strainer and filter with it'], tools: [], newParts: [{ name: 'Tank or specialist cleaning', count: 1 }, { name: 'Inline filter', count: 1 }], caution: { text: 'An empty tank is the most dangerous one. No heat, ever.', stopWhen: 'Stop at 10 % LEL.' }, proves: ['T24', 'T36', 'T39', 'T46'] },
  { id: 'clearVent', title: 'Clear the tank vent', part: 'Tank vent', needs: { ...KEY_OUT, area: 'safe' }, sets: { vapour: 'unchecked' }, minutes: 35, money: 25, dear: false, steps: ['Follow the vent from cap to canister', 'Renew what is blocked'], tools: [], newParts: [{ name: 'Vent valve', count: 1 }], proves: ['T43'] },
  { id: 'ignition', title: 'Repair the ignition', part: 'Ignition', needs: KEY_OUT, sets: {}, minutes: 60, money: 80, dear: false, steps: ['Away from any open fuel joint', 'Coil, leads, plugs in that order'], tools: [], newParts: [], proves: ['T62'] },
  { id: 'compression', title: 'Repair the engine', part: 'Engine', needs: KEY_OUT, sets: {}, minutes: 400, money: 900, dear: true, steps: ['Leave it to the engine bench'], tools: [], newParts: [], proves: ['T63'] },
  { id: 'intake', title: 'Seal the intake', part: 'Intake', needs: KEY_OUT, sets: {}, minutes: 35, money: 25, dear: false, steps: ['Renew gasket or hose'], tools: [], newParts: [{ name: 'Intake gasket', count: 1 }], proves: ['T64'] },
  // Carburettors, suction lines, diesel.
  { id: 'thawFuel', title: 'Thaw, treat and renew the filters', part: 'Diesel', needs: KEY_OUT, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 60, money: 50, dear: false, steps: ['Into a warm hall, no flame and no heat gun', 'Drain the water traps', 'Both filters new, winter fuel in'], tools: ['Filter strap'], newParts: [{ name: 'Filter set, diesel', count: 1, oneTime: true }], caution: { text: 'Never a flame or a heat gun at tank, filter or intake. No starting spray on a diesel with glow plugs.', stopWhen: 'Stop when you smell hot fuel.' }, proves: ['T25-gallery', 'T27-gallery', 'T36-first'] },
  { id: 'pickup', title: 'Clean or renew the pickup', part: 'Pickup', needs: { ...KEY_OUT, area: 'safe', battery: 'off', fuelLevel: 'below flange' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 45, money: 25, dear: false, steps: ['Pickup out, both openings capped', 'Look through it against the light, look for a crack along the tube', 'New strainer and seal'], tools: ['Caps'], newParts: [{ name: 'Pickup strainer', count: 1 }, { name: 'Pickup seal', count: 1, oneTime: true }], caution: { text: 'The tank is open. No spark, no lamp without guard.', stopWhen: 'Stop at 10 % LEL and ventilate. Leave at 20 %.' }, proves: ['T39', 'T39-crank', 'T42'] },
  { id: 'suctionLine', title: 'Renew the suction line', part: 'Suction line', needs: { ...KEY_OUT, area: 'safe', exhaust: 'cool' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 50, money: 40, dear: false, steps: ['Both ends capped', 'Hose of the rated class that cannot be drawn flat', 'New clamps, no sharp bend'], tools: ['Caps'], newParts: [{ name: 'Suction hose', count: 1 }, { name: 'Hose clip, rated', count: 4, oneTime: true }], caution: WET, proves: ['T39', 'T39-crank', 'T42'] },
  { id: 'suctionJoints', title: 'Remake the suction joints', part: 'Suction joints', needs: { ...KEY_OUT, area: 'safe', exhaust: 'cool' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 40, money: 20, dear: false, steps: ['One joint at a time, from tank to pump', 'Cut back hard hose ends, new clamps and washers', 'Hold a vacuum of 30 kPa for 2 min'], tools: ['Hand vacuum pump'], newParts: [{ name: 'Clamp and washer set', count: 1, oneTime: true }], caution: WET, proves: ['T40', 'T41'] },
  { id: 'feedJoint', title: 'Remake the leaking joint', part: 'Feed joint', needs: { ...KEY_OUT, area: 'safe', exhaust: 'cool', battery: 'off' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 25, money: 12, dear: false, steps: ['Cloth and can under the joint', 'New seal or hose, new clamp', 'Wipe dry'], tools: [], newParts: [{ name: 'Clamp and washer set', count: 1, oneTime: true }], caution: WET, proves: ['T70', 'T70-run'] },
  { id: 'carburettor', title: 'Overhaul the carburettor', part: 'Carburettor', needs: { ...KEY_OUT, area: 'safe', exhaust: 'cool', battery: 'off' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 150, money: 60, dear: true, steps: ['Note linkage and hoses before anything comes off', 'Needle, seat, float: weigh or sink the float', 'Jets clear, all gaskets new', 'Set the level by the maker’s figure'], tools: ['Level gauge'], newParts: [{ name: 'Carburettor kit', count: 1, oneTime: true }], caution: WET, proves: ['T50', 'T25-needle'] },
  { id: 'strokePump', title: 'Fit a new diaphragm pump', part: 'Feed pump', needs: { ...KEY_OUT, area: 'safe', exhaust: 'cool', battery: 'off' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 60, money: 70, dear: false, steps: ['Both hoses capped', 'Old gasket off, spacer back', 'Arm on the cam, not beside it', 'Prime by hand lever'], tools: ['Caps'], newParts: [{ name: 'Diaphragm pump', count: 1 }, { name: 'Spacer gasket', count: 2, oneTime: true }], caution: WET, proves: ['T28-needle', 'T29-needle', 'T28-lift', 'T29-lift'] },
  { id: 'linePump', title: 'Fit a new electric feed pump', part: 'Feed pump', needs: { ...NO_PRESSURE, height: 'raised', battery: 'off' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 45, money: 90, dear: false, steps: ['Arrow to the engine', 'Rubber mounts, ground lead clean', 'New filter before it'], tools: ['Caps'], newParts: [{ name: 'Electric feed pump', count: 1 }, { name: 'Hose clip, rated', count: 2, oneTime: true }], caution: WET, proves: ['T52', 'T24-needle', 'T29-needle'] },
  { id: 'firstFilter', title: 'Fit a new first filter', part: 'First filter', needs: { ...KEY_OUT, area: 'safe', exhaust: 'cool' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 25, money: 22, dear: false, steps: ['Can below, drain the water trap', 'Old seal off: look that it did not stay', 'Fill with clean fuel, three quarters of a turn by hand', 'Bleed with the hand primer'], tools: ['Filter strap'], newParts: [{ name: 'First filter, diesel', count: 1, oneTime: true }], caution: WET, proves: ['T36-first', 'T39', 'T27-gallery'] },
  { id: 'fineFilter', title: 'Fit a new fine filter', part: 'Fine filter', needs: { ...KEY_OUT, area: 'safe', exhaust: 'cool' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 25, money: 26, dear: false, steps: ['Can below', 'Old seal off: look that it did not stay', 'Not filled from an open can', 'Bleed with the hand primer'], tools: ['Filter strap'], newParts: [{ name: 'Fine filter, diesel', count: 1, oneTime: true }], caution: WET, proves: ['T36-fine', 'T27-gallery'] },
  { id: 'addedFilter', title: 'Renew the filter that was added', part: 'Added filter', needs: { ...NO_PRESSURE, battery: 'off' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 15, money: 25, dear: false, steps: ['Cloth and can under it', 'Arrow to the engine', 'New clips, hose ends cut back where they are hard', 'Wipe dry'], tools: ['Caps'], newParts: [{ name: 'Filter of the same rating and bore', count: 1, oneTime: true }, { name: 'Hose clip, rated', count: 2, oneTime: true }], caution: WET, proves: ['T25', 'T39', 'T27-gallery'] },
  { id: 'overflow', title: 'Fit a new overflow valve', part: 'Overflow valve', needs: { ...KEY_OUT, area: 'safe', exhaust: 'cool' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 20, money: 35, dear: false, steps: ['Clean round it', 'Two new washers', 'Bleed with the hand primer'], tools: [], newParts: [{ name: 'Overflow valve', count: 1 }, { name: 'Washer', count: 2, oneTime: true }], caution: WET, proves: ['T25-gallery', 'T53'] },
  { id: 'primer', title: 'Fit a new hand primer', part: 'Hand primer', needs: { ...KEY_OUT, area: 'safe', exhaust: 'cool' }, sets: { leakCheck: 'due', vapour: 'unchecked' }, minutes: 30, money: 30, dear: false, steps: ['Both hoses capped', 'New seals', 'Bleed until it stays firm'], tools: ['Caps'], newParts: [{ name: 'Hand primer', count: 1 }, { name: 'Washer', count: 2, oneTime: true }], caution: WET, proves: ['T54', 'T39'] },
  { id: 'keySwitch', title: 'Renew the key switch contact', part: 'Key switch', needs: { ...KEY_OUT, battery: 'off' }, sets: {}, minutes: 40, money: 45, dear: false, steps: ['Note every wire', 'Contact block out and new', 'Load it with the pump, read the drop'], tools: [], newParts: [{ name: 'Switch block', count: 1 }], proves: ['T24-needle', 'T13'] },
]

export const repairById = (id: string): Repair => {
  const repair = REPAIRS.find((candidate) => candidate.id === id)
  if (!repair) throw new Error(`No repair ${id}`)
  return repair
}
