'use client'
import { typedAs, unitShown, distanceText } from '../frame/quantities'
import { useRouter } from 'next/navigation'
import { useEffect, useState } from 'react'
import { useForm } from 'react-hook-form'
import { openJob } from '@/core/acts'
import { findAmong, toSi } from '@/core/shared'
import { usualWays } from '@/core/library'
import { LAYOUTS, specificationOf, type LayoutId } from '@/core/vehicle'
import { wordsOfVehicle, type VehicleLine, type VehicleRecord } from '@/core/job'
import { append, changeVehicle, loadVehicle, onStoreChange, vehicleLines } from '@/data/store'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import { whoWorks } from '../frame/useJob'
import { sheetHref, stageHref } from '../frame/words'

/** What was typed as a distance, in km as it is kept; null for nothing. */
const distanceOf = (text: string): number | null => {
  const typed = typedAs(text, 'km')
  return typed === null ? null : Math.round(typed)
}
interface NewVehicle {
  unit: string
  plate: string
  name: string
  year: string
  kilometres: string
  setKPa: string
  layout: LayoutId
}

/** A vehicle from what is typed of it; what is left empty is typical of its fuel system. */
const vehicleOf = (form: NewVehicle): VehicleRecord => ({
  id: `vehicle-${crypto.randomUUID()}`,
  unit: form.unit.trim(),
  name: form.name.trim(),
  layout: form.layout,
  kind: 'real',
  ...(form.plate.trim() && { plate: form.plate.trim() }),
  notes: '',
  edits: [],
  ways: usualWays(form.layout),
  access: [],
  limits: [],
  year: form.year ? Number(form.year) : null,
  kilometres: distanceOf(form.kilometres),
  specification: specificationOf(
    form.setKPa
      ? {
          regulatorSetPa: {
            value: toSi({ value: Number(form.setKPa), unit: unitShown('kPa') }),
            source: 'maker',
          },
        }
      : {},
    LAYOUTS[form.layout],
  ),
})

/** A job begins with a vehicle: one that is known, or a new one with what is known of it. */
export function TakeIn({ open, onOpenChange }: { open: boolean; onOpenChange: (open: boolean) => void }) {
  const [known, setKnown] = useState<VehicleLine[]>([])
  const [problem, setProblem] = useState<string | null>(null)
  const [neededBy, setNeededBy] = useState('')
  const router = useRouter()
  useEffect(() => {
    if (!open) return
    const read = () => void vehicleLines().then(setKnown)
    read()
    return onStoreChange(read)
  }, [open])

  const begin = async (vehicle: VehicleRecord, sheetFirst = false) => {
    const jobId = `job-${crypto.randomUUID()}`
    const opened = await append(
      jobId,
      openJob({ vehicle }, { neededBy: neededBy || null }).entries,
      whoWorks(),
    )
    if (!opened.ok)
      return setProblem(
        opened.error.kind === 'not-written'
          ? `Not written to this browser: ${opened.error.reason}. Free some space and take it in again.`
          : 'The job could not be opened.',
      )
    router.push(sheetFirst ? sheetHref(jobId) : stageHref('complaint', jobId))
  }
  const beginKnown = async ({ id, unit }: VehicleLine) => {
    const vehicle = await loadVehicle(id)
    if (vehicle.ok) await begin(vehicle.value)
    else setProblem(`Unit ${unit} is not on this tablet whole: open a good file of any of its jobs.`)
  }
  const addNew = async (form: NewVehicle, sheetFirst: boolean) => {
    const saved = await changeVehicle(null, vehicleOf(form), whoWorks())
    if (!saved.ok)
      return setProblem(
        saved.error.kind === 'damaged'
          ? `${saved.error.at}: ${saved.error.problem}. Give it as the maker does, in ${unitShown('kPa')}.`
          : 'The vehicle could not be kept.',
      )
    await begin(saved.value, sheetFirst)
  }
  return (
    <Panel open={open} onOpenChange={onOpenChange} title="Take in a vehicle">
      {problem && <Notice title={problem} />}
      <DueTime value={neededBy} onChange={setNeededBy} />
      <KnownVehicles known={known} onTake={(vehicle) => void beginKnown(vehicle)} />
      <NewVehicleForm onSubmit={addNew} />
    </Panel>
  )
}

const today = (): string => {
  const now = new Date()
  const two = (n: number) => String(n).padStart(2, '0')
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`
}

/** When it has to be ready: a day and a time; without a time there is no hurry. */
function DueTime({ value, onChange }: { value: string; onChange: (value: string) => void }) {
  const [day, setDay] = useState(today)
  const [time = ''] = value.split('T').slice(1)
  const say = (day: string, time: string) => onChange(day && time ? `${day}T${time}` : '')
  return (
    <div className="mb-4 flex flex-wrap items-center gap-3 text-main">
      Needed by
      <input
        type="date"
        name="neededDay"
        aria-label="Needed by, day"
        value={day}
        min={today()}
        onChange={(event) => {
          setDay(event.target.value)
          say(event.target.value, time)
        }}
        className="min-h-[48px] border-2 border-ink-3 bg-ground px-3"
      />
      <input
        type="time"
        name="neededBy"
        aria-label="Needed by, time"
        value={time}
        onChange={(event) => say(day, event.target.value)}
        className="min-h-[48px] border-2 border-ink-3 bg-ground px-3"
      />
      <span className="text-second text-ink-2">Left empty there is no hurry.</span>
    </div>
  )
}

/** More are found by their name. */
const MOST_KNOWN = 12

/** Vehicles that have been here before. */
function KnownVehicles({ known, onTake }: { known: VehicleLine[]; onTake: (vehicle: VehicleLine) => void }) {
  const [typed, setTyped] = useState('')
  if (known.length === 0) return null
  const named = known.map((vehicle) => ({
    vehicle,
    title: `${vehicle.unit} ${vehicle.name}`,
    words: wordsOfVehicle(vehicle),
  }))
  const shown = (typed.trim() ? findAmong(typed, named, MOST_KNOWN) : named.slice(0, MOST_KNOWN)).map(
    ({ vehicle }) => vehicle,
  )
  return (
    <section
      aria-label="Known vehicles"
      className="mb-6 grid grid-cols-1 gap-2 medium:grid-cols-2 wide:grid-cols-2"
    >
      {known.length > MOST_KNOWN && (
        <label className="text-second text-ink-2 medium:col-span-2 wide:col-span-2">
          Known here: {known.length} vehicles. Unit, plate or name
          <input
            name="known"
            value={typed}
            maxLength={60}
            onChange={(event) => setTyped(event.target.value)}
            className="mt-1 block h-[48px] w-full border-2 border-ink-3 bg-ground px-3 text-main text-ink"
          />
        </label>
      )}
      {shown.map((vehicle) => (
        <button
          key={vehicle.id}
          type="button"
          data-vehicle={vehicle.unit}
          onClick={() => onTake(vehicle)}
          className="flex min-h-[60px] items-center gap-3 border-2 border-ink px-3 text-left"
        >
          <span className="font-track text-[32px] font-bold">{vehicle.unit}</span>
          <span className="leading-tight">
            <span className="block text-main font-semibold">{vehicle.name}</span>
            <span className="block text-tick text-ink-2">
              {vehicle.kind === 'simulated' ? 'simulated, ' : ''}
              {vehicle.year ?? 'year not known'}
              {vehicle.kilometres ? `, ${distanceText(vehicle.kilometres)}` : ''}
            </span>
          </span>
        </button>
      ))}
    </section>
  )
}

interface NewVehicleProps {
  /** Its sheet is opened first where more than this is known of it. */
  onSubmit: (form: NewVehicle, sheetFirst: boolean) => void
}

function NewVehicleForm({ onSubmit }: NewVehicleProps) {
  const { register, handleSubmit, formState } = useForm<NewVehicle>({
    defaultValues: { unit: '', plate: '', name: '', year: '', kilometres: '', setKPa: '', layout: 'A01' },
  })
  const field = 'mt-1 block min-h-[48px] w-full border-2 border-ink-3 bg-ground px-3 text-main'
  return (
    <form
      onSubmit={handleSubmit((form) => onSubmit(form, false))}
      className="grid grid-cols-6 gap-4 border-t border-rule pt-4 narrow:[&>*]:col-span-6"
    >
      <h3 className="col-span-6 text-step">Or a new one</h3>
      <label className="col-span-1 text-second">
        Unit
        <input className={field} maxLength={4} {...register('unit', { required: true })} />
      </label>
      <label className="col-span-1 text-second">
        Plate
        <input className={field} maxLength={20} {...register('plate')} />
      </label>
      <label className="col-span-4 text-second">
        Vehicle
        <input className={field} {...register('name', { required: true })} />
      </label>
      <label className="col-span-6 text-second">
        Fuel system
        <select className={field} {...register('layout')}>
          {Object.values(LAYOUTS).map((layout) => (
            <option key={layout.id} value={layout.id}>
              {layout.name}
            </option>
          ))}
        </select>
      </label>
      <p className="col-span-6 -mt-2 text-second text-danger" data-outside="gas">
        Liquefied or compressed gas is not worked on here: licensed work. Where it runs on gas as well, the
        gas side is shut at its cylinder first and left alone.
      </p>
      <label className="col-span-2 text-second">
        Year
        <input className={field} inputMode="numeric" {...register('year', { pattern: /^\d{4}$/ })} />
      </label>
      <label className="col-span-2 text-second">
        Distance, {unitShown('km')}
        <input className={field} inputMode="numeric" {...register('kilometres', { pattern: /^\d*$/ })} />
      </label>
      <label className="col-span-2 text-second">
        Maker’s set pressure, {unitShown('kPa')}
        <input className={field} inputMode="numeric" {...register('setKPa', { pattern: /^\d*\.?\d*$/ })} />
      </label>
      <p className="col-span-6 text-second text-ink-2">
        {Object.keys(formState.errors).length > 0
          ? 'Unit and vehicle are needed; year has four figures, distance and pressure are plain numbers.'
          : 'What is left empty is taken as typical for this fuel system and says so.'}
      </p>
      <Button
        variant="plain"
        tall
        className="col-span-3"
        data-act="sheet-first"
        onClick={handleSubmit((form) => onSubmit(form, true))}
      >
        More is known: its sheet first
      </Button>
      <Button type="submit" variant="act" tall className="col-span-3">
        Take it in
      </Button>
    </form>
  )
}
