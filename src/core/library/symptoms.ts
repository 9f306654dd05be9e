/**
 * Symptoms: what the customer says, and how likely the solved vehicle is to show it. Soft rules on
 * solved quantities, so that the first ranking of suspects comes from the same model as the readings.
 */
import type { Layout, PartKind, Scope } from '../vehicle'
import { above, below, parameter, type Quantity, type SoftRule } from './quantity'

export type SymptomId =
  | 'weakOnBoost'
  | 'cranksNoStart'
  | 'startsThenDies'
  | 'longCrank'
  | 'starvesUnderLoad'
  | 'cutsOut'
  | 'runsRough'
  | 'floods'
  | 'smell'
  | 'leak'
  | 'noisyPump'
  | 'capHelps'
  | 'hotStart'
  | 'runsOn'
  | 'gaugeDead'
  | 'gaugeFull'
  | 'gaugeOff'
  | 'gaugeJumps'

export interface Symptom {
  id: SymptomId
  /** As the customer says it. */
  says: string
  /** As the workshop says it. */
  means: string
  /** The vehicle shows it when any group of rules holds in full. */
  shows: SoftRule[][]
  danger?: boolean
  /** What it is traced by; the engine where left out. */
  scope?: Scope
  /** Kind of part without which nobody says it. */
  part?: PartKind
  /** Engines that can show it; all where left out. */
  engines?: Layout['engine']['kind'][]
}

const mixture = (scene: 'cranking' | 'idle' | 'load' | 'hotRestart'): Quantity => ({ of: 'mixture', scene })
const wets: Quantity = { of: 'wets', scene: 'primed' }
const shown: Quantity = { of: 'shown', scene: 'gaugeOn' }
const tooMuch: Quantity = { of: 'gaugeError', scene: 'gaugeOn' }
const leftAfter = (minutes: number): Quantity => ({ of: 'residual', clamped: 'none', minutes })

/** The engine does not fire: too lean, too rich, no spark, no compression, fuel that does not burn, no cranking. */
const NO_FIRE: SoftRule[][] = [
  [below(mixture('cranking'), 0.72, 0.035)],
  [above(mixture('cranking'), 1.75, 0.08)],
  [below(parameter('engine.spark'), 0.45, 0.05)],
  [below(parameter('engine.compression'), 0.45, 0.05)],
  [below(parameter('fuel.quality'), 0.5, 0.05)],
  [below({ of: 'volts', red: 'post', black: '0', scene: 'cranking' }, 8.8, 0.2)],
  [below(parameter('injectors.coil'), 0.5, 0.1)],
]

export const SYMPTOMS: Symptom[] = [
  {
    id: 'cranksNoStart',
    says: 'It turns over but will not start',
    means: 'Cranks, no start',
    shows: NO_FIRE,
  },
  {
    id: 'startsThenDies',
    says: 'It starts and dies again',
    means: 'Starts, then dies',
    shows: [
      [below(parameter('command.release'), 0.5, 0.1)],
      [below(parameter('tank.gaugePa'), -12e3, 2.5e3)],
      [above(parameter('fuel.water'), 0.15, 0.04)],
      [below(mixture('idle'), 0.68, 0.04)],
    ],
  },
  {
    id: 'longCrank',
    says: 'It needs a long time on the starter',
    means: 'Long crank',
    shows: [
      [below(leftAfter(60), 0.12, 0.03)],
      [below(mixture('cranking'), 0.84, 0.03)],
      [below(parameter('fuel.quality'), 0.72, 0.05)],
      [below({ of: 'volts', red: 'post', black: '0', scene: 'cranking' }, 9.4, 0.25)],
    ],
  },
  {
    id: 'starvesUnderLoad',
    says: 'No power uphill',
    means: 'Starves under load',
    shows: [
      [below(mixture('load'), 0.9, 0.02)],
      [below(parameter('engine.boost'), 0.85, 0.03)],
      [below(parameter('tank.gaugePa'), -9e3, 2e3)],
      [below(parameter('engine.compression'), 0.7, 0.05)],
    ],
  },
  {
    id: 'cutsOut',
    says: 'It cuts out while driving',
    means: 'Stalls while driving',
    shows: [
      [below({ of: 'speed', scene: 'idle' }, 150, 40)],
      [below(mixture('idle'), 0.6, 0.05)],
      [below(parameter('tank.gaugePa'), -14e3, 3e3)],
    ],
  },
  {
    id: 'runsRough',
    says: 'It shakes and runs unevenly',
    means: 'Runs rough',
    shows: [
      [above(parameter('injectors.imbalance'), 0.13, 0.02)],
      [below(mixture('idle'), 0.82, 0.03)],
      [above(mixture('idle'), 1.2, 0.04)],
      [above(parameter('engine.airLeak'), 0.13, 0.03)],
      [below(parameter('engine.spark'), 0.75, 0.05)],
      [below(parameter('fuel.quality'), 0.78, 0.04)],
      [above(parameter('engine.damper'), 0.45, 0.05)],
    ],
  },
  {
    id: 'floods',
    engines: ['injected', 'carburettor'],
    says: 'Black smoke, fuel at the exhaust',
    means: 'Runs rich',
    shows: [[above(mixture('idle'), 1.25, 0.05)], [above(parameter('injectors.restLeak'), 2, 0.6)]],
  },
  {
    id: 'noisyPump',
    part: 'pump',
    says: 'The pump is loud',
    means: 'Noisy pump',
    shows: [
      [below({ of: 'pressure', at: 'pumpIn', scene: 'keyOn' }, -10e3, 3e3)],
      [above(parameter('pump.noise'), 0.4, 0.08)],
      [above({ of: 'pressure', at: 'pumpOut', scene: 'keyOn' }, 480e3, 30e3)],
      [above(parameter('engine.damper'), 0.45, 0.05)],
    ],
  },
  {
    id: 'capHelps',
    says: 'It runs better with the cap loose',
    means: 'Runs with the cap off',
    shows: [[below(parameter('tank.gaugePa'), -5e3, 1e3)]],
  },
  {
    id: 'hotStart',
    engines: ['injected', 'direct', 'carburettor'],
    says: 'Hot, it will not start again',
    means: 'Hard to start hot',
    shows: [[below(mixture('hotRestart'), 0.72, 0.035)], [below(leftAfter(20), 0.1, 0.03)]],
  },
  {
    id: 'runsOn',
    part: 'relay',
    says: 'The pump runs on with the key out',
    means: 'Pump runs on',
    shows: [[above(parameter('relay.backFeed'), 0.5, 0.06)], [above(parameter('relay.welded'), 0.5, 0.1)]],
  },
  {
    id: 'weakOnBoost',
    says: 'Strong low down, weak once the boost comes',
    means: 'Weak on boost',
    engines: ['diesel', 'commonRail'],
    shows: [
      [below(parameter('engine.boost'), 0.85, 0.03)],
      [below(parameter('engine.signal'), 0.5, 0.1)],
      [below(mixture('load'), 0.9, 0.02), above(mixture('idle'), 0.95, 0.02)],
    ],
  },
  {
    id: 'smell',
    scope: 'leak',
    says: 'It smells of fuel',
    means: 'Smell of fuel',
    danger: true,
    shows: [[above(wets, 0.08, 0.03)]],
  },
  {
    id: 'leak',
    scope: 'leak',
    says: 'Fuel drips under it',
    means: 'Fuel leaks',
    danger: true,
    shows: [[above(wets, 3, 0.8)]],
  },
  {
    id: 'gaugeDead',
    scope: 'gauge',
    says: 'Gauge at empty, the tank is not',
    means: 'Gauge at empty',
    shows: [[below(shown, 0.05, 0.015), below(tooMuch, -0.12, 0.03)]],
  },
  {
    id: 'gaugeFull',
    scope: 'gauge',
    says: 'Gauge stands at full',
    means: 'Gauge at full',
    shows: [[above(shown, 0.95, 0.015), above(tooMuch, 0.12, 0.03)]],
  },
  {
    id: 'gaugeOff',
    scope: 'gauge',
    says: 'Gauge shows too much or too little',
    means: 'Gauge wrong',
    shows: [[above(tooMuch, 0.15, 0.03)], [below(tooMuch, -0.15, 0.03)]],
  },
  {
    id: 'gaugeJumps',
    scope: 'gauge',
    says: 'Gauge jumps',
    means: 'Gauge jumps',
    shows: [[above(parameter('sender.jumps'), 0.5, 0.1)]],
  },
]

export const symptomById = (id: SymptomId): Symptom => SYMPTOMS.find((symptom) => symptom.id === id)!
/** A file of a newer version may name symptoms that this one does not have. */
/** Somebody may be hurt by what is complained of, before anything is traced. */
export const isDangerous = (symptoms: SymptomId[]): boolean =>
  SYMPTOMS.some(({ id, danger }) => danger === true && symptoms.includes(id))

/** May it be run for a test? Not where it does not start, smells or leaks, nor before anybody said what it does. */
export const mayBeRun = (symptoms: SymptomId[]): boolean =>
  symptoms.length > 0 && !symptoms.includes('cranksNoStart') && !isDangerous(symptoms)

export const isSymptom = (id: string): id is SymptomId => SYMPTOMS.some((symptom) => symptom.id === id)

/** What is traced for a complaint: a leak before anything else, the gauge only where nothing is said of the engine. */
export function scopeOf(symptoms: SymptomId[]): Scope {
  const said = symptoms.map((id) => symptomById(id).scope ?? 'engine')
  return said.includes('leak')
    ? 'leak'
    : said.length > 0 && said.every((scope) => scope === 'gauge')
      ? 'gauge'
      : 'engine'
}
