'use client'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useRouter, useSearchParams } from 'next/navigation'
import { Suspense, useEffect, useState, type ReactNode } from 'react'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { ShapeFrame } from '@/ui/Shape'
import type { Stage } from '@/core/job'
import type { StoreProblem } from '@/data/store'
import { FindSheet } from './FindSheet'
import { JobHead, PlainHead } from './Head'
import { saveJobFile, saveRaw, useJob, type JobInHand, type JobLoad } from './useJob'
import { toggleLight } from './useLight'
import { useKeys } from './useKeys'
import { STAGES, stageHref, stageName } from './words'

// What is opened now and then, and what few jobs need, loads after the page.
const KeysPanel = dynamic(() => import('./KeysPanel').then((own) => own.KeysPanel), { ssr: false })
const VehicleSheet = dynamic(() => import('./VehicleSheet').then((own) => own.VehicleSheet), { ssr: false })
const LongGap = dynamic(() => import('./LongGap').then((own) => own.LongGap), { ssr: false })

/** Stages whose page gives way where the glass is low; the others scroll. */
const LOW: readonly Stage[] = ['trace', 'plan', 'work']

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
  const asked = useSearchParams()
  const jobId = asked.get('id')
  const load = useJob(jobId)
  const router = useRouter()
  const [keys, setKeys] = useState(false)
  const [finding, setFinding] = useState(false)
  const [sheet, setSheet] = useState(asked.has('sheet'))
  useKeys({
    ...Object.fromEntries(
      STAGES.map((name, at) => [String(at + 1), () => jobId && router.push(stageHref(name, jobId))]),
    ),
    d: toggleLight,
    '?': () => setKeys(true),
    '/': () => setFinding(true),
    v: () => document.getElementById('vehicle-state')?.querySelector('button')?.focus(),
  })
  useEffect(() => {
    if (load.status === 'ready')
      document.title = `${load.hand.job.unit} ${stageName(stage, load.hand.job)} · Stop Start`
  }, [load, stage])
  if (load.status === 'loading') return <Loading />
  if (load.status === 'absent') return <Absent jobId={jobId} problem={load.problem} />
  return (
    <ShapeFrame className="flex min-h-dvh flex-col bg-ground wide:grid wide:grid-cols-[minmax(0,1fr)] wide:grid-rows-[64px_minmax(0,1fr)]">
      <JobHead
        job={load.hand.job}
        stage={stage}
        onSheet={() => setSheet(true)}
        onFind={() => setFinding(true)}
      />
      <div
        className={`relative flex flex-1 flex-col wide:max-h-[calc(100dvh-64px)] ${LOW.includes(stage) ? 'wide:min-h-[460px]' : 'wide:min-h-[680px]'}`}
      >
        <Unkept load={load} />
        {children(load.hand)}
        {stage !== 'record' && <LongGap hand={load.hand} />}
        {sheet && <VehicleSheet hand={load.hand} open onOpenChange={setSheet} />}
        <FindSheet hand={load.hand} open={finding} onOpenChange={setFinding} />
        {keys && <KeysPanel open onOpenChange={setKeys} />}
      </div>
    </ShapeFrame>
  )
}

const plural = (count: number, one: string, many: string) => `${count} ${count === 1 ? one : many}`

/** What is not on disk, was not taken, or could not be read: said until it is put right. */
function Unkept({ load }: { load: Extract<JobLoad, { status: 'ready' }> }) {
  const { unwritten, trouble, aside, hand } = load
  const { job } = hand
  const lines = [
    unwritten.here > 0 &&
      `${plural(unwritten.here, 'entry is', 'entries are')} not written: ${trouble?.kind === 'not-written' && trouble.cause === 'other' ? trouble.reason || 'the browser refused' : 'this browser gives no more room'}. Kept while this page is open. Save the job as a file now, then clear some space.`,
    unwritten.elsewhere > 0 &&
      `${plural(unwritten.elsewhere, 'entry of this job is', 'entries of this job are')} not written on another page of this tablet. Do not close it; save the job there.`,
    trouble?.kind === 'refused' &&
      `Not kept: “${trouble.field.replace('body.', '')}”, ${trouble.problem}. Nothing was changed; enter it anew.`,
    job.notKnown.length > 0 &&
      `${plural(job.notKnown.length, 'entry names', 'entries name')} what this version does not have (${job.notKnown[0]!.id}): kept; of it only state and vapour count. Open the job with the version that wrote it.`,
    aside.length > 0 &&
      `${plural(aside.length, 'entry', 'entries')} of this job cannot be read and ${aside.length === 1 ? 'stands' : 'stand'} aside, kept as it is: ${aside[0]!.at}, ${aside[0]!.problem}. Take the job in again from its last good file.`,
  ].filter((line): line is string => Boolean(line))
  if (lines.length === 0) return null
  return (
    <div
      className="flex flex-wrap items-center gap-x-6 gap-y-2 border-b border-rule bg-sheet px-4 py-2 wide:px-6"
      data-unkept={unwritten.here > 0 ? 'unwritten' : 'other'}
    >
      <div className="min-w-[260px] flex-1 space-y-1">
        {lines.map((line) => (
          <Notice key={line} kind="danger" title={line} />
        ))}
      </div>
      <Button
        variant={unwritten.here > 0 ? 'act' : 'plain'}
        data-act="save-file"
        onClick={() => void (aside.length > 0 ? saveRaw(job.id) : saveJobFile(job.id, `unit-${job.unit}`))}
      >
        Save as file
      </Button>
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

function Absent({ jobId, problem }: { jobId: string | null; problem: StoreProblem }) {
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
            ? 'Nothing was changed. Save it as it is, then take it in again from its last good file.'
            : 'Open it from Today, or take it in from its file.'}
        </Notice>
        {problem.kind === 'damaged' && jobId && (
          <Button className="mr-3" data-act="save-raw" onClick={() => void saveRaw(jobId)}>
            Save it as it is
          </Button>
        )}
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
