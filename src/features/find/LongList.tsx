'use client'
import { useVirtualizer } from '@tanstack/react-virtual'
import { useEffect, useRef, type ReactNode } from 'react'

/** A list of which only what is in sight is drawn; whoever listens is told its place among all. */
export function LongList({
  label,
  count,
  rowPx,
  row,
  inSight,
  of,
}: {
  label: string
  count: number
  rowPx: number
  row: (at: number) => ReactNode
  /** The row that is to be in sight. */
  inSight: number
  /** What is listed: where it is another, the list begins at its top. */
  of: unknown
}) {
  const frame = useRef<HTMLDivElement>(null)
  // It keeps its own state outside React's: what it gives is asked for at every draw.
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({
    count,
    getScrollElement: () => frame.current,
    estimateSize: () => rowPx,
    overscan: 6,
  })
  useEffect(() => rows.scrollToIndex(inSight), [rows, inSight, of])
  return (
    <div ref={frame} className="min-h-0 flex-1 overflow-y-auto" tabIndex={0} role="region" aria-label={label}>
      <ul style={{ height: rows.getTotalSize(), position: 'relative' }}>
        {rows.getVirtualItems().map(({ index, start }) => (
          <li
            key={index}
            aria-setsize={count}
            aria-posinset={index + 1}
            style={{
              position: 'absolute',
              top: 0,
              left: 0,
              right: 0,
              height: rowPx,
              transform: `translateY(${start}px)`,
            }}
          >
            {row(index)}
          </li>
        ))}
      </ul>
    </div>
  )
}
