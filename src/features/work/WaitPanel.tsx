'use client'
import { figureOf } from '@/core/shared'
import { useState } from 'react'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { Panel } from '@/ui/Panel'
import type { JobInHand } from '../frame/useJob'

/** Usual waits, minutes; typical, the sheet of the stuff governs. */
const USUAL: { label: string; minutes: number; holds: boolean }[] = [
  { label: 'Penetrant soaks', minutes: 45, holds: false },
  { label: 'Sample settles', minutes: 10, holds: false },
  { label: 'Restraints run down', minutes: 10, holds: true },
  { label: 'Sealant cures', minutes: 2880, holds: true },
  { label: 'Liner cures', minutes: 4320, holds: true },
  { label: 'Tank dries', minutes: 720, holds: true },
  { label: 'Part on order', minutes: 1440, holds: true },
  { label: 'Sent out', minutes: 2880, holds: true },
]
const UNITS = { min: 1, h: 60, d: 1440 } as const
type WaitUnit = keyof typeof UNITS

/** Begins a wait: it goes on through reload, sleep and a closed browser, and holds the next step where it should. */
export function WaitPanel({
  hand,
  open,
  onOpenChange,
}: {
  hand: JobInHand
  open: boolean
  onOpenChange: (open: boolean) => void
}) {
  const [label, setLabel] = useState('')
  const [length, setLength] = useState('')
  const [unit, setUnit] = useState<WaitUnit>('min')
  const [holds, setHolds] = useState(true)
  const minutes = (figureOf(length) ?? NaN) * UNITS[unit]
  const good = label.trim() !== '' && Number.isFinite(minutes) && minutes > 0 && minutes <= 90 * 1440
  const begin = async () => {
    if (!good || !(await hand.act('beginWait', { label, minutes, holds })).kept) return
    onOpenChange(false)
    setLabel('')
  }
  const field = 'block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink'
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="Begin a wait">
      <div className="space-y-4">
        <div className="grid grid-cols-4 gap-2 narrow:grid-cols-2">
          {USUAL.map((usual) => (
            <Button
              key={usual.label}
              className="!px-2 leading-tight"
              onClick={() => {
                setLabel(usual.label)
                setHolds(usual.holds)
                setUnit('min')
                setLength(String(usual.minutes))
              }}
            >
              {usual.label}
            </Button>
          ))}
        </div>
        <form
          className="grid grid-cols-[1fr_110px_150px_auto] items-end gap-3 narrow:grid-cols-2 narrow:[&>*:first-child]:col-span-2"
          onSubmit={(event) => {
            event.preventDefault()
            void begin()
          }}
        >
          <label className="text-second text-ink-2">
            What waits
            <input
              name="waitLabel"
              value={label}
              onChange={(event) => setLabel(event.target.value)}
              className={field}
            />
          </label>
          <label className="text-second text-ink-2">
            For
            <input
              name="waitLength"
              inputMode="decimal"
              value={length}
              onChange={(event) => setLength(event.target.value)}
              className={field}
            />
          </label>
          <ChoiceGroup
            label="Unit"
            options={(Object.keys(UNITS) as WaitUnit[]).map((id) => ({ id, label: id }))}
            value={unit}
            onChange={(id) => setUnit(id as WaitUnit)}
          />
          <Button type="submit" variant={good ? 'act' : 'held'} disabled={!good} data-act="begin-wait">
            Begin
          </Button>
        </form>
        <ChoiceGroup
          label="Holds"
          options={[
            { id: 'yes', label: 'The next step waits for it' },
            { id: 'no', label: 'Work goes on beside it' },
          ]}
          value={holds ? 'yes' : 'no'}
          onChange={(id) => setHolds(id === 'yes')}
        />
        <p className="text-second text-ink-2">Times are typical; the sheet of what cures or soaks governs.</p>
      </div>
    </Panel>
  )
}
