'use client'
import Link from 'next/link'
import { useRouter } from 'next/navigation'
import { useEffect, useMemo, useState } from 'react'
import { USUAL_PACE, type WayId } from '@/core/library'
import { settingOf } from '@/core/job'
import { findAmong } from '@/core/shared'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import {
  partsFound,
  placesFound,
  queryOf,
  shopFound,
  stepsFound,
  testsFound,
  type Found,
  type FoundKind,
} from './findables'
import { readyShopSearch } from './shopSearch'
import type { JobInHand } from './useJob'
import { usePlan } from './usePlan'
import { useShopFound } from './useShopFound'
import { findHref, testHref } from './words'

const MOST_SHOWN = 9
/** Of these at most so many are of the job at hand, where the shop has something too. */
const MOST_HERE = 5
const DOES: Record<FoundKind, string> = {
  Test: 'make this test',
  Known: 'known, keep it',
  Part: 'known, keep it',
  Step: 'to the step',
  Job: 'open its job',
  Vehicle: 'open the vehicle',
  Stock: 'open the part',
  Place: 'go there',
}
const NO_WAYS: WayId[] = []
const NONE: string[] = []

interface Props {
  /** The job whose page it is; on Today there is none. */
  hand: JobInHand | null
  open: boolean
  onOpenChange: (open: boolean) => void
}

/** One search over what a person knows and where he may want to go: typed, taken, kept. */
export function FindPanel({ hand, open, onOpenChange }: Props) {
  return (
    <Panel open={open} onOpenChange={onOpenChange} title={hand ? 'What you know, or want' : 'Find'}>
      {open && <Search hand={hand} onDone={() => onOpenChange(false)} />}
    </Panel>
  )
}

/** What is typed, what fits, and what becomes of the one that is taken. */
function useSearch(hand: JobInHand | null, onDone: () => void) {
  const router = useRouter()
  const [typed, setTyped] = useState('')
  const [marked, setMarked] = useState(0)
  const [kept, setKept] = useState<string[]>([])
  const found = useFound(hand, typed)
  const type = (text: string) => {
    setTyped(text)
    setMarked(0)
  }
  const go = (href: string) => {
    onDone()
    router.push(href)
  }
  // The same test may be asked for again: each time is another address.
  const toTest = (testId: string) => hand && go(`${testHref(hand.job.id, testId)}&n=${Date.now()}`)
  const take = async (one: Found) => {
    if (one.does === 'go') return go(one.href)
    if (one.does === 'take') return toTest(one.testId)
    if (!hand) return
    const came =
      one.does === 'say'
        ? await hand.act('sayPart', { repairId: one.repairId, how: one.how, when: '', who: '' })
        : await hand.act('noteEarlier', { test: one.test, value: one.value })
    // A figure that cannot be is asked back where it is entered.
    if (came.decided.kind === 'ask' && one.does === 'note') return toTest(one.test.id)
    if (!came.kept) return
    setKept((before) => [...before, one.title])
    type('')
  }
  return { typed, type, marked, setMarked, kept, found, take }
}

function Search({ hand, onDone }: { hand: JobInHand | null; onDone: () => void }) {
  const { typed, type, marked, setMarked, kept, found, take } = useSearch(hand, onDone)
  const keys = (event: React.KeyboardEvent) => {
    if (event.key === 'ArrowDown') setMarked(Math.min(found.length - 1, marked + 1))
    else if (event.key === 'ArrowUp') setMarked(Math.max(0, marked - 1))
    else if (event.key === 'Enter' && found[marked]) void take(found[marked])
    else return
    event.preventDefault()
  }
  return (
    <div className="space-y-3">
      <label className="block text-second text-ink-2">
        {hand
          ? 'A test, a part, a step, a vehicle: “pump hums”, “filter new”, “rail 0”'
          : 'A vehicle, a job, a part, a reading, a word of a note'}
        <input
          name="find"
          role="combobox"
          aria-expanded={found.length > 0}
          aria-controls="found"
          aria-activedescendant={found[marked] ? `found-${marked}` : undefined}
          autoComplete="off"
          autoFocus
          maxLength={80}
          value={typed}
          onChange={(event) => type(event.target.value)}
          onKeyDown={keys}
          className="mt-1 block h-[60px] w-full border-2 border-ink bg-ground px-3 text-step text-ink"
        />
      </label>
      <div aria-live="polite">
        {kept.length > 0 && (
          <Notice title={`Kept: ${kept.join('; ')}.`}>
            It stands with the evidence and can be taken back there.
          </Notice>
        )}
      </div>
      <FoundList found={found} marked={marked} onTake={(one) => void take(one)} />
      {typed.trim() !== '' && found.length > 0 && (
        <Link
          href={findHref(typed)}
          onClick={onDone}
          data-act="find-all"
          className="inline-flex min-h-[44px] items-center text-second underline decoration-ink-3 underline-offset-4"
        >
          All of the shop that fits
        </Link>
      )}
      {typed.trim() !== '' && found.length === 0 && (
        <p className="text-main">
          Nothing here is called so. {hand ? 'Say the place, the part or what it showed.' : 'Try the unit.'}
        </p>
      )}
    </div>
  )
}

function FoundList({
  found,
  marked,
  onTake,
}: {
  found: Found[]
  marked: number
  onTake: (one: Found) => void
}) {
  return (
    <ul id="found" role="listbox" aria-label="Found">
      {found.map((one, at) => (
        <li
          key={one.key}
          id={`found-${at}`}
          role="option"
          aria-selected={at === marked}
          data-found={one.key}
          onClick={() => onTake(one)}
          className={`flex min-h-[52px] cursor-pointer items-center justify-between gap-4 border-t border-rule-2 px-3 ${at === marked ? 'bg-wash' : ''}`}
        >
          <span className="text-main font-semibold">{one.title}</span>
          <span className="shrink-0 text-second text-ink-2">{DOES[one.kind]}</span>
        </li>
      ))}
    </ul>
  )
}

const readsFigure = (one: Found) => one.does === 'note' && one.value.kind === 'number'

/** What fits, the best first. */
function useFound(hand: JobInHand | null, typed: string): Found[] {
  useEffect(() => void readyShopSearch(), [])
  const shop = useShopFound(typed.trim() ? { query: typed, most: MOST_SHOWN, kinds: null, over: null } : null)
  const work = hand?.job.work ?? null
  const setting = useMemo(
    () => ({ ...(hand ? settingOf(hand.vehicle) : { layout: 'A01' as const }), ways: work?.ways ?? NO_WAYS }),
    [hand, work?.ways],
  )
  const plan = usePlan(
    work?.start ?? null,
    work?.repairIds ?? NONE,
    setting,
    work?.pace ?? USUAL_PACE,
    work?.already ?? NONE,
  )
  const { words, figure } = queryOf(typed)
  const jobId = hand?.job.id ?? null
  const things = useMemo(
    () => [
      ...(hand ? [...testsFound(hand.job, figure), ...partsFound(hand.job)] : []),
      ...(jobId && plan.plan ? stepsFound(jobId, plan.plan.steps) : []),
      ...placesFound(jobId),
    ],
    [hand, figure, jobId, plan.plan],
  )
  return useMemo(() => {
    // A figure is what a test read, or belongs to a name: "unit 12".
    const read = figure === null ? [] : findAmong(words, things.filter(readsFigure), MOST_SHOWN)
    const named = figure === null ? [] : findAmong(typed, things, MOST_SHOWN)
    const here = [...new Set([...read, ...named, ...findAmong(words, things, MOST_SHOWN)])]
    const elsewhere = shopFound(shop?.found ?? [], jobId)
    // What is at hand comes first, and leaves room for the shop.
    return [...here.slice(0, Math.max(MOST_SHOWN - elsewhere.length, MOST_HERE)), ...elsewhere].slice(
      0,
      MOST_SHOWN,
    )
  }, [typed, words, figure, things, shop, jobId])
}
