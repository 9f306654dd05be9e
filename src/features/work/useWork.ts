'use client'
import { useMemo, useState } from 'react'
import {
  hazardsDue,
  nextStep,
  planHolds,
  vapourStale,
  waitHolds,
  type HazardsDue,
  type JobView,
  type WorkInHand,
} from '@/core/job'
import { GATES, USUAL_PACE, type WayId } from '@/core/library'
import type { PlacedCheck, Plan, PlanStep } from '@/core/procedure'
import { matches, pack, patternOf, unmet } from '@/core/vehicle'
import { latestSeen } from '@/data/clock'
import { meterHolds } from '../frame/MeterHold'
import { mustNotBe } from '../frame/mustNotBe'
import type { JobInHand } from '../frame/useJob'
import { useNow } from '../frame/useNow'
import { usePlan, type PlanView } from '../frame/usePlan'
import { lowerFirst, minutesText, variableWord } from '../frame/words'

const NO_WAYS: WayId[] = []
const NONE: string[] = []

/** The plan in hand, where it stands, and what holds it. */
export function useWork(hand: JobInHand): { view: PlanView; now: number | null; standing: Standing | null } {
  const { job, vehicle } = hand
  const { work } = job
  const setting = useMemo(
    () => ({ layout: vehicle.layout, ways: work?.ways ?? NO_WAYS }),
    [vehicle.layout, work?.ways],
  )
  const view = usePlan(
    work?.start ?? null,
    work?.repairIds ?? [],
    setting,
    work?.pace ?? USUAL_PACE,
    work?.already ?? NONE,
  )
  // Measured once, when the screen is taken up again; said until the first act.
  const [left] = useState(() => ({ at: job.lastAt, minutes: (Date.now() - job.lastAt) / 60_000 }))
  const now = useNow()
  return {
    view,
    now,
    standing:
      work && view.plan
        ? standingOf(hand, work, view.plan, now, job.lastAt === left.at ? left.minutes : 0)
        : null,
  }
}

export interface Standing {
  plan: Plan
  step: PlanStep | null
  /** The plan was made by an older library and goes otherwise now. */
  otherwise: boolean
  /** The check that stands before the next step. */
  check: PlacedCheck | null
  conflicts: ReturnType<typeof unmet>
  /** What else holds the step, in words. */
  holds: string[]
  /** Minutes since the meter was read, where that is too long for this step. */
  stale: number | null
  /** Why the vehicle must not stand as the strip says. */
  forbidden: string[]
  gates: typeof GATES
  /** Why the hazards are looked at again before anything goes on. */
  hazards: HazardsDue | null
  /** Minutes since this screen was left, until the first act on it. */
  gapMinutes: number
  message: string
  danger: boolean
}

function standingOf(
  hand: JobInHand,
  work: WorkInHand,
  plan: Plan,
  now: number | null,
  gapMinutes: number,
): Standing {
  const { job } = hand
  const step = nextStep(job, plan)
  // Only what the operation itself asks for can hold it; the rest of the planned state is its wake.
  const conflicts = step ? unmet(job.state, step.before).filter((variable) => variable in step.act.needs) : []
  const gates = GATES.filter((gate) =>
    gate.inside.some((inside) => matches(pack(job.state), patternOf(inside))),
  )
  return {
    plan,
    step,
    conflicts,
    gates,
    otherwise: !planHolds(job, plan),
    check: dueCheck(plan, work, step),
    holds: [
      ...conflicts.map((variable) => `${variableWord(variable)} ${step!.before[variable]}`),
      ...waitsHolding(job, now),
    ],
    // Asked before a step is begun, not in its middle.
    stale:
      step && now !== null && !begun(work, step)
        ? vapourStale(job, step.act, now, latestSeen(Math.max(now, job.lastAt)))
        : null,
    forbidden: mustNotBe(hand).map((invariant) => invariant.reason),
    hazards: gates.length > 0 && now !== null ? hazardsDue(job, step?.minutes ?? 0, now) : null,
    gapMinutes,
    message: messageOf(hand, plan, step, conflicts),
    danger: conflicts.length > 0 || meterHolds(hand),
  }
}

const begun = (work: WorkInHand, step: PlanStep) =>
  step.steps.some((_, part) => work.ticks.has(`${step.index}.${part}`))

const waitsHolding = (job: JobView, now: number | null): string[] =>
  waitHolds(job.waits, now ?? 0).map(
    (one) => `${lowerFirst(one.label)}, ${minutesText((one.endsAt - (now ?? 0)) / 60_000)} left`,
  )

/** The check that stands between the last done step and the next one. */
function dueCheck(plan: Plan, { done, checks }: WorkInHand, next: PlanStep | null): PlacedCheck | null {
  const before = next ? next.index : plan.steps.length
  return (
    plan.checks.find(
      (check) =>
        check.afterStep < before && done.has(check.afterStep) && checks.get(check.check.id) !== 'good',
    ) ?? null
  )
}

function messageOf(
  hand: JobInHand,
  plan: Plan,
  step: PlanStep | null,
  conflicts: ReturnType<typeof unmet>,
): string {
  if (meterHolds(hand)) return 'Everyone out: nothing goes on before the meter is under 10 % LEL.'
  if (!step) return 'All steps are done.'
  if (conflicts.length > 0)
    return `Held. This step needs: ${conflicts.map((variable) => `${variableWord(variable).toLowerCase()} ${step.before[variable]}`).join(', ')}.`
  return `${plan.steps.length - step.index} steps, ${minutesText(plan.steps.slice(step.index).reduce((sum, rest) => sum + rest.minutes, 0))} to finish.`
}
