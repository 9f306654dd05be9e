'use client'
import { useState, type ReactNode } from 'react'

interface Props {
  line: string
  children: ReactNode
  open?: boolean
  /** Someone can be hurt as it stands. */
  danger?: boolean
  /** There is room: it stands open, without its line. */
  flat?: boolean
}

/** A line that opens what lies behind it. */
export function Fold({ line, children, open: first = false, danger = false, flat = false }: Props) {
  const [open, setOpen] = useState(first)
  return (
    <section className={flat ? 'contents' : 'border-t-2 border-ink'}>
      {!flat && (
        <button
          type="button"
          data-fold
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          className="flex min-h-[56px] w-full items-center justify-between gap-3 text-left text-main font-semibold"
        >
          <span className={`min-w-0 ${danger ? 'text-danger' : ''}`}>{line}</span>
          <span aria-hidden="true" className="text-step">
            {open ? '−' : '+'}
          </span>
        </button>
      )}
      {(open || flat) && <div className={flat ? 'contents' : 'pb-3'}>{children}</div>}
    </section>
  )
}
