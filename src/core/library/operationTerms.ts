/** Words and states that several operations share. */
import type { VehicleState } from '../vehicle'

/** Nothing of the fuel is open. */
export const CLOSED: VehicleState = {
  module: 'in',
  ring: 'tight',
  moduleHoses: 'joined',
  filterJoint: 'joined',
  tank: 'in',
  feedTap: 'open',
  reliefJoint: 'made',
}
/** Until fuel may stand at fresh polysulfide at 20 °C, typical; its sheet governs. Fuel and leak check wait for it, other work goes on. */
export const SEALANT_CURE_MINUTES = 48 * 60
