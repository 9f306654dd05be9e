'use client'
import { useEffect, useState } from 'react'
import type { JobView } from '@/core/job'
import { listJobs } from '@/data/store'

const NONE: JobView[] = []

/** The other jobs of this vehicle. */
export function usePastJobs(vehicleId: string, jobId: string): JobView[] {
  const [past, setPast] = useState<JobView[]>(NONE)
  useEffect(() => {
    let live = true
    void listJobs().then((listed) => {
      const jobs = listed
        .map((entry) => entry.job)
        .filter((job) => job.vehicleId === vehicleId && job.id !== jobId)
      if (live && jobs.length > 0) setPast(jobs)
    })
    return () => {
      live = false
    }
  }, [vehicleId, jobId])
  return past
}
