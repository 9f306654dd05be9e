import { Suspense } from 'react'
import { Find } from '@/features/find/Find'

export default function FindPage() {
  return (
    <Suspense>
      <Find />
    </Suspense>
  )
}
