/** What draws its fuel: carburettors with a mechanical or an electric pump, and the suction-fed diesel. Figures typical (handbook 1.2). */
import { M3_PER_S_PER_L_PER_H as LH } from '../../shared'
import type { Layout } from '../layout'
import { BESIDE, BOOST_CIRCUIT, STARTING_CIRCUIT, SWITCHED_CIRCUIT, own, part, segment, station } from './pieces'

/** From the feed line through needle and bowl into the engine. */
const CARBURETTOR = {
  parts: [own('needleSeat', 'needleIn', 'seatOut'), own('needle', 'seatOut', 'bowl'), own('carbJets', 'bowl', 'manifold'), own('jar', 'needleIn', 'jarOpen', { levelM: 0.7 }), own('engine', undefined, undefined, { levelM: 0.7 }), own('fuel')],
  stations: [station('fuel', 'needleIn', 'Needle'), station('fuel', 'bowl', 'Bowl'), station('fuel', 'carbJets', 'Engine', 'manifold')],
  segments: [segment('fuel', 'needle', 'Needle valve', 'needleIn', 'bowl', ['needleSeat', 'needle']), segment('fuel', 'carbJets', 'Jets', 'bowl', 'carbJets')],
}

export const carbMechanical: Layout = {
  id: 'A05', scope: 'engine', name: 'Carburettor, mechanical pump', fuel: 'petrolE0',
  generic: { regulatorSetPa: 30e3, pumpFlowM3PerS: 130 * LH, peakDemandM3PerS: 26 * LH, feedLengthM: 3.2, feedBoreM: 0.007 },
  junctions: { pickupOut: 0.3, pumpIn: 0.6, pumpOut: 0.6, needleIn: 0.7, seatOut: 0.7, bowl: 0.7 },
  parts: [
    own('tank', undefined, undefined, { levelM: 0.35 }), own('strainer', 'tank', 'pickupOut', { suction: 1 }), own('suctionLine', 'pickupOut', 'pumpIn'), own('airLeak', 'air', 'pumpIn', { levelM: 0.6 }),
    part('pump', 'strokePump', 'pumpIn', 'pumpOut'), own('filter', 'pumpOut', 'needleIn', { linear: 0.01, quadratic: 4e-5 }), own('leak', 'pumpOut', 'outside'), ...CARBURETTOR.parts, ...STARTING_CIRCUIT.parts,
  ],
  stations: [...STARTING_CIRCUIT.stations, station('fuel', 'tank', 'Tank'), station('fuel', 'pickupOut', 'Pickup'), station('fuel', 'pumpIn', 'Inlet'), station('fuel', 'pumpOut', 'Outlet'), ...CARBURETTOR.stations],
  segments: [
    ...STARTING_CIRCUIT.segments, segment('fuel', 'strainer', 'Pickup', 'tank', 'pickupOut', ['tank', 'strainer']), segment('fuel', 'suctionLine', 'Suction line', 'pickupOut', 'pumpIn', ['suctionLine', 'airLeak']),
    segment('fuel', 'pump', 'Pump', 'pumpIn', 'pumpOut'), segment('fuel', 'filter', 'Filter', 'pumpOut', 'needleIn', ['filter', 'leak']), ...CARBURETTOR.segments,
  ],
  beside: [BESIDE.fuel, BESIDE.engine],
  scenes: ['rest', 'idle', 'load', 'cranking', 'deadhead', 'openLine', 'capOff', 'canFed', 'hotRestart', 'filterBypassed'],
  engine: { kind: 'carburettor', feed: 'bowl', part: 'carbJets' },
  gaugeAt: 'needleIn',
}

export const carbElectric: Layout = {
  id: 'A06', scope: 'engine', name: 'Carburettor, electric pump', fuel: 'petrolE0',
  generic: { regulatorSetPa: 28e3, reliefPa: 28e3, pumpFlowM3PerS: 75 * LH, pumpCurrentA: 1.5, peakDemandM3PerS: 26 * LH, feedLengthM: 3.2, feedBoreM: 0.007 },
  junctions: { pickupOut: 0.3, pumpIn: 0.5, pumpOut: 0.5, needleIn: 0.7, seatOut: 0.7, bowl: 0.7 },
  parts: [
    own('tank', undefined, undefined, { levelM: 0.3 }), own('strainer', 'tank', 'pickupOut', { suction: 1 }), own('filter', 'pickupOut', 'pumpIn', { linear: 0.01, quadratic: 4e-5, suction: 1 }), own('airLeak', 'air', 'pumpIn', { levelM: 0.5 }),
    part('pump', 'pusherPump', 'pumpIn', 'pumpOut'), own('relief', 'pumpOut', 'pumpIn', { slopeShare: 0.1 }), part('frontLine', 'line', 'pumpOut', 'needleIn'), own('leak', 'pumpOut', 'outside'), ...CARBURETTOR.parts, ...SWITCHED_CIRCUIT.parts,
  ],
  stations: [...SWITCHED_CIRCUIT.stations, station('fuel', 'tank', 'Tank'), station('fuel', 'pickupOut', 'Pickup'), station('fuel', 'pumpIn', 'Inlet'), station('fuel', 'pumpOut', 'Outlet'), ...CARBURETTOR.stations],
  segments: [
    ...SWITCHED_CIRCUIT.segments, segment('fuel', 'strainer', 'Pickup', 'tank', 'pickupOut', ['tank', 'strainer']), segment('fuel', 'filter', 'Filter', 'pickupOut', 'pumpIn', ['filter', 'airLeak']),
    segment('fuel', 'pump', 'Pump', 'pumpIn', 'pumpOut', ['pump', 'relief']), segment('fuel', 'frontLine', 'Feed line', 'pumpOut', 'needleIn', ['frontLine', 'leak']), ...CARBURETTOR.segments,
  ],
  beside: [BESIDE.fuel, BESIDE.engine],
  scenes: ['rest', 'keyOn', 'idle', 'load', 'cranking', 'deadhead', 'openLine', 'capOff', 'canFed', 'hotRestart', 'jumpered', 'lampLoad', 'filterBypassed'],
  engine: { kind: 'carburettor', feed: 'bowl', part: 'carbJets' },
  gaugeAt: 'needleIn',
}

export const dieselSuction: Layout = {
  id: 'A08', scope: 'engine', name: 'Diesel, suction-fed', fuel: 'diesel',
  generic: { regulatorSetPa: 200e3, pumpFlowM3PerS: 170 * LH, peakDemandM3PerS: 34 * LH, tankCapacityM3: 0.18, feedLengthM: 3.5, feedBoreM: 0.01, returnBoreM: 0.008 },
  junctions: { pickupOut: 0.6, primerIn: 0.75, primerOut: 0.8, pumpIn: 0.8, pumpOut: 0.8, gallery: 0.9, overflowOut: 0.9 },
  parts: [
    own('tank', undefined, undefined, { levelM: 0.5 }), own('strainer', 'tank', 'pickupOut', { suction: 1 }), own('suctionLine', 'pickupOut', 'primerIn'), own('primer', 'primerIn', 'primerOut', { suction: 1 }), own('airLeak', 'air', 'primerOut', { levelM: 0.8 }),
    part('firstFilter', 'filter', 'primerOut', 'pumpIn', { linear: 0.025, quadratic: 1e-5, suction: 1 }), part('pump', 'strokePump', 'pumpIn', 'pumpOut'), part('fineFilter', 'filter', 'pumpOut', 'gallery', { linear: 0.06, quadratic: 2e-5 }), own('leak', 'pumpOut', 'outside'),
    own('injectionPump', 'gallery', 'manifold'), own('overflow', 'gallery', 'overflowOut'), own('returnLine', 'overflowOut', 'tankTop', { lengthShare: 0.9 }), own('jar', 'pumpOut', 'jarOpen', { levelM: 0.8 }), own('engine', undefined, undefined, { levelM: 0.9 }), own('fuel'), ...STARTING_CIRCUIT.parts,
  ],
  stations: [
    ...STARTING_CIRCUIT.stations, station('fuel', 'tank', 'Tank'), station('fuel', 'pickupOut', 'Pickup'), station('fuel', 'primerIn', 'Primer in'), station('fuel', 'primerOut', 'Primer out'), station('fuel', 'pumpIn', 'Inlet'), station('fuel', 'pumpOut', 'Outlet'),
    station('fuel', 'gallery', 'Gallery'), station('fuel', 'injectionPump', 'Engine', 'manifold'), station('return', 'overflowOut', 'Return'), station('return', 'tankTop', 'Tank top'),
  ],
  segments: [
    ...STARTING_CIRCUIT.segments, segment('fuel', 'strainer', 'Pickup', 'tank', 'pickupOut', ['tank', 'strainer']), segment('fuel', 'suctionLine', 'Suction line', 'pickupOut', 'primerIn'), segment('fuel', 'primer', 'Hand primer', 'primerIn', 'primerOut', ['primer', 'airLeak']),
    segment('fuel', 'firstFilter', 'First filter', 'primerOut', 'pumpIn'), segment('fuel', 'pump', 'Lift pump', 'pumpIn', 'pumpOut', ['pump', 'leak']), segment('fuel', 'fineFilter', 'Fine filter', 'pumpOut', 'gallery'), segment('fuel', 'injectionPump', 'Injection pump', 'gallery', 'injectionPump'),
    segment('return', 'overflow', 'Overflow valve', 'gallery', 'overflowOut'), segment('return', 'returnLine', 'Return line', 'overflowOut', 'tankTop'),
  ],
  beside: [BESIDE.fuel, BESIDE.engine],
  scenes: ['rest', 'idle', 'load', 'cranking', 'deadhead', 'openLine', 'capOff', 'canFed'],
  engine: { kind: 'diesel', feed: 'gallery', part: 'injectionPump' },
  gaugeAt: 'gallery',
}

/** High-wing tank over a carburettor: gravity feeds, a boost pump helps. Every act by licensed hands, with approved data. */
export const aircraftGravity: Layout = {
  id: 'A13', scope: 'engine', name: 'Light aircraft, gravity and boost pump', fuel: 'petrolE0',
  generic: { regulatorSetPa: 30e3, reliefPa: 38e3, pumpFlowM3PerS: 110 * LH, pumpCurrentA: 3, peakDemandM3PerS: 30 * LH, feedLengthM: 2.5, feedBoreM: 0.01, tankCapacityM3: 0.09 },
  junctions: { pickupOut: 1.3, selectorOut: 1, pumpIn: 0.8, pumpOut: 0.8, needleIn: 0.7, seatOut: 0.7, bowl: 0.7 },
  parts: [
    own('tank', undefined, undefined, { levelM: 1.45 }), own('strainer', 'tank', 'pickupOut', { suction: 1 }), part('selector', 'passageValve', 'pickupOut', 'selectorOut', { suction: 1 }),
    own('filter', 'selectorOut', 'pumpIn', { linear: 0.004, quadratic: 2e-5, suction: 1 }), part('pump', 'pusherPump', 'pumpIn', 'pumpOut'), own('relief', 'pumpOut', 'pumpIn', { slopeShare: 0.1 }),
    part('boostBypass', 'bypassFlap', 'pumpIn', 'pumpOut'), part('frontLine', 'line', 'pumpOut', 'needleIn'), own('leak', 'pumpOut', 'outside'), ...CARBURETTOR.parts, ...BOOST_CIRCUIT.parts,
  ],
  stations: [...BOOST_CIRCUIT.stations, station('fuel', 'tank', 'Tank'), station('fuel', 'pickupOut', 'Outlet screen'), station('fuel', 'selectorOut', 'Selector out'), station('fuel', 'pumpIn', 'Inlet'), station('fuel', 'pumpOut', 'Outlet'), ...CARBURETTOR.stations],
  segments: [
    ...BOOST_CIRCUIT.segments, segment('fuel', 'strainer', 'Screen', 'tank', 'pickupOut', ['tank', 'strainer']), segment('fuel', 'selector', 'Selector', 'pickupOut', 'selectorOut'), segment('fuel', 'filter', 'Gascolator', 'selectorOut', 'pumpIn'),
    segment('fuel', 'pump', 'Boost pump', 'pumpIn', 'pumpOut', ['pump', 'relief', 'boostBypass']), segment('fuel', 'frontLine', 'Feed line', 'pumpOut', 'needleIn', ['frontLine', 'leak']), ...CARBURETTOR.segments,
  ],
  beside: [BESIDE.fuel, BESIDE.engine],
  scenes: ['rest', 'keyOn', 'idle', 'load', 'cranking', 'deadhead', 'openLine', 'capOff', 'hotRestart'],
  engine: { kind: 'carburettor', feed: 'bowl', part: 'carbJets' },
  gaugeAt: 'needleIn',
}
