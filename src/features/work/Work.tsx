'use client'
import Link from 'next/link'
import { useMemo, useState } from 'react'
import { CHECKS, GATES, USUAL_PACE, insideOf, type Gate, type WayId } from '@/core/library'
import { lastMeter, layoutKeyOf, nextStep, trayOf, waitHolds } from '@/core/job'
import { layoutOf, matches, pack, patternOf, unmet, type VehicleState } from '@/core/vehicle'
import { opensAt, type Plan, type PlacedCheck, type PlanStep } from '@/core/procedure'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import { MeterHold, meterHolds } from '../frame/MeterHold'
import { Photos } from '../frame/Photos'
import { ReadySheet, useReady } from '../frame/ReadySheet'
import { StateStrip } from '../frame/StateStrip'
import type { JobInHand } from '../frame/useJob'
import { useNow } from '../frame/useNow'
import { usePlan } from '../frame/usePlan'
import { lowerFirst, minutesText, stageHref, variableWord } from '../frame/words'
import { Handover } from './Handover'
import { InsideSheet } from './InsideSheet'
import { Ladder } from './Ladder'
import { StepSheet } from './StepSheet'
import { Tray } from './Tray'
import { WaitPanel } from './WaitPanel'
import { WasteForm } from './WasteForm'

/** A gap after which the hazards are asked anew, ms. */
const LONG_GAP_MS = 15 * 60_000

const NO_WAYS: WayId[] = []

export function Work({ hand }: { hand: JobInHand }) {
  const { job } = hand
  const work = job.work
  const view = usePlan(work?.start ?? null, work?.repairIds ?? [], useMemo(() => ({ layout: hand.vehicle.layout, ways: work?.ways ?? NO_WAYS }), [hand.vehicle.layout, work?.ways]), work?.pace ?? USUAL_PACE)
  const ready = useReady(hand, view.plan)
  const waiting = useMemo(() => job.waits.filter((wait) => !wait.ended), [job.waits])
  const inside = insideOf(layoutOf(layoutKeyOf(hand.vehicle, 'engine')))
  const [wrong, setWrong] = useState(false)
  // The gap is measured once, when the screen is taken up again.
  const [leftAt] = useState(job.lastAt)
  const now = useNow()
  if (!work) return <NoPlan jobId={job.id} />
  const plan = view.plan
  if (!plan) return <main className="p-6">{view.status === 'failed' ? <Notice title="The plan cannot be rebuilt.">Make it anew on Plan.</Notice> : <Notice kind="working" title="Fetching the plan." />}</main>
  const step = nextStep(job, plan)
  const check = step ? dueCheck(plan, work.done, work.checks, step) : dueCheck(plan, work.done, work.checks, null)
  const conflicts = step ? unmet(job.state, step.before).filter((variable) => relevant(step, variable)) : []
  const gates = GATES.filter((gate) => gate.inside.some((inside) => matches(pack(job.state), patternOf(inside))))
  const gap = now === null ? 0 : now - Math.max(leftAt, job.hazardsConfirmedAt ?? 0)
  const handed = (job.handover?.at ?? 0) > (job.hazardsConfirmedAt ?? 0)
  const askHazards = gates.length > 0 && (gap > LONG_GAP_MS || handed)
  return (
    <>
      <HazardBand step={step} gates={gates} state={job.state} />
      <main className="grid flex-1 grid-cols-[150px_700px_1fr] gap-6 px-6 pt-3">
        <Ladder plan={plan} at={step?.index ?? plan.steps.length} />
        <section aria-label="Step" className="min-h-0">
          {meterHolds(hand) ? (
            <EveryoneOut hand={hand} />
          ) : askHazards ? (
            <HazardsAgain gates={gates} since={handed ? `${job.handover!.to} takes over` : `You left here ${minutesText(gap / 60_000)} ago`} onConfirm={() => void hand.add(...gates.map((gate) => ({ kind: 'hazards-confirmed' as const, body: { gateId: gate.id } })))} />
          ) : check ? (
            <CheckSheet check={check} onDone={(outcome) => void hand.add({ kind: 'check-done', body: { checkId: check.check.id, outcome } })} />
          ) : step && inside.length > 0 && step.repairId && job.state.module === 'out' && inside.some((item) => !job.inside.has(item.id)) ? (
            <InsideSheet hand={hand} items={inside} />
          ) : step && step.index === opensAt(plan) && ready.missing.length > 0 ? (
            <ReadySheet hand={hand} items={ready.items} missing={ready.missing} />
          ) : step ? (
            <StepSheet key={step.index} hand={hand} plan={plan} step={step} conflicts={[...conflicts.map((variable) => `${variableWord(variable)} ${step.before[variable]}`), ...waitHolds(waiting, now ?? 0).map((one) => `${lowerFirst(one.label)}, ${minutesText((one.endsAt - (now ?? 0)) / 60_000)} left`)]} gapMinutes={now === null ? 0 : (now - leftAt) / 60_000} onWrong={() => setWrong(true)} />
          ) : (
            <Finished hand={hand} drained={job.state.fuelLevel === 'below flange'} left={trayOf(plan, work).filter((piece) => piece.side === 'on').length} />
          )}
        </section>
        <RightColumn hand={hand} plan={plan} step={step} now={now} />
      </main>
      <Tray unit={job.unit} pieces={trayOf(plan, work)} waits={waiting} now={now} onEnd={(waitId) => void hand.add({ kind: 'wait-ended', body: { waitId } })} />
      <StateStrip hand={hand} needs={step ? Object.fromEntries(conflicts.map((variable) => [variable, step.before[variable]])) : {}} message={meterHolds(hand) ? 'Everyone out: nothing goes on before the meter is under 10 % LEL.' : conflicts.length > 0 ? `Held. This step needs: ${conflicts.map((variable) => `${variableWord(variable).toLowerCase()} ${step!.before[variable]}`).join(', ')}.` : step ? `${plan.steps.length - step.index} steps, ${minutesText(plan.steps.slice(step.index).reduce((sum, rest) => sum + rest.minutes, 0))} to finish.` : 'All steps are done.'} danger={conflicts.length > 0 || meterHolds(hand)} />
      <Panel open={wrong} onOpenChange={setWrong} title="Something is wrong">
        <div className="space-y-4 text-main">
          <p>Make what is open safe first: cap both sides, wipe, lid on the can.</p>
          <p>If the vehicle stands otherwise than the strip says, set the strip. Then plan anew from there: what is done stays done.</p>
          <Button variant="act" onClick={() => { void hand.add({ kind: 'plan-made', body: { repairIds: work.repairIds, start: { ...job.state } as Record<string, string>, ways: work.ways, reason: work.reason, pace: work.pace } }); setWrong(false) }}>Plan anew from the state on the strip</Button>
          <div><Link href={stageHref('trace', job.id)} className="inline-flex min-h-[48px] items-center border-2 border-ink px-4 font-semibold">Back to Trace: it may be another fault</Link></div>
        </div>
      </Panel>
    </>
  )
}

/** Only what the operation itself asks for can hold it; the rest of the planned state is its wake. */
function relevant(step: PlanStep, variable: keyof VehicleState): boolean {
  return variable in step.act.needs
}

/** The check that stands between the last done step and the next one. */
function dueCheck(plan: Plan, done: Map<number, unknown>, checks: Map<string, 'good' | 'bad'>, next: PlanStep | null): PlacedCheck | null {
  const before = next ? next.index : plan.steps.length
  return plan.checks.find((check) => check.afterStep < before && done.has(check.afterStep) && checks.get(check.check.id) !== 'good') ?? null
}

function HazardBand({ step, gates, state }: { step: PlanStep | null; gates: Gate[]; state: VehicleState }) {
  const caution = step?.act.caution
  if (!caution && gates.length === 0) return null
  const facts = [state.line === 'off' ? 'Line pressure is off' : 'Line is under pressure', state.battery === 'off' ? 'Battery minus is off' : 'Battery is on', state.area === 'safe' ? 'Extractor on, bonded' : 'Area is not made safe']
  return (
    <section role="note" aria-label="Hazard" className="flex min-h-[60px] items-center gap-5 border-b-2 border-l-[12px] border-danger bg-danger-wash px-4 py-2 text-main leading-tight">
      <h2 className="shrink-0 text-step text-danger">{gates.at(-1)?.title.replace(' below here', '') ?? 'Careful'}</h2>
      <p className="flex-1">{caution?.text ?? gates.at(-1)?.words} {caution && <span className="font-semibold text-danger">{caution.stopWhen}</span>}</p>
      {gates.length > 0 && facts.map((fact) => <p key={fact} className="max-w-[150px] border-l border-danger pl-3 text-second">{fact}</p>)}
    </section>
  )
}

/** Stands in the place of the step from the leaving mark on; what was done stays done. */
function EveryoneOut({ hand }: { hand: JobInHand }) {
  const last = lastMeter(hand.job)
  return (
    <div className="space-y-4" role="alert">
      <p className="text-second font-semibold text-accent">Meter {Math.round(100 * (last?.lelFraction ?? 0))} % LEL</p>
      <h1 className="text-work text-danger">Everyone out</h1>
      <ul className="space-y-2 text-step"><li>Leave everything as it lies. Touch no switch.</li><li>Doors open on the way. Keep others away.</li><li>Call for help when it keeps rising, or anyone feels dizzy.</li></ul>
      <MeterHold hand={hand} />
    </div>
  )
}

function HazardsAgain({ gates, since, onConfirm }: { gates: Gate[]; since: string; onConfirm: () => void }) {
  return (
    <div className="space-y-4">
      <p className="text-second font-semibold text-accent">{since}</p>
      <h1 className="text-work">Look at the hazards again</h1>
      <ul className="space-y-2 text-step">{gates.map((gate) => <li key={gate.id}><span className="font-semibold">{gate.title.replace(' below here', '')}:</span> {lowerFirst(gate.words)}</li>)}</ul>
      <Button variant="act" tall onClick={onConfirm}>Seen, all of it holds</Button>
    </div>
  )
}

function CheckSheet({ check, onDone }: { check: PlacedCheck; onDone: (outcome: 'good' | 'bad') => void }) {
  const known = CHECKS.find((candidate) => candidate.id === check.check.id)!
  return (
    <div className="space-y-4" data-check={known.id}>
      <p className="text-second font-semibold text-accent">Check here: a miss found now saves {check.savesMinutes} min</p>
      <h1 className="text-work">{known.title}</h1>
      <p className="text-step">{known.how}.</p>
      <div className="w-[520px]"><ChoiceGroup label="Outcome" tall options={[{ id: 'good', label: 'It is right' }, { id: 'bad', label: 'It is not' }]} value={null} onChange={(id) => onDone(id as 'good' | 'bad')} /></div>
      <Notice title="Not right?">Put it right now. This check stays until it is.</Notice>
    </div>
  )
}

function Finished({ hand, drained, left }: { hand: JobInHand; drained: boolean; left: number }) {
  return (
    <div className="space-y-5">
      <h1 className="text-work">Everything is back in place</h1>
      {left > 0 && <Notice kind="danger" title={`${left} ${left === 1 ? 'thing' : 'things'} put on the vehicle must come off.`}>See the tray.</Notice>}
      <p className="text-step">Now prove it: the same readings as before, beside them.</p>
      <Link href={stageHref('prove', hand.job.id)} data-act="prove" className="inline-flex min-h-[72px] items-center bg-accent px-8 text-step font-semibold text-on-accent">Prove the repair</Link>
      {drained && <WasteForm hand={hand} />}
    </div>
  )
}

/** What belongs to the step, and what may be done beside it: a photo, a wait, a change of hands. */
function RightColumn({ hand, plan, step, now }: { hand: JobInHand; plan: Plan; step: PlanStep | null; now: number | null }) {
  const [open, setOpen] = useState<'wait' | 'handover' | null>(null)
  return (
    <div className="flex min-h-0 flex-col justify-between gap-3">
      <Beside step={step} />
      <div className="space-y-2">
        <Photos hand={hand} operationId={step?.operationId ?? null} />
        <div className="grid grid-cols-2 gap-2"><Button variant="quiet" data-act="wait" onClick={() => setOpen('wait')}>Begin a wait</Button><Button variant="quiet" data-act="handover" onClick={() => setOpen('handover')}>Hand over</Button></div>
      </div>
      <WaitPanel hand={hand} open={open === 'wait'} onOpenChange={(next) => setOpen(next ? 'wait' : null)} />
      <Handover hand={hand} plan={plan} step={step} pieces={trayOf(plan, hand.job.work!)} now={now} open={open === 'handover'} onOpenChange={(next) => setOpen(next ? 'handover' : null)} />
    </div>
  )
}

function Beside({ step }: { step: PlanStep | null }) {
  if (!step) return <aside />
  const { newParts: parts = [], tools = [], orientation, looks } = step.act
  return (
    <aside className="space-y-4 text-main" aria-label="For this step">
      {parts.length > 0 && <div><h2 className="font-instrument text-second font-normal text-ink-2">New, for this step</h2><ul>{parts.map((part) => <li key={part.name} className="my-1 inline-block border-2 border-ink px-2 font-semibold">{part.count > 1 ? `${part.count} × ` : ''}{part.name}</li>)}</ul></div>}
      {tools.length > 0 && <div><h2 className="font-instrument text-second font-normal text-ink-2">In hand</h2><p>{tools.join(', ')}</p></div>}
      {orientation && <div className="border-l-4 border-accent pl-3"><h2 className="font-instrument text-second font-normal text-ink-2">How it lies</h2><p>{orientation}</p></div>}
      {looks && <div><h2 className="font-instrument text-second font-normal text-ink-2">Look at</h2><p>{looks}</p></div>}
      <p className="text-second text-ink-2">The tablet can spark too: it stays on the trolley, outside the bonded area.</p>
    </aside>
  )
}

function NoPlan({ jobId }: { jobId: string }) {
  return (
    <main className="space-y-4 p-6">
      <h1 className="text-title">No plan yet.</h1>
      <p className="text-main">Work follows a plan. Choose what to repair.</p>
      <Link href={stageHref('plan', jobId)} className="inline-flex min-h-[48px] items-center bg-accent px-4 text-main font-semibold text-on-accent">Make the plan</Link>
    </main>
  )
}
