import { parameterAt, type VehicleModel } from '../vehicle'
import type { Fault, FaultChange } from './faults'

/** A fault as far as it went: severity 0 to 1 over its range, or to its end where it has one. */
export interface Graded {
  fault: Fault
  severity: number
  total?: boolean
  /** Which of its forms, from 0. */
  form?: number
}

/** Parameter vector of a vehicle with these faults. */
export function faulty(model: VehicleModel, faults: Graded[]): Float64Array {
  const theta = model.nominal.slice()
  const change = ({ parameter, mode, low, high }: FaultChange, severity: number, from: Float64Array) => {
    const at = parameterAt(model, parameter)
    const drawn = between(low, high, severity)
    theta[at] =
      mode === 'set'
        ? drawn
        : mode === 'scale'
          ? from[at]! * drawn
          : from[at]! + drawn / model.specification.pumpCurrentA.value
  }
  for (const { fault, severity, total, form } of faults) {
    for (const one of fault.changes) change(one, total ? 1 : severity, theta)
    for (const one of fault.forms?.[form ?? 0] ?? []) change(one, severity, theta)
    if (total) for (const one of fault.total ?? []) change(one, 1, model.nominal)
  }
  return theta
}

/** Log-scale between bounds of one sign, straight otherwise. */
function between(low: number, high: number, u: number): number {
  if (low === high) return low
  return low > 0 && high > 0 ? low * Math.pow(high / low, u) : low + (high - low) * u
}
