/**
 * Laws of the links, linearised about the present state as
 *   flow = constant + slopeFrom * P_from + slopeTo * P_to     (P total pressure, p + rho g z).
 * Flow-driven laws (pipes, filters, curves) are inverted by their own slope; pressure-driven ones
 * (regulators, relief, motor pumps) are written straight.
 */
import { frictionInto } from '../friction'
import {
  DISSOLVED_AIR_SHARE,
  HELD_DROP_PA,
  IDEAL_REGULATOR_SLOPE,
  LEAST_LOSS_SLOPE,
  OPENING_DROP_PA,
  PINHOLE_DROP_PA,
  PINHOLE_M2,
  SHUT_CONDUCTANCE,
  SHUTTING_FLOW_M3_PER_S,
} from '../tolerances'
import { evaluateMotor, evaluateMotors, motorResult } from './motors'
import { LINK, STATE, type System } from './system'

const friction = { factor: 0, slope: 0 }
/** Loss and its slope with flow; one object, overwritten by each call. */
export const loss = { pa: 0, slope: 0 }

export function pipeLoss(
  lengthM: number,
  boreM: number,
  roughnessM: number,
  k: number,
  flow: number,
  density: number,
  viscosity: number,
): void {
  const size = Math.abs(flow)
  const areaM2 = (Math.PI / 4) * boreM * boreM
  const dynamic = density / (2 * areaM2 * areaM2)
  const re = (density * size * boreM) / (areaM2 * viscosity)
  const slender = lengthM / boreM
  if (re < 1e-6) {
    // Hagen-Poiseuille in the limit of no flow: the factor 64/Re would divide by zero.
    loss.slope = (32 * viscosity * lengthM) / (boreM * boreM * areaM2)
    loss.pa = loss.slope * flow
    return
  }
  frictionInto(friction, re, roughnessM / boreM)
  const total = friction.factor * slender + k
  loss.pa = dynamic * total * flow * size
  loss.slope = dynamic * size * (2 * total + friction.slope * re * slender)
}

/** Loss of a flow-driven link at a flow. */
export function linkLoss(system: System, link: number, flow: number): void {
  const v = system.values
  const at = system.linkValues[link]!
  const { densityKgPerM3: density, dynamicViscosityPaS: viscosity } = system.network.fluid
  switch (system.linkType[link]) {
    case LINK.pipe:
      return pipeLoss(v[at]!, v[at + 1]!, v[at + 2]!, v[at + 3]!, flow, density, viscosity)
    case LINK.linearQuadratic: {
      const size = Math.abs(flow)
      loss.pa = v[at]! * flow + v[at + 1]! * flow * size
      loss.slope = v[at]! + 2 * v[at + 1]! * size
      return
    }
    case LINK.orifice: {
      const flowArea = v[at]! * v[at + 1]!
      const k = density / (2 * flowArea * flowArea)
      loss.pa = k * flow * Math.abs(flow)
      loss.slope = 2 * k * Math.abs(flow)
      return
    }
    default:
      return curveLoss(system.curves[link]!, v[at]!, flow)
  }
}

/** A pump curve as a negative loss; affinity law p(Q, s) = s² p(Q/s, 1). */
function curveLoss(curve: Float64Array, speed: number, flow: number) {
  const scaled = flow / speed
  let at = 0
  while (at + 4 < curve.length && scaled > curve[at + 2]!) at += 2
  const slope = (curve[at + 3]! - curve[at + 1]!) / (curve[at + 2]! - curve[at]!)
  loss.pa = -speed * speed * (curve[at + 1]! + slope * (scaled - curve[at]!))
  loss.slope = -speed * slope
}

const motorRise = new Float64Array(16)

/** Fills the linearised law of every link at the present flows and pressures. */
export function lineariseLinks(system: System): void {
  refreshMotors(system)
  for (let link = 0; link < system.linkIds.length; link += 1) lineariseLink(system, link)
}

/** Motor currents and speeds at the present pressure rises. */
export function refreshMotors(system: System): void {
  const { motors, totalPa, linkFrom, linkTo } = system
  if (motors.length === 0) return
  for (let m = 0; m < motors.length; m += 1) {
    const link = motors[m]!.link
    motorRise[m] = link < 0 ? 0 : totalPa[linkTo[link]!]! - totalPa[linkFrom[link]!]!
  }
  evaluateMotors(system, motorRise)
}

function setLaw(system: System, link: number, constant: number, slopeFrom: number, slopeTo: number) {
  system.constant[link] = constant
  system.slopeFrom[link] = slopeFrom
  system.slopeTo[link] = slopeTo
}

function lineariseLink(system: System, link: number): void {
  const type = system.linkType[link]!
  const state = system.state[link]!
  if (type === LINK.motorPump) return motorPump(system, link)
  if (type === LINK.springPump) return springPump(system, link)
  if (state === STATE.shut) return setLaw(system, link, 0, SHUT_CONDUCTANCE, -SHUT_CONDUCTANCE)
  const at = system.linkValues[link]!
  if (type === LINK.backPressure || type === LINK.reducing) {
    if (state === STATE.open)
      return setLaw(system, link, 0, 1 / IDEAL_REGULATOR_SLOPE, -1 / IDEAL_REGULATOR_SLOPE)
    return regulator(system, link, type, at)
  }
  if (type === LINK.relief) {
    const slope = Math.max(system.values[at + 1]!, IDEAL_REGULATOR_SLOPE)
    return setLaw(system, link, -system.values[at]! / slope, 1 / slope, -1 / slope)
  }
  if (isPinhole(system, link)) return pinhole(system, link, at)
  const flow = system.flow[link]!
  linkLoss(system, link, flow)
  const slope = Math.max(loss.slope, LEAST_LOSS_SLOPE)
  setLaw(system, link, flow - loss.pa / slope, 1 / slope, -1 / slope)
}

const betweenHeld = ({ nodeRow, linkFrom, linkTo }: System, link: number) =>
  nodeRow[linkFrom[link]!]! < 0 && nodeRow[linkTo[link]!]! < 0

/** A pinhole is taken straight from its drop: by its flow it would halve its way to rest. */
export const isPinhole = (system: System, link: number): boolean =>
  system.linkType[link] === LINK.orifice && system.values[system.linkValues[link]!]! < PINHOLE_M2

/** Laminar below a small drop, so that its slope stays finite. */
function pinhole(system: System, link: number, at: number) {
  const laminarPa = betweenHeld(system, link) ? HELD_DROP_PA : PINHOLE_DROP_PA
  const drop = system.totalPa[system.linkFrom[link]!]! - system.totalPa[system.linkTo[link]!]!
  const k = system.values[at]! * system.values[at + 1]! * Math.sqrt(2 / system.network.fluid.densityKgPerM3)
  const root = Math.sqrt(Math.abs(drop) + laminarPa)
  const slope = (k * (0.5 * Math.abs(drop) + laminarPa)) / (root * root * root)
  setLaw(system, link, (k * drop) / root - slope * drop, slope, -slope)
}

function regulator(system: System, link: number, type: number, at: number) {
  const set = system.values[at]!
  if (type === LINK.reducing) {
    const g = 1 / IDEAL_REGULATOR_SLOPE
    return setLaw(system, link, (set + system.nodeHeightPa[system.linkTo[link]!]!) * g, 0, -g)
  }
  const g = 1 / Math.max(system.values[at + 1]!, IDEAL_REGULATOR_SLOPE)
  setLaw(system, link, -(set + system.nodeHeightPa[system.linkFrom[link]!]!) * g, g, 0)
}

/**
 * Share of liquid in what a pump draws at its inlet. Below the outside pressure the air in solution
 * comes out and vapour joins it: gas over liquid = s (p0 - p) / (p - pv) (Henry, Dalton, ideal gas), so
 * the filling fades from the first kPa of suction and is gone where the fuel boils. Below that a
 * straight line leads on, not cut at 0: it takes Newton back to the one root above it.
 */
function filling(system: System, node: number): { fraction: number; slope: number } {
  const { ambientPa, fluid } = system.network
  const room = ambientPa - fluid.vapourPressurePa
  const suction = -staticPa(system, node)
  if (suction <= 0) return FULL
  const margin = room - suction
  const gas = DISSOLVED_AIR_SHARE * suction
  if (margin <= 0) {
    const slope = 1 / (DISSOLVED_AIR_SHARE * room)
    return { fraction: margin * slope, slope }
  }
  const whole = margin + gas
  return { fraction: margin / whole, slope: (DISSOLVED_AIR_SHARE * room) / (whole * whole) }
}
const FULL = { fraction: 1, slope: 0 }

function springPump(system: System, link: number) {
  const from = system.linkFrom[link]!
  const at = system.linkValues[link]!
  const spring = system.values[at]!
  const free = system.values[at + 1]!
  const perPa = 1 / ((free > 0 ? spring / free : 0) + system.values[at + 2]!)
  const inletPa = system.totalPa[from]!
  const outletPa = system.totalPa[system.linkTo[link]!]!
  // A pump without strokes or spring is two flaps that let flow through.
  const push = free > 0 ? spring : 0
  const flow = (push + inletPa - outletPa) * perPa
  if (flow <= 0) {
    system.state[link] = STATE.shut
    return setLaw(system, link, 0, SHUT_CONDUCTANCE, -SHUT_CONDUCTANCE)
  }
  system.state[link] = STATE.open
  const fill = filling(system, from)
  const slopeTo = -Math.max(fill.fraction * perPa, SHUT_CONDUCTANCE)
  const slopeFrom = -slopeTo + fill.slope * flow
  setLaw(system, link, fill.fraction * flow - slopeFrom * inletPa - slopeTo * outletPa, slopeFrom, slopeTo)
}

function motorPump(system: System, link: number) {
  const from = system.linkFrom[link]!
  const to = system.linkTo[link]!
  const inletPa = system.totalPa[from]!
  const outletPa = system.totalPa[to]!
  const m = system.linkMotor[link]!
  const { electrical, motors, motorCurrent } = system
  let openV = electrical.openVoltage[m]!
  for (let k = 0; k < motors.length; k += 1)
    if (k !== m) openV -= electrical.sourceOhm[m * motors.length + k]! * motorCurrent[k]!
  evaluateMotor(system, motors[m]!, openV, electrical.sourceOhm[m * motors.length + m]!, outletPa - inletPa)
  const fill = filling(system, from)
  const flow = fill.fraction * motorResult.flow - motorResult.leak * (outletPa - inletPa)
  // Over its stall it is led back along its own slope; it shuts only where the pressures settle there.
  const overStall = flow <= 0 && (fill.slope === 0 || motorResult.flow <= 0)
  system.overStall[link] = overStall ? 1 : 0
  if (overStall && system.state[link] === STATE.shut)
    return setLaw(system, link, 0, SHUT_CONDUCTANCE, -SHUT_CONDUCTANCE)
  system.state[link] = STATE.open
  const perRise = fill.fraction * motorResult.flowPerPa - motorResult.leak
  const slopeTo = perRise < 0 ? perRise : -SHUT_CONDUCTANCE
  const slopeFrom = -slopeTo + fill.slope * motorResult.flow
  setLaw(system, link, flow - slopeFrom * inletPa - slopeTo * outletPa, slopeFrom, slopeTo)
}

/**
 * Moves valves to the state their new pressures ask for. Returns how many moved; with `oneOnly` at
 * most one, which breaks a cycle between two states.
 */
export function updateValves(system: System, oneOnly: boolean): number {
  let moved = 0
  for (let link = 0; link < system.linkIds.length; link += 1) {
    const next = wantedState(system, link)
    if (next === system.state[link]) continue
    system.state[link] = next
    moved += 1
    if (oneOnly) return moved
  }
  return moved
}

function wantedState(system: System, link: number): number {
  const type = system.linkType[link]!
  const state = system.state[link]!
  const flow = system.flow[link]!
  const drop = system.totalPa[system.linkFrom[link]!]! - system.totalPa[system.linkTo[link]!]!
  const at = system.linkValues[link]!
  switch (type) {
    case LINK.pipe:
    case LINK.linearQuadratic:
      if (!system.linkChecked[link]) return STATE.open
      return state === STATE.shut
        ? drop > OPENING_DROP_PA
          ? STATE.open
          : STATE.shut
        : flow < -SHUTTING_FLOW_M3_PER_S
          ? STATE.shut
          : STATE.open
    case LINK.motorPump:
      return system.overStall[link] && flow < -SHUTTING_FLOW_M3_PER_S ? STATE.shut : state
    case LINK.curvePump:
      if (state !== STATE.shut) return flow < -SHUTTING_FLOW_M3_PER_S ? STATE.shut : STATE.open
      linkLoss(system, link, 0)
      return drop - loss.pa > OPENING_DROP_PA ? STATE.open : STATE.shut
    case LINK.relief:
      return state === STATE.shut
        ? drop > system.values[at]! + OPENING_DROP_PA
          ? STATE.open
          : STATE.shut
        : flow < -SHUTTING_FLOW_M3_PER_S
          ? STATE.shut
          : STATE.open
    case LINK.backPressure:
      return regulatorState(state, flow, drop, staticPa(system, system.linkFrom[link]!) - system.values[at]!)
    case LINK.reducing:
      return regulatorState(state, flow, drop, system.values[at]! - staticPa(system, system.linkTo[link]!))
    default:
      return state
  }
}

const staticPa = (system: System, node: number) => system.totalPa[node]! - system.nodeHeightPa[node]!

/** `callPa` is above zero when the regulator should pass flow: upstream over its set, or downstream under it. */
function regulatorState(state: number, flow: number, drop: number, callPa: number): number {
  if (state === STATE.shut)
    return callPa > OPENING_DROP_PA && drop > OPENING_DROP_PA ? STATE.active : STATE.shut
  if (flow < -SHUTTING_FLOW_M3_PER_S) return STATE.shut
  if (state === STATE.active) return drop < 0 ? STATE.open : STATE.active
  return callPa < -OPENING_DROP_PA ? STATE.active : STATE.open
}
