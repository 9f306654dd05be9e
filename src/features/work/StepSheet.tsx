'use client'
import { Check } from 'lucide-react'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useState } from 'react'
import { missingOf, type Finished, type Missing } from '@/core/acts'
import { LEAVE_LEL, STOP_LEL, failsCheck, readGate, type Hold } from '@/core/job'
import type { Plan, PlanStep } from '@/core/procedure'
import { figureOf } from '@/core/shared'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { MainAct } from '@/ui/Shape'
import { HoldLines, holdWords } from '../frame/HoldLines'
import type { JobInHand } from '../frame/useJob'
import { setShort, useShort } from '../frame/useShort'
import { useKeys } from '../frame/useKeys'
import { gateUnitText, inUnits, limitText, typedAs, unitShown } from '../frame/quantities'
import { minutesText, stageHref } from '../frame/words'

// It comes a moment later: no step waits for what was learned before.
const LastTime = dynamic(() => import('./LastTime').then((own) => own.LastTime), { ssr: false })

interface Props {
  hand: JobInHand
  plan: Plan
  step: PlanStep
  holds: Hold[]
  /** Time on this tablet, ms. */
  now: number
  gapMinutes: number
  onWrong: () => void
}

const SIDES = { down: 'going down', bottom: 'at the part', up: 'going up' } as const

/** One step at a time, large; the act stays dashed until all is ticked and names what remains. */
export function StepSheet({ hand, plan, step, holds, now, gapMinutes, onWrong }: Props) {
  const work = hand.job.work!
  const operation = step.act
  const [measured, setMeasured] = useState('')
  const [torque, setTorque] = useState('')
  const [byFeel, setByFeel] = useState(false)
  const [waitHours, setWaitHours] = useState('')
  const short = useShort()
  const ticked = (part: number) => work.ticks.has(`${step.index}.${part}`)
  const open = step.steps.findIndex((_, part) => !ticked(part))
  const gate = operation.gaugeGate
  const entry = gate ? readGate(measured, gate.unit, unitShown(gate.unit)) : null
  const value = entry?.kind === 'figure' ? entry.value : null
  const hours = figureOf(waitHours)
  const torqueUnit = operation.torque ? unitShown('N·m', operation.torque.lowNm) : 'N·m'
  const torqueNm = typedAs(torque, 'N·m', torqueUnit)
  const finished: Finished = {
    plan,
    step,
    entered: value,
    torqueNm,
    byFeel,
    waitMinutes: hours !== null && hours > 0 ? 60 * hours : null,
  }
  const missing = missingOf(work, finished)
  const toTick = missing.reduce((sum, one) => sum + (one.of === 'parts' ? one.count : 0), 0)
  const gateMet = !missing.some(({ of }) => of === 'figure')
  const remains = missing.map((one) => missingText(one, step))
  const failing = failsCheck(hand.job, work.repairIds)
  const ready = remains.length === 0 && holds.length === 0 && !failing
  const tick = (part: number) => void hand.act('tickPart', { step: step.index, part, ticked: !ticked(part) })
  const finish = () => {
    if (ready) void hand.act('finishStep', finished)
  }
  const tickAll = () => void hand.act('tickRest', { step })
  const previous = step.index > 0 ? work.done.get(step.index - 1) : undefined
  const back = () => previous && void hand.undo(previous.eventId, `back to step ${step.index}`)
  useKeys({ ' ': () => open >= 0 && tick(open), b: () => back(), w: onWrong })
  return (
    <div data-step={step.operationId} className="flex flex-col wide:h-full">
      <StepHead
        step={step}
        count={plan.steps.length}
        left={
          gapMinutes > 2 && work.done.size + work.ticks.size > 0
            ? `You left here ${minutesText(gapMinutes)} ago.`
            : null
        }
        next={toTick > 0 && toTick < step.steps.length ? inUnits(step.steps[open]!).toLowerCase() : null}
        short={short}
      />
      <div className="wide:min-h-0 wide:flex-1 wide:overflow-y-auto">
        {short && toTick > 0 && step.steps.length > 1 ? (
          <AllParts step={step} left={toTick} onAll={tickAll} />
        ) : (
          <Parts step={step} open={open} ticked={ticked} onTick={tick} />
        )}
        <HoldLines holds={holds} />
        {failing && <BuildFails jobId={hand.job.id} />}
        <LastTime hand={hand} operationId={step.operationId} />
        <div className="flex flex-wrap items-end gap-4 py-2 wide:flex-nowrap">
          {gate && (
            <NumberLine
              label={`${gate.what}, under ${limitText(gate)}`}
              unit={gateUnitText(gate)}
              value={measured}
              onChange={setMeasured}
            />
          )}
          {gate && entry?.kind === 'not possible' && (
            <Notice title={`It shows ${inUnits(entry.range)}.`}>Enter what it shows.</Notice>
          )}
          {gate && value !== null && !gateMet && (
            <Notice kind="danger" title={`${measured.trim()} ${gateUnitText(gate)} is too much.`}>
              {tooMuch(gate, value)}
            </Notice>
          )}
          {gate?.unit === '%' && value !== null && value >= 0 && !gateMet && (
            <Button
              className="shrink-0 whitespace-nowrap"
              data-act="note-meter"
              onClick={() => void hand.act('noteMeterAtStep', { percent: value })}
            >
              Note {value} % LEL
            </Button>
          )}
          {operation.torque && !byFeel && (
            <NumberLine
              label={`${operation.torque.what}, ${inUnits(`{${operation.torque.lowNm} to ${operation.torque.highNm} N·m}`)} typical; the maker’s figure governs`}
              unit={torqueUnit}
              value={torque}
              onChange={setTorque}
            />
          )}
          {operation.torque &&
            torqueNm !== null &&
            (torqueNm < operation.torque.lowNm || torqueNm > operation.torque.highNm) && (
              <Notice title="Outside the typical range.">Kept as you say. Check the maker’s figure.</Notice>
            )}
          {operation.wait && (
            <NumberLine
              label={`${inUnits(operation.wait.label)}: ${minutesText(operation.wait.minutes)} typical, its sheet governs`}
              unit="h"
              placeholder={String(Math.round(operation.wait.minutes / 6) / 10)}
              value={waitHours}
              onChange={setWaitHours}
            />
          )}
          {operation.torque && (
            <Button
              variant={byFeel ? 'plain' : 'quiet'}
              aria-pressed={byFeel}
              onClick={() => setByFeel(!byFeel)}
            >
              {byFeel ? 'By feel, recorded so' : 'No wrench: by feel'}
            </Button>
          )}
        </div>
      </div>
      <div className="flex flex-wrap gap-2 pt-1 wide:flex-nowrap wide:pb-2">
        <Button tall disabled={!previous} variant={previous ? 'quiet' : 'held'} onClick={back}>
          {previous ? `Back to ${step.index}` : 'First step'}
        </Button>
        <Button tall variant="quiet" onClick={onWrong}>
          Something is wrong
        </Button>
        <MainAct>
          <button
            type="button"
            data-act="step-done"
            disabled={!ready}
            onClick={finish}
            className={`min-h-[72px] flex-1 text-step font-semibold ${ready ? 'bg-accent text-on-accent' : 'border-2 border-dashed border-accent bg-wash text-accent'}`}
          >
            {failing
              ? 'Held: the build does not do'
              : holds[0]
                ? `Held: ${holdWords(holds[0], now)}`
                : ready
                  ? step.index + 1 === plan.steps.length
                    ? 'Done, last step'
                    : `Done, to step ${step.index + 2}`
                  : `${remains.join(', ')}, then step ${step.index + 2}`}
          </button>
        </MainAct>
      </div>
    </div>
  )
}

/** What was chosen changed after it was planned, and does not pass its check any more. */
const BuildFails = ({ jobId }: { jobId: string }) => (
  <Notice kind="danger" title="The build does not do as it is chosen now.">
    No step goes on before its check is passed.{' '}
    <Link
      href={stageHref('trace', jobId)}
      data-act="to-build"
      className="inline-flex min-h-[44px] items-center font-semibold underline"
    >
      Look at the build
    </Link>
  </Notice>
)

type FigureGate = NonNullable<PlanStep['act']['gaugeGate']>

/** What a figure over its limit asks for. */
function tooMuch(gate: FigureGate, value: number): string {
  if (gate.unit !== '%' || value < 100 * STOP_LEL) return 'Wait and read again. The step stays held.'
  return value < 100 * LEAVE_LEL
    ? 'Stop, ventilate, note it.'
    : 'Everyone out, touch no switch. Note it outside.'
}

/** What a step still needs, on its button. */
const missingText = (missing: Missing, step: PlanStep): string =>
  missing.of === 'parts'
    ? `${missing.count} to tick`
    : missing.of === 'figure'
      ? step.act.gaugeGate!.what.toLowerCase()
      : missing.of

function StepHead({
  step,
  count,
  left,
  next,
  short,
}: {
  step: PlanStep
  count: number
  left: string | null
  next: string | null
  short: boolean
}) {
  return (
    <>
      <div className="flex items-center justify-between">
        <p className="text-second font-semibold text-accent">
          Step {step.index + 1} of {count}, {SIDES[step.side]}, {minutesText(step.minutes)}
        </p>
        {step.steps.length > 1 && (
          <button
            type="button"
            data-act="short"
            aria-pressed={short}
            onClick={() => setShort(!short)}
            className="-my-2 min-h-[44px] px-2 text-second text-ink-2 underline"
          >
            {short ? 'Show each part' : 'Parts as one'}
          </button>
        )}
      </div>
      <h1 className="text-work narrow:text-title">{inUnits(step.title)}</h1>
      {left && (
        <p className="my-1 bg-wash px-3 py-2 text-main">
          <span className="font-semibold">{left}</span> {next ? `Next: ${next}.` : ''}
        </p>
      )}
    </>
  )
}

function Parts({
  step,
  open,
  ticked,
  onTick,
}: {
  step: PlanStep
  open: number
  ticked: (part: number) => boolean
  onTick: (part: number) => void
}) {
  return (
    <ul className="mt-2">
      {step.steps.map((text, part) => (
        <li key={text} className="border-b border-rule-2">
          <button
            type="button"
            role="checkbox"
            aria-checked={ticked(part)}
            onClick={() => onTick(part)}
            className="flex min-h-[52px] w-full items-center gap-4 text-left"
          >
            <span
              className={`flex h-10 w-10 shrink-0 items-center justify-center ${ticked(part) ? 'bg-ink text-ground' : part === open ? 'border-[3px] border-accent bg-sheet' : 'border-2 border-ink-3'}`}
            >
              {ticked(part) && <Check size={28} strokeWidth={3} aria-hidden="true" />}
            </span>
            <span
              className={`text-step leading-tight ${ticked(part) ? 'text-ink-2' : part === open ? 'font-semibold' : ''}`}
            >
              {inUnits(text)}
            </span>
          </button>
        </li>
      ))}
    </ul>
  )
}

/** The parts of a step as one, for the practised: read, done, ticked in one touch. */
function AllParts({ step, left, onAll }: { step: PlanStep; left: number; onAll: () => void }) {
  return (
    <button
      type="button"
      role="checkbox"
      aria-checked={false}
      data-act="all-parts"
      onClick={onAll}
      className="mt-2 flex min-h-[64px] w-full items-center gap-4 border-b border-rule-2 text-left"
    >
      <span className="h-10 w-10 shrink-0 border-[3px] border-accent bg-sheet" />
      <span>
        <span className="block text-step font-semibold">All {left} parts</span>
        <span className="block text-second text-ink-2">{inUnits(step.steps.join(' · '))}</span>
      </span>
    </button>
  )
}

function NumberLine({
  label,
  unit,
  value,
  placeholder,
  onChange,
}: {
  label: string
  unit: string
  value: string
  placeholder?: string
  onChange: (value: string) => void
}) {
  return (
    <label className="text-second text-ink-2 wide:shrink-0">
      {label}
      <span className="mt-2 flex items-center gap-2 text-main text-ink">
        <input
          name="measured"
          inputMode="decimal"
          autoComplete="off"
          placeholder={placeholder}
          value={value}
          onChange={(event) => onChange(event.target.value)}
          className="h-[52px] w-32 border-[3px] border-accent bg-sheet px-3 text-right text-step font-semibold"
        />
        {unit}
      </span>
    </label>
  )
}
