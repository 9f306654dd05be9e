'use client'
import type { Suspect } from '@/core/diagnosis'
import { percent } from './words'

interface Props {
  suspects: Suspect[]
  most: number
  onOpen?: (suspect: Suspect) => void
}

/** Suspects, likeliest first; the bar carries the same hatch as the segment, and the rest are summed, so that the list adds up. */
export function SuspectList({ suspects, most, onOpen }: Props) {
  const shown = suspects.slice(0, most)
  const rest = suspects.slice(most)
  const left = rest.reduce((sum, suspect) => sum + suspect.probability, 0)
  return (
    <ol className="border-t border-rule-2">
      {shown.map((suspect) => (
        <li key={suspect.id} className="moves border-b border-rule-2">
          <Row suspect={suspect} onOpen={onOpen} />
        </li>
      ))}
      {rest.length > 0 && (
        <li className="flex items-center gap-3 py-1.5 text-second text-ink-2">
          <span className="w-16 shrink-0 whitespace-nowrap text-right text-step font-semibold text-ink">
            {percent(left)} <span className="text-second font-normal">%</span>
          </span>
          <span className="truncate">
            {rest.length} others:{' '}
            {rest
              .slice(0, 3)
              .map((suspect) => suspect.name.toLowerCase())
              .join(', ')}
          </span>
        </li>
      )}
    </ol>
  )
}

function Row({ suspect, onOpen }: { suspect: Suspect; onOpen?: (suspect: Suspect) => void }) {
  const width = `${Math.max(2, Math.round(100 * Math.min(suspect.probability, 0.99)))}%`
  const body = (
    <>
      <span className="w-16 shrink-0 text-right text-step font-semibold">
        {percent(suspect.probability)} <span className="text-second font-normal text-ink-2">%</span>
      </span>
      <span className="min-w-0 flex-1 text-left leading-tight">
        <span className="block truncate text-second font-semibold">{suspect.name}</span>
        <svg width="100%" height="9" className="my-0.5 block" aria-hidden="true">
          <rect
            width={width}
            height="9"
            fill={
              suspect.probability >= 0.25
                ? 'url(#hatch-dense)'
                : suspect.probability >= 0.05
                  ? 'url(#hatch)'
                  : 'none'
            }
            stroke="var(--ink)"
            strokeWidth="1"
          />
        </svg>
        <span className="block truncate text-tick text-ink-2">{suspect.cause}</span>
      </span>
    </>
  )
  if (!onOpen) return <div className="flex items-center gap-3 py-1">{body}</div>
  return (
    <button
      type="button"
      onClick={() => onOpen(suspect)}
      data-suspect={suspect.id}
      className="flex w-full items-center gap-3 py-1 text-left"
    >
      {body}
    </button>
  )
}
