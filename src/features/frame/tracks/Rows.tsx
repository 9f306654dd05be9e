'use client'
import type { Layout, TrackId } from '@/core/vehicle'
import { HatchDefs } from '@/ui/marks'
import { useShape } from '@/ui/Shape'

export const TRACK_NAMES: Record<TrackId, string> = {
  fuel: 'Fuel, tank to engine',
  return: 'Return',
  electrical: 'Volts, battery to pump',
  gauge: 'Gauge loop',
  places: 'Where fuel can escape',
}

export interface PathRow {
  id: string
  name: string
  /** What stands at its right: its share, what was found. */
  says: string
  ink: 'cleared' | 'open' | 'suspect' | 'first'
  /** How much of the row its bar fills, 0 to 1. */
  share: number
  /** Readings that were taken there. */
  read: string[]
  /** The next act is here. */
  next: boolean
  /** It lies across both paths: the pump. */
  across?: boolean
}

/** Paths one below the other; side by side where there is room for two. */
export function Rows({
  label,
  groups,
  onOpen,
}: {
  label: string
  groups: { title: string; rows: PathRow[] }[]
  onOpen: (id: string) => void
}) {
  const shape = useShape()
  return (
    <section
      aria-label={label}
      className={
        shape === 'medium' && groups.length > 1
          ? 'gap-x-8 [column-count:2] [&>section]:mb-3 [&>section]:break-inside-avoid'
          : 'space-y-3'
      }
    >
      <svg width="0" height="0" className="absolute" aria-hidden="true">
        <HatchDefs />
      </svg>
      {groups.map(({ title, rows }) => (
        <section key={title} aria-label={title}>
          <h2 className="border-b-2 border-ink font-instrument text-second font-normal text-ink-2">
            {title}
          </h2>
          <ol>
            {rows.map((row) => (
              <li key={row.id}>
                <Segment row={row} onOpen={() => onOpen(row.id)} />
              </li>
            ))}
          </ol>
        </section>
      ))}
    </section>
  )
}

function Segment({ row, onOpen }: { row: PathRow; onOpen: () => void }) {
  const strong = row.ink === 'suspect' || row.ink === 'first'
  return (
    <button
      type="button"
      data-segment={row.id}
      data-ink={row.ink}
      onClick={onOpen}
      aria-current={row.next ? 'step' : undefined}
      className={`grid min-h-[52px] w-full grid-cols-[18px_minmax(0,1fr)_auto] items-center gap-x-3 border-b border-rule-2 text-left ${row.across ? 'bg-wash' : ''}`}
    >
      <Bead next={row.next} read={row.read.length > 0} />
      <span className="min-w-0 py-1">
        <span className={`block text-main leading-tight ${strong ? 'font-semibold' : 'text-ink-2'}`}>
          {row.name}
        </span>
        {row.read.length > 0 && (
          <span className="block text-second leading-tight">{row.read.join(' · ')}</span>
        )}
        <svg width="100%" height="10" className="mt-0.5 block" aria-hidden="true">
          {strong ? (
            <rect
              x="1"
              y="1"
              width={`${Math.max(3, 98 * row.share)}%`}
              height="8"
              fill={row.ink === 'first' ? 'url(#hatch-dense)' : 'url(#hatch)'}
              stroke="var(--ink)"
            />
          ) : (
            row.ink === 'open' && (
              <rect x="0" y="3" width={`${Math.max(2, 98 * row.share)}%`} height="4" fill="var(--ink-2)" />
            )
          )}
        </svg>
      </span>
      <span className={`whitespace-nowrap pr-1 text-main ${strong ? 'font-semibold' : 'text-ink-2'}`}>
        {row.says}
      </span>
    </button>
  )
}

/** The station at the head of a segment: next, read, or neither. */
function Bead({ next, read }: { next: boolean; read: boolean }) {
  return (
    <svg width="18" height="18" viewBox="0 0 18 18" aria-hidden="true">
      {next ? (
        <>
          <circle cx="9" cy="9" r="7" fill="var(--sheet)" stroke="var(--accent)" strokeWidth="3" />
          <circle cx="9" cy="9" r="3" fill="var(--accent)" />
        </>
      ) : (
        <circle
          cx="9"
          cy="9"
          r={read ? 6 : 4}
          fill={read ? 'var(--ink)' : 'var(--ground)'}
          stroke="var(--ink-2)"
          strokeWidth="1.5"
        />
      )}
    </svg>
  )
}

/** Segments by track, in the order of the flow; the pump stands once, with the fuel. */
export function groupsOf(layout: Layout): { track: TrackId; ids: string[] }[] {
  const order: TrackId[] = ['fuel', 'return', 'electrical', 'gauge', 'places']
  return order
    .map((track) => ({
      track,
      ids: layout.segments.filter((segment) => segment.track === track).map(({ id }) => id),
    }))
    .filter(({ ids }) => ids.length > 0)
}
