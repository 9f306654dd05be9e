'use client'
import type { ReactNode } from 'react'
import { Fold } from './Fold'
import { useShape, useSize, type Size } from './Shape'

interface Props {
  label?: string
  /** The heading sentence: over the drawing where there is room, else before all else. */
  finding: ReactNode
  /** The picture of the whole; it gives way first where the glass is low. */
  drawing: ReactNode
  /** The acting sheet. */
  act: ReactNode
  /** What lies beside: on a narrow page behind a line of its own. */
  margin: ReactNode
  /** What stands on that line. */
  marginLine: string
  /** Where it is wide the margin has the whole height, and the drawing the rest of the width. */
  tallMargin?: boolean
}

/**
 * The parts of a page, placed by the room there is. Wide: the drawing over the full width with the finding on
 * it, the act below it, the margin at the right. Medium: one below the other. Narrow: the finding, the act, the
 * drawing, the margin folded.
 */
export function Page({ label, finding, drawing, act, margin, marginLine, tallMargin = false }: Props) {
  const shape = useShape()
  if (shape === 'wide')
    return (
      <main
        aria-label={label}
        className="page-wide min-h-0 flex-1"
        data-tall-margin={tallMargin || undefined}
      >
        <div className="page-drawing">{drawing}</div>
        <div className="page-finding">{finding}</div>
        <div className="page-act">{act}</div>
        {tallMargin ? (
          // It may be scrolled: whoever has no pointer comes to it too.
          <div className="page-margin" role="region" aria-label={marginLine} tabIndex={0}>
            {margin}
          </div>
        ) : (
          <div className="page-margin">{margin}</div>
        )}
      </main>
    )
  return (
    <main aria-label={label} className="flex flex-1 flex-col gap-4">
      <div className="px-4 pt-3 medium:px-6">{finding}</div>
      {shape === 'medium' && <div className="px-6">{drawing}</div>}
      {act}
      {shape === 'narrow' && <div className="px-4">{drawing}</div>}
      <div className="px-4 pb-4 medium:px-6">
        {shape === 'narrow' ? <Fold line={marginLine}>{margin}</Fold> : margin}
      </div>
    </main>
  )
}

/** A drawing lays itself out from the room that it is given; its letters never grow or shrink with it. */
export function Drawing({
  label,
  least,
  children,
}: {
  label: string
  least: Size
  children: (size: Size) => ReactNode
}) {
  const [ref, size] = useSize<HTMLDivElement>()
  const room = size && {
    width: Math.max(least.width, Math.floor(size.width)),
    height: Math.max(least.height, Math.floor(size.height)),
  }
  return (
    <div ref={ref} className="h-full w-full overflow-hidden">
      {room && (
        <svg
          width={room.width}
          height={room.height}
          viewBox={`0 0 ${room.width} ${room.height}`}
          role="group"
          aria-label={label}
          className="block"
        >
          {children(room)}
        </svg>
      )}
    </div>
  )
}
