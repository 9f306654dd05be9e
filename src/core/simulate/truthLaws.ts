/**
 * Laws of the truth, on purpose other than the model's: Blasius friction with a rougher line, filters
 * that lose with the 1.25th power of flow, a pump whose leakage bends, a diaphragm pump that gives way
 * late, regulators with hysteresis and other slopes. Each law gives the flow for the pressures at its
 * ends; a solver of its own finds the pressures (truthSolver.ts).
 */
import { M3_PER_S_PER_L_PER_H as LH, type Random } from '../shared'
import type { Fluid, HydraulicLink } from '../physics'

/** Flow at which the laws of a passage meet, pressure at which those of a leak do. */
const MEETS_AT_M3_PER_S = 100 * LH
const LEAKAGE_MEETS_PA = 300e3
/** Drops under which a jet and a passage are laminar, Pa: at rest a root would have no slope. */
const LAMINAR_JET_PA = 20
const LAMINAR_PASSAGE_PA = 1
/** The same of a passage that is all but a hole: it turns laminar at a far higher drop. */
const LAMINAR_HOLE_PA = 100
const HOLE_POWER = 1.5
const LAMINAR_LEAK_PA = 500
/** Droop of a float needle, Pa/(m3/s). */
const NEEDLE_DROOP = 10 / LH

/** In what a family of vehicles obeys other laws than the drawing. */
export interface TruthLaws {
  /** Bends and joints that the drawing omits. */
  rougher: number
  /** Power of flow with which filters and passages lose. */
  filterPower: number
  /** A regulator opens this share above what it holds, and has this share of the drawn slope. */
  hysteresis: number
  slopeShare: number
  /** Power with which pump leakage rises with pressure: the shape of a pump's curve. */
  leakagePower: number
  /** Power with which a diaphragm pump gives way to pressure. */
  springPower: number
  /** Share of the way from the outside pressure to the vapour pressure at which a pump starts to lose its filling, and at which all is gone. */
  fadesFrom: number
  fadesTo: number
}
/** The laws of the demo vehicles and of the narrow groups of the benchmark. */
export const USUAL_LAWS: TruthLaws = {
  rougher: 1.04,
  filterPower: 1.25,
  hysteresis: 1.006,
  slopeShare: 0.9,
  leakagePower: 1.08,
  springPower: 1.2,
  fadesFrom: 0.6,
  fadesTo: 0.98,
}
/** The laws of a family of vehicles, drawn from what real families differ by: three shapes of each. */
export function drawnLaws(random: Random): TruthLaws {
  const one = <T>(...list: T[]): T => list[Math.floor(list.length * random.next())]!
  return {
    rougher: one(0.95, 1.1, 1.35),
    filterPower: one(1, 1.3, 1.75),
    hysteresis: one(1, 1.01, 1.03),
    slopeShare: one(0.5, 1, 2),
    leakagePower: one(0.6, 1, 1.6),
    springPower: one(1, 1.3, 2),
    fadesFrom: one(0.25, 0.4, 0.6),
    fadesTo: one(0.85, 0.93, 0.98),
  }
}

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
  laws: TruthLaws = USUAL_LAWS,
): number {
  const { dropPa, fromPa, toPa } = ends
  switch (link.type) {
    case 'pipe':
      return (
        Math.sign(dropPa) *
        pipeFlow(Math.abs(dropPa), link.lengthM, link.boreM, link.lossCoefficient, fluid, laws)
      )
    case 'linear-quadratic':
      return link.checkValve && dropPa < 0
        ? 0
        : Math.sign(dropPa) *
            passageFlow(Math.abs(dropPa), link.linearPaPerM3S, link.quadraticPaPerM3S2, laws)
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
        risePa *
        Math.pow((Math.abs(risePa) + LAMINAR_LEAK_PA) / LEAKAGE_MEETS_PA, laws.leakagePower - 1)
      return Math.max(0, filling(fromPa, fluid, ambientPa, laws) * movedM3PerS - leak)
    }
    case 'spring-pump':
      return springFlow(link, dropPa, laws) * filling(fromPa, fluid, ambientPa, laws)
    case 'back-pressure-regulator':
      return (
        Math.max(0, fromPa - Math.max(link.setPa * laws.hysteresis, toPa)) /
        (laws.slopeShare * Math.max(link.slopePaPerM3S, 20 / LH))
      )
    case 'reducing-regulator':
      return Math.max(0, Math.min(link.setPa, fromPa) - toPa) / NEEDLE_DROOP
    case 'relief':
      return Math.max(0, dropPa - link.crackPa) / (laws.slopeShare * link.slopePaPerM3S)
    case 'curve-pump':
      throw new Error('No layout drives a pump by its curve')
  }
}

/** Filling of a pump: whole to a suction, then falling straight. */
export function filling(inletPa: number, fluid: Fluid, ambientPa: number, laws: TruthLaws = USUAL_LAWS) {
  const way = -inletPa / (ambientPa - fluid.vapourPressurePa)
  const along = Math.min(1, Math.max(0, (way - laws.fadesFrom) / (laws.fadesTo - laws.fadesFrom)))
  return 1 - along
}

/** Blasius or laminar, whichever is rougher, so that the flow has no jump. Friction settles in a few rounds, since velocity goes with its root. */
function pipeFlow(
  dropPa: number,
  lengthM: number,
  boreM: number,
  lossCoefficient: number,
  fluid: Fluid,
  { rougher }: TruthLaws,
): number {
  if (dropPa < 1e-6) return 0
  const perVelocity = (boreM * fluid.densityKgPerM3) / fluid.dynamicViscosityPaS
  const headPa = (2 * dropPa) / (fluid.densityKgPerM3 * rougher)
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

function passageFlow(dropPa: number, linear: number, quadratic: number, { filterPower }: TruthLaws): number {
  if (quadratic === 0) return dropPa / linear
  const laminarPa = filterPower > HOLE_POWER ? LAMINAR_HOLE_PA : LAMINAR_PASSAGE_PA
  const meetsPa = linear * MEETS_AT_M3_PER_S + quadratic * MEETS_AT_M3_PER_S * MEETS_AT_M3_PER_S
  return (
    (MEETS_AT_M3_PER_S * dropPa * Math.pow((dropPa + laminarPa) / meetsPa, 1 / filterPower - 1)) / meetsPa
  )
}

function springFlow(
  link: Extract<HydraulicLink, { type: 'spring-pump' }>,
  dropPa: number,
  { springPower }: TruthLaws,
): number {
  const passage = (flow: number) => link.passagePaPerM3S * flow
  if (!(link.freeFlowM3PerS > 0 && link.springPa > 0)) return Math.max(0, dropPa / link.passagePaPerM3S)
  let low = 0
  let high = Math.max(0, dropPa + link.springPa) / link.passagePaPerM3S
  // What the strokes give at the rise that is left after the valves; falls with flow, so it meets it once.
  for (let round = 0; round < 50; round += 1) {
    const middle = 0.5 * (low + high)
    const share = Math.max(0, (-dropPa + passage(middle)) / link.springPa)
    const given = share >= 1 ? 0 : link.freeFlowM3PerS * (1 - Math.pow(share, springPower))
    const through = dropPa > passage(middle) ? middle : given
    if (through > middle) low = middle
    else high = middle
  }
  return 0.5 * (low + high)
}
