import { inUnits } from '../frame/quantities'
import { repairById } from '@/core/library'
import type { PlacedCheck, Plan, PlanStep } from '@/core/procedure'
import { minutesText } from '../frame/words'

const SIDES: Record<PlanStep['side'], string> = {
  down: 'Going down',
  bottom: 'At the part',
  up: 'Going up',
}

/** The V as a ladder: every step in its order, what must hold from where on, and the checks that save a way back. */
export function PlanDown({ plan, done }: { plan: Plan; done: number }) {
  return (
    <ol aria-label={`Plan of ${plan.steps.length} steps`}>
      {plan.steps.map((step, at) => (
        <li key={step.index}>
          {step.side !== plan.steps[at - 1]?.side && (
            <h2 className="mt-3 border-b-2 border-ink font-instrument text-second font-normal text-ink-2">
              {SIDES[step.side]}
            </h2>
          )}
          {plan.gates
            .filter((gate) => gate.firstStep === step.index)
            .map(({ gate }) => (
              <p
                key={gate.id}
                className="border-l-[12px] border-danger bg-danger-wash px-3 py-1 text-main font-semibold text-danger"
              >
                {inUnits(gate.title)}
              </p>
            ))}
          <Step step={step} done={step.index < done} next={step.index === done} />
          {plan.checks
            .filter((check) => check.afterStep === step.index)
            .map((check) => (
              <Check key={check.check.id} check={check} />
            ))}
        </li>
      ))}
    </ol>
  )
}

function Step({ step, done, next }: { step: PlanStep; done: boolean; next: boolean }) {
  const repair = step.side === 'bottom' && step.repairId ? repairById(step.repairId).part : null
  return (
    <div
      aria-current={next ? 'step' : undefined}
      className={`grid min-h-[48px] grid-cols-[34px_minmax(0,1fr)_auto] items-center gap-x-3 border-b border-rule-2 py-1 text-main leading-tight ${step.side === 'bottom' ? 'bg-wash px-2' : ''}`}
    >
      <span
        className={`flex h-8 items-center justify-center border-2 text-second font-semibold ${done ? 'border-ink bg-ink text-ground' : next ? 'border-accent text-accent' : 'border-ink-3'}`}
      >
        {step.index + 1}
      </span>
      <span className={next ? 'font-semibold' : ''}>
        {inUnits(step.title)}
        {repair && <span className="block text-second text-ink-2">{repair}</span>}
      </span>
      <span className="whitespace-nowrap text-second text-ink-2">{minutesText(step.minutes)}</span>
    </div>
  )
}

function Check({ check }: { check: PlacedCheck }) {
  return (
    <p className="flex items-center justify-between gap-3 border-b border-l-8 border-rule-2 border-l-accent py-2 pl-3 text-main leading-tight">
      <span className="font-semibold text-accent">{inUnits(check.check.title)}</span>
      <span className="whitespace-nowrap text-second text-ink-2">
        saves {minutesText(check.savesMinutes)}
      </span>
    </p>
  )
}
