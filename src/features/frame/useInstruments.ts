'use client'
import { useEffect, useState } from 'react'
import { standingOf, type Instrument } from '@/core/bench'
import { unitKind, type UnitName } from '@/core/shared'
import type { BodyOf } from '@/core/records'
import { loadInstruments } from '@/data/instruments'
import { onStoreChange } from '@/data/store'

export type Taken = BodyOf<'capture-kept'>['instrument']

/** The workshop's own instruments, the preferred one of each kind first. */
export function useInstruments(): Instrument[] {
  const [instruments, setInstruments] = useState<Instrument[]>([])
  useEffect(() => {
    let live = true
    const read = () => void loadInstruments().then((found) => live && setInstruments(found))
    read()
    const off = onStoreChange(read)
    return () => {
      live = false
      off()
    }
  }, [])
  return instruments
}

/** The instrument that reads in this unit, as a reading carries it; null where the workshop has named none. */
export function takenBy(instruments: Instrument[], unit: UnitName, now: number): Taken | null {
  const own = instruments.find(
    (candidate) => !candidate.standIn && unitKind(candidate.unit) === unitKind(unit),
  )
  return own
    ? {
        instrumentId: own.id,
        name: own.name,
        standing: standingOf(own, now),
        offset: own.offset.value === 0 ? null : own.offset,
      }
    : null
}

export const STANDING_WORDS: Record<Taken['standing'], string> = {
  checked: 'checked',
  overdue: 'check overdue',
  never: 'never checked',
  doubtful: 'doubtful',
  'stand-in': 'stand-in',
  file: 'from a file',
  hand: 'by hand',
}
