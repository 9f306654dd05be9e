/** Vehicles of the journeys' own: simulated, of a layout, with a job that is already taken in. */
import { DEMO_VEHICLES } from '@/core/practice'
import { usualWays, type WayId } from '@/core/library'
import type { VehicleRecord } from '@/core/job'
import { LAYOUTS, specificationOf, type LayoutId } from '@/core/vehicle'

export const ownVehicle = (
  unit: string,
  layout: LayoutId,
  faultId: string,
  severity = 0.7,
  ways: WayId[] = usualWays(layout),
): VehicleRecord => ({
  ...DEMO_VEHICLES[0]!,
  id: `journey-vehicle-${unit}`,
  unit,
  name: `Journey vehicle ${unit}`,
  layout,
  ways,
  limits: [],
  specification: specificationOf({}, LAYOUTS[layout]),
  truth: { seed: 5000 + Number(unit), hidden: [{ faultId, severity }] },
})
