'use client'
import { useState, type FormEvent, type ReactNode } from 'react'
import { compareQuotes, type Holder, type Part } from '@/core/parts'
import { figureOf } from '@/core/shared'
import { Button } from '@/ui/Button'
import { Terms } from '../frame/OrderForm'
import { orderForShelf, sayOfPart, type Problem } from '../frame/pieceActs'
import { priceText } from '../frame/words'

export const PART_FIELD = 'mt-1 block h-[48px] border-2 border-ink-3 bg-ground px-2 text-main text-ink'

/** Ordered, counted, moved; offers side by side. */
export function PartActs({ part }: { part: Part }) {
  const [problem, setProblem] = useState<Problem>(null)
  const say = (work: Promise<Problem>) => void work.then(setProblem)
  return (
    <section
      aria-label="Part"
      className="grid max-h-[min(400px,54dvh)] gap-x-8 gap-y-3 overflow-y-auto border-t-[5px] border-accent bg-sheet px-4 py-3 medium:px-6 wide:grid-cols-2 wide:px-6 narrow:max-h-none"
    >
      <div className="space-y-3">
        <Offers part={part} />
        <AddOffer part={part} onSay={say} />
      </div>
      <div className="space-y-3">
        <OrderForShelf part={part} onSay={say} />
        <MoveIt part={part} onSay={say} />
      </div>
      {problem && <p className="text-second text-danger">{problem}</p>}
    </section>
  )
}

type OnSay = (work: Promise<Problem>) => void

const Heading = ({ children }: { children: ReactNode }) => (
  <h2 className="border-b border-rule text-second text-ink-2">{children}</h2>
)

function Offers({ part }: { part: Part }) {
  const [count, setCount] = useState('1')
  const [worth, setWorth] = useState('0')
  const n = Math.max(1, Math.round(figureOf(count) ?? 1))
  const { offers, turnsAtPerDay } = compareQuotes(part.quotes, n, Math.max(0, figureOf(worth) ?? 0))
  const sooner = [...offers].filter(({ never }) => !never).sort((one, other) => one.days - other.days)[0]
  if (offers.length === 0) return <Heading>No offer is known. Note what a seller asks.</Heading>
  return (
    <>
      <Heading>Offers</Heading>
      <div className="flex flex-wrap items-end gap-3">
        <label className="text-second text-ink-2">
          Pieces
          <input
            name="pieces"
            inputMode="numeric"
            value={count}
            onChange={(event) => setCount(event.target.value)}
            className={`${PART_FIELD} w-[76px] text-right`}
          />
        </label>
        <label className="text-second text-ink-2">
          A day of standing costs
          <input
            name="dayWorth"
            inputMode="decimal"
            value={worth}
            onChange={(event) => setWorth(event.target.value)}
            className={`${PART_FIELD} w-[100px] text-right`}
          />
        </label>
      </div>
      <table className="w-full text-main">
        <tbody>
          {offers.map(({ quote, money, days, never }, at) => (
            <tr
              key={quote.seller}
              className={`border-b border-rule-2 ${at === 0 ? 'font-semibold' : ''}`}
              data-offer={quote.seller}
            >
              <td className="py-1.5">{quote.seller}</td>
              <td className="text-right">{priceText(money)}</td>
              <td className="text-right">{`${days} ${days === 1 ? 'day' : 'days'}`}</td>
              <td className="pl-3 text-second font-normal text-ink-2">
                {never ? 'dearer and no sooner' : at === 0 ? 'best' : ''}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {turnsAtPerDay !== null && sooner && (
        <p className="text-second text-ink-2" data-turns={turnsAtPerDay}>
          {`Where a day of standing costs over ${priceText(turnsAtPerDay)}, ${sooner.quote.seller} is right.`}
        </p>
      )}
    </>
  )
}

function AddOffer({ part, onSay }: { part: Part; onSay: OnSay }) {
  const [open, setOpen] = useState(false)
  const [said, setSaid] = useState({ seller: '', price: '', carriage: '0', days: '2' })
  if (!open)
    return (
      <Button variant="quiet" data-act="add-offer" onClick={() => setOpen(true)}>
        Note an offer
      </Button>
    )
  const figures = {
    priceEach: figureOf(said.price),
    carriage: figureOf(said.carriage),
    days: figureOf(said.days),
  }
  const good =
    said.seller.trim() !== '' && Object.values(figures).every((value) => value !== null && value >= 0)
  const keep = (event: FormEvent) => {
    event.preventDefault()
    if (!good) return
    onSay(
      sayOfPart(part.id, {
        says: 'quote',
        seller: said.seller.trim(),
        priceEach: figures.priceEach!,
        carriage: figures.carriage!,
        days: figures.days!,
      }),
    )
    setOpen(false)
  }
  const field = (name: keyof typeof said, label: string, width: string) => (
    <label className="text-second text-ink-2">
      {label}
      <input
        name={`offer-${name}`}
        value={said[name]}
        maxLength={120}
        onChange={(event) => setSaid({ ...said, [name]: event.target.value })}
        className={`${PART_FIELD} ${width}`}
      />
    </label>
  )
  return (
    <form onSubmit={keep} className="flex flex-wrap items-end gap-2">
      {field('seller', 'Seller', 'w-[150px]')}
      {field('price', 'Price each', 'w-[88px] text-right')}
      {field('carriage', 'Carriage', 'w-[80px] text-right')}
      {field('days', 'Days', 'w-[64px] text-right')}
      <Button type="submit" variant={good ? 'plain' : 'held'} disabled={!good} data-act="keep-offer">
        Note it
      </Button>
    </form>
  )
}

function OrderForShelf({ part, onSay }: { part: Part; onSay: OnSay }) {
  const [count, setCount] = useState(String(Math.max(1, part.least - part.shelf)))
  const n = figureOf(count)
  const good = n !== null && Number.isInteger(n) && n >= 1
  return (
    <>
      <Heading>Order for the shelf</Heading>
      <label className="block text-second text-ink-2">
        Pieces
        <input
          name="orderCount"
          inputMode="numeric"
          value={count}
          onChange={(event) => setCount(event.target.value)}
          className={`${PART_FIELD} w-[76px] text-right`}
        />
      </label>
      {good ? (
        <Terms part={part} label="Order" onKeep={(terms) => onSay(orderForShelf(part, n, terms))} />
      ) : (
        <p className="text-second text-danger">Pieces: a whole number from 1.</p>
      )}
    </>
  )
}

const MOVES: { id: string; label: string; from: Holder; to: Holder }[] = [
  { id: 'scrap', label: 'Scrap', from: 'shelf', to: 'scrap' },
  { id: 'back', label: 'Send back', from: 'shelf', to: 'seller' },
  { id: 'put', label: 'Put there', from: 'seller', to: 'shelf' },
]

function MoveIt({ part, onSay }: { part: Part; onSay: OnSay }) {
  const [counted, setCounted] = useState(String(Math.max(0, part.shelf)))
  const n = figureOf(counted)
  const good = n !== null && Number.isInteger(n) && n >= 0
  return (
    <>
      <Heading>On the shelf</Heading>
      <form
        className="flex flex-wrap items-end gap-2"
        onSubmit={(event) => {
          event.preventDefault()
          if (good) onSay(sayOfPart(part.id, { says: 'counted', count: n }))
        }}
      >
        <label className="text-second text-ink-2">
          Counted
          <input
            name="counted"
            inputMode="numeric"
            value={counted}
            onChange={(event) => setCounted(event.target.value)}
            className={`${PART_FIELD} w-[76px] text-right`}
          />
        </label>
        <Button type="submit" variant={good ? 'plain' : 'held'} disabled={!good} data-act="count">
          So many lie there
        </Button>
        {MOVES.map(({ id, label, from, to }) => (
          <Button
            key={id}
            variant="quiet"
            data-act={`move-${id}`}
            disabled={from === 'shelf' && part.shelf < 1}
            onClick={() =>
              onSay(
                sayOfPart(part.id, {
                  says: 'moved',
                  count: 1,
                  from,
                  to,
                  orderId: null,
                  jobId: null,
                  unit: '',
                }),
              )
            }
          >
            {label}
          </Button>
        ))}
      </form>
    </>
  )
}
