'use client'
import { useEffect, useState } from 'react'
import type { Part, PartDisagreement } from '@/core/parts'
import { partDisagreementsOf } from '@/data/partStore'
import { sayOfPart } from '../frame/pieceActs'
import { SaidTwice } from '../frame/SaidTwice'
import { PART_FIELDS } from './partFields'

/** What two tablets say otherwise of this part. */
export function PartTwice({ part }: { part: Part }) {
  const [found, setFound] = useState<PartDisagreement[]>([])
  useEffect(() => {
    let live = true
    void partDisagreementsOf(part.id).then((now) => live && setFound(now))
    return () => {
      live = false
    }
  }, [part])
  return (
    <SaidTwice
      things={found.map(({ field, said }) => ({
        thing: field,
        label: PART_FIELDS.find((one) => one.field === field)?.label ?? field,
        choices: said.map(({ value, by, at }) => ({
          says: String(value) || 'nothing',
          by,
          at,
          settle: () => sayOfPart(part.id, { says: 'field', field, value }),
        })),
      }))}
    />
  )
}
