import type { VehicleState } from '@/core/vehicle'

/** Variables that are known to stand otherwise than an act needs; the key is turned as part of the act. */
export function differing(state: VehicleState, needs: VehicleState): (keyof VehicleState)[] {
  return (Object.keys(needs) as (keyof VehicleState)[]).filter(
    (variable) => variable !== 'ignition' && state[variable] !== needs[variable],
  )
}
