'use client'
import { useState } from 'react'
import type { Caution } from '@/core/library'
import { Panel } from '@/ui/Panel'
import { inUnits } from './quantities'

/** The first caution in full, with when to stop; one touch to those of everything else that is done. */
export function Cautions({ cautions }: { cautions: readonly Caution[] }) {
  const [open, setOpen] = useState(false)
  const [first, ...rest] = cautions
  if (!first) return null
  return (
    <div className="pt-0.5 text-second leading-[21px] text-danger">
      <span className="font-semibold">{inUnits(first.text)}</span> {inUnits(first.stopWhen)}{' '}
      {rest.length > 0 && (
        <button
          type="button"
          data-act="cautions"
          onClick={() => setOpen(true)}
          className="-my-3 min-h-[44px] px-1 font-semibold underline"
        >
          {rest.length} more
        </button>
      )}
      <Panel open={open} onOpenChange={setOpen} title="Before you do it">
        <CautionList cautions={cautions} />
      </Panel>
    </div>
  )
}

export function CautionList({ cautions }: { cautions: readonly Caution[] }) {
  return (
    <ul className="space-y-3 text-main text-danger">
      {cautions.map(({ text, stopWhen }) => (
        <li key={text}>
          <span className="font-semibold">{inUnits(text)}</span> {inUnits(stopWhen)}
        </li>
      ))}
    </ul>
  )
}
