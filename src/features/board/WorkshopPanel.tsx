'use client'
import { useState } from 'react'
import { changeWorkshop } from '@/data/workshop'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import { useWorkshop } from '../frame/useWorkshop'

/** What the workshop is called, and in which money it reckons: on every board, price and printed page. */
export function WorkshopPanel({
  open,
  onOpenChange,
}: {
  open: boolean
  onOpenChange: (open: boolean) => void
}) {
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="This workshop">
      {open && <WorkshopForm onDone={() => onOpenChange(false)} />}
    </Panel>
  )
}

function WorkshopForm({ onDone }: { onDone: () => void }) {
  const known = useWorkshop()
  const [name, setName] = useState(known.name)
  const [currency, setCurrency] = useState(known.currency)
  const [failed, setFailed] = useState(false)
  const field = 'mt-1 block h-[48px] border-2 border-ink-3 bg-ground px-3 text-main text-ink'
  return (
    <form
      className="space-y-4"
      onSubmit={(event) => {
        event.preventDefault()
        if (changeWorkshop({ name, currency })) onDone()
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
      {failed && <Notice title="This browser keeps nothing. Free some space and keep it again." />}
      <Button type="submit" variant="act" tall className="w-full">
        Keep it
      </Button>
    </form>
  )
}
