'use client'
import { useEffect, useState } from 'react'
import type { Part } from '@/core/parts'
import { listParts } from '@/data/partStore'
import { onStoreChange } from '@/data/store'

/** Every part that the workshop has to do with; null while they are read. */
export function useParts(): Part[] | null {
  const [parts, setParts] = useState<Part[] | null>(null)
  useEffect(() => {
    const read = () => void listParts().then(setParts)
    read()
    return onStoreChange(({ of }) => {
      if (of === 'parts' || of === 'all') read()
    })
  }, [])
  return parts
}
