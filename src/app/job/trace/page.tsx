'use client'
import dynamic from 'next/dynamic'
import { Trace } from '@/features/trace/Trace'
import { JobFrame } from '@/features/frame/JobFrame'
import { warm } from '@/workers/client'

warm('trace')

// The builds bring the desk with them.
const Build = dynamic(() => import('@/features/build/Build').then((own) => own.Build), { ssr: false })

/** A job with a wish is built; once its complaint remains, what it has become is traced. */
export default function TracePage() {
  return (
    <JobFrame stage="trace">
      {(hand) =>
        hand.job.wish && hand.job.epoch === 0 ? (
          <Build hand={hand} key={hand.job.id} />
        ) : (
          <Trace hand={hand} key={hand.job.id} />
        )
      }
    </JobFrame>
  )
}
