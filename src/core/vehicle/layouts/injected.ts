/** Petrol with injectors: return type, regulator in the tank, throttle body, motorcycle. Figures typical (handbook 1.2). */
import { M3_PER_S_PER_L_PER_H as LH } from '../../shared'
import type { Layout } from '../layout'
import { BESIDE, CONTROLLED_CIRCUIT, RELAYED_CIRCUIT, own, part, segment, station } from './pieces'

/** From the pickup to the flange: the module in the tank. */
export const MODULE = {
  parts: [
    own('tank', undefined, undefined, { levelM: 0.2 }),
    own('strainer', 'tank', 'pumpIn'),
    own('pump', 'pumpIn', 'pumpOut'),
    own('relief', 'pumpOut', 'tank'),
    own('moduleHose', 'pumpOut', 'tank'),
    own('checkValve', 'pumpOut', 'flange'),
  ],
  stations: [
    station('fuel', 'tank', 'Tank'),
    station('fuel', 'pumpIn', 'Inlet'),
    station('fuel', 'pumpOut', 'Outlet'),
    station('fuel', 'flange', 'Flange'),
  ],
  segments: [
    segment('fuel', 'strainer', 'Strainer', 'tank', 'pumpIn', ['tank', 'strainer']),
    segment('fuel', 'pump', 'Pump', 'pumpIn', 'pumpOut', ['pump', 'relief']),
    segment('fuel', 'checkValve', 'Module hose', 'pumpOut', 'flange', ['moduleHose', 'checkValve']),
  ],
}

/** From the flange to the rail: rear hose, inline filter, front line. */
export const FEED = {
  parts: [
    part('rearLine', 'hose', 'flange', 'filterIn', { lengthShare: 0.3 }),
    own('filter', 'filterIn', 'filterOut'),
    part('frontLine', 'line', 'filterOut', 'rail', { lengthShare: 0.7, lossCoefficient: 3 }),
    own('leak', 'filterOut', 'outside'),
  ],
  stations: [
    station('fuel', 'filterIn', 'Filter in'),
    station('fuel', 'filterOut', 'Filter out'),
    station('fuel', 'rail', 'Rail'),
  ],
  segments: [
    segment('fuel', 'rearLine', 'Rear line', 'flange', 'filterIn'),
    segment('fuel', 'filter', 'Filter', 'filterIn', 'filterOut'),
    segment('fuel', 'frontLine', 'Front line', 'filterOut', 'rail', ['frontLine', 'leak']),
  ],
}

export const RAIL = {
  parts: [own('injectors', 'rail', 'manifold'), own('jar', 'rail', 'jarOpen'), own('engine'), own('fuel')],
  stations: [station('fuel', 'injectors', 'Engine', 'manifold')],
  segments: [segment('fuel', 'injectors', 'Injectors', 'rail', 'injectors')],
}

export const RETURN_STATIONS = [
  station('return', 'regulatorOut', 'Return'),
  station('return', 'tankTop', 'Tank top'),
]
export const JUNCTIONS = { pumpIn: 0, pumpOut: 0.1, flange: 0.3, filterIn: 0.15, filterOut: 0.15, rail: 0.6 }

export const portReturn: Layout = {
  id: 'A01',
  scope: 'engine',
  name: 'Port injection, return type',
  fuel: 'petrolE10',
  generic: {},
  junctions: { ...JUNCTIONS, regulatorOut: 0.6 },
  parts: [
    ...MODULE.parts,
    ...FEED.parts,
    ...RAIL.parts,
    own('regulator', 'rail', 'regulatorOut'),
    own('returnLine', 'regulatorOut', 'tankTop', { lengthShare: 0.9 }),
    ...RELAYED_CIRCUIT.parts,
  ],
  stations: [
    ...RELAYED_CIRCUIT.stations,
    ...MODULE.stations,
    ...FEED.stations,
    ...RAIL.stations,
    ...RETURN_STATIONS,
  ],
  segments: [
    ...RELAYED_CIRCUIT.segments,
    ...MODULE.segments,
    ...FEED.segments,
    ...RAIL.segments,
    segment('return', 'regulator', 'Regulator', 'rail', 'regulatorOut'),
    segment('return', 'returnLine', 'Return line', 'regulatorOut', 'tankTop'),
  ],
  beside: [BESIDE.command, BESIDE.fuel, BESIDE.engine],
  scenes: [
    'rest',
    'keyOn',
    'idle',
    'load',
    'cranking',
    'deadhead',
    'openLine',
    'pinched',
    'noReference',
    'capOff',
    'hotRestart',
    'jumpered',
    'lampLoad',
    'filterBypassed',
  ],
  engine: { kind: 'injected', feed: 'rail', part: 'injectors' },
  gaugeAt: 'rail',
}

export const tankRegulated: Layout = {
  id: 'A02',
  scope: 'engine',
  name: 'Port injection, regulator in the tank',
  fuel: 'petrolE10',
  generic: { regulatorSetPa: 350e3, reliefPa: 680e3, pumpFlowM3PerS: 110 * LH, peakDemandM3PerS: 75 * LH },
  junctions: JUNCTIONS,
  parts: [
    ...MODULE.parts,
    part('regulator', 'tankRegulator', 'flange', 'tankTop'),
    ...FEED.parts,
    ...RAIL.parts,
    ...RELAYED_CIRCUIT.parts,
  ],
  stations: [
    ...RELAYED_CIRCUIT.stations,
    ...MODULE.stations,
    ...FEED.stations,
    ...RAIL.stations,
    station('return', 'tankTop', 'Tank top'),
  ],
  segments: [
    ...RELAYED_CIRCUIT.segments,
    ...MODULE.segments,
    ...FEED.segments,
    ...RAIL.segments,
    segment('return', 'regulator', 'Regulator', 'flange', 'tankTop'),
  ],
  beside: [BESIDE.command, BESIDE.fuel, BESIDE.engine],
  scenes: [
    'rest',
    'keyOn',
    'idle',
    'load',
    'cranking',
    'deadhead',
    'openLine',
    'capOff',
    'hotRestart',
    'jumpered',
    'lampLoad',
    'filterBypassed',
  ],
  engine: { kind: 'injected', feed: 'rail', part: 'injectors' },
  gaugeAt: 'rail',
}

export const throttleBody: Layout = {
  ...portReturn,
  id: 'A07',
  name: 'Throttle-body injection',
  generic: {
    regulatorSetPa: 85e3,
    reliefPa: 280e3,
    pumpFlowM3PerS: 50 * LH,
    pumpCurrentA: 5.6,
    peakDemandM3PerS: 40 * LH,
  },
  parts: portReturn.parts.map((entry) =>
    entry.id === 'regulator' ? part('regulator', 'tankRegulator', 'rail', 'regulatorOut') : entry,
  ),
  scenes: portReturn.scenes.filter((scene) => scene !== 'noReference'),
}

export const motorcycle: Layout = {
  id: 'A11',
  scope: 'engine',
  name: 'Motorcycle, module in the tank',
  fuel: 'petrolE10',
  generic: {
    regulatorSetPa: 300e3,
    reliefPa: 600e3,
    pumpFlowM3PerS: 62 * LH,
    pumpCurrentA: 3.2,
    peakDemandM3PerS: 28 * LH,
    tankCapacityM3: 0.016,
    feedLengthM: 0.6,
    feedBoreM: 0.006,
    cylinders: 2,
  },
  junctions: { pumpIn: 0.7, pumpOut: 0.75, flange: 0.68, rail: 0.6 },
  parts: [
    ...MODULE.parts.map((entry) =>
      entry.id === 'tank' ? own('tank', undefined, undefined, { levelM: 0.85 }) : entry,
    ),
    part('regulator', 'tankRegulator', 'flange', 'tankTop'),
    part('frontLine', 'hose', 'flange', 'rail', { lossCoefficient: 4 }),
    own('leak', 'flange', 'outside'),
    ...RAIL.parts,
    ...RELAYED_CIRCUIT.parts,
  ],
  stations: [
    ...RELAYED_CIRCUIT.stations,
    ...MODULE.stations,
    station('fuel', 'rail', 'Rail'),
    ...RAIL.stations,
    station('return', 'tankTop', 'Tank top'),
  ],
  segments: [
    ...RELAYED_CIRCUIT.segments,
    ...MODULE.segments,
    segment('fuel', 'frontLine', 'Feed hose', 'flange', 'rail', ['frontLine', 'leak']),
    ...RAIL.segments,
    segment('return', 'regulator', 'Regulator', 'flange', 'tankTop'),
  ],
  beside: [BESIDE.command, BESIDE.fuel, BESIDE.engine],
  scenes: [
    'rest',
    'keyOn',
    'idle',
    'load',
    'cranking',
    'deadhead',
    'openLine',
    'capOff',
    'hotRestart',
    'jumpered',
    'lampLoad',
  ],
  engine: { kind: 'injected', feed: 'rail', part: 'injectors' },
  gaugeAt: 'rail',
}

export const speedControlled: Layout = {
  ...tankRegulated,
  id: 'A03',
  name: 'Port injection, pump speed controlled',
  generic: {
    regulatorSetPa: 390e3,
    reliefPa: 740e3,
    pumpFlowM3PerS: 130 * LH,
    pumpCurrentA: 6,
    peakDemandM3PerS: 75 * LH,
  },
  parts: [
    ...MODULE.parts,
    own('speedControl', 'pumpOut', 'pumpIn'),
    ...FEED.parts,
    ...RAIL.parts,
    ...CONTROLLED_CIRCUIT.parts,
  ],
  stations: [...CONTROLLED_CIRCUIT.stations, ...MODULE.stations, ...FEED.stations, ...RAIL.stations],
  segments: [...CONTROLLED_CIRCUIT.segments, ...MODULE.segments, ...FEED.segments, ...RAIL.segments],
  beside: [
    BESIDE.command,
    { id: 'speedControl', name: 'Pressure control', parts: ['speedControl'] },
    BESIDE.fuel,
    BESIDE.engine,
  ],
}

/** As the parent in its active half; a jet on the feed carries fuel over from the passive half. */
export const saddleTank: Layout = {
  ...tankRegulated,
  id: 'A12',
  name: 'Saddle tank with a transfer jet',
  generic: { ...tankRegulated.generic, pumpFlowM3PerS: 150 * LH, pumpCurrentA: 6.5 },
  parts: [...tankRegulated.parts, own('jet', 'flange', 'tank')],
  segments: [...tankRegulated.segments, segment('return', 'jet', 'Transfer jet', 'flange', 'jetOut')],
  stations: [...tankRegulated.stations, station('return', 'jetOut', 'Passive half', 'tankTop')],
}

/** Lift pump into a surge tank, main pump from there; the regulator returns to the surge tank. */
export const surgeTank: Layout = {
  id: 'A10',
  scope: 'engine',
  name: 'Surge tank, two pumps',
  fuel: 'petrolE10',
  generic: {
    regulatorSetPa: 400e3,
    reliefPa: 840e3,
    pumpFlowM3PerS: 240 * LH,
    pumpCurrentA: 10,
    peakDemandM3PerS: 150 * LH,
    feedBoreM: 0.01,
    returnBoreM: 0.009,
    feedLengthM: 3,
  },
  junctions: { liftOut: 0.4, pumpIn: 0.35, pumpOut: 0.4, filterOut: 0.3, rail: 0.6, regulatorOut: 0.6 },
  parts: [
    own('tank', undefined, undefined, { levelM: 0.25 }),
    own('surge', undefined, undefined, { levelM: 0.45 }),
    own('strainer', 'tank', 'liftOut'),
    {
      ...part('lift', 'pusherPump', 'liftOut', 'surge', { flowShare: 0.75, currentShare: 0.3 }),
      wires: ['liftPlus', '0'],
    },
    own('liftCircuit', 'post', 'liftPlus'),
    part('mainStrainer', 'strainer', 'surge', 'pumpIn'),
    part('pump', 'inlinePump', 'pumpIn', 'pumpOut'),
    own('relief', 'pumpOut', 'pumpIn'),
    own('filter', 'pumpOut', 'filterOut', { linear: 0.02, quadratic: 6e-5 }),
    part('frontLine', 'line', 'filterOut', 'rail', { lossCoefficient: 3 }),
    own('leak', 'filterOut', 'outside'),
    ...RAIL.parts,
    own('regulator', 'rail', 'regulatorOut'),
    own('returnLine', 'regulatorOut', 'tankTop', { lengthShare: 0.9 }),
    ...RELAYED_CIRCUIT.parts,
  ],
  stations: [
    ...RELAYED_CIRCUIT.stations,
    station('fuel', 'tank', 'Tank'),
    station('fuel', 'surge', 'Surge'),
    station('fuel', 'pumpIn', 'Inlet'),
    station('fuel', 'pumpOut', 'Outlet'),
    station('fuel', 'filterOut', 'Filter out'),
    station('fuel', 'rail', 'Rail'),
    ...RAIL.stations,
    ...RETURN_STATIONS,
  ],
  segments: [
    ...RELAYED_CIRCUIT.segments,
    segment('fuel', 'lift', 'Lift pump', 'tank', 'surge', ['tank', 'strainer', 'lift']),
    segment('fuel', 'surge', 'Surge tank', 'surge', 'pumpIn', ['surge', 'mainStrainer']),
    segment('fuel', 'pump', 'Main pump', 'pumpIn', 'pumpOut', ['pump', 'relief']),
    segment('fuel', 'filter', 'Filter', 'pumpOut', 'filterOut'),
    segment('fuel', 'frontLine', 'Front line', 'filterOut', 'rail', ['frontLine', 'leak']),
    ...RAIL.segments,
    segment('return', 'regulator', 'Regulator', 'rail', 'regulatorOut'),
    segment('return', 'returnLine', 'Return line', 'regulatorOut', 'tankTop'),
  ],
  beside: [
    BESIDE.command,
    { id: 'liftCircuit', name: 'Lift pump circuit', parts: ['liftCircuit'] },
    BESIDE.fuel,
    BESIDE.engine,
  ],
  scenes: [
    'rest',
    'keyOn',
    'idle',
    'load',
    'cranking',
    'deadhead',
    'openLine',
    'noReference',
    'capOff',
    'hotRestart',
    'jumpered',
    'lampLoad',
    'filterBypassed',
  ],
  engine: { kind: 'injected', feed: 'rail', part: 'injectors' },
  gaugeAt: 'rail',
}
