/**
 * A01: port-injected return-type petrol system. Tank, strainer, pump with relief and check valve in
 * one module, rear line, inline filter, front line, rail with injectors, regulator on the manifold
 * reference, return line. Nominal figures are typical (handbook 1.2, 2.1) and scaled by the specification.
 */
import { GRAVITY_M_PER_S2, M3_PER_S_PER_L_PER_H as LH, STANDARD_AMBIENT_PA } from '../shared'
import { fuelAt, type DisplacementMotor, type HydraulicLink, type HydraulicNode, type Network, type ElectricalComponent } from '../physics'
import type { Layout } from './layout'
import type { Specification } from './specification'

/** Fuel temperature the model assumes in the workshop, K (22 °C). */
export const WORKSHOP_FUEL_TEMP_K = 295
/** An open branch, ohm, and the area of a hole that is not there, m2. */
export const OPEN_OHM = 1e9
export const NO_HOLE_M2 = 1e-14
/** Loss of a shut rig hose, Pa/(m3/s). */
export const SHUT_LOSS = 1e14

const JUNCTIONS: [string, number][] = [
  ['pumpIn', 0], ['pumpOut', 0.1], ['flange', 0.3], ['filterIn', 0.15], ['filterOut', 0.15], ['rail', 0.6], ['regulatorOut', 0.6],
]
const BOUNDARIES: [string, number][] = [['tank', 0.2], ['tankTop', 0.3], ['manifold', 0.6], ['jarOpen', 0.6], ['outside', 0.15]]

function nodes(): HydraulicNode[] {
  return [
    ...JUNCTIONS.map(([id, elevationM]): HydraulicNode => ({ id, kind: 'junction', elevationM, demandM3PerS: 0 })),
    ...BOUNDARIES.map(([id, elevationM]): HydraulicNode => ({ id, kind: 'boundary', elevationM, pressurePa: 0 })),
  ]
}

/** Loss a Q + b Q², from kPa per L/h and kPa per (L/h)². */
const losses = (a: number, b: number) => ({ linearPaPerM3S: (a * 1e3) / LH, quadraticPaPerM3S2: (b * 1e3) / (LH * LH), checkValve: false })

/** The EQ07 roller pump, scaled to the specified flow and current at 300 kPa and 13.5 V. */
export function pumpMotor(specification: Specification): DisplacementMotor {
  const size = specification.pumpFlowM3PerS.value / (120 * LH)
  const draw = specification.pumpCurrentA.value / 5.2
  return {
    kind: 'displacement',
    alphaM3PerSV: (22 / 1.5) * LH * size, betaM3PerSPa: ((0.12 * LH) / 1e3) * size, gammaM3PerS: 42 * LH * size,
    idleCurrentA: 2.5 * draw, currentPerPaA: (0.009 / 1e3) * draw, soundWindingOhm: 0.6 / draw, windingOhm: 0.6 / draw, emfVSPerRad: 0.0165,
    displacementFactor: 1, leakageFactor: 1, frictionFactor: 1,
  }
}

/** Injector area that passes the peak demand at the regulator's set pressure. */
function injectorArea(specification: Specification, densityKgPerM3: number): number {
  return specification.peakDemandM3PerS.value / (0.7 * Math.sqrt((2 * specification.regulatorSetPa.value) / densityKgPerM3))
}

function links(spec: Specification, densityKgPerM3: number): HydraulicLink[] {
  const pipe = { type: 'pipe', roughnessM: 1.5e-6, checkValve: false } as const
  const feed = { ...pipe, boreM: spec.feedBoreM.value }
  const hole = { type: 'orifice', areaM2: NO_HOLE_M2, dischargeCoefficient: 0.62 } as const
  return [
    { id: 'strainer', type: 'linear-quadratic', from: 'tank', to: 'pumpIn', ...losses(0.004, 2e-5) },
    { id: 'pump', type: 'motor-pump', from: 'pumpIn', to: 'pumpOut', plus: 'pumpPlus', minus: 'pumpMinus', motor: pumpMotor(spec) },
    { id: 'relief', type: 'relief', from: 'pumpOut', to: 'tank', crackPa: spec.reliefPa.value, slopePaPerM3S: 500 / LH },
    { id: 'moduleHose', from: 'pumpOut', to: 'tank', ...hole },
    { id: 'checkValve', type: 'linear-quadratic', from: 'pumpOut', to: 'flange', ...losses(0.01, 5e-5), checkValve: true },
    { id: 'rearLine', from: 'flange', to: 'filterIn', ...feed, lengthM: 0.3 * spec.feedLengthM.value, lossCoefficient: 2 },
    { id: 'filter', type: 'linear-quadratic', from: 'filterIn', to: 'filterOut', ...losses(0.03, 1.5e-4) },
    { id: 'frontLine', from: 'filterOut', to: 'rail', ...feed, lengthM: 0.7 * spec.feedLengthM.value, lossCoefficient: 3 },
    { id: 'leak', from: 'filterOut', to: 'outside', ...hole },
    { id: 'injectors', type: 'orifice', from: 'rail', to: 'manifold', areaM2: injectorArea(spec, densityKgPerM3), dischargeCoefficient: 0.7 },
    { id: 'regulator', type: 'back-pressure-regulator', from: 'rail', to: 'regulatorOut', setPa: spec.regulatorSetPa.value, slopePaPerM3S: 100 / LH },
    { id: 'returnLine', ...pipe, from: 'regulatorOut', to: 'tankTop', boreM: spec.returnBoreM.value, lengthM: 0.9 * spec.feedLengthM.value, lossCoefficient: 2 },
    { id: 'jar', type: 'linear-quadratic', from: 'rail', to: 'jarOpen', linearPaPerM3S: SHUT_LOSS, quadraticPaPerM3S2: 0, checkValve: false },
  ]
}

function components(): ElectricalComponent[] {
  const wire = (id: string, n1: string, n2: string, ohm: number): ElectricalComponent => ({ id, kind: 'resistor', n1, n2, ohm })
  return [
    { id: 'batteryCell', kind: 'source', n1: 'cell', n2: '0', volt: 12.6 },
    wire('batteryInner', 'cell', 'post', 0.006),
    wire('starter', 'post', '0', OPEN_OHM),
    wire('fuse', 'post', 'fuseOut', 0.016),
    wire('relay', 'fuseOut', 'relayOut', 0.012),
    wire('cutOff', 'relayOut', 'cutOffOut', 0.006),
    wire('loom', 'cutOffOut', 'plugIn', 0.03),
    wire('feedPlug', 'plugIn', 'plugOut', 0.006),
    wire('hatchLead', 'plugOut', 'pumpPlus', 0.012),
    wire('chafe', 'plugIn', '0', OPEN_OHM),
    wire('ground', 'pumpMinus', '0', 0.018),
    // A meter's own resistance keeps the pump's nodes defined when every branch to them is open.
    wire('meter', 'pumpPlus', 'pumpMinus', 1e7),
  ]
}

export const portReturnLayout: Layout = {
  id: 'A01',
  name: 'Port injection, return type',
  parts: (
    [
      'tank', 'strainer', 'pump', 'relief', 'moduleHose', 'checkValve', 'filter', 'leak', 'injectors', 'regulator', 'returnLine', 'jar',
      'battery', 'starter', 'fuse', 'relay', 'cutOff', 'loom', 'feedPlug', 'hatchLead', 'ground', 'chafe', 'command', 'engine', 'fuel',
    ] as const
  ).map((kind): Layout['parts'][number] => ({ id: kind, kind })).concat([
    { id: 'rearLine', kind: 'line' },
    { id: 'frontLine', kind: 'line' },
  ]),
  stations: [
    { id: 'battery', track: 'electrical', name: 'Battery', node: 'post' },
    { id: 'fuseOut', track: 'electrical', name: 'Fuse out', node: 'fuseOut' },
    { id: 'relayOut', track: 'electrical', name: 'Relay out', node: 'relayOut' },
    { id: 'cutOffOut', track: 'electrical', name: 'Cut-off out', node: 'cutOffOut' },
    { id: 'plugIn', track: 'electrical', name: 'Plug in', node: 'plugIn' },
    { id: 'plugOut', track: 'electrical', name: 'Plug out', node: 'plugOut' },
    { id: 'pumpPlus', track: 'electrical', name: 'Pump plus', node: 'pumpPlus' },
    { id: 'pumpMinus', track: 'electrical', name: 'Pump minus', node: 'pumpMinus' },
    { id: 'batteryMinus', track: 'electrical', name: 'Battery minus', node: '0' },
    { id: 'tank', track: 'fuel', name: 'Tank', node: 'tank' },
    { id: 'pumpIn', track: 'fuel', name: 'Inlet', node: 'pumpIn' },
    { id: 'pumpOut', track: 'fuel', name: 'Outlet', node: 'pumpOut' },
    { id: 'flange', track: 'fuel', name: 'Flange', node: 'flange' },
    { id: 'filterIn', track: 'fuel', name: 'Filter in', node: 'filterIn' },
    { id: 'filterOut', track: 'fuel', name: 'Filter out', node: 'filterOut' },
    { id: 'rail', track: 'fuel', name: 'Rail', node: 'rail' },
    { id: 'injectors', track: 'fuel', name: 'Engine', node: 'manifold' },
    { id: 'regulatorOut', track: 'return', name: 'Return', node: 'regulatorOut' },
    { id: 'tankTop', track: 'return', name: 'Tank top', node: 'tankTop' },
  ],
  segments: [
    { id: 'fuse', track: 'electrical', name: 'Fuse F12', from: 'battery', to: 'fuseOut', parts: ['battery', 'starter', 'fuse'] },
    { id: 'relay', track: 'electrical', name: 'Relay K3', from: 'fuseOut', to: 'relayOut', parts: ['relay'] },
    { id: 'cutOff', track: 'electrical', name: 'Cut-off switch', from: 'relayOut', to: 'cutOffOut', parts: ['cutOff'] },
    { id: 'loom', track: 'electrical', name: 'Floor loom', from: 'cutOffOut', to: 'plugIn', parts: ['loom', 'chafe'] },
    { id: 'feedPlug', track: 'electrical', name: 'Plug X7', from: 'plugIn', to: 'plugOut', parts: ['feedPlug'] },
    { id: 'hatchLead', track: 'electrical', name: 'Hatch lead', from: 'plugOut', to: 'pumpPlus', parts: ['hatchLead'] },
    { id: 'ground', track: 'electrical', name: 'Ground G2', from: 'pumpMinus', to: 'batteryMinus', parts: ['ground'] },
    { id: 'strainer', track: 'fuel', name: 'Strainer', from: 'tank', to: 'pumpIn', parts: ['tank', 'strainer'] },
    { id: 'pump', track: 'fuel', name: 'Pump', from: 'pumpIn', to: 'pumpOut', parts: ['pump', 'relief'] },
    { id: 'checkValve', track: 'fuel', name: 'Module hose', from: 'pumpOut', to: 'flange', parts: ['moduleHose', 'checkValve'] },
    { id: 'rearLine', track: 'fuel', name: 'Rear line', from: 'flange', to: 'filterIn', parts: ['rearLine'] },
    { id: 'filter', track: 'fuel', name: 'Filter', from: 'filterIn', to: 'filterOut', parts: ['filter'] },
    { id: 'frontLine', track: 'fuel', name: 'Front line', from: 'filterOut', to: 'rail', parts: ['frontLine', 'leak'] },
    { id: 'injectors', track: 'fuel', name: 'Injectors', from: 'rail', to: 'injectors', parts: ['injectors'] },
    { id: 'regulator', track: 'return', name: 'Regulator', from: 'rail', to: 'regulatorOut', parts: ['regulator'] },
    { id: 'returnLine', track: 'return', name: 'Return line', from: 'regulatorOut', to: 'tankTop', parts: ['returnLine'] },
  ],
  beside: [
    { id: 'command', name: 'Pump command', parts: ['command'] },
    { id: 'fuel', name: 'Fuel itself', parts: ['fuel'] },
    { id: 'engine', name: 'Engine, not fuel', parts: ['engine'] },
  ],
  network(specification: Specification): Network {
    const fluid = fuelAt(specification.fuel, WORKSHOP_FUEL_TEMP_K)
    return { fluid, gravityMPerS2: GRAVITY_M_PER_S2, ambientPa: STANDARD_AMBIENT_PA, nodes: nodes(), links: links(specification, fluid.densityKgPerM3), components: components() }
  },
}
