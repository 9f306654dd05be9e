'use client'
import { useMemo, useState } from 'react'
import { insideOf } from '@/core/library'
import { layoutKeyOf, trayOf, type HazardsDue } from '@/core/job'
import { opensAt } from '@/core/procedure'
import { layoutOf } from '@/core/vehicle'
import { Fold } from '@/ui/Fold'
import { Notice } from '@/ui/Notice'
import { useShape } from '@/ui/Shape'
import { ReadySheet, useReady } from '../frame/ReadySheet'
import { WorkPaper } from '../frame/PlanPaper'
import { StateStrip } from '../frame/StateStrip'
import { conflictsOf } from '../frame/useHolds'
import type { JobInHand } from '../frame/useJob'
import { minutesText } from '../frame/words'
import { InsideSheet } from './InsideSheet'
import { Ladder } from './Ladder'
import { LieSheet } from './LieSheet'
import { MeterAgain } from './MeterAgain'
import { RightColumn } from './RightColumn'
import { StepSheet } from './StepSheet'
import { FromLabel } from './FromLabel'
import { Tray } from './Tray'
import {
  CheckSheet,
  EveryoneOut,
  Finished,
  HazardBand,
  HazardsAgain,
  MustNotBe,
  NoPlan,
  Otherwise,
} from './WorkSheets'
import { Wrong } from './Wrong'
import { useWork, type Standing } from './useWork'

export function Work({ hand }: { hand: JobInHand }) {
  const { job } = hand
  const { view, now, standing } = useWork(hand)
  const ready = useReady(hand, view.plan)
  const waiting = useMemo(() => job.waits.filter((wait) => !wait.ended), [job.waits])
  const [wrong, setWrong] = useState(false)
  const shape = useShape()
  const { work } = job
  if (!work) return <NoPlan jobId={job.id} />
  if (!standing)
    return (
      <main className="p-6">
        {view.status === 'failed' ? (
          <Notice title="The plan cannot be rebuilt.">Make it anew on Plan.</Notice>
        ) : (
          <Notice kind="working" title="Fetching the plan." />
        )}
      </main>
    )
  const { plan, step, holds } = standing
  const pieces = trayOf(plan, work)
  const anew = () => {
    void hand.act('planAnew', {})
    setWrong(false)
  }
  return (
    <>
      <HazardBand step={step} gates={standing.gates} state={job.state} />
      <main className="flex flex-col gap-4 px-4 pt-3 medium:px-6 wide:grid wide:min-h-0 wide:flex-1 wide:grid-cols-[150px_minmax(0,700fr)_minmax(0,334fr)] wide:gap-6 wide:px-6">
        {shape === 'wide' && <Ladder plan={plan} at={step?.index ?? plan.steps.length} />}
        <section aria-label="Step" className="min-h-0 wide:overflow-y-auto wide:pr-1">
          <FromLabel plan={plan} step={step} />
          <Sheet
            hand={hand}
            now={now ?? 0}
            standing={standing}
            ready={ready}
            left={pieces.filter((piece) => piece.side === 'on').length}
            onAnew={anew}
            onWrong={() => setWrong(true)}
          />
        </section>
        {/* One place in every shape: what is typed in a sheet outlives a turned tablet. */}
        <Fold line="For this step: parts, tools, photos, hand over" flat={shape !== 'narrow'}>
          <RightColumn hand={hand} plan={plan} step={step} now={now} />
        </Fold>
        {shape !== 'wide' && <Ladder plan={plan} at={step?.index ?? plan.steps.length} />}
      </main>
      {now !== null && <WorkPaper job={job} plan={plan} now={now} />}
      <Tray
        job={job}
        pieces={pieces}
        waits={waiting}
        now={now}
        onEnd={(waitId) => void hand.act('endWait', { waitId })}
      />
      <StateStrip
        hand={hand}
        needs={
          step
            ? Object.fromEntries(conflictsOf(holds).map((variable) => [variable, step.act.needs[variable]]))
            : {}
        }
        message={standing.message}
        danger={standing.danger}
      />
      <Wrong hand={hand} open={wrong} onOpenChange={setWrong} onAnew={anew} />
    </>
  )
}

/** Why the hazards are asked for again. */
function sinceText(due: HazardsDue): string {
  switch (due.why) {
    case 'handover':
      return `${due.to} takes over`
    case 'pause':
      return `Nothing was done here for ${minutesText(due.minutes)}`
    case 'clock':
      return 'The clock of this tablet runs behind its entries: nobody knows how long it was'
  }
}

/** Steps before which it is written down how hoses and wires lie. */
const LAID = ['partModule', 'lowerTank', 'frameTankOff']

interface SheetProps {
  hand: JobInHand
  now: number
  standing: Standing
  ready: ReturnType<typeof useReady>
  /** Pieces put on the vehicle that must come off. */
  left: number
  onAnew: () => void
  onWrong: () => void
}

/** One sheet at a time: what must be settled before the step stands in its place. */
function Sheet({ hand, now, standing, ready, left, onAnew, onWrong }: SheetProps) {
  const { job } = hand
  const { plan, step, check, gates, holds } = standing
  const [gravest] = holds
  const inside = insideOf(layoutOf(layoutKeyOf(hand.vehicle, 'engine')))
  if (standing.otherwise) return <Otherwise onAnew={onAnew} />
  if (gravest?.kind === 'everyone out') return <EveryoneOut hand={hand} />
  if (gravest?.kind === 'must not be')
    return <MustNotBe reasons={holds.flatMap((hold) => (hold.kind === 'must not be' ? hold.reason : []))} />
  if (gravest?.kind === 'hazards')
    return (
      <HazardsAgain
        gates={gates}
        since={sinceText(gravest.due)}
        onConfirm={() => void hand.act('confirmHazards', {})}
      />
    )
  if (check)
    return (
      <CheckSheet
        check={check}
        onDone={(outcome) => void hand.act('passCheck', { checkId: check.check.id, outcome })}
      />
    )
  if (!step)
    return (
      <Finished
        hand={hand}
        plan={plan}
        drained={job.drained || job.state.fuelLevel === 'below flange'}
        left={left}
        onAnew={onAnew}
      />
    )
  if (
    inside.length > 0 &&
    step.repairId &&
    job.state.module === 'out' &&
    inside.some((item) => !job.inside.has(item.id))
  )
    return <InsideSheet hand={hand} items={inside} />
  if (step.index === opensAt(plan) && ready.missing.length > 0)
    return <ReadySheet hand={hand} ready={ready} />
  if (LAID.includes(step.operationId) && !job.lies.has(step.operationId))
    return <LieSheet hand={hand} operationId={step.operationId} />
  if (gravest?.kind === 'meter again') return <MeterAgain hand={hand} minutes={gravest.minutes} />
  return (
    <StepSheet
      key={step.index}
      hand={hand}
      plan={plan}
      step={step}
      holds={holds}
      now={now}
      gapMinutes={standing.gapMinutes}
      onWrong={onWrong}
    />
  )
}
