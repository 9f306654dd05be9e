'use client'
import { inUnits } from './quantities'
import { useState } from 'react'
import type { Hold } from '@/core/job'
import type { VehicleState } from '@/core/vehicle'
import { Button } from '@/ui/Button'
import { Panel } from '@/ui/Panel'
import { First } from './First'
import { holdWords } from './HoldLines'
import type { JobInHand } from './useJob'
import { useWay } from './useWay'

/** In the place of an act that is held: one touch to what has to be settled before it. */
export function FirstButton({
  hand,
  act,
  holds,
}: {
  hand: JobInHand
  act: { title: string; needs: VehicleState }
  holds: Hold[]
}) {
  const [open, setOpen] = useState(false)
  const way = useWay(hand, act.needs, open && holds[0]?.kind === 'state')
  return (
    <>
      <Button variant="quiet" className="!min-h-[44px]" data-act="first" onClick={() => setOpen(true)}>
        First: {holdWords(holds[0]!, 0)}
      </Button>
      <Panel open={open} onOpenChange={setOpen} title={`Before it: ${inUnits(act.title)}`}>
        <div className="flex h-[440px] flex-col">
          <First hand={hand} holds={holds} needs={act.needs} way={way} />
        </div>
      </Panel>
    </>
  )
}
