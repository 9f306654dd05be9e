/**
 * Newton on the whole network at once (the global-gradient form): each link's flow is linear in the
 * pressures at its ends, so conservation at the junctions is one small linear system for the
 * pressures; flows follow, and the laws are linearised anew. Mass balances after every step by
 * construction; what remains to converge is the energy of each link, and the states of the valves.
 *
 * It refuses to guess: running out of steps is an answer (`not-converged`) with the worst link named.
 */
import { factorise, solveInPlace, type M3PerS } from '../../shared'
import type { SolveFailure } from '../network'
import {
  DAMP_FROM_ITERATION,
  ENERGY_RESIDUAL_PA,
  FLOW_CHANGE_FRACTION,
  FLOW_IMBALANCE_M3_PER_S,
  IDEAL_REGULATOR_SLOPE,
  LEAST_LOSS_SLOPE,
  LEAST_SHARE,
  MAX_ITERATIONS,
} from '../tolerances'
import { reduceElectrical, spreadVoltages } from './electrical'
import { linearise } from './assemble'
import { isPinhole, lineariseLinks, linkLoss, loss, refreshMotors, updateValves } from './links'
import { LINK, STATE, type System } from './system'

/** Flow that the first guess gives a pipe, m3/s (36 L/h); any flow of the right order does. */
const FIRST_FLOW = 1e-5
/** Relative change of flow from which full steps are safe again. */
const NEARLY_THERE = 1e-5
/** Speed of the first guess of a jet, m/s: petrol under 230 kPa. */
const FIRST_JET_M_PER_S = 25
/** Flows are compared with at least this, m3/s (3.6 L/h): at rest every flow is rounding. */
const LEAST_FLOW_SCALE = 1e-6

export interface Quality {
  iterations: number
  worstResidualPa: number
  /** The link that meets its law worst. */
  worstAt: string
  /** Largest flow missing at a junction. */
  worstImbalanceM3PerS: M3PerS
}

export type SolveOutcome = { ok: true; quality: Quality } | { ok: false; error: SolveFailure }

/** Puts the system to its first guess; a later solve starts from the last solution instead. */
export function startCold(system: System, relief: number = STATE.shut): void {
  system.started = true
  system.motorCurrent.fill(0)
  for (let link = 0; link < system.linkIds.length; link += 1) {
    const type = system.linkType[link]!
    system.flow[link] = type === LINK.orifice ? firstJet(system, link) : FIRST_FLOW
    system.state[link] =
      type === LINK.relief
        ? relief
        : type === LINK.backPressure || type === LINK.reducing
          ? relief === STATE.open
            ? STATE.shut
            : STATE.active
          : STATE.open
    const curve = system.curves[link]
    if (curve) system.flow[link] = 0.5 * curve[curve.length - 2]!
  }
  for (let node = 0; node < system.nodeIds.length; node += 1)
    system.totalPa[node] = system.nodeHeightPa[node]!
  readBoundaries(system)
}

/** An orifice starts from its area: from a common guess a pinhole would halve its way down for forty steps. */
function firstJet(system: System, link: number): number {
  const at = system.linkValues[link]!
  return system.values[at]! * system.values[at + 1]! * FIRST_JET_M_PER_S
}

function readBoundaries(system: System) {
  for (let node = 0; node < system.nodeIds.length; node += 1) {
    if (system.nodeRow[node]! < 0)
      system.totalPa[node] = system.values[system.nodeValues[node]!]! + system.nodeHeightPa[node]!
  }
}

/** Solves in place, from the last solution where there is one; falls back to a cold start once. */
export function solveSteady(system: System, stop: () => boolean = never): SolveOutcome {
  const floating = reduceElectrical(system)
  if (floating !== null)
    return { ok: false, error: { kind: 'bad-network', problem: 'no wire ties it to ground', at: floating } }
  const warm = system.started
  if (!warm) startCold(system)
  let answer = iterate(system, stop)
  if (!answer.ok && warm) answer = retry(system, STATE.shut, stop)
  // With a weak relief beside a regulator the first guess decides whether the valves settle: try the other one.
  return answer.ok ? answer : retry(system, STATE.open, stop)
}

const never = () => false

function retry(system: System, relief: number, stop: () => boolean): SolveOutcome {
  startCold(system, relief)
  return iterate(system, stop)
}

function iterate(system: System, stop: () => boolean): SolveOutcome {
  readBoundaries(system)
  let quality: Quality = {
    iterations: 0,
    worstResidualPa: Infinity,
    worstAt: system.linkIds[0] ?? '',
    worstImbalanceM3PerS: Infinity,
  }
  let change = Infinity
  let share = 1
  for (let iteration = 1; iteration <= MAX_ITERATIONS; iteration += 1) {
    if (stop()) return stopped(system, 'stopped', iteration - 1)
    const cycling = iteration > DAMP_FROM_ITERATION
    const before = change
    const step = newtonStep(system, share)
    if (step < 0)
      return {
        ok: false,
        error: {
          kind: 'bad-network',
          problem: 'nothing ties its pressure to the rest',
          at: singularNode(system),
        },
      }
    change = step / share
    const moved = updateValves(system, cycling)
    // A step that does not shrink is going round in a circle: take less of it, and more again once it shrinks.
    if (change < NEARLY_THERE) share = 1
    else if (cycling)
      share =
        moved > 0 || change > (1 - 0.25 * share) * before
          ? Math.max(LEAST_SHARE, 0.6 * share)
          : Math.min(1, 1.6 * share)
    if (moved > 0 || change > (cycling ? NEARLY_THERE : FLOW_CHANGE_FRACTION) || iteration < 2) continue
    quality = worstResidual(system, iteration)
    if (
      quality.worstResidualPa <= ENERGY_RESIDUAL_PA &&
      quality.worstImbalanceM3PerS <= FLOW_IMBALANCE_M3_PER_S
    ) {
      refreshMotors(system)
      spreadVoltages(system)
      return { ok: true, quality }
    }
  }
  return stopped(system, 'not-converged', MAX_ITERATIONS)
}

/** No answer, and the link whose law is met worst as it stands. */
function stopped(system: System, kind: 'stopped' | 'not-converged', iterations: number): SolveOutcome {
  const { worstResidualPa, worstAt } = worstResidual(system, iterations)
  return { ok: false, error: { kind, iterations, worstResidualPa, at: worstAt } }
}

/** One Newton step. Returns the relative change of flow, or -1 when the matrix is singular. */
function newtonStep(system: System, share: number): number {
  lineariseLinks(system)
  const { factors, right } = system.hydraulic
  linearise(system)
  if (factors.size > 0) {
    if (!factorise(factors)) return -1
    solveInPlace(factors, right)
  }
  return applyStep(system, share)
}

/** Takes the solved pressures, in full or in part, and moves the flows along. */
function applyStep(system: System, share: number): number {
  const { right } = system.hydraulic
  for (let node = 0; node < system.nodeIds.length; node += 1) {
    const row = system.nodeRow[node]!
    if (row >= 0) system.totalPa[node]! += share * (right[row]! - system.totalPa[node]!)
  }
  let change = 0
  let largest = LEAST_FLOW_SCALE
  for (let link = 0; link < system.linkIds.length; link += 1) {
    const next =
      system.constant[link]! +
      system.slopeFrom[link]! * system.totalPa[system.linkFrom[link]!]! +
      system.slopeTo[link]! * system.totalPa[system.linkTo[link]!]!
    const before = system.flow[link]!
    const flow = share === 1 ? next : before + share * (next - before)
    change = Math.max(change, Math.abs(flow - before))
    largest = Math.max(largest, Math.abs(flow))
    system.flow[link] = flow
  }
  return change / largest
}

function singularNode(system: System): string {
  const row = system.hydraulic.factors.singularAt
  return system.nodeIds[system.nodeRow.indexOf(row)] ?? ''
}

/** The link whose law is met worst by the present flows and pressures. */
function worstResidual(system: System, iterations: number): Quality {
  let worst = 0
  let at = ''
  for (let link = 0; link < system.linkIds.length; link += 1) {
    const residual = linkResidualPa(system, link)
    if (residual > worst || Number.isNaN(residual)) {
      worst = residual
      at = system.linkIds[link]!
    }
  }
  return {
    iterations,
    worstResidualPa: Number.isNaN(worst) ? Infinity : worst,
    worstAt: at,
    worstImbalanceM3PerS: worstImbalance(system),
  }
}

/** Largest flow missing at a junction; `right` serves as scratch. */
function worstImbalance(system: System): number {
  const { right } = system.hydraulic
  for (let node = 0; node < system.nodeIds.length; node += 1) {
    const row = system.nodeRow[node]!
    if (row >= 0) right[row] = -system.values[system.nodeValues[node]!]!
  }
  for (let link = 0; link < system.linkIds.length; link += 1) {
    const fromRow = system.nodeRow[system.linkFrom[link]!]!
    const toRow = system.nodeRow[system.linkTo[link]!]!
    if (fromRow >= 0) right[fromRow]! -= system.flow[link]!
    if (toRow >= 0) right[toRow]! += system.flow[link]!
  }
  let worst = 0
  for (let row = 0; row < right.length; row += 1) worst = Math.max(worst, Math.abs(right[row]!))
  return worst
}

function linkResidualPa(system: System, link: number): number {
  const type = system.linkType[link]!
  // A shut valve that carries flow means that the flow has no other way: no pressure answers that.
  if (system.state[link] === STATE.shut)
    return Math.abs(system.flow[link]!) > FLOW_IMBALANCE_M3_PER_S ? Infinity : 0
  const drop = system.totalPa[system.linkFrom[link]!]! - system.totalPa[system.linkTo[link]!]!
  if (
    type === LINK.pipe ||
    type === LINK.linearQuadratic ||
    (type === LINK.orifice && !isPinhole(system, link)) ||
    type === LINK.curvePump
  ) {
    linkLoss(system, link, system.flow[link]!)
    // Below the least slope the law is replaced by a straight line on purpose.
    const floor = loss.slope < LEAST_LOSS_SLOPE ? LEAST_LOSS_SLOPE * Math.abs(system.flow[link]!) : 0
    return Math.max(0, Math.abs(drop - loss.pa) - floor)
  }
  const flow =
    system.constant[link]! +
    system.slopeFrom[link]! * system.totalPa[system.linkFrom[link]!]! +
    system.slopeTo[link]! * system.totalPa[system.linkTo[link]!]!
  return Math.abs(flow - system.flow[link]!) * IDEAL_REGULATOR_SLOPE
}

/**
 * Pressures, flows and voltages after a small change of `values`, to first order: the laws are taken
 * at the old state with the new values and the old factored matrix gives the step (implicit function
 * theorem). The caller saves and restores the state (`saveState`); valves keep their states.
 */
export function linearisedShift(system: System): void {
  reduceElectrical(system)
  readBoundaries(system)
  lineariseLinks(system)
  const { factors, right } = system.hydraulic
  residualAtState(system)
  if (factors.size > 0) solveInPlace(factors, right)
  for (let node = 0; node < system.nodeIds.length; node += 1) {
    const row = system.nodeRow[node]!
    if (row >= 0) system.totalPa[node]! += right[row]!
  }
  for (let link = 0; link < system.linkIds.length; link += 1) {
    system.flow[link] =
      system.constant[link]! +
      system.slopeFrom[link]! * system.totalPa[system.linkFrom[link]!]! +
      system.slopeTo[link]! * system.totalPa[system.linkTo[link]!]!
  }
  refreshMotors(system)
  spreadVoltages(system)
}

/** Mass missing at each junction when the laws hold at the present pressures, as a right-hand side. */
function residualAtState(system: System) {
  const { right } = system.hydraulic
  for (let node = 0; node < system.nodeIds.length; node += 1) {
    const row = system.nodeRow[node]!
    if (row >= 0) right[row] = -system.values[system.nodeValues[node]!]!
  }
  for (let link = 0; link < system.linkIds.length; link += 1) {
    const from = system.linkFrom[link]!
    const to = system.linkTo[link]!
    const flow =
      system.constant[link]! +
      system.slopeFrom[link]! * system.totalPa[from]! +
      system.slopeTo[link]! * system.totalPa[to]!
    const fromRow = system.nodeRow[from]!
    const toRow = system.nodeRow[to]!
    if (fromRow >= 0) right[fromRow]! -= flow
    if (toRow >= 0) right[toRow]! += flow
  }
}

export interface SavedState {
  totalPa: Float64Array
  flow: Float64Array
  state: Uint8Array
  voltages: Float64Array
  current: Float64Array
}

export const newSavedState = (system: System): SavedState => ({
  totalPa: new Float64Array(system.totalPa.length),
  flow: new Float64Array(system.flow.length),
  state: new Uint8Array(system.state.length),
  voltages: new Float64Array(system.electrical.voltages.length),
  current: new Float64Array(system.motorCurrent.length),
})

export function saveState(system: System, into: SavedState): void {
  into.totalPa.set(system.totalPa)
  into.flow.set(system.flow)
  into.state.set(system.state)
  into.voltages.set(system.electrical.voltages)
  into.current.set(system.motorCurrent)
}

export function restoreState(system: System, from: SavedState): void {
  system.totalPa.set(from.totalPa)
  system.flow.set(from.flow)
  system.state.set(from.state)
  system.electrical.voltages.set(from.voltages)
  system.motorCurrent.set(from.current)
}

/** Re-linearises and factors at the converged state, so that `linearisedShift` has its matrix. */
export function factoriseHere(system: System): boolean {
  reduceElectrical(system)
  lineariseLinks(system)
  linearise(system)
  return system.hydraulic.factors.size === 0 || factorise(system.hydraulic.factors)
}
