/**
 * Scenes: a condition of the vehicle with a rig on it, in which a test reads. One steady solution per
 * scene serves every test that looks at it.
 */
export const SCENES = [
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
  'canFed',
  'hotRestart',
  'jumpered',
  'lampLoad',
  'filterBypassed',
  'gaugeOn',
  'senderParted',
  'senderWireGrounded',
  'knownResistor',
  'primed',
  'pumpAlone',
  'pump2Alone',
  'pump3Alone',
] as const
export type SceneId = (typeof SCENES)[number]

export interface Scene {
  id: SceneId
  /** In words, after "Read". */
  words: string
  supply: 'battery' | 'charging' | 'cranking'
  pumpFed: boolean
  /** The instruments are fed. */
  gaugeLive: boolean
  /** The engine turns, so the controller must release the pump. */
  engineTurns: boolean
  /** Speed of the engine as a share of full speed: strokes of a pump that it drives. */
  engineSpeedFraction: number
  /** Share of the peak opening of injectors or jets. */
  demandFraction: number
  manifoldPa: number
  /** Of several pumps side by side the one that runs alone, by its part; the fuses of the others are out. */
  alone: string | null
  /** How hot fuel and lines have become, as a share of a hot soak: where vapour forms. */
  heatFraction: number
  rig:
    | 'none'
    | 'deadhead'
    | 'openLine'
    | 'pinchedReturn'
    | 'referenceOff'
    | 'capOff'
    | 'canFed'
    | 'jumper'
    | 'lamp'
    | 'bypassedFilter'
    | 'senderParted'
    | 'senderWireGrounded'
    | 'knownResistor'
}

/** Manifold vacuum at idle and at load, Pa; typical. */
const IDLE_MANIFOLD_PA = -55e3
const LOAD_MANIFOLD_PA = -4e3

/** The engine stands, the key is out; every scene says only where it differs. */
const AT_REST: Omit<Scene, 'id' | 'words'> = {
  supply: 'battery',
  pumpFed: false,
  gaugeLive: false,
  engineTurns: false,
  engineSpeedFraction: 0,
  demandFraction: 0,
  manifoldPa: 0,
  heatFraction: 0,
  alone: null,
  rig: 'none',
}
const KEY_ON: Partial<Scene> = { pumpFed: true, gaugeLive: true }
const IDLE: Partial<Scene> = {
  ...KEY_ON,
  supply: 'charging',
  engineTurns: true,
  engineSpeedFraction: 0.25,
  demandFraction: 0.03,
  manifoldPa: IDLE_MANIFOLD_PA,
}
/** A long climb warms the fuel by some of what a hot soak does. */
const LOAD: Partial<Scene> = {
  ...KEY_ON,
  supply: 'charging',
  engineTurns: true,
  engineSpeedFraction: 1,
  demandFraction: 1,
  manifoldPa: LOAD_MANIFOLD_PA,
  heatFraction: 0.4,
}
const CRANKING: Partial<Scene> = {
  ...KEY_ON,
  supply: 'cranking',
  engineTurns: true,
  engineSpeedFraction: 0.08,
  demandFraction: 0.12,
  manifoldPa: LOAD_MANIFOLD_PA,
}

const scene = (id: SceneId, words: string, differs: Partial<Scene> = {}): Scene => ({
  ...AT_REST,
  ...differs,
  id,
  words,
})

export const SCENE: Record<SceneId, Scene> = {
  rest: scene('rest', 'at rest, key off'),
  keyOn: scene('keyOn', 'key on, pump running', KEY_ON),
  idle: scene('idle', 'at idle', IDLE),
  load: scene('load', 'under load', LOAD),
  cranking: scene('cranking', 'cranking', CRANKING),
  deadhead: scene('deadhead', 'deadheaded, 3 s at most', {
    ...KEY_ON,
    engineSpeedFraction: 0.25,
    rig: 'deadhead',
  }),
  openLine: scene('openLine', 'line open into the can', {
    ...KEY_ON,
    engineSpeedFraction: 0.08,
    rig: 'openLine',
  }),
  pinched: scene('pinched', 'return squeezed', { ...KEY_ON, rig: 'pinchedReturn' }),
  noReference: scene('noReference', 'at idle, vacuum hose off', { ...IDLE, rig: 'referenceOff' }),
  capOff: scene('capOff', 'filler cap loose', { ...LOAD, rig: 'capOff' }),
  canFed: scene('canFed', 'fed from a can at the pump', { ...LOAD, heatFraction: 0, rig: 'canFed' }),
  hotRestart: scene('hotRestart', 'restarted hot, 20 min after a run', { ...CRANKING, heatFraction: 1 }),
  jumpered: scene('jumpered', 'pump fed by a fused jumper', { ...KEY_ON, rig: 'jumper' }),
  lampLoad: scene('lampLoad', 'a 55 W lamp in place of the pump', { ...KEY_ON, rig: 'lamp' }),
  filterBypassed: scene('filterBypassed', 'filter bypassed for a test run', {
    ...LOAD,
    rig: 'bypassedFilter',
  }),
  gaugeOn: scene('gaugeOn', 'key on, gauge settled', { gaugeLive: true }),
  senderParted: scene('senderParted', 'key on, tank plug parted', { gaugeLive: true, rig: 'senderParted' }),
  senderWireGrounded: scene('senderWireGrounded', 'key on, sender wire held to ground', {
    gaugeLive: true,
    rig: 'senderWireGrounded',
  }),
  knownResistor: scene('knownResistor', 'key on, a known resistor for the sender', {
    gaugeLive: true,
    rig: 'knownResistor',
  }),
  primed: scene('primed', 'primed three times, key off'),
  pumpAlone: scene('pumpAlone', 'key on, the first pump alone', { ...KEY_ON, alone: 'pump' }),
  pump2Alone: scene('pump2Alone', 'key on, the second pump alone', { ...KEY_ON, alone: 'pump2' }),
  pump3Alone: scene('pump3Alone', 'key on, the third pump alone', { ...KEY_ON, alone: 'pump3' }),
}
