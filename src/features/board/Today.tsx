'use client'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { Suspense, useCallback, useEffect, useState } from 'react'
import { FindSheet } from '../frame/FindSheet'
import { FindButton, PlainHead } from '../frame/Head'
import { useKeys } from '../frame/useKeys'
import { useWorkshop } from '../frame/useWorkshop'
import { useNow } from '../frame/useNow'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { ShapeFrame } from '@/ui/Shape'
import {
  addDemoData,
  addDemoParts,
  demoState,
  firstVisit,
  importJob,
  openJobs,
  onStoreChange,
  recordedJobs,
  removeDemoData,
  storageInUse,
  type ListedJob,
  type Storage,
} from '@/data/store'
import type { JobSummary } from '@/core/job'
import { demoParts } from '../frame/demoParts'
import { ask } from '@/workers/client'
import { JobRow } from './JobRow'
import { useLargeShop } from './useLargeShop'
import { WorkshopPanel } from './WorkshopPanel'
import { groupJobs, headline, importText, recordedRow, rowOf, stayedText, storageText } from './boardText'

/** They load when they are opened. */
const TakeIn = dynamic(() => import('./TakeIn').then((own) => own.TakeIn), { ssr: false })
const FilesPanel = dynamic(() => import('./FilesPanel').then((own) => own.FilesPanel), { ssr: false })

/** The demo jobs as they stand now, worked out beside the page. */
const demoData = async () => {
  const answer = await ask('demo', { now: Date.now() })
  if (!answer.ok) throw new Error(answer.problem)
  return answer.value
}

/** Signed jobs that the board shows before it is asked for older ones. */
const RECORDED_AT_ONCE = 20

export function Today() {
  const [open, setOpen] = useState<ListedJob[] | null>(null)
  const [recorded, setRecorded] = useState<JobSummary[]>([])
  const [shown, setShown] = useState(RECORDED_AT_ONCE)
  const [demo, setDemo] = useState<'present' | 'removed' | null>(null)
  const [storage, setStorage] = useState<Storage | null>(null)
  const [takingIn, setTakingIn] = useState(false)
  const [naming, setNaming] = useState(false)
  const [shop, setShop] = useState<{ open: boolean; file: File | null }>({ open: false, file: null })
  const [finding, setFinding] = useState(false)
  const { name } = useWorkshop()
  useKeys({ '/': () => setFinding(true) })
  const [refused, setRefused] = useState<string | null>(null)
  const now = useNow()
  const noDemo = useCallback(
    (problem: unknown) =>
      setRefused(
        `The demo data could not be made: ${problem instanceof Error ? problem.message : String(problem)}. Nothing here was changed.`,
      ),
    [],
  )

  const read = useCallback(async () => {
    setOpen(await openJobs())
    setRecorded(await recordedJobs())
    setDemo(await demoState())
    setStorage(await storageInUse())
  }, [])
  useEffect(() => {
    void firstVisit(demoData)
      .then(() => addDemoParts(demoParts))
      .catch(noDemo)
      .then(read)
    return onStoreChange((change) => {
      // What is listed follows an entry a moment later, and says so.
      if (change.of !== 'job') void read()
    })
  }, [read, noDemo])

  const takeFile = async (file: File) => {
    if (/\.zip$/i.test(file.name) || file.type === 'application/zip') return setShop({ open: true, file })
    const outcome = await importJob(await file.text())
    if (outcome.ok) return setRefused(importText(outcome))
    setRefused(`${file.name} was refused. At ${outcome.at}: ${outcome.problem}. Nothing here was changed.`)
  }
  const share = useLargeShop(demo === 'present')
  const groups = groupJobs(open ?? [], now ?? 0)
  return (
    <ShapeFrame className="flex min-h-dvh flex-col wide:grid wide:grid-rows-[64px_1fr_60px]">
      <PlainHead>
        <p className="flex-1 text-main narrow:order-last narrow:basis-full">
          <button
            type="button"
            data-act="workshop"
            onClick={() => setNaming(true)}
            className="min-h-[44px] font-semibold underline decoration-ink-3 underline-offset-4"
          >
            {name || (demo === 'present' ? 'Municipal garage' : 'Name this workshop')}
          </button>{' '}
          <span className="text-ink-2">
            {now === null
              ? ''
              : new Date(now).toLocaleDateString('en-GB', { weekday: 'long', day: 'numeric', month: 'long' })}
          </span>
        </p>
        <Link
          href="/days"
          className="flex min-h-[48px] items-center px-1 text-second underline decoration-ink-3 underline-offset-4"
        >
          Days
        </Link>
        <Link
          href="/vehicle"
          className="flex min-h-[48px] items-center px-1 text-second underline decoration-ink-3 underline-offset-4"
        >
          Vehicles
        </Link>
        <Link
          href="/parts"
          className="flex min-h-[48px] items-center px-1 text-second underline decoration-ink-3 underline-offset-4"
        >
          Parts
        </Link>
        <Link
          href="/sizing"
          className="flex min-h-[48px] items-center px-1 text-second underline decoration-ink-3 underline-offset-4"
        >
          Sizing
        </Link>
        <FindButton onFind={() => setFinding(true)} />
        <FileButton onFile={takeFile} />
        <Button data-act="take-in" onClick={() => setTakingIn(true)}>
          Take in a vehicle
        </Button>
      </PlainHead>
      <main className="flex-1 px-4 pb-2 medium:px-6 wide:px-6">
        <h1 className="py-2 text-title">{open === null ? 'Reading what is here.' : headline(groups)}</h1>
        {share !== null && (
          <p className="pb-3 text-main text-ink-2" data-large-shop={share}>
            {`A large shop is being put in: ${Math.round(100 * share)} %.`}
          </p>
        )}
        {refused && (
          <div className="pb-4">
            <Notice title={refused} />
          </div>
        )}
        {groups
          .filter((group) => group.jobs.length > 0)
          .map((group) => (
            <section key={group.title} aria-label={group.title} className="mb-1 border-t-2 border-ink">
              <BoardHeading title={group.title} detail={group.detail} />
              {group.jobs.map((entry, at) => (
                <JobRow
                  key={entry.job.id}
                  row={rowOf(entry, now ?? 0)}
                  now={now ?? 0}
                  first={group.leads && at === 0}
                />
              ))}
            </section>
          ))}
        {recorded.length > 0 && (
          <section aria-label="Recorded" className="mb-1 border-t-2 border-ink">
            <BoardHeading title="Recorded" detail={`newest first, ${recorded.length} in all`} />
            {recorded.slice(0, shown).map((summary) => (
              <JobRow key={summary.id} row={recordedRow(summary)} now={now ?? 0} first={false} />
            ))}
            {recorded.length > shown && (
              <Button
                variant="quiet"
                className="my-2"
                data-act="older"
                onClick={() => setShown(shown + RECORDED_AT_ONCE)}
              >
                {`${Math.min(RECORDED_AT_ONCE, recorded.length - shown)} older`}
              </Button>
            )}
          </section>
        )}
        {open?.length === 0 && recorded.length === 0 && (
          <p className="max-w-[560px] text-step text-ink-2">
            A job begins with the vehicle and what its driver says. Everything stays in this browser; a job
            can leave as a file.
          </p>
        )}
      </main>
      <footer className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2 border-t border-rule px-4 py-1 wide:px-6">
        <span className="text-second text-ink-2">
          {demo === 'present'
            ? 'Demo vehicles are simulated. Their readings come from stand-in instruments.'
            : 'All is kept on this tablet.'}{' '}
          {storage && storageText(storage)}
        </span>
        <Button variant="quiet" data-act="files" onClick={() => setShop({ open: true, file: null })}>
          Save all, room left
        </Button>
        <Button
          variant="quiet"
          onClick={() =>
            void (demo === 'present'
              ? removeDemoData().then((stayed) => setRefused(stayedText(stayed)))
              : demoData().then(addDemoData).catch(noDemo))
          }
        >
          {demo === 'present' ? 'Take the demo data out' : 'Put the demo data in'}
        </Button>
      </footer>
      {shop.open && <FilesPanel {...shop} onOpenChange={(open) => setShop({ open, file: null })} />}
      {takingIn && <TakeIn open onOpenChange={setTakingIn} />}
      <Suspense>
        <WorkshopPanel open={naming} onOpenChange={setNaming} />
      </Suspense>
      <FindSheet hand={null} open={finding} onOpenChange={setFinding} />
    </ShapeFrame>
  )
}

function BoardHeading({ title, detail }: { title: string; detail: string }) {
  return (
    <div className="grid items-end border-b border-rule-2 py-0.5 text-tick text-ink-2 wide:grid-cols-[340px_400px_110px_1fr_128px]">
      <span>
        <span className="text-second font-semibold text-ink">{title}</span> {detail}
      </span>
      <span className="hidden grid-cols-7 text-center font-track wide:grid">
        {['Complaint', 'Trace', 'Bench', 'Plan', 'Work', 'Prove', 'Record'].map((name) => (
          <span key={name}>{name}</span>
        ))}
      </span>
      <span className="hidden pl-4 wide:block">Needed by</span>
      <span className="hidden wide:block">Next</span>
    </div>
  )
}

function FileButton({ onFile }: { onFile: (file: File) => void }) {
  return (
    <label className="flex min-h-[48px] cursor-pointer items-center border-2 border-ink-3 px-4 text-main focus-within:outline-3 focus-within:outline-offset-3 focus-within:outline-accent">
      Open a file
      <input
        type="file"
        accept=".json,.zip,application/json,application/zip"
        className="sr-only"
        onChange={(event) => {
          const file = event.target.files?.[0]
          if (file) onFile(file)
          event.target.value = ''
        }}
      />
    </label>
  )
}
