'use client'
import { useRouter, useSearchParams } from 'next/navigation'
import { useState } from 'react'
import { changeWorkshop } from '@/data/workshop'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import { changeUnits } from '@/data/units'
import { WORKSHOP } from '../frame/findables'
import { useUnits } from '../frame/useUnits'
import { useWorkshop } from '../frame/useWorkshop'
import { UnitChoices } from './UnitChoices'

/** What the workshop is called, in which money it reckons, and in which units whoever stands here reads. */
export function WorkshopPanel({
  open,
  onOpenChange,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
}) {
  // Whoever found it by its words comes with the address; closed, the address is the board's again.
  const asked = useSearchParams().has(WORKSHOP)
  const router = useRouter()
  const close = () => {
    onOpenChange(false)
    if (asked) router.replace('/')
  }
  const shown = open || asked
  return (
    <Panel
      open={shown}
      onOpenChange={(next) => (next ? onOpenChange(true) : close())}
      title="Workshop and units"
    >
      {shown && <WorkshopForm onDone={close} />}
    </Panel>
  )
}

function WorkshopForm({ onDone }: { onDone: () => void }) {
  const known = useWorkshop()
  const [name, setName] = useState(known.name)
  const [currency, setCurrency] = useState(known.currency)
  const [units, setUnits] = useState(useUnits())
  const [failed, setFailed] = useState(false)
  const field = 'mt-1 block h-[48px] border-2 border-ink-3 bg-ground px-3 text-main text-ink'
  return (
    <form
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault()
        const kept = [changeWorkshop({ name, currency }), changeUnits(units)]
        if (kept.every(Boolean)) onDone()
        else setFailed(true)
      }}
    >
      <label className="block text-second text-ink-2">
        Its name
        <input
          name="workshop"
          value={name}
          maxLength={60}
          onChange={(event) => setName(event.target.value)}
          className={`${field} w-full`}
        />
      </label>
      <label className="block text-second text-ink-2">
        Its money, as it stands behind a price
        <input
          name="currency"
          value={currency}
          maxLength={5}
          placeholder="EUR, kr, $"
          onChange={(event) => setCurrency(event.target.value)}
          className={`${field} w-[140px]`}
        />
      </label>
      <p className="text-second text-ink-2">
        Typical prices are not converted: they are figures to start from.
      </p>
      <UnitChoices units={units} onUnits={setUnits} />
      {failed && <Notice title="This browser keeps nothing. Free some space and keep it again." />}
      <Button type="submit" variant="act" tall className="w-full">
        Keep it
      </Button>
    </form>
  )
}
