/** Words and states that several operations share. */
import type { LayoutId, VehicleState } from '../vehicle'

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
/** Layouts with a valved service port in an electrically fed line. */
export const PORT: readonly LayoutId[] = ['A01', 'A02', 'A03', 'A04', 'A07', 'A10', 'A11', 'A12']
/** Layouts whose pump hangs on the key switch and a fuse, without a relay. */
export const SWITCHED: readonly LayoutId[] = ['A06']
/** Layouts whose tank holds a pickup and a sender, but no pump. */
export const NO_MODULE: readonly LayoutId[] = ['A05', 'A06', 'A08', 'A13']
/** Put on a stand, not on a lift. */
export const STANDS: readonly LayoutId[] = ['A11']
/** Reached by steps and trestles: nothing is lifted. */
export const UNLIFTED: readonly LayoutId[] = ['A13']
/** Tees go in under the floor. */
export const RAISED_FOR_TEES: readonly LayoutId[] = ['A01', 'A02', 'A03', 'A04', 'A07', 'A12']
/** Until fuel may stand at fresh polysulfide at 20 °C, typical; its sheet governs. Fuel and leak check wait for it, other work goes on. */
export const SEALANT_CURE_MINUTES = 48 * 60
