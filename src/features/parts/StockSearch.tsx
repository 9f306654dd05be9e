'use client'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useMemo, useState } from 'react'
import { useRouter } from 'next/navigation'
import type { Part } from '@/core/parts'
import { findAmong } from '@/core/shared'
import { Button } from '@/ui/Button'
import { newPart, sayOfPart } from '../frame/pieceActs'
import { partHref, shelfText } from '../frame/partStockText'
import { labelOf } from './labelOf'
import type { Desk } from './useDesk'

const LabelsPanel = dynamic(() => import('../frame/Labels').then((own) => own.LabelsPanel), { ssr: false })

/** So many are shown; more are found by their words. */
const MOST = 9

/** Stock is searched, not listed. */
export function StockSearch({ desk: { parts } }: { desk: Desk }) {
  const [typed, setTyped] = useState('')
  const [labelling, setLabelling] = useState(false)
  const named = useMemo(
    () =>
      parts.map((part) => ({
        part,
        title: `${part.name} ${part.number}`,
        words: `${part.maker} ${part.place} ${part.piece} ${part.note}`,
      })),
    [parts],
  )
  const shown = typed.trim() ? findAmong(typed, named, MOST) : named.slice(0, MOST)
  return (
    <div className="space-y-3 pt-3">
      <label className="block text-second text-ink-2">
        {`Name, number, place or maker: ${parts.length} ${parts.length === 1 ? 'part is' : 'parts are'} known`}
        <input
          name="stock"
          value={typed}
          maxLength={60}
          onChange={(event) => setTyped(event.target.value)}
          className="mt-1 block h-[52px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
        />
      </label>
      <StockList parts={shown.map(({ part }) => part)} />
      {shown.length === 0 && typed.trim() !== '' && (
        <p className="text-second text-ink-2">Nothing here is called so. Fewer letters find more.</p>
      )}
      <div className="flex gap-2">
        <AddPart typed={typed} />
        {shown.length > 0 && (
          <Button variant="quiet" data-act="stock-labels" onClick={() => setLabelling(true)}>
            Labels of these
          </Button>
        )}
      </div>
      {labelling && (
        <LabelsPanel labels={shown.map(({ part }) => labelOf(part))} onClose={() => setLabelling(false)} />
      )}
    </div>
  )
}

function StockList({ parts }: { parts: Part[] }) {
  return (
    <ul>
      {parts.map((part) => (
        <li key={part.id} className="border-b border-rule-2">
          <Link
            href={partHref(part.id)}
            data-stock={part.number || part.name}
            className="flex min-h-[52px] items-center gap-3 leading-tight"
          >
            <span className="w-[40px] shrink-0 text-right text-[26px] leading-none">{part.shelf}</span>
            <span className="min-w-0">
              <span className="block text-main font-semibold">{part.name}</span>
              <span className="block text-second text-ink-2">
                {[part.number, part.place].filter(Boolean).join(', ') || shelfText(part)}
              </span>
            </span>
          </Link>
        </li>
      ))}
    </ul>
  )
}

function AddPart({ typed }: { typed: string }) {
  const router = useRouter()
  const [problem, setProblem] = useState<string | null>(null)
  const add = async () => {
    const id = crypto.randomUUID()
    const name = typed.trim() || 'New part'
    const came = await sayOfPart(
      id,
      ...newPart(name, '').filter((word) => word.says !== 'field' || word.field !== 'piece'),
    )
    if (came === null) router.push(partHref(id))
    else setProblem(came)
  }
  return (
    <>
      <Button variant="quiet" className="flex-1" data-act="new-part" onClick={() => void add()}>
        {typed.trim() ? `Add “${typed.trim().slice(0, 24)}”` : 'Add a part'}
      </Button>
      {problem && <p className="text-second text-danger">{problem}</p>}
    </>
  )
}
