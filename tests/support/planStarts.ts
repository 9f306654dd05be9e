import { DRIVEN_IN, type VehicleState } from '@/core/vehicle'
export { FASTENINGS } from '@/core/library'

/** Vehicles as they come: driven in hot, towed in cold, just dipped low, with the gauge still on, with the area safe and raised. */
export const OTHER_STARTS: readonly VehicleState[] = [
  DRIVEN_IN,
  { ...DRIVEN_IN, exhaust: 'cool' },
  { ...DRIVEN_IN, fuelLevel: 'below flange' },
  { ...DRIVEN_IN, gauge: 'fitted', vapour: 'clear' },
  { ...DRIVEN_IN, area: 'safe', exhaust: 'cool', height: 'raised', pumpCircuit: 'locked' },
]
