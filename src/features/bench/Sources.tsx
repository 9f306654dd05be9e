'use client'
import { useState } from 'react'
import {
  CHECK_EVERY_MS,
  QUANTITIES,
  instrumentSchema,
  newInstrument,
  standingOf,
  type ChannelQuantity,
  type Instrument,
} from '@/core/bench'
import { UNIT_NAMES, differenceFromSi, differenceToSi, unitKind, type UnitName } from '@/core/shared'
import { saveInstruments } from '@/data/instruments'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { Notice } from '@/ui/Notice'
import { Panel } from '@/ui/Panel'
import { STANDING_WORDS } from '../frame/useInstruments'
import { unitText } from '../frame/quantities'
import { channelName } from '../frame/channelWords'

export type Source = { kind: 'tablet' } | { kind: 'stand-in gateway' } | { kind: 'gateway'; address: string }

interface Props {
  open: boolean
  onOpenChange: (open: boolean) => void
  source: Source
  simulated: boolean
  instruments: Instrument[]
  onSource: (source: Source) => void
  onFile: () => void
}

/** Where signals come from, and the workshop's own instruments. */
export function Sources({ open, onOpenChange, source, simulated, instruments, onSource, onFile }: Props) {
  const [address, setAddress] = useState(source.kind === 'gateway' ? source.address : '')
  const [editing, setEditing] = useState<Instrument | null>(null)
  return (
    <Panel
      open={open}
      onOpenChange={onOpenChange}
      title={editing ? 'An instrument' : 'Instruments and signals'}
    >
      {editing ? (
        <InstrumentForm
          key={editing.id}
          instrument={editing}
          others={instruments}
          onDone={() => setEditing(null)}
        />
      ) : (
        <div className="space-y-4">
          {simulated && (
            <ChoiceGroup
              label="Stand-in"
              options={[
                { id: 'tablet', label: 'Stand-in, on this tablet' },
                { id: 'stand-in gateway', label: 'Stand-in, by the gauge gateway' },
              ]}
              value={source.kind}
              onChange={(kind) => onSource({ kind } as Source)}
            />
          )}
          <form
            className="flex items-end gap-3"
            onSubmit={(event) => {
              event.preventDefault()
              if (address.trim() !== '') onSource({ kind: 'gateway', address: address.trim() })
            }}
          >
            <label className="flex-1 text-second text-ink-2">
              Gauge gateway on the workshop’s network
              <input
                name="gateway"
                value={address}
                onChange={(event) => setAddress(event.target.value)}
                placeholder="http://gauge.local/lines"
                className="block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
              />
            </label>
            <Button type="submit" variant={source.kind === 'gateway' ? 'held' : 'plain'}>
              {source.kind === 'gateway' ? 'In use' : 'Use it'}
            </Button>
          </form>
          <div className="flex items-center justify-between border-t border-rule pt-3">
            <p className="text-main">A recording of any logger, as CSV.</p>
            <Button data-act="from-file" onClick={onFile}>
              From a file
            </Button>
          </div>
          <InstrumentList instruments={instruments} onEdit={setEditing} />
        </div>
      )}
    </Panel>
  )
}

function InstrumentList({
  instruments,
  onEdit,
}: {
  instruments: Instrument[]
  onEdit: (instrument: Instrument) => void
}) {
  const now = useNowOnce()
  return (
    <section aria-label="Own instruments" className="border-t border-rule pt-3">
      <div className="flex items-center justify-between">
        <h3 className="text-main font-semibold">Own instruments</h3>
        <Button
          data-act="new-instrument"
          onClick={() => onEdit(newInstrument(crypto.randomUUID(), '', 'pressure', 'kPa'))}
        >
          One more
        </Button>
      </div>
      {instruments.length === 0 && (
        <p className="pt-1 text-second text-ink-2">
          None yet. Readings are then taken to be as good as a typical instrument of their kind.
        </p>
      )}
      <ul>
        {instruments.map((one) => (
          <li key={one.id} className="border-t border-rule-2">
            <button
              type="button"
              onClick={() => onEdit(one)}
              className="flex min-h-[48px] w-full items-center justify-between gap-4 text-left text-main"
            >
              <span className="font-semibold">{one.name}</span>
              <span className="text-second text-ink-2">
                {channelName('', one.quantity)}, {unitText(one.unit)}, {(100 * one.ofReading).toFixed(1)} %
                and {one.constant.value} {unitText(one.constant.unit)}, {STANDING_WORDS[standingOf(one, now)]}
              </span>
            </button>
          </li>
        ))}
      </ul>
      <p className="pt-1 text-second text-ink-2">
        The first of a kind is the one in use. A check is good for {Math.round(CHECK_EVERY_MS / 86_400_000)}{' '}
        days, typical; after that its readings count with twice the error.
      </p>
    </section>
  )
}

const useNowOnce = () => useState(() => Date.now())[0]

/** A day as the browser's date field has it. */
const dayOf = (at: number | null) => (at === null ? '' : new Date(at).toISOString().slice(0, 10))

function InstrumentForm({
  instrument,
  others,
  onDone,
}: {
  instrument: Instrument
  others: Instrument[]
  onDone: () => void
}) {
  const [draft, setDraft] = useState(instrument)
  const [problem, setProblem] = useState<string | null>(null)
  const known = others.some((one) => one.id === draft.id)
  const set = (change: Partial<Instrument>) => setDraft({ ...draft, ...change })
  const save = async (next: Instrument[]) => {
    const outcome = await saveInstruments(next)
    if (!outcome.ok) return setProblem(`${outcome.problem} (${outcome.at}).`)
    onDone()
  }
  const keep = (first: boolean) => {
    const parsed = instrumentSchema.safeParse(draft)
    if (!parsed.success)
      return setProblem(
        `${parsed.error.issues[0]!.message} (${parsed.error.issues[0]!.path.map(String).join('.') || 'the whole'}).`,
      )
    const rest = others.filter((one) => one.id !== draft.id)
    void save(
      first
        ? [parsed.data, ...rest]
        : known
          ? others.map((one) => (one.id === draft.id ? parsed.data : one))
          : [...rest, parsed.data],
    )
  }
  const unit = (next: UnitName) =>
    set({
      unit: next,
      constant: turned(draft.constant, next),
      offset: turned(draft.offset, next),
      fullScale: draft.fullScale && turned(draft.fullScale, next),
    })
  const number = (
    name: string,
    label: string,
    value: number,
    suffix: string,
    change: (value: number) => void,
  ) => (
    <label className="text-second text-ink-2">
      {label}
      <span className="relative block">
        <input
          name={name}
          type="number"
          step="any"
          defaultValue={Number(value.toPrecision(6))}
          onChange={(event) => event.target.value !== '' && change(Number(event.target.value))}
          className="h-[48px] w-full border-2 border-ink-3 bg-sheet pl-3 pr-14 text-main text-ink"
        />
        <span className="absolute right-3 top-3">{suffix}</span>
      </span>
    </label>
  )
  const u = unitText(draft.unit)
  return (
    <div className="space-y-3">
      <div className="grid grid-cols-3 gap-3 narrow:grid-cols-1">
        <label className="text-second text-ink-2">
          Name
          <input
            name="name"
            value={draft.name}
            onChange={(event) => set({ name: event.target.value })}
            className="block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
          />
        </label>
        <label className="text-second text-ink-2">
          Measures
          <select
            value={draft.quantity}
            onChange={(event) => {
              const quantity = event.target.value as ChannelQuantity
              const next = FIRST_UNIT[quantity]
              set({ ...newInstrument(draft.id, draft.name, quantity, next), lastCheckAt: draft.lastCheckAt })
            }}
            className="block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
          >
            {QUANTITIES.map((quantity) => (
              <option key={quantity} value={quantity}>
                {channelName('', quantity)}
              </option>
            ))}
          </select>
        </label>
        <label className="text-second text-ink-2">
          In
          <select
            value={draft.unit}
            onChange={(event) => unit(event.target.value as UnitName)}
            className="block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
          >
            {UNIT_NAMES.filter((name) => unitKind(name) === unitKind(draft.unit)).map((name) => (
              <option key={name} value={name}>
                {unitText(name)}
              </option>
            ))}
          </select>
        </label>
        {number('ofReading', 'Plus or minus, of the reading', 100 * draft.ofReading, '%', (value) =>
          set({ ofReading: value / 100 }),
        )}
        {number('constant', 'and', draft.constant.value, u, (value) =>
          set({ constant: { value, unit: draft.unit } }),
        )}
        {number('fullScale', 'Full scale', draft.fullScale?.value ?? 0, u, (value) =>
          set({ fullScale: value > 0 ? { value, unit: draft.unit } : null }),
        )}
        {number('ofFullScale', 'Class, of full scale', 100 * draft.ofFullScale, '%', (value) =>
          set({ ofFullScale: value / 100 }),
        )}
        {number('offset', 'Shows at nothing', draft.offset.value, u, (value) =>
          set({ offset: { value, unit: draft.unit } }),
        )}
        <label className="text-second text-ink-2">
          Last check
          <input
            name="checked"
            type="date"
            value={dayOf(draft.lastCheckAt)}
            onChange={(event) =>
              set({ lastCheckAt: event.target.value === '' ? null : Date.parse(event.target.value) })
            }
            className="block h-[48px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
          />
        </label>
      </div>
      <ChoiceGroup
        label="Trusted"
        options={[
          { id: 'trusted', label: 'Trusted' },
          { id: 'doubtful', label: 'Doubtful: mark what it reads' },
        ]}
        value={draft.doubtful ? 'doubtful' : 'trusted'}
        onChange={(id) => set({ doubtful: id === 'doubtful' })}
      />
      {problem && <Notice title="Not kept yet.">{problem}</Notice>}
      <div className="flex gap-2">
        <Button variant="act" data-act="keep-instrument" onClick={() => keep(true)} className="flex-1">
          Keep, first of its kind
        </Button>
        {known && <Button onClick={() => keep(false)}>Keep its place</Button>}
        {known && (
          <Button onClick={() => void save(others.filter((one) => one.id !== draft.id))}>Take out</Button>
        )}
        <Button onClick={onDone}>Back</Button>
      </div>
    </div>
  )
}

const turned = (entered: Instrument['constant'], unit: UnitName) => ({
  value: differenceFromSi(differenceToSi(entered), unit),
  unit,
})
const FIRST_UNIT: Record<ChannelQuantity, UnitName> = {
  pressure: 'kPa',
  flow: 'L/h',
  current: 'A',
  voltage: 'V',
  resistance: 'ohm',
  temperature: '°C',
  position: '%',
  volume: 'L',
}
