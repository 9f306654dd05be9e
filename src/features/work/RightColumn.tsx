'use client'
import { inUnits } from '../frame/quantities'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import { asItLay, openBypasses, trayOf, type AsItLay } from '@/core/job'
import type { Plan, PlanStep } from '@/core/procedure'
import { Button } from '@/ui/Button'
import { Photos } from '../frame/Photos'
import type { JobInHand } from '../frame/useJob'
import { COPIED, LineCopy } from './LineCopy'
import { MissingInside } from './MissingInside'
import { Pieces } from './Pieces'
import { StepFigure } from './StepFigure'
import { WaitPanel } from './WaitPanel'

// Sheets that are opened now and then load when they are.
const Bleeding = dynamic(() => import('./Bleeding').then((own) => own.Bleeding), { ssr: false })
const Handover = dynamic(() => import('./Handover').then((own) => own.Handover), { ssr: false })
const Wires = dynamic(() => import('./Wires').then((own) => own.Wires), { ssr: false })

/** What belongs to the step, and what may be done beside it: a photo, a wait, a change of hands. */
export function RightColumn({
  hand,
  plan,
  step,
  now,
}: {
  hand: JobInHand
  plan: Plan
  step: PlanStep | null
  now: number | null
}) {
  const [open, setOpen] = useState<Opened | null>(null)
  const lineId = plan.repairs.find((id) => id in COPIED)
  const lay = step && asItLay(hand.job, plan, step)
  const bleeds = step?.operationId === 'bleed'
  const panel = (id: Opened) => ({
    open: open === id,
    onOpenChange: (next: boolean) => setOpen(next ? id : null),
  })
  return (
    <div className="flex min-h-0 flex-col justify-between gap-3 wide:overflow-y-auto">
      <div className="space-y-2">
        <MissingInside hand={hand} />
        <Beside hand={hand} step={step} lay={lay} />
      </div>
      <div className="space-y-2">
        <Photos hand={hand} operationId={step?.operationId ?? null} twinId={lay?.operationId ?? null} />
        <Acts hand={hand} bleeds={bleeds} lineId={lineId !== undefined} onOpen={setOpen} />
      </div>
      <WaitPanel hand={hand} {...panel('wait')} />
      {open === 'handover' && (
        <Handover
          hand={hand}
          plan={plan}
          step={step}
          pieces={trayOf(plan, hand.job.work!)}
          now={now}
          {...panel('handover')}
        />
      )}
      {open === 'wires' && <Wires hand={hand} {...panel('wires')} />}
      {open === 'bleeding' && <Bleeding hand={hand} {...panel('bleeding')} />}
      {lineId && <LineCopy hand={hand} lineId={lineId} {...panel('line')} />}
    </div>
  )
}

type Opened = 'wait' | 'handover' | 'wires' | 'line' | 'bleeding'

/** What may be done beside the step. */
function Acts({
  hand,
  bleeds,
  lineId,
  onOpen,
}: {
  hand: JobInHand
  bleeds: boolean
  lineId: boolean
  onOpen: (id: Opened) => void
}) {
  return (
    <div className="grid grid-cols-4 gap-2">
      {bleeds && (
        <Button className="col-span-4" data-act="bleeding" onClick={() => onOpen('bleeding')}>
          Ways to bleed
        </Button>
      )}
      {lineId && (
        <Button className="col-span-4" data-act="line-copy" onClick={() => onOpen('line')}>
          Copy of the line
        </Button>
      )}
      <Button variant="quiet" className="!px-1 leading-tight" data-act="wait" onClick={() => onOpen('wait')}>
        A wait
      </Button>
      <Button
        variant="quiet"
        className="!px-1 leading-tight"
        data-act="handover"
        onClick={() => onOpen('handover')}
      >
        Hand over
      </Button>
      <Button
        variant={openBypasses(hand.job).length > 0 ? 'plain' : 'quiet'}
        className="!px-1 leading-tight"
        data-act="wires"
        onClick={() => onOpen('wires')}
      >
        {openBypasses(hand.job).length > 0 ? `${openBypasses(hand.job).length} bridged` : 'Wires'}
      </Button>
      <Button
        variant="quiet"
        className="!px-1 leading-tight"
        aria-label="Print the work card"
        data-act="print"
        onClick={() => window.print()}
      >
        Print
      </Button>
    </div>
  )
}

/** Which gloves, for this fuel: asked by a touch. */
const GLOVES = [{ name: 'Gloves', count: 1 }]

/** What was noted on opening, where it closes again. */
function Lay({ lay }: { lay: AsItLay }) {
  return (
    <div className="border-l-4 border-accent pl-3" data-as-it-lay={lay.operationId}>
      <h2 className="font-instrument text-second font-normal text-ink-2">As it was on opening</h2>
      {lay.lines.length > 0 && (
        <ol className="list-inside list-decimal">
          {lay.lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ol>
      )}
      {lay.back.length > 0 && (
        <p>
          Goes back: {lay.back.map(({ name, count }) => (count > 1 ? `${count} × ${name}` : name)).join(', ')}
          .
        </p>
      )}
      {lay.photoIds.length > 0 && <p>Its photos stand first below.</p>}
    </div>
  )
}

function Beside({ hand, step, lay }: { hand: JobInHand; step: PlanStep | null; lay: AsItLay | null }) {
  if (!step) return <aside />
  const { newParts: parts = [], tools = [], orientation, looks, figure, does } = step.act
  const inTank = does.some((doing) => doing.does === 'hands' && doing.inside === 'tank')
  const gloved = does.some((doing) => doing.does === 'hands' && doing.wears?.includes('gloves'))
  return (
    <aside className="space-y-1 text-main leading-[25px]" aria-label="For this step">
      {lay && <Lay lay={lay} />}
      {figure && <StepFigure id={figure} />}
      {parts.length > 0 && (
        <div>
          <h2 className="font-instrument text-second font-normal text-ink-2">New, for this step</h2>
          <Pieces pieces={parts} hand={hand} inTank={inTank} />
        </div>
      )}
      {(tools.length > 0 || gloved) && (
        <div>
          <h2 className="inline pr-2 font-instrument text-second font-normal text-ink-2">In hand</h2>
          <p className="inline">{inUnits(tools.join(', '))}</p>
          {gloved && <Pieces pieces={GLOVES} hand={hand} inTank={inTank} />}
        </div>
      )}
      {orientation && !figure && (
        <div className="border-l-4 border-accent pl-3">
          <h2 className="inline pr-2 font-instrument text-second font-normal text-ink-2">How it lies</h2>
          <p className="inline">{inUnits(orientation)}</p>
        </div>
      )}
      {looks && (
        <div>
          <h2 className="inline pr-2 font-instrument text-second font-normal text-ink-2">Look at</h2>
          <p className="inline">{inUnits(looks)}</p>
        </div>
      )}
      <p className="text-second text-ink-2">
        The tablet can spark too: it stays on the trolley, outside the bonded area.
      </p>
    </aside>
  )
}
