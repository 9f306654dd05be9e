'use client'
import { Plan } from '@/features/plan/Plan'
import { JobFrame } from '@/features/frame/JobFrame'

export default function PlanPage() {
  return <JobFrame stage="plan">{(hand) => <Plan hand={hand} key={hand.job.id} />}</JobFrame>
}
