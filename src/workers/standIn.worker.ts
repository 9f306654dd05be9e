/** The stand-in instruments of simulated vehicles, on laws of their own. */
import { leakDownCapture, repaired, standInById, truthVehicle } from '@/core/simulate'
import { demoJobs } from '@/core/practice'
import { serve } from './serve'

serve({
  demo: ({ now }) => demoJobs(now),
  standIn: ({ layoutId, seed, specification, hidden, repaired: done, testId, attempt }) => standInById(repaired(truthVehicle(seed, specification, hidden, layoutId), done), testId, attempt),
  leakDown: ({ layoutId, seed, specification, hidden, repaired: done, clamped }) => leakDownCapture(repaired(truthVehicle(seed, specification, hidden, layoutId), done), clamped, 300),
})
