/**
 * Kinds of the gauge loop: feed, limiter, gauge, wire, plug, sender, ground. The sender's resistance
 * follows the content of the tank; what the gauge makes of it is read by `shown` (diagnosis/observe).
 * Ranges, ends and types are typical (handbook EQ17).
 */
import {
  about0,
  ends,
  factor,
  hidden,
  OPEN_OHM,
  state,
  whileGeneric,
  type KindDef,
  type ParameterDef,
  type SceneRule,
  type Binding,
} from './kind'
import { series, switched } from './electrical'
import { USUAL_FILL } from './fuel'

/** Content is not known before a dip: standard deviation of its logarithm. */
const FILL_SPREAD = 0.35
/** Resistance of a clip lead. */
const CLIP_OHM = 0.5
/** Least resistance that a sender is given: the solver wants it above zero. */
const LEAST_OHM = 0.02
/** Volts that a fed cluster gives its own sender circuit, and what stands there when it is not fed. */
const CLUSTER_V = 5
/** Nothing gives more than the battery. */
const SUPPLY_V = 13.8
const NO_V = 1e-3

const fed = (fuse: number, theta: Float64Array, live: boolean) => live && (fuse < 0 || theta[fuse]! < 1e3)

/** The gauge as a resistance; a second coil from feed to ground (`restOhm`) where it has one. */
const movement = (ohm: number, restOhm?: number): KindDef => ({
  parameters: [
    { name: 'ohm', nominal: ohm, unit: 'ohm', spread: 0.04, fields: [{ field: 'ohm', landing: 'value' }] },
    about0('offset', '', 0.025),
    state('moves', 1),
  ],
  elements: (part) => ({
    components: [
      { id: part.id, kind: 'resistor', n1: ends(part).from, n2: ends(part).to, ohm },
      ...(restOhm
        ? [{ id: `${part.id}Load`, kind: 'resistor' as const, n1: ends(part).from, n2: '0', ohm: restOhm }]
        : []),
    ],
  }),
})

/** How far pairs of sender and gauge differ from the typical one, and limiters: standard deviation of the logarithm. */
const DESIGN_SPREAD = 0.5
const LIMITER_SPREAD = 0.2

/** What a float arm or probe makes of the content: 0 empty, 1 full, past both ends when bent. */
const SENDER_PARAMETERS: ParameterDef[] = [
  state('emptyOhm', ({ senderEmptyOhm }) => senderEmptyOhm.value, 'ohm'),
  state('fullOhm', ({ senderFullOhm }) => senderFullOhm.value, 'ohm'),
  // Of sender and gauge alike: what kind of pair the maker took.
  whileGeneric(factor('design', 0, []), 'senderEmptyOhm', DESIGN_SPREAD),
  factor('tolerance', 0.03, []),
  state('floats', 1),
  about0('shift', '', 0.02),
  state('range', 1),
  state('turned', 0),
  hidden('seriesOhm', 0.2, 'ohm', 0.3),
  state('jumps', 0),
]

const sender: KindDef = {
  parameters: SENDER_PARAMETERS,
  elements: (part) => ({
    components: [{ id: part.id, kind: 'resistor', n1: ends(part).from, n2: ends(part).to, ohm: 100 }],
  }),
  scene: senderRule,
}

function senderRule(bind: Binding): SceneRule {
  const ohm = bind.slot('ohm')
  const own = (name: string) => bind.own(name)
  const [emptyOhm, fullOhm, design, tolerance, floats, shift, range, turned, seriesOhm] = [
    'emptyOhm',
    'fullOhm',
    'design',
    'tolerance',
    'floats',
    'shift',
    'range',
    'turned',
    'seriesOhm',
  ].map(own) as [number, number, number, number, number, number, number, number, number]
  const volume = bind.other('tank.volumeM3')
  const capacity = bind.other('tank.capacityM3')
  return (values, theta) => {
    const fill = Math.min(
      1,
      Math.max(0, theta[floats]! * (theta[volume]! / theta[capacity]!) + theta[shift]!),
    )
    const along = theta[turned]! > 0.5 ? 1 - fill : fill
    values[ohm] = Math.max(
      LEAST_OHM,
      theta[design]! *
        theta[tolerance]! *
        theta[range]! *
        (theta[emptyOhm]! + (theta[fullOhm]! - theta[emptyOhm]!) * along) +
        theta[seriesOhm]!,
    )
  }
}

export const GAUGE_KINDS = {
  /** The battery as the gauge loop feels it: steady, since a needle takes next to nothing. */
  supply: {
    parameters: [
      {
        name: 'restV',
        nominal: 12.6,
        unit: 'V',
        spread: 0.008,
        fields: [{ field: 'volt', landing: 'value' }],
      },
    ],
    elements: (part) => ({ components: [{ id: part.id, kind: 'source', n1: 'post', n2: '0', volt: 12.6 }] }),
  },
  /** The tank as the gauge sees it: how much is in it. */
  gaugedTank: {
    parameters: [
      hidden('volumeM3', ({ tankCapacityM3 }) => USUAL_FILL * tankCapacityM3.value, 'm3', FILL_SPREAD),
      whileGeneric(
        hidden('capacityM3', ({ tankCapacityM3 }) => tankCapacityM3.value, 'm3', 0.02),
        'tankCapacityM3',
        0.08,
      ),
    ],
    elements: (part) => ({ nodes: [{ id: part.id, kind: 'boundary', elevationM: 0, pressurePa: 0 }] }),
  },
  /** Fuse and switched feed of the instruments. */
  gaugeFuse: switched(0.08, 0.25, (scene) => scene.gaugeLive),
  /** Holds a mean of about 10 V for bimetal gauges, by pulsing or electronically. */
  limiter: {
    parameters: [
      hidden('volts', ({ limiterV }) => limiterV.value, 'V', 0.025),
      whileGeneric(factor('design', 0, []), 'limiterV', LIMITER_SPREAD),
      state('alive', 1),
    ],
    elements: (part) => ({
      components: [
        { id: `${part.id}Load`, kind: 'resistor', n1: ends(part).from, n2: '0', ohm: 300 },
        { id: part.id, kind: 'source', n1: ends(part).to, n2: '0', volt: 10 },
      ],
    }),
    scene: (bind) => {
      const volt = bind.slot('volt')
      const [volts, design, alive] = [bind.own('volts'), bind.own('design'), bind.own('alive')]
      const fuse = bind.other('gaugeFuse.ohm')
      return (values, theta, scene) =>
        (values[volt] =
          fed(fuse, theta, scene.gaugeLive) && theta[alive]! > 0.5
            ? Math.min(SUPPLY_V, theta[volts]! * theta[design]!)
            : NO_V)
    },
  },
  thermalGauge: movement(65),
  coilGauge: movement(110, 220),
  ironGauge: movement(90, 180),
  /** A converter in the cluster with a pull-up to its own 5 V. */
  clusterGauge: {
    parameters: movement(330).parameters,
    elements: (part) => ({
      components: [
        { id: `${part.id}Load`, kind: 'resistor', n1: ends(part).from, n2: '0', ohm: 400 },
        { id: `${part.id}Supply`, kind: 'source', n1: 'clusterV', n2: '0', volt: CLUSTER_V },
        { id: part.id, kind: 'resistor', n1: 'clusterV', n2: ends(part).to, ohm: 330 },
      ],
    }),
    scene: (bind) => {
      const volt = bind.slot('volt', 'Supply')
      const fuse = bind.other('gaugeFuse.ohm')
      return (values, theta, scene) => (values[volt] = fed(fuse, theta, scene.gaugeLive) ? CLUSTER_V : NO_V)
    },
  },
  senderWire: series(0.4, 0.2),
  senderChafe: {
    parameters: [
      {
        name: 'ohm',
        nominal: OPEN_OHM,
        unit: 'ohm',
        spread: 0,
        fields: [{ field: 'ohm', landing: 'value' }],
      },
    ],
    elements: series(OPEN_OHM, 0).elements!,
  },
  senderPlug: switched(
    0.02,
    0.3,
    (scene) => !['senderParted', 'senderWireGrounded', 'knownResistor'].includes(scene.rig),
  ),
  /** A resistive sender with a float. */
  sender,
  /** A capacitive probe with its own electronics: it is off by what the fuel is, and no resistor can stand for it. */
  probe: { ...sender, parameters: [...SENDER_PARAMETERS, state('permittivity', 1)] },
  senderGround: series(0.06, 0.3),
  /** The technician's clip lead or known resistor at the end of the sender wire. */
  testLead: {
    parameters: [],
    elements: series(OPEN_OHM, 0).elements!,
    // The resistor in hand is what a sender of the known figures has at half.
    scene: (bind) => {
      const ohm = bind.slot('ohm')
      const [empty, full] = [bind.other('sender.emptyOhm'), bind.other('sender.fullOhm')]
      return (values, theta, scene) =>
        (values[ohm] =
          scene.rig === 'senderWireGrounded'
            ? CLIP_OHM
            : scene.rig === 'knownResistor'
              ? 0.5 * (theta[empty]! + theta[full]!)
              : OPEN_OHM)
    },
  },
} satisfies Record<string, KindDef>
