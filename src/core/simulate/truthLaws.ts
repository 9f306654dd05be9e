/**
 * Laws of the truth, on purpose other than the model's: Blasius friction with a rougher line, filters
 * that lose with the 1.25th power of flow, a pump whose leakage bends, a diaphragm pump that gives way
 * late, regulators with hysteresis and other slopes. Each law gives the flow for the pressures at its
 * ends; a solver of its own finds the pressures (truthSolver.ts).
 */
import { M3_PER_S_PER_L_PER_H as LH } from '../shared'
import type { Fluid, HydraulicLink } from '../physics'

/** Bends and joints that the drawing omits. */
const ROUGHER = 1.04
/** Power of flow with which filters and passages lose, and the flow at which both laws meet. */
const FILTER_POWER = 1.25
const MEETS_AT_M3_PER_S = 100 * LH
/** Drops under which a jet and a passage are laminar, Pa: at rest a root would have no slope. */
const LAMINAR_JET_PA = 20
const LAMINAR_PASSAGE_PA = 1
/** A regulator opens this share above what it holds, and is this much steeper than drawn. */
const HYSTERESIS = 1.006
const SLOPE_SHARE = 0.9
/** Droop of a float needle, Pa/(m3/s). */
const NEEDLE_DROOP = 10 / LH
/** Power with which pump leakage rises, and the pressure at which both laws meet. */
const LEAKAGE_POWER = 1.08
const LEAKAGE_MEETS_PA = 300e3
/** Power with which a diaphragm pump gives way to pressure. */
const SPRING_POWER = 1.2
/** Margin over the vapour pressure below which a pump loses its filling, Pa. */
const FILLING_WIDTH_PA = 13e3

/** Motor of a pump at a pressure rise: what it moves, draws and turns. */
export interface MotorState {
  movedM3PerS: number
  currentA: number
  speedRadPerS: number
}
export type MotorAt = (pump: Extract<HydraulicLink, { type: 'motor-pump' }>, risePa: number) => MotorState

/** Static pressures and heights of a link's ends. */
export interface Ends {
  fromPa: number
  toPa: number
  /** Total drop: static plus height. */
  dropPa: number
}

/** Flow of a link, m3/s, positive from its first end. */
export function truthFlow(
  link: HydraulicLink,
  ends: Ends,
  fluid: Fluid,
  ambientPa: number,
  motorAt: MotorAt,
): number {
  const { dropPa, fromPa, toPa } = ends
  switch (link.type) {
    case 'pipe':
      return (
        Math.sign(dropPa) * pipeFlow(Math.abs(dropPa), link.lengthM, link.boreM, link.lossCoefficient, fluid)
      )
    case 'linear-quadratic':
      return link.checkValve && dropPa < 0
        ? 0
        : Math.sign(dropPa) * passageFlow(Math.abs(dropPa), link.linearPaPerM3S, link.quadraticPaPerM3S2)
    case 'orifice':
      return (
        (link.dischargeCoefficient * link.areaM2 * Math.sqrt(2 / fluid.densityKgPerM3) * dropPa) /
        Math.sqrt(Math.abs(dropPa) + LAMINAR_JET_PA)
      )
    case 'motor-pump': {
      const risePa = toPa - fromPa
      const { movedM3PerS } = motorAt(link, risePa)
      if (link.motor.kind !== 'displacement') return 0
      const leak =
        link.motor.leakageFactor *
        link.motor.betaM3PerSPa *
        LEAKAGE_MEETS_PA *
        Math.sign(risePa) *
        Math.pow(Math.abs(risePa) / LEAKAGE_MEETS_PA, LEAKAGE_POWER)
      return Math.max(0, filling(fromPa, fluid, ambientPa) * movedM3PerS - leak)
    }
    case 'spring-pump':
      return springFlow(link, dropPa) * filling(fromPa, fluid, ambientPa)
    case 'back-pressure-regulator':
      return (
        Math.max(0, fromPa - Math.max(link.setPa * HYSTERESIS, toPa)) /
        (SLOPE_SHARE * Math.max(link.slopePaPerM3S, 20 / LH))
      )
    case 'reducing-regulator':
      return Math.max(0, Math.min(link.setPa, fromPa) - toPa) / NEEDLE_DROOP
    case 'relief':
      return Math.max(0, dropPa - link.crackPa) / (SLOPE_SHARE * link.slopePaPerM3S)
    case 'curve-pump':
      throw new Error('No layout drives a pump by its curve')
  }
}

export const filling = (inletPa: number, fluid: Fluid, ambientPa: number) =>
  Math.min(1, Math.max(0, (inletPa + ambientPa - fluid.vapourPressurePa) / FILLING_WIDTH_PA))

/** Blasius or laminar, whichever is rougher, so that the flow has no jump. Friction settles in a few rounds, since velocity goes with its root. */
function pipeFlow(
  dropPa: number,
  lengthM: number,
  boreM: number,
  lossCoefficient: number,
  fluid: Fluid,
): number {
  if (dropPa < 1e-6) return 0
  const perVelocity = (boreM * fluid.densityKgPerM3) / fluid.dynamicViscosityPaS
  const headPa = (2 * dropPa) / (fluid.densityKgPerM3 * ROUGHER)
  let velocity = Math.sqrt(headPa / ((0.03 * lengthM) / boreM + lossCoefficient))
  for (let round = 0; round < 60; round += 1) {
    const re = Math.max(velocity * perVelocity, 1e-6)
    const friction = Math.max(64 / re, 0.316 * Math.pow(re, -0.25))
    const next = Math.sqrt(headPa / ((friction * lengthM) / boreM + lossCoefficient))
    const settled = Math.abs(next - velocity) < 1e-10 * next
    velocity = next
    if (settled) break
  }
  return velocity * (Math.PI / 4) * boreM * boreM
}

function passageFlow(dropPa: number, linear: number, quadratic: number): number {
  if (quadratic === 0) return dropPa / linear
  const meetsPa = linear * MEETS_AT_M3_PER_S + quadratic * MEETS_AT_M3_PER_S * MEETS_AT_M3_PER_S
  return (
    (MEETS_AT_M3_PER_S * dropPa * Math.pow((dropPa + LAMINAR_PASSAGE_PA) / meetsPa, 1 / FILTER_POWER - 1)) /
    meetsPa
  )
}

function springFlow(link: Extract<HydraulicLink, { type: 'spring-pump' }>, dropPa: number): number {
  const passage = (flow: number) => link.passagePaPerM3S * flow
  if (!(link.freeFlowM3PerS > 0 && link.springPa > 0)) return Math.max(0, dropPa / link.passagePaPerM3S)
  let low = 0
  let high = Math.max(0, dropPa + link.springPa) / link.passagePaPerM3S
  // What the strokes give at the rise that is left after the valves; falls with flow, so it meets it once.
  for (let round = 0; round < 50; round += 1) {
    const middle = 0.5 * (low + high)
    const share = Math.max(0, (-dropPa + passage(middle)) / link.springPa)
    const given = share >= 1 ? 0 : link.freeFlowM3PerS * (1 - Math.pow(share, SPRING_POWER))
    const through = dropPa > passage(middle) ? middle : given
    if (through > middle) low = middle
    else high = middle
  }
  return 0.5 * (low + high)
}
