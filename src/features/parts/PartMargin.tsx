'use client'
import { useState, type ReactNode } from 'react'
import { REPAIRS } from '@/core/library'
import { coreStanding, type Part, type PartField, type PartWord } from '@/core/parts'
import { figureOf } from '@/core/shared'
import { vehicleLines } from '@/data/store'
import { Button } from '@/ui/Button'
import { fitText } from '../frame/partStockText'
import { sayOfPart, type Problem } from '../frame/pieceActs'
import { dateText, priceText } from '../frame/words'
import { PART_FIELD } from './PartActs'
import { PartTwice } from './PartTwice'
import { PART_FIELDS } from './partFields'

const CORE_WORDS = {
  owed: '',
  'to come': ': once the new one is here',
  sent: ': sent',
  none: ': its order never came',
}
/** What plans ask for, so that a part can stand for it. */
const PIECES = [...new Set(REPAIRS.flatMap(({ newParts }) => newParts.map(({ name }) => name)))].sort()

/** What a part is, what goes with it, what it fits, what is owed for it. */
export function PartMargin({ part }: { part: Part }) {
  const [problem, setProblem] = useState<Problem>(null)
  const say = (...words: PartWord[]) => void sayOfPart(part.id, ...words).then(setProblem)
  return (
    <div className="space-y-4 pt-3">
      <PartTwice part={part} />
      {problem && <p className="text-second text-danger">{problem}</p>}
      <Group title="What it fits">
        {part.fits.length === 0 && (
          <p className="text-second text-ink-2">Nobody has tried it on a vehicle yet.</p>
        )}
        {[...part.fits].reverse().map((fit) => (
          <p key={`${fit.at} ${fit.vehicleName}`} className="text-second" data-fits={fit.fits ? 'yes' : 'no'}>
            <b>{fit.vehicleName}.</b> {fitText(fit)}
          </p>
        ))}
        <SayFit onSay={say} />
      </Group>
      <Group title="Goes with it">
        {part.companions.map(({ name, count }) => (
          <div key={name} className="flex items-center justify-between text-second">
            {`${count} ${name}`}
            <button
              type="button"
              className="min-h-[44px] px-2 underline"
              onClick={() => say({ says: 'companion', name, count, there: false })}
            >
              take out
            </button>
          </div>
        ))}
        <AddCompanion onSay={say} />
      </Group>
      <Group title="Owed back">
        {part.cores.map((core) => (
          <p key={core.coreId} className="text-second">
            {`${core.seller || 'The seller'}, ${priceText(core.value)}, by ${dateText(core.dueAt)}${CORE_WORDS[coreStanding(part, core).standing]}`}
          </p>
        ))}
        <AddCore onSay={say} />
      </Group>
      <Group title="What it is">
        {PART_FIELDS.map(({ field, label, list }) => (
          <OneField key={`${field} ${part[field]}`} {...{ part, field, label, list }} onSay={say} />
        ))}
        <datalist id="pieces">
          {PIECES.map((piece) => (
            <option key={piece} value={piece} />
          ))}
        </datalist>
      </Group>
    </div>
  )
}

type Say = (...words: PartWord[]) => void

const Group = ({ title, children }: { title: string; children: ReactNode }) => (
  <section aria-label={title}>
    <h2 className="border-b-2 border-ink pb-1 text-main font-semibold">{title}</h2>
    <div className="space-y-1 pt-1">{children}</div>
  </section>
)

/** A field keeps what is typed when it is left. */
function OneField({
  part,
  field,
  label,
  list,
  onSay,
}: {
  part: Part
  field: PartField
  label: string
  list: string | undefined
  onSay: Say
}) {
  const before = String(part[field])
  const [typed, setTyped] = useState(before)
  const keep = () => {
    if (typed.trim() === before) return
    const value = field === 'least' ? figureOf(typed) : typed.trim()
    onSay({ says: 'field', field, value })
  }
  return (
    <label className="block text-second text-ink-2">
      {label}
      <input
        name={`part-${field}`}
        value={typed}
        list={list}
        maxLength={field === 'note' ? 1000 : 120}
        inputMode={field === 'least' ? 'numeric' : 'text'}
        onChange={(event) => setTyped(event.target.value)}
        onBlur={keep}
        onKeyDown={(event) => event.key === 'Enter' && keep()}
        className={`${PART_FIELD} w-full bg-sheet`}
      />
    </label>
  )
}

function SayFit({ onSay }: { onSay: Say }) {
  const [unit, setUnit] = useState('')
  const [why, setWhy] = useState('')
  const [none, setNone] = useState(false)
  const say = async (fits: boolean) => {
    const vehicle = (await vehicleLines()).find((one) => one.unit.toLowerCase() === unit.trim().toLowerCase())
    setNone(!vehicle)
    if (!vehicle) return
    const { name: vehicleName, layout } = vehicle
    onSay({ says: 'fit', fits, vehicleName, layout, why: why.trim(), jobId: null, unit: vehicle.unit })
    setUnit('')
    setWhy('')
  }
  const ready = unit.trim() !== ''
  return (
    <div className="flex flex-wrap items-end gap-2">
      <label className="text-second text-ink-2">
        Unit
        <input
          name="fit-unit"
          value={unit}
          maxLength={8}
          onChange={(event) => setUnit(event.target.value)}
          className={`${PART_FIELD} w-[76px] bg-sheet`}
        />
      </label>
      <label className="min-w-[140px] flex-1 text-second text-ink-2">
        What did or did not match
        <input
          name="fit-why"
          value={why}
          maxLength={200}
          onChange={(event) => setWhy(event.target.value)}
          className={`${PART_FIELD} w-full bg-sheet`}
        />
      </label>
      <Button
        variant={ready ? 'quiet' : 'held'}
        disabled={!ready}
        data-act="fits"
        onClick={() => void say(true)}
      >
        Fits
      </Button>
      <Button
        variant={ready ? 'quiet' : 'held'}
        disabled={!ready}
        data-act="fits-not"
        onClick={() => void say(false)}
      >
        Does not fit
      </Button>
      {none && <p className="text-second text-danger">No vehicle has that unit.</p>}
    </div>
  )
}

function AddCompanion({ onSay }: { onSay: Say }) {
  const [name, setName] = useState('')
  const [count, setCount] = useState('1')
  const n = figureOf(count)
  const good = name.trim() !== '' && n !== null && Number.isInteger(n) && n > 0
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (!good) return
        onSay({ says: 'companion', name: name.trim(), count: n, there: true })
        setName('')
      }}
    >
      <label className="w-[64px] text-second text-ink-2">
        Pieces
        <input
          value={count}
          inputMode="numeric"
          onChange={(event) => setCount(event.target.value)}
          className={`${PART_FIELD} w-full bg-sheet text-right`}
        />
      </label>
      <label className="min-w-0 flex-1 text-second text-ink-2">
        Ordered with it
        <input
          name="companion"
          value={name}
          list="pieces"
          maxLength={120}
          onChange={(event) => setName(event.target.value)}
          className={`${PART_FIELD} w-full bg-sheet`}
        />
      </label>
      <Button type="submit" variant={good ? 'quiet' : 'held'} disabled={!good} data-act="add-companion">
        Add
      </Button>
    </form>
  )
}

const CORE_DAYS = 30
function AddCore({ onSay }: { onSay: Say }) {
  const [seller, setSeller] = useState('')
  const [value, setValue] = useState('')
  const money = figureOf(value)
  const good = money !== null && money >= 0
  return (
    <form
      className="flex items-end gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (!good) return
        const dueAt = Date.now() + CORE_DAYS * 86_400_000
        onSay({
          says: 'core',
          coreId: crypto.randomUUID(),
          seller: seller.trim(),
          value: money,
          dueAt,
          jobId: null,
          unit: '',
        })
        setValue('')
      }}
    >
      <label className="min-w-0 flex-1 text-second text-ink-2">
        Old part goes to
        <input
          value={seller}
          maxLength={120}
          onChange={(event) => setSeller(event.target.value)}
          className={`${PART_FIELD} w-full bg-sheet`}
        />
      </label>
      <label className="w-[84px] text-second text-ink-2">
        For
        <input
          name="core-value"
          value={value}
          inputMode="decimal"
          onChange={(event) => setValue(event.target.value)}
          className={`${PART_FIELD} w-full bg-sheet text-right`}
        />
      </label>
      <Button type="submit" variant={good ? 'quiet' : 'held'} disabled={!good} data-act="add-core">
        Owed
      </Button>
    </form>
  )
}
