/**
 * Faults of the port-injected return-type layout. A fault is a change of the model's parameters by a
 * severity; its predictions come from solving, never from a list. Weights are priors relative to a
 * median fault of 1 and, like the ranges, typical (handbook 2.3; uncertain by about a factor of two).
 */
export type RaiserId = 'age' | 'stood' | 'ethanol' | 'mileage' | 'recentWork' | 'modifiedWiring' | 'damp' | 'dirtyFuel' | 'lowLevel'

export interface FaultChange {
  /** part.parameter */
  parameter: string
  mode: 'set' | 'scale' | 'add'
  low: number
  high: number
}

export interface Fault {
  id: string
  /** Part and what is wrong with it. */
  name: string
  /** Segment or side suspect it shows on. */
  segment: string
  /** One line for the suspects' list. */
  cause: string
  changes: FaultChange[]
  weight: number
  raisers: RaiserId[]
  /** It may be there only part of the time. */
  comesAndGoes?: boolean
  /** Repairs that cure it, the usual one first. */
  repairs: string[]
}

/** Multipliers of the raisers, typical (handbook 2.3). */
export const RAISERS: Record<RaiserId, { label: string; factor: number }> = {
  age: { label: 'Over 10 years old', factor: 1.5 },
  stood: { label: 'Stood for months', factor: 2.5 },
  ethanol: { label: 'Runs on ethanol blend', factor: 1.7 },
  mileage: { label: 'Over 150 000 km', factor: 2 },
  recentWork: { label: 'Fuel work done lately', factor: 4 },
  modifiedWiring: { label: 'Wiring was altered', factor: 3 },
  damp: { label: 'Road salt or standing water', factor: 2 },
  dirtyFuel: { label: 'Dirty fuel or rusty tank', factor: 2 },
  lowLevel: { label: 'Often run near empty', factor: 2 },
}

const set = (parameter: string, low: number, high = low): FaultChange => ({ parameter, mode: 'set', low, high })
const scale = (parameter: string, low: number, high = low): FaultChange => ({ parameter, mode: 'scale', low, high })
const add = (parameter: string, low: number, high = low): FaultChange => ({ parameter, mode: 'add', low, high })
/** Area of a hole, from square millimetres. */
const hole = (parameter: string, lowMm2: number, highMm2: number): FaultChange => set(parameter, lowMm2 * 1e-6, highMm2 * 1e-6)

export const FAULTS: Fault[] = [
  { id: 'F01', name: 'Tank empty', segment: 'strainer', cause: 'Less in the tank than the pickup needs', changes: [set('tank.volumeM3', 0.0003, 0.002)], weight: 5, raisers: ['lowLevel'], repairs: ['refuel'] },
  { id: 'F02', name: 'Fuel stale', segment: 'fuel', cause: 'Light ends gone after long standing', changes: [scale('fuel.quality', 0.3, 0.75), scale('filter.loss', 1, 3), scale('injectors.gain', 0.75, 0.97)], weight: 2, raisers: ['stood', 'ethanol'], repairs: ['drainFuel'] },
  { id: 'F03', name: 'Water in the fuel', segment: 'fuel', cause: 'A water layer reaches the pickup', changes: [set('fuel.water', 0.2, 1), scale('fuel.quality', 0.3, 0.8)], weight: 2, raisers: ['ethanol', 'stood', 'damp'], repairs: ['drainFuel'] },
  { id: 'F04', name: 'Wrong fuel filled', segment: 'fuel', cause: 'The last fill was not petrol of this grade', changes: [set('fuel.wrong', 0.3, 1), scale('fuel.quality', 0.2, 0.7)], weight: 0.8, raisers: ['recentWork'], repairs: ['drainFuel'] },
  { id: 'F08', name: 'Rust from the tank', segment: 'strainer', cause: 'Scale blocks strainer and filter', changes: [set('tank.debris', 0.3, 1), scale('strainer.loss', 4, 60), scale('filter.loss', 3, 60)], weight: 1.5, raisers: ['stood', 'age', 'dirtyFuel'], repairs: ['cleanTank'] },
  { id: 'F13', name: 'Tank vent blocked', segment: 'strainer', cause: 'The tank goes below the outside pressure as fuel leaves', changes: [set('tank.gaugePa', -30e3, -8e3), scale('strainer.loss', 1, 1.5)], weight: 2, raisers: ['age', 'recentWork'], repairs: ['clearVent'] },
  { id: 'F19', name: 'Strainer clogged', segment: 'strainer', cause: 'The pump starves at its own inlet', changes: [scale('strainer.loss', 20, 400)], weight: 4, raisers: ['dirtyFuel', 'age', 'lowLevel'], repairs: ['module', 'strainer'] },
  { id: 'F23', name: 'Pump worn', segment: 'pump', cause: 'Clearances leak inside, flow falls with pressure', changes: [scale('pump.leakage', 1.8, 5), scale('pump.displacement', 0.5, 0.95)], weight: 4, raisers: ['mileage', 'age', 'dirtyFuel', 'lowLevel'], repairs: ['module'] },
  { id: 'F24', name: 'Pump seized', segment: 'pump', cause: 'The rotor does not turn and draws stall current', changes: [scale('pump.friction', 20, 100)], weight: 2.5, raisers: ['stood', 'ethanol', 'dirtyFuel'], repairs: ['module'] },
  { id: 'F25', name: 'Pump stiff', segment: 'pump', cause: 'Drag raises the current and slows it', changes: [scale('pump.friction', 1.6, 5)], weight: 1.6, raisers: ['stood', 'age', 'dirtyFuel'], repairs: ['module'] },
  { id: 'F26', name: 'Pump brushes worn out', segment: 'pump', cause: 'No contact at some rotor positions', changes: [set('pump.winding', 1e7)], weight: 3, raisers: ['mileage', 'age', 'lowLevel'], comesAndGoes: true, repairs: ['module'] },
  { id: 'F27', name: 'Pump winding shorted', segment: 'pump', cause: 'Turns bridged: much current, little work', changes: [scale('pump.winding', 0.3, 0.7), scale('pump.displacement', 0.3, 0.85), scale('pump.friction', 1.5, 3)], weight: 0.5, raisers: ['lowLevel'], repairs: ['module'] },
  { id: 'F28', name: 'Check valve leaks', segment: 'checkValve', cause: 'The line drains back into the tank after stopping', changes: [set('checkValve.restLeak', 0.4, 60)], weight: 3.5, raisers: ['mileage', 'dirtyFuel', 'age'], repairs: ['module'] },
  { id: 'F29', name: 'Pump relief valve weak', segment: 'pump', cause: 'Flow goes round inside below set pressure', changes: [scale('relief.crack', 0.22, 0.5)], weight: 0.7, raisers: ['dirtyFuel'], repairs: ['module'] },
  { id: 'F31', name: 'Pump wired backwards', segment: 'pump', cause: 'It runs, and moves almost nothing', changes: [scale('pump.displacement', 0.01, 0.1), set('pump.noise', 0.6, 1)], weight: 0.4, raisers: ['recentWork', 'modifiedWiring'], repairs: ['loom'] },
  { id: 'F32', name: 'Module hose split', segment: 'checkValve', cause: 'Flow returns inside the tank before it reaches the line', changes: [hole('moduleHose.holeM2', 0.3, 8), set('checkValve.restLeak', 2, 200)], weight: 2, raisers: ['recentWork', 'ethanol', 'age'], repairs: ['module'] },
  { id: 'F35', name: 'Feed line kinked', segment: 'frontLine', cause: 'The bore is crushed', changes: [scale('frontLine.area', 0.02, 0.15)], weight: 1.5, raisers: ['recentWork'], repairs: ['frontLine'] },
  { id: 'F36', name: 'Rear hose liner loose', segment: 'rearLine', cause: 'The inner tube folds shut under flow', changes: [scale('rearLine.area', 0.012, 0.1)], weight: 1.2, raisers: ['ethanol', 'age'], comesAndGoes: true, repairs: ['rearLine'] },
  { id: 'F37', name: 'Fuel line leaks', segment: 'frontLine', cause: 'Fuel escapes from a joint or hose', changes: [hole('leak.holeM2', 0.005, 1)], weight: 2.5, raisers: ['recentWork', 'age', 'damp'], repairs: ['frontLine'] },
  { id: 'F41', name: 'Inline filter clogged', segment: 'filter', cause: 'The loss across it rises with flow', changes: [scale('filter.loss', 8, 300)], weight: 5, raisers: ['mileage', 'dirtyFuel', 'stood'], repairs: ['filter'] },
  { id: 'F44', name: 'Regulator set low', segment: 'regulator', cause: 'A weak spring lets fuel back too early', changes: [scale('regulator.set', 0.45, 0.87)], weight: 1.5, raisers: ['age'], repairs: ['regulator'] },
  { id: 'F45', name: 'Regulator stuck shut', segment: 'regulator', cause: 'Nothing returns, pressure climbs to the relief', changes: [scale('regulator.set', 1.25, 2.5)], weight: 1, raisers: ['dirtyFuel', 'recentWork'], repairs: ['regulator'] },
  { id: 'F46', name: 'Regulator diaphragm split', segment: 'regulator', cause: 'Fuel is drawn down the vacuum hose', changes: [set('regulator.wetHose', 0.5, 1), scale('injectors.gain', 1.1, 1.6), set('regulator.restLeak', 0.5, 30)], weight: 2, raisers: ['age', 'ethanol'], repairs: ['regulator'] },
  { id: 'F47', name: 'Regulator seat leaks', segment: 'regulator', cause: 'Pressure bleeds into the return after stopping', changes: [set('regulator.restLeak', 0.4, 40)], weight: 2, raisers: ['dirtyFuel', 'age'], repairs: ['regulator'] },
  { id: 'F48', name: 'Vacuum hose off', segment: 'regulator', cause: 'The regulator does not see the manifold', changes: [set('regulator.reference', 0), scale('engine.airLeak', 2, 6)], weight: 1, raisers: ['recentWork', 'age'], repairs: ['vacuumHose'] },
  { id: 'F50', name: 'Injectors gummed', segment: 'injectors', cause: 'Deposits narrow the holes, unevenly', changes: [scale('injectors.gain', 0.5, 0.9), set('injectors.imbalance', 0.1, 0.4)], weight: 2.5, raisers: ['stood', 'age'], repairs: ['injectors'] },
  { id: 'F51', name: 'Injector drips', segment: 'injectors', cause: 'It does not shut: pressure lost, one cylinder wet', changes: [set('injectors.restLeak', 0.4, 20), scale('injectors.gain', 1, 1.12)], weight: 2.2, raisers: ['dirtyFuel', 'ethanol', 'age'], repairs: ['injectors'] },
  { id: 'F52', name: 'Injectors not driven', segment: 'injectors', cause: 'Some coils or their feed are open', changes: [set('injectors.coil', 0), set('injectors.imbalance', 0.5, 1)], weight: 1, raisers: ['damp', 'age'], repairs: ['injectors'] },
  { id: 'F66', name: 'Return line blocked', segment: 'returnLine', cause: 'Back-pressure in the return raises the rail', changes: [scale('returnLine.area', 0.02, 0.09)], weight: 1, raisers: ['recentWork', 'damp'], repairs: ['returnLine'] },
  { id: 'F67', name: 'Battery weak', segment: 'fuse', cause: 'It sags under the starter and starves the pump', changes: [set('battery.restV', 10.8, 12.2), scale('battery.innerOhm', 2, 8)], weight: 4, raisers: ['age', 'stood'], repairs: ['battery'] },
  { id: 'F68', name: 'Alternator charges low', segment: 'fuse', cause: 'Running volts sag and the pump slows', changes: [set('battery.chargingV', 11.2, 12.6)], weight: 1.5, raisers: ['age'], repairs: ['alternator'] },
  { id: 'F69', name: 'Pump fuse blown', segment: 'fuse', cause: 'The feed is open at the fuse', changes: [set('fuse.ohm', 1e6)], weight: 2.5, raisers: ['modifiedWiring', 'recentWork'], repairs: ['fuse'] },
  { id: 'F70', name: 'Fuse holder corroded', segment: 'fuse', cause: 'A hot, loose holder loses volts', changes: [add('fuse.ohm', 0.12, 2)], weight: 2, raisers: ['damp', 'modifiedWiring'], repairs: ['fuse'] },
  { id: 'F71', name: 'Relay contact burnt', segment: 'relay', cause: 'The contact loses volts, or all of them', changes: [add('relay.ohm', 0.12, 5)], weight: 3, raisers: ['age', 'mileage'], comesAndGoes: true, repairs: ['relay'] },
  { id: 'F72', name: 'Relay does not pull in', segment: 'relay', cause: 'Its coil or base has no contact', changes: [set('relay.coil', 0)], weight: 2, raisers: ['age'], comesAndGoes: true, repairs: ['relay'] },
  { id: 'F73', name: 'No run command', segment: 'command', cause: 'The controller sees no engine speed or a locked key', changes: [set('command.release', 0)], weight: 2.5, raisers: ['age', 'recentWork'], repairs: ['command'] },
  { id: 'F74', name: 'Cut-off switch tripped', segment: 'cutOff', cause: 'A knock has opened the circuit', changes: [set('cutOff.ohm', 1e7)], weight: 1, raisers: [], repairs: ['cutOff'] },
  { id: 'F77', name: 'Floor loom corroded', segment: 'loom', cause: 'The wire loses volts under load', changes: [add('loom.ohm', 0.15, 3)], weight: 2.2, raisers: ['modifiedWiring', 'damp', 'age'], repairs: ['loom'] },
  { id: 'F78', name: 'Pump ground corroded', segment: 'ground', cause: 'Volts are lost on the way back', changes: [add('ground.ohm', 0.15, 3)], weight: 3.5, raisers: ['damp', 'age', 'modifiedWiring'], repairs: ['ground'] },
  { id: 'F79', name: 'Feed plug corroded', segment: 'feedPlug', cause: 'Green or browned pins lose volts under load', changes: [add('feedPlug.ohm', 0.15, 4)], weight: 3, raisers: ['damp', 'age', 'modifiedWiring'], repairs: ['plug'] },
  { id: 'F79b', name: 'Hatch lead overheated', segment: 'hatchLead', cause: 'The pins at the module have burnt', changes: [add('hatchLead.ohm', 0.15, 2)], weight: 1.5, raisers: ['ethanol', 'age'], repairs: ['module', 'hatchLead'] },
  { id: 'F80', name: 'Floor loom chafed through', segment: 'loom', cause: 'The wire touches the body and takes the fuse with it', changes: [set('chafe.ohm', 0.05, 0.8), set('fuse.ohm', 1e6)], weight: 0.8, raisers: ['recentWork'], repairs: ['loom'] },
  { id: 'F96', name: 'Spark weak', segment: 'engine', cause: 'Not fuel: ignition', changes: [set('engine.spark', 0.05, 0.6)], weight: 3, raisers: ['damp', 'age'], repairs: ['ignition'] },
  { id: 'F97', name: 'Compression low', segment: 'engine', cause: 'Not fuel: timing, valves or rings', changes: [set('engine.compression', 0.1, 0.6)], weight: 1.2, raisers: ['mileage'], repairs: ['compression'] },
  { id: 'F98', name: 'Intake draws air', segment: 'engine', cause: 'Not fuel: unmetered air leans the mixture', changes: [set('engine.airLeak', 0.15, 0.5)], weight: 2, raisers: ['age', 'recentWork'], repairs: ['intake'] },
]
