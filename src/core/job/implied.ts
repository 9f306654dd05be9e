/**
 * What a reading tells of how the vehicle stands: whoever read the gauge had it fitted. What a meter, a
 * look or a step of its own has to prove is never implied by an entry.
 */
import type { Variable, VehicleState } from '../vehicle'

const PROVEN_OTHERWISE: ReadonlySet<Variable> = new Set<Variable>([
  'area',
  'authority',
  'cylinders',
  'exhaust',
  'feed',
  'fillerProof',
  'flowProof',
  'fuelLevel',
  'gaugeMarks',
  'highCheck',
  'highSide',
  'leakCheck',
  'line',
  'restraints',
  'tankAir',
  'tankInside',
  'tankVapour',
  'vapour',
])

export const impliedBy = (needs: VehicleState): VehicleState =>
  Object.fromEntries(
    Object.entries(needs).filter(([variable]) => !PROVEN_OTHERWISE.has(variable as Variable)),
  ) as VehicleState
