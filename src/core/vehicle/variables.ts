/**
 * Which variables of the state a vehicle has. A carburettor with a mechanical pump has no pump circuit to
 * lock; only a direct or common-rail system has a high-pressure side; a tap or a clamp stops the feed
 * where fuel comes by gravity, by suction or against a low lift. What a vehicle does not have is left out
 * of every need, goal and rule, so that one library of operations serves all layouts (handbook 6).
 */
import { HIGH_SIDE, LICENSED, NO_BODY, NO_PUMP_CIRCUIT, PRIMED, TAPPED } from './groups'
import type { LayoutId } from './layout'
import { LAYOUTS } from './layouts'
import { VARIABLES, type Variable } from './state'

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
