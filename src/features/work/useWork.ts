'use client'
import { useMemo, useState } from 'react'
import { dueCheck, stepHolds } from '@/core/acts'
import { nextStep, openGates, planHolds, planSettingOf, type Hold, type WorkInHand } from '@/core/job'
import { USUAL_PACE, type Gate, type WayId } from '@/core/library'
import type { PlacedCheck, Plan, PlanStep } from '@/core/procedure'
import { momentOf } from '../frame/moment'
import { holdLine } from '../frame/useHolds'
import type { JobInHand } from '../frame/useJob'
import { useNow } from '../frame/useNow'
import { usePlan, type PlanView } from '../frame/usePlan'
import { minutesText } from '../frame/words'

const NO_WAYS: WayId[] = []
const NO_WORK = { repairIds: [], already: [] }
const NONE: string[] = []

/** The plan in hand, where it stands, and what holds it. */
export function useWork(hand: JobInHand): { view: PlanView; now: number | null; standing: Standing | null } {
  const { job, vehicle } = hand
  const { work } = job
  const setting = useMemo(
    () => ({ ...planSettingOf(vehicle, job, work ?? NO_WORK), ways: work?.ways ?? NO_WAYS }),
    [vehicle, job, work],
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
  /** What holds the step, gravest first. */
  holds: Hold[]
  gates: Gate[]
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
  const holds = stepHolds({ job, vehicle: hand.vehicle, moment: momentOf(now) }, step)
  return {
    plan,
    step,
    holds,
    gates: openGates(job.state),
    otherwise: !planHolds(job, plan),
    check: dueCheck(plan, work, step),
    gapMinutes,
    message: holdLine(holds) ?? toFinish(plan, step),
    danger: holds.some((hold) => hold.kind !== 'wait'),
  }
}

function toFinish(plan: Plan, step: PlanStep | null): string {
  if (!step) return 'All steps are done.'
  const left = plan.steps.slice(step.index)
  return `${left.length} steps, ${minutesText(left.reduce((sum, rest) => sum + rest.minutes, 0))} to finish.`
}
