/** What is left of the pressure some minutes after stopping: EQ10, and nothing where there was none to lose. */
import { parameterAt, restLeakSide, type Layout, type SceneId, type VehicleModel } from '../vehicle'
import type { Quantity } from '../library'

/** Arithmetic over what was probed and the vehicle's parameters. */
export type Formula = (probes: Float64Array, theta: Float64Array) => number

/** From this share of the set pressure on a leak-down is one; under it the needle has nothing to fall from, and reads nothing. */
const WHOLE_FROM = 0.1

/** The scene whose pressure a leak-down starts from. */
export const startOf = (layout: Layout): SceneId => (layout.scenes.includes('keyOn') ? 'keyOn' : 'idle')

/**
 * EQ10, leaks side by side as one laminar leak: p/p0 = exp(-t/tau), tau = C p0 / q0. Leaks are given at
 * 300 kPa; at the set pressure p0 they run with its root, between a seat and a hole. Clamping takes one
 * side's leak away: of a hole in the feed what lies behind the clamp, of a diaphragm that lets fuel out
 * nothing. `start` is the pressure that the pump had built.
 */
export function residualFormula(
  model: VehicleModel,
  { clamped, minutes }: Extract<Quantity, { of: 'residual' }>,
  start: Formula,
  leak: { holeMlPerMinPerM2: number; atKPa: number },
): Formula {
  const seats = model.parameters.flatMap((parameter, at) =>
    parameter.id.endsWith('.escape') ||
    (parameter.id.endsWith('.restLeak') &&
      (clamped === 'none' || restLeakSide(model.layout, parameter.kind) !== clamped))
      ? [at]
      : [],
  )
  const hole = model.parameterIndex.get('leak.holeM2') ?? -1
  const held = clamped === 'feed' && hole >= 0 ? parameterAt(model, 'leak.held') : -1
  const gives = model.parameters.flatMap(({ id }, at) => (id.endsWith('.complianceMlPerKPa') ? [at] : []))
  const setPa = model.specification.regulatorSetPa.value
  const fallsFromKPa = Math.sqrt((setPa / 1e3) * leak.atKPa)
  return (probes, theta) => {
    let mlPerMin = hole < 0 ? 0 : theta[hole]! * leak.holeMlPerMinPerM2 * (held < 0 ? 1 : 1 - theta[held]!)
    for (const at of seats) mlPerMin += theta[at]!
    let compliance = 0
    for (const at of gives) compliance += theta[at]!
    const built = Math.min(1, Math.max(0, start(probes, theta) / (WHOLE_FROM * setPa)))
    return built * Math.exp((-mlPerMin * minutes) / (compliance * fallsFromKPa))
  }
}
