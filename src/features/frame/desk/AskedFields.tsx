'use client'
import { useState, type ReactNode } from 'react'
import {
  askedFields,
  type Asked,
  type Calculator,
  type ChoiceField,
  type DeskVehicle,
  type NumberField,
  type Typed,
} from '@/core/sizing'
import { digitsOfStep, figureOf, fromSi, stepIn, toSi, type Entered, type UnitName } from '@/core/shared'
import { PointsField } from './PointsField'
import { inUnits, unitShown, unitText } from '../quantities'
import { SOURCE_WORDS } from '../words'

interface Props {
  /** Its id names the fields on the page. */
  of: Pick<Calculator, 'id' | 'fields'>
  typed: Typed
  asks: Asked[]
  /** Whose figures they begin with, and what those are. */
  vehicle: (DeskVehicle & { id: string }) | null
  begin: Typed
  set: (id: string, value: Typed[string]) => void
  /** Nothing can be changed any more. */
  fixed?: boolean
  /** There is room for two columns on a wide glass too. */
  broad?: boolean
  children?: ReactNode
}

/** What a question is asked with: each figure in the units of whoever reads, with whose it is. */
export function AskedFields({
  of,
  typed,
  asks,
  vehicle,
  begin,
  set,
  fixed = false,
  broad = false,
  children,
}: Props) {
  return (
    <fieldset
      disabled={fixed}
      className={`gap-x-8 space-y-2 py-3 medium:grid medium:grid-cols-2 medium:gap-y-2 medium:space-y-0 ${broad ? 'wide:grid wide:grid-cols-2 wide:gap-y-2 wide:space-y-0' : ''}`}
      data-fields={of.id}
    >
      {askedFields(of, typed).map(([id, field]) => {
        const problem = asks.find((asked) => asked.field === id)?.says ?? null
        const known = vehicle && typed[id] === begin[id] ? field.from?.(vehicle) : null
        const source = known ? (known.source ? SOURCE_WORDS[known.source] : 'from its sheet') : null
        const common = { id: `${of.id}-${id}`, name: id, source, problem }
        if (field.kind === 'points')
          return (
            <PointsField
              key={`${of.id} ${id}`}
              {...common}
              field={field}
              value={String(typed[id])}
              onValue={(value) => set(id, value)}
            />
          )
        return field.kind === 'choice' ? (
          <Choice
            key={id}
            {...common}
            field={field}
            value={String(typed[id])}
            onValue={(value) => set(id, value)}
          />
        ) : (
          <Figure
            key={`${of.id} ${id} ${vehicle?.id ?? ''}`}
            {...common}
            field={field}
            value={typed[id]!}
            onValue={(value) => set(id, value)}
          />
        )
      })}
      {children}
    </fieldset>
  )
}

interface Common {
  id: string
  name: string
  source: string | null
  problem: string | null
}

function Labelled({
  id,
  label,
  source,
  problem,
  children,
}: Pick<Common, 'id' | 'source' | 'problem'> & { label: string; children: React.ReactNode }) {
  return (
    <div>
      <div className="grid grid-cols-[minmax(0,1fr)_172px] items-center gap-3">
        <label htmlFor={id} className="text-main leading-tight">
          {inUnits(label)}
          {source && <span className="block text-second text-ink-2">{source}</span>}
        </label>
        {children}
      </div>
      {problem && (
        <p id={`${id}-problem`} className="text-second text-danger">
          {inUnits(problem)}
        </p>
      )}
    </div>
  )
}

function Choice({
  field,
  value,
  onValue,
  ...common
}: Common & { field: ChoiceField; value: string; onValue: (value: string) => void }) {
  return (
    <Labelled {...common} label={field.label}>
      <select
        id={common.id}
        name={common.name}
        value={value}
        onChange={(event) => onValue(event.target.value)}
        className="h-[48px] w-full min-w-0 border-2 border-ink-3 bg-sheet px-2 text-main"
      >
        {Object.entries(field.options).map(([option, words]) => (
          <option key={option} value={option}>
            {words}
          </option>
        ))}
      </select>
    </Labelled>
  )
}

/** A figure as text in the unit that is shown. */
function textOf(value: Typed[string], field: NumberField, shown: UnitName | null): string {
  if (typeof value !== 'object' || shown === null || field.unit === null)
    return String(value).replace('-', '−')
  if (value.unit === shown) return String(Number(value.value.toPrecision(6))).replace('-', '−')
  const digits = digitsOfStep(stepIn(field.step, field.unit, shown))
  return String(Number(fromSi(toSi(value), shown).toFixed(digits))).replace('-', '−')
}

function Figure({
  field,
  value,
  onValue,
  ...common
}: Common & {
  field: NumberField
  value: Typed[string]
  onValue: (value: Entered | number | string) => void
}) {
  const shown = field.unit === null ? null : unitShown(field.unit)
  // What is being typed stands as it is typed; what comes from elsewhere takes its place.
  const [typing, setTyping] = useState<{ text: string; came: Typed[string] } | null>(null)
  const text = typing && typing.came === value ? typing.text : textOf(value, field, shown)
  const type = (next: string) => {
    const figure = figureOf(next)
    const came = figure === null ? next : shown === null ? figure : { value: figure, unit: shown }
    setTyping({ text: next, came })
    onValue(came)
  }
  return (
    <Labelled {...common} label={field.label}>
      <span className="flex items-center gap-2">
        <input
          id={common.id}
          name={common.name}
          inputMode="decimal"
          autoComplete="off"
          value={text}
          maxLength={14}
          aria-invalid={common.problem !== null}
          aria-describedby={common.problem ? `${common.id}-problem` : undefined}
          onChange={(event) => type(event.target.value)}
          className={`h-[48px] w-[104px] border-2 bg-sheet px-2 text-right text-main font-semibold ${common.problem ? 'border-danger' : 'border-ink-3'}`}
        />
        <span className="whitespace-nowrap text-second text-ink-2">
          {shown === null ? '' : unitText(shown)}
        </span>
      </span>
    </Labelled>
  )
}
