'use client'
import type { ReactNode } from 'react'
import { createPortal } from 'react-dom'
import { useSyncExternalStore } from 'react'

const never = () => () => undefined

/**
 * What goes on paper in place of the page: A4 or letter, black on white, numbered. It stands beside the page and
 * is seen by the printer alone.
 */
export function Paper({
  foot,
  labelMm,
  children,
}: {
  foot: string
  /** Width and height of a label: no margins, no page numbers. */
  labelMm?: [number, number]
  children: ReactNode
}) {
  const inBrowser = useSyncExternalStore(
    never,
    () => true,
    () => false,
  )
  if (!inBrowser) return null
  return createPortal(
    <div className="paper" aria-hidden="true">
      <style>
        {labelMm
          ? `@page { size: ${labelMm[0]}mm ${labelMm[1]}mm; margin: 0; @bottom-right { content: none } }`
          : `@page { @bottom-left { content: ${JSON.stringify(foot)} } }`}
      </style>
      {children}
    </div>,
    document.body,
  )
}
