'use client'
import { Bench } from '@/features/bench/Bench'
import { JobFrame } from '@/features/frame/JobFrame'

export default function BenchPage() {
  return <JobFrame stage="bench">{(hand) => <Bench hand={hand} key={hand.job.id} />}</JobFrame>
}
