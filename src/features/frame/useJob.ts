'use client'
import { useCallback, useEffect, useRef, useState } from 'react'
import {
  append,
  exportJob,
  exportRaw,
  hasUnwritten,
  loadJob,
  loadVehicle,
  onStoreChange,
  provenReadings,
  undo,
  unwrittenCount,
  vehicleIdOf,
  type Change,
  type Outcome,
  type StoreProblem,
} from '@/data/store'
import type { KnownFigure } from '@/core/diagnosis'
import { decide, type ActName, type Decided, type InputOf } from '@/core/acts'
import { foldJob, knownFigures, vehicleIn, type JobView, type VehicleRecord } from '@/core/job'
import type { SetAside } from '@/core/records'
import { saveFile } from '@/ui/saveFile'
import { momentOf } from './moment'

/** What came of an act: whether it is on disk, and what was decided. */
export interface Came {
  kept: boolean
  decided: Decided
}

export interface JobInHand {
  job: JobView
  vehicle: VehicleRecord
  /** What is known of its sound readings besides the model. */
  known: KnownFigure[]
  /** Does an act: what it comes to is kept, or what must come first is told. A failed write is shown by the frame and loses nothing. */
  act: <N extends ActName>(name: N, input: InputOf<N>) => Promise<Came>
  /** What an act would come to; nothing is kept. */
  weigh: <N extends ActName>(name: N, input: InputOf<N>) => Decided
  undo: (eventId: string, reason: string) => Promise<void>
}
export type JobLoad =
  | { status: 'loading' }
  | { status: 'absent'; problem: StoreProblem }
  | {
      status: 'ready'
      hand: JobInHand
      /** Entries that are not on disk, here and on other pages, and why the last one was not taken. */
      unwritten: { here: number; elsewhere: number }
      trouble: StoreProblem | null
      aside: SetAside[]
    }

const WHO = 'stop-start-by'
/** Who works at this tablet; the record carries the name. */
export const whoWorks = (): string =>
  typeof localStorage === 'undefined' ? '' : (localStorage.getItem(WHO) ?? 'This bench')
export const setWhoWorks = (name: string) => localStorage.setItem(WHO, name)

export function useJob(jobId: string | null): JobLoad {
  const [load, setLoad] = useState<JobLoad>({ status: 'loading' })
  const [trouble, setTrouble] = useState<StoreProblem | null>(null)

  /** The vehicle that the page shows: a change of another one is none here. */
  const shown = useRef<string | null>(null)

  const read = useCallback(async () => {
    if (!jobId)
      return setLoad({
        status: 'absent',
        problem: { kind: 'not-found', what: 'a job: none is named in the address' },
      })
    const found = await readJob(jobId)
    if (!found.ok) return setLoad({ status: 'absent', problem: found.error })
    const { job, vehicle, aside } = found.value
    shown.current = vehicle.id
    const weigh: JobInHand['weigh'] = (name, input) =>
      decide(name, input, { job, vehicle, moment: momentOf(Date.now()), newId: () => crypto.randomUUID() })
    const act: JobInHand['act'] = async (name, input) => {
      const decided = weigh(name, input)
      if (decided.kind !== 'entries') return { kept: false, decided }
      if (decided.entries.length === 0) return { kept: true, decided }
      const outcome = await append(jobId, decided.entries, whoWorks())
      setTrouble(outcome.ok ? null : outcome.error)
      return { kept: outcome.ok, decided }
    }
    const known = knownFigures(vehicle, await provenReadings(vehicle, jobId), job.openedAt)
    setLoad({
      status: 'ready',
      unwritten: unwrittenCount(jobId),
      trouble: null,
      aside,
      hand: {
        job,
        vehicle,
        known,
        act,
        weigh,
        undo: async (eventId, reason) => {
          const outcome = await undo(jobId, eventId, reason, whoWorks())
          setTrouble(outcome.ok ? null : outcome.error)
        },
      },
    })
  }, [jobId])

  useEffect(() => {
    const concerns = (change: Change) =>
      change.of === 'job'
        ? change.id === jobId
        : change.of === 'vehicle'
          ? change.id === shown.current
          : change.of !== 'lists' && change.of !== 'parts'
    // The store is outside React: read it once and after each change of what is shown here.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    void read()
    return onStoreChange((change) => {
      if (concerns(change)) void read()
    })
  }, [read, jobId])

  useEffect(() => {
    // What is not written goes with the page: leaving asks first.
    const warn = (event: BeforeUnloadEvent) => {
      if (hasUnwritten()) event.preventDefault()
    }
    window.addEventListener('beforeunload', warn)
    return () => window.removeEventListener('beforeunload', warn)
  }, [])

  return load.status === 'ready' ? { ...load, trouble } : load
}

/** A job and its vehicle as they are stored; a job whose vehicle cannot be read is not worked on. */
async function readJob(
  jobId: string,
): Promise<Outcome<{ job: JobView; vehicle: VehicleRecord; aside: SetAside[] }>> {
  const log = await loadJob(jobId)
  if (!log.ok) return log
  const { events, aside } = log.value
  const vehicle = await loadVehicle(vehicleIdOf(events) ?? '')
  if (!vehicle.ok)
    return {
      ok: false,
      error: {
        kind: 'damaged',
        problem: 'it is not on this tablet whole; a good file of any of its jobs puts it right',
        at: 'the vehicle',
      },
    }
  try {
    const job = foldJob(jobId, events, vehicle.value)
    return { ok: true, value: { job, vehicle: vehicleIn(vehicle.value, job), aside } }
  } catch (problem) {
    return {
      ok: false,
      error: {
        kind: 'damaged',
        problem: problem instanceof Error ? problem.message : String(problem),
        at: 'its entries',
      },
    }
  }
}

/** An act on a job whose page is not open. */
export async function actOn<N extends ActName>(jobId: string, name: N, input: InputOf<N>): Promise<Came> {
  const found = await readJob(jobId)
  if (!found.ok) return { kept: false, decided: { kind: 'unready', missing: [] } }
  const { job, vehicle } = found.value
  const decided = decide(name, input, {
    job,
    vehicle,
    moment: momentOf(Date.now()),
    newId: () => crypto.randomUUID(),
  })
  if (decided.kind !== 'entries') return { kept: false, decided }
  if (decided.entries.length === 0) return { kept: true, decided }
  return { kept: (await append(jobId, decided.entries, whoWorks())).ok, decided }
}

/** The record as it is stored, readable or not, as a file. */
export async function saveRaw(jobId: string): Promise<void> {
  saveFile(`${jobId}.stop-start-record.json`, await exportRaw(jobId))
}

/** Offers a job as a file. */
export async function saveJobFile(jobId: string, name: string): Promise<StoreProblem | null> {
  const content = await exportJob(jobId)
  if (!content.ok) return content.error
  saveFile(`${name}.stop-start-job.json`, content.value)
  return null
}
