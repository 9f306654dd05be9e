'use client'
import Link from 'next/link'
import { useState, type ReactNode } from 'react'
import { SplitBead, Wordmark } from '@/ui/marks'
import { Panel } from '@/ui/Panel'
import { useShape } from '@/ui/Shape'
import { stageIndex, stageOf, type JobView, type Stage } from '@/core/job'
import { toggleLight, useLight } from './useLight'
import { useNow } from './useNow'
import { WaitsOver } from './WaitsOver'
import { STAGES, clockText, stageHref, stageName, stageYield } from './words'

export function Clock() {
  const now = useNow(10_000)
  const light = useLight()
  return (
    <button
      type="button"
      onClick={toggleLight}
      className="min-h-[48px] min-w-[72px] text-right text-second leading-tight"
    >
      <span className="block">{now === null ? '' : clockText(now)}</span>
      <span className="block text-tick text-ink-2">
        {light}
        <span className="sr-only">: change the light</span>
      </span>
    </button>
  )
}

export function PlainHead({ children }: { children?: ReactNode }) {
  return (
    <header className="flex min-h-16 flex-wrap items-center justify-between gap-x-3 gap-y-2 border-b border-rule px-4 narrow:py-2 wide:gap-6 wide:px-6">
      <Link href="/" aria-label="Stop Start: Today" className="flex min-h-[48px] items-center">
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

/** What is known already, and where to go: by words. */
export function FindButton({ onFind }: { onFind: () => void }) {
  return (
    <button
      type="button"
      data-act="find"
      onClick={onFind}
      className="min-h-[48px] min-w-[44px] px-1 text-second underline decoration-ink-3 underline-offset-4"
    >
      Find
    </button>
  )
}

const RULES = {
  done: 'border-b-4 border-ink',
  now: 'border-b-[7px] border-accent',
  ahead: 'border-b-4 border-dotted border-ink-3',
} as const

interface JobHeadProps {
  job: JobView
  stage: Stage
  onSheet: () => void
  onFind: () => void
}

/** Vehicle and stages; on a narrow page the stages stand behind the one that is open. */
export function JobHead(props: JobHeadProps) {
  const shape = useShape()
  return shape === 'narrow' ? <NarrowHead {...props} /> : <FullHead {...props} />
}

function FullHead({ job, stage, onSheet, onFind }: JobHeadProps) {
  const reached = stageIndex(stageOf(job))
  return (
    <header className="flex h-16 items-stretch gap-4 border-b border-rule px-4 wide:gap-6 wide:px-6">
      <Link href="/" aria-label="Stop Start: Today" className="flex items-center">
        <Wordmark />
      </Link>
      <button
        type="button"
        data-act="sheet"
        onClick={onSheet}
        className="flex items-center gap-3 overflow-hidden text-left wide:w-[330px]"
      >
        <span className="font-track text-[44px] font-bold leading-none">{job.unit}</span>
        <span className="sr-only">its sheet: </span>
        <span className="leading-tight medium:hidden">
          <span className="block whitespace-nowrap text-second font-semibold">{job.vehicleName}</span>
          <span className="block truncate text-tick text-ink-2">{job.words}</span>
        </span>
      </button>
      <nav aria-label="Stages" className="grid min-w-0 flex-1 grid-cols-7">
        {STAGES.map((name, at) => (
          <Link
            key={name}
            href={stageHref(name, job.id)}
            aria-current={name === stage ? 'page' : undefined}
            className={`flex min-w-0 flex-col items-center justify-center leading-tight ${name === stage ? RULES.now : at <= reached ? RULES.done : RULES.ahead}`}
          >
            <span
              className={`text-second medium:font-track ${name === stage ? 'font-semibold text-accent' : at <= reached ? '' : 'text-ink-3'}`}
            >
              {stageName(name, job)}
            </span>
            <span className="min-h-[20px] whitespace-nowrap text-tick text-ink-2 medium:hidden">
              {stageYield(name, job)}
            </span>
          </Link>
        ))}
      </nav>
      <div className="flex items-stretch gap-3">
        <WaitsOver here={stage === 'work' || stage === 'prove' ? job.id : null} />
        <FindButton onFind={onFind} />
        <Clock />
      </div>
    </header>
  )
}

/** Unit, what its driver says, and the stage that is open: a touch opens the list of stages. */
function NarrowHead({ job, stage, onSheet, onFind }: JobHeadProps) {
  const [open, setOpen] = useState(false)
  return (
    <header className="border-b border-rule">
      <div className="flex h-16 items-center gap-3 px-4">
        <Link href="/" aria-label="Today" className="flex min-h-[48px] min-w-[44px] items-center">
          <SplitBead />
        </Link>
        <button
          type="button"
          data-act="sheet"
          onClick={onSheet}
          className="flex min-h-[56px] min-w-0 flex-1 items-center gap-2 text-left"
        >
          <span className="font-track text-[36px] font-bold leading-none">{job.unit}</span>
          <span className="sr-only">{job.vehicleName}, its sheet: </span>
          <span className="line-clamp-2 min-w-0 text-tick leading-[18px] text-ink-2">{job.words}</span>
        </button>
        <FindButton onFind={onFind} />
        <button
          type="button"
          data-act="stages"
          aria-expanded={open}
          onClick={() => setOpen(true)}
          className="min-h-[56px] border-b-[5px] border-accent px-2 text-right leading-tight"
        >
          <span className="block text-main font-semibold text-accent">{stageName(stage, job)}</span>
          <span className="block text-tick text-ink-2">
            {stageIndex(stage) + 1} of {STAGES.length}
          </span>
        </button>
      </div>
      <div className="flex justify-end px-4 empty:hidden">
        <WaitsOver here={stage === 'work' || stage === 'prove' ? job.id : null} />
      </div>
      <Panel open={open} onOpenChange={setOpen} title={`Unit ${job.unit}, ${job.vehicleName}`}>
        <StageList job={job} stage={stage} onGo={() => setOpen(false)} />
        <div className="mt-3 flex justify-end border-t border-rule-2 pt-3">
          <Clock />
        </div>
      </Panel>
    </header>
  )
}

function StageList({ job, stage, onGo }: { job: JobView; stage: Stage; onGo: () => void }) {
  const reached = stageIndex(stageOf(job))
  return (
    <nav aria-label="Stages">
      <ol>
        {STAGES.map((name, at) => (
          <li key={name}>
            <Link
              href={stageHref(name, job.id)}
              onClick={onGo}
              aria-current={name === stage ? 'page' : undefined}
              className={`flex min-h-[60px] items-center justify-between gap-3 border-b border-rule-2 text-step ${name === stage ? 'font-semibold text-accent' : at <= reached ? '' : 'text-ink-3'}`}
            >
              <span>{stageName(name, job)}</span>
              <span className="text-main font-normal text-ink-2">{stageYield(name, job)}</span>
            </Link>
          </li>
        ))}
      </ol>
    </nav>
  )
}
