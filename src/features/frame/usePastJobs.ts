'use client'
import { useEffect, useState } from 'react'
import type { JobView } from '@/core/job'
import { jobsOf } from '@/data/store'

const NONE: JobView[] = []

/** The other jobs of this vehicle. */
export function usePastJobs(vehicleId: string, jobId: string): JobView[] {
  const [past, setPast] = useState<JobView[]>(NONE)
  useEffect(() => {
    let live = true
    void jobsOf(vehicleId, jobId).then((jobs) => {
      if (live && jobs.length > 0) setPast(jobs)
    })
    return () => {
      live = false
    }
  }, [vehicleId, jobId])
  return past
}
