import type { Invariant } from '@/core/library'
import { forbidden, plannerFor } from '@/core/procedure'
import type { JobInHand } from './useJob'

/** Rules that the vehicle breaks as it is said to stand; empty where it may. */
export const mustNotBe = ({ job, vehicle }: JobInHand): Invariant[] =>
  forbidden(plannerFor({ layout: vehicle.layout, ways: job.work?.ways ?? vehicle.ways }), job.state)
