'use client'
import { Complaint } from '@/features/complaint/Complaint'
import { JobFrame } from '@/features/frame/JobFrame'

export default function ComplaintPage() {
  return <JobFrame stage="complaint">{(hand) => <Complaint hand={hand} key={hand.job.id} />}</JobFrame>
}
