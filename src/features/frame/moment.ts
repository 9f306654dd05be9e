import type { Moment } from '@/core/job'
import { latestSeen } from '@/data/clock'

/** This moment on this tablet, by its own clock alone: another tablet that runs ahead must not make every age here unknown. */
export const momentOf = (now: number | null): Moment => ({ now, latest: latestSeen(now ?? 0) })
