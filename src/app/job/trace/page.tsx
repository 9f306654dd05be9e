'use client'
import { Trace } from '@/features/trace/Trace'
import { JobFrame } from '@/features/frame/JobFrame'

export default function TracePage() {
  return <JobFrame stage="trace">{(hand) => <Trace hand={hand} key={hand.job.id} />}</JobFrame>
}
