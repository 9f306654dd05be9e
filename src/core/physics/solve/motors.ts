/**
 * Motors on a source (open voltage behind a resistance): current, terminal voltage, speed, and for a
 * pump its flow and the slope of flow with pressure rise. EQ07; MODELS.md, "Motor-coupled pump".
 *
 * A motor whose torque asks for more current than the source can give stands still: it draws
 * U / (Rs + R) and moves nothing.
 */
import { MOTOR, type MotorIndex, type System } from './system'

/** What `evaluateMotor` found; one object, overwritten by each call. */
export const motorResult = { currentA: 0, voltageV: 0, speedRadPerS: 0, flow: 0, flowPerPa: 0, leak: 0 }

/** Sweeps over several motors on one supply; one motor needs none beyond the first. */
const MAX_SWEEPS = 60
const CURRENT_SETTLED_A = 1e-12

/** Evaluates all motors for the pressure rises in `risePa` (one per motor), which share their supply. */
export function evaluateMotors(system: System, risePa: Float64Array): void {
  const { motors, electrical, motorCurrent, motorVoltage, motorSpeed } = system
  const count = motors.length
  for (let sweep = 0; sweep < MAX_SWEEPS; sweep += 1) {
    let moved = 0
    for (let m = 0; m < count; m += 1) {
      let openV = electrical.openVoltage[m]!
      for (let k = 0; k < count; k += 1)
        if (k !== m) openV -= electrical.sourceOhm[m * count + k]! * motorCurrent[k]!
      evaluateMotor(system, motors[m]!, openV, electrical.sourceOhm[m * count + m]!, risePa[m]!)
      moved = Math.max(moved, Math.abs(motorResult.currentA - motorCurrent[m]!))
      motorCurrent[m] = motorResult.currentA
      motorVoltage[m] = motorResult.voltageV
      motorSpeed[m] = motorResult.speedRadPerS
    }
    if (count < 2 || moved < CURRENT_SETTLED_A) return
  }
}

/** One motor on its own source. Leaves its answer in `motorResult`. */
export function evaluateMotor(
  system: System,
  motor: MotorIndex,
  openV: number,
  sourceOhm: number,
  risePa: number,
): void {
  if (motor.kind === MOTOR.displacement) displacement(system.values, motor.values, openV, sourceOhm, risePa)
  else if (motor.kind === MOTOR.turbine) turbine(system.values, motor.values, openV, sourceOhm, risePa)
  else speedMotor(system.values, motor.values, openV, sourceOhm)
}

function still(openV: number, sourceOhm: number, windingOhm: number) {
  motorResult.currentA = openV / (sourceOhm + windingOhm)
  motorResult.voltageV = openV - sourceOhm * motorResult.currentA
  motorResult.speedRadPerS = 0
  motorResult.flow = 0
  motorResult.flowPerPa = 0
  motorResult.leak = 0
}

function displacement(v: Float64Array, at: number, openV: number, sourceOhm: number, risePa: number) {
  const alpha = v[at]!,
    beta = v[at + 1]!,
    gamma = v[at + 2]!,
    idle = v[at + 3]!,
    perPa = v[at + 4]!
  const soundOhm = v[at + 5]!,
    winding = v[at + 6]!,
    emf = v[at + 7]!
  const size = v[at + 8]!,
    leakage = v[at + 9]!,
    friction = v[at + 10]!
  const loading = risePa > 0 ? perPa * risePa : 0
  const current = idle * friction + loading
  const voltage = openV - sourceOhm * current
  const emfV = voltage - current * winding
  if (!(emfV > 0)) return still(openV, sourceOhm, winding)
  const soundDropV = (idle + loading) * soundOhm
  const drive = voltage - (current * winding - soundDropV)
  const moved = size * (alpha * drive - gamma)
  const perPaNow = risePa > 0 ? perPa : 0
  motorResult.currentA = current
  motorResult.voltageV = voltage
  motorResult.speedRadPerS = emfV / emf
  motorResult.leak = leakage * beta
  motorResult.flow = moved > 0 ? moved : 0
  motorResult.flowPerPa = moved > 0 ? size * alpha * perPaNow * (soundOhm - winding - sourceOhm) : 0
}

function turbine(v: Float64Array, at: number, openV: number, sourceOhm: number, risePa: number) {
  const head = v[at]!,
    slope = v[at + 1]!,
    idle = v[at + 2]!,
    perPa = v[at + 3]!,
    winding = v[at + 4]!,
    ratedV = v[at + 5]!,
    ratedA = v[at + 6]!,
    emf = v[at + 7]!
  const current = idle + (risePa > 0 ? perPa * risePa : 0)
  const voltage = openV - sourceOhm * current
  const emfV = voltage - current * winding
  if (!(emfV > 0)) return still(openV, sourceOhm, winding)
  const speed = emfV / (ratedV - ratedA * winding)
  const flow = (head * speed * speed - risePa) / (slope * speed)
  const speedPerPa = risePa > 0 ? (-perPa * (sourceOhm + winding)) / (ratedV - ratedA * winding) : 0
  motorResult.currentA = current
  motorResult.voltageV = voltage
  motorResult.speedRadPerS = emfV / emf
  motorResult.leak = 0
  motorResult.flow = flow
  motorResult.flowPerPa =
    -1 / (slope * speed) + speedPerPa * (head / slope + risePa / (slope * speed * speed))
}

/** E = k w and k I = T0 + b w + c w²: the speed at which torque and current agree, a quadratic in w. */
function speedMotor(v: Float64Array, at: number, openV: number, sourceOhm: number) {
  const k = v[at]!,
    stillTorque = v[at + 1]!,
    viscous = v[at + 2]!,
    quadratic = v[at + 3]!
  const a = quadratic
  const b = viscous + (k * k) / sourceOhm
  const c = stillTorque - (k * openV) / sourceOhm
  if (c >= 0) return still(openV, sourceOhm, 0)
  const speed = a > 0 ? (2 * -c) / (b + Math.sqrt(b * b - 4 * a * c)) : -c / b
  motorResult.speedRadPerS = speed
  motorResult.currentA = (openV - k * speed) / sourceOhm
  motorResult.voltageV = k * speed
  motorResult.flow = 0
  motorResult.flowPerPa = 0
  motorResult.leak = 0
}
