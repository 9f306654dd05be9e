/**
 * How much fuel is in the tank, as the plan sees it: by dip, less what was drained, with what was poured.
 * A quarter of the tank is low enough for work from above, a tenth to take it down (typical); below two
 * litres nothing may reach the pump.
 */
import type { CubicMetre, Fraction } from '../shared'
import type { VehicleState } from '../vehicle'

export const LOW_FRACTION: Record<'above' | 'down', Fraction> = { above: 0.25, down: 0.1 }
const HALF: Fraction = 0.5
const DRY_LITRES = 2

/** What a dip says of the state: which side of the opening the fuel stands, and whether there is any. */
export function levelByDip(litres: number, capacityM3: CubicMetre): VehicleState {
  const share = litres / (1e3 * capacityM3)
  return {
    fuelLevel: share > HALF ? 'over half' : share > LOW_FRACTION.above ? 'above flange' : 'below flange',
    tankInside: litres < DRY_LITRES ? 'dry' : 'fuel',
  }
}

/** Litres after an operation of this id, from litres before it; null where nobody has dipped. */
export function litresAfter(
  operationId: string,
  litres: number | null,
  capacityM3: CubicMetre,
): number | null {
  if (litres === null) return null
  const whole = 1e3 * capacityM3
  switch (operationId) {
    case 'drainBelowFlange':
      return Math.min(litres, whole * LOW_FRACTION.above)
    case 'lowerTank':
    case 'frameTankOff':
      return Math.min(litres, whole * LOW_FRACTION.down)
    case 'emptyTank':
    case 'repair:drainFuel':
      return 0
    case 'firstFill':
    case 'repair:refuel':
      return Math.min(whole, litres + 10)
    case 'pourOnStand':
      return Math.min(whole, litres + 2)
    case 'pourHung':
      return Math.min(whole, litres + 5)
    case 'fillOverHalf':
      return Math.max(litres, whole * HALF)
    case 'proveFiller':
      return whole
    default:
      return litres
  }
}
