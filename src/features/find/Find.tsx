'use client'
import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import { useState, useSyncExternalStore, type KeyboardEvent } from 'react'
import { SHOP_KINDS, type ShopDocument, type ShopKind } from '@/core/job'
import { MOST_VIEWS, NO_VIEWS, changeViews, onViewsChange, viewsNow, type SavedView } from '@/data/views'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { ShapeFrame } from '@/ui/Shape'
import { DeskHead } from '../frame/DeskHead'
import { shopHref } from '../frame/findables'
import { useShopFound, type ShopFound } from '../frame/useShopFound'
import { LongList } from './LongList'

/** More than these are found by more words. */
const MOST = 200
const ROW_PX = 60

type Asked = Pick<SavedView, 'query' | 'kind' | 'over'>

const KIND_WORDS: Record<ShopKind, string> = { vehicle: 'Vehicles', job: 'Jobs', part: 'Parts' }
const KINDS = [{ id: 'all', label: 'All' }, ...SHOP_KINDS.map((id) => ({ id, label: KIND_WORDS[id] }))]
const STANDS = [
  { id: 'all', label: 'Open and signed' },
  { id: 'open', label: 'Open' },
  { id: 'signed', label: 'Signed' },
]

/** The whole shop searched by words; what is asked often is kept as a view. */
export function Find() {
  const address = useSearchParams()
  const [asked, setAsked] = useState<Asked>({ query: address.get('q') ?? '', kind: null, over: null })
  const change = (more: Partial<Asked>) => setAsked({ ...asked, ...more })
  const { query, kind, over } = asked
  const found = useShopFound({ query, most: MOST, kinds: kind && [kind], over })
  return (
    <ShapeFrame className="flex h-dvh flex-col">
      <DeskHead way={[{ title: 'Find' }]} />
      <main aria-label="Find" className="flex min-h-0 flex-1 flex-col gap-3 px-4 pt-3 medium:px-6 wide:px-6">
        <Views asked={asked} onAsk={setAsked} />
        <div className="flex flex-wrap items-end gap-3">
          <div className="min-w-[240px] flex-1">
            <Field query={query} onType={(typed) => change({ query: typed })} found={found} />
          </div>
          <ChoiceGroup
            label="Of what"
            options={KINDS}
            value={kind ?? 'all'}
            onChange={(id) => change({ kind: id === 'all' ? null : (id as ShopKind) })}
          />
          {kind === 'job' && (
            <ChoiceGroup
              label="Which jobs"
              options={STANDS}
              value={over === null ? 'all' : over ? 'signed' : 'open'}
              onChange={(id) => change({ over: id === 'all' ? null : id === 'signed' })}
            />
          )}
        </div>
        <List found={found} />
      </main>
    </ShapeFrame>
  )
}

function headline(found: ShopFound | null): string {
  if (found === null) return 'Reading what is here.'
  if (found.all === 0) return 'Nothing is like that. Fewer letters find more.'
  const shown = found.found.length
  return found.all > shown
    ? `The first ${shown} of ${found.all}.`
    : found.all === 1
      ? 'One is found.'
      : `${found.all} are found.`
}

function Field({
  query,
  onType,
  found,
}: {
  query: string
  onType: (typed: string) => void
  found: ShopFound | null
}) {
  const router = useRouter()
  const keys = (event: KeyboardEvent) => {
    const first = found?.found[0]
    if (event.key === 'Enter' && first) router.push(shopHref(first))
    if (event.key !== 'ArrowDown') return
    event.preventDefault()
    document.querySelector<HTMLElement>('[data-result]')?.focus()
  }
  return (
    <label className="block text-second text-ink-2">
      Unit, name, part, number, complaint, reading, a word of a note
      <input
        name="shop"
        value={query}
        maxLength={120}
        autoFocus
        autoComplete="off"
        onChange={(event) => onType(event.target.value)}
        onKeyDown={keys}
        className="mt-1 block h-[52px] w-full border-2 border-ink bg-sheet px-3 text-step text-ink"
      />
    </label>
  )
}

function List({ found }: { found: ShopFound | null }) {
  const [mark, setMark] = useState<{ of: ShopFound | null; at: number } | null>(null)
  // What is found anew begins at its first.
  const at = mark?.of === found ? mark.at : 0
  const rows = found?.found ?? []
  const keys = (event: KeyboardEvent) => {
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0
    const place = Number((event.target as HTMLElement).dataset.place ?? NaN)
    if (step === 0 || !Number.isInteger(place)) return
    event.preventDefault()
    const next = Math.min(rows.length - 1, Math.max(0, place + step))
    setMark({ of: found, at: next })
    requestAnimationFrame(() => document.querySelector<HTMLElement>(`[data-place="${next}"]`)?.focus())
  }
  return (
    <div className="flex min-h-0 flex-1 flex-col" onKeyDown={keys}>
      <h1
        className="text-main font-semibold"
        data-found-all={found?.all ?? ''}
        data-ms={found?.milliseconds ?? ''}
      >
        {headline(found)}
      </h1>
      <LongList
        label="Found"
        count={rows.length}
        rowPx={ROW_PX}
        inSight={at}
        of={found}
        row={(place) => <Result one={rows[place]!} place={place} />}
      />
    </div>
  )
}
const RESULT_WORDS: Record<ShopKind, string> = { vehicle: 'vehicle', job: 'open job', part: 'part' }

function Result({ one, place }: { one: ShopDocument; place: number }) {
  return (
    <Link
      href={shopHref(one)}
      data-result={one.key}
      data-place={place}
      className="flex h-full items-center gap-4 border-t border-rule-2 leading-tight"
    >
      <span className="min-w-0 flex-1">
        <span className="block truncate text-main font-semibold">{one.title}</span>
        <span className="block truncate text-second text-ink-2">{one.words}</span>
      </span>
      <span className="w-[84px] shrink-0 text-right text-second text-ink-2">
        {one.over ? 'signed job' : RESULT_WORDS[one.kind]}
      </span>
    </Link>
  )
}

/** Kept searches: touched, they are asked again; what is asked now is kept under a name. */
function Views({ asked, onAsk }: { asked: Asked; onAsk: (asked: Asked) => void }) {
  const views = useSyncExternalStore(onViewsChange, viewsNow, () => NO_VIEWS)
  const same = views.find(
    ({ query, kind, over }) => query === asked.query && kind === asked.kind && over === asked.over,
  )
  return (
    <div className="flex flex-wrap items-center gap-2" role="group" aria-label="Kept views">
      {views.map((view) => (
        <Button
          key={view.id}
          variant={view.id === same?.id ? 'plain' : 'quiet'}
          aria-pressed={view.id === same?.id}
          data-view={view.name}
          onClick={() => onAsk({ query: view.query, kind: view.kind, over: view.over })}
        >
          {view.name}
        </Button>
      ))}
      {same ? (
        <button
          type="button"
          data-act="drop-view"
          className="min-h-[44px] px-2 text-second underline"
          onClick={() => changeViews(views.filter(({ id }) => id !== same.id))}
        >
          forget this view
        </button>
      ) : (
        <KeepView
          full={views.length >= MOST_VIEWS}
          proposed={asked.query}
          onKeep={(name) => changeViews([...views, { id: crypto.randomUUID(), name, ...asked }])}
        />
      )}
    </div>
  )
}

function KeepView({
  full,
  proposed,
  onKeep,
}: {
  full: boolean
  proposed: string
  onKeep: (name: string) => boolean
}) {
  const [name, setName] = useState<string | null>(null)
  if (name === null)
    return (
      <button
        type="button"
        data-act="keep-view"
        disabled={full}
        className="min-h-[44px] pr-2 text-second underline"
        onClick={() => setName(proposed)}
      >
        {full ? `${MOST_VIEWS} views are kept: forget one first` : 'keep as a view'}
      </button>
    )
  const good = name.trim() !== ''
  return (
    <form
      className="flex gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (good && onKeep(name.trim())) setName(null)
      }}
    >
      <input
        name="view-name"
        aria-label="Name of the view"
        value={name}
        maxLength={60}
        autoFocus
        onChange={(event) => setName(event.target.value)}
        className="h-[48px] w-[200px] border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
      />
      <Button type="submit" variant={good ? 'plain' : 'held'} disabled={!good} data-act="view-kept">
        Keep
      </Button>
    </form>
  )
}
