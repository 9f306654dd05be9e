'use client'
import { useEffect, useState } from 'react'
import type { OpenShop, ShopPlan } from '@/data/shopFile'
import { askToKeep, noteSaved, shopState, type ShopState } from '@/data/shopState'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import { saveFile } from '@/ui/saveFile'
import { clockText, dateText } from '../frame/words'

interface Props {
  open: boolean
  onOpenChange: (open: boolean) => void
  /** A file of a workshop that was opened; it is read, and taken once that is said. */
  file: File | null
}

/** Everything as one file, and back; what room there is. */
export function FilesPanel({ open, onOpenChange, file }: Props) {
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="Files">
      {open && (
        <div className="space-y-6">
          {file && <TakeShop key={file.name + file.lastModified} file={file} />}
          <SaveAll />
          <Tables />
        </div>
      )}
    </Panel>
  )
}

const size = (bytes: number): string =>
  bytes < 1e6
    ? `${Math.ceil(bytes / 1e3)} kB`
    : bytes < 1e9
      ? `${Math.round(bytes / 1e6)} MB`
      : `${(bytes / 1e9).toFixed(1)} GB`
const changedText = ({ jobs, vehicles, parts }: ShopState['inNoFile']): string => {
  const some = (count: number, one: string) =>
    count === 0 ? [] : [`${count} ${count === 1 ? one : `${one}s`}`]
  const all = [...some(jobs, 'job'), ...some(vehicles, 'vehicle'), ...some(parts, 'part')]
  return all.length === 0 ? 'nothing changed' : `${all.join(', ')} changed`
}
const jobsText = (count: number): string => `${count} ${count === 1 ? 'job' : 'jobs'}`
/** By its time, so that no file takes the place of an older one. */
const fileName = (now: number): string =>
  `workshop-${new Date(now).toISOString().slice(0, 19).replace(/[:T]/g, '-')}.zip`

function SaveAll() {
  const [state, setState] = useState<ShopState | null>(null)
  const [share, setShare] = useState<number | null>(null)
  const [said, setSaid] = useState<string | null>(null)
  const read = () => void shopState().then(setState)
  useEffect(read, [])
  const save = async () => {
    setShare(0)
    setSaid(null)
    try {
      const now = Date.now()
      const { saveShop } = await import('@/data/shopFile')
      const { file, odd } = await saveShop(now, (done, of) => setShare(done / Math.max(1, of)))
      saveFile(fileName(now), file, 'application/zip')
      await noteSaved(now)
      setSaid(
        odd.length > 0
          ? `Saved. ${jobsText(odd.length)} that cannot be read ${odd.length === 1 ? 'is' : 'are'} not in it: save each from Today.`
          : 'Saved. Keep it on another device than this.',
      )
    } catch (problem) {
      setSaid(
        `Not saved: ${problem instanceof Error ? problem.message : String(problem)}. All is still here.`,
      )
    }
    setShare(null)
    read()
  }
  if (!state) return <p className="text-main text-ink-2">Reading what is here.</p>
  return (
    <section aria-label="Save all" className="space-y-3" data-in-no-file={state.inNoFile.jobs}>
      <WhatIsHere state={state} />
      {!state.kept && (
        <Button
          variant="quiet"
          data-act="keep-it"
          onClick={() =>
            void askToKeep().then((kept) => {
              setSaid(kept ? null : 'The browser did not agree. A file is the safer way.')
              read()
            })
          }
        >
          Ask the browser to keep it
        </Button>
      )}
      <Button
        variant={share === null ? 'act' : 'held'}
        tall
        className="w-full"
        data-act="save-all"
        disabled={share !== null}
        onClick={() => void save()}
      >
        {share === null ? 'Save all as one file' : `Saving, ${Math.round(100 * share)} %`}
      </Button>
      {said && <Notice title={said} />}
    </section>
  )
}

const TABLES = [
  { id: 'vehicles', label: 'Vehicles' },
  { id: 'jobs', label: 'Jobs' },
  { id: 'readings', label: 'Readings' },
] as const

/** The shop as tables for a spreadsheet; parts have theirs on their desk. */
function Tables() {
  const [share, setShare] = useState<number | null>(null)
  const save = async (id: (typeof TABLES)[number]['id']) => {
    setShare(0)
    const [{ vehicleRows, jobRows, readingRows }, { saveTable }] = await Promise.all([
      import('@/data/shopTables'),
      import('@/ui/saveTable'),
    ])
    const rows = { vehicles: vehicleRows, jobs: jobRows, readings: () => readingRows(setShare) }
    saveTable(id, await rows[id]().finally(() => setShare(null)))
  }
  return (
    <section aria-label="Tables" className="space-y-2 border-t border-rule pt-3">
      <h3 className="text-main font-semibold">
        {share === null ? 'As tables for a spreadsheet' : `Reading every job, ${Math.round(100 * share)} %`}
      </h3>
      <div className="flex flex-wrap gap-2">
        {TABLES.map(({ id, label }) => (
          <Button
            key={id}
            variant={share === null ? 'quiet' : 'held'}
            disabled={share !== null}
            data-act={`table-${id}`}
            onClick={() => void save(id)}
          >
            {label}
          </Button>
        ))}
      </div>
    </section>
  )
}

/** How much is kept, how much of it is in no file, and what room there is. */
function WhatIsHere({ state }: { state: ShopState }) {
  return (
    <>
      <p className="text-main">
        {`Here: ${jobsText(state.jobs)}, ${state.vehicles} ${state.vehicles === 1 ? 'vehicle' : 'vehicles'}. `}
        {state.savedAt === null
          ? 'All of it was never saved as one file.'
          : `Last saved ${dateText(state.savedAt)}, ${clockText(state.savedAt)}; ${changedText(state.inNoFile)} since.`}
      </p>
      <p className="text-second text-ink-2">
        {state.used !== null && state.quota !== null
          ? `It takes ${size(state.used)} of the ${size(state.quota)} that this browser gives. `
          : ''}
        {state.kept
          ? 'The browser keeps it until somebody clears it.'
          : 'The browser may clear it when room runs short.'}
      </p>
    </>
  )
}

/** What a file would do, in words. */
export function planText({ jobs, vehicles, entries, facts, parts: stock }: ShopPlan): string {
  const parts = [
    jobs.fresh > 0 ? `${jobsText(jobs.fresh)} come in` : '',
    jobs.changed > 0 ? `${jobsText(jobs.changed)} get more entries` : '',
    vehicles.fresh > 0
      ? `${vehicles.fresh} ${vehicles.fresh === 1 ? 'vehicle comes' : 'vehicles come'} in`
      : '',
    stock.fresh > 0 ? `${stock.fresh} ${stock.fresh === 1 ? 'part comes' : 'parts come'} in` : '',
    stock.fresh === 0 && stock.facts > 0 ? 'more is known of parts' : '',
    vehicles.changed > 0 ? `of ${vehicles.changed} vehicles more is known` : '',
  ].filter(Boolean)
  if (parts.length === 0) return 'All of it is here already: nothing would change.'
  return `${parts.join(', ')}: ${entries} entries and ${facts + stock.facts} facts in all. What is here stays; ${jobsText(jobs.same)} are the same in both.`
}

type Reading =
  | { at: 'reading'; share: number }
  | { at: 'read'; shop: OpenShop }
  | { at: 'refused'; why: string }
  | { at: 'taking'; share: number }
  | { at: 'taken'; shop: OpenShop }

function TakeShop({ file }: { file: File }) {
  const [reading, setReading] = useState<Reading>({ at: 'reading', share: 0 })
  useEffect(() => {
    let live = true
    const told = (done: number, of: number) =>
      live && setReading({ at: 'reading', share: done / Math.max(1, of) })
    void import('@/data/shopFile')
      .then(({ openShop }) => openShop(file, told))
      .then((opened) => {
        if (!live) return
        setReading(
          opened.ok
            ? { at: 'read', shop: opened.value }
            : {
                at: 'refused',
                why: `${file.name} was refused. At ${opened.error.at}: ${opened.error.problem}. Nothing here was changed.`,
              },
        )
      })
    return () => {
      live = false
    }
  }, [file])
  const take = async (shop: OpenShop) => {
    setReading({ at: 'taking', share: 0 })
    const taken = await shop.take((done, of) => setReading({ at: 'taking', share: done / Math.max(1, of) }))
    setReading(taken.ok ? { at: 'taken', shop } : { at: 'refused', why: `${taken.error.problem}.` })
  }
  return (
    <section
      aria-label="A file of a workshop"
      data-shop={reading.at}
      className="space-y-3 border-b-2 border-ink pb-6"
    >
      {reading.at === 'reading' && (
        <Notice kind="working" title={`Reading the file, ${Math.round(100 * reading.share)} %.`} />
      )}
      {reading.at === 'taking' && (
        <Notice kind="working" title={`Taking it in, ${Math.round(100 * reading.share)} %.`} />
      )}
      {reading.at === 'refused' && <Notice title={reading.why} />}
      {reading.at === 'taken' && <Notice title="It is in.">{planText(reading.shop.plan)}</Notice>}
      {reading.at === 'read' && (
        <>
          <h2 className="text-main">{`Saved ${dateText(reading.shop.plan.writtenAt)}, ${clockText(reading.shop.plan.writtenAt)}`}</h2>
          <p className="text-main">{planText(reading.shop.plan)}</p>
          <Button
            variant="act"
            tall
            className="w-full"
            data-act="take-shop"
            onClick={() => void take(reading.shop)}
          >
            Take it in
          </Button>
        </>
      )}
    </section>
  )
}
