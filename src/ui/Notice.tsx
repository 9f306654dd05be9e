import type { ReactNode } from 'react'

const BARS = { ink: 'border-ink', working: 'border-dashed border-ink-3', danger: 'border-danger' } as const

/** A message with a bar at its left: ink for what is so, dashed while working, vermilion when someone can be hurt. */
export function Notice({
  kind = 'ink',
  title,
  children,
}: {
  kind?: keyof typeof BARS
  title: string
  children?: ReactNode
}) {
  return (
    <div role="status" aria-live="polite" className={`border-l-4 ${BARS[kind]} py-0.5 pl-3 text-main`}>
      <span className={`font-semibold ${kind === 'danger' ? 'text-danger' : ''}`}>{title}</span> {children}
    </div>
  )
}

/** A number with its unit in a lighter weight and half the size. */
export function Figure({
  value,
  unit,
  size,
}: {
  value: string
  unit: string
  size: 'live' | 'entry' | 'count' | 'main'
}) {
  const sizes = {
    live: 'text-live font-semibold',
    entry: 'text-entry font-semibold',
    count: 'text-count font-semibold',
    main: 'text-main font-semibold',
  }
  const units = { live: 'text-step', entry: 'text-step', count: 'text-second', main: 'text-second' }
  return (
    <span className={sizes[size]}>
      {value}
      {unit && <span className={`ml-1 font-normal ${units[size]}`}>{unit}</span>}
    </span>
  )
}
