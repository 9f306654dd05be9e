'use client'
import { useState } from 'react'
import type { Test } from '@/core/library'
import type { TestExplanation } from '@/core/diagnosis'
import { typedReading, type TypedReading } from '@/core/job'
import { segmentOf, type Layout } from '@/core/vehicle'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { MainAct, useSize } from '@/ui/Shape'
import { unitsLike, type UnitName } from '@/core/shared'
import { digitsOf } from '../frame/words'
import { unitText } from '../frame/quantities'
import { bandLabel } from './traceText'
import { rulerOf } from './ruler'

/** Ends between which a needle swings. */
type Swing = TypedReading['swing']

interface NumberProps {
  layout: Layout
  test: Test
  explanation: TestExplanation
  value: number | null
  onChange: (value: number | null, swing?: Swing) => void
  /** This one entry in another unit. */
  onUnit: (unit: UnitName) => void
  onPin: (value: number) => void
  busy: boolean
}

/** Ruler with bands of meaning, needle, steppers and keypad on one value. */
export function NumberEntry({ layout, test, explanation, value, onChange, onUnit, onPin }: NumberProps) {
  if (test.reading.kind !== 'number') return null
  const { step, unit } = test.reading
  const digits = digitsOf(test)
  const { low, high } = explanation.scale!
  const middle = value ?? Number((0.5 * (low + high)).toFixed(digits))
  const nudge = (by: number) => onChange(Number((middle + by).toFixed(digits)))
  const keys = (event: React.KeyboardEvent<HTMLInputElement>) => {
    const by = event.shiftKey ? 10 * step : step
    if (event.key === 'ArrowUp') nudge(by)
    else if (event.key === 'ArrowDown') nudge(-by)
    else if (event.key === 'Enter' && value !== null) onPin(value)
    else if (event.key === 'Escape') event.currentTarget.blur()
    else return
    event.preventDefault()
  }
  return (
    <>
      <Ruler
        layout={layout}
        explanation={explanation}
        value={value}
        digits={digits}
        unit={unitText(unit)}
        onPick={(picked) => onChange(Number(picked.toFixed(digits)))}
      />
      <div className="flex h-[54px] shrink-0 gap-2">
        <button
          type="button"
          aria-label={`Less, by ${step} ${unit}`}
          onClick={() => nudge(-step)}
          className="w-16 shrink-0 border-2 border-ink text-entry leading-none"
        >
          −
        </button>
        <EntryField
          key={test.id}
          value={value}
          digits={digits}
          unit={unit}
          onUnit={onUnit}
          onChange={onChange}
          onKeyDown={keys}
          label={`${test.short}, in ${unitText(unit)}`}
        />
        <button
          type="button"
          aria-label={`More, by ${step} ${unit}`}
          onClick={() => nudge(step)}
          className="w-16 shrink-0 border-2 border-ink text-entry leading-none"
        >
          +
        </button>
        <MainAct>
          <Button
            variant={value === null ? 'held' : 'act'}
            data-act="pin"
            disabled={value === null}
            onClick={() => value !== null && onPin(value)}
            className="flex-[1.2] whitespace-nowrap !px-2"
          >
            Pin reading
          </Button>
        </MainAct>
      </div>
    </>
  )
}

function EntryField({
  value,
  digits,
  unit,
  onUnit,
  onChange,
  onKeyDown,
  label,
}: {
  value: number | null
  digits: number
  unit: UnitName
  onUnit: (unit: UnitName) => void
  onChange: (value: number | null, swing?: Swing) => void
  onKeyDown: (event: React.KeyboardEvent<HTMLInputElement>) => void
  label: string
}) {
  const [typed, setTyped] = useState<string | null>(null)
  const shown = typed ?? (value === null ? '' : value.toFixed(digits))
  return (
    <span className="relative flex-[1.5]">
      <input
        id="entry"
        aria-label={label}
        inputMode="decimal"
        autoComplete="off"
        value={shown}
        placeholder="?"
        onChange={(event) => {
          const text = event.target.value
          setTyped(text)
          const read = typedReading(text)
          onChange(read?.value ?? null, read?.swing ?? null)
        }}
        onBlur={() => setTyped(null)}
        onKeyDown={(event) => {
          if (event.key.startsWith('Arrow')) setTyped(null)
          onKeyDown(event)
        }}
        style={{ paddingRight: unitRoom(unit) }}
        className={`h-full w-full border-[3px] border-accent bg-sheet pl-2 text-right font-semibold ${sizeOf(shown, unit)}`}
      />
      <UnitChoice unit={unit} onUnit={onUnit} />
    </span>
  )
}

/** A figure that is long, or beside a long unit, is set smaller: none of it is cut. */
const sizeOf = (shown: string, unit: UnitName) =>
  shown.length > 6 || unit.length > 5 ? 'text-[20px]' : shown.length > 4 ? 'text-[26px]' : 'text-[34px]'

/** Room for a unit beside its figure, px: as wide as a finger, or as its letters. */
const unitRoom = (unit: UnitName) => Math.max(58, 22 + 9 * unit.length)

/** The unit of this one entry: touched, it can be another of its kind. */
function UnitChoice({ unit, onUnit }: { unit: UnitName; onUnit: (unit: UnitName) => void }) {
  const others = unitsLike(unit)
  if (others.length === 1)
    return (
      <span className="pointer-events-none absolute right-2.5 top-[17px] text-second text-ink-2">
        {unitText(unit)}
      </span>
    )
  return (
    <select
      aria-label="Unit of this entry"
      data-act="entry-unit"
      value={unit}
      onChange={(event) => onUnit(event.target.value as UnitName)}
      style={{ width: unitRoom(unit) - 4 }}
      className="absolute right-0 top-0 h-full cursor-pointer appearance-none bg-transparent pr-2.5 text-right text-second text-ink-2 underline decoration-dotted underline-offset-4"
    >
      {[...others].sort().map((other) => (
        <option key={other} value={other}>
          {unitText(other)}
        </option>
      ))}
    </select>
  )
}

/** Before it is measured, and no narrower than this. */
const RULER_PX = 404
const LEAST_RULER_PX = 280
const LEAST_BAND_PX = 84

/** Bands hold words; the one the value lies in is filled. */
function Ruler({
  layout,
  explanation,
  value,
  digits,
  unit,
  onPick,
}: {
  layout: Layout
  explanation: TestExplanation
  value: number | null
  digits: number
  unit: string
  onPick: (value: number) => void
}) {
  const { low, high } = explanation.scale!
  const [ref, size] = useSize<HTMLDivElement>()
  const width = Math.max(LEAST_RULER_PX, Math.floor(size?.width ?? RULER_PX))
  const ruler = rulerOf(explanation.bands, width, LEAST_BAND_PX)
  const active =
    value === null ? null : explanation.bands.find((band) => value >= band.from! && value <= band.to!)
  return (
    <div ref={ref} className="h-[66px] shrink-0 overflow-hidden">
      <svg
        width={width}
        height="66"
        viewBox={`0 0 ${width} 66`}
        role="img"
        aria-label={`Ruler from ${low.toFixed(digits)} to ${high.toFixed(digits)} ${unit}`}
        onClick={(event) => {
          const box = event.currentTarget.getBoundingClientRect()
          onPick(ruler.value(((event.clientX - box.left) / box.width) * width))
        }}
      >
        {explanation.bands.map((band) => {
          const from = ruler.x(band.from!)
          const size = ruler.x(band.to!) - from
          const filled = band === active
          const lines = fitting(
            [bandLabel(band), segmentOf(layout, band.shares[0]?.segment ?? '')?.name ?? ''],
            Math.floor((size - 8) / 6.4),
          )
          return (
            <g key={band.from}>
              <rect
                x={from + 1}
                y="1"
                width={Math.max(size - 2, 1)}
                height="42"
                fill={filled ? 'var(--accent)' : 'var(--sheet)'}
                stroke="var(--ink-3)"
                strokeWidth="1.5"
              />
              {lines.map((line, k) => (
                <text
                  key={k}
                  x={from + size / 2}
                  y={lines.length === 1 ? 27 : 18 + 17 * k}
                  textAnchor="middle"
                  fontSize="17"
                  fontFamily="var(--font-track)"
                  fill={filled ? 'var(--on-accent)' : 'var(--ink)'}
                >
                  {line}
                </text>
              ))}
            </g>
          )
        })}
        {ruler.ticks.map((tick) => (
          <g key={tick.at}>
            <line
              x1={ruler.x(tick.at)}
              x2={ruler.x(tick.at)}
              y1="44"
              y2="50"
              stroke="var(--ink-2)"
              strokeWidth={tick.edge ? 2.5 : 1.5}
            />
            <text
              x={Math.min(width - 14, Math.max(14, ruler.x(tick.at)))}
              y="64"
              textAnchor="middle"
              fontSize="16"
              fontWeight={tick.edge ? 650 : 400}
              fill="var(--ink-2)"
            >
              {Number(tick.at.toFixed(digits)).toString().replace('-', '−')}
            </text>
          </g>
        ))}
        {value !== null && value >= low && value <= high && (
          <path
            d={`M${ruler.x(value)} 40l9 14h-18z`}
            fill="var(--accent)"
            stroke="var(--sheet)"
            strokeWidth="1.5"
          />
        )}
      </svg>
    </div>
  )
}

/** The first of the texts that fits in two lines; a band too narrow for any stays blank, its meaning is below. */
const fitting = (texts: string[], letters: number): string[] =>
  texts.map((text) => wrap(text, letters)).find((lines) => lines.length > 0) ?? []

function wrap(text: string, letters: number): string[] {
  if (letters < 5 || text === '') return []
  const lines: string[] = []
  for (const word of text.split(' ')) {
    const last = lines.at(-1)
    if (last !== undefined && last.length + word.length + 1 <= letters)
      lines[lines.length - 1] = `${last} ${word}`
    else lines.push(word)
  }
  return lines.length <= 2 && lines.every((line) => line.length <= letters) ? lines : []
}

interface OutcomeProps {
  explanation: TestExplanation
  value: string | null
  onChange: (outcome: string) => void
  onPin: () => void
  onSkip: () => void
}

export function OutcomeEntry({ explanation, value, onChange, onPin, onSkip }: OutcomeProps) {
  // With this many the act below them is lower, so that all stays in sight.
  const many = explanation.bands.length > 5
  return (
    <>
      <div id="entry" tabIndex={-1} className="min-h-[66px] shrink-0">
        <ChoiceGroup
          label="What you see"
          tall
          options={[
            ...explanation.bands.map((band) => ({ id: band.outcome!, label: band.label })),
            { id: 'cannot-see', label: 'Cannot see' },
          ]}
          value={value}
          onChange={(id) => (id === 'cannot-see' ? onSkip() : onChange(id))}
        />
      </div>
      <MainAct>
        <Button
          variant={value === null ? 'held' : 'act'}
          disabled={value === null}
          data-act="pin"
          onClick={onPin}
          className={`shrink-0 ${many ? '' : 'min-h-[60px]'}`}
        >
          Pin what you saw
        </Button>
      </MainAct>
    </>
  )
}
