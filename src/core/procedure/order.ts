/**
 * Among steps that may be done in either order the search picks any; people expect one order: the area
 * safe first and stood down last, pressure before battery, ways in from outside to inside. Neighbours
 * are swapped while both orders are sound and lead to the same state, so cost and end never change.
 */
import type { Operation } from '../library'
import { pack, same, unpack, type PackedState } from '../vehicle'
import { mayNotBe, take, type PlannedStep, type Planner } from './reach'

const USUAL_ORDER = [
  'keyOff',
  'stopEngine',
  'confirmAuthority',
  'meterRound',
  'coolDown',
  'makeAreaSafe',
  'lockPump',
  'fitGauge',
  'hpWait',
  'easeCap',
  'pressureOff',
  'meterVapour',
  'batteryOff',
  'relieveTank',
  'tapShut',
  'jointOff',
  'raise',
  'teesFit',
  'clearHoseFit',
  'canHoseFit',
  'returnCanFit',
  'supplyCanFit',
  'bypassFit',
  'railUpFit',
  'neckGaugeFit',
  'exhaustOut',
  'trimOff',
  'seatOut',
  'cargoOut',
  'drainBelowFlange',
  'partFiller',
  'hatchOpen',
  'cargoHatchOpen',
  'topOpen',
  'tiltBed',
  'liftBed',
  'lowerTank',
  'frameTankOff',
  'panelOff',
  'cleanTop',
  'partPlug',
  'partFilter',
  'partModule',
  'ringOff',
  'clampRingOff',
  'flangeOff',
  'senderScrewsOut',
  'liftModule',
  'emptyTank',
  'gasFree',
  'lowerModule',
  'ringOn',
  'clampRingOn',
  'flangeOn',
  'senderScrewsIn',
  'joinModule',
  'hangTank',
  'joinFillerHung',
  'pourHung',
  'pourOnStand',
  'raiseTank',
  'frameTankOn',
  'panelOn',
  'exhaustIn',
  'joinFilter',
  'matePlug',
  'remakeJoint',
  'teesOff',
  'clearHoseOff',
  'canHoseOff',
  'returnCanOff',
  'supplyCanOff',
  'bypassOff',
  'railUpOff',
  'neckGaugeOff',
  'removeGauge',
  'tapOpen',
  'firstFill',
  'clearCylinders',
  'mateRestraints',
  'batteryOn',
  'primeSurge',
  'unlockPump',
  'bleed',
  'leakCheck',
  'lower',
  'trimOn',
  'hatchClose',
  'cargoHatchClose',
  'topClose',
  'lowerBed',
  'refitBed',
  'joinFiller',
  'cargoIn',
  'seatIn',
  'proveFiller',
  'highSideCheck',
  'calibrateGauge',
  'proveFlow',
  'standDown',
  'releaseToService',
]
const rank = (operation: Operation) => {
  const at = USUAL_ORDER.indexOf(operation.id)
  return at < 0 ? USUAL_ORDER.length : at
}

/** Making safe goes before everything else; what comes after it keeps its place. */
const LAST_HOISTED = USUAL_ORDER.indexOf('jointOff')

/** A step on packed states, so that a trial costs a few masks. */
interface Trial {
  operation: Operation
  before: PackedState
  after: PackedState
}

/** The same steps in the usual order as far as their needs allow. */
export function settleOrder(planner: Planner, steps: PlannedStep[]): PlannedStep[] {
  const sorted = steps.map((step): Trial => ({
    operation: step.operation,
    before: pack(step.before),
    after: pack(step.after),
  }))
  for (let pass = 0; pass < sorted.length; pass += 1) {
    let moved = false
    for (let at = 0; at + 1 < sorted.length; at += 1) {
      if (rank(sorted[at]!.operation) <= rank(sorted[at + 1]!.operation)) continue
      const swapped = swap(planner, sorted[at]!, sorted[at + 1]!)
      if (!swapped) continue
      sorted.splice(at, 2, ...swapped)
      moved = true
    }
    if (!moved) break
  }
  return hoist(planner, sorted).map(({ operation, before, after }) => ({
    operation,
    before: unpack(before),
    after: unpack(after),
  }))
}

/**
 * What the usual order has earlier goes earlier, over several steps at once where every step in between
 * still finds what it needs and the way still ends where it did: pressure before battery, though a meter
 * reading stands between them.
 */
function hoist(planner: Planner, steps: Trial[]): Trial[] {
  let best = steps
  for (let at = 1; at < best.length; at += 1) {
    if (rank(best[at]!.operation) > LAST_HOISTED) continue
    for (let to = 0; to < at; to += 1) {
      if (rank(best[to]!.operation) <= rank(best[at]!.operation)) continue
      const order = best.map((step) => step.operation)
      order.splice(to, 0, ...order.splice(at, 1))
      const walked = walk(planner, best[0]!.before, order)
      if (!walked || !same(walked.at(-1)!.after, best.at(-1)!.after)) continue
      best = walked
      break
    }
  }
  return best
}

/** These operations one after another; null where one does not find what it needs, or the vehicle would stand as it never may. */
function walk(planner: Planner, start: PackedState, operations: Operation[]): Trial[] | null {
  const steps: Trial[] = []
  let state = start
  for (const operation of operations) {
    const after = take(planner, state, operation)
    if (!after || mayNotBe(planner, after)) return null
    steps.push({ operation, before: state, after })
    state = after
  }
  return steps
}

function swap(planner: Planner, first: Trial, second: Trial): [Trial, Trial] | null {
  const between = take(planner, first.before, second.operation)
  const end = between && take(planner, between, first.operation)
  if (!between || !end || !same(end, second.after) || mayNotBe(planner, between)) return null
  return [
    { operation: second.operation, before: first.before, after: between },
    { operation: first.operation, before: between, after: second.after },
  ]
}
