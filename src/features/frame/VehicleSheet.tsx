'use client'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useState } from 'react'
import {
  fuelsFor,
  harmOf,
  readSheetField,
  sheetContradictions,
  sheetFieldIn,
  sheetFieldsOf,
  sheetProblems,
  sheetValue,
  typicalFigure,
  type JobView,
  type SheetField,
  type VehicleRecord,
} from '@/core/job'
import {
  LAYOUTS,
  SOURCES,
  type FigureSource,
  type Specification,
  type SpecificationField,
} from '@/core/vehicle'
import { changeVehicle } from '@/data/store'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import { AccessRows, accessOf, accessProblem, draftOf } from './AccessRows'
import { whoWorks } from './useJob'
import { SOURCE_WORDS, vehicleHref } from './words'
import { unitsNow } from '@/data/units'
import { inUnits, unitText } from './quantities'

/** It loads when something is sized. */
const DeskSheet = dynamic(() => import('./desk/DeskSheet').then((own) => own.DeskSheet), { ssr: false })

interface Props {
  hand: { job: Pick<JobView, 'readings'>; vehicle: VehicleRecord }
  open: boolean
  onOpenChange: (open: boolean) => void
  /** Figures that are asked for: they stand first. */
  asked?: SpecificationField[]
}

/** The vehicle's sheet: fuel and figures, each with its source. */
export function VehicleSheet(props: Props) {
  const { unit, name } = props.hand.vehicle
  return (
    <Panel open={props.open} onOpenChange={props.onOpenChange} title={`Unit ${unit}, ${name}`}>
      {props.open && <Sheet {...props} />}
    </Panel>
  )
}

interface Draft {
  text: string
  source: FigureSource
}

/** What is typed on the sheet, what of it cannot be, and what it comes to. */
function useSheet(vehicle: VehicleRecord, fields: SheetField[]) {
  const [drafts, setDrafts] = useState<Record<string, Draft>>(() => draftsOf(vehicle, fields))
  const [fuel, setFuel] = useState(vehicle.specification.fuel)
  const [agreed, setAgreed] = useState(vehicle.specification.fuel)
  const specification = specificationFrom(vehicle, fields, drafts, fuel)
  const unreadable: Record<string, string> = Object.fromEntries(
    fields.flatMap((field) => {
      const draft = drafts[field.field]!
      const read = readSheetField(field, draft.text)
      return draft.source === 'generic' || read.ok
        ? []
        : [[field.field, field.unit ? `${read.problem} ${unitText(field.unit)}` : read.problem]]
    }),
  )
  const problems: Record<string, string | undefined> = { ...sheetProblems(specification), ...unreadable }
  const harm = fuel === agreed ? null : harmOf(vehicle.layout, fuel)
  return {
    drafts,
    draft: (field: SheetField, draft: Draft) => setDrafts((before) => ({ ...before, [field.field]: draft })),
    fuel,
    setFuel,
    agree: () => setAgreed(fuel),
    problems,
    harm,
    specification,
    fits: Object.keys(problems).length === 0 && harm === null,
  }
}

function Sheet({ hand: { job, vehicle }, onOpenChange, asked = [] }: Props) {
  const fields = sheetFieldsOf(vehicle.layout)
    .map((field) => sheetFieldIn(field, unitsNow()))
    .sort((one, other) => Number(asked.includes(other.field)) - Number(asked.includes(one.field)))
  const sheet = useSheet(vehicle, fields)
  const [rows, setRows] = useState(() => vehicle.access.map(draftOf))
  const [trouble, setTrouble] = useState<string | null>(null)
  const reachable = rows.every((row) => accessProblem(row) === null)
  const keep = async () => {
    const said = { ...vehicle, specification: sheet.specification, access: rows.map(accessOf) }
    const kept = await changeVehicle(vehicle, said, whoWorks())
    if (kept.ok) return onOpenChange(false)
    setTrouble(
      kept.error.kind === 'not-written' ? kept.error.reason : 'This vehicle’s record could not be changed',
    )
  }
  return (
    <div className="space-y-4">
      <p className="text-second text-ink-2">
        {LAYOUTS[vehicle.layout].name}. A typical figure gives way to what the maker says or what was measured
        here.{' '}
        <Link
          href={vehicleHref(vehicle.id)}
          className="inline-flex min-h-[44px] items-center underline decoration-ink-3 underline-offset-4"
        >
          Its life
        </Link>
      </p>
      <SizeIt vehicle={vehicle} />
      <FuelChoice vehicle={vehicle} fuel={sheet.fuel} onFuel={sheet.setFuel} />
      {sheet.harm && <Harm harm={sheet.harm} onAgree={sheet.agree} />}
      <ul aria-label="Figures" className="grid grid-cols-2 gap-x-8 narrow:grid-cols-1">
        {fields.map((field) => (
          <FigureRow
            key={field.field}
            field={field}
            draft={sheet.drafts[field.field]!}
            typical={sheetValue(field, typicalFigure(vehicle.layout, field.field).value)}
            problem={sheet.problems[field.field] ?? null}
            asked={asked.includes(field.field)}
            onDraft={(draft) => sheet.draft(field, draft)}
          />
        ))}
      </ul>
      <AccessRows rows={rows} onRows={setRows} />
      {sheetContradictions(sheet.specification, job.readings).map((line) => (
        <Notice key={line} title={inUnits(line)}>
          Nothing is followed in silence: look at the sheet, then read again.
        </Notice>
      ))}
      {trouble && <Notice title={trouble}>The sheet is as it was.</Notice>}
      <KeepIt fits={sheet.fits && reachable} onKeep={() => void keep()} />
    </div>
  )
}

/** The desk over the job: what is sized begins with the figures of this sheet. */
function SizeIt({ vehicle }: { vehicle: VehicleRecord }) {
  const [open, setOpen] = useState(false)
  return (
    <>
      <Button variant="quiet" className="w-full" data-act="size-here" onClick={() => setOpen(true)}>
        Size something for it
      </Button>
      {open && <DeskSheet vehicle={vehicle} of="pump" onClose={() => setOpen(false)} />}
    </>
  )
}

function Harm({ harm, onAgree }: { harm: string; onAgree: () => void }) {
  return (
    <Notice kind="danger" title="It is not made for that. Is it so?">
      {harm}{' '}
      <Button variant="plain" data-act="fuel-agreed" onClick={onAgree}>
        Yes, it runs on it
      </Button>
    </Notice>
  )
}

const KeepIt = ({ fits, onKeep }: { fits: boolean; onKeep: () => void }) => (
  <Button
    variant={fits ? 'act' : 'held'}
    tall
    className="w-full"
    disabled={!fits}
    data-act="keep-sheet"
    onClick={onKeep}
  >
    Keep the sheet
  </Button>
)

const draftsOf = ({ specification }: VehicleRecord, fields: SheetField[]): Record<string, Draft> =>
  Object.fromEntries(
    fields.map((field) => {
      const { value, source } = specification[field.field]
      return [field.field, { text: sheetValue(field, value), source }]
    }),
  )

/** The specification with what was typed; what is untouched keeps its figure to the last digit. */
function specificationFrom(
  { specification, layout }: VehicleRecord,
  fields: SheetField[],
  drafts: Record<string, Draft>,
  fuel: Specification['fuel'],
): Specification {
  const figures = fields.flatMap((field) => {
    const { text, source } = drafts[field.field]!
    const before = specification[field.field]
    if (source === 'generic') return [[field.field, typicalFigure(layout, field.field)]]
    const read = readSheetField(field, text)
    if (!read.ok) return []
    const value = text === sheetValue(field, before.value) ? before.value : read.value
    return [[field.field, { value, source }]]
  })
  return { ...specification, ...Object.fromEntries(figures), fuel }
}

function FuelChoice({
  vehicle,
  fuel,
  onFuel,
}: {
  vehicle: VehicleRecord
  fuel: Specification['fuel']
  onFuel: (fuel: Specification['fuel']) => void
}) {
  return (
    <label className="grid grid-cols-[1fr_340px] items-center gap-3 narrow:grid-cols-1 text-main font-semibold">
      Runs on
      <select
        name="fuel"
        value={fuel}
        onChange={(event) => onFuel(event.target.value as Specification['fuel'])}
        className="min-h-[48px] border-2 border-ink-3 bg-sheet px-3 font-normal"
      >
        {fuelsFor(vehicle.layout).map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  )
}

interface RowProps {
  field: SheetField
  draft: Draft
  typical: string
  problem: string | null
  asked: boolean
  onDraft: (draft: Draft) => void
}

/** One figure: what is typed makes it the maker's until another source is said; 'typical' takes it back. */
function FigureRow({ field, draft, typical, problem, asked, onDraft }: RowProps) {
  const unit = field.unit ? unitText(field.unit) : ''
  const type = (text: string) =>
    onDraft({ text, source: draft.source === 'generic' ? 'maker' : draft.source })
  const take = (source: FigureSource) =>
    onDraft({ text: source === 'generic' ? typical : draft.text, source })
  return (
    <li
      data-figure-row={field.field}
      className={`grid grid-cols-[1fr_76px_30px_116px] items-center gap-2 border-t border-rule-2 py-1 ${asked ? 'border-l-4 border-l-accent pl-3' : ''}`}
    >
      <span
        className={`text-second leading-tight ${draft.source === 'generic' ? 'text-ink-2' : 'font-semibold'}`}
      >
        {field.name}
        {problem && <span className="block text-second font-normal text-danger">{problem}.</span>}
      </span>
      <input
        name={field.field}
        aria-label={`${field.name}${unit && `, ${unit}`}`}
        inputMode="decimal"
        maxLength={12}
        value={draft.text}
        onChange={(event) => type(event.target.value)}
        className="min-h-[44px] border-2 border-ink-3 bg-sheet px-2 text-right text-main"
      />
      <span className="text-second text-ink-2">{unit}</span>
      <select
        aria-label={`${field.name}: who says so`}
        value={draft.source}
        onChange={(event) => take(event.target.value as FigureSource)}
        className="min-h-[44px] border-2 border-ink-3 bg-sheet px-1 text-second"
      >
        {SOURCES.map((source) => (
          <option key={source} value={source}>
            {SOURCE_WORDS[source]}
          </option>
        ))}
      </select>
    </li>
  )
}
