/** Acts on the steps of a plan: ticked, finished, checked. A step is finished only where nothing holds it and nothing of it is missing. */
import { failsCheck, holdsOn, nextStep, settingInHand, type WorkInHand } from '../job'
import type { Plan, PlanStep } from '../procedure'
import type { Addition, BodyOf } from '../records'
import type { Minutes } from '../shared'
import { entries, unready, type Decided, type Missing, type Situation } from './situation'

const ID_LETTERS = 80

const isTicked = (work: WorkInHand | null, { index }: PlanStep, part: number): boolean =>
  work?.ticks.has(`${index}.${part}`) ?? false

export const tickPart = (_: Situation, body: BodyOf<'substep-ticked'>): Decided =>
  entries({ kind: 'substep-ticked', body })

/** Ticks what is left of a step. */
export const tickRest = ({ job }: Situation, { step }: { step: PlanStep }): Decided =>
  entries(
    ...step.steps.flatMap((_, part): Addition[] =>
      isTicked(job.work, step, part)
        ? []
        : [{ kind: 'substep-ticked', body: { step: step.index, part, ticked: true } }],
    ),
  )

export interface Finished {
  plan: Plan
  step: PlanStep
  /** The figure of its gauge or meter, in the gate's unit; null where none was entered. */
  entered: number | null
  torqueNm: number | null
  byFeel: boolean
  /** How long it waits afterwards; null: as is typical for it. */
  waitMinutes: Minutes | null
}

/** What a step still needs before it is done. */
export function missingOf(
  work: WorkInHand,
  { step, entered, torqueNm, byFeel }: Omit<Finished, 'plan'>,
): Missing[] {
  const { gaugeGate, torque } = step.act
  const left = step.steps.filter((_, part) => !isTicked(work, step, part)).length
  const figure = !gaugeGate || (entered !== null && entered < gaugeGate.below)
  return [
    ...(left > 0 ? [{ of: 'parts' as const, count: left }] : []),
    ...(figure ? [] : [{ of: 'figure' as const }]),
    ...(!torque || byFeel || torqueNm !== null ? [] : [{ of: 'torque' as const }]),
  ]
}

/** Was a step begun? What is asked before it is not asked in its middle. */
export const stepBegun = (work: WorkInHand, step: PlanStep): boolean =>
  step.steps.some((_, part) => isTicked(work, step, part))

/** What holds the next step, gravest first. */
export const stepHolds = ({ job, vehicle, moment }: Omit<Situation, 'newId'>, step: PlanStep | null) =>
  holdsOn(job, settingInHand(vehicle, job), step?.act ?? null, moment, {
    as: 'step',
    begun: step !== null && job.work !== null && stepBegun(job.work, step),
  })

export function finishStep(situation: Situation, finished: Finished): Decided {
  const { work } = situation.job
  const { plan, step, entered, torqueNm, byFeel } = finished
  if (!work) return entries()
  if (failsCheck(situation.job, work.repairIds)) return unready({ of: 'check' })
  // What a page showed may be behind: another has done it, or a check stands before it.
  if (nextStep(situation.job, plan)?.index !== step.index) return unready({ of: 'order' })
  if (dueCheck(plan, work, step)) return unready({ of: 'check' })
  const holds = stepHolds(situation, step)
  if (holds.length > 0) return { kind: 'held', holds }
  const missing = missingOf(work, finished)
  if (missing.length > 0) return unready(...missing)
  const { gaugeGate, sets } = step.act
  return entries(
    ...(gaugeGate?.unit === '%' && entered !== null ? [meterAtStep(entered)] : []),
    {
      kind: 'step-done',
      body: {
        step: step.index,
        operationId: step.operationId,
        sets: { ...sets } as Record<string, string>,
        entered,
        torqueNm,
        byFeel,
        note: '',
      },
    },
    ...waitAfter(work, finished),
    ...(step.operationId === 'makeAreaSafe' ? [GUARDED] : []),
  )
}

/** The meter at a step, whatever it shows: too high a figure is kept too, and holds. */
export const noteMeterAtStep = (_: Situation, { percent }: { percent: number }): Decided =>
  entries(meterAtStep(percent))

const meterAtStep = (lelPercent: number): Addition => ({
  kind: 'meter-read',
  body: { lelPercent, where: 'at the step' },
})
const GUARDED: Addition = {
  kind: 'guard-noted',
  body: { extinguisher: true, meterZeroed: true, note: '' },
}

function waitAfter(work: WorkInHand, { step, waitMinutes }: Finished): Addition[] {
  const { wait } = step.act
  if (!wait) return []
  return [
    {
      kind: 'wait-started',
      body: {
        waitId: `${step.operationId}-${work.madeAt}`.slice(0, ID_LETTERS),
        label: wait.label,
        minutes: waitMinutes ?? wait.minutes,
        holds: true,
      },
    },
  ]
}

export const passCheck = (_: Situation, body: BodyOf<'check-done'>): Decided =>
  entries({ kind: 'check-done', body })

/** The check that stands between the last done step and the next one; null where none does. */
export function dueCheck(plan: Plan, { done, checks }: WorkInHand, next: PlanStep | null) {
  const before = next ? next.index : plan.steps.length
  return (
    plan.checks.find(
      (check) =>
        check.afterStep < before && done.has(check.afterStep) && checks.get(check.check.id) !== 'good',
    ) ?? null
  )
}
