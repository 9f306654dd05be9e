'use client'
import dynamic from 'next/dynamic'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import type { JobInHand } from './useJob'

/** It loads when something is measured. */
const FitPanel = dynamic(() => import('./FitPanel').then((own) => own.FitPanel), { ssr: false })

export function FitButton({ hand }: { hand: JobInHand }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button
        variant="quiet"
        className="my-1 w-full !min-h-[44px]"
        data-act="fit"
        onClick={() => setOpen(true)}
      >
        Work it out from measures{hand.job.fits.size > 0 ? `, ${hand.job.fits.size} done` : ''}
      </Button>
      {open && <FitPanel hand={hand} open={open} onOpenChange={setOpen} />}
    </>
  )
}
