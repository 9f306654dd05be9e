'use client'
import { inUnits } from '../frame/quantities'
import Link from 'next/link'
import { apartBySteps, lastMeter, notBack, openBypasses } from '@/core/job'
import { CHECKS, type Gate } from '@/core/library'
import type { PlacedCheck, Plan, PlanStep } from '@/core/procedure'
import type { VehicleState } from '@/core/vehicle'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { Notice } from '@/ui/Notice'
import { GateList } from '../frame/GateList'
import { MeterHold } from '../frame/MeterHold'
import type { JobInHand } from '../frame/useJob'
import { stageHref } from '../frame/words'
import { CostForm } from './CostForm'
import { WasteForm } from './WasteForm'

/** Stands in the place of the step from the leaving mark on; what was done stays done. */
export function EveryoneOut({ hand }: { hand: JobInHand }) {
  const last = lastMeter(hand.job)
  return (
    <div className="space-y-4" role="alert">
      <p className="text-second font-semibold text-accent">
        Meter {Math.round(100 * (last?.lelFraction ?? 0))} % LEL
      </p>
      <h1 className="text-work text-danger">Everyone out</h1>
      <ul className="space-y-2 text-step">
        <li>Leave everything as it lies. Touch no switch.</li>
        <li>Doors open on the way. Keep others away.</li>
        <li>Call for help when it keeps rising, or anyone feels dizzy.</li>
      </ul>
      <MeterHold hand={hand} />
    </div>
  )
}

/** The plan was made by another version of the library: its steps stand elsewhere now. */
export function Otherwise({ onAnew }: { onAnew: () => void }) {
  return (
    <div className="space-y-4" data-sheet="otherwise">
      <h1 className="text-work">This plan goes otherwise now</h1>
      <p className="text-step">
        It was made with an older list of steps. What is done stays done and recorded.
      </p>
      <p className="text-main">See that the strip below is right, then plan what is left from there.</p>
      <Button variant="act" tall data-act="anew" onClick={onAnew}>
        Plan anew from the state on the strip
      </Button>
    </div>
  )
}

/** The strip says that the vehicle stands as it must never stand: nothing goes on before it is put right. */
export function MustNotBe({ reasons }: { reasons: string[] }) {
  return (
    <div className="space-y-4" role="alert" data-sheet="forbidden">
      <p className="text-second font-semibold text-accent">Stop</p>
      <h1 className="text-work text-danger">This must not be</h1>
      <ul className="space-y-2 text-step">
        {reasons.map((reason) => (
          <li key={reason}>{inUnits(reason)}</li>
        ))}
      </ul>
      <p className="text-main">
        Step back, touch no switch near the opening. Put it right on the vehicle, then on the strip below. No
        step goes on before.
      </p>
    </div>
  )
}

export function HazardsAgain({
  gates,
  since,
  onConfirm,
}: {
  gates: Gate[]
  since: string
  onConfirm: () => void
}) {
  return (
    <div className="space-y-4">
      <p className="text-second font-semibold text-accent">{since}</p>
      <h1 className="text-work">Look at the hazards again</h1>
      <GateList gates={gates} className="space-y-2 text-step" />
      <Button variant="act" tall onClick={onConfirm}>
        Seen, all of it holds
      </Button>
    </div>
  )
}

export function CheckSheet({
  check,
  onDone,
}: {
  check: PlacedCheck
  onDone: (outcome: 'good' | 'bad') => void
}) {
  const known = CHECKS.find((candidate) => candidate.id === check.check.id)!
  return (
    <div className="space-y-4" data-check={known.id}>
      <p className="text-second font-semibold text-accent">
        Check here: a miss found now saves {check.savesMinutes} min
      </p>
      <h1 className="text-work">{inUnits(known.title)}</h1>
      <p className="text-step">{inUnits(known.how)}.</p>
      <div className="w-[520px]">
        <ChoiceGroup
          label="Outcome"
          tall
          options={[
            { id: 'good', label: 'It is right' },
            { id: 'bad', label: 'It is not' },
          ]}
          value={null}
          onChange={(id) => onDone(id as 'good' | 'bad')}
        />
      </div>
      <Notice title="Not right?">Put it right now. This check stays until it is.</Notice>
    </div>
  )
}

export function Finished({
  hand,
  plan,
  drained,
  left,
  onAnew,
}: {
  hand: JobInHand
  plan: Plan
  drained: boolean
  left: number
  onAnew: () => void
}) {
  const notHome = apartBySteps(hand.job.state) ? notBack(hand.job.state) : []
  return (
    <div className="space-y-5">
      {notHome.length === 0 ? (
        <h1 className="text-work">Everything is back in place</h1>
      ) : (
        <>
          <h1 className="text-work">The steps are done, the vehicle is not back</h1>
          <ul className="text-step">
            {notHome.map((line) => (
              <li key={line}>{line}</li>
            ))}
          </ul>
          <Button variant="act" tall data-act="way-back" onClick={onAnew}>
            Plan the way back from here
          </Button>
        </>
      )}
      {left > 0 && (
        <Notice
          kind="danger"
          title={`${left} ${left === 1 ? 'thing' : 'things'} put on the vehicle must come off.`}
        >
          See the tray.
        </Notice>
      )}
      {openBypasses(hand.job).length > 0 && (
        <Notice kind="danger" title="Still bridged.">
          {openBypasses(hand.job)
            .map((bypass) => bypass.what)
            .join(', ')}
          . Undo it under Wires.
        </Notice>
      )}
      <p className="text-step">Now prove it: the same readings as before, beside them.</p>
      <Link
        href={stageHref('prove', hand.job.id)}
        data-act="prove"
        className="inline-flex min-h-[72px] items-center bg-accent px-8 text-step font-semibold text-on-accent"
      >
        Prove the repair
      </Link>
      <CostForm hand={hand} plan={plan} />
      {drained && <WasteForm hand={hand} />}
    </div>
  )
}

/** Hazard first: the band over everything, with what holds now. */
export function HazardBand({
  step,
  gates,
  state,
}: {
  step: PlanStep | null
  gates: Gate[]
  state: VehicleState
}) {
  const caution = step?.act.caution
  const more = (step?.act.cautions ?? []).filter((other) => other.text !== caution?.text)
  const licensed = state.authority === 'given'
  if (!caution && gates.length === 0 && !licensed) return null
  const facts = [
    state.line === 'off' ? 'Line pressure is off' : 'Line is under pressure',
    state.battery === 'off' ? 'Battery minus is off' : 'Battery is on',
    state.area === 'safe' ? 'Extractor on, bonded' : 'Area is not made safe',
  ]
  return (
    <section
      role="region"
      aria-label="Hazard"
      className="flex min-h-[60px] flex-wrap items-center gap-x-5 gap-y-1 border-b-2 border-l-[12px] border-danger bg-danger-wash px-4 py-2 text-main leading-tight wide:flex-nowrap"
    >
      <h2 className="shrink-0 text-step text-danger narrow:w-full">
        {gates.length > 0
          ? inUnits(gates.at(-1)!.title.replace(' below here', ''))
          : caution
            ? 'Careful'
            : 'Aircraft'}
      </h2>
      <p className="min-w-[240px] flex-1 medium:min-w-[420px]">
        {(caution && inUnits(caution.text)) ??
          gates.at(-1)?.words ??
          'This app keeps the book and does the sums: approved data and licensed hands do the work.'}{' '}
        {caution && <span className="font-semibold text-danger">{inUnits(caution.stopWhen)}</span>}
        {more.length > 0 && (
          <span className="block pt-0.5 text-second leading-[20px]">
            {inUnits(more.map(({ text }) => text).join(' '))}
          </span>
        )}
      </p>
      {licensed && (
        <p className="max-w-[170px] border-l border-danger pl-3 text-second font-semibold">
          A licensed person does it, and signs
        </p>
      )}
      {gates.length > 0 &&
        facts.map((fact) => (
          <p key={fact} className="max-w-[150px] border-l border-danger pl-3 text-second">
            {fact}
          </p>
        ))}
    </section>
  )
}

export function NoPlan({ jobId }: { jobId: string }) {
  return (
    <main className="space-y-4 p-6">
      <h1 className="text-title">No plan yet.</h1>
      <p className="text-main">Work follows a plan. Choose what to repair.</p>
      <Link
        href={stageHref('plan', jobId)}
        className="inline-flex min-h-[48px] items-center bg-accent px-4 text-main font-semibold text-on-accent"
      >
        Make the plan
      </Link>
    </main>
  )
}
