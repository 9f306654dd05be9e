/**
 * Truth vehicles: the vehicles behind the stand-in instruments, the journeys and the benchmark.
 *
 * They must not agree with the model by construction. So they scatter every parameter, obey other laws
 * (truthLaws.ts), are solved by a solver of their own (truthSolver.ts), and leak at rest partly laminar
 * and partly as an orifice. Instruments carry a bias of their own for each test, and noise. What they
 * share with the model is which figure a fault changes and what a scene does to the vehicle.
 */
import {
  factorise,
  fromSi,
  newFactors,
  seedFrom,
  seededRandom,
  solveInPlace,
  type Entered,
  type Random,
} from '../shared'
import type { ElectricalComponent, HydraulicLink, Network } from '../physics'
import {
  ACCURACY,
  FAULT_TEMPLATES,
  curedWith,
  effectsLeft,
  faulty,
  formShares,
  libraryOf,
  testById,
  type Fault,
  type Quantity,
  type SoftRule,
  type Test,
} from '../library'
import {
  LAYOUTS,
  SCENE,
  SPECIFICATION_FIELDS,
  buildNetwork,
  parameterAt,
  restLeakSide,
  vehicleModel,
  type Layout,
  type PartKind,
  type SceneId,
  type Specification,
  type SpecificationField,
  type VehicleModel,
} from '../vehicle'
import { USUAL_LAWS, drawnLaws, type MotorAt, type MotorState, type TruthLaws } from './truthLaws'
import { solveTruth, type TruthFields } from './truthSolver'

export interface HiddenFault {
  faultId: string
  /** 0 to 1 over the fault's range. */
  severity: number
  /** To its end: shut, off, open for good. */
  total?: boolean
  /** Of a chain: repairs that put effects of it right, and whether its cause is. */
  putRight?: string[]
  causeGone?: boolean
}
export interface TruthVehicle {
  seed: number
  /** What is known of it: not what a family's is in truth. */
  specification: Specification
  model: VehicleModel
  theta: Float64Array
  hidden: HiddenFault[]
  mismatch: Mismatch
  laws: TruthLaws
}

/** How far a truth vehicle and its instruments stray from the model. */
export interface Mismatch {
  /** Scatter of its parameters as a multiple of the model's nuisances. */
  scatter: number
  /** Standard deviation of the bias that an instrument has for one test. */
  bias: number
  /** Share of numbers and of observations that are slips of hand or eye. */
  numberSlips: number
  outcomeSlips: number
  /** Any content of the tank, any small offset: what the demo vehicles hold still. */
  roams: boolean
  /** Of a family with figures of its own and laws of its own. */
  family: boolean
}
/** The demo vehicles: a little more scatter than the model allows, good instruments, a careful hand. */
export const CAREFUL: Mismatch = {
  scatter: 1.15,
  bias: 0.01,
  numberSlips: 0,
  outcomeSlips: 0,
  roams: false,
  family: false,
}
/** What the benchmark calls standard and harsh. */
export const STANDARD: Mismatch = {
  scatter: 1.15,
  bias: 0.02,
  numberSlips: 0.01,
  outcomeSlips: 0.02,
  roams: true,
  family: false,
}
export const HARSH: Mismatch = {
  scatter: 2,
  bias: 0.04,
  numberSlips: 0.03,
  outcomeSlips: 0.06,
  roams: true,
  family: false,
}
/** Real families: figures off the typical ones, laws of several shapes, one number in fifty plainly wrong, one look in thirty misunderstood. */
export const WIDE: Mismatch = {
  scatter: 1.15,
  bias: 0.02,
  numberSlips: 0.02,
  outcomeSlips: 0.033,
  roams: true,
  family: true,
}

export function truthVehicle(
  seed: number,
  specification: Specification,
  hidden: HiddenFault[],
  layout: Layout = LAYOUTS.A01,
  mismatch: Mismatch = CAREFUL,
): TruthVehicle {
  const built = vehicleModel(layout, mismatch.family ? ofFamily(specification, seed) : specification)
  if (!built.ok) throw new Error(`${built.error.problem} at ${built.error.at}`)
  const model = built.value
  const theta = scattered(model, seed, mismatch)
  const graded = hidden.flatMap(({ faultId, ...far }) => {
    const fault = faultIn(layout, faultId)
    if (!fault) return []
    return [{ fault, form: formOf(fault, seed, far.total), ...far }]
  })
  // What a fault sets is scattered about where it sets it.
  faulty(model, graded).forEach((value, at) => {
    if (value === model.nominal[at]) return
    const drawn = theta[at]!
    const sound = model.nominal[at]!
    theta[at] = sound === 0 ? value : (value * drawn) / sound
    if (isContent(model.parameters[at]!)) theta[at] = value
  })
  const laws = mismatch.family ? drawnLaws(seededRandom(seed ^ seedFrom('laws'))) : USUAL_LAWS
  return { seed, specification, model, theta, hidden, mismatch, laws }
}

/** Which form a fault of this vehicle has; a chain that went to its end stands at its first stage. */
function formOf(fault: Fault, seed: number, total?: boolean): number {
  if (total && fault.chain) return 0
  let left = seededRandom(seed ^ seedFrom(`form ${fault.id}`)).next()
  return Math.max(
    0,
    formShares(fault).findIndex((share) => (left -= share) < 0),
  )
}

const isContent = ({ id }: { id: string }) => id === 'tank.volumeM3'
/** Least and most of its capacity that is in a tank that comes in, where no fault has emptied it. */
const LEAST_CONTENT = 0.08
const MOST_CONTENT = 0.97

/** Sound figures of one vehicle, each drawn by the parameter's name, so that a part added to the layout leaves the others as they were. */
function scattered(model: VehicleModel, seed: number, { scatter, roams }: Mismatch): Float64Array {
  const theta = model.nominal.slice()
  model.parameters.forEach(({ id, ownSpread, width }, at) => {
    const random = seededRandom(seed ^ seedFrom(id))
    if (isContent({ id }) && model.layout.scope === 'engine') {
      const share = LEAST_CONTENT + (MOST_CONTENT - LEAST_CONTENT) * random.next()
      if (roams) theta[at] = share * model.specification.tankCapacityM3.value
    } else if (ownSpread > 0) theta[at]! *= Math.exp(scatter * ownSpread * random.normal())
    else if (roams && width > 0) theta[at]! += scatter * width * random.normal()
  })
  return theta
}

/** Standard deviation of the logarithm by which real families differ from the typical figures. */
const FAMILY_SPREAD: Partial<Record<SpecificationField, number>> = {
  regulatorSetPa: 0.05,
  pumpFlowM3PerS: 0.15,
  pumpCurrentA: 0.15,
  reliefPa: 0.1,
  peakDemandM3PerS: 0.12,
  tankCapacityM3: 0.2,
  feedLengthM: 0.2,
  feedBoreM: 0.06,
  returnBoreM: 0.08,
}
/** Figures of a family of vehicles: the typical ones, each off by what families differ. A figure that is known stays. */
function ofFamily(specification: Specification, seed: number): Specification {
  const own = { ...specification }
  for (const [field, spread] of Object.entries(FAMILY_SPREAD) as [SpecificationField, number][]) {
    const { value, source } = specification[field]
    const { low, high } = SPECIFICATION_FIELDS[field]
    const drawn = value * Math.exp(spread * seededRandom(seed ^ seedFrom(`family ${field}`)).normal())
    if (source === 'generic') own[field] = { value: Math.min(high, Math.max(low, drawn)), source }
  }
  return own
}

/** Is it a fault of any layout? A vehicle that hides another cannot be simulated. */
export const isFaultId = (id: string): boolean =>
  FAULT_TEMPLATES.some((template) => template.id === id.split('@')[0])

/**
 * A fault of this layout; null when it is one of the vehicle's other scopes, or went with its part. An edit may have given its
 * part a sister: then the fault is the first one's. A leak at a place is the one leak that a whole system has.
 */
function faultIn(layout: Layout, id: string): Fault | null {
  const named = (of: Layout) =>
    libraryOf(of).faults.find(
      (candidate) =>
        candidate.id === id || candidate.id.startsWith(`${id}@`) || id.startsWith(`${candidate.id}@`),
    ) ?? null
  const fault = named(layout)
  if (!fault && !isFaultId(id)) throw new Error(`No fault ${id} in layout ${layout.id}`)
  return fault
}

/** The same vehicle after these repairs; of a chain what they leave stays, its cause or what it has spoilt. */
export function repaired(vehicle: TruthVehicle, repairIds: string[]): TruthVehicle {
  const cured = curedWith(repairIds)
  const left = vehicle.hidden.flatMap((hidden) => {
    const fault = faultIn(vehicle.model.layout, hidden.faultId)
    return fault ? leftOf(fault, hidden, cured, vehicle.seed) : [hidden]
  })
  return sameWith(vehicle, left)
}

/** The same vehicle with other faults. */
export const sameWith = ({ seed, specification, model, mismatch }: TruthVehicle, hidden: HiddenFault[]) =>
  truthVehicle(seed, specification, hidden, model.layout, mismatch)

/** Causes that are still there, and effects of chains that are. */
export function faultsLeft(vehicle: TruthVehicle): { causes: number; effects: number } {
  const left = vehicle.hidden.map((hidden) => {
    const fault = faultIn(vehicle.model.layout, hidden.faultId)
    return {
      causes: hidden.causeGone ? 0 : 1,
      effects: fault
        ? effectsLeft({ fault, form: formOf(fault, vehicle.seed, hidden.total), ...hidden }).length
        : 0,
    }
  })
  const sum = (of: 'causes' | 'effects') => left.reduce((total, one) => total + one[of], 0)
  return { causes: sum('causes'), effects: sum('effects') }
}

function leftOf(fault: Fault, hidden: HiddenFault, cured: string[], seed: number): HiddenFault[] {
  const atCause = fault.repairs.some((repair) => cured.includes(repair))
  if (!fault.chain) return atCause ? [] : [hidden]
  const putRight = [...(hidden.putRight ?? []), ...cured]
  const after = { ...hidden, putRight, causeGone: hidden.causeGone || atCause }
  const spoilt = effectsLeft({ fault, form: formOf(fault, seed, after.total), ...after })
  return after.causeGone && spoilt.length === 0 ? [] : [after]
}

export interface SceneState extends TruthFields {
  volts: Record<string, number>
  /** Of each pump with a motor. */
  motors: Record<string, MotorState>
}

const solved = new WeakMap<TruthVehicle, Map<SceneId, SceneState>>()
/** Rounds in which pumps on one wire settle on their currents, and the change that is none, A. */
const MOST_MOTOR_ROUNDS = 30
const SETTLED_A = 1e-4

/** Steady state of one scene on the truth's own laws; kept, since a vehicle does not change. */
export function truthScene(vehicle: TruthVehicle, sceneId: SceneId): SceneState {
  const states = solved.get(vehicle) ?? new Map<SceneId, SceneState>()
  solved.set(vehicle, states)
  const before = states.get(sceneId)
  if (before) return before
  const state = settle(buildNetwork(vehicle.model, vehicle.theta, sceneId), vehicle.laws)
  states.set(sceneId, state)
  return state
}

/** A network at rest on the truth's own laws, its pumps settled on their wires. */
export function settle(network: Network, laws: TruthLaws = USUAL_LAWS): SceneState {
  const pumps = network.links.filter((link) => link.type === 'motor-pump')
  const wires = wiring(network, pumps)
  let state: SceneState = { pressurePa: {}, flow: {}, volts: {}, motors: {} }
  let currents: number[] = pumps.map(() => 0)
  for (let round = 0; round < MOST_MOTOR_ROUNDS; round += 1) {
    const motorAt: MotorAt = (pump, risePa) =>
      wires
        ? motorState(
            pump,
            wires.openV(pumps.indexOf(pump), currents),
            wires.sourceOhm(pumps.indexOf(pump)),
            risePa,
          )
        : STANDS
    const fuel = solveTruth(network, motorAt, laws)
    const motors = pumps.map((pump) => motorAt(pump, fuel.pressurePa[pump.to]! - fuel.pressurePa[pump.from]!))
    const drawn = motors.map((motor) => motor.currentA)
    const change = Math.max(0, ...drawn.map((ampere, k) => Math.abs(ampere - currents[k]!)))
    currents = drawn
    state = {
      ...fuel,
      volts: wires ? wires.voltsAt(currents) : {},
      motors: Object.fromEntries(pumps.map((pump, k) => [pump.id, motors[k]!])),
    }
    if (pumps.length < 2 || change < SETTLED_A) break
  }
  return state
}

const STANDS: MotorState = { movedM3PerS: 0, currentA: 0, speedRadPerS: 0 }

type MotorLink = Extract<HydraulicLink, { type: 'motor-pump' }>

interface Wires {
  /** Volts across a pump that draws nothing while the others draw theirs. */
  openV(pump: number, currentsA: number[]): number
  sourceOhm(pump: number): number
  voltsAt(currentsA: number[]): Record<string, number>
}

/** The wiring as the pumps see it: conductances between the posts, the sources' posts held. */
function wiring(network: Network, pumps: MotorLink[]): Wires | null {
  const sources = network.components.filter((part) => part.kind === 'source')
  if (sources.length === 0) return null
  const given = new Map<string, number>([
    ['0', 0],
    ...sources.map((source) => [source.n1, source.volt] as const),
  ])
  const names = [...new Set(network.components.flatMap((part) => [part.n1, part.n2]))].filter(
    (name) => !given.has(name),
  )
  const solve = (currentsA: number[], held: Map<string, number>) => {
    const factors = newFactors(names.length)
    const right = new Float64Array(names.length)
    const tie = (part: Extract<ElectricalComponent, { kind: 'resistor' }>) => {
      const g = 1 / part.ohm
      for (const [own, other] of [
        [part.n1, part.n2],
        [part.n2, part.n1],
      ] as const) {
        const k = names.indexOf(own)
        if (k < 0) continue
        factors.entries[k * names.length + k]! += g
        if (held.has(other)) right[k]! += g * held.get(other)!
        else factors.entries[k * names.length + names.indexOf(other)]! -= g
      }
    }
    network.components.forEach((part) => part.kind === 'resistor' && tie(part))
    pumps.forEach((pump, m) => {
      if (names.includes(pump.plus)) right[names.indexOf(pump.plus)]! -= currentsA[m]!
      if (names.includes(pump.minus)) right[names.indexOf(pump.minus)]! += currentsA[m]!
    })
    if (names.length > 0 && factorise(factors)) solveInPlace(factors, right)
    return Object.fromEntries([...held, ...names.map((name, k) => [name, right[k]!] as const)]) as Record<
      string,
      number
    >
  }
  const across = (volts: Record<string, number>, pump: number) =>
    volts[pumps[pump]!.plus]! - volts[pumps[pump]!.minus]!
  const dead = new Map([...given.keys()].map((name) => [name, 0]))
  const perAmpere = pumps.map((_, m) =>
    solve(
      pumps.map((_, k) => (k === m ? 1 : 0)),
      dead,
    ),
  )
  const idle = solve(
    pumps.map(() => 0),
    given,
  )
  return {
    openV: (pump, currentsA) =>
      currentsA.reduce(
        (volts, ampere, k) => (k === pump ? volts : volts + ampere * across(perAmpere[k]!, pump)),
        across(idle, pump),
      ),
    sourceOhm: (pump) => -across(perAmpere[pump]!, pump),
    voltsAt: (currentsA) => solve(currentsA, given),
  }
}

/** EQ07 on its wires; a motor that cannot turn draws what winding and wires let through. */
function motorState(pump: MotorLink, openV: number, sourceOhm: number, risePa: number): MotorState {
  if (pump.motor.kind !== 'displacement') return STANDS
  const { motor } = pump
  const loadA = motor.currentPerPaA * Math.max(risePa, 0)
  const currentA = motor.idleCurrentA * motor.frictionFactor + loadA
  const voltage = openV - sourceOhm * currentA
  const emfV = voltage - currentA * motor.windingOhm
  if (!(emfV > 0))
    return { movedM3PerS: 0, currentA: openV / (sourceOhm + motor.windingOhm), speedRadPerS: 0 }
  const drive = emfV + (motor.idleCurrentA + loadA) * motor.soundWindingOhm
  return {
    movedM3PerS: motor.displacementFactor * Math.max(motor.alphaM3PerSV * drive - motor.gammaM3PerS, 0),
    currentA,
    speedRadPerS: emfV / motor.emfVSPerRad,
  }
}

/** Sides that are clamped off while the pressure falls. */
export type Clamped = 'none' | 'feed' | 'return' | 'both'

/** What gives way under pressure at rest, mL/kPa: hoses, and an accumulator where there is one. */
export const restCompliance = ({ model, theta }: TruthVehicle): number =>
  model.parameters.reduce(
    (sum, { id }, at) => (id.endsWith('.complianceMlPerKPa') ? sum + theta[at]! : sum),
    0,
  )

/** Leak rates at rest, mL/min at 300 kPa: the laminar part and the orifice part. */
export function restLeaks(vehicle: TruthVehicle, clamped: Clamped) {
  const { model, theta } = vehicle
  const hole = model.parameterIndex.has('leak.holeM2')
    ? theta[parameterAt(model, 'leak.holeM2')]! * 0.62 * 28.3 * 6e7
    : 0
  const held = clamped === 'feed' && hole > 0 && theta[parameterAt(model, 'leak.held')]! > 0.5
  const leaks = {
    laminar: 0,
    orifice: held ? 0 : hole,
    compliance: restCompliance(vehicle),
  }
  model.parameters.forEach((parameter, at) => {
    if (parameter.id.endsWith('.escape')) leaks.laminar += theta[at]!
    if (!parameter.id.endsWith('.restLeak')) return
    const side = restLeakSide(model.layout, parameter.kind)
    if (side !== 'none' && (side === clamped || clamped === 'both')) return
    const laminar = parameter.kind === 'checkValve' ? 0.7 : parameter.kind === 'injectors' ? 0.4 : 0
    leaks.laminar += laminar * theta[at]!
    leaks.orifice += (1 - laminar) * theta[at]!
  })
  return leaks
}

/** Rail pressure after stopping, kPa, every second: C dp/dt = -(laminar p/300 + orifice sqrt(p/300)) + warming. */
export function leakDownSeries(
  vehicle: TruthVehicle,
  clamped: 'none' | 'feed' | 'return',
  seconds: number,
): number[] {
  const { laminar, orifice, compliance } = restLeaks(vehicle, clamped)
  const start: SceneId = vehicle.model.layout.scenes.includes('keyOn') ? 'keyOn' : 'idle'
  let kPa = Math.max(truthScene(vehicle, start).pressurePa[vehicle.model.layout.gaugeAt]! / 1e3, 0)
  return Array.from({ length: seconds + 1 }, () => {
    const now = kPa
    const perMinute = (laminar * (kPa / 300) + orifice * Math.sqrt(Math.max(kPa, 0) / 300)) / compliance
    kPa = Math.max(0, kPa - perMinute / 60)
    return now
  })
}

/** Share of air in what the pump moves. */
function airShare(vehicle: TruthVehicle, scene: SceneId): number {
  const { flow } = truthScene(vehicle, scene)
  return (flow.pump ?? 0) > 1e-8 ? Math.min(1, Math.max(0, (flow.airLeak ?? 0) / flow.pump!)) : 0
}

const airIn = (vehicle: TruthVehicle, scene: SceneId) =>
  vehicle.model.layout.parts.some((part) => part.kind === 'airLeak') ? airShare(vehicle, scene) : 0

/** Parts from which on the fuel is under the pump's pressure. */
const suctionNodes = (layout: Layout) => {
  const pump = layout.parts.find((part) => part.id === 'pump')
  const nodes = new Set([pump?.from])
  for (const node of nodes)
    for (const part of layout.parts) if (part.to === node && part.from) nodes.add(part.from)
  return nodes
}
/** Froth behind a pump that draws air holds less pressure; here it gives way early. */
function truthPressure(vehicle: TruthVehicle, scene: SceneId, at: string): number {
  const pa = truthScene(vehicle, scene).pressurePa[at]!
  const air = airIn(vehicle, scene)
  return air > 0 && !suctionNodes(vehicle.model.layout).has(at) ? pa * Math.pow(1 - air, 0.6) : pa
}

const soundOnes = new WeakMap<Layout, Map<string, TruthVehicle>>()

/** What the engine gets against a vehicle of the same figures without fault or scatter; an injection pump measures by itself once its gallery fills it. */
function truthMixture(vehicle: TruthVehicle, sceneId: SceneId): number {
  const { model, theta } = vehicle
  const { engine } = model.layout
  const key = JSON.stringify([model.specification, vehicle.laws])
  const ofLayout = soundOnes.get(model.layout) ?? new Map<string, TruthVehicle>()
  soundOnes.set(model.layout, ofLayout)
  const sound = ofLayout.get(key) ?? {
    seed: 0,
    specification: model.specification,
    model,
    theta: model.nominal.slice(),
    hidden: [],
    mismatch: CAREFUL,
    laws: vehicle.laws,
  }
  ofLayout.set(key, sound)
  const of = (id: string) => (model.parameterIndex.has(id) ? theta[parameterAt(model, id)]! : 0)
  const now = truthScene(vehicle, sceneId)
  const measured =
    engine.kind === 'direct' || engine.kind === 'commonRail'
      ? of(`${engine.part}.gain`) * Math.pow(truthReach(vehicle, sceneId), 0.55)
      : null
  const share =
    measured !== null
      ? measured
      : engine.kind === 'diesel'
        ? of(`${engine.part}.gain`) * Math.sqrt(Math.min(1, Math.max(now.pressurePa[engine.feed]!, 0) / 26e3))
        : Math.max(now.flow[engine.part]!, 0) / truthScene(sound, sceneId).flow[engine.part]!
  const drip = of(`${engine.part}.restLeak`) / (SCENE[sceneId].demandFraction < 0.1 ? 30 : 600)
  return (
    ((share + (engine.kind === 'injected' ? drip : 0)) *
      (1 - airShare(vehicle, sceneId)) *
      liquidShare(vehicle, sceneId)) /
    (engine.kind === 'diesel' || engine.kind === 'commonRail' ? 1 : 1 + of('engine.airLeak'))
  )
}

/** Fuel that is still liquid: vapour grows faster than the heat here, not in proportion to it. */
function liquidShare({ model, theta }: TruthVehicle, sceneId: SceneId): number {
  const { heatFraction } = SCENE[sceneId]
  const { parts, engine } = model.layout
  const lines = parts
    .filter((part) => part.kind !== 'tank' && model.parameterIndex.has(`${part.id}.heat`))
    .map((part) => theta[parameterAt(model, `${part.id}.heat`)]!)
  const bowl = engine.kind === 'carburettor' ? 0.75 * theta[parameterAt(model, 'fuel.volatility')]! : 0
  return [...lines, bowl].reduce((liquid, heat) => liquid * (1 - Math.pow(heatFraction, 1.15) * heat), 1)
}

const seepsOf = ({ model, theta }: TruthVehicle, scene: SceneId) =>
  model.layout.parts
    .filter((part) => part.kind === 'seep')
    .map((part) => ({
      id: part.id,
      alongM: part.figures!.alongM!,
      mlPerMin:
        (scene === 'primed' ? 1 : part.figures!.restShare!) *
        theta[parameterAt(model, `${part.id}.mlPerMin`)]!,
    }))

/** Vapour falls off by an exponential here, and a large leak saturates its own air. */
function truthLel(vehicle: TruthVehicle, at: string, scene: SceneId): number {
  const seeps = seepsOf(vehicle, scene)
  const here = seeps.find((seep) => seep.id === at)!
  const still = vehicle.theta[parameterAt(vehicle.model, 'draught.thins')]!
  return Math.min(
    1,
    0.002 +
      still *
        seeps.reduce(
          (sum, seep) =>
            sum +
            0.063 * Math.pow(seep.mlPerMin, 0.92) * Math.exp(-Math.abs(seep.alongM - here.alongM) / 0.42),
          0,
        ),
  )
}

const fillOf = ({ model, theta }: TruthVehicle) =>
  theta[parameterAt(model, 'tank.volumeM3')]! / theta[parameterAt(model, 'tank.capacityM3')]!

/** Share by which a gauge bends away from a straight scale in its middle. */
const BENDS = 0.02
/** Sender resistance that a gauge takes the world for, from the volts at its two ends, by type. */
const TAKEN: Partial<
  Record<PartKind, (inV: number, outV: number, ohm: number, soundOhm: number, limiterV: number) => number>
> = {
  clusterGauge: (inV, outV, _, soundOhm) => soundOhm / (inV / Math.max(outV, 1e-6) - 1),
  coilGauge: (inV, outV, ohm) => (outV * ohm) / Math.max(inV - outV, 1e-6),
  ironGauge: (inV, outV, ohm, soundOhm) => (12.6 * ohm) / Math.max(inV - outV, 1e-6) - soundOhm,
  thermalGauge: (inV, outV, ohm, soundOhm, limiterV) =>
    (limiterV * ohm) / Math.max(inV - outV, 1e-6) - soundOhm,
}

/** What the needle shows, on a scale that is not quite straight. */
function truthShown(vehicle: TruthVehicle, sceneId: SceneId): number {
  const { model, theta } = vehicle
  const gauge = model.layout.parts.find((part) => part.id === 'gauge')!
  const at = parameterAt(model, 'gauge.ohm')
  const { volts } = truthScene(vehicle, sceneId)
  const inV = volts[gauge.kind === 'clusterGauge' ? 'clusterV' : 'gaugeIn']!
  if (
    theta[parameterAt(model, 'gauge.moves')]! < 0.5 ||
    inV < 3 ||
    (gauge.kind === 'coilGauge' && theta[at]! > 1e4)
  )
    return -0.04
  const [emptyOhm, fullOhm] = ['emptyOhm', 'fullOhm'].map(
    (end) => theta[parameterAt(model, `sender.${end}`)]!,
  ) as [number, number]
  const limiterV = model.specification.limiterV.value
  const taken = TAKEN[gauge.kind]!(inV, volts.gaugeOut!, theta[at]!, model.nominal[at]!, limiterV)
  const straight = (taken - emptyOhm) / (fullOhm - emptyOhm)
  const within = Math.min(1, Math.max(0, straight))
  return Math.min(
    1.08,
    Math.max(
      -0.08,
      straight + BENDS * Math.sin(2 * Math.PI * within) + theta[parameterAt(model, 'gauge.offset')]!,
    ),
  )
}

/** True rail pressure over its target. The truth's pump fills along another curve, and its reserve is another. */
function truthReach(vehicle: TruthVehicle, sceneId: SceneId): number {
  const { model, theta } = vehicle
  const { engine, parts } = model.layout
  const of = (name: string) => theta[parameterAt(model, `${engine.part}.${name}`)]!
  const fillPa = parts.find((part) => part.id === engine.part)!.figures!.fillPa!
  const feedPa = Math.max(truthScene(vehicle, sceneId).pressurePa[engine.feed]!, 0)
  const filled = Math.min(1, Math.pow(feedPa / fillPa, 0.9))
  const back = (SCENE[sceneId].supply === 'cranking' ? 0.095 : 0.022) * (of('backLeak') - 1)
  return Math.max(0, Math.min(1 / of('sensor'), 1.18 * of('capability') * filled - back))
}

const TRUTH_RAIL_PA: Record<string, Partial<Record<SceneId, number>>> = {
  direct: { cranking: 4e6, hotRestart: 4e6, idle: 5e6, load: 15e6, capOff: 15e6 },
  commonRail: { cranking: 25e6, idle: 30e6, load: 140e6, capOff: 140e6 },
}

/** Duty of a controlled pump, from its own flow and volts. */
function truthDuty(vehicle: TruthVehicle, sceneId: SceneId): number {
  const { model, theta } = vehicle
  const { pressurePa, flow, volts } = truthScene(vehicle, sceneId)
  const acrossV = volts.pumpPlus! - volts.pumpMinus!
  const network = buildNetwork(model, theta, sceneId)
  const pump = network.links.find((link) => link.id === 'pump')
  if (acrossV < 3 || pump?.type !== 'motor-pump' || pump.motor.kind !== 'displacement') return 1
  const { motor } = pump
  const leak =
    motor.leakageFactor *
    motor.betaM3PerSPa *
    3e5 *
    Math.pow(Math.max(pressurePa.pumpOut! - pressurePa.pumpIn!, 0) / 3e5, 1.08)
  return Math.min(
    1,
    Math.max(
      0,
      ((flow.checkValve! + leak) / motor.displacementFactor + motor.gammaM3PerS) /
        motor.alphaM3PerSV /
        acrossV,
    ),
  )
}

/** Value of a quantity on the truth's laws. */
export function truthValue(vehicle: TruthVehicle, quantity: Quantity): number {
  switch (quantity.of) {
    case 'volts': {
      const { volts } = truthScene(vehicle, quantity.scene)
      return volts[quantity.red]! - volts[quantity.black]!
    }
    case 'pressure':
      return truthPressure(vehicle, quantity.scene, quantity.at)
    case 'loss':
      return (
        truthPressure(vehicle, quantity.scene, quantity.from) -
        truthPressure(vehicle, quantity.scene, quantity.to)
      )
    case 'rise':
      return (
        truthPressure(vehicle, quantity.scene, quantity.at) -
        truthPressure(vehicle, quantity.against, quantity.at)
      )
    case 'current':
      return truthScene(vehicle, quantity.scene).motors[quantity.pump ?? 'pump']!.currentA
    case 'speed':
      return truthScene(vehicle, quantity.scene).motors[quantity.pump ?? 'pump']!.speedRadPerS
    case 'flow':
      return truthScene(vehicle, quantity.scene).flow[quantity.link]! * (1 - airIn(vehicle, quantity.scene))
    case 'residual': {
      const series = leakDownSeries(vehicle, quantity.clamped, quantity.minutes * 60)
      return series[0]! > 1 ? series.at(-1)! / series[0]! : 0
    }
    case 'air':
      return airShare(vehicle, quantity.scene)
    case 'mixture':
      return truthMixture(vehicle, quantity.scene)
    case 'better':
      return truthMixture(vehicle, quantity.scene) - truthMixture(vehicle, quantity.against)
    case 'fill':
      return fillOf(vehicle)
    case 'shown':
      return truthShown(vehicle, quantity.scene)
    case 'gaugeError':
      return truthShown(vehicle, quantity.scene) - fillOf(vehicle)
    case 'rail':
      return (
        (TRUTH_RAIL_PA[vehicle.model.layout.engine.kind]?.[quantity.scene] ?? 0) *
        truthReach(vehicle, quantity.scene) *
        vehicle.theta[parameterAt(vehicle.model, `${vehicle.model.layout.engine.part}.sensor`)]!
      )
    case 'sensed':
      return (
        truthScene(vehicle, quantity.scene).pressurePa[vehicle.model.layout.gaugeAt]! *
        vehicle.theta[parameterAt(vehicle.model, 'speedControl.sensor')]!
      )
    case 'duty':
      return truthDuty(vehicle, quantity.scene)
    case 'lel':
      return Math.max(
        ...(quantity.at === undefined
          ? seepsOf(vehicle, quantity.scene).map((seep) => seep.id)
          : [quantity.at]
        ).map((place) => truthLel(vehicle, place, quantity.scene)),
      )
    case 'wets':
      return seepsOf(vehicle, quantity.scene).reduce(
        (sum, seep) => sum + (quantity.at === undefined || seep.id === quantity.at ? seep.mlPerMin : 0),
        0,
      )
    case 'ohms': {
      const part = buildNetwork(vehicle.model, vehicle.theta, 'rest').components.find(
        (component) => component.id === quantity.part,
      )
      return part?.kind === 'resistor' ? part.ohm : Infinity
    }
    case 'parameter':
      return vehicle.theta[parameterAt(vehicle.model, quantity.id)]!
  }
}

const truly = (vehicle: TruthVehicle, rule: SoftRule) =>
  rule.side === 'above'
    ? truthValue(vehicle, rule.quantity) > rule.at
    : truthValue(vehicle, rule.quantity) < rule.at

export type StandInReading = { kind: 'number'; entered: Entered } | { kind: 'outcome'; outcome: string }

/** What the stand-in instrument of a test shows: the truth, its bias, noise, and the instrument's step. */
export function standInReading(vehicle: TruthVehicle, test: Test, attempt = 0): StandInReading {
  const { reading } = test
  if (reading.kind === 'observation') {
    const shown =
      reading.outcomes.find((outcome) =>
        outcome.when.some((group) => group.every((rule) => truly(vehicle, rule))),
      ) ?? reading.outcomes.at(-1)!
    return {
      kind: 'outcome',
      outcome: slipped(vehicle, test, attempt, vehicle.mismatch.outcomeSlips)
        ? anyOf(
            vehicle,
            test,
            attempt,
            reading.outcomes.map((outcome) => outcome.id),
          )
        : shown.id,
    }
  }
  const bias = instrumentRandom(vehicle, `${test.instrument} ${test.id}`)
  const noise = instrumentRandom(vehicle, `${test.id} ${attempt}`)
  const truth = truthValue(vehicle, reading.quantity)
  const accuracy = ACCURACY[test.instrument]
  const si =
    truth * (1 + vehicle.mismatch.bias * bias.normal()) +
    Math.hypot(accuracy.relative * truth, accuracy.floor(reading.unit)) * 0.5 * noise.normal()
  const slip = slipped(vehicle, test, attempt, vehicle.mismatch.numberSlips)
  const shown =
    Math.round(
      (slip
        ? reading.low +
          (reading.high - reading.low) * instrumentRandom(vehicle, `slips to ${test.id} ${attempt}`).next()
        : fromSi(si, reading.unit)) / reading.step,
    ) * reading.step
  const bounded = Math.min(reading.high, Math.max(reading.low, shown))
  return { kind: 'number', entered: { value: Number(bounded.toFixed(3)), unit: reading.unit } }
}

const slipped = (vehicle: TruthVehicle, test: Test, attempt: number, share: number) =>
  share > 0 && instrumentRandom(vehicle, `slip ${test.id} ${attempt}`).next() < share
const anyOf = <T>(vehicle: TruthVehicle, test: Test, attempt: number, list: T[]): T =>
  list[Math.floor(list.length * instrumentRandom(vehicle, `slips to ${test.id} ${attempt}`).next())]!

export const standInById = (vehicle: TruthVehicle, testId: string, attempt = 0): StandInReading =>
  standInReading(
    vehicle,
    libraryOf(vehicle.model.layout).tests.find((test) => test.id === testId) ?? testById(testId),
    attempt,
  )

export const instrumentRandom = (vehicle: TruthVehicle, name: string): Random =>
  seededRandom(vehicle.seed ^ seedFrom(name))
