'use client'
import Link from 'next/link'
import { useState, type ReactNode } from 'react'
import { FindSheet } from './FindSheet'
import { FindButton, PlainHead } from './Head'
import { useKeys } from './useKeys'

/** The head of what is no job: the way from Today to here, the search, and what else there is to do. */
export function DeskHead({
  way,
  children,
}: {
  way: { title: string; href?: string }[]
  children?: ReactNode
}) {
  const [finding, setFinding] = useState(false)
  useKeys({ '/': () => setFinding(true) })
  return (
    <>
      <PlainHead>
        <p className="flex-1 text-main">
          {[{ title: 'Today', href: '/' }, ...way].map(({ title, href }, at) => (
            <span key={title}>
              {at > 0 && <span className="px-2 text-ink-3">·</span>}
              {href ? (
                <Link
                  href={href}
                  className="inline-flex min-h-[44px] min-w-[44px] items-center underline decoration-ink-3 underline-offset-4"
                >
                  {title}
                </Link>
              ) : (
                <span className="font-semibold">{title}</span>
              )}
            </span>
          ))}
        </p>
        <FindButton onFind={() => setFinding(true)} />
        {children}
      </PlainHead>
      <FindSheet hand={null} open={finding} onOpenChange={setFinding} />
    </>
  )
}
