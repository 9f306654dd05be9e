/**
 * Observing the solved model: every quantity that any test, symptom or profile asks for is compiled
 * once into probes (what to read in which scene) and a formula over them. A vehicle's variant is then
 * solved once per scene, and its derivatives with respect to the nuisances come from the factored
 * matrix of that one solution (implicit function theorem), not from further solves.
 */
import {
  factoriseHere,
  linearisedShift,
  newSavedState,
  nodePressurePa,
  restoreState,
  saveState,
  wireVoltage,
  type SavedState,
} from '../physics'
import { SCENES, apply, shifted, solveScene, type SceneId, type VehicleModel } from '../vehicle'
import type { Quantity } from '../library'
import { Compiler, type Formula, type Probe } from './formulas'

export interface Observer {
  model: VehicleModel
  scenes: SceneId[]
  probesOf: Map<SceneId, { probe: Probe; slot: number }[]>
  probeCount: number
  /** For each scene and nuisance: does it reach the network there? Many do not: spark, seats at rest, the starter at idle. */
  touches: Map<SceneId, Uint8Array>
  /** What the sound vehicle reads in a scene: most faults leave most scenes as they are. Filled as scenes are first solved. */
  sound: Map<SceneId, SoundScene>
  formulas: Formula[]
}

/** A scene of the sound vehicle: the solver's numbers, the probes, and the probes under a step of each nuisance. */
interface SoundScene {
  values: Float64Array
  probes: Float64Array
  shifts: Float64Array[]
}

/** Step of z for derivatives: small against one standard deviation, large against rounding. */
const DERIVATIVE_STEP = 0.05

/** Compiles quantities; the answer order is theirs. */
export function observerOf(model: VehicleModel, quantities: Quantity[]): Observer {
  const compiler = new Compiler(model)
  const formulas = quantities.map((quantity) => compiler.formula(quantity))
  const scenes = SCENES.filter((scene) => compiler.probesOf.has(scene))
  return {
    model,
    scenes,
    probesOf: compiler.probesOf,
    probeCount: compiler.count,
    touches: new Map(scenes.map((scene) => [scene, touchesIn(model, scene)])),
    sound: new Map(),
    formulas,
  }
}

/** Standard deviations at which a content that a sound vehicle does not feel would run dry. */
const FAR_BELOW = 4

/** A nuisance that lands on an element may always reach it; of the others, what a scene makes of it on the sound vehicle tells. */
function touchesIn(model: VehicleModel, scene: SceneId): Uint8Array {
  const landing = new Set(model.writes.map((write) => write.parameter))
  apply(model, model.nominal, scene)
  const sound = model.system.values.slice()
  return Uint8Array.from(model.nuisances, (at) => {
    if (landing.has(at)) return 1
    const theta = model.nominal.slice()
    const moves = (z: number) => {
      theta[at] = shifted(model.parameters[at]!, model.nominal[at]!, z)
      apply(model, theta, scene)
      return model.system.values.some((value, slot) => value !== sound[slot])
    }
    return moves(1) || moves(-FAR_BELOW) ? 1 : 0
  })
}

function readProbes(observer: Observer, scene: SceneId, into: Float64Array) {
  const { system } = observer.model
  for (const { probe, slot } of observer.probesOf.get(scene)!) {
    into[slot] =
      probe.kind === 'node'
        ? nodePressurePa(system, probe.at)
        : probe.kind === 'wire'
          ? wireVoltage(system, probe.at)
          : probe.kind === 'flow'
            ? system.flow[probe.at]!
            : probe.kind === 'figure'
              ? system.values[probe.at]!
              : probe.kind === 'current'
                ? system.motorCurrent[probe.at]!
                : system.motorSpeed[probe.at]!
  }
}

export interface Observation {
  values: Float64Array
  /** d(value)/dz, row per quantity, column per nuisance; null when not asked for. */
  derivatives: Float64Array | null
  /** False when a scene did not converge: the variant is not used. */
  sound: boolean
}

const saved = new WeakMap<VehicleModel, SavedState>()

/** All quantities for one parameter vector, with derivatives when asked. */
export function observe(observer: Observer, theta: Float64Array, withDerivatives: boolean): Observation {
  const { formulas } = observer
  const probes = new Float64Array(observer.probeCount)
  const shifts = withDerivatives ? newShifts(observer) : []
  let sound = true
  for (const scene of observer.scenes) sound = readScene(observer, theta, scene, probes, shifts) && sound
  const values = Float64Array.from(formulas, (formula) => formula(probes, theta))
  return {
    values,
    derivatives: withDerivatives ? derive(observer, theta, values, shifts) : null,
    sound: sound && values.every(Number.isFinite),
  }
}

const newShifts = ({ model, probeCount }: Observer) =>
  Array.from(model.nuisances, () => new Float64Array(probeCount))

/** Reads a scene's probes, and their shifts when there is room for them; false when it does not converge. */
function readScene(
  observer: Observer,
  theta: Float64Array,
  scene: SceneId,
  probes: Float64Array,
  shifts: Float64Array[],
): boolean {
  const { model } = observer
  const known = soundScene(observer, scene)
  apply(model, theta, scene)
  if (known && isSound(observer, theta, scene, known)) {
    for (const { slot } of observer.probesOf.get(scene)!) {
      probes[slot] = known.probes[slot]!
      shifts.forEach((shift, k) => (shift[slot] = known.shifts[k]![slot]!))
    }
    return true
  }
  const solved = solveScene(model, theta, scene, true).ok
  readProbes(observer, scene, probes)
  if (shifts.length > 0) shiftProbes(observer, theta, scene, probes, shifts)
  return solved
}

/** The sound vehicle in this scene, solved once; null where it has no steady state. */
function soundScene(observer: Observer, scene: SceneId): SoundScene | null {
  const { model } = observer
  const before = observer.sound.get(scene)
  if (before) return before
  if (!solveScene(model, model.nominal, scene, true).ok) return null
  const known: SoundScene = {
    values: model.system.values.slice(),
    probes: new Float64Array(observer.probeCount),
    shifts: newShifts(observer),
  }
  readProbes(observer, scene, known.probes)
  shiftProbes(observer, model.nominal.slice(), scene, known.probes, known.shifts)
  observer.sound.set(scene, known)
  return known
}

/** Does the scene, as just applied, pose the solver the sound vehicle's question? Every nuisance that it feels must have its sound value too. */
function isSound(
  { model, touches }: Observer,
  theta: Float64Array,
  scene: SceneId,
  { values }: SoundScene,
): boolean {
  const now = model.system.values
  for (let slot = 0; slot < values.length; slot += 1) if (now[slot] !== values[slot]) return false
  const felt = touches.get(scene)!
  return model.nuisances.every((at, k) => !felt[k] || theta[at] === model.nominal[at])
}

/** Probe values under a small step of each nuisance, from the factored matrix of the converged scene. */
function shiftProbes(
  observer: Observer,
  theta: Float64Array,
  scene: SceneId,
  probes: Float64Array,
  shifts: Float64Array[],
) {
  const { model } = observer
  const state = saved.get(model) ?? newSavedState(model.system)
  saved.set(model, state)
  saveState(model.system, state)
  const solvable = factoriseHere(model.system)
  const touches = observer.touches.get(scene)!
  for (let k = 0; k < shifts.length; k += 1) {
    if (!touches[k]) {
      for (const { slot } of observer.probesOf.get(scene)!) shifts[k]![slot] = probes[slot]!
      continue
    }
    const at = model.nuisances[k]!
    const kept = theta[at]!
    theta[at] = shifted(model.parameters[at]!, kept, DERIVATIVE_STEP)
    apply(model, theta, scene)
    if (solvable) linearisedShift(model.system)
    readProbes(observer, scene, shifts[k]!)
    theta[at] = kept
    restoreState(model.system, state)
  }
}

function derive(
  observer: Observer,
  theta: Float64Array,
  values: Float64Array,
  shifts: Float64Array[],
): Float64Array {
  const { model, formulas } = observer
  const count = shifts.length
  const derivatives = new Float64Array(formulas.length * count)
  for (let k = 0; k < count; k += 1) {
    const at = model.nuisances[k]!
    const kept = theta[at]!
    theta[at] = shifted(model.parameters[at]!, kept, DERIVATIVE_STEP)
    for (let q = 0; q < formulas.length; q += 1)
      derivatives[q * count + k] = (formulas[q]!(shifts[k]!, theta) - values[q]!) / DERIVATIVE_STEP
    theta[at] = kept
  }
  return derivatives
}
