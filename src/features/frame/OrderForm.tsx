'use client'
import { useState } from 'react'
import {
  choiceOf,
  fitOn,
  partsFor,
  type Choice,
  type FitTarget,
  type OrderTerms,
  type Part,
} from '@/core/parts'
import { figureOf } from '@/core/shared'
import { Button } from '@/ui/Button'
import { fitText, partTitle, shelfText } from './partStockText'
import { orderPiece, takeFromShelf, type Act, type Problem } from './pieceActs'
import type { PieceWanted } from './wanted'
import { useParts } from './useParts'

/** Longest that an order is taken for. */
const MOST_DAYS = 365
const FIELD = 'mt-1 block h-[48px] border-2 border-ink-3 bg-sheet px-2 text-main text-ink'

interface Props {
  wanted: PieceWanted
  act: Act
  holds?: boolean
  onDone: () => void
}

/** Which part is ordered for a piece, from whom, and in how many days it is here; or it is taken from the shelf. */
export function OrderForm({ wanted, act, holds = false, onDone }: Props) {
  const parts = useParts()
  const [chosen, setChosen] = useState<string | null>(null)
  const [number, setNumber] = useState('')
  const [problem, setProblem] = useState<Problem>(null)
  const known = partsFor(parts ?? [], wanted.piece, wanted)
  const choice = choiceOf(parts ?? [], chosen, number, wanted)
  const part = choice.kind === 'known' ? choice.part : null
  const finish = async (work: Promise<Problem>) => {
    const came = await work
    setProblem(came)
    if (came === null) onDone()
  }
  const take = part && part.shelf >= wanted.count && (
    <Button data-act="take-shelf" onClick={() => void finish(takeFromShelf(act, wanted, part))}>
      Take it from the shelf{part.place ? `, ${part.place}` : ''}
    </Button>
  )
  return (
    <div className="space-y-2 pb-3" data-sheet="order">
      {known.length > 0 && <KnownParts {...{ known, wanted, chosen }} onChoose={setChosen} />}
      <label className="block text-second text-ink-2">
        {known.length > 0 ? 'Or another number' : 'Its number, where it is known'}
        <input
          name="orderNumber"
          value={number}
          maxLength={60}
          onChange={(event) => setNumber(event.target.value)}
          className={`${FIELD} w-full`}
        />
      </label>
      {choice.kind === 'refused' ? (
        <Refused choice={choice} target={wanted} />
      ) : (
        <>
          {take}
          <Terms
            key={part?.id ?? 'new'}
            part={part}
            onKeep={(terms) =>
              void finish(
                orderPiece(act, wanted, {
                  ...terms,
                  part,
                  newNumber: choice.kind === 'new' ? choice.number : '',
                  holds,
                }),
              )
            }
          />
        </>
      )}
      {problem && <p className="text-second text-danger">{problem}</p>}
    </div>
  )
}

function KnownParts({
  known,
  wanted,
  chosen,
  onChoose,
}: {
  known: Part[]
  wanted: FitTarget
  chosen: string | null
  onChoose: (id: string) => void
}) {
  return (
    <div role="radiogroup" aria-label="Which part">
      {known.map((part) => {
        const fit = fitOn(part, wanted)
        return (
          <button
            key={part.id}
            type="button"
            role="radio"
            aria-checked={part.id === chosen}
            data-part={part.id}
            onClick={() => onChoose(part.id)}
            className="flex min-h-[48px] w-full items-center gap-3 border-b border-rule-2 text-left"
          >
            <span
              className={`h-6 w-6 shrink-0 border-2 ${part.id === chosen ? 'border-ink bg-ink' : 'border-ink-3'}`}
            />
            <span className="text-second leading-tight">
              <span className={`text-main ${fit.kind === 'no' ? 'line-through' : ''}`}>
                {partTitle(part)}
              </span>
              <span className="block text-ink-2">
                {fit.kind === 'unknown' ? shelfText(part) : fitText(fit.fit)}
              </span>
            </span>
          </button>
        )
      })}
    </div>
  )
}

function Refused({ choice, target }: { choice: Extract<Choice, { kind: 'refused' }>; target: FitTarget }) {
  return (
    <p className="border-l-[5px] border-ink bg-wash px-3 py-2 text-second" data-order="refused">
      <b>{`${partTitle(choice.part)} is not ordered for a ${target.vehicleName} again. `}</b>
      {fitText(choice.fit)} Take another part; or measure this one again and say on its page that it fits.
    </p>
  )
}

/** What is typed of an order, and what is wrong with it. */
function useTerms(part: Pick<Part, 'quotes'> | null) {
  const [offer] = [...(part?.quotes ?? [])].sort((one, other) => one.priceEach - other.priceEach)
  const [typed, setTyped] = useState({
    seller: offer?.seller ?? '',
    price: offer ? offer.priceEach.toFixed(2) : '',
    days: String(offer?.days || 1),
    core: '',
  })
  const days = figureOf(typed.days) ?? NaN
  const money = (text: string) => (text.trim() === '' ? null : (figureOf(text) ?? NaN))
  const [priceEach, coreEach] = [money(typed.price), money(typed.core)]
  const bad = !(days > 0 && days <= MOST_DAYS)
    ? `Days: over 0, up to ${MOST_DAYS}.`
    : priceEach !== null && !(priceEach >= 0)
      ? 'The price is no figure.'
      : coreEach !== null && !(coreEach >= 0)
        ? 'What is given for the old part is no figure.'
        : null
  const said: OrderTerms = { seller: typed.seller.trim(), priceEach, days, coreEach }
  return { typed, change: (more: Partial<typeof typed>) => setTyped({ ...typed, ...more }), bad, said }
}

/** From whom, for how much, and when. */
export function Terms({
  part,
  label = 'Note the order',
  onKeep,
}: {
  part: Pick<Part, 'quotes'> | null
  label?: string
  onKeep: (terms: OrderTerms) => void
}) {
  const { typed, change, bad, said } = useTerms(part)
  const figure = (name: string, title: string, value: string, change: (text: string) => void, hint = '') => (
    <label className="text-second text-ink-2">
      {title}
      <input
        name={name}
        inputMode="decimal"
        value={value}
        placeholder={hint}
        onChange={(event) => change(event.target.value)}
        className={`${FIELD} w-[92px] text-right`}
      />
    </label>
  )
  return (
    <form
      className="space-y-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (!bad) onKeep(said)
      }}
    >
      <div className="flex flex-wrap items-end gap-2">
        <label className="min-w-[120px] flex-1 text-second text-ink-2">
          From
          <input
            name="orderSeller"
            value={typed.seller}
            maxLength={120}
            onChange={(event) => change({ seller: event.target.value })}
            className={`${FIELD} w-full`}
          />
        </label>
        {figure('orderPrice', 'Price each', typed.price, (price) => change({ price }))}
        {figure('orderDays', 'Here in, days', typed.days, (days) => change({ days }))}
        {figure('orderCore', 'For the old one', typed.core, (core) => change({ core }), 'none')}
        <Button type="submit" data-act="keep-order" variant={bad ? 'held' : 'plain'} disabled={bad !== null}>
          {label}
        </Button>
      </div>
      {bad && <p className="text-second text-danger">{bad}</p>}
    </form>
  )
}
