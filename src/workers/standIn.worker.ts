/** The stand-in instruments of simulated vehicles, on laws of their own. */
import { leakDownCapture, repaired, standInById, truthVehicle } from '@/core/simulate'
import { serve } from './serve'

serve({
  standIn: ({ seed, specification, hidden, repaired: done, testId, attempt }) => standInById(repaired(truthVehicle(seed, specification, hidden), done), testId, attempt),
  leakDown: ({ seed, specification, hidden, repaired: done, clamped }) => leakDownCapture(repaired(truthVehicle(seed, specification, hidden), done), clamped, 300),
})
