/**
 * Observing the solved model: every quantity that any test, symptom or profile asks for is compiled
 * once into probes (what to read in which scene) and a formula over them. A vehicle's variant is then
 * solved once per scene, and its derivatives with respect to the nuisances come from the factored
 * matrix of that one solution (implicit function theorem), not from further solves.
 */
import { factoriseHere, linearisedShift, newSavedState, nodePressurePa, restoreState, saveState, slotOf, wireVoltage, type SavedState } from '../physics'
import { SCENE, SCENES, apply, parameterAt, pumpMotor, restLeakSide, solveScene, type SceneId, type VehicleModel } from '../vehicle'
import type { Quantity } from '../library'

interface Probe {
  scene: SceneId
  kind: 'node' | 'wire' | 'flow' | 'current' | 'speed' | 'figure'
  at: number
}

type Formula = (probes: Float64Array, theta: Float64Array) => number

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
/** Millilitres a minute that a hole of 1 m2 passes at 300 kPa (Cd 0.62, petrol). */
const HOLE_ML_PER_MIN_PER_M2 = 0.62 * Math.sqrt((2 * 300e3) / 745) * 6e7
const LEAK_REFERENCE_KPA = 300
/** What an injector that drips adds to the idle mixture: idle burns about 30 mL/min. */
const IDLE_BURN_ML_PER_MIN = 30
const LOAD_BURN_ML_PER_MIN = 600

/** Compiles quantities; the answer order is theirs. */
export function observerOf(model: VehicleModel, quantities: Quantity[]): Observer {
  const compiler = new Compiler(model)
  const formulas = quantities.map((quantity) => compiler.formula(quantity))
  const scenes = SCENES.filter((scene) => compiler.probesOf.has(scene))
  return { model, scenes, probesOf: compiler.probesOf, probeCount: compiler.count, touches: new Map(scenes.map((scene) => [scene, touchesIn(model, scene)])), sound: new Map(), formulas }
}

/** A nuisance that lands on an element may always reach it; of the others, what a scene makes of it on the sound vehicle tells. */
function touchesIn(model: VehicleModel, scene: SceneId): Uint8Array {
  const landing = new Set(model.writes.map((write) => write.parameter))
  apply(model, model.nominal, scene)
  const sound = model.system.values.slice()
  return Uint8Array.from(model.nuisances, (at) => {
    if (landing.has(at)) return 1
    const theta = model.nominal.slice()
    theta[at]! *= Math.exp(model.parameters[at]!.spread)
    apply(model, theta, scene)
    return model.system.values.some((value, slot) => value !== sound[slot]) ? 1 : 0
  })
}

class Compiler {
  readonly probesOf = new Map<SceneId, { probe: Probe; slot: number }[]>()
  count = 0
  private readonly known = new Map<string, number>()
  constructor(private readonly model: VehicleModel) {}

  private probe(scene: SceneId, kind: Probe['kind'], at: number): number {
    const key = `${scene} ${kind} ${at}`
    const known = this.known.get(key)
    if (known !== undefined) return known
    const slot = this.count
    this.count += 1
    this.known.set(key, slot)
    const list = this.probesOf.get(scene) ?? []
    list.push({ probe: { scene, kind, at }, slot })
    this.probesOf.set(scene, list)
    return slot
  }
  private node(scene: SceneId, id: string) {
    return this.probe(scene, 'node', index(this.model.system.nodeIndex, id))
  }
  private wire(scene: SceneId, id: string) {
    return this.probe(scene, 'wire', index(this.model.system.electrical.nodeIndex, id))
  }

  formula(quantity: Quantity): Formula {
    switch (quantity.of) {
      case 'volts': return this.difference(this.wire(quantity.scene, quantity.red), this.wire(quantity.scene, quantity.black))
      case 'loss': return this.difference(this.node(quantity.scene, quantity.from), this.node(quantity.scene, quantity.to))
      case 'rise': return this.difference(this.node(quantity.scene, quantity.at), this.node(quantity.against, quantity.at))
      case 'pressure': return this.single(this.node(quantity.scene, quantity.at))
      case 'current': return this.single(this.motor(quantity.scene, 'current', quantity.pump))
      case 'speed': return this.single(this.motor(quantity.scene, 'speed', quantity.pump))
      case 'flow': return this.single(this.probe(quantity.scene, 'flow', this.model.system.linkIds.indexOf(quantity.link)))
      case 'parameter': {
        const at = parameterAt(this.model, quantity.id)
        return (_, theta) => theta[at]!
      }
      case 'air': return this.airShare(quantity.scene)
      case 'better': {
        const now = this.mixture(quantity.scene), before = this.mixture(quantity.against)
        return (probes, theta) => now(probes, theta) - before(probes, theta)
      }
      case 'shown': return this.shown(quantity.scene)
      case 'fill': return this.fill()
      case 'gaugeError': {
        const shown = this.shown(quantity.scene), fill = this.fill()
        return (probes, theta) => shown(probes, theta) - fill(probes, theta)
      }
      case 'rail': {
        const reach = this.railReach(quantity.scene), sensor = parameterAt(this.model, `${this.model.layout.engine.part}.sensor`)
        const target = RAIL_TARGET_PA[this.model.layout.engine.kind === 'commonRail' ? 'commonRail' : 'direct'][quantity.scene] ?? 0
        return (probes, theta) => target * theta[sensor]! * reach(probes, theta)
      }
      case 'sensed': {
        const rail = this.node(quantity.scene, this.model.layout.gaugeAt), sensor = parameterAt(this.model, 'speedControl.sensor')
        return (probes, theta) => probes[rail]! * theta[sensor]!
      }
      case 'duty': return this.duty(quantity.scene)
      case 'lel': return quantity.at === undefined ? this.mostLel(quantity.scene) : this.lel(quantity.at, quantity.scene)
      case 'wets': return this.wets(quantity.scene, quantity.at)
      case 'ohms': return this.single(this.probe('rest', 'figure', slotOf(this.model.system, quantity.part, 'ohm')))
      case 'residual': return residualFormula(this.model, quantity.clamped, quantity.minutes)
      case 'mixture': return this.mixture(quantity.scene)
    }
  }
  /** True rail pressure over its target: what the pump can make of its feed, less what flows back; held at the target as the sensor sees it. */
  private railReach(scene: SceneId): Formula {
    const { engine, parts } = this.model.layout
    const feed = this.node(scene, engine.feed)
    const at = (name: string) => parameterAt(this.model, `${engine.part}.${name}`)
    const capability = at('capability'), backLeak = at('backLeak'), sensor = at('sensor')
    const fillPa = parts.find((part) => part.id === engine.part)!.figures!.fillPa!
    const leakShare = SCENE[scene].supply === 'cranking' ? BACK_LEAK_CRANKING : BACK_LEAK_RUNNING
    return (probes, theta) => {
      const filled = Math.min(1, Math.max(probes[feed]!, 0) / fillPa)
      const able = RAIL_RESERVE * theta[capability]! * filled - leakShare * (theta[backLeak]! - 1)
      return Math.max(0, Math.min(1 / theta[sensor]!, able))
    }
  }
  /** EQ07 turned round: volts that move what leaves the pump at its pressure, over the volts that are there. */
  private duty(scene: SceneId): Formula {
    const out = this.node(scene, 'pumpOut'), into = this.node(scene, 'pumpIn'), flow = this.probe(scene, 'flow', this.model.system.linkIds.indexOf('checkValve'))
    const plus = this.wire(scene, 'pumpPlus'), minus = this.wire(scene, 'pumpMinus')
    const motor = pumpMotor(this.model.specification)
    const [size, leakage] = ['pump.displacement', 'pump.leakage'].map((id) => parameterAt(this.model, id)) as [number, number]
    return (probes, theta) => {
      const volts = probes[plus]! - probes[minus]!
      if (volts < DEAD_FEED_V) return 1
      const needed = ((probes[flow]! + motor.betaM3PerSPa * theta[leakage]! * (probes[out]! - probes[into]!)) / theta[size]! + motor.gammaM3PerS) / motor.alphaM3PerSV
      return Math.min(1, Math.max(0, needed / volts))
    }
  }
  private motor(scene: SceneId, kind: 'current' | 'speed', pump = 'pump') {
    return this.probe(scene, kind, this.model.system.motors.findIndex((motor) => motor.id === pump))
  }
  private single(slot: number): Formula {
    return (probes) => probes[slot]!
  }
  private difference(one: number, other: number): Formula {
    return (probes) => probes[one]! - probes[other]!
  }
  /** Mixture that the engine gets over what the sound vehicle gives it in the same scene: 1 right, below lean. */
  private mixture(scene: SceneId): Formula {
    const { layout } = this.model
    const feed = this.node(scene, layout.engine.feed)
    const draws = layout.engine.kind === 'injected' ? this.node(scene, 'manifold') : -1
    const at = (id: string) => this.model.parameterIndex.get(id) ?? -1
    const gain = at(`${layout.engine.part}.gain`), drip = at(`${layout.engine.part}.restLeak`), coil = at(`${layout.engine.part}.coil`), air = at('engine.airLeak')
    const soundPa = soundDropPa(this.model, scene)
    const burn = scene === 'idle' ? IDLE_BURN_ML_PER_MIN : LOAD_BURN_ML_PER_MIN
    const drawnAir = layout.parts.some((part) => part.kind === 'airLeak') ? this.airShare(scene) : null
    const supply = SUPPLY[layout.engine.kind]
    const reach = this.model.parameterIndex.has(`${layout.engine.part}.capability`) ? this.railReach(scene) : null
    const boils = this.boilsAway(scene)
    return (probes, theta) => {
      const dropPa = Math.max(probes[feed]! - (draws < 0 ? 0 : probes[draws]!), 0)
      const delivered = theta[gain]! * (reach ? Math.sqrt(reach(probes, theta)) : supply(dropPa, soundPa)) * (coil < 0 || theta[coil]! > 0.5 ? 1 : 0.5) + (drip < 0 ? 0 : theta[drip]! / burn)
      return (delivered * (drawnAir ? 1 - drawnAir(probes, theta) : 1) * (1 - boils(theta))) / (layout.engine.kind === 'diesel' || layout.engine.kind === 'commonRail' ? 1 : 1 + theta[air]!)
    }
  }
  /** Share of the fuel that is vapour by the time the engine gets it: lines near heat, and light fuel in a hot bowl. */
  private boilsAway(scene: SceneId): (theta: Float64Array) => number {
    const { heatFraction } = SCENE[scene]
    const { layout, parameterIndex } = this.model
    if (heatFraction === 0) return () => 0
    const lines = layout.parts.flatMap((part) => (part.kind !== 'tank' && parameterIndex.has(`${part.id}.heat`) ? [parameterAt(this.model, `${part.id}.heat`)] : []))
    const volatility = layout.engine.kind === 'carburettor' ? parameterAt(this.model, 'fuel.volatility') : -1
    return (theta) => 1 - lines.reduce((liquid, at) => liquid * (1 - heatFraction * theta[at]!), volatility < 0 ? 1 : 1 - BOWL_SHARE * heatFraction * theta[volatility]!)
  }
  private fill(): Formula {
    const volume = parameterAt(this.model, 'tank.volumeM3'), capacity = parameterAt(this.model, 'tank.capacityM3')
    return (_, theta) => theta[volume]! / theta[capacity]!
  }
  /** What the gauge takes the sender for, on its own scale (EQ17): by current, by the ratio of its coils, or against its pull-up. */
  private shown(scene: SceneId): Formula {
    const gauge = this.model.layout.parts.find((part) => part.id === 'gauge')!
    const feed = this.wire(scene, gauge.kind === 'clusterGauge' ? 'clusterV' : 'gaugeIn'), out = this.wire(scene, 'gaugeOut')
    const ohm = parameterAt(this.model, 'gauge.ohm'), offset = parameterAt(this.model, 'gauge.offset'), moves = parameterAt(this.model, 'gauge.moves')
    const soundOhm = this.model.nominal[ohm]!
    const nominalV = gauge.kind === 'thermalGauge' ? LIMITED_V : BATTERY_V
    const { emptyOhm, fullOhm } = gauge.figures as { emptyOhm: number; fullOhm: number }
    return (probes, theta) => {
      const feedV = probes[feed]!, outV = probes[out]!
      if (theta[moves]! < 0.5 || feedV < DEAD_FEED_V || (gauge.kind === 'coilGauge' && theta[ohm]! > OPEN_WINDING_OHM)) return GAUGE_REST
      const currentA = Math.max((feedV - outV) / theta[ohm]!, 1e-9)
      const taken =
        gauge.kind === 'clusterGauge' ? (soundOhm * outV) / Math.max(feedV - outV, 1e-9)
        : gauge.kind === 'coilGauge' ? outV / currentA
        : nominalV / currentA - soundOhm
      return Math.min(1 + PEGS, Math.max(-PEGS, (taken - emptyOhm) / (fullOhm - emptyOhm) + theta[offset]!))
    }
  }
  /** Places where fuel escapes: metres along, index of the rate, and the share of it that runs in a scene. */
  private seeps(scene: SceneId) {
    return this.model.layout.parts.filter((part) => part.kind === 'seep').map((part) => ({ id: part.id, alongM: part.figures!.alongM!, rate: parameterAt(this.model, `${part.id}.mlPerMin`), share: scene === 'primed' ? 1 : part.figures!.restShare! }))
  }
  private wets(scene: SceneId, at?: string): Formula {
    const seeps = this.seeps(scene).filter((seep) => at === undefined || seep.id === at)
    return (_, theta) => seeps.reduce((sum, { rate, share }) => sum + share * theta[rate]!, 0)
  }
  /** Vapour thins out with the square of the distance, and with the draught; a meter ends at its scale. */
  private lel(at: string, scene: SceneId): Formula {
    const seeps = this.seeps(scene)
    const here = seeps.find((seep) => seep.id === at)!
    const thins = parameterAt(this.model, 'draught.thins')
    return (_, theta) => Math.min(1, BACKGROUND_LEL + theta[thins]! * seeps.reduce((sum, { alongM, rate, share }) => sum + (share * theta[rate]! * LEL_PER_ML_PER_MIN) / (1 + ((alongM - here.alongM) / HALF_M) ** 2), 0))
  }
  private mostLel(scene: SceneId): Formula {
    const everywhere = this.seeps(scene).map(({ id }) => this.lel(id, scene))
    return (probes, theta) => everywhere.reduce((most, at) => Math.max(most, at(probes, theta)), 0)
  }
  /** Share of air in what the pump moves, 0 to 1. */
  private airShare(scene: SceneId): Formula {
    const leak = this.probe(scene, 'flow', this.model.system.linkIds.indexOf('airLeak'))
    const pump = this.probe(scene, 'flow', this.model.system.linkIds.indexOf('pump'))
    return (probes) => (probes[pump]! > NO_FLOW_M3_PER_S ? Math.min(1, Math.max(0, probes[leak]! / probes[pump]!)) : 0)
  }
}

/** A meter at a leak of 1 mL/min, in still air; the distance at which half of it is left; what it shows outdoors. Typical. */
const LEL_PER_ML_PER_MIN = 0.06
const HALF_M = 0.35
const BACKGROUND_LEL = 0.002

/** Volts that gauges by current are scaled for, and volts under which none moves. */
const LIMITED_V = 10
const BATTERY_V = 12.6
const DEAD_FEED_V = 3
/** How far a needle goes past its ends, and where it lies without current. */
const PEGS = 0.08
const GAUGE_REST = -0.04
/** A winding of more than this is open: a ratio of two coils has nothing to compare. */
const OPEN_WINDING_OHM = 1e4

/** Reserve of a sound high-pressure pump over its target, and what a share of back-leak costs of it. Typical. */
const RAIL_RESERVE = 1.2
const BACK_LEAK_CRANKING = 0.09
const BACK_LEAK_RUNNING = 0.02
/** Rail pressure that the controller asks for, Pa; typical. */
const RAIL_TARGET_PA: Record<'direct' | 'commonRail', Partial<Record<SceneId, number>>> = {
  direct: { cranking: 4e6, hotRestart: 4e6, idle: 5e6, load: 15e6, capOff: 15e6 },
  commonRail: { cranking: 25e6, idle: 30e6, load: 140e6, capOff: 140e6 },
}

/** How much of light fuel's vapour a hot bowl turns into lean mixture. Typical. */
const BOWL_SHARE = 0.8

/** A pump that moves less than this stands, m3/s (0.04 L/h). */
const NO_FLOW_M3_PER_S = 1e-8
/** An injection pump fills at this gallery pressure or more, Pa; typical. */
const GALLERY_FILLS_PA = 26e3

/** What a drop gives the engine against the sound drop: jets by the root; an injection pump measures by itself once its gallery fills it. */
const SUPPLY: Record<VehicleModel['layout']['engine']['kind'], (dropPa: number, soundPa: number) => number> = {
  injected: (dropPa, soundPa) => Math.sqrt(dropPa / soundPa),
  carburettor: (dropPa, soundPa) => Math.sqrt(dropPa / soundPa),
  diesel: (dropPa) => Math.sqrt(Math.min(1, dropPa / GALLERY_FILLS_PA)),
  // What the rail does with it is judged by `railReach`.
  direct: () => 1,
  commonRail: () => 1,
}

/** Drop at the jets of the sound vehicle in a scene, Pa. */
function soundDropPa(model: VehicleModel, scene: SceneId): number {
  const { engine } = model.layout
  if (engine.kind === 'injected' && model.layout.parts.some((part) => part.kind === 'regulator')) return model.specification.regulatorSetPa.value
  if (!solveScene(model, model.nominal, scene, true).ok) throw new Error(`The sound vehicle has no steady state ${SCENE[scene].words}`)
  const at = (id: string) => nodePressurePa(model.system, index(model.system.nodeIndex, id))
  return Math.max(at(engine.feed) - (engine.kind === 'injected' ? at('manifold') : 0), 1)
}

function index(map: Map<string, number>, id: string): number {
  const at = map.get(id)
  if (at === undefined) throw new Error(`No node ${id} in this layout`)
  return at
}

/**
 * EQ10, leaks side by side as one laminar leak: p/p0 = exp(-t/tau), tau = C p0 / q0. Leaks are given at
 * 300 kPa; at the set pressure p0 they run with its root, between a seat and a hole. Clamping takes one
 * side's leak away.
 */
function residualFormula(model: VehicleModel, clamped: 'none' | 'feed' | 'return', minutes: number): Formula {
  const seats = model.parameters.flatMap((parameter, at) => (parameter.id.endsWith('.restLeak') && (clamped === 'none' || restLeakSide(model.layout, parameter.kind) !== clamped) ? [at] : []))
  const hole = model.parameterIndex.get('leak.holeM2') ?? -1
  const stiff = parameterAt(model, 'engine.complianceMlPerKPa')
  const fallsFromKPa = Math.sqrt((model.specification.regulatorSetPa.value / 1e3) * LEAK_REFERENCE_KPA)
  return (_, theta) => {
    let leak = hole < 0 ? 0 : theta[hole]! * HOLE_ML_PER_MIN_PER_M2
    for (const at of seats) leak += theta[at]!
    return Math.exp((-leak * minutes) / (theta[stiff]! * fallsFromKPa))
  }
}

function readProbes(observer: Observer, scene: SceneId, into: Float64Array) {
  const { system } = observer.model
  for (const { probe, slot } of observer.probesOf.get(scene)!) {
    into[slot] =
      probe.kind === 'node' ? nodePressurePa(system, probe.at)
      : probe.kind === 'wire' ? wireVoltage(system, probe.at)
      : probe.kind === 'flow' ? system.flow[probe.at]!
      : probe.kind === 'figure' ? system.values[probe.at]!
      : probe.kind === 'current' ? system.motorCurrent[probe.at]!
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
  return { values, derivatives: withDerivatives ? derive(observer, theta, values, shifts) : null, sound: sound && values.every(Number.isFinite) }
}

const newShifts = ({ model, probeCount }: Observer) => Array.from(model.nuisances, () => new Float64Array(probeCount))

/** Reads a scene's probes, and their shifts when there is room for them; false when it does not converge. */
function readScene(observer: Observer, theta: Float64Array, scene: SceneId, probes: Float64Array, shifts: Float64Array[]): boolean {
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
  const known: SoundScene = { values: model.system.values.slice(), probes: new Float64Array(observer.probeCount), shifts: newShifts(observer) }
  readProbes(observer, scene, known.probes)
  shiftProbes(observer, model.nominal.slice(), scene, known.probes, known.shifts)
  observer.sound.set(scene, known)
  return known
}

/** Does the scene, as just applied, pose the solver the sound vehicle's question? Every nuisance that it feels must have its sound value too. */
function isSound({ model, touches }: Observer, theta: Float64Array, scene: SceneId, { values }: SoundScene): boolean {
  const now = model.system.values
  for (let slot = 0; slot < values.length; slot += 1) if (now[slot] !== values[slot]) return false
  const felt = touches.get(scene)!
  return model.nuisances.every((at, k) => !felt[k] || theta[at] === model.nominal[at])
}

/** Probe values under a small step of each nuisance, from the factored matrix of the converged scene. */
function shiftProbes(observer: Observer, theta: Float64Array, scene: SceneId, probes: Float64Array, shifts: Float64Array[]) {
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
    theta[at] = kept * Math.exp(model.parameters[at]!.spread * DERIVATIVE_STEP)
    apply(model, theta, scene)
    if (solvable) linearisedShift(model.system)
    readProbes(observer, scene, shifts[k]!)
    theta[at] = kept
    restoreState(model.system, state)
  }
}

function derive(observer: Observer, theta: Float64Array, values: Float64Array, shifts: Float64Array[]): Float64Array {
  const { model, formulas } = observer
  const count = shifts.length
  const derivatives = new Float64Array(formulas.length * count)
  for (let k = 0; k < count; k += 1) {
    const at = model.nuisances[k]!
    const kept = theta[at]!
    theta[at] = kept * Math.exp(model.parameters[at]!.spread * DERIVATIVE_STEP)
    for (let q = 0; q < formulas.length; q += 1) derivatives[q * count + k] = (formulas[q]!(shifts[k]!, theta) - values[q]!) / DERIVATIVE_STEP
    theta[at] = kept
  }
  return derivatives
}
