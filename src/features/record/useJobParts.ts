'use client'
import { useEffect, useState } from 'react'
import type { JobParts } from '@/core/demand'
import type { JobView } from '@/core/job'
import { onStoreChange } from '@/data/store'

/** Which parts the job took; null while they are read. */
export function useJobParts(job: JobView): JobParts | null {
  const [parts, setParts] = useState<JobParts | null>(null)
  useEffect(() => {
    let live = true
    const read = async () => {
      const [{ partsInJob }, { listParts }] = await Promise.all([
        import('@/core/demand'),
        import('@/data/partStore'),
      ])
      const known = partsInJob(job, await listParts())
      if (live) setParts(known)
    }
    void read()
    const off = onStoreChange(({ of }) => {
      if (of === 'parts' || of === 'all') void read()
    })
    return () => {
      live = false
      off()
    }
  }, [job])
  return parts
}
