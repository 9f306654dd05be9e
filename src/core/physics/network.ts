/**
 * The network: hydraulic nodes and links, an electrical net, and pumps whose motor joins the two.
 * Plain data, SI, sent through workers and written to files as it is. The reference runner, the route
 * handler and Trace all solve this one type.
 *
 * Pressures are static gauge pressures at the node's own height; no velocity head, so an inlet or
 * outlet costs what its loss coefficient says.
 */
import type { Ampere, Fraction, M3PerS, Metre, Ohm, PaAbs, PaGauge, SquareMetre, Volt } from '../shared'
import type { Fluid } from './fluids'

export type HydraulicNode =
  | {
      id: string
      kind: 'junction'
      elevationM: Metre
      demandM3PerS: M3PerS
      emitter?: { areaM2: SquareMetre; dischargeCoefficient: number }
    }
  | { id: string; kind: 'boundary'; elevationM: Metre; pressurePa: PaGauge }

interface LinkBase {
  id: string
  from: string
  to: string
}

/** Loss = (f L/D + K) rho v²/2. */
export interface Pipe extends LinkBase {
  type: 'pipe'
  lengthM: Metre
  boreM: Metre
  roughnessM: Metre
  lossCoefficient: number
  checkValve: boolean
}
/** Loss = a Q + b Q|Q|: filters, strainers, passages. */
export interface LinearQuadratic extends LinkBase {
  type: 'linear-quadratic'
  linearPaPerM3S: number
  quadraticPaPerM3S2: number
  checkValve: boolean
}
/** Loss = rho/2 (Q / (Cd A))². */
export interface Orifice extends LinkBase {
  type: 'orifice'
  areaM2: SquareMetre
  dischargeCoefficient: number
}
/** A pump by its curve at rated speed; affinity law; end segments extrapolated; no reverse flow. */
export interface CurvePump extends LinkBase {
  type: 'curve-pump'
  curve: { flowM3PerS: M3PerS; risePa: number }[]
  speedFraction: Fraction
}
/** A pump driven by a motor of the electrical net; no reverse flow. */
export interface MotorPump extends LinkBase {
  type: 'motor-pump'
  /** Electrical nodes of the motor. */
  plus: string
  minus: string
  motor: MotorLaw
}
/**
 * A diaphragm pump stroked by the engine: the spring sets the pressure it can make, the strokes the
 * flow it can give. Rise = spring - (spring / free + passage) Q; one-way; at rest it only lets flow through.
 */
export interface SpringPump extends LinkBase {
  type: 'spring-pump'
  springPa: number
  freeFlowM3PerS: M3PerS
  /** Loss of its valves, Pa/(m3/s). */
  passagePaPerM3S: number
}
/** Holds the pressure upstream: shut below `setPa`, wide open when the return alone needs more. */
export interface BackPressureRegulator extends LinkBase {
  type: 'back-pressure-regulator'
  setPa: PaGauge
  /** Rise of the held pressure with flow, Pa/(m3/s); 0 for an ideal one. */
  slopePaPerM3S: number
}
/** Holds the pressure downstream: wide open when the supply is lower. */
export interface ReducingRegulator extends LinkBase {
  type: 'reducing-regulator'
  setPa: PaGauge
}
/** Opens at a difference: p_from - p_to = crack + slope Q. */
export interface Relief extends LinkBase {
  type: 'relief'
  crackPa: number
  slopePaPerM3S: number
}

export type HydraulicLink =
  | Pipe
  | LinearQuadratic
  | Orifice
  | CurvePump
  | MotorPump
  | SpringPump
  | BackPressureRegulator
  | ReducingRegulator
  | Relief

/**
 * M1, positive displacement (EQ07): Q = alpha V - beta dp - gamma and I = I0 + g dp on a sound pump;
 * wear, drag and winding enter as factors that leave the sound pump exact.
 */
export interface DisplacementMotor {
  kind: 'displacement'
  alphaM3PerSV: number
  betaM3PerSPa: number
  gammaM3PerS: number
  idleCurrentA: Ampere
  currentPerPaA: number
  /** Winding of the sound pump and of this one. */
  soundWindingOhm: Ohm
  windingOhm: Ohm
  emfVSPerRad: number
  /** 1 on a sound pump: displacement, internal leakage, friction torque. */
  displacementFactor: number
  leakageFactor: number
  frictionFactor: number
}
/** M2, turbine (EQ07): N = (V - I R)/(V0 - Ir R), Q = (a N² - dp)/(b N), I = I0 + g dp. */
export interface TurbineMotor {
  kind: 'turbine'
  headPa: number
  slopePaPerM3S: number
  idleCurrentA: Ampere
  currentPerPaA: number
  windingOhm: Ohm
  ratedVoltageV: Volt
  ratedCurrentA: Ampere
  emfVSPerRad: number
}
export type MotorLaw = DisplacementMotor | TurbineMotor

export type ElectricalComponent =
  | { id: string; kind: 'resistor'; n1: string; n2: string; ohm: Ohm }
  | { id: string; kind: 'source'; n1: string; n2: string; volt: Volt }
  /** E = k w with k I = T0 + b w + c w²; the winding is a resistor of its own. */
  | {
      id: string
      kind: 'speed-motor'
      n1: string
      n2: string
      emfVSPerRad: number
      stillTorqueNm: number
      viscousNmS: number
      quadraticNmS2: number
    }

export interface Network {
  fluid: Fluid
  gravityMPerS2: number
  ambientPa: PaAbs
  nodes: HydraulicNode[]
  links: HydraulicLink[]
  /** Ground is node "0". */
  components: ElectricalComponent[]
}

export const ELECTRICAL_GROUND = '0'

/** A stated reason why a network cannot be solved as posed. */
export interface BadNetwork {
  kind: 'bad-network'
  problem: string
  at: string
}

export type SolveFailure =
  | BadNetwork
  | { kind: 'not-converged'; iterations: number; worstResidualPa: number; at: string }
  /** Whoever asked for it would wait no longer; where it stood then. */
  | { kind: 'stopped'; iterations: number; worstResidualPa: number; at: string }
