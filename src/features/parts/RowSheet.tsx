'use client'
import Link from 'next/link'
import { useState, type ReactNode } from 'react'
import { compareQuotes, type Part, type PartWord } from '@/core/parts'
import { figureOf } from '@/core/shared'
import { Button } from '@/ui/Button'
import { OrderForm, Terms } from '../frame/OrderForm'
import { fitText, partHref, partTitle, shelfText } from '../frame/partStockText'
import {
  orderForShelf,
  pieceCame,
  pieceGivenUp,
  pieceLate,
  sayOfPart,
  takeFromShelf,
  type Act,
  type Problem,
} from '../frame/pieceActs'
import type { PieceWanted } from '../frame/wanted'
import { actOn } from '../frame/useJob'
import { priceText, stageHref } from '../frame/words'
import type { DeskRow } from './deskRows'
import type { Desk } from './useDesk'

interface Props {
  row: DeskRow
  desk: Desk
  now: number
  onClose: () => void
}
type Own<K extends DeskRow['of']> = Omit<Props, 'row'> & { row: Extract<DeskRow, { of: K }> } & Doing
interface Doing {
  /** Closes once it is kept; a problem stays in sight. */
  doing: (work: Promise<Problem>) => void
}

/** Where the page is one column, the sheet comes to whoever touched the line. */
const intoSight = (sheet: HTMLElement | null) => sheet?.scrollIntoView({ block: 'nearest' })

/** What may be done with a line of the desk. */
export function RowSheet(props: Props) {
  const { row, onClose } = props
  const [problem, setProblem] = useState<Problem>(null)
  const doing = (work: Promise<Problem>) =>
    void work.then((came) => (came === null ? onClose() : setProblem(came)))
  return (
    <section
      aria-label="Piece"
      data-sheet="piece"
      ref={intoSight}
      className="max-h-[min(420px,56dvh)] overflow-y-auto border-t-[5px] border-accent bg-sheet px-4 py-3 medium:px-6 wide:px-6 narrow:max-h-none"
    >
      <div className="flex items-start justify-between gap-4">
        <h2 className="text-step">
          {row.unit && <span className="pr-3 font-track text-[32px] font-bold leading-none">{row.unit}</span>}
          {row.title}
        </h2>
        <Button variant="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
      {sheetOf({ ...props, doing })}
      {problem && <p className="text-second text-danger">{problem}</p>}
    </section>
  )
}

function sheetOf(props: Props & Doing): ReactNode {
  const { row } = props
  switch (row.of) {
    case 'order':
      return <ToOrder {...props} row={row} />
    case 'shelf':
      return <LiesReady {...props} row={row} />
    case 'way':
      return <OnTheWay {...props} row={row} />
    case 'short':
      return <BelowLeast {...props} row={row} />
    case 'core':
      return <OwedBack {...props} row={row} />
  }
}

const actOf =
  (jobId: string): Act =>
  (name, input) =>
    actOn(jobId, name, input)
const wantedOf = ({ covered }: { covered: { need: PieceWanted } }): PieceWanted => covered.need

const LINK = 'inline-flex min-h-[44px] items-center text-second underline decoration-ink-3 underline-offset-4'
const JobLink = ({ jobId }: { jobId: string }) => (
  <Link href={stageHref('plan', jobId)} className={LINK}>
    To its plan
  </Link>
)
const PartLink = ({ part }: { part: Part }) => (
  <Link href={partHref(part.id)} className={LINK}>
    {partTitle(part)}
  </Link>
)

function ToOrder({ row, onClose }: Own<'order'>) {
  const { need, cover } = row.covered
  return (
    <div className="grid gap-x-8 wide:grid-cols-[1fr_220px]">
      <OrderForm wanted={need} act={actOf(need.jobId)} onDone={onClose} />
      <div className="text-second text-ink-2">
        <JobLink jobId={need.jobId} />
        {cover.kind === 'lacks' &&
          cover.wrong.map((part) => (
            <p key={part.id}>{`${partTitle(part)}: ${fitText(part.fits.findLast(({ fits }) => !fits)!)}`}</p>
          ))}
      </div>
    </div>
  )
}

function LiesReady({ row, doing }: Own<'shelf'>) {
  const { need, cover } = row.covered
  if (cover.kind !== 'shelf') return null
  return (
    <div className="flex flex-wrap items-center gap-4">
      <Button
        variant="act"
        data-act="take-shelf"
        onClick={() => doing(takeFromShelf(actOf(need.jobId), need, cover.part))}
      >
        {`Take it${cover.part.place ? ` from ${cover.part.place}` : ''} to unit ${need.unit}`}
      </Button>
      <PartLink part={cover.part} />
      <JobLink jobId={need.jobId} />
      <span className="text-second text-ink-2">{shelfText(cover.part)}</span>
    </div>
  )
}

function OnTheWay({ row, doing }: Own<'way'>) {
  const { covered, stock } = row
  const cover = covered?.cover
  const coming = stock ?? (cover?.kind === 'coming' ? { part: cover.part, order: cover.order } : null)
  const came = () => {
    if (covered && cover?.kind === 'ordered')
      return pieceCame(actOf(covered.need.jobId), wantedOf({ covered }))
    const { part, order } = coming!
    return sayOfPart(part.id, cameToShelf(order.orderId, order.count - order.came))
  }
  const givenUp = () =>
    covered && cover?.kind === 'ordered'
      ? pieceGivenUp(actOf(covered.need.jobId), wantedOf({ covered }))
      : sayOfPart(coming!.part.id, { says: 'order ended', orderId: coming!.order.orderId })
  const late = (days: number) =>
    covered && cover?.kind === 'ordered'
      ? pieceLate(actOf(covered.need.jobId), wantedOf({ covered }), days)
      : sayOfPart(coming!.part.id, {
          says: 'due',
          orderId: coming!.order.orderId,
          dueAt: Date.now() + 86_400_000 * days,
        })
  return (
    <div className="flex flex-wrap items-end gap-4">
      <Button variant="act" data-act="came" onClick={() => doing(came())}>
        It is here
      </Button>
      <AnotherDay onSay={(days) => doing(late(days))} />
      <Button variant="quiet" data-act="given-up" onClick={() => doing(givenUp())}>
        It does not come
      </Button>
      {coming && <PartLink part={coming.part} />}
      {covered && <JobLink jobId={covered.need.jobId} />}
    </div>
  )
}

const cameToShelf = (orderId: string, count: number): PartWord => ({
  says: 'moved',
  count,
  from: 'seller',
  to: 'shelf',
  orderId,
  jobId: null,
  unit: '',
})

function AnotherDay({ onSay }: { onSay: (days: number) => void }) {
  const [typed, setTyped] = useState('2')
  const days = figureOf(typed) ?? NaN
  const good = days > 0 && days <= 365
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (good) onSay(days)
      }}
    >
      <label className="text-second text-ink-2">
        Here in, days
        <input
          name="lateDays"
          inputMode="decimal"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          className="mt-1 block h-[48px] w-[92px] border-2 border-ink-3 bg-ground px-2 text-right text-main text-ink"
        />
      </label>
      <Button type="submit" variant={good ? 'plain' : 'held'} disabled={!good} data-act="another-day">
        Comes another day
      </Button>
    </form>
  )
}

function BelowLeast({ row, doing }: Own<'short'>) {
  const { part, count } = row.short
  const { offers } = compareQuotes(part.quotes, count, 0)
  return (
    <>
      <p className="pb-1 text-second text-ink-2">
        {shelfText(part)}; {part.least} should lie there. {count} to order
        {offers[0] ? `, ${priceText(offers[0].money)} at ${offers[0].quote.seller}` : ''}.
        {part.companions.length > 0 &&
          ` With it: ${part.companions.map(({ name, count: each }) => `${each * count} ${name}`).join(', ')}.`}
      </p>
      <Terms part={part} onKeep={(terms) => doing(orderForShelf(part, count, terms))} />
      <PartLink part={part} />
    </>
  )
}

function OwedBack({ row, doing }: Own<'core'>) {
  const { part, core } = row
  return (
    <div className="flex flex-wrap items-center gap-4">
      <p className="text-main">{`${core.seller || 'The seller'} gives ${priceText(core.value)} for it.`}</p>
      <Button
        variant="act"
        data-act="core-sent"
        onClick={() => doing(sayOfPart(part.id, { says: 'core sent', coreId: core.coreId }))}
      >
        It is sent back
      </Button>
      <PartLink part={part} />
    </div>
  )
}
