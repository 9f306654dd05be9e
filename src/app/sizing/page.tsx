import { Suspense } from 'react'
import { Sizing } from '@/features/sizing/Sizing'

export default function SizingPage() {
  return (
    <Suspense>
      <Sizing />
    </Suspense>
  )
}
