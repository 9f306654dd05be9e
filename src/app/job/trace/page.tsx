'use client'
import { Trace } from '@/features/trace/Trace'
import { JobFrame } from '@/features/frame/JobFrame'
import { warm } from '@/workers/client'

warm('trace')

export default function TracePage() {
  return <JobFrame stage="trace">{(hand) => <Trace hand={hand} key={hand.job.id} />}</JobFrame>
}
