/** The stand-in instruments of simulated vehicles, on laws of their own. */
import { repaired, standInById, truthVehicle } from '@/core/simulate'
import { DEMO_FLOOR, demoJobs, demoParts } from '@/core/practice'
import { layoutOf } from '@/core/vehicle'
import { serve } from './serve'

serve({
  demo: ({ now }) => demoJobs(now),
  demoFloor: () => DEMO_FLOOR,
  demoParts: ({ now }) => demoParts(now),
  standIn: ({ layoutId, edits, scope, seed, specification, hidden, repaired: done, testId, attempt }) =>
    standInById(
      repaired(truthVehicle(seed, specification, hidden, layoutOf({ layoutId, edits, scope })), done),
      testId,
      attempt,
    ),
})
