'use client'
import { useEffect, useState } from 'react'
import { leftOpen } from '@/core/job'
import { listJobs } from '@/data/store'

/** Causes that the vehicle's last signed job before this one did not look for. */
export function useLeftOpen(vehicleId: string, jobId: string): string[] {
  const [open, setOpen] = useState<string[]>([])
  useEffect(() => {
    let live = true
    void listJobs().then(
      (listed) =>
        live &&
        setOpen(
          leftOpen(
            listed.map((entry) => entry.job).filter((job) => job.vehicleId === vehicleId && job.id !== jobId),
          ),
        ),
    )
    return () => {
      live = false
    }
  }, [vehicleId, jobId])
  return open
}
