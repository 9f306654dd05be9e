/**
 * A place where fuel can escape. No pressures here: what one has is a gas meter, a cloth and a nose, and
 * what tells places apart is how the vapour thins out along the vehicle (diagnosis/observe, `lel`).
 */
import { hidden, state, type KindDef } from './kind'

/** What a sound joint lets go, mL/min: nothing a meter would find. */
const TIGHT_ML_PER_MIN = 1e-3

export const LEAK_KINDS = {
  /** Figures: `alongM` from the tank, and `restShare`, what is left of its rate with the pump off. */
  seep: { parameters: [state('mlPerMin', TIGHT_ML_PER_MIN, 'mL/min')] },
  /** Draught under and in the vehicle: thins every reading of the meter alike. */
  draught: { parameters: [hidden('thins', 1, '', 0.35)] },
} satisfies Record<string, KindDef>
