/**
 * Faults as templates on kinds of part. A layout instantiates a template once for every part of its
 * kind, so an edited layout brings its own faults. A fault is a change of the model's parameters by a
 * severity; its predictions come from solving, never from a list. Weights are priors relative to a
 * median fault of 1 and, like the ranges, typical (handbook 2.3; uncertain by about a factor of two).
 */
import type { Layout, LayoutId, PartKind } from '../vehicle'
import { REPAIRS } from './repairs'

export type RaiserId = 'age' | 'stood' | 'ethanol' | 'mileage' | 'recentWork' | 'modifiedWiring' | 'damp' | 'dirtyFuel' | 'lowLevel' | 'cold' | 'hot'

export interface FaultChange {
  /** part.parameter; in a template "self" is the part it sits on, and a kind stands for all its parts. */
  parameter: string
  /** 'loses': a resistance given by the volts it takes at the pump's rated current, since a joint is complained of for its volts, not its ohms. */
  mode: 'set' | 'scale' | 'loses'
  low: number
  high: number
}

/** A fault on one part of one layout. */
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
  /** Known by its effect alone: what this part does wrong for a reason that no other fault names. */
  unlisted?: boolean
  /** Repairs that cure it, the usual one first. */
  repairs: string[]
}

export interface FaultTemplate extends Omit<Fault, 'segment'> {
  /** Kinds of part it sits on. In `name`, {it} is `it`, or the segment where a layout has several such parts; in `repairs`, {part} is the part. */
  on: PartKind[]
  /** Only at these of them. */
  parts?: string[]
  it?: string
  engines?: Layout['engine']['kind'][]
  /** Only in these layouts. */
  layouts?: LayoutId[]
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
  cold: { label: 'Frost lately', factor: 3 },
  hot: { label: 'Hot weather or altitude', factor: 2 },
  lowLevel: { label: 'Often run near empty', factor: 2 },
}

const set = (parameter: string, low: number, high = low): FaultChange => ({ parameter, mode: 'set', low, high })
const scale = (parameter: string, low: number, high = low): FaultChange => ({ parameter, mode: 'scale', low, high })
const loses = (parameter: string, lowV: number, highV: number): FaultChange => ({ parameter, mode: 'loses', low: lowV, high: highV })
/** Area of a hole, from square millimetres. */
const hole = (parameter: string, lowMm2: number, highMm2: number): FaultChange => set(parameter, lowMm2 * 1e-6, highMm2 * 1e-6)

/** Layouts whose pump hangs in the tank on a flange. */
const IN_TANK: LayoutId[] = ['A01', 'A02', 'A03', 'A04', 'A07', 'A09', 'A11', 'A12']
const PETROL: Layout['engine']['kind'][] = ['injected', 'direct', 'carburettor']
/** Leak at a place with the pump running, mL/min. */
const seeps = (low: number, high: number): FaultChange => set('self.mlPerMin', low, high)
/** Every type of gauge. */
const GAUGES: PartKind[] = ['thermalGauge', 'coilGauge', 'ironGauge', 'clusterGauge']

/** How rare it is that a part fails in a way that the list does not name, against a median fault. */
const UNLISTED_WEIGHT = 0.15
/** Whatever else a part can do wrong: one fault by its effect, so that a cause nobody listed is laid at its part and not at a neighbour's. */
const unlisted = (id: string, it: string, on: PartKind[], changes: FaultChange[], repairs: string[], more: Partial<FaultTemplate> = {}): FaultTemplate => ({ id, name: `${it}: cause not listed`, on, cause: 'None of the known faults of this part fits', changes, weight: UNLISTED_WEIGHT, raisers: [], unlisted: true, repairs, ...more })
const LOSES_VOLTS = [loses('self.ohm', 0.8, 3000)]

const UNLISTED: FaultTemplate[] = [
  unlisted('U-fuse', 'Fuse and holder', ['fuse'], LOSES_VOLTS, ['fuse']), unlisted('U-relay', 'Relay', ['relay'], LOSES_VOLTS, ['relay'], { parts: ['relay'] }), unlisted('U-key', 'Key switch', ['keySwitch'], LOSES_VOLTS, ['keySwitch']),
  unlisted('U-cutOff', 'Cut-off switch', ['cutOff'], LOSES_VOLTS, ['cutOff']), unlisted('U-loom', 'Floor loom', ['loom'], LOSES_VOLTS, ['loom']), unlisted('U-plug', 'Feed plug', ['feedPlug'], LOSES_VOLTS, ['plug']),
  unlisted('U-lead', 'Pump lead', ['hatchLead'], LOSES_VOLTS, ['module', 'hatchLead']), unlisted('U-ground', 'Pump ground', ['ground'], LOSES_VOLTS, ['ground']), unlisted('U-driver', 'Driver module', ['driver'], LOSES_VOLTS, ['driver']),
  unlisted('U-command', 'Pump command', ['command'], [set('self.release', 0)], ['command']), unlisted('U-battery', 'Battery', ['battery'], [scale('self.innerOhm', 2.5, 10), set('self.restV', 10.8, 12.4)], ['battery']),
  unlisted('U-strainer', 'Strainer', ['strainer'], [scale('self.loss', 20, 900)], ['module', 'strainer'], { layouts: IN_TANK }), unlisted('U-pickup', 'Pickup', ['strainer'], [scale('self.loss', 60, 900)], ['pickup'], { layouts: ['A05', 'A06', 'A08', 'A13'] }),
  unlisted('U-filter', 'Inline filter', ['filter'], [scale('self.loss', 6, 900)], ['{part}']), unlisted('U-line', 'Feed line', ['line', 'suctionLine'], [scale('self.area', 0.02, 0.2)], ['{part}']), unlisted('U-hose', 'Feed hose', ['hose'], [scale('self.area', 0.01, 0.1)], ['{part}']), unlisted('U-return', 'Return line', ['returnLine'], [scale('self.area', 0.02, 0.12)], ['returnLine']),
  unlisted('U-primer', 'Hand primer', ['primer'], [scale('self.loss', 25, 500)], ['primer']), unlisted('U-seat', 'Needle valve', ['needleSeat'], [scale('self.loss', 100, 20000)], ['carburettor']), unlisted('U-needle', 'Float and needle', ['needle'], [scale('self.level', 1.8, 8)], ['carburettor']),
  unlisted('U-jets', 'Jets', ['carbJets'], [scale('self.gain', 0.45, 0.86)], ['carburettor']), unlisted('U-injectors', 'Injectors', ['injectors'], [scale('self.gain', 0.5, 0.88)], ['injectors']), unlisted('U-drip', 'Injector seats', ['injectors'], [set('self.restLeak', 0.5, 20)], ['injectors']),
  unlisted('U-pump', 'Pump output', ['pump', 'inlinePump'], [scale('self.displacement', 0.05, 0.85)], ['module', 'linePump']), unlisted('U-tick', 'Pump output', ['pusherPump'], [scale('self.displacement', 0.05, 0.7)], ['linePump'], { layouts: ['A06'] }), unlisted('U-stroke', 'Pump output', ['strokePump'], [scale('self.stroke', 0.04, 0.6), scale('self.spring', 0.03, 0.95)], ['strokePump']),
  unlisted('U-motor', 'Pump motor', ['pump', 'inlinePump'], [set('self.winding', 1e7)], ['module', 'linePump']), unlisted('U-points', 'Pump points', ['pusherPump'], [set('self.winding', 1e7)], ['linePump'], { layouts: ['A06', 'A13'] }), unlisted('U-check', 'Check valve', ['checkValve'], [set('self.restLeak', 0.5, 60)], ['module'], { engines: ['injected', 'direct'] }),
  unlisted('U-low', 'Regulator, too low', ['regulator', 'tankRegulator'], [scale('self.set', 0.4, 0.87)], ['regulator'], { layouts: ['A01', 'A07', 'A10'] }), unlisted('U-high', 'Regulator, too high', ['regulator'], [scale('self.set', 1.25, 2.5)], ['regulator']), unlisted('U-lowIn', 'Regulator, too low', ['tankRegulator'], [scale('self.set', 0.4, 0.87)], ['module'], { layouts: ['A02', 'A04', 'A11', 'A12'] }),
  unlisted('U-level', 'Tank level', ['tank'], [set('self.volumeM3', 0.002, 0.0003)], ['refuel']), unlisted('U-stiff', 'Pump bearings', ['pump', 'inlinePump'], [scale('self.friction', 1.6, 100)], ['module', 'linePump']), unlisted('U-chafe', 'Floor loom, short', ['chafe'], [set('self.ohm', 0.05, 0.8), set('fuse.ohm', 1e6)], ['loom']),
  unlisted('U-blank', 'Fuel that blanks filters', ['fuel'], [scale('filter.loss', 8, 150), scale('strainer.loss', 3, 40)], ['drainFuel', 'thawFuel'], { engines: ['diesel', 'commonRail'] }), unlisted('U-deposit', 'Deposits from the tank', ['tank'], [set('self.varnish', 0.5, 1), scale('strainer.loss', 3, 60), scale('filter.loss', 1, 30), scale('line.area', 0.3, 1), scale('pump.friction', 1, 6), scale('inlinePump.friction', 1, 6), scale('carbJets.gain', 0.5, 1)], ['cleanTank'], { engines: PETROL }),
  unlisted('U-joint', 'Feed joint', ['leak'], [hole('self.holeM2', 0.005, 1), set('self.joint', 1)], ['feedJoint'], { layouts: ['A01', 'A02', 'A03', 'A04', 'A07', 'A10', 'A11', 'A12'] }), unlisted('U-boil', 'Fuel that boils', ['fuel'], [set('self.volatility', 0.5, 0.97)], ['drainFuel'], { engines: PETROL }),
  unlisted('U-cap', 'Filler cap', ['tank'], [set('self.capBlind', 1), set('self.gaugePa', -25e3, -6e3)], ['capSeal'], { layouts: ['A05', 'A06', 'A08', 'A11', 'A13'] }), unlisted('U-compression', 'Compression', ['engine'], [set('self.compression', 0.1, 0.6)], ['compression']),
  unlisted('U-vent', 'Tank vent', ['tank'], [set('self.gaugePa', -25e3, -7e3)], ['clearVent']), unlisted('U-air', 'Suction side', ['airLeak'], [hole('self.holeM2', 0.004, 0.4)], ['suctionJoints']), unlisted('U-overflow', 'Overflow valve', ['overflow'], [scale('self.crack', 0.02, 0.3)], ['overflow']),
  unlisted('U-fuel', 'Fuel', ['fuel'], [scale('self.quality', 0.2, 0.72)], ['drainFuel'], { engines: PETROL }), unlisted('U-spark', 'Ignition', ['engine'], [set('self.spark', 0.05, 0.6)], ['ignition'], { engines: PETROL }), unlisted('U-intake', 'Intake', ['engine'], [set('self.airLeak', 0.15, 0.5)], ['intake'], { engines: PETROL }),
]

export const FAULT_TEMPLATES: FaultTemplate[] = [
  ...UNLISTED,
  { id: 'F01', name: 'Tank empty', on: ['tank', 'gaugedTank'], cause: 'Less in the tank than the pickup needs', changes: [set('self.volumeM3', 0.002, 0.0003)], weight: 5, raisers: ['lowLevel'], repairs: ['refuel'] },
  { id: 'F02', name: 'Petrol stale', on: ['fuel'], engines: PETROL, cause: 'Light ends gone after long standing', changes: [scale('self.quality', 0.3, 0.75), scale('filter.loss', 1, 3), scale('injectors.gain', 0.75, 0.97)], weight: 2, raisers: ['stood', 'ethanol'], repairs: ['drainFuel'] },
  { id: 'F03', name: 'Water in the fuel', on: ['fuel'], cause: 'A water layer reaches the pickup', changes: [set('self.water', 0.2, 1), scale('self.quality', 0.3, 0.8)], weight: 2, raisers: ['ethanol', 'stood', 'damp'], repairs: ['drainFuel'] },
  { id: 'F04', name: 'Wrong fuel filled', on: ['fuel'], cause: 'The last fill was not what this engine burns', changes: [set('self.wrong', 0.3, 1), scale('self.quality', 0.2, 0.7)], weight: 0.8, raisers: ['recentWork'], repairs: ['drainFuel'] },
  { id: 'F04e', name: 'Too much ethanol', on: ['fuel'], engines: PETROL, cause: 'The blend is over the label: lean, and slow to start cold', changes: [set('self.ethanol', 0.35, 0.9), scale('self.quality', 0.6, 0.9), scale('injectors.gain', 0.7, 0.88), scale('hpPump.gain', 0.7, 0.88), scale('carbJets.gain', 0.7, 0.88)], weight: 0.6, raisers: ['ethanol'], repairs: ['drainFuel'] },
  { id: 'F05', name: 'Winter petrol in the heat', on: ['fuel'], engines: PETROL, cause: 'Light fuel boils where it is drawn, or in the bowl', changes: [set('self.volatility', 0.5, 0.97)], weight: 1.5, raisers: ['hot'], repairs: ['drainFuel'] },
  { id: 'F08', name: 'Rust from the tank', on: ['tank'], cause: 'Scale blocks strainer and filter', changes: [set('self.debris', 0.3, 1), scale('strainer.loss', 4, 60), scale('filter.loss', 3, 60)], weight: 1.5, raisers: ['stood', 'age', 'dirtyFuel'], repairs: ['cleanTank'] },
  { id: 'F09', name: 'Varnish from the tank', on: ['tank'], engines: PETROL, cause: 'Resin narrows the bore and glues what moves', changes: [set('self.varnish', 0.5, 1), scale('line.area', 0.3, 0.85), scale('strainer.loss', 3, 60), scale('pump.friction', 1.2, 6), scale('inlinePump.friction', 1.2, 6), scale('carbJets.gain', 0.5, 0.95)], weight: 2, raisers: ['stood', 'ethanol', 'hot'], repairs: ['cleanTank'] },
  { id: 'F10', name: 'Tank liner loose', on: ['tank'], cause: 'Sheets of it flap over the pickup', changes: [set('self.liner', 1), scale('strainer.loss', 20, 500)], weight: 0.6, raisers: ['ethanol', 'recentWork'], comesAndGoes: true, repairs: ['cleanTank'] },
  { id: 'F11', name: 'Tank floor pushed up', on: ['tank'], cause: 'The floor stands at the pickup', changes: [set('self.dented', 1), set('self.reach', 0.008, 0.07), scale('strainer.loss', 1, 10)], weight: 0.5, raisers: ['recentWork', 'lowLevel'], repairs: ['cleanTank'] },
  { id: 'F12', name: 'Tank baffle loose', on: ['tank'], cause: 'Fuel runs away from the pickup', changes: [set('self.baffle', 1), set('self.reach', 0.008, 0.07)], weight: 0.4, raisers: ['age', 'lowLevel'], comesAndGoes: true, repairs: ['cleanTank'] },
  { id: 'F14', name: 'Blind filler cap', layouts: ['A05', 'A06', 'A08', 'A11', 'A13'], on: ['tank'], cause: 'A cap without a breather where the tank needs one', changes: [set('self.capBlind', 1), set('self.gaugePa', -25e3, -6e3)], weight: 1.5, raisers: ['recentWork'], repairs: ['capSeal'] },
  { id: 'F15', name: 'Fill-limit valve stuck shut', layouts: ['A01', 'A02', 'A03', 'A04', 'A07', 'A10', 'A11', 'A12'], on: ['tank'], cause: 'Nothing gets in as fuel leaves', changes: [set('self.rollover', 1), set('self.gaugePa', -20e3, -6e3)], weight: 0.8, raisers: ['age', 'recentWork'], repairs: ['clearVent'] },
  { id: 'F22', name: 'Pickup tube cracked', layouts: ['A05', 'A06', 'A08'], on: ['strainer'], cause: 'It draws air once the level is under the crack', changes: [hole('airLeak.holeM2', 0.02, 0.5), set('tank.reach', 0.04, 0.1)], weight: 1, raisers: ['age', 'damp'], comesAndGoes: true, repairs: ['pickup'] },
  { id: 'F93', name: 'Return heats the fuel', layouts: ['A01', 'A07', 'A10'], on: ['tank'], cause: 'Fuel goes round and round and boils at the pump', changes: [set('self.heat', 0.5, 0.97)], weight: 1, raisers: ['hot', 'lowLevel', 'recentWork'], repairs: ['coolReturn'] },
  { id: 'F94', name: '{it} too near heat', it: 'Feed line', on: ['line', 'hose', 'suctionLine'], parts: ['frontLine', 'suctionLine'], engines: PETROL, cause: 'Fuel boils in it after a hot stop', changes: [set('self.heat', 0.35, 0.9)], weight: 1.2, raisers: ['hot', 'recentWork'], repairs: ['heatShield'] },
  { id: 'F13', name: 'Tank vent blocked', on: ['tank'], cause: 'The tank goes below the outside pressure as fuel leaves', changes: [set('self.gaugePa', -30e3, -8e3), scale('strainer.loss', 1, 1.5)], weight: 2, raisers: ['age', 'recentWork'], repairs: ['clearVent'] },
  { id: 'F19', name: 'Strainer clogged', layouts: IN_TANK, on: ['strainer'], cause: 'The pump starves at its own inlet', changes: [scale('self.loss', 20, 400)], weight: 4, raisers: ['dirtyFuel', 'age', 'lowLevel'], repairs: ['module', 'strainer'] },
  { id: 'F23', name: 'Pump worn', on: ['pump', 'inlinePump'], cause: 'Clearances leak inside, flow falls with pressure', changes: [scale('self.leakage', 1.8, 5), scale('self.displacement', 0.5, 0.95)], weight: 4, raisers: ['mileage', 'age', 'dirtyFuel', 'lowLevel'], repairs: ['module', 'linePump'] },
  { id: 'F24', name: 'Pump seized', on: ['pump', 'inlinePump'], cause: 'The rotor does not turn and draws stall current', changes: [scale('self.friction', 20, 100)], weight: 2.5, raisers: ['stood', 'ethanol', 'dirtyFuel'], repairs: ['module', 'linePump'] },
  { id: 'F25', name: 'Pump stiff', on: ['pump', 'inlinePump'], cause: 'Drag raises the current and slows it', changes: [scale('self.friction', 1.6, 5)], weight: 1.6, raisers: ['stood', 'age', 'dirtyFuel'], repairs: ['module', 'linePump'] },
  { id: 'F26', name: 'Pump brushes worn out', on: ['pump', 'inlinePump'], cause: 'No contact at some rotor positions', changes: [set('self.winding', 1e7)], weight: 3, raisers: ['mileage', 'age', 'lowLevel'], comesAndGoes: true, repairs: ['module', 'linePump'] },
  { id: 'F27', name: 'Pump winding shorted', on: ['pump', 'inlinePump'], cause: 'Turns bridged: much current, little work', changes: [scale('self.winding', 0.3, 0.7), scale('self.displacement', 0.3, 0.85), scale('self.friction', 1.5, 3)], weight: 0.5, raisers: ['lowLevel'], repairs: ['module', 'linePump'] },
  { id: 'F28', name: 'Check valve leaks', engines: ['injected', 'direct'], on: ['checkValve'], cause: 'The line drains back into the tank after stopping', changes: [set('self.restLeak', 0.4, 60)], weight: 3.5, raisers: ['mileage', 'dirtyFuel', 'age'], repairs: ['module'] },
  { id: 'F29', name: 'Pump relief valve weak', layouts: ['A01', 'A02', 'A03', 'A04', 'A07', 'A10', 'A11', 'A12'], on: ['relief'], cause: 'Flow goes round inside below set pressure', changes: [scale('self.crack', 0.22, 0.5)], weight: 0.7, raisers: ['dirtyFuel'], repairs: ['module', 'linePump'] },
  { id: 'F30', name: 'Wrong pump fitted', on: ['pump', 'inlinePump'], cause: 'Made for less pressure than this system holds', changes: [scale('self.displacement', 0.3, 0.9), scale('relief.crack', 0.1, 0.45)], weight: 0.7, raisers: ['recentWork', 'modifiedWiring'], repairs: ['module', 'linePump'] },
  { id: 'F31', name: 'Pump wired backwards', on: ['pump', 'inlinePump'], cause: 'It runs, and moves almost nothing', changes: [scale('self.displacement', 0.01, 0.1), set('self.noise', 0.6, 1)], weight: 0.4, raisers: ['recentWork', 'modifiedWiring'], repairs: ['loom'] },
  { id: 'F32', name: 'Module hose split', on: ['moduleHose'], cause: 'Flow returns inside the tank before it reaches the line', changes: [hole('self.holeM2', 0.3, 8), set('checkValve.restLeak', 2, 200)], weight: 2, raisers: ['recentWork', 'ethanol', 'age'], repairs: ['module'] },
  { id: 'F35', name: '{it} kinked', it: 'Feed line', on: ['line', 'suctionLine'], cause: 'The bore is crushed', changes: [scale('self.area', 0.02, 0.15)], weight: 1.5, raisers: ['recentWork'], repairs: ['{part}'] },
  { id: 'F36', name: '{it} liner loose', it: 'Rear hose', on: ['hose'], cause: 'The inner tube folds shut under flow', changes: [scale('self.area', 0.012, 0.1)], weight: 1.2, raisers: ['ethanol', 'age'], comesAndGoes: true, repairs: ['{part}'] },
  { id: 'F37', name: 'Fuel line leaks', layouts: [...IN_TANK, 'A10'], on: ['leak'], cause: 'Fuel escapes from a joint or hose', changes: [hole('self.holeM2', 0.005, 1)], weight: 2.5, raisers: ['recentWork', 'age', 'damp'], repairs: ['frontLine'] },
  { id: 'F40', name: 'Quick coupling not latched', layouts: ['A01', 'A02', 'A03', 'A04', 'A07', 'A10', 'A11', 'A12'], on: ['leak'], cause: 'It weeps at its ring, and can part under pressure', changes: [hole('self.holeM2', 0.005, 1), set('self.joint', 1)], weight: 1.5, raisers: ['recentWork'], repairs: ['feedJoint'] },
  { id: 'F42', name: '{it} the wrong way or type', it: 'Filter', on: ['filter'], parts: ['filter'], cause: 'It passes less than it should, new as it is', changes: [scale('self.loss', 2, 6), set('self.turned', 1)], weight: 0.7, raisers: ['recentWork'], repairs: ['{part}'] },
  { id: 'F43', name: 'Filter seal draws air', layouts: ['A08'], on: ['filter'], parts: ['firstFilter'], cause: 'Two gaskets, a dry ring or a cracked bowl', changes: [set('self.seal', 1), hole('airLeak.holeM2', 0.004, 0.4)], weight: 2.5, raisers: ['recentWork'], repairs: ['firstFilter'] },
  { id: 'F41', name: '{it} clogged', it: 'Inline filter', on: ['filter'], cause: 'The loss across it rises with flow', changes: [scale('self.loss', 8, 300)], weight: 5, raisers: ['mileage', 'dirtyFuel', 'stood'], repairs: ['{part}'] },
  { id: 'F44', name: 'Regulator set low', on: ['regulator', 'tankRegulator'], layouts: ['A01', 'A07', 'A10'], cause: 'A weak spring lets fuel back too early', changes: [scale('self.set', 0.45, 0.87)], weight: 1.5, raisers: ['age'], repairs: ['regulator'] },
  { id: 'F44m', name: 'Regulator set low', on: ['tankRegulator'], layouts: ['A02', 'A04', 'A11', 'A12'], cause: 'A weak spring lets fuel back too early', changes: [scale('self.set', 0.45, 0.87)], weight: 1.5, raisers: ['age'], repairs: ['module'] },
  { id: 'F45', name: 'Regulator stuck shut', on: ['regulator'], cause: 'Nothing returns, pressure climbs to the relief', changes: [scale('self.set', 1.25, 2.5)], weight: 1, raisers: ['dirtyFuel', 'recentWork'], repairs: ['regulator'] },
  { id: 'F46', name: 'Regulator diaphragm split', on: ['regulator'], cause: 'Fuel is drawn down the vacuum hose', changes: [set('self.wetHose', 0.5, 1), scale('injectors.gain', 1.1, 1.6), set('self.restLeak', 0.5, 30)], weight: 2, raisers: ['age', 'ethanol'], repairs: ['regulator'] },
  { id: 'F47', name: 'Regulator seat leaks', on: ['regulator', 'tankRegulator'], layouts: ['A01', 'A07', 'A10'], cause: 'Pressure bleeds into the return after stopping', changes: [set('self.restLeak', 0.4, 40)], weight: 2, raisers: ['dirtyFuel', 'age'], repairs: ['regulator'] },
  { id: 'F47m', name: 'Regulator seat leaks', on: ['tankRegulator'], layouts: ['A02', 'A04', 'A11', 'A12'], cause: 'Pressure bleeds into the return after stopping', changes: [set('self.restLeak', 0.4, 40)], weight: 2, raisers: ['dirtyFuel', 'age'], repairs: ['module'] },
  { id: 'F48', name: 'Vacuum hose off', on: ['regulator'], cause: 'The regulator does not see the manifold', changes: [set('self.reference', 0), scale('engine.airLeak', 2, 6)], weight: 1, raisers: ['recentWork', 'age'], repairs: ['vacuumHose'] },
  { id: 'F50', name: 'Injectors gummed', on: ['injectors'], cause: 'Deposits narrow the holes, unevenly', changes: [scale('self.gain', 0.5, 0.9), set('self.imbalance', 0.1, 0.4)], weight: 2.5, raisers: ['stood', 'age'], repairs: ['injectors'] },
  { id: 'F51', name: 'Injector drips', on: ['injectors'], cause: 'It does not shut: pressure lost, one cylinder wet', changes: [set('self.restLeak', 0.4, 20), scale('self.gain', 1, 1.12)], weight: 2.2, raisers: ['dirtyFuel', 'ethanol', 'age'], repairs: ['injectors'] },
  { id: 'F52', name: 'Injectors not driven', on: ['injectors'], cause: 'Some coils or their feed are open', changes: [set('self.coil', 0), set('self.imbalance', 0.5, 1)], weight: 1, raisers: ['damp', 'age'], repairs: ['injectors'] },
  { id: 'F66', name: 'Return line blocked', on: ['returnLine'], cause: 'Back-pressure in the return raises the rail', changes: [scale('self.area', 0.02, 0.09)], weight: 1, raisers: ['recentWork', 'damp'], repairs: ['returnLine'] },
  { id: 'F67', name: 'Battery weak', on: ['battery'], cause: 'It sags under the starter and starves the pump', changes: [set('self.restV', 10.8, 12.2), scale('self.innerOhm', 2, 8)], weight: 4, raisers: ['age', 'stood'], repairs: ['battery'] },
  { id: 'F68', name: 'Alternator charges low', on: ['battery'], cause: 'Running volts sag and the pump slows', changes: [set('self.chargingV', 11.2, 12.6)], weight: 1.5, raisers: ['age'], repairs: ['alternator'] },
  { id: 'F67s', name: 'Starter draws too much', on: ['starter'], cause: 'Not fuel: it pulls the volts down while cranking', changes: [scale('self.ohm', 0.28, 0.55)], weight: 1, raisers: ['age', 'mileage'], repairs: ['starter'] },
  { id: 'F69', name: 'Pump fuse blown', on: ['fuse'], cause: 'The feed is open at the fuse', changes: [set('self.ohm', 1e6)], weight: 2.5, raisers: ['modifiedWiring', 'recentWork'], repairs: ['fuse'] },
  { id: 'F70', name: 'Fuse holder corroded', on: ['fuse'], cause: 'A hot, loose holder loses volts', changes: [loses('self.ohm', 0.624, 10.4)], weight: 2, raisers: ['damp', 'modifiedWiring'], repairs: ['fuse'] },
  { id: 'F71', name: 'Relay contact burnt', on: ['relay'], cause: 'The contact loses volts, or all of them', changes: [loses('self.ohm', 0.624, 26)], weight: 3, raisers: ['age', 'mileage'], comesAndGoes: true, repairs: ['relay'] },
  { id: 'F72', name: 'Relay does not pull in', on: ['relay'], cause: 'Its coil or base has no contact', changes: [set('self.coil', 0)], weight: 2, raisers: ['age'], comesAndGoes: true, repairs: ['relay'] },
  { id: 'F73', name: 'No run command', on: ['command'], cause: 'The controller sees no engine speed', changes: [set('self.release', 0)], weight: 2.5, raisers: ['age', 'recentWork'], repairs: ['command'] },
  { id: 'F73k', name: 'Key not recognised', engines: ['injected', 'direct', 'commonRail'], on: ['command'], cause: 'Not fuel: the immobiliser keeps the pump off', changes: [set('self.release', 0), set('self.keySeen', 0)], weight: 1, raisers: ['recentWork'], comesAndGoes: true, repairs: ['immobiliser'] },
  { id: 'F76', name: 'Speed resistor failed', on: ['ballast'], cause: 'The pump gets low speed only, or none', changes: [set('self.ohm', 0.8, 4)], weight: 0.6, raisers: ['age'], repairs: ['speedResistor'] },
  { id: 'F81', name: 'Pump fed from behind', on: ['relay'], parts: ['relay'], cause: 'An added wire feeds it past the key', changes: [set('self.backFeed', 1)], weight: 0.5, raisers: ['modifiedWiring', 'recentWork'], repairs: ['feedWiring'] },
  { id: 'F74', name: 'Cut-off switch tripped', on: ['cutOff'], cause: 'A knock has opened the circuit', changes: [set('self.ohm', 1e7)], weight: 1, raisers: [], repairs: ['cutOff'] },
  { id: 'F77', name: 'Floor loom corroded', on: ['loom'], cause: 'The wire loses volts under load', changes: [loses('self.ohm', 0.78, 15.6)], weight: 2.2, raisers: ['modifiedWiring', 'damp', 'age'], repairs: ['loom'] },
  { id: 'F78', name: 'Pump ground corroded', on: ['ground'], cause: 'Volts are lost on the way back', changes: [loses('self.ohm', 0.78, 15.6)], weight: 3.5, raisers: ['damp', 'age', 'modifiedWiring'], repairs: ['ground'] },
  { id: 'F79', name: 'Feed plug corroded', on: ['feedPlug'], cause: 'Green or browned pins lose volts under load', changes: [loses('self.ohm', 0.78, 20.8)], weight: 3, raisers: ['damp', 'age', 'modifiedWiring'], repairs: ['plug'] },
  { id: 'F79b', name: 'Hatch lead overheated', on: ['hatchLead'], cause: 'The pins at the module have burnt', changes: [loses('self.ohm', 0.78, 10.4)], weight: 1.5, raisers: ['ethanol', 'age'], repairs: ['module', 'hatchLead'] },
  { id: 'F80', name: 'Floor loom chafed through', on: ['chafe'], cause: 'The wire touches the body and takes the fuse with it', changes: [set('self.ohm', 0.05, 0.8), set('fuse.ohm', 1e6)], weight: 0.8, raisers: ['recentWork'], repairs: ['loom'] },
  { id: 'F96', name: 'Spark weak', engines: PETROL, on: ['engine'], cause: 'Not fuel: ignition', changes: [set('self.spark', 0.05, 0.6)], weight: 3, raisers: ['damp', 'age'], repairs: ['ignition'] },
  { id: 'F97', name: 'Compression low', on: ['engine'], cause: 'Not fuel: timing, valves or rings', changes: [set('self.compression', 0.1, 0.6)], weight: 1.2, raisers: ['mileage'], repairs: ['compression'] },
  { id: 'F98', name: 'Intake draws air', engines: PETROL, on: ['engine'], cause: 'Not fuel: unmetered air leans the mixture', changes: [set('self.airLeak', 0.15, 0.5)], weight: 2, raisers: ['age', 'recentWork'], repairs: ['intake'] },
  { id: 'F98b', name: 'Boost line off or split', engines: ['diesel', 'commonRail'], on: ['engine'], cause: 'Not fuel: the engine gets too little air', changes: [set('self.boost', 0.35, 0.75)], weight: 1.5, raisers: ['age', 'recentWork'], repairs: ['boostLine'] },
  { id: 'F95', name: 'Pulsation damper failed', engines: ['injected', 'direct'], layouts: ['A01', 'A02', 'A03', 'A04', 'A07', 'A10', 'A11', 'A12'], on: ['engine'], cause: 'The line hammers, pressure pulses', changes: [set('self.damper', 0.6, 1), scale('self.complianceMlPerKPa', 0.2, 0.5)], weight: 0.5, raisers: ['age'], repairs: ['damper'] },
  // Suction-fed systems and carburettors.
  { id: 'F06', name: 'Diesel waxed', on: ['fuel'], engines: ['diesel', 'commonRail'], cause: 'Below its cloud point wax blanks strainer and filters', changes: [scale('filter.loss', 8, 150), scale('strainer.loss', 3, 40)], weight: 2, raisers: ['cold'], repairs: ['thawFuel'] },
  { id: 'F07', name: 'Growth in the diesel', on: ['tank'], engines: ['diesel', 'commonRail'], cause: 'Slime sheds from the water layer into the filters', changes: [set('self.debris', 0.4, 1), scale('strainer.loss', 4, 60), scale('filter.loss', 4, 50), set('fuel.water', 0.1, 0.6)], weight: 2, raisers: ['stood', 'dirtyFuel'], repairs: ['cleanTank'] },
  { id: 'F21', name: 'Pickup strainer blocked', on: ['strainer'], layouts: ['A05', 'A06', 'A08', 'A13'], cause: 'Much vacuum, little fuel', changes: [scale('self.loss', 60, 900)], weight: 2.5, raisers: ['stood', 'dirtyFuel', 'age'], repairs: ['pickup'] },
  { id: 'F30s', name: 'Suction hose drawn flat', on: ['suctionLine'], cause: 'A soft hose closes under vacuum', changes: [scale('self.area', 0.02, 0.12)], weight: 1.5, raisers: ['age', 'ethanol', 'recentWork'], comesAndGoes: true, repairs: ['suctionLine'] },
  { id: 'F37s', name: 'Feed joint leaks', on: ['leak'], layouts: ['A05', 'A06', 'A08', 'A13'], cause: 'Fuel escapes on the pressure side', changes: [hole('self.holeM2', 0.03, 3)], weight: 2.5, raisers: ['recentWork', 'age', 'damp'], repairs: ['feedJoint'] },
  { id: 'F38', name: 'Suction side draws air', on: ['airLeak'], cause: 'A joint that is never wet lets air in', changes: [hole('self.holeM2', 0.004, 0.4)], weight: 4, raisers: ['recentWork', 'age', 'stood'], comesAndGoes: true, repairs: ['suctionJoints'] },
  { id: 'F57', name: 'Needle valve stuck open', on: ['needle'], cause: 'The bowl overfills and the engine floods', changes: [scale('self.level', 1.8, 8), set('self.restLeak', 1, 40)], weight: 3, raisers: ['stood', 'dirtyFuel', 'ethanol'], repairs: ['carburettor'] },
  { id: 'F58', name: 'Needle valve stuck shut', on: ['needleSeat'], cause: 'The bowl runs dry', changes: [scale('self.loss', 120, 20000)], weight: 2.5, raisers: ['stood', 'ethanol'], comesAndGoes: true, repairs: ['carburettor'] },
  { id: 'F59', name: 'Jets gummed', on: ['carbJets'], cause: 'Fuel is there, the jets pass too little', changes: [scale('self.gain', 0.45, 0.86), set('self.imbalance', 0.1, 0.4)], weight: 3, raisers: ['stood', 'ethanol', 'age'], repairs: ['carburettor'] },
  { id: 'F60', name: 'Pump diaphragm or flaps failed', on: ['strokePump'], cause: 'It strokes and moves little', changes: [scale('self.spring', 0.03, 0.4), scale('self.stroke', 0.04, 0.5), set('self.diaphragm', 0.1, 0.6)], weight: 3, raisers: ['age', 'ethanol', 'stood'], repairs: ['strokePump'] },
  { id: 'F61', name: 'Pump arm or cam worn', on: ['strokePump'], cause: 'Short strokes: pressure is there, flow is not', changes: [scale('self.stroke', 0.05, 0.3)], weight: 1, raisers: ['mileage', 'age'], repairs: ['strokePump'] },
  { id: 'F62', name: 'Pump points burnt or plunger stuck', on: ['pusherPump'], layouts: ['A06', 'A13'], cause: 'It does not tick', changes: [set('self.winding', 1e7)], weight: 2.5, raisers: ['age', 'stood', 'modifiedWiring'], comesAndGoes: true, repairs: ['linePump'] },
  { id: 'F63', name: 'Pump worn', on: ['pusherPump'], layouts: ['A06', 'A13'], cause: 'It ticks, and moves too little', changes: [scale('self.leakage', 1.5, 4), scale('self.displacement', 0.25, 0.7)], weight: 2, raisers: ['age', 'dirtyFuel', 'mileage'], repairs: ['linePump'] },
  { id: 'F29p', name: 'Pump pressure low', on: ['relief'], layouts: ['A06', 'A13'], cause: 'A tired spring: pressure falls short', changes: [scale('self.crack', 0.15, 0.5)], weight: 1, raisers: ['age'], repairs: ['linePump'] },
  { id: 'F64', name: 'Overflow valve weak', on: ['overflow'], cause: 'The gallery loses its pressure to the return', changes: [scale('self.crack', 0.02, 0.3), set('self.restLeak', 2, 60)], weight: 1.5, raisers: ['mileage', 'age', 'dirtyFuel'], repairs: ['overflow'] },
  { id: 'F65', name: 'Hand primer blocked or its flap stuck', on: ['primer'], cause: 'It throttles the suction side', changes: [scale('self.loss', 25, 500), set('self.restLeak', 0.5, 30)], weight: 2, raisers: ['age', 'dirtyFuel', 'stood'], repairs: ['primer'] },
  { id: 'F72k', name: 'Key switch contact burnt', on: ['keySwitch'], cause: 'The contact loses volts, or all of them', changes: [loses('self.ohm', 1.5, 60)], weight: 2, raisers: ['age', 'mileage'], comesAndGoes: true, repairs: ['keySwitch'] },
  // High-pressure pumps, controlled pumps, two pumps, saddle tanks.
  { id: 'F20', name: 'Strainer fallen off', layouts: IN_TANK, on: ['strainer'], cause: 'The pump sucks grit, and air at a low level', changes: [set('tank.reach', 0.03, 0.07), scale('pump.leakage', 1, 1.6), set('pump.noise', 0.3, 0.8)], weight: 0.6, raisers: ['recentWork', 'lowLevel'], comesAndGoes: true, repairs: ['module', 'strainer'] },
  { id: 'F34', name: 'Module bucket does not fill', layouts: IN_TANK, on: ['tank'], cause: 'Its foot valve or jet is blocked: it starves with fuel in the tank', changes: [set('self.reach', 0.02, 0.06)], weight: 1, raisers: ['dirtyFuel', 'lowLevel'], comesAndGoes: true, repairs: ['module'] },
  { id: 'F19s', name: 'Main pump strainer clogged', layouts: ['A10'], on: ['strainer'], parts: ['mainStrainer'], cause: 'The pump behind it starves', changes: [scale('self.loss', 20, 300)], weight: 3, raisers: ['dirtyFuel', 'age'], repairs: ['pickup'] },
  { id: 'F19l', name: 'Lift pump strainer clogged', layouts: ['A10'], on: ['strainer'], parts: ['strainer'], cause: 'The lift pump starves, the surge tank runs low', changes: [scale('self.loss', 60, 600), set('surge.volumeM3', 0.0003, 0.0022)], weight: 2, raisers: ['dirtyFuel', 'age'], repairs: ['pickup'] },
  { id: 'F49', name: 'Pressure sensor reads high', on: ['hpPump', 'speedControl'], cause: 'The controller holds too little and calls it right', changes: [set('self.sensor', 1.2, 1.6)], weight: 0.8, raisers: ['age', 'damp'], repairs: ['railSensor'] },
  { id: 'F49h', name: 'Pressure sensor reads low', on: ['hpPump', 'speedControl'], cause: 'The controller holds too much and calls it right', changes: [set('self.sensor', 0.55, 0.8)], weight: 0.6, raisers: ['age', 'damp'], repairs: ['railSensor'] },
  { id: 'F50d', name: 'High-pressure injectors gummed', on: ['hpPump'], cause: 'Deposits narrow the holes, unevenly', changes: [scale('self.gain', 0.55, 0.88), set('self.imbalance', 0.1, 0.4)], weight: 2, raisers: ['age', 'mileage', 'dirtyFuel'], repairs: ['injectors'] },
  { id: 'F54', name: 'High-pressure pump worn', on: ['hpPump'], cause: 'The rail does not come up to what is asked', changes: [set('self.capability', 0.25, 0.6)], weight: 1.2, raisers: ['mileage', 'dirtyFuel'], repairs: ['hpPump'] },
  { id: 'F55', name: 'High-pressure pump leaks into the oil', engines: ['direct'], on: ['hpPump'], cause: 'Its seal lets fuel down into the sump', changes: [set('self.sumpLeak', 0.6, 10), scale('self.gain', 1.03, 1.3)], weight: 0.8, raisers: ['mileage'], repairs: ['hpPump'] },
  { id: 'F56', name: 'Injectors leak back', engines: ['commonRail'], on: ['hpPump'], cause: 'The rail loses what the pump gives, most of all while cranking', changes: [set('self.backLeak', 5, 18)], weight: 2, raisers: ['mileage', 'dirtyFuel'], repairs: ['injectors'] },
  { id: 'F75', name: 'Driver module dead', on: ['driver'], cause: 'Command in, nothing out', changes: [set('self.ohm', 1e7)], weight: 1.2, raisers: ['damp', 'age'], comesAndGoes: true, repairs: ['driver'] },
  { id: 'F75v', name: 'Driver module loses volts', on: ['driver'], cause: 'Heat in the module instead of speed in the pump', changes: [loses('self.ohm', 0.8, 12)], weight: 0.8, raisers: ['damp', 'age'], repairs: ['driver'] },
  { id: 'F75s', name: 'Driver module stuck at full speed', on: ['speedControl'], cause: 'Pressure climbs to the relief whatever is asked', changes: [scale('self.held', 1.5, 2.2)], weight: 0.7, raisers: ['damp', 'age'], repairs: ['driver'] },
  { id: 'F90', name: 'Transfer jet blocked', on: ['jet'], cause: 'One half of the tank stays full while the pump sucks air', changes: [scale('self.area', 0.08, 0.4), set('self.effect', 0.05, 0.6), set('tank.reach', 0.02, 0.06)], weight: 1.5, raisers: ['dirtyFuel', 'lowLevel'], repairs: ['module'] },
  { id: 'F91', name: 'Selector half shut', on: ['passageValve'], cause: 'It does not turn to its stop, or its seal has swollen', changes: [scale('self.loss', 60, 3000)], weight: 1, raisers: ['age', 'stood'], repairs: ['selector'] },
  { id: 'F92', name: 'Lift pump too weak', on: ['surge'], cause: 'The surge tank runs low on a long load', changes: [set('self.volumeM3', 0.0003, 0.0022), scale('pusherPump.displacement', 0.05, 0.45)], weight: 2.5, raisers: ['age', 'mileage', 'modifiedWiring'], repairs: ['linePump'] },
  { id: 'F77l', name: 'Lift pump circuit loses volts', on: ['liftCircuit'], cause: 'Fuse, relay, wire or ground of the lift pump', changes: [loses('self.ohm', 3, 60), set('surge.volumeM3', 0.0003, 0.0022)], weight: 2, raisers: ['modifiedWiring', 'damp', 'age'], comesAndGoes: true, repairs: ['loom'] },
  { id: 'F74b', name: 'Boost switch contact burnt', on: ['boostSwitch'], cause: 'The contact loses volts, or all of them', changes: [loses('self.ohm', 1.5, 60)], weight: 1.5, raisers: ['age'], comesAndGoes: true, repairs: ['keySwitch'] },
  // The gauge loop.
  { id: 'F69g', name: 'Gauge fuse blown', on: ['gaugeFuse'], cause: 'Gauge and lamps beside it have no feed', changes: [set('self.ohm', 1e6)], weight: 1.5, raisers: ['modifiedWiring', 'recentWork'], repairs: ['gaugeFuse'] },
  { id: 'F86', name: 'Limiter gives too little', on: ['limiter'], cause: 'Every gauge on it reads low', changes: [set('self.volts', 4.5, 8)], weight: 0.6, raisers: ['age'], repairs: ['limiter'] },
  { id: 'F86h', name: 'Limiter passes battery volts', on: ['limiter'], cause: 'Every gauge on it reads high', changes: [set('self.volts', 12, 13.6)], weight: 0.6, raisers: ['age', 'recentWork'], repairs: ['limiter'] },
  { id: 'F86o', name: 'Limiter open', on: ['limiter'], cause: 'Every gauge on it is dead', changes: [set('self.alive', 0)], weight: 0.6, raisers: ['age', 'damp'], repairs: ['limiter'] },
  { id: 'F87', name: 'Gauge movement dead', on: GAUGES, cause: 'Fed and wired, it does not move', changes: [set('self.moves', 0)], weight: 1.2, raisers: ['age'], comesAndGoes: true, repairs: ['gauge'] },
  { id: 'F87w', name: 'Gauge winding open', on: ['thermalGauge', 'coilGauge', 'ironGauge'], cause: 'No current gets through the gauge', changes: [set('self.ohm', 1e6)], weight: 0.8, raisers: ['age'], repairs: ['gauge'] },
  { id: 'F87h', name: 'Gauge reads high', on: GAUGES, cause: 'Its movement is off by itself', changes: [set('self.offset', 0.15, 0.5)], weight: 0.5, raisers: ['age', 'recentWork'], repairs: ['gauge'] },
  { id: 'F87l', name: 'Gauge reads low', on: GAUGES, cause: 'Its movement is off by itself', changes: [set('self.offset', -0.5, -0.15)], weight: 0.5, raisers: ['age', 'recentWork'], repairs: ['gauge'] },
  { id: 'F88', name: 'Sender wire open', on: ['senderWire'], cause: 'The gauge sees no sender', changes: [set('self.ohm', 1e6)], weight: 1.5, raisers: ['recentWork', 'damp', 'modifiedWiring'], comesAndGoes: true, repairs: ['senderWire'] },
  { id: 'F88s', name: 'Sender wire chafed to ground', on: ['senderChafe'], cause: 'The gauge sees the body, not the sender', changes: [set('self.ohm', 0.05, 3)], weight: 1, raisers: ['recentWork', 'modifiedWiring'], repairs: ['senderWire'] },
  { id: 'F79g', name: 'Tank plug corroded', on: ['senderPlug'], cause: 'Green pins stand between wire and sender', changes: [set('self.ohm', 60, 2e4)], weight: 2.5, raisers: ['damp', 'age'], comesAndGoes: true, repairs: ['senderPlug'] },
  { id: 'F78g', name: 'Sender ground corroded', on: ['senderGround'], cause: 'The sender floats above the body', changes: [set('self.ohm', 40, 2e4)], weight: 3, raisers: ['damp', 'age', 'recentWork'], comesAndGoes: true, repairs: ['senderGround'] },
  { id: 'F82', name: 'Sender track worn', on: ['sender'], cause: 'The wiper loses contact at some heights', changes: [set('self.seriesOhm', 30, 2e4), set('self.jumps', 0.7, 1)], weight: 4, raisers: ['age', 'mileage', 'ethanol'], comesAndGoes: true, repairs: ['sender'] },
  { id: 'F83', name: 'Float sunk', on: ['sender'], cause: 'It lies low in the fuel whatever is in the tank', changes: [set('self.floats', 0, 0.5)], weight: 2, raisers: ['age', 'ethanol'], repairs: ['sender'] },
  { id: 'F84', name: 'Sender arm bent up', on: ['sender'], cause: 'It shows more than there is', changes: [set('self.shift', 0.15, 0.5)], weight: 0.8, raisers: ['recentWork'], repairs: ['sender'] },
  { id: 'F84d', name: 'Sender arm bent down', on: ['sender'], cause: 'It shows less than there is', changes: [set('self.shift', -0.45, -0.15)], weight: 0.8, raisers: ['recentWork'], repairs: ['sender'] },
  { id: 'F85', name: 'Sender runs the other way', on: ['sender'], cause: 'Its ohms rise where this gauge wants them to fall', changes: [set('self.turned', 1)], weight: 0.5, raisers: ['recentWork'], repairs: ['sender'] },
  { id: 'F85r', name: 'Sender of another range', on: ['sender'], cause: 'Its ends are not those of this gauge', changes: [scale('self.range', 0.3, 0.65)], weight: 0.5, raisers: ['recentWork'], repairs: ['sender'] },
  { id: 'F89', name: 'Probe misled by the fuel', on: ['probe'], cause: 'Ethanol or water changes what a capacitive probe sees', changes: [set('self.shift', 0.15, 0.6), set('self.permittivity', 2, 8)], weight: 1, raisers: ['ethanol', 'damp'], repairs: ['drainFuel'] },
  // Where fuel escapes.
  { id: 'F17', name: 'Filler neck or hose leaks', on: ['seep'], parts: ['fillerPlace'], cause: 'Rusted through or cracked: wet when filling', changes: [seeps(1, 300)], weight: 1.5, raisers: ['damp', 'age'], repairs: ['fillerHose'] },
  { id: 'F18', name: 'Cap seal perished', on: ['seep'], parts: ['capPlace'], cause: 'Vapour and splashes pass the cap', changes: [seeps(0.1, 15)], weight: 1.5, raisers: ['age', 'ethanol'], repairs: ['capSeal'] },
  { id: 'F16', name: 'Canister full of liquid', on: ['seep'], parts: ['canisterPlace'], cause: 'Overfilled, or its valve leaks: it gives off vapour', changes: [seeps(0.2, 8)], weight: 1, raisers: ['recentWork', 'age'], repairs: ['canister'] },
  { id: 'F33', name: 'Flange seal leaks', on: ['seep'], parts: ['flangePlace'], cause: 'It wets the tank top, the more the fuller the tank', changes: [seeps(0.2, 50)], weight: 2.5, raisers: ['recentWork', 'age'], repairs: ['flangeSeal'] },
  { id: 'F37', name: '{it} leaks', it: 'Rear joint', on: ['seep'], parts: ['rearPlace', 'filterPlace', 'returnPlace', 'injectionPlace'], cause: 'A hose end, coupling, ring or clamp lets fuel past', changes: [seeps(0.5, 400)], weight: 3, raisers: ['recentWork', 'age', 'damp'], repairs: ['feedJoint'] },
  { id: 'F39', name: 'Line under the floor rusted through', on: ['seep'], parts: ['linePlace'], cause: 'A pinhole, wet under pressure', changes: [seeps(0.3, 400)], weight: 2, raisers: ['damp', 'age'], repairs: ['frontLine', 'suctionLine'] },
  { id: 'F53', name: 'Injector ring leaks', on: ['seep'], parts: ['railPlace'], cause: 'Fuel stands round an injector at the rail', changes: [seeps(0.2, 30)], weight: 1.5, raisers: ['recentWork', 'age'], repairs: ['injectorRings'] },
  { id: 'F46', name: 'Regulator diaphragm split', on: ['seep'], parts: ['regulatorPlace'], cause: 'Fuel stands in its vacuum hose', changes: [seeps(0.5, 40)], weight: 1.2, raisers: ['age', 'ethanol'], repairs: ['regulator'] },
  { id: 'F57l', name: 'Carburettor runs over', on: ['seep'], parts: ['carbPlace'], cause: 'The needle does not shut: fuel runs out at the bowl', changes: [seeps(1, 200)], weight: 3, raisers: ['stood', 'dirtyFuel'], repairs: ['carburettor'] },
  { id: 'F60l', name: 'Feed pump weeps', on: ['seep'], parts: ['pumpPlace'], cause: 'Its diaphragm or gasket lets fuel out', changes: [seeps(0.3, 50)], weight: 2, raisers: ['age', 'ethanol'], repairs: ['strokePump', 'linePump'] },
]

/** The faults that the parts of a layout can have. */
export function faultsOf(layout: Layout): Fault[] {
  return FAULT_TEMPLATES.flatMap((template) => {
    if ((template.engines && !template.engines.includes(layout.engine.kind)) || (template.layouts && !template.layouts.includes(layout.id))) return []
    const parts = layout.parts.filter((part) => template.on.includes(part.kind) && (!template.parts || template.parts.includes(part.id)))
    return parts.map((part, at): Fault => {
      const segment = [...layout.segments, ...layout.beside].find((entry) => entry.parts.includes(part.id))
      if (!segment) throw new Error(`${part.id} can fail and lies on no segment of ${layout.id}`)
      // The template's own word is for its first kind of part; another kind goes by its place.
      const it = parts.length > 1 || part.kind !== template.on[0] ? segment.name : (template.it ?? '')
      return {
        id: parts.length > 1 ? `${template.id}@${part.id}` : template.id,
        name: template.name.includes('{it}') || at === 0 ? template.name.replace('{it}', it) : `${template.name}: ${segment.name === layout.segments.find((entry) => entry.parts.includes(parts[0]!.id))?.name ? 'the second' : segment.name.toLowerCase()}`, cause: template.cause, segment: segment.id,
        changes: template.changes.flatMap((change) => changesOn(layout, part.id, change)),
        weight: template.weight / parts.length, raisers: template.raisers,
        ...(template.unlisted ? { unlisted: true } : {}),
        ...(template.comesAndGoes ? { comesAndGoes: true } : {}),
        repairs: template.repairs.map((repair) => (repair === '{part}' ? ownRepair(part.id) : repair)),
      }
    })
  })
}

/** The repair of one part of several of a kind; one that no base layout has was added by an earlier hand. */
const ownRepair = (partId: string): string => (REPAIRS.some((repair) => repair.id === partId) ? partId : 'addedFilter')

/** A change of another kind falls on all its parts, and on none where the layout has none. */
function changesOn(layout: Layout, self: string, change: FaultChange): FaultChange[] {
  const [owner, name] = change.parameter.split('.') as [string, string]
  if (owner === 'self') return [{ ...change, parameter: `${self}.${name}` }]
  return layout.parts.filter((part) => part.kind === owner).map((part) => ({ ...change, parameter: `${part.id}.${name}` }))
}
