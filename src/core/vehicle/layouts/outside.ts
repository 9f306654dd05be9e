/** Injected, with the one pump in the line and none in the tank. Figures typical (handbook 1.2). */
import { M3_PER_S_PER_L_PER_H as LH } from '../../shared'
import type { Layout } from '../layout'
import { RAIL, RETURN_STATIONS, portReturn } from './injected'
import { BESIDE, RELAYED_CIRCUIT, own, part, segment, station } from './pieces'

/** One pump under the floor, none in the tank: a short, wide suction hose between them. */
export const externalPump: Layout = {
  id: 'A14',
  scope: 'engine',
  name: 'Port injection, one pump outside the tank',
  fuel: 'petrolE10',
  generic: { regulatorSetPa: 300e3, reliefPa: 700e3, pumpFlowM3PerS: 130 * LH, pumpCurrentA: 6.5 },
  junctions: {
    pickupOut: 0.4,
    pumpIn: 0.35,
    pumpOut: 0.35,
    filterIn: 0.35,
    filterOut: 0.35,
    rail: 0.6,
    regulatorOut: 0.6,
  },
  parts: [
    own('tank', undefined, undefined, { levelM: 0.3 }),
    own('strainer', 'tank', 'pickupOut', { suction: 1 }),
    own('suctionLine', 'pickupOut', 'pumpIn', { lengthShare: 0.2, boreShare: 1.6 }),
    own('airLeak', 'air', 'pumpIn', { levelM: 0.35 }),
    part('pump', 'inlinePump', 'pumpIn', 'pumpOut'),
    own('relief', 'pumpOut', 'pumpIn'),
    own('checkValve', 'pumpOut', 'filterIn'),
    own('filter', 'filterIn', 'filterOut'),
    part('frontLine', 'line', 'filterOut', 'rail', { lengthShare: 0.9, lossCoefficient: 3 }),
    own('leak', 'filterOut', 'outside'),
    ...RAIL.parts,
    own('regulator', 'rail', 'regulatorOut'),
    own('returnLine', 'regulatorOut', 'tankTop', { lengthShare: 0.9 }),
    ...RELAYED_CIRCUIT.parts,
  ],
  stations: [
    ...RELAYED_CIRCUIT.stations,
    station('fuel', 'tank', 'Tank'),
    station('fuel', 'pickupOut', 'Pickup'),
    station('fuel', 'pumpIn', 'Inlet'),
    station('fuel', 'pumpOut', 'Outlet'),
    station('fuel', 'filterIn', 'Filter in'),
    station('fuel', 'filterOut', 'Filter out'),
    station('fuel', 'rail', 'Rail'),
    ...RAIL.stations,
    ...RETURN_STATIONS,
  ],
  segments: [
    ...RELAYED_CIRCUIT.segments,
    segment('fuel', 'strainer', 'Pickup', 'tank', 'pickupOut', ['tank', 'strainer']),
    segment('fuel', 'suctionLine', 'Suction hose', 'pickupOut', 'pumpIn', ['suctionLine', 'airLeak']),
    segment('fuel', 'pump', 'Pump', 'pumpIn', 'pumpOut', ['pump', 'relief']),
    segment('fuel', 'checkValve', 'Check valve', 'pumpOut', 'filterIn'),
    segment('fuel', 'filter', 'Filter', 'filterIn', 'filterOut'),
    segment('fuel', 'frontLine', 'Front line', 'filterOut', 'rail', ['frontLine', 'leak']),
    ...RAIL.segments,
    segment('return', 'regulator', 'Regulator', 'rail', 'regulatorOut'),
    segment('return', 'returnLine', 'Return line', 'regulatorOut', 'tankTop'),
  ],
  beside: [BESIDE.command, BESIDE.fuel, BESIDE.engine],
  scenes: [...portReturn.scenes, 'canFed'],
  engine: { kind: 'injected', feed: 'rail', part: 'injectors' },
  gaugeAt: 'rail',
}

/**
 * A plate in the air meters the fuel and the injectors spray all the time. The distributor stands for the
 * rail; an accumulator behind the pump keeps the pressure after stopping; what stands against the plate is
 * the control pressure, which falls with cold.
 */
export const continuousInjection: Layout = {
  ...externalPump,
  id: 'A15',
  name: 'Mechanical continuous injection',
  fuel: 'petrolE0',
  generic: {
    regulatorSetPa: 500e3,
    reliefPa: 840e3,
    pumpFlowM3PerS: 150 * LH,
    pumpCurrentA: 7.5,
    peakDemandM3PerS: 75 * LH,
  },
  parts: [
    ...externalPump.parts.flatMap((entry) =>
      entry.id === 'checkValve'
        ? [own('checkValve', 'pumpOut', 'stored'), own('accumulator', 'stored', 'filterIn')]
        : entry.id === 'regulator'
          ? [part('regulator', 'tankRegulator', 'rail', 'regulatorOut')]
          : [entry],
    ),
    own('controlRegulator'),
  ],
  junctions: { ...externalPump.junctions, stored: 0.35 },
  stations: externalPump.stations.map((entry) =>
    entry.id === 'rail' ? { ...entry, name: 'Distributor' } : entry,
  ),
  segments: externalPump.segments.map((entry) =>
    entry.id === 'checkValve'
      ? segment('fuel', 'checkValve', 'Accumulator', 'pumpOut', 'filterIn', ['checkValve', 'accumulator'])
      : entry,
  ),
  beside: [
    BESIDE.command,
    { id: 'controlRegulator', name: 'Control pressure', parts: ['controlRegulator'] },
    BESIDE.fuel,
    BESIDE.engine,
  ],
  scenes: externalPump.scenes.filter((scene) => scene !== 'noReference'),
}
