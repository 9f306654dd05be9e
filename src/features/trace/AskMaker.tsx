'use client'
import { useState } from 'react'
import type { SpecificationField } from '@/core/vehicle'
import { Button } from '@/ui/Button'
import type { JobInHand } from '../frame/useJob'
import { VehicleSheet } from '../frame/VehicleSheet'

/** The leading fault is one against typical figures alone: the maker's are entered, or said not to be had. */
export function AskMaker({ hand, fields }: { hand: JobInHand; fields: SpecificationField[] }) {
  const [open, setOpen] = useState(false)
  const notToBeHad = () => void hand.act('figuresNotHad', { fields })
  return (
    <div className="mt-2 flex gap-2">
      <Button variant="act" data-act="ask-maker" onClick={() => setOpen(true)}>
        Enter the maker’s
      </Button>
      <Button variant="quiet" data-act="ask-none" onClick={notToBeHad}>
        Not to be had
      </Button>
      <VehicleSheet hand={hand} open={open} onOpenChange={setOpen} asked={fields} />
    </div>
  )
}
