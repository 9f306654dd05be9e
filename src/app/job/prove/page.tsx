'use client'
import { Prove } from '@/features/prove/Prove'
import { JobFrame } from '@/features/frame/JobFrame'

export default function ProvePage() {
  return <JobFrame stage="prove">{(hand) => <Prove hand={hand} key={hand.job.id} />}</JobFrame>
}
