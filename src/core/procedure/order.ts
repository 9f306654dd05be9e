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
  return sorted
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
