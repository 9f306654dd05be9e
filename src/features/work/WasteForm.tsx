'use client'
import { useState } from 'react'
import { boundsOf, readFigure } from '@/core/records'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import type { JobInHand } from '../frame/useJob'
import { keptText, unitShown } from '../frame/quantities'

const LITRES = boundsOf('waste-noted', 'litres')

type Kind = 'clean' | 'petrol waste' | 'diesel waste' | 'mixed'
const KINDS: Kind[] = ['clean', 'petrol waste', 'diesel waste', 'mixed']

/** Somebody will ask for it: the fuel that came out, in what it stands, where it goes. Mixed fuel is handled as petrol. */
export function WasteForm({ hand }: { hand: JobInHand }) {
  const { waste } = hand.job
  const [litres, setLitres] = useState('')
  const [kind, setKind] = useState<Kind>('clean')
  const [container, setContainer] = useState('')
  const [whereTo, setWhereTo] = useState('')
  const count = readFigure(litres, LITRES, { typed: unitShown('L'), kept: 'L' })
  const good = count.kind === 'figure' && container.trim() !== ''
  const note = async () => {
    if (
      count.kind === 'figure' &&
      good &&
      (await hand.act('noteWaste', { litres: count.value, kind, container, whereTo })).kept
    )
      setLitres('')
  }
  const field = 'block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink'
  return (
    <section aria-label="Fuel that came out" className="space-y-2 border-t border-rule pt-3">
      <h2 className="text-main font-semibold">Fuel that came out</h2>
      <form
        className="grid grid-cols-[110px_1fr_1fr_auto] items-end gap-3 narrow:grid-cols-1"
        onSubmit={(event) => {
          event.preventDefault()
          void note()
        }}
      >
        <label className="text-second text-ink-2">
          How much, {unitShown('L')}
          <input
            name="litres"
            inputMode="decimal"
            value={litres}
            onChange={(event) => setLitres(event.target.value)}
            className={field}
          />
        </label>
        <label className="text-second text-ink-2">
          Container, its label
          <input
            name="container"
            value={container}
            onChange={(event) => setContainer(event.target.value.slice(0, 200))}
            className={field}
          />
        </label>
        <label className="text-second text-ink-2">
          Where it goes
          <input
            name="whereTo"
            value={whereTo}
            onChange={(event) => setWhereTo(event.target.value.slice(0, 200))}
            className={field}
          />
        </label>
        <Button type="submit" variant={good ? 'plain' : 'held'} disabled={!good} data-act="waste">
          Note it
        </Button>
        {count.kind === 'not possible' && (
          <p className="col-span-4 text-second font-semibold text-danger">
            {unitShown('L')}: {count.range}.
          </p>
        )}
        <div className="col-span-4">
          <ChoiceGroup
            label="Kind"
            options={KINDS.map((id) => ({ id, label: id }))}
            value={kind}
            onChange={(id) => setKind(id as Kind)}
          />
        </div>
      </form>
      {waste.map((one) => (
        <p key={one.at} className="text-second">
          {keptText(one.litres, 'L', 1)} {unitShown('L')} {one.kind}, {one.container}
          {one.whereTo ? `, to ${one.whereTo}` : ''}.
        </p>
      ))}
    </section>
  )
}
