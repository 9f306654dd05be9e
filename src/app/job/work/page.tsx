'use client'
import { Work } from '@/features/work/Work'
import { JobFrame } from '@/features/frame/JobFrame'

export default function WorkPage() {
  return <JobFrame stage="work">{(hand) => <Work hand={hand} key={hand.job.id} />}</JobFrame>
}
