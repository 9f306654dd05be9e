/**
 * Truth vehicles: the vehicles behind the stand-in instruments, the journeys and the benchmark.
 *
 * They must not agree with the model by construction. So they scatter every parameter, and they obey
 * other laws: Blasius friction with a rougher line, filters that lose with the 1.25th power of flow, a
 * pump whose leakage bends, a regulator with hysteresis, leaks at rest that are part laminar and part
 * orifice, and a solver of their own (nested bisection). Instruments carry a bias of their own for
 * each test, and noise.
 */
import { bisect, fromSi, seedFrom, seededRandom, type Entered, type Random } from '../shared'
import { ACCURACY, FAULTS, faulty, testById, type Quantity, type SoftRule, type Test } from '../library'
import { SCENE, parameterAt, portReturnLayout, vehicleModel, type SceneId, type Specification, type VehicleModel } from '../vehicle'

export interface HiddenFault {
  faultId: string
  /** 0 to 1 over the fault's range. */
  severity: number
}
export interface TruthVehicle {
  seed: number
  model: VehicleModel
  theta: Float64Array
  hidden: HiddenFault[]
}

/** Scatter of a truth vehicle against the nuisances of the model: real vehicles differ a little more than the model allows. */
const SCATTER = 1.15
const INSTRUMENT_BIAS = 0.01

export function truthVehicle(seed: number, specification: Specification, hidden: HiddenFault[]): TruthVehicle {
  const built = vehicleModel(portReturnLayout, specification)
  if (!built.ok) throw new Error(`${built.error.problem} at ${built.error.at}`)
  const model = built.value
  const theta = faulty(model, hidden.map(({ faultId, severity }) => ({ fault: FAULTS.find((fault) => fault.id === faultId)!, severity })))
  const random = seededRandom(seed)
  model.parameters.forEach((parameter, at) => {
    if (parameter.spread > 0) theta[at]! *= Math.exp(SCATTER * parameter.spread * random.normal())
  })
  return { seed, model, theta, hidden }
}

/** The same vehicle after a repair has put these faults right. */
export function repaired(vehicle: TruthVehicle, repairIds: string[]): TruthVehicle {
  const left = vehicle.hidden.filter(({ faultId }) => !FAULTS.find((fault) => fault.id === faultId)!.repairs.some((repair) => repairIds.includes(repair)))
  return truthVehicle(vehicle.seed, vehicle.model.specification, left)
}

interface SceneState {
  volts: Record<string, number>
  currentA: number
  speedRadPerS: number
  pressurePa: Record<string, number>
  flow: Record<string, number>
}

const LITRES_PER_HOUR = 1e-3 / 3600

/** Steady state of one scene on the truth's own laws. */
export function truthScene(vehicle: TruthVehicle, sceneId: SceneId): SceneState {
  const scene = SCENE[sceneId]
  const of = (id: string) => vehicle.theta[parameterAt(vehicle.model, id)]!
  const wires = wiring(of, scene)
  let pressureRise = 0
  let fuel = hydraulics(vehicle, sceneId, motorAt(vehicle, wires, 0))
  // The motor's current depends on the pressure it makes: a few rounds settle it.
  for (let round = 0; round < 40; round += 1) {
    const before = pressureRise
    pressureRise = 0.5 * before + 0.5 * (fuel.pressurePa.pumpOut! - fuel.pressurePa.pumpIn!)
    fuel = hydraulics(vehicle, sceneId, motorAt(vehicle, wires, pressureRise))
    if (Math.abs(pressureRise - before) < 50) break
  }
  const motor = motorAt(vehicle, wires, pressureRise)
  return { ...fuel, volts: wires.voltsAt(motor.currentA), currentA: motor.currentA, speedRadPerS: motor.speedRadPerS }
}

const FEED = ['fuse', 'relay', 'cutOff', 'loom', 'feedPlug', 'hatchLead'] as const
const AFTER = { fuse: 'fuseOut', relay: 'relayOut', cutOff: 'cutOffOut', loom: 'plugIn', feedPlug: 'plugOut', hatchLead: 'pumpPlus' } as const

/** The supply as a straight chain: battery, six segments, pump, ground. */
function wiring(of: (id: string) => number, scene: (typeof SCENE)[SceneId]) {
  const emf = scene.supply === 'charging' ? of('battery.chargingV') : of('battery.restV')
  const inner = of('battery.innerOhm')
  const starter = scene.supply === 'cranking' ? of('starter.ohm') : Infinity
  const postOpen = emf / (1 + inner / starter)
  const postOhm = 1 / (1 / inner + 1 / starter)
  const released = scene.pumpFed && of('relay.coil') > 0.5 && (!scene.engineTurns || of('command.release') > 0.5)
  const ohms = FEED.map((id) => (id === 'relay' && !released ? 1e9 : of(`${id}.ohm`)))
  const chafe = of('chafe.ohm')
  const upstream = postOhm + ohms.slice(0, 4).reduce((sum, ohm) => sum + ohm, 0)
  const openV = postOpen / (1 + upstream / chafe)
  const sourceOhm = 1 / (1 / upstream + 1 / chafe) + ohms[4]! + ohms[5]! + of('ground.ohm')
  const voltsAt = (current: number) => {
    const volts: Record<string, number> = { '0': 0, cell: emf, pumpMinus: current * of('ground.ohm') }
    const plugIn = openV - (current / (1 / upstream + 1 / chafe))
    const total = (postOpen - plugIn) / upstream
    let at = postOpen - total * postOhm
    volts.post = at
    FEED.forEach((id, k) => {
      at -= (k < 4 ? total : current) * ohms[k]!
      volts[AFTER[id]] = at
    })
    return volts
  }
  return { openV, sourceOhm, voltsAt }
}

function motorAt(vehicle: TruthVehicle, wires: { openV: number; sourceOhm: number }, risePa: number) {
  const pump = vehicle.model.system.network.links.find((link) => link.id === 'pump')!
  if (pump.type !== 'motor-pump' || pump.motor.kind !== 'displacement') throw new Error('This truth knows roller pumps only')
  const of = (id: string) => vehicle.theta[parameterAt(vehicle.model, id)]!
  const { motor } = pump
  const winding = motor.windingOhm * of('pump.winding')
  const current = motor.idleCurrentA * of('pump.friction') + motor.currentPerPaA * Math.max(risePa, 0)
  const voltage = wires.openV - wires.sourceOhm * current
  if (!(voltage - current * winding > 0)) {
    const stalled = wires.openV / (wires.sourceOhm + winding)
    return { currentA: stalled, speedRadPerS: 0, moved: () => 0, winding }
  }
  const soundDrop = (motor.idleCurrentA + motor.currentPerPaA * Math.max(risePa, 0)) * motor.soundWindingOhm
  const drive = voltage - (current * winding - soundDrop)
  const wet = Math.min(1, Math.max(0, (of('tank.volumeM3') - 0.001) / 0.002))
  const size = of('pump.displacement') * wet
  // Leakage that bends upward with pressure, equal to the model's at 300 kPa.
  const moved = (dp: number) => size * Math.max(motor.alphaM3PerSV * drive - motor.gammaM3PerS, 0) - of('pump.leakage') * motor.betaM3PerSPa * 300e3 * Math.pow(Math.max(dp, 0) / 300e3, 1.08)
  return { currentA: current, speedRadPerS: (voltage - current * winding) / motor.emfVSPerRad, moved, winding }
}

/** Pressure lost in a smooth line by Blasius, laminar below Re 2300, with 4 % for bends the drawing omits. */
function lineLoss(flow: number, lengthM: number, boreM: number, k: number): number {
  const velocity = flow / ((Math.PI / 4) * boreM * boreM)
  const re = (velocity * boreM) / 0.72e-6
  const friction = re < 2300 ? 64 / Math.max(re, 1) : 0.316 * Math.pow(re, -0.25)
  return 1.04 * ((friction * lengthM) / boreM + k) * 0.5 * 745 * velocity * velocity
}
/** A filter by a power law that meets a figure at 100 L/h. */
const filterLoss = (flow: number, at100Pa: number) => at100Pa * Math.pow(Math.max(flow, 0) / (100 * LITRES_PER_HOUR), 1.25)
const jet = (areaM2: number, dropPa: number) => (dropPa > 0 ? 0.62 * areaM2 * Math.sqrt((2 * dropPa) / 745) : 0)

function hydraulics(vehicle: TruthVehicle, sceneId: SceneId, motor: { moved: (dp: number) => number }) {
  const scene = SCENE[sceneId]
  const of = (id: string) => vehicle.theta[parameterAt(vehicle.model, id)]!
  const spec = vehicle.model.specification
  const length = spec.feedLengthM.value
  const bore = (id: string) => spec.feedBoreM.value * Math.sqrt(of(`${id}.area`))
  const tankPa = scene.rig === 'capOff' || !scene.engineTurns ? 0 : of('tank.gaugePa')
  const setPa = spec.regulatorSetPa.value * of('regulator.set') + (scene.rig === 'referenceOff' ? 0 : of('regulator.reference')) * scene.manifoldPa
  const demandArea = (spec.peakDemandM3PerS.value / (0.7 * Math.sqrt((2 * spec.regulatorSetPa.value) / 745))) * of('injectors.gain') * scene.demandFraction * (of('injectors.coil') > 0.5 ? 1 : 0.5)
  const demand = (railPa: number) => 0.7 * demandArea * Math.sqrt((2 * Math.max(railPa - scene.manifoldPa, 0)) / 745)
  const returnBore = spec.returnBoreM.value * Math.sqrt(of('returnLine.area')) * (scene.rig === 'pinchedReturn' ? 0.12 : 1)
  // Hysteresis: a regulator opens a little above what it holds.
  const heldPa = (excess: number) => setPa * 1.006 + (90 / LITRES_PER_HOUR) * of('regulator.slope') * excess + lineLoss(excess, 0.9 * length, returnBore, 2)
  const inletPa = (flow: number) => tankPa + 1500 - filterLoss(flow, 600 * of('strainer.loss'))
  const reliefPa = spec.reliefPa.value * of('relief.crack')
  const relief = (outPa: number) => (outPa > reliefPa ? (outPa - reliefPa) / (450 / LITRES_PER_HOUR) : 0)
  const split = of('moduleHose.holeM2')
  const hole = of('leak.holeM2')
  /** Flow into the line when the pump outlet stands at a pressure. */
  const delivered = (outPa: number) => {
    const pumped = bisect((flow) => motor.moved(outPa - inletPa(flow)) * starved(inletPa(flow)) - flow, 0, 1e-3, 1e-12) ?? 0
    return { pumped, line: pumped - relief(outPa) - jet(split, outPa) }
  }
  const railAt = (outPa: number, line: number) => {
    const flangePa = outPa - filterLoss(line, 1400)
    const filterInPa = flangePa - lineLoss(line, 0.3 * length, bore('rearLine'), 2)
    const filterOutPa = filterInPa - filterLoss(line, 4300 * of('filter.loss'))
    const front = Math.max(line - jet(hole, filterOutPa), 0)
    return { flangePa, filterInPa, filterOutPa, front, railPa: filterOutPa - lineLoss(front, 0.7 * length, bore('frontLine'), 3) - 3000 }
  }
  const surplus = (outPa: number) => {
    const { line } = delivered(outPa)
    if (line <= 0) return -1
    const { railPa, front } = railAt(outPa, line)
    if (scene.rig === 'openLine') return front - Math.max(railPa, 0) / 1.1e8
    const excess = front - demand(railPa)
    if (scene.rig === 'deadhead') return excess
    if (excess <= 0) return excess
    return railPa < heldPa(0) ? excess : excess - (bisect((flow) => heldPa(flow) - railPa, 0, 1e-3, 1e-13) ?? 0)
  }
  const outPa = bisect(surplus, -20e3, 2.5e6, 5) ?? tankPa
  const { pumped, line } = delivered(outPa)
  const along = railAt(outPa, Math.max(line, 0))
  // A pump that only just holds delivers nothing and yet makes pressure.
  const running = outPa > 500
  const railPa = running ? Math.max(along.railPa, 0) : 0
  return {
    pressurePa: { tank: tankPa, pumpIn: inletPa(pumped), pumpOut: running ? outPa : 0, flange: running ? along.flangePa : 0, filterIn: running ? along.filterInPa : 0, filterOut: running ? along.filterOutPa : 0, rail: railPa, manifold: scene.manifoldPa, regulatorOut: 0, tankTop: tankPa } as Record<string, number>,
    flow: { pump: pumped, jar: scene.rig === 'openLine' ? Math.max(along.front, 0) : 0, regulator: Math.max(along.front - demand(railPa), 0) } as Record<string, number>,
  }
}

const starved = (inletPa: number) => Math.min(1, Math.max(0, (inletPa + 101e3 - 36e3) / 13e3))

/** Leak rates at rest, mL/min at 300 kPa: the laminar part and the orifice part. */
function restLeaks(vehicle: TruthVehicle, clamped: 'none' | 'feed' | 'return') {
  const of = (id: string) => vehicle.theta[parameterAt(vehicle.model, id)]!
  const check = clamped === 'feed' ? 0 : of('checkValve.restLeak')
  const seat = clamped === 'return' ? 0 : of('regulator.restLeak')
  const hole = of('leak.holeM2') * 0.62 * 28.3 * 6e7
  return { laminar: 0.7 * check + 0.4 * of('injectors.restLeak'), orifice: 0.3 * check + seat + 0.6 * of('injectors.restLeak') + hole, compliance: of('engine.complianceMlPerKPa') }
}

/** Rail pressure after stopping, kPa, every second: C dp/dt = -(laminar p/300 + orifice sqrt(p/300)) + warming. */
export function leakDownSeries(vehicle: TruthVehicle, clamped: 'none' | 'feed' | 'return', seconds: number): number[] {
  const { laminar, orifice, compliance } = restLeaks(vehicle, clamped)
  let kPa = Math.max(truthScene(vehicle, 'keyOn').pressurePa.rail! / 1e3, 0)
  return Array.from({ length: seconds + 1 }, () => {
    const now = kPa
    const perMinute = (laminar * (kPa / 300) + orifice * Math.sqrt(Math.max(kPa, 0) / 300)) / compliance
    kPa = Math.max(0, kPa - perMinute / 60)
    return now
  })
}

/** Value of a quantity on the truth's laws. */
export function truthValue(vehicle: TruthVehicle, quantity: Quantity): number {
  switch (quantity.of) {
    case 'volts': {
      const { volts } = truthScene(vehicle, quantity.scene)
      return volts[quantity.red]! - volts[quantity.black]!
    }
    case 'pressure': return truthScene(vehicle, quantity.scene).pressurePa[quantity.at]!
    case 'loss': {
      const { pressurePa } = truthScene(vehicle, quantity.scene)
      return pressurePa[quantity.from]! - pressurePa[quantity.to]!
    }
    case 'rise': return truthScene(vehicle, quantity.scene).pressurePa[quantity.at]! - truthScene(vehicle, quantity.against).pressurePa[quantity.at]!
    case 'current': return truthScene(vehicle, quantity.scene).currentA
    case 'speed': return truthScene(vehicle, quantity.scene).speedRadPerS
    case 'flow': return truthScene(vehicle, quantity.scene).flow[quantity.link]!
    case 'residual': {
      const series = leakDownSeries(vehicle, quantity.clamped, quantity.minutes * 60)
      return series[0]! > 1 ? series.at(-1)! / series[0]! : 0
    }
    case 'mixture': {
      const { pressurePa } = truthScene(vehicle, quantity.scene)
      const of = (id: string) => vehicle.theta[parameterAt(vehicle.model, id)]!
      return (of('injectors.gain') * (of('injectors.coil') > 0.5 ? 1 : 0.5) * Math.sqrt(Math.max(pressurePa.rail! - SCENE[quantity.scene].manifoldPa, 0) / vehicle.model.specification.regulatorSetPa.value)) / (1 + of('engine.airLeak'))
    }
    case 'parameter': return vehicle.theta[parameterAt(vehicle.model, quantity.id)]!
  }
}

const truly = (vehicle: TruthVehicle, rule: SoftRule) => (rule.side === 'above' ? truthValue(vehicle, rule.quantity) > rule.at : truthValue(vehicle, rule.quantity) < rule.at)

export type StandInReading = { kind: 'number'; entered: Entered } | { kind: 'outcome'; outcome: string }

/** What the stand-in instrument of a test shows: the truth, its bias, noise, and the instrument's step. */
export function standInReading(vehicle: TruthVehicle, test: Test, attempt = 0): StandInReading {
  const { reading } = test
  if (reading.kind === 'observation') {
    const shown = reading.outcomes.find((outcome) => outcome.when.length > 0 && outcome.when.every((rule) => truly(vehicle, rule))) ?? reading.outcomes.at(-1)!
    return { kind: 'outcome', outcome: shown.id }
  }
  const bias = instrumentRandom(vehicle, `${test.instrument} ${test.id}`)
  const noise = instrumentRandom(vehicle, `${test.id} ${attempt}`)
  const truth = truthValue(vehicle, reading.quantity)
  const accuracy = ACCURACY[test.instrument]
  const si = truth * (1 + INSTRUMENT_BIAS * bias.normal()) + Math.hypot(accuracy.relative * truth, reading.unit === '%' ? 0.01 : accuracy.floor(reading.unit)) * 0.5 * noise.normal()
  const shown = Math.round(fromSi(si, reading.unit) / reading.step) * reading.step
  const bounded = Math.min(reading.high, Math.max(reading.low, shown))
  return { kind: 'number', entered: { value: Number(bounded.toFixed(3)), unit: reading.unit } }
}

export const standInById = (vehicle: TruthVehicle, testId: string, attempt = 0): StandInReading => standInReading(vehicle, testById(testId), attempt)

const instrumentRandom = (vehicle: TruthVehicle, name: string): Random => seededRandom(vehicle.seed ^ seedFrom(name))

export interface GaugeSample {
  seconds: number
  kPa: number
}
/** A leak-down as the stand-in gauge gives it: one sample a second with offset, noise and a resolution of 0.5 kPa. */
export function leakDownCapture(vehicle: TruthVehicle, clamped: 'none' | 'feed' | 'return', seconds: number): GaugeSample[] {
  const random = instrumentRandom(vehicle, `gauge leak-down ${clamped}`)
  const offset = 2 * random.normal()
  return leakDownSeries(vehicle, clamped, seconds).map((kPa, at) => ({ seconds: at, kPa: Math.max(0, Math.round(2 * (kPa + offset + 0.7 * random.normal())) / 2) }))
}
