import { parameterAt, type VehicleModel } from '../vehicle'
import type { Fault } from './faults'

/** Parameter vector of a vehicle with these faults at severity u (0 to 1). */
export function faulty(model: VehicleModel, faults: { fault: Fault; severity: number }[]): Float64Array {
  const theta = model.nominal.slice()
  for (const { fault, severity } of faults) {
    for (const change of fault.changes) {
      const at = parameterAt(model, change.parameter)
      const drawn = between(change.low, change.high, severity)
      theta[at] =
        change.mode === 'set'
          ? drawn
          : change.mode === 'scale'
            ? theta[at]! * drawn
            : theta[at]! + drawn / model.specification.pumpCurrentA.value
    }
  }
  return theta
}

/** Log-scale between bounds of one sign, straight otherwise. */
function between(low: number, high: number, u: number): number {
  if (low === high) return low
  return low > 0 && high > 0 ? low * Math.pow(high / low, u) : low + (high - low) * u
}
