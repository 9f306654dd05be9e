'use client'
import { useState } from 'react'
import type { VehicleRecord } from '@/core/job'
import { changeVehicle } from '@/data/store'
import { whoWorks } from '../frame/useJob'

type Field = 'plate' | 'engine' | 'pumpNumber' | 'notes'
const FIELDS: { field: Field; label: string; most: number }[] = [
  { field: 'plate', label: 'Plate', most: 20 },
  { field: 'engine', label: 'Engine, as stamped', most: 40 },
  { field: 'pumpNumber', label: 'Pump number', most: 40 },
  { field: 'notes', label: 'Notes', most: 4000 },
]

/** What tells it from others: sisters have the same engine and pump. Kept when a field is left. */
export function Stamps({ vehicle }: { vehicle: VehicleRecord }) {
  const [problem, setProblem] = useState<string | null>(null)
  const keep = async (field: Field, typed: string) => {
    const { [field]: before = '', ...rest } = vehicle
    const value = typed.trim()
    if (value === before) return
    const after = { ...rest, ...(value || field === 'notes' ? { [field]: value } : {}) } as VehicleRecord
    const kept = await changeVehicle(vehicle, after, whoWorks())
    setProblem(kept.ok ? null : 'It is not kept: the browser took nothing. Free some space and say it again.')
  }
  return (
    <>
      {FIELDS.map(({ field, label, most }) => (
        <Stamp
          key={`${field} ${vehicle[field] ?? ''}`}
          {...{ field, label, most }}
          before={vehicle[field] ?? ''}
          onKeep={(typed) => void keep(field, typed)}
        />
      ))}
      <p className="text-second text-ink-2">Sisters have the same engine and pump, where those are known.</p>
      {problem && <p className="text-second text-danger">{problem}</p>}
    </>
  )
}

function Stamp({
  field,
  label,
  most,
  before,
  onKeep,
}: {
  field: Field
  label: string
  most: number
  before: string
  onKeep: (typed: string) => void
}) {
  const [typed, setTyped] = useState(before)
  return (
    <label className="block text-second text-ink-2">
      {label}
      <input
        name={`stamp-${field}`}
        value={typed}
        maxLength={most}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => onKeep(typed)}
        onKeyDown={(event) => event.key === 'Enter' && onKeep(typed)}
        className="mt-1 block h-[48px] w-full border-2 border-ink-3 bg-sheet px-2 text-main text-ink"
      />
    </label>
  )
}
