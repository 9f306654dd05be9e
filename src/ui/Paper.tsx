'use client'
import type { ReactNode } from 'react'
import { createPortal } from 'react-dom'
import { useSyncExternalStore } from 'react'

const never = () => () => undefined

/**
 * What goes on paper in place of the page: A4 or letter, black on white, numbered. It stands beside the page and
 * is seen by the printer alone.
 */
export function Paper({ foot, children }: { foot: string; children: ReactNode }) {
  const inBrowser = useSyncExternalStore(
    never,
    () => true,
    () => false,
  )
  if (!inBrowser) return null
  return createPortal(
    <div className="paper" aria-hidden="true">
      <style>{`@page { @bottom-left { content: ${JSON.stringify(foot)} } }`}</style>
      {children}
    </div>,
    document.body,
  )
}
