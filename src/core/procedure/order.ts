/**
 * Among steps that may be done in either order the search picks any; people expect one order: the area
 * safe first and stood down last, pressure before battery, ways in from outside to inside. Neighbours
 * are swapped while both orders are sound and lead to the same state, so cost and end never change.
 */
import type { Operation } from '../library'
import { matches, pack, patternOf, put, unpack, type VehicleState } from '../vehicle'
import { forbidden, type PlannedStep, type Planner } from './reach'

const USUAL_ORDER = [
  'keyOff', 'stopEngine', 'confirmAuthority', 'makeAreaSafe', 'lockPump', 'fitGauge', 'coolDown', 'hpWait', 'relieveTank', 'pressureOff', 'meterVapour', 'batteryOff', 'tapShut', 'jointOff', 'raise', 'exhaustOut', 'trimOff', 'seatOut',
  'cargoOut', 'drainBelowFlange', 'hatchOpen', 'cargoHatchOpen', 'topOpen', 'tiltBed', 'liftBed', 'lowerTank', 'frameTankOff', 'panelOff', 'cleanTop', 'partPlug', 'partFilter', 'partModule', 'ringOff', 'liftModule', 'emptyTank', 'gasFree',
  'lowerModule', 'ringOn', 'joinModule', 'raiseTank', 'frameTankOn', 'panelOn', 'exhaustIn', 'joinFilter', 'matePlug', 'remakeJoint', 'tapOpen', 'firstFill', 'batteryOn', 'primeSurge', 'unlockPump', 'bleed', 'leakCheck', 'removeGauge', 'lower', 'trimOn', 'hatchClose', 'cargoHatchClose', 'topClose', 'lowerBed', 'refitBed', 'cargoIn', 'seatIn', 'calibrateGauge', 'standDown', 'releaseToService',
]
const rank = (operation: Operation) => {
  const at = USUAL_ORDER.indexOf(operation.id)
  return at < 0 ? USUAL_ORDER.length : at
}

/** Making safe goes before everything else; what comes after it keeps its place. */
const LAST_HOISTED = USUAL_ORDER.indexOf('jointOff')

/** The same steps in the usual order as far as their needs allow. */
export function settleOrder(planner: Planner, steps: PlannedStep[]): PlannedStep[] {
  const sorted = [...steps]
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
  return hoist(planner, sorted)
}

/**
 * What the usual order has earlier goes earlier, over several steps at once where every step in between
 * still finds what it needs and the way still ends where it did: pressure before battery, though a meter
 * reading stands between them.
 */
function hoist(planner: Planner, steps: PlannedStep[]): PlannedStep[] {
  let best = steps
  for (let at = 1; at < best.length; at += 1) {
    if (rank(best[at]!.operation) > LAST_HOISTED) continue
    for (let to = 0; to < at; to += 1) {
      if (rank(best[to]!.operation) <= rank(best[at]!.operation)) continue
      const order = best.map((step) => step.operation)
      order.splice(to, 0, ...order.splice(at, 1))
      const walked = walk(planner, best[0]!.before, order)
      if (!walked || JSON.stringify(walked.at(-1)!.after) !== JSON.stringify(best.at(-1)!.after)) continue
      best = walked
      break
    }
  }
  return best
}

/** These operations one after another; null where one does not find what it needs, or the vehicle would stand as it never may. */
function walk(planner: Planner, start: VehicleState, operations: Operation[]): PlannedStep[] | null {
  const steps: PlannedStep[] = []
  let state = start
  for (const operation of operations) {
    const after = take(state, operation)
    if (!after || forbidden(planner, after).length > 0) return null
    steps.push({ operation, before: state, after })
    state = after
  }
  return steps
}

function swap(planner: Planner, first: PlannedStep, second: PlannedStep): [PlannedStep, PlannedStep] | null {
  const between = take(first.before, second.operation)
  const end = between && take(between, first.operation)
  if (!between || !end || JSON.stringify(end) !== JSON.stringify(second.after) || forbidden(planner, between).length > 0) return null
  return [
    { operation: second.operation, before: first.before, after: between },
    { operation: first.operation, before: between, after: second.after },
  ]
}

function take(state: VehicleState, operation: Operation): VehicleState | null {
  const packed = pack(state)
  return matches(packed, patternOf(operation.needs)) ? unpack(put(packed, patternOf(operation.sets))) : null
}
