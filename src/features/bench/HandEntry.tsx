'use client'
import { useState } from 'react'
import { FLOAT_HEIGHTS, SPRAYS, type Spray } from '@/core/bench'
import type { CaptureInput, CaptureOffer, Taking } from '@/core/job'
import { figureOf, M3_PER_S_PER_L_PER_H, type UnitName } from '@/core/shared'
import { Button } from '@/ui/Button'
import { typedAs, unitShown, unitText } from '../frame/quantities'
import { shortOf } from '../frame/words'

interface Props {
  taking: Taking
  offer: CaptureOffer
  onWritten: (input: CaptureInput | null) => void
}

/** What was read by hand: the fields of each capture. */
export function HandEntry(props: Props) {
  switch (props.taking.kind) {
    case 'volume':
      return <VolumeFields {...props} />
    case 'drops':
      return <DropFields {...props} />
    case 'calibration':
      return <FillFields {...props} />
    case 'injectors':
      return <InjectorFields {...props} />
    case 'leakDown':
      return <EndFields {...props} />
    case 'sweep':
      return <FloatFields {...props} />
    default:
      return null
  }
}

function Field({
  label,
  unit,
  name,
  value,
  onChange,
  wide = false,
}: {
  label: string
  /** The unit in which it is kept; it is typed in the one that is shown. */
  unit: UnitName | '/min'
  name: string
  value: string
  onChange: (text: string) => void
  wide?: boolean
}) {
  const wrong =
    value.trim() !== '' && figureOf(value ?? '') === null && !(unit === 'ohm' && ohmOf(value) !== null)
  return (
    <label className={`flex items-center gap-3 ${wide ? 'justify-between' : ''}`}>
      <span className="text-main">{label}</span>
      <span className="relative">
        <input
          name={name}
          inputMode="decimal"
          autoComplete="off"
          value={value}
          placeholder="?"
          aria-invalid={wrong}
          onChange={(event) => onChange(event.target.value)}
          className={`h-[48px] w-[140px] border-2 bg-sheet pl-2 pr-[56px] text-right text-[24px] font-semibold ${wrong ? 'border-dashed border-ink' : 'border-ink-3'}`}
        />
        <span className="pointer-events-none absolute right-2 top-[13px] text-second text-ink-2">
          {unit === '/min' ? unit : unitText(unitShown(unit))}
        </span>
      </span>
    </label>
  )
}

/** Fields by name, and the input they amount to. */
function useFields(
  onWritten: Props['onWritten'],
  read: (texts: Record<string, string>) => CaptureInput | null,
  first: Record<string, string> = {},
) {
  const [texts, setTexts] = useState(first)
  const set = (name: string) => (text: string) => {
    const next = { ...texts, [name]: text }
    setTexts(next)
    onWritten(read(next))
  }
  return { texts, set, of: (name: string) => texts[name] ?? '' }
}

function VolumeFields({ onWritten }: Props) {
  const { of, set } = useFields(onWritten, (texts) => {
    const text = (name: string) => texts[name] ?? ''
    const mL = typedAs(text('mL'), 'mL')
    const kPa = typedAs(text('kPa'), 'kPa')
    const [seconds, volts] = [figureOf(text('seconds')), figureOf(text('volts'))]
    return mL === null || !seconds
      ? null
      : {
          from: 'volume',
          taken: { volumeM3: mL * 1e-6, seconds, pressurePa: 1e3 * (kPa ?? 0), pumpV: volts },
        }
  })
  return (
    <div className="grid grid-cols-2 gap-x-10 gap-y-3">
      <Field wide label="In the can" unit="mL" name="mL" value={of('mL')} onChange={set('mL')} />
      <Field wide label="In" unit="s" name="seconds" value={of('seconds')} onChange={set('seconds')} />
      <Field
        wide
        label="At the joint while it ran"
        unit="kPa"
        name="kPa"
        value={of('kPa')}
        onChange={set('kPa')}
      />
      <Field wide label="At the pump" unit="V" name="volts" value={of('volts')} onChange={set('volts')} />
      <p className="col-span-2 text-second text-ink-2">
        Pressure and volts may stay empty: into an open can there is none to read.
      </p>
    </div>
  )
}

function DropFields({ offer, onWritten }: Props) {
  const { of, set } = useFields(onWritten, (texts) => {
    const drops = offer.tests.flatMap((test) => {
      const dropV = figureOf(texts[test.id] ?? '')
      return dropV === null ? [] : [{ testId: test.id, dropV }]
    })
    return drops.length === 0 ? null : { from: 'drops', drops, currentA: figureOf(texts.current ?? '') }
  })
  return (
    <div className="grid grid-cols-2 gap-x-10 gap-y-3">
      {offer.tests.map((test) => (
        <Field
          wide
          key={test.id}
          label={shortOf(test.id)}
          unit="V"
          name={test.id}
          value={of(test.id)}
          onChange={set(test.id)}
        />
      ))}
      <Field
        wide
        label="Pump current meanwhile"
        unit="A"
        name="current"
        value={of('current')}
        onChange={set('current')}
      />
      <p className="col-span-2 text-second text-ink-2">
        Without the current a low drop says little: nobody knows whether the wire was loaded.
      </p>
    </div>
  )
}

function EndFields({ onWritten }: Props) {
  const { of, set } = useFields(
    onWritten,
    (texts) => {
      const [start, later] = ['start', 'later'].map((name) => typedAs(texts[name] ?? '', 'kPa'))
      const minutes = figureOf(texts.minutes ?? '')
      return start == null || later == null || !minutes
        ? null
        : { from: 'ends', startPa: 1e3 * start, laterPa: 1e3 * later, minutes }
    },
    { minutes: '5' },
  )
  return (
    <div className="grid grid-cols-2 gap-x-10 gap-y-3">
      <Field wide label="At pump stop" unit="kPa" name="start" value={of('start')} onChange={set('start')} />
      <Field wide label="Later" unit="kPa" name="later" value={of('later')} onChange={set('later')} />
      <Field wide label="After" unit="min" name="minutes" value={of('minutes')} onChange={set('minutes')} />
      <p className="col-span-2 text-second text-ink-2">
        Two figures of a needle carry no course: heat, or a leak that slows, stays hidden.
      </p>
    </div>
  )
}

/** Ohms as typed; an open circuit is what most meters write as OL. */
const ohmOf = (text: string | undefined): number | null =>
  /^(ol|open|∞)$/i.test((text ?? '').trim()) ? Infinity : figureOf(text ?? '')

const HEIGHT_WORDS = ['Floor', 'A quarter', 'Half', 'Three quarters', 'Roof']
function FloatFields({ onWritten }: Props) {
  const { of, set } = useFields(onWritten, (texts) => {
    const way = (name: string) => FLOAT_HEIGHTS.map((_, k) => ohmOf(texts[`${name}${k}`]))
    const floats = { up: way('up'), down: way('down') }
    return floats.up.filter((ohm) => ohm !== null).length < 2 ? null : { from: 'floats', floats }
  })
  return (
    <div>
      <div className="grid grid-cols-[130px_1fr_1fr] items-center gap-x-6 gap-y-1">
        {HEIGHT_WORDS.map((words, k) => (
          <div key={words} className="contents">
            <span className="text-main">{words}</span>
            {(['up', 'down'] as const).map((way) => (
              <Field
                key={way}
                label={way === 'up' ? 'going up' : 'going down'}
                unit="ohm"
                name={`${way}${k}`}
                value={of(`${way}${k}`)}
                onChange={set(`${way}${k}`)}
              />
            ))}
          </div>
        ))}
      </div>
      <p className="text-second leading-[24px] text-ink-2">
        Lifted slowly, held at each height, then down again. An open circuit: OL. What lies between the
        heights stays unseen.
      </p>
    </div>
  )
}

const FILLS = 11
function FillFields({ onWritten }: Props) {
  const [rows, setRows] = useState(FILLS)
  const { of, set } = useFields(onWritten, (texts) => {
    const fills = Array.from(
      { length: 24 },
      (_, k) => [typedAs(texts[`L${k}`] ?? '', 'L'), figureOf(texts[`ohm${k}`] ?? '')] as const,
    ).flatMap(([litres, ohm]) =>
      litres === null || ohm === null ? [] : [{ volumeM3: litres / 1e3, readings: [ohm] }],
    )
    return fills.length === 0 ? null : { from: 'fills', fills, unit: texts.unit === 'V' ? 'V' : 'ohm' }
  })
  return (
    <div>
      <div className="grid max-h-[216px] grid-cols-2 gap-x-8 gap-y-2 overflow-auto pr-2">
        {Array.from({ length: rows }, (_, k) => (
          <div key={k} className="flex items-center gap-2">
            <span className="w-5 text-second text-ink-2">{k + 1}</span>
            <Field label="" unit="L" name={`L${k}`} value={of(`L${k}`)} onChange={set(`L${k}`)} />
            <Field
              label=""
              unit={of('unit') === 'V' ? 'V' : 'ohm'}
              name={`ohm${k}`}
              value={of(`ohm${k}`)}
              onChange={set(`ohm${k}`)}
            />
          </div>
        ))}
      </div>
      <div className="flex items-center gap-4 pt-2">
        <Button onClick={() => setRows((now) => Math.min(24, now + 1))}>One more fill</Button>
        <select
          aria-label="Sender read in"
          value={of('unit') || 'ohm'}
          onChange={(event) => set('unit')(event.target.value)}
          className="h-[48px] border-2 border-ink-3 bg-sheet px-2 text-main"
        >
          <option value="ohm">Ω</option>
          <option value="V">V</option>
        </select>
        <p className="text-second text-ink-2">
          The fuel in all, from empty upwards. Ten levels are good, six the least.
        </p>
      </div>
    </div>
  )
}

function InjectorFields({ onWritten }: Props) {
  const [rows, setRows] = useState(4)
  const { of, set } = useFields(onWritten, (texts) => {
    const runs = Array.from({ length: 12 }, (_, k) => ({
      k,
      flow: typedAs(texts[`flow${k}`] ?? '', 'L/h'),
    })).flatMap(({ k, flow }) => {
      const before = typedAs(texts[`before${k}`] ?? '', 'L/h')
      return flow === null
        ? []
        : [
            {
              id: `Injector ${k + 1}`,
              flowM3PerS: flow * M3_PER_S_PER_L_PER_H,
              spray: (texts[`spray${k}`] ?? 'cone') as Spray,
              dropsPerMin: figureOf(texts[`drops${k}`] ?? '') ?? 0,
              ...(before === null ? {} : { beforeM3PerS: before * M3_PER_S_PER_L_PER_H }),
            },
          ]
    })
    const rated = typedAs(texts.rated ?? '', 'L/h')
    return runs.length === 0
      ? null
      : { from: 'injectors', runs, ratedM3PerS: rated === null ? null : rated * M3_PER_S_PER_L_PER_H }
  })
  return (
    <div>
      <div className="max-h-[228px] space-y-2 overflow-auto p-1">
        {Array.from({ length: rows }, (_, k) => (
          <div key={k} className="flex items-center gap-3">
            <span className="w-5 text-main">{k + 1}</span>
            <Field
              label="Rate"
              unit="L/h"
              name={`flow${k}`}
              value={of(`flow${k}`)}
              onChange={set(`flow${k}`)}
            />
            <Field
              label="before"
              unit="L/h"
              name={`before${k}`}
              value={of(`before${k}`)}
              onChange={set(`before${k}`)}
            />
            <select
              aria-label={`Spray of injector ${k + 1}`}
              value={of(`spray${k}`) || 'cone'}
              onChange={(event) => set(`spray${k}`)(event.target.value)}
              className="h-[48px] border-2 border-ink-3 bg-sheet px-2 text-main"
            >
              {SPRAYS.map((spray) => (
                <option key={spray}>{spray}</option>
              ))}
            </select>
            <Field
              label="drips"
              unit="/min"
              name={`drops${k}`}
              value={of(`drops${k}`)}
              onChange={set(`drops${k}`)}
            />
          </div>
        ))}
      </div>
      <div className="flex items-center gap-4 pt-2">
        <Button className="shrink-0" onClick={() => setRows((now) => Math.min(12, now + 1))}>
          One more
        </Button>
        <Field label="Rated" unit="L/h" name="rated" value={of('rated')} onChange={set('rated')} />
        <p className="text-second leading-[20px] text-ink-2">
          Without a rated rate the set is held against its middle.
        </p>
      </div>
    </div>
  )
}
