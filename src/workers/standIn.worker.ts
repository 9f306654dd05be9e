/** The stand-in instruments of simulated vehicles, on laws of their own. */
import { repaired, standInById, truthVehicle } from '@/core/simulate'
import { DEMO_FLOOR, LARGE_SHOP, demoJobs, demoParts, shopPiece } from '@/core/practice'
import { layoutOf } from '@/core/vehicle'
import { serve } from './serve'

serve({
  demo: ({ now }) => demoJobs(now),
  demoFloor: () => DEMO_FLOOR,
  shopPiece: ({ from, to, now }) => shopPiece(LARGE_SHOP, from, to, now),
  demoParts: ({ now }) => demoParts(now),
  standIn: ({ layoutId, edits, scope, seed, specification, hidden, repaired: done, testId, attempt }) =>
    standInById(
      repaired(truthVehicle(seed, specification, hidden, layoutOf({ layoutId, edits, scope })), done),
      testId,
      attempt,
    ),
})
