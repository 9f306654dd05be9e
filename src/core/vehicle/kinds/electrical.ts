/** Kinds of the electrical side. Resistances are typical (handbook 2.1, EQ16). */
import type { ElectricalComponent } from '../../physics'
import type { Scene, SceneId } from '../scene'
import { ends, figure, hidden, OPEN_OHM, state, type KindDef, type ParameterDef, type Placed } from './kind'

const ohms = (nominal: number, spread: number): ParameterDef[] => [
  { name: 'ohm', nominal, unit: 'ohm', spread, fields: [{ field: 'ohm', landing: 'value' }] },
]
const wire = (id: string, n1: string, n2: string, ohm: number): ElectricalComponent => ({
  id,
  kind: 'resistor',
  n1,
  n2,
  ohm,
})

/** A resistance between two wire nodes. */
export const series = (nominal: number, spread: number): KindDef => ({
  parameters: ohms(nominal, spread),
  elements: (part) => ({ components: [wire(part.id, ends(part).from, ends(part).to, nominal)] }),
})

/** A contact that is open in the scenes that do not shut it. */
export const switched = (
  nominal: number,
  spread: number,
  shut: (scene: Scene, part: Placed) => boolean,
): KindDef => ({
  ...series(nominal, spread),
  scene: (bind, part) => {
    const ohm = bind.slot('ohm')
    return (values, _theta, scene) => {
      if (scene.rig === 'jumper') values[ohm] = JUMPER_OHM
      else if (!shut(scene, part)) values[ohm] = OPEN_OHM
    }
  },
})

/** Fused, switched jumper past what lies between the battery and the base of the relay. */
const JUMPER_OHM = 0.01
/** A lamp of 55 W in place of the pump (12.6 V squared over its watts), and the technician's own meter. */
const LAMP_OHM = 2.9
const METER_OHM = 1e7

const TO_CLIMB: SceneId[] = ['load', 'deadhead', 'capOff']
const TO_START: SceneId[] = ['keyOn', 'openLine', 'deadhead', 'cranking', 'hotRestart']

/** A vehicle without a controller commands by its key. */
const commanded = (theta: Float64Array, at: number) => at < 0 || theta[at]! > 0.5

export const ELECTRICAL_KINDS = {
  battery: {
    parameters: [
      hidden('restV', 12.6, 'V', 0.008),
      hidden('chargingV', 13.9, 'V', 0.012),
      {
        name: 'innerOhm',
        nominal: 0.006,
        unit: 'ohm',
        spread: 0.2,
        fields: [{ suffix: 'Inner', field: 'ohm', landing: 'value' }],
      },
    ],
    elements: (part) => ({
      components: [
        { id: `${part.id}Cell`, kind: 'source', n1: 'cell', n2: '0', volt: 12.6 },
        wire(`${part.id}Inner`, 'cell', 'post', 0.006),
      ],
    }),
    scene: (bind) => {
      const cell = bind.slot('volt', 'Cell')
      const rest = bind.own('restV')
      const charging = bind.own('chargingV')
      return (values, theta, scene) => (values[cell] = theta[scene.supply === 'charging' ? charging : rest]!)
    },
  },
  starter: {
    parameters: [hidden('ohm', 0.035, 'ohm', 0.08)],
    elements: (part) => ({ components: [wire(part.id, 'post', '0', OPEN_OHM)] }),
    scene: (bind) => {
      const ohm = bind.slot('ohm')
      const own = bind.own('ohm')
      return (values, theta, scene) => (values[ohm] = scene.supply === 'cranking' ? theta[own]! : OPEN_OHM)
    },
  },
  fuse: {
    ...series(0.016, 0.25),
    scene: (bind) => {
      const ohm = bind.slot('ohm')
      return (values, _theta, scene) => {
        if (scene.rig === 'jumper') values[ohm] = JUMPER_OHM
        // Out, where one of the pumps beside it runs alone.
        else if (scene.alone !== null && scene.alone !== 'pump') values[ohm] = OPEN_OHM
      }
    },
  },
  relay: {
    parameters: [...ohms(0.012, 0.3), state('coil', 1), state('backFeed', 0), state('welded', 0)],
    elements: series(0.012, 0.3).elements!,
    scene: (bind) => {
      const ohm = bind.slot('ohm')
      const coil = bind.own('coil')
      const backFeed = bind.own('backFeed')
      const release = bind.other('command.release')
      const primes = bind.other('command.primes')
      return (values, theta, scene) => {
        if (scene.rig === 'jumper') return void (values[ohm] = JUMPER_OHM)
        // Fed from behind, its contact does not matter.
        if (theta[backFeed]! > 0.5) return
        const released =
          scene.pumpFed && theta[coil]! > 0.5 && commanded(theta, scene.engineTurns ? release : primes)
        if (!released) values[ohm] = OPEN_OHM
      }
    },
  },
  /** Key switch that feeds the pump straight, without a relay. */
  keySwitch: switched(0.02, 0.3, (scene) => scene.pumpFed),
  /** The second circuit of a vehicle with two pumps, as one resistance: fuse, relay, wire and ground of the lift pump. */
  liftCircuit: switched(0.09, 0.2, (scene) => scene.pumpFed),
  /** Fuse, relay, wire and ground of one of several pumps side by side, as one resistance. */
  ownCircuit: switched(
    0.09,
    0.2,
    (scene, { id }) => scene.pumpFed && (scene.alone === null || id === `${scene.alone}Circuit`),
  ),
  /** Driver module of a pump whose speed is controlled. */
  driver: series(0.03, 0.25),
  /** Switch of a boost pump: on for take-off and for tests, off while gravity feeds. */
  /** On for the climb, beside gravity; or, with the figure `start`, to bring fuel up to a pump on the engine, and off once that runs. */
  boostSwitch: switched(0.02, 0.3, (scene, part) =>
    (figure(part, 'start', 0) > 0 ? TO_START : TO_CLIMB).includes(scene.id),
  ),
  cutOff: series(0.006, 0.3),
  loom: series(0.03, 0.2),
  /** Resistor that gives a pump its low speed, where a vehicle has one. */
  ballast: series(0.25, 0.15),
  feedPlug: series(0.006, 0.3),
  hatchLead: series(0.012, 0.2),
  ground: series(0.018, 0.25),
  chafe: {
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
  /** A wire that somebody put past a part. */
  bridge: series(0.008, 0.4),
  /** The technician's own meter: keeps the pump's nodes defined when every branch to them is open. */
  meter: {
    parameters: [],
    elements: series(METER_OHM, 0).elements!,
    scene: (bind) => {
      const ohm = bind.slot('ohm')
      return (values, _theta, scene) => (values[ohm] = scene.rig === 'lamp' ? LAMP_OHM : METER_OHM)
    },
  },
  command: { parameters: [state('release', 1), state('keySeen', 1), state('primes', 1)] },
} satisfies Record<string, KindDef>
