'use client'
import { useState } from 'react'
import { MOST_TEXT, partsOf, withUnits, type PointsField as Field } from '@/core/sizing'
import { inUnits, unitShown, unitText } from '../quantities'

const MOST_BYTES = 64 * 1024

interface Props {
  id: string
  name: string
  field: Field
  value: string
  problem: string | null
  onValue: (value: string) => void
}

/** Points of one's own: a line each, typed or pasted, or the lines of a file; the units they are meant in stand over them. */
export function PointsField({ id, name, field, value, problem, onValue }: Props) {
  const [refused, setRefused] = useState<string | null>(null)
  const { units, body } = partsOf(field, value)
  // Where nothing stands, what is typed is meant in the reader's units.
  const meant = body.trim() === '' ? field.columns.map(({ unit }) => unit && unitShown(unit)) : units
  const type = (next: string) => {
    setRefused(null)
    onValue(withUnits(meant, next))
  }
  const read = async (file: File | undefined) => {
    if (!file) return
    if (file.size > MOST_BYTES) return setRefused('That file is too long for a table of points.')
    const text = (await file.text()).trim()
    if (text.length > MOST_TEXT) return setRefused('That file holds more than 60 points: leave some out.')
    setRefused(null)
    onValue(text)
  }
  const wrong = refused ?? problem
  return (
    <div className="medium:col-span-2 wide:col-span-full">
      <label htmlFor={id} className="block text-main leading-tight">
        {inUnits(field.label)}
        <span className="flex flex-wrap gap-x-5 text-second text-ink-2">
          {field.columns.map((column, k) => (
            <span key={column.name}>{meant[k] ? `${column.name}, ${unitText(meant[k])}` : column.name}</span>
          ))}
        </span>
      </label>
      <textarea
        id={id}
        name={name}
        value={body}
        rows={Math.min(8, Math.max(3, body.split('\n').length + 1))}
        spellCheck={false}
        autoComplete="off"
        data-typed
        aria-invalid={wrong !== null}
        aria-describedby={wrong ? `${id}-problem` : undefined}
        onChange={(event) => type(event.target.value)}
        className={`w-full border-2 bg-sheet px-2 py-1 text-main [tab-size:8] [word-spacing:0.7em] ${wrong ? 'border-danger' : 'border-ink-3'}`}
      />
      <FromFile name={name} onFile={(file) => void read(file)} />
      {wrong && (
        <p id={`${id}-problem`} className="text-second text-danger">
          {inUnits(wrong)}
        </p>
      )}
    </div>
  )
}

const FromFile = ({ name, onFile }: { name: string; onFile: (file: File | undefined) => void }) => (
  <label className="inline-flex min-h-[44px] cursor-pointer items-center text-second underline decoration-ink-3 underline-offset-4 focus-within:outline-2">
    From a file
    <input
      type="file"
      accept=".csv,.txt,.tsv,text/csv,text/plain"
      className="sr-only"
      data-points={name}
      onChange={(event) => {
        onFile(event.target.files?.[0])
        // The same file can be taken again after it was put right.
        event.target.value = ''
      }}
    />
  </label>
)
