/**
 * A pause in which somebody may have changed what was safe. While a hazard is open it ends with a look at
 * the hazards, and so does a change of hands. Time that the step in hand explains is no pause.
 */
import type { Minutes } from '../shared'
import type { JobEvent } from '../records'

/** A long pause that an act ended, ms and its minutes. */
export interface Pause {
  endedAt: number
  /** Place of that act among the events of the log. */
  order: number
  minutes: Minutes
}
interface Stretch {
  /** The last act, ms; 0 before any. */
  lastAt: number
  away: Pause | null
}

const MINUTE_MS = 60_000
/** A clock that is behind by less than this was only set. */
const CLOCK_SLACK_MINUTES: Minutes = 1
/** A gap after which the hazards are looked at anew. */
export const LONG_PAUSE_MINUTES: Minutes = 15
/** A step may take so many times its planned minutes before nobody is thought to be at it. */
const STEP_TAKES = 2

/** Ticks and steps of the plan: they cannot be made while the hazards are asked for. */
const WORK_ACTS: readonly JobEvent['kind'][] = [
  'substep-ticked',
  'step-done',
  'check-done',
  'hazards-confirmed',
  'plan-made',
]
/** The pause that an act ends which the plan did not ask for; null where it ends none. */
export function pauseEnded(job: Stretch, event: Pick<JobEvent, 'kind' | 'at'>, order: number): Pause | null {
  const minutes = (event.at - job.lastAt) / MINUTE_MS
  return job.lastAt > 0 && minutes > LONG_PAUSE_MINUTES && !WORK_ACTS.includes(event.kind)
    ? { endedAt: event.at, order, minutes }
    : job.away
}

export type HazardsDue =
  | { why: 'pause'; minutes: Minutes }
  | { why: 'handover'; to: string }
  /** The clock runs behind the log: nobody knows how long it was. */
  | { why: 'clock' }

/** Why the hazards have to be looked at again before the step goes on, at a time in ms; null where they need not. */
export function hazardsDue(
  job: Stretch & {
    handover: { to: string; order: number } | null
    /** Place of the last look at the hazards among the events of the log; -1 before any. */
    hazardsConfirmedOrder: number
  },
  stepMinutes: Minutes,
  now: number,
): HazardsDue | null {
  if (job.handover && job.handover.order > job.hazardsConfirmedOrder)
    return { why: 'handover', to: job.handover.to }
  const idle = (now - job.lastAt) / MINUTE_MS
  if (idle < -CLOCK_SLACK_MINUTES) return { why: 'clock' }
  if (idle > Math.max(LONG_PAUSE_MINUTES, STEP_TAKES * stepMinutes)) return { why: 'pause', minutes: idle }
  return job.away && job.away.order > job.hazardsConfirmedOrder
    ? { why: 'pause', minutes: job.away.minutes }
    : null
}
