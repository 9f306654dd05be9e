'use client'
import { inUnits, typedAs, unitShown } from './quantities'
import { Check } from 'lucide-react'
import { useMemo, useState } from 'react'
import { lastArrival, orderOf, type Wait, type VehicleRecord } from '@/core/job'
import {
  READY_GROUPS,
  readyToOpen,
  type Plan,
  type ReadyFacts,
  type ReadyGroup,
  type ReadyItem,
} from '@/core/procedure'
import { gaugeEnds } from '@/core/vehicle'
import { Button } from '@/ui/Button'
import dynamic from 'next/dynamic'
import { wantedOf } from './wanted'
import { FitButton } from './FitButton'
import type { JobInHand } from './useJob'
import { useNow } from './useNow'
import { dayClockText } from './words'

/** It loads when something is ordered. */
const OrderForm = dynamic(() => import('./OrderForm').then((own) => own.OrderForm), { ssr: false })

const GROUP_WORDS: Record<ReadyGroup, string> = {
  fuel: 'Fuel out',
  fit: 'It fits: compared on the bench',
  parts: 'Parts',
  seals: 'One-time pieces',
  caps: 'Caps',
  tools: 'Tools',
  people: 'People',
  guard: 'Guard',
}

export interface Ready {
  items: ReadyItem[]
  missing: ReadyItem[]
  /** When the last missing piece that is on order comes, ms; null where none is. */
  arrives: number | null
}

/** What must be in hand before the first joint, and what of it is not. */
export function useReady({ job, vehicle }: JobInHand, plan: Plan | null): Ready {
  const { litres, work, fits } = job
  const unfit = useMemo(
    () => [...fits.values()].filter((one) => one.verdict === 'no').map((one) => one.title),
    [fits],
  )
  const items = useMemo(
    () => (plan ? readyToOpen(plan, factsOf(vehicle, litres, unfit)) : []),
    [plan, litres, vehicle, unfit],
  )
  const missing = items.filter((item) => item.waits !== null || !work?.ready.has(item.id))
  return {
    items,
    missing,
    arrives: lastArrival(
      job,
      missing.map((item) => item.id),
    ),
  }
}

function factsOf(
  { specification, layout }: VehicleRecord,
  litres: number | null,
  unfit: string[],
): ReadyFacts {
  return {
    litres,
    capacityM3: specification.tankCapacityM3.value,
    fuel: specification.fuel,
    gauge: gaugeEnds(layout, specification),
    pumpCurrentA: specification.pumpCurrentA.value,
    feedBoreM: specification.feedBoreM.value,
    setPa: specification.regulatorSetPa.value,
    unfit,
  }
}

/** What was on order for them is here with that. */
async function inHand(hand: JobInHand, itemIds: string[], is: boolean): Promise<void> {
  const came = await hand.act('noteReady', { itemIds, ready: is })
  if (!came.kept || !is) return
  const { arrived } = await import('./pieceActs')
  await arrived(hand.job.id, hand.job.unit, itemIds)
}

/** The list, to tick piece by piece or a group at a time. Ticks stay with the plan in hand. */
export function ReadyList({ hand, items }: { hand: JobInHand; items: ReadyItem[] }) {
  const ready = hand.job.work?.ready ?? new Set<string>()
  const note = (these: ReadyItem[], is: boolean) =>
    void inHand(
      hand,
      these.filter((item) => item.waits === null).map(({ id }) => id),
      is,
    )
  return (
    <>
      <FitButton hand={hand} />
      <div
        className="columns-2 gap-8 narrow:columns-1"
        data-ready={items.filter((item) => ready.has(item.id)).length}
      >
        {READY_GROUPS.filter((group) => items.some((item) => item.group === group)).map((group) => {
          const own = items.filter((item) => item.group === group)
          const open = own.some((item) => !ready.has(item.id) && item.waits === null)
          return (
            <section key={group} aria-label={GROUP_WORDS[group]} className="mb-3 break-inside-avoid">
              <div className="flex items-center justify-between border-b border-rule">
                <h3 className="font-instrument text-second font-normal text-ink-2">{GROUP_WORDS[group]}</h3>
                {open && own.length > 1 && (
                  <button
                    type="button"
                    data-act={`all-${group}`}
                    onClick={() => note(own, true)}
                    className="min-h-[44px] px-2 text-second underline"
                  >
                    all in hand
                  </button>
                )}
              </div>
              {group === 'fuel' && own.some((item) => item.waits !== null) && <Dip hand={hand} />}
              <ul>
                {own.map((item) => (
                  <Item
                    key={item.id}
                    hand={hand}
                    item={item}
                    ready={ready.has(item.id)}
                    onTick={() => note([item], !ready.has(item.id))}
                  />
                ))}
              </ul>
            </section>
          )
        })}
      </div>
    </>
  )
}

/** The litres that decide how many cans stand ready: by dip, not by the gauge. */
function Dip({ hand }: { hand: JobInHand }) {
  const [text, setText] = useState('')
  const litres = typedAs(text, 'L') ?? NaN
  const good =
    text.trim() !== '' &&
    Number.isFinite(litres) &&
    litres >= 0 &&
    litres <= 1e3 * hand.vehicle.specification.tankCapacityM3.value
  return (
    <form
      className="flex items-center gap-2 py-1"
      onSubmit={(event) => {
        event.preventDefault()
        if (good) void hand.act('noteDip', { litres })
      }}
    >
      <label className="flex items-center gap-2 text-second text-ink-2">
        By dip
        <input
          name="dip"
          inputMode="decimal"
          value={text}
          onChange={(event) => setText(event.target.value)}
          className="h-[44px] w-[90px] border-2 border-ink-3 bg-sheet px-2 text-right text-main text-ink"
        />
        {unitShown('L')}
      </label>
      <Button
        type="submit"
        data-act="dip"
        variant={good ? 'plain' : 'held'}
        disabled={!good}
        className="!min-h-[44px] !px-3"
      >
        Note it
      </Button>
    </form>
  )
}

/** What comes from elsewhere can be on order. */
const ORDERED: ReadyGroup[] = ['parts', 'seals', 'caps']

function Item({
  hand,
  item,
  ready,
  onTick,
}: {
  hand: JobInHand
  item: ReadyItem
  ready: boolean
  onTick: () => void
}) {
  const [asking, setAsking] = useState(false)
  const order = orderOf(hand.job, item.id)
  const under = inUnits(item.waits ?? item.detail)
  return (
    <li className="border-b border-rule-2" data-item={item.id}>
      <div className="flex items-center">
        <button
          type="button"
          role="checkbox"
          aria-checked={ready}
          disabled={item.waits !== null}
          onClick={onTick}
          className="flex min-h-[44px] flex-1 items-center gap-3 text-left"
        >
          <span
            className={`flex h-7 w-7 shrink-0 items-center justify-center ${ready ? 'bg-ink text-ground' : item.waits || order ? 'border-2 border-dashed border-ink-3' : 'border-2 border-ink-3'}`}
          >
            {ready && <Check size={20} strokeWidth={3} aria-hidden="true" />}
          </span>
          <span className="py-1 text-second leading-tight">
            <span className="text-main">{inUnits(item.name)}</span>
            {under ? <span className="block text-ink-2">{under}</span> : null}
            {order && !ready && <Due order={order} />}
          </span>
        </button>
        {!ready && ORDERED.includes(item.group) && (
          <button
            type="button"
            data-act="order"
            onClick={() => setAsking(!asking)}
            className="min-h-[44px] shrink-0 px-2 text-second text-ink-2 underline"
          >
            {asking ? 'not now' : order ? 'another day' : 'order'}
          </button>
        )}
      </div>
      {asking && !ready && (
        <OrderForm wanted={wantedOf(hand, item)} act={hand.act} onDone={() => setAsking(false)} />
      )}
    </li>
  )
}

/** When an ordered piece comes, or should have come. */
function Due({ order }: { order: Wait }) {
  const now = useNow(30_000)
  if (now === null) return null
  const late = order.endsAt <= now
  return (
    <span className={`block ${late ? 'font-semibold text-danger' : 'font-semibold text-accent'}`}>
      {late
        ? `On order, was due ${dayClockText(order.endsAt, now)}`
        : `On order, here ${dayClockText(order.endsAt, now)}`}
    </span>
  )
}

/** Stands in the place of the step that parts the first joint until all is in hand. */
export function ReadySheet({ hand, ready: { items, missing, arrives } }: { hand: JobInHand; ready: Ready }) {
  const now = useNow(30_000)
  return (
    <div data-sheet="ready">
      <p className="text-second font-semibold text-accent">Before the first joint parts</p>
      <h1 className="text-[34px] leading-[40px]">Ready to open?</h1>
      <p className="pb-2 text-main">
        Held: {missing.length} of {items.length} {missing.length === 1 ? 'is' : 'are'} not in hand
        {arrives !== null && now !== null ? `; on order until ${dayClockText(arrives, now)}` : ''}. An open
        tank waits for nothing.
      </p>
      <div className="max-h-[380px] overflow-auto pr-2">
        <ReadyList hand={hand} items={items} />
      </div>
    </div>
  )
}

export function ReadyButton({
  items,
  missing,
  onOpen,
}: {
  items: ReadyItem[]
  missing: ReadyItem[]
  onOpen: () => void
}) {
  if (items.length === 0) return null
  return (
    <Button variant="quiet" tall className="w-[142px] leading-tight" data-act="ready" onClick={onOpen}>
      Ready to open {items.length - missing.length} of {items.length}
    </Button>
  )
}
