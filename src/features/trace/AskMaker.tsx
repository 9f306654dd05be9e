'use client'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import type { SpecificationField } from '@/core/vehicle'
import { Button } from '@/ui/Button'
import type { JobInHand } from '../frame/useJob'

const VehicleSheet = dynamic(() => import('../frame/VehicleSheet').then((own) => own.VehicleSheet), {
  ssr: false,
})

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
      {open && <VehicleSheet hand={hand} open onOpenChange={setOpen} asked={fields} />}
    </div>
  )
}
