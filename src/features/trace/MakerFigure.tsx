'use client'
import { useState } from 'react'
import type { Test } from '@/core/library'
import type { VehicleRecord } from '@/core/job'
import { soundIn, type SoundBand } from '@/core/diagnosis'
import { figureOf, turnedFigure, type Entered } from '@/core/shared'
import { changeVehicle } from '@/data/store'
import { Button } from '@/ui/Button'
import { whoWorks } from '../frame/useJob'
import { testShown, unitText } from '../frame/quantities'
import { soundText } from './traceText'

/** What a sound vehicle reads and where that comes from; the maker's limits are entered here and govern from then on. */
export function MakerFigure({
  test,
  band,
  vehicle,
}: {
  test: Test
  band: SoundBand
  vehicle: VehicleRecord
}) {
  const read = testShown(test)
  const kept = vehicle.limits.find((limit) => limit.testId === test.id)
  const [low, setLow] = useState(kept ? limitText(kept.low, read) : '')
  const [high, setHigh] = useState(kept ? limitText(kept.high, read) : '')
  const [problem, setProblem] = useState<string | null>(null)
  if (test.reading.kind !== 'number' || read.reading.kind !== 'number') return null
  const { unit } = read.reading
  const [from, to] = [low, high].map((text) => figureOf(text) ?? NaN) as [number, number]
  const fits = from < to && from >= read.reading.low && to <= read.reading.high
  const others = vehicle.limits.filter((limit) => limit.testId !== test.id)
  const say = async (limits: VehicleRecord['limits']) => {
    const said = await changeVehicle(vehicle, { ...vehicle, limits }, whoWorks())
    setProblem(said.ok ? null : 'It could not be kept: free some space and keep it again.')
  }
  const keep = () =>
    void say([...others, { testId: test.id, low: { value: from, unit }, high: { value: to, unit } }])
  return (
    <section aria-label="The maker’s limits" className="text-second">
      <p>{soundText(soundIn(band, test.reading.unit, unit), read)}</p>
      <div className="flex items-center gap-2 pt-1">
        <span>The maker says</span>
        <Limit label={`Lowest, ${unitText(unit)}`} value={low} onChange={setLow} />
        <span>to</span>
        <Limit label={`Highest, ${unitText(unit)}`} value={high} onChange={setHigh} />
        <span>{unitText(unit)}</span>
        <Button variant={fits ? 'plain' : 'held'} disabled={!fits} data-act="maker" onClick={keep}>
          Keep it
        </Button>
        {kept && (
          <Button variant="quiet" onClick={() => void say(others)}>
            Take it out
          </Button>
        )}
      </div>
      {problem && <p className="text-danger">{problem}</p>}
      {!fits && low !== '' && high !== '' && (
        <p className="text-danger">
          The lower figure first, both between {read.reading.low} and {read.reading.high} {unitText(unit)}.
        </p>
      )}
    </section>
  )
}

/** A limit in the unit that is shown; as it was typed where that is the same. */
const limitText = ({ value, unit }: Entered, { reading }: Test) =>
  reading.kind === 'number' ? String(turnedFigure(value, unit, reading.unit, reading.step)) : ''

function Limit({
  label,
  value,
  onChange,
}: {
  label: string
  value: string
  onChange: (value: string) => void
}) {
  return (
    <input
      aria-label={label}
      inputMode="decimal"
      value={value}
      onChange={(event) => onChange(event.target.value)}
      className="h-[44px] w-[84px] border-2 border-ink-3 bg-sheet px-2 text-right text-main"
    />
  )
}
