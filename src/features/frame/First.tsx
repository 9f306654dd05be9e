'use client'
import { inUnits } from './quantities'
import type { ReactNode } from 'react'
import { differing, openGates, type Hold } from '@/core/job'
import type { ShownWay } from '@/core/procedure'
import type { VehicleState } from '@/core/vehicle'
import { Button } from '@/ui/Button'
import { MainAct } from '@/ui/Shape'
import { useClaim } from './Claim'
import { GateList } from './GateList'
import { MeterHold } from './MeterHold'
import type { JobInHand } from './useJob'
import { lowerFirst, minutesText } from './words'

interface Props {
  hand: JobInHand
  /** What holds the act, gravest first; the first is settled here. */
  holds: Hold[]
  /** What the act needs. */
  needs: VehicleState
  /** Null while it is looked for, or where no order of work leads there. */
  way: ShownWay | null
  /** Another way out, beside the button. */
  beside?: ReactNode
  /** The way was said to be done. */
  onDone?: () => void
}

/** What has to be settled before an act, one thing at a time and the gravest first; it stands in the act's place. */
export function First(props: Props) {
  const [first] = props.holds
  switch (first?.kind) {
    case undefined:
    case 'wait':
      return null
    case 'everyone out':
      return <MeterHold hand={props.hand} />
    case 'meter again':
      return <MeterHold hand={props.hand} again={first.minutes} />
    case 'must not be':
      return (
        <Sheet title="This must not be" act={null}>
          <p className="text-main font-semibold text-danger">{first.reason}</p>
          <p className="text-main">Put it right on the vehicle, then on the strip below.</p>
        </Sheet>
      )
    case 'hazards':
      return <Hazards hand={props.hand} reason={first.reason} />
    case 'state':
      return <Way {...props} />
  }
}

function Sheet({
  title,
  aside,
  act,
  children,
}: {
  title: string
  aside?: string
  act: ReactNode
  children: ReactNode
}) {
  return (
    <div className="flex min-h-0 flex-1 flex-col" data-hold="first">
      <p className="flex items-baseline justify-between gap-3 pb-1 text-second">
        <span className="font-semibold">{title}</span>
        {aside && <span className="text-ink-2">{aside}</span>}
      </p>
      <div
        tabIndex={0}
        role="group"
        aria-label={title}
        className="min-h-0 flex-1 overflow-y-auto border-y border-rule-2 py-1 pr-2 text-second leading-[21px]"
      >
        {children}
      </div>
      {act && <div className="flex gap-2 pt-2">{act}</div>}
    </div>
  )
}

function Hazards({ hand, reason }: { hand: JobInHand; reason: string }) {
  const gates = openGates(hand.job.state)
  const seen = () => void hand.act('confirmHazards', {})
  return (
    <Sheet
      title="Look at the hazards again"
      act={
        <MainAct>
          <Button variant="act" className="flex-1" data-act="hazards-seen" onClick={seen}>
            Seen, all of it holds
          </Button>
        </MainAct>
      }
    >
      <p>{reason}</p>
      <GateList gates={gates} />
    </Sheet>
  )
}

/** The steps that lead there, each with its caution, why they are asked, and one touch to say that all of it is done. */
function Way({ hand, holds, needs, way, beside, onDone }: Props) {
  const { claim, panel } = useClaim(hand)
  const states = holds.filter((hold) => hold.kind === 'state')
  const steps = way?.steps ?? []
  const minutes = steps.reduce((sum, step) => sum + step.minutes, 0)
  // Whoever did the steps has all that they leave, not only what the act asks.
  const stands = way ? way.end : needs
  const done = () => {
    onDone?.()
    claim(
      Object.fromEntries(differing(hand.job.state, stands).map((variable) => [variable, stands[variable]!])),
      'implied',
    )
  }
  return (
    <Sheet
      title={way ? 'First, in this order' : 'First'}
      {...(way && { aside: minutesText(minutes) })}
      act={
        <>
          <MainAct>
            <Button data-act="way-done" className="flex-1" onClick={done}>
              {steps.length > 1 ? 'All of that is done' : 'That is done'}
            </Button>
          </MainAct>
          {beside}
        </>
      }
    >
      <ol>
        {steps.map((step, at) => (
          <li key={`${at} ${step.operationId}`} className="grid grid-cols-[24px_1fr] pb-1">
            <span className="font-semibold text-accent">{at + 1}</span>
            <span>
              <span className="font-semibold">{inUnits(step.title)}.</span>
              {step.caution && (
                <span className="block text-danger">
                  <span className="font-semibold">{inUnits(step.caution.text)}</span>{' '}
                  {inUnits(step.caution.stopWhen)}
                </span>
              )}
            </span>
          </li>
        ))}
      </ol>
      {states.map((hold) => (
        <p key={hold.rule} className="pt-0.5 text-ink-2" data-rule={hold.rule}>
          <span className="font-semibold text-ink">{inUnits(hold.asks)}.</span> {inUnits(hold.reason)}
          {!way && hold.remedies.length > 0 && ` By: ${hold.remedies.map(lowerFirst).join(', ')}.`}
        </p>
      ))}
      {panel}
    </Sheet>
  )
}
