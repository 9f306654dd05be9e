/**
 * Scenes: a condition of the vehicle with a rig on it, in which a test reads. One steady solution per
 * scene serves every test that looks at it.
 */
export const SCENES = ['rest', 'keyOn', 'idle', 'load', 'cranking', 'deadhead', 'openLine', 'pinched', 'noReference', 'capOff', 'canFed', 'gaugeOn', 'senderParted', 'senderWireGrounded', 'knownResistor', 'primed'] as const
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
  rig: 'none' | 'deadhead' | 'openLine' | 'pinchedReturn' | 'referenceOff' | 'capOff' | 'canFed' | 'senderParted' | 'senderWireGrounded' | 'knownResistor'
}

/** Manifold vacuum at idle and at load, Pa; typical. */
const IDLE_MANIFOLD_PA = -55e3
const LOAD_MANIFOLD_PA = -4e3

/** The engine stands: scenes of the gauge loop, and of a search for leaks. */
const standing = (id: SceneId, words: string, gaugeLive: boolean, rig: Scene['rig'] = 'none'): Scene => ({ id, words, supply: 'battery', pumpFed: false, gaugeLive, engineTurns: false, engineSpeedFraction: 0, demandFraction: 0, manifoldPa: 0, rig })

export const SCENE: Record<SceneId, Scene> = {
  rest: { id: 'rest', words: 'at rest, key off', supply: 'battery', pumpFed: false, gaugeLive: false, engineTurns: false, engineSpeedFraction: 0, demandFraction: 0, manifoldPa: 0, rig: 'none' },
  keyOn: { id: 'keyOn', words: 'key on, pump running', supply: 'battery', pumpFed: true, gaugeLive: true, engineTurns: false, engineSpeedFraction: 0, demandFraction: 0, manifoldPa: 0, rig: 'none' },
  idle: { id: 'idle', words: 'at idle', supply: 'charging', pumpFed: true, gaugeLive: true, engineTurns: true, engineSpeedFraction: 0.25, demandFraction: 0.03, manifoldPa: IDLE_MANIFOLD_PA, rig: 'none' },
  load: { id: 'load', words: 'under load', supply: 'charging', pumpFed: true, gaugeLive: true, engineTurns: true, engineSpeedFraction: 1, demandFraction: 1, manifoldPa: LOAD_MANIFOLD_PA, rig: 'none' },
  cranking: { id: 'cranking', words: 'cranking', supply: 'cranking', pumpFed: true, gaugeLive: true, engineTurns: true, engineSpeedFraction: 0.08, demandFraction: 0.12, manifoldPa: LOAD_MANIFOLD_PA, rig: 'none' },
  deadhead: { id: 'deadhead', words: 'deadheaded, 3 s at most', supply: 'battery', pumpFed: true, gaugeLive: true, engineTurns: false, engineSpeedFraction: 0.25, demandFraction: 0, manifoldPa: 0, rig: 'deadhead' },
  openLine: { id: 'openLine', words: 'line open into the can', supply: 'battery', pumpFed: true, gaugeLive: true, engineTurns: false, engineSpeedFraction: 0.08, demandFraction: 0, manifoldPa: 0, rig: 'openLine' },
  pinched: { id: 'pinched', words: 'return squeezed', supply: 'battery', pumpFed: true, gaugeLive: true, engineTurns: false, engineSpeedFraction: 0, demandFraction: 0, manifoldPa: 0, rig: 'pinchedReturn' },
  noReference: { id: 'noReference', words: 'at idle, vacuum hose off', supply: 'charging', pumpFed: true, gaugeLive: true, engineTurns: true, engineSpeedFraction: 0.25, demandFraction: 0.03, manifoldPa: IDLE_MANIFOLD_PA, rig: 'referenceOff' },
  canFed: { id: 'canFed', words: 'fed from a can at the pump', supply: 'charging', pumpFed: true, gaugeLive: true, engineTurns: true, engineSpeedFraction: 1, demandFraction: 1, manifoldPa: LOAD_MANIFOLD_PA, rig: 'canFed' },
  gaugeOn: standing('gaugeOn', 'key on, gauge settled', true),
  senderParted: standing('senderParted', 'key on, tank plug parted', true, 'senderParted'),
  senderWireGrounded: standing('senderWireGrounded', 'key on, sender wire held to ground', true, 'senderWireGrounded'),
  knownResistor: standing('knownResistor', 'key on, a known resistor for the sender', true, 'knownResistor'),
  primed: standing('primed', 'primed three times, key off', false),
  capOff: { id: 'capOff', words: 'filler cap loose', supply: 'charging', pumpFed: true, gaugeLive: true, engineTurns: true, engineSpeedFraction: 1, demandFraction: 1, manifoldPa: LOAD_MANIFOLD_PA, rig: 'capOff' },
}
