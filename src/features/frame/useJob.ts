'use client'
import { useCallback, useEffect, useState } from 'react'
import {
  append,
  exportJob,
  listJobs,
  loadLog,
  loadVehicle,
  onStoreChange,
  undo,
  type StoreProblem,
} from '@/data/store'
import type { KnownFigure } from '@/core/diagnosis'
import { foldJob, knownFigures, type JobView, type VehicleRecord } from '@/core/job'
import type { BodyOf, EventKind } from '@/core/records'
import { saveFile } from '@/ui/saveFile'

export type Addition = { [K in EventKind]: { kind: K; body: BodyOf<K> } }[EventKind]

export interface JobInHand {
  job: JobView
  vehicle: VehicleRecord
  /** What is known of its sound readings besides the model. */
  known: KnownFigure[]
  /** Appends events; a failed write is shown by the frame and loses nothing. */
  add: (...additions: Addition[]) => Promise<boolean>
  undo: (eventId: string, reason: string) => Promise<void>
}
export type JobLoad =
  | { status: 'loading' }
  | { status: 'absent'; problem: StoreProblem }
  | { status: 'ready'; hand: JobInHand; saveProblem: string | null }

const WHO = 'stop-start-by'
/** Who works at this tablet; the record carries the name. */
export const whoWorks = (): string =>
  typeof localStorage === 'undefined' ? '' : (localStorage.getItem(WHO) ?? 'This bench')
export const setWhoWorks = (name: string) => localStorage.setItem(WHO, name)

export function useJob(jobId: string | null): JobLoad {
  const [load, setLoad] = useState<JobLoad>({ status: 'loading' })
  const [saveProblem, setSaveProblem] = useState<string | null>(null)

  const read = useCallback(async () => {
    if (!jobId)
      return setLoad({
        status: 'absent',
        problem: { kind: 'not-found', what: 'a job: none is named in the address' },
      })
    const log = await loadLog(jobId)
    if (!log.ok) return setLoad({ status: 'absent', problem: log.error })
    const vehicle = await loadVehicle(foldJob(jobId, log.value).vehicleId)
    if (!vehicle.ok) return setLoad({ status: 'absent', problem: vehicle.error })
    const job = foldJob(jobId, log.value, vehicle.value)
    const add = async (...additions: Addition[]) => {
      const outcome = await append(
        jobId,
        additions as { kind: EventKind; body: BodyOf<EventKind> }[],
        whoWorks(),
      )
      setSaveProblem(outcome.ok || outcome.error.kind !== 'not-written' ? null : outcome.error.reason)
      return outcome.ok
    }
    const known = knownFigures(
      vehicle.value,
      (await listJobs()).filter((entry) => entry.job.id !== jobId),
    )
    setLoad({
      status: 'ready',
      saveProblem: null,
      hand: {
        job,
        vehicle: vehicle.value,
        known,
        add,
        undo: async (eventId, reason) => void (await undo(jobId, eventId, reason, whoWorks())),
      },
    })
  }, [jobId])

  useEffect(() => {
    // The store is outside React: read it once and after each change.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    void read()
    return onStoreChange(() => void read())
  }, [read])

  return load.status === 'ready' ? { ...load, saveProblem } : load
}

/** Offers a job as a file. */
export async function saveJobFile(jobId: string, name: string): Promise<StoreProblem | null> {
  const content = await exportJob(jobId)
  if (!content.ok) return content.error
  saveFile(`${name}.stop-start-job.json`, content.value)
  return null
}
