import { parameterAt, type VehicleModel } from '../vehicle'
import type { ChainEffect, Fault, FaultChange } from './faults'

/** A fault as far as it went: severity 0 to 1 over its range, or to its end where it has one. */
export interface Graded {
  fault: Fault
  severity: number
  total?: boolean
  /** Which of its forms, from 0. */
  form?: number
  /** Of a chain: repairs that put effects of it right, and whether its cause is. */
  putRight?: string[]
  causeGone?: boolean
}

/** Effects of a chain that still stand. */
export const effectsLeft = ({ fault, form, putRight = [], causeGone }: Graded): ChainEffect[] =>
  (fault.chain?.stages[form ?? 0] ?? []).filter(
    (effect) =>
      !(causeGone && effect.withCause) && !effect.repairs.some((repair) => putRight.includes(repair)),
  )

/** How much rarer it is that a chain went one stage further, typical. */
const FURTHER = 0.5

/** Share of each form of a fault: alike, but for a chain the further the rarer. */
export function formShares({ forms, chain }: Fault): number[] {
  const shares = (forms ?? [[]]).map((_, stage) => (chain ? FURTHER ** stage : 1))
  const all = shares.reduce((sum, share) => sum + share, 0)
  return shares.map((share) => share / all)
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
  for (const graded of faults) {
    const { fault, severity, total, form, causeGone } = graded
    const spoilt = fault.chain
      ? effectsLeft(graded).flatMap((effect) => effect.changes)
      : (fault.forms?.[form ?? 0] ?? [])
    if (!causeGone) for (const one of fault.changes) change(one, total ? 1 : severity, theta)
    for (const one of spoilt) change(one, severity, theta)
    if (total && !causeGone) for (const one of fault.total ?? []) change(one, 1, model.nominal)
  }
  return theta
}

/** Log-scale between bounds of one sign, straight otherwise. */
function between(low: number, high: number, u: number): number {
  if (low === high) return low
  return low > 0 && high > 0 ? low * Math.pow(high / low, u) : low + (high - low) * u
}
