'use client'
import { Record } from '@/features/record/Record'
import { JobFrame } from '@/features/frame/JobFrame'

export default function RecordPage() {
  return <JobFrame stage="record">{(hand) => <Record hand={hand} key={hand.job.id} />}</JobFrame>
}
