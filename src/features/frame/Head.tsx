'use client'
import Link from 'next/link'
import type { ReactNode } from 'react'
import { Wordmark } from '@/ui/marks'
import { stageIndex, stageOf, type JobView, type Stage } from '@/core/job'
import { toggleLight, useLight } from './useLight'
import { useNow } from './useNow'
import { WaitsOver } from './WaitsOver'
import { STAGES, STAGE_NAMES, clockText, stageHref, stageYield } from './words'

export function Clock() {
  const now = useNow(10_000)
  const light = useLight()
  return (
    <button
      type="button"
      onClick={toggleLight}
      className="min-h-[48px] min-w-[72px] text-right text-second leading-tight"
      aria-label={`${light}. Change the light`}
    >
      <span className="block">{now === null ? '' : clockText(now)}</span>
      <span className="block text-tick text-ink-2">{light}</span>
    </button>
  )
}

export function PlainHead({ children }: { children?: ReactNode }) {
  return (
    <header className="flex h-16 items-center justify-between gap-6 border-b border-rule px-6">
      <Link href="/" aria-label="Today" className="flex min-h-[48px] items-center">
        <Wordmark />
      </Link>
      {children}
      <div className="flex items-stretch gap-3 self-stretch">
        <WaitsOver />
        <Clock />
      </div>
    </header>
  )
}

const RULES = {
  done: 'border-b-4 border-ink',
  now: 'border-b-[7px] border-accent',
  ahead: 'border-b-4 border-dotted border-ink-3',
} as const

export function JobHead({ job, stage, onSheet }: { job: JobView; stage: Stage; onSheet: () => void }) {
  const reached = stageIndex(stageOf(job))
  return (
    <header className="flex h-16 items-stretch gap-6 border-b border-rule px-6">
      <Link href="/" aria-label="Today" className="flex items-center">
        <Wordmark />
      </Link>
      <button
        type="button"
        data-act="sheet"
        aria-label={`Unit ${job.unit}, ${job.vehicleName}: its sheet`}
        onClick={onSheet}
        className="flex w-[330px] items-center gap-3 overflow-hidden text-left"
      >
        <span className="font-track text-[44px] font-bold leading-none">{job.unit}</span>
        <span className="leading-tight">
          <span className="block whitespace-nowrap text-second font-semibold">{job.vehicleName}</span>
          <span className="block truncate text-tick text-ink-2">{job.words}</span>
        </span>
      </button>
      <nav aria-label="Stages" className="grid flex-1 grid-cols-7">
        {STAGES.map((name, at) => (
          <Link
            key={name}
            href={stageHref(name, job.id)}
            aria-current={name === stage ? 'page' : undefined}
            className={`flex flex-col items-center justify-center leading-tight ${name === stage ? RULES.now : at <= reached ? RULES.done : RULES.ahead}`}
          >
            <span
              className={`text-second ${name === stage ? 'font-semibold text-accent' : at <= reached ? '' : 'text-ink-3'}`}
            >
              {STAGE_NAMES[name]}
            </span>
            <span className="min-h-[20px] text-tick text-ink-2">{stageYield(name, job)}</span>
          </Link>
        ))}
      </nav>
      <div className="flex items-stretch gap-3">
        <WaitsOver here={stage === 'work' || stage === 'prove' ? job.id : null} />
        <Clock />
      </div>
    </header>
  )
}
