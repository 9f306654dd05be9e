'use client'
import { useCallback, useEffect, useState } from 'react'
import { partsBoard, type Need, type Part, type PartsBoard } from '@/core/parts'
import { listParts } from '@/data/partStore'
import { addDemoParts, onStoreChange, openLogs } from '@/data/store'
import { ask } from '@/workers/client'
import { demoParts } from '../frame/demoParts'

export interface Desk extends PartsBoard {
  parts: Part[]
}
export type DeskLoad =
  | { status: 'reading' }
  /** The parts are there; what the jobs want could not be worked out. */
  | { status: 'ready'; desk: Desk; problem: string | null }

/** Parts, and what the open jobs want of them; worked out anew when either changes. */
export function useDesk(): DeskLoad {
  const [load, setLoad] = useState<DeskLoad>({ status: 'reading' })
  const [needs, setNeeds] = useState<{ found: Need[]; problem: string | null } | null>(null)
  const [parts, setParts] = useState<Part[] | null>(null)
  const readNeeds = useCallback(async () => {
    const answer = await ask('needs', { jobs: await openLogs() })
    setNeeds(answer.ok ? { found: answer.value, problem: null } : { found: [], problem: answer.problem })
  }, [])
  const readParts = useCallback(async () => setParts(await listParts()), [])
  useEffect(() => {
    void addDemoParts(demoParts).then(readParts)
    // The store is outside React: read it once and after each change of what is shown here.
    // eslint-disable-next-line react-hooks/set-state-in-effect
    void readNeeds()
    return onStoreChange(({ of }) => {
      if (of === 'parts' || of === 'all') void readParts()
      if (of === 'lists' || of === 'all' || of === 'vehicle') void readNeeds()
    })
  }, [readNeeds, readParts])
  useEffect(() => {
    if (parts && needs)
      // What was worked out last stays until both are there.
      // eslint-disable-next-line react-hooks/set-state-in-effect
      setLoad({ status: 'ready', desk: { ...partsBoard(needs.found, parts), parts }, problem: needs.problem })
  }, [parts, needs])
  return load
}
