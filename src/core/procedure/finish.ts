/**
 * When a plan ends: work goes on up to the first fuel joint, and from there once the last part on order
 * is in hand. A tank that lies open waits for nothing, so it is also said when to begin.
 */
import type { Plan, PlanStep } from './planTerms'
import { opensAt } from './ready'

export interface Finish {
  /** All done, ms. */
  endsAt: number
  /** Begun or gone on with then, the last part comes as the first joint is due: nothing stands apart meanwhile. Not before now; ms. */
  beginAt: number
  /** The first joint parts then, ms; null where none is left to part. */
  opensAt: number | null
}

const MINUTE_MS = 60_000

/** Milliseconds that steps take with what cures and soaks after them. */
const lasts = (plan: Plan, steps: PlanStep[]): number => {
  const indices = new Set(steps.map((step) => step.index))
  return (
    MINUTE_MS *
    (steps.reduce((sum, step) => sum + step.minutes, 0) +
      plan.waits.reduce((sum, wait) => sum + (indices.has(wait.afterStep) ? wait.minutes : 0), 0))
  )
}

/**
 * `now` in ms, `next` the index of the step that is next (the number of steps where none is left),
 * `arrivesAt` when the last part on order comes, ms, null where nothing is on order. What is late has
 * come at `now` at the earliest.
 */
export function finishOf(plan: Plan, now: number, next = 0, arrivesAt: number | null = null): Finish {
  const left = plan.steps.filter((step) => step.index >= next)
  const opening = opensAt(plan)
  if (opening === null || opening < next)
    return { endsAt: now + lasts(plan, left), beginAt: now, opensAt: null }
  const before = lasts(
    plan,
    left.filter((step) => step.index < opening),
  )
  const opens = Math.max(now + before, arrivesAt ?? now)
  return {
    endsAt:
      opens +
      lasts(
        plan,
        left.filter((step) => step.index >= opening),
      ),
    beginAt: opens - before,
    opensAt: opens,
  }
}
