/**
 * Which variables of the state a vehicle has. A carburettor with a mechanical pump has no pump circuit to
 * lock; only a direct or common-rail system has a high-pressure side; a tap or a clamp stops the feed
 * where fuel comes by gravity, by suction or against a low lift. What a vehicle does not have is left out
 * of every need, goal and rule, so that one library of operations serves all layouts (handbook 6).
 */
import type { LayoutId } from './layout'
import { LAYOUTS } from './layouts'
import { VARIABLES, type Variable } from './state'

/** The high-pressure side is opened only on a value read by scan, after the maker's wait. */
export const HIGH_SIDE: readonly LayoutId[] = ['A04', 'A09']
/** The feed is stopped by a tap, a selector or a clamp: the tank, or a surge tank, stands above the joint. */
export const TAPPED: readonly LayoutId[] = ['A05', 'A06', 'A08', 'A09', 'A10', 'A13']
/** Air is bled, or a surge tank filled, before the first pressure. */
export const PRIMED: readonly LayoutId[] = ['A08', 'A09', 'A10']
/** Only by a licensed person with approved data. */
export const LICENSED: readonly LayoutId[] = ['A13']
const NO_PUMP_CIRCUIT: readonly LayoutId[] = ['A05', 'A08', 'A13']
/** No seat over the tank, no filler hose between body and tank. */
const NO_BODY: readonly LayoutId[] = ['A11', 'A13']

/** What one vehicle asks for besides its layout. */
export interface VehicleMarks {
  /** Exhaust or shaft crosses under the tank. */
  exhaustCrosses: boolean
  /** Pressure is let off at a shrouded joint. */
  reliefAtJoint: boolean
}

export function variablesOf(
  layoutId: LayoutId,
  { exhaustCrosses, reliefAtJoint }: VehicleMarks = { exhaustCrosses: false, reliefAtJoint: false },
): ReadonlySet<Variable> {
  const pumpPlug = LAYOUTS[layoutId].parts.some((part) => part.kind === 'feedPlug')
  const has: Partial<Record<Variable, boolean>> = {
    pumpCircuit: !NO_PUMP_CIRCUIT.includes(layoutId),
    plug: pumpPlug,
    stepTrim: pumpPlug,
    feedTap: TAPPED.includes(layoutId),
    highSide: HIGH_SIDE.includes(layoutId),
    feed: PRIMED.includes(layoutId),
    authority: LICENSED.includes(layoutId),
    // A tank in a wing stays where it is.
    tank: !LICENSED.includes(layoutId),
    restraints: !NO_BODY.includes(layoutId),
    filler: !NO_BODY.includes(layoutId),
    fillerProof: !NO_BODY.includes(layoutId),
    highCheck: HIGH_SIDE.includes(layoutId),
    flowProof: LICENSED.includes(layoutId),
    exhaustPath: exhaustCrosses,
    reliefJoint: reliefAtJoint,
  }
  return new Set(VARIABLES.filter((variable) => has[variable] ?? true))
}
