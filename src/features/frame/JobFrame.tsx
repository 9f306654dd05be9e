'use client'
import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import { Suspense, useEffect, useState, type ReactNode } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import type { Stage } from '@/core/job'
import type { StoreProblem } from '@/data/store'
import { JobHead, PlainHead } from './Head'
import { KeysPanel } from './KeysPanel'
import { saveJobFile, useJob, type JobInHand } from './useJob'
import { toggleLight } from './useLight'
import { useKeys } from './useKeys'
import { STAGES, STAGE_NAMES, stageHref } from './words'

interface Props {
  stage: Stage
  children: (hand: JobInHand) => ReactNode
}

/** Loads the job that the address names and puts its head over the stage. */
export function JobFrame(props: Props) {
  return (
    <Suspense fallback={<Loading />}>
      <Framed {...props} />
    </Suspense>
  )
}

function Framed({ stage, children }: Props) {
  const jobId = useSearchParams().get('id')
  const load = useJob(jobId)
  const router = useRouter()
  const [keys, setKeys] = useState(false)
  useKeys({
    ...Object.fromEntries(
      STAGES.map((name, at) => [String(at + 1), () => jobId && router.push(stageHref(name, jobId))]),
    ),
    d: toggleLight,
    '?': () => setKeys(true),
    v: () => document.getElementById('vehicle-state')?.querySelector('button')?.focus(),
  })
  useEffect(() => {
    if (load.status === 'ready') document.title = `${load.hand.job.unit} ${STAGE_NAMES[stage]} · Stop Start`
  }, [load, stage])
  if (load.status === 'loading') return <Loading />
  if (load.status === 'absent') return <Absent problem={load.problem} />
  return (
    <div className="grid min-h-screen grid-rows-[64px_1fr] bg-ground">
      <JobHead job={load.hand.job} stage={stage} />
      <div className="relative flex max-h-[calc(100vh-64px)] min-h-[680px] flex-col">
        {load.saveProblem && (
          <div className="flex items-center gap-6 border-b border-rule bg-sheet px-6 py-2">
            <Notice title="Not written to this browser.">
              {load.saveProblem}. The entries are kept while this page is open. Save the job as a file now.
            </Notice>
            <Button
              variant="act"
              onClick={() => void saveJobFile(load.hand.job.id, `unit-${load.hand.job.unit}`)}
            >
              Save as file
            </Button>
          </div>
        )}
        {children(load.hand)}
        <KeysPanel open={keys} onOpenChange={setKeys} />
      </div>
    </div>
  )
}

function Loading() {
  return (
    <>
      <PlainHead />
      <main className="p-6">
        <Notice kind="working" title="Opening the job." />
      </main>
    </>
  )
}

function Absent({ problem }: { problem: StoreProblem }) {
  return (
    <>
      <PlainHead />
      <main className="space-y-4 p-6">
        <h1 className="text-title">
          {problem.kind === 'damaged' ? 'This job cannot be read whole.' : 'This job is not on this tablet.'}
        </h1>
        <Notice
          title={
            problem.kind === 'damaged' ? `At ${problem.at}: ${problem.problem}.` : 'Nothing was changed.'
          }
        >
          {problem.kind === 'damaged'
            ? 'Nothing was changed. Take it in again from its last file.'
            : 'Open it from Today, or take it in from its file.'}
        </Notice>
        <Link
          href="/"
          className="inline-flex min-h-[48px] items-center border-2 border-ink px-4 text-main font-semibold"
        >
          Back to Today
        </Link>
      </main>
    </>
  )
}
