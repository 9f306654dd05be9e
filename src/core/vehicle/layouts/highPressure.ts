/** Low-pressure side of systems with a high-pressure pump: the gauge stays on this side, the rail is judged by scan. Figures typical (handbook 1.2). */
import { M3_PER_S_PER_L_PER_H as LH } from '../../shared'
import type { Layout } from '../layout'
import { FEED, JUNCTIONS, MODULE } from './injected'
import { BESIDE, RELAYED_CIRCUIT, own, part, segment, station } from './pieces'

const FEED_TO_PUMP = {
  stations: [
    station('fuel', 'filterIn', 'Filter in'),
    station('fuel', 'filterOut', 'Filter out'),
    station('fuel', 'rail', 'Feed'),
    station('fuel', 'hpPump', 'Engine', 'manifold'),
  ],
  segments: [...FEED.segments, segment('fuel', 'hpPump', 'High pressure', 'rail', 'hpPump')],
}

/** Petrol: low-pressure module with its regulator in the tank, pump on the camshaft. */
export const directInjection: Layout = {
  id: 'A04',
  scope: 'engine',
  name: 'Direct injection, petrol',
  fuel: 'petrolE10',
  generic: {
    regulatorSetPa: 470e3,
    reliefPa: 800e3,
    pumpFlowM3PerS: 140 * LH,
    pumpCurrentA: 6.5,
    peakDemandM3PerS: 75 * LH,
  },
  junctions: JUNCTIONS,
  parts: [
    ...MODULE.parts,
    part('regulator', 'tankRegulator', 'flange', 'tankTop'),
    ...FEED.parts,
    own('hpPump', 'rail', 'manifold', { feedPa: 470e3, fillPa: 400e3 }),
    own('jar', 'rail', 'jarOpen'),
    own('engine'),
    own('fuel'),
    ...RELAYED_CIRCUIT.parts,
  ],
  stations: [
    ...RELAYED_CIRCUIT.stations,
    ...MODULE.stations,
    ...FEED_TO_PUMP.stations,
    station('return', 'tankTop', 'Tank top'),
  ],
  segments: [
    ...RELAYED_CIRCUIT.segments,
    ...MODULE.segments,
    ...FEED_TO_PUMP.segments,
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
  engine: { kind: 'direct', feed: 'rail', part: 'hpPump' },
  gaugeAt: 'rail',
}

/** Diesel: electric lift pump in the tank, filter with heater, the rest goes back over an overflow valve. */
export const commonRail: Layout = {
  id: 'A09',
  scope: 'engine',
  name: 'Diesel, common rail, lift pump in the tank',
  fuel: 'diesel',
  generic: {
    regulatorSetPa: 55e3,
    reliefPa: 520e3,
    pumpFlowM3PerS: 110 * LH,
    pumpCurrentA: 6.5,
    peakDemandM3PerS: 80 * LH,
    tankCapacityM3: 0.08,
    feedBoreM: 0.009,
    returnBoreM: 0.008,
  },
  junctions: { ...JUNCTIONS, overflowOut: 0.6 },
  parts: [
    ...MODULE.parts,
    ...FEED.parts.map((entry) =>
      entry.kind === 'filter'
        ? own('filter', 'filterIn', 'filterOut', { linear: 0.05, quadratic: 5e-5 })
        : entry,
    ),
    own('hpPump', 'rail', 'manifold', { feedPa: 47e3, fillPa: 38e3 }),
    own('overflow', 'rail', 'overflowOut', { crackPa: 40e3 }),
    own('returnLine', 'overflowOut', 'tankTop', { lengthShare: 0.9 }),
    own('jar', 'rail', 'jarOpen'),
    own('engine'),
    own('fuel'),
    ...RELAYED_CIRCUIT.parts,
  ],
  stations: [
    ...RELAYED_CIRCUIT.stations,
    ...MODULE.stations,
    ...FEED_TO_PUMP.stations,
    station('return', 'overflowOut', 'Return'),
    station('return', 'tankTop', 'Tank top'),
  ],
  segments: [
    ...RELAYED_CIRCUIT.segments,
    ...MODULE.segments,
    ...FEED_TO_PUMP.segments,
    segment('return', 'overflow', 'Overflow valve', 'rail', 'overflowOut'),
    segment('return', 'returnLine', 'Return line', 'overflowOut', 'tankTop'),
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
    'jumpered',
    'lampLoad',
    'filterBypassed',
  ],
  engine: { kind: 'commonRail', feed: 'rail', part: 'hpPump' },
  gaugeAt: 'rail',
}
