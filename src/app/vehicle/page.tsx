import { Suspense } from 'react'
import { Vehicle } from '@/features/vehicle/Vehicle'

export default function VehiclePage() {
  return (
    <Suspense>
      <Vehicle />
    </Suspense>
  )
}
