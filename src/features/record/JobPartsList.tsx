'use client'
import Link from 'next/link'
import type { JobParts } from '@/core/demand'
import { partHref } from '../frame/partStockText'
import { jobPartLines } from './partLines'

/** Which parts went in, where they came from, and what was tried and did not fit; each called as its maker does. */
export function JobPartsList({ parts }: { parts: JobParts }) {
  return (
    <>
      {jobPartLines(parts).map(({ partId, title, says }) => (
        <p key={`${partId} ${says}`} className="text-main" data-job-part={partId}>
          <Link
            href={partHref(partId)}
            data-typed
            className="inline-flex min-h-[44px] items-center font-semibold underline decoration-ink-3 underline-offset-4"
          >
            {title}
          </Link>
          {`. ${says}`}
        </p>
      ))}
    </>
  )
}
