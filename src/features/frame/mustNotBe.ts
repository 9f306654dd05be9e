import { forbidden, plannerFor } from '@/core/procedure'
import type { JobInHand } from './useJob'

/** Why the vehicle must not stand as it is said to; empty where it may. */
export const mustNotBe = ({ job, vehicle }: JobInHand): string[] => forbidden(plannerFor({ layout: vehicle.layout, ways: job.work?.ways ?? vehicle.ways }), job.state).map((invariant) => invariant.reason)
