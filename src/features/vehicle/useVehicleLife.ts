'use client'
import { useEffect, useMemo, useState } from 'react'
import type { SoundBand } from '@/core/diagnosis'
import {
  knownFigures,
  layoutKeyOf,
  type JobView,
  type ProvenSince,
  type VehicleFact,
  type VehicleRecord,
} from '@/core/job'
import { jobsOf, loadVehicle, onStoreChange, provenReadings, vehicleFacts } from '@/data/store'
import { ask } from '@/workers/client'

export interface VehicleInHand {
  vehicle: VehicleRecord
  facts: VehicleFact[]
  /** The first first. */
  jobs: JobView[]
  proven: ProvenSince[]
}
export type VehicleLoad =
  { status: 'loading' } | { status: 'absent'; problem: string } | { status: 'ready'; hand: VehicleInHand }

/** A vehicle with all that is kept of it. */
export function useVehicleLife(id: string): VehicleLoad {
  const [load, setLoad] = useState<VehicleLoad>({ status: 'loading' })
  useEffect(() => {
    let live = true
    const read = async () => {
      const found = await loadVehicle(id)
      if (!found.ok)
        return setLoad({
          status: 'absent',
          problem:
            found.error.kind === 'damaged'
              ? `Its record cannot be read: ${found.error.at}, ${found.error.problem}. A file of any of its jobs puts it right.`
              : 'No such vehicle is kept on this tablet. Open a file of one of its jobs, or take it in.',
        })
      const [facts, jobs, proven] = await Promise.all([
        vehicleFacts(id),
        jobsOf(id),
        provenReadings(found.value, ''),
      ])
      if (live) setLoad({ status: 'ready', hand: { vehicle: found.value, facts, jobs, proven } })
    }
    void read()
    const off = onStoreChange(() => void read())
    return () => {
      live = false
      off()
    }
  }, [id])
  return load
}

/** What a sound vehicle of this kind reads at some tests; those that are not solved yet are missing. */
export function useBandsOf(
  { vehicle, proven }: VehicleInHand,
  testIds: string[],
  day: number,
): Record<string, SoundBand> {
  const [bands, setBands] = useState<Record<string, SoundBand>>({})
  const request = useMemo(
    () =>
      testIds.length === 0
        ? null
        : JSON.stringify({
            ...layoutKeyOf(vehicle, 'engine'),
            specification: vehicle.specification,
            known: knownFigures(vehicle, proven, day),
            testIds,
          }),
    [vehicle, proven, testIds, day],
  )
  useEffect(() => {
    if (!request) return
    let live = true
    void ask('sound', JSON.parse(request)).then((answer) => live && answer.ok && setBands(answer.value))
    return () => {
      live = false
    }
  }, [request])
  return bands
}
