/**
 * The electrical net by modified nodal analysis. The net is linear but for its motors, so it is
 * factored once and each motor sees a source: an open-circuit voltage and a matrix of source
 * resistances. Node voltages follow by superposition of the motor currents.
 */
import { factorise, solveInPlace } from '../../shared'
import type { System } from './system'

/** Builds, factors and reduces the net, unless it is the one that was reduced last. Returns the name of a floating node, or null. */
export function reduceElectrical(system: System): string | null {
  const { electrical, motors } = system
  const { factors, base } = electrical
  const n = factors.size
  if (n === 0 || isReduced(system)) return null
  factors.entries.fill(0)
  base.fill(0)
  for (let at = 0; at < electrical.componentIds.length; at += 1) stamp(system, at)
  if (!factorise(factors)) {
    electrical.reducedValues.fill(NaN)
    return electrical.nodeIds[factors.singularAt] ?? electrical.componentIds[0] ?? ''
  }
  solveInPlace(factors, base)
  const count = motors.length
  for (let m = 0; m < count; m += 1) {
    const motor = motors[m]!
    const response = electrical.responses[m]!
    response.fill(0)
    if (motor.plus >= 0) response[motor.plus] = 1
    if (motor.minus >= 0) response[motor.minus]! -= 1
    solveInPlace(factors, response)
    electrical.openVoltage[m] = across(base, motor.plus, motor.minus)
  }
  for (let m = 0; m < count; m += 1) {
    for (let k = 0; k < count; k += 1) {
      electrical.sourceOhm[m * count + k] = across(
        electrical.responses[k]!,
        motors[m]!.plus,
        motors[m]!.minus,
      )
    }
  }
  return null
}

/** Do the components have the values of the last reduction? Keeps those of now. */
function isReduced({ electrical, values }: System): boolean {
  const { reducedValues, componentValues } = electrical
  let same = true
  for (let at = 0; at < reducedValues.length; at += 1) {
    const value = values[componentValues[at]!]!
    if (reducedValues[at] === value) continue
    reducedValues[at] = value
    same = false
  }
  return same
}

const across = (v: Float64Array, plus: number, minus: number) =>
  (plus < 0 ? 0 : v[plus]!) - (minus < 0 ? 0 : v[minus]!)

function stamp(system: System, at: number) {
  const { electrical, values } = system
  const a = electrical.factors.entries
  const n = electrical.factors.size
  const n1 = electrical.componentN1[at]!
  const n2 = electrical.componentN2[at]!
  const value = values[electrical.componentValues[at]!]!
  const kind = electrical.componentKind[at]!
  if (kind === 0) {
    const g = 1 / value
    if (n1 >= 0) a[n1 * n + n1]! += g
    if (n2 >= 0) a[n2 * n + n2]! += g
    if (n1 >= 0 && n2 >= 0) {
      a[n1 * n + n2]! -= g
      a[n2 * n + n1]! -= g
    }
  } else if (kind === 1) {
    const row = electrical.componentRow[at]!
    if (n1 >= 0) a[n1 * n + row]! += 1
    if (n2 >= 0) a[n2 * n + row]! -= 1
    if (n1 >= 0) a[row * n + n1]! += 1
    if (n2 >= 0) a[row * n + n2]! -= 1
    electrical.base[row] = value
  }
}

/** Node voltages and source currents under the present motor currents. */
export function spreadVoltages(system: System): void {
  const { electrical, motorCurrent } = system
  const { voltages, base, responses } = electrical
  voltages.set(base)
  for (let m = 0; m < responses.length; m += 1) {
    const current = motorCurrent[m]!
    const response = responses[m]!
    for (let i = 0; i < voltages.length; i += 1) voltages[i]! -= current * response[i]!
  }
}
