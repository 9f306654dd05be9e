import { Suspense } from 'react'
import { Parts } from '@/features/parts/Parts'

export default function PartsPage() {
  return (
    <Suspense>
      <Parts />
    </Suspense>
  )
}
