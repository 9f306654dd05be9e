'use client'
import { inUnits } from '../frame/quantities'
import { useState } from 'react'
import { ACCURACY, testById, type Instrument } from '@/core/library'
import { candidatesBy, instrumentsOf, type ShowOf, type SortBy } from '@/core/diagnosis'
import type { Ranking } from '@/workers/protocol'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { moneyText, shortOf } from '../frame/words'
import { WHY_NOT } from './traceText'

const SORTS: { id: SortBy; label: string }[] = [
  { id: 'worth', label: 'Worth' },
  { id: 'minutes', label: 'Time' },
  { id: 'cost', label: 'Cost' },
  { id: 'place', label: 'Place' },
]
const SHOWN: { id: ShowOf; label: string }[] = [
  { id: 'all', label: 'All' },
  { id: 'now', label: 'At hand' },
  { id: 'possible', label: 'Possible' },
  { id: 'not', label: 'Not' },
]

interface Props {
  candidates: Ranking['choice']['candidates']
  onChoose: (testId: string) => void
  mark?: string
}

/** Every test with its gain and cost, in the order and of the kind that is asked for. */
export function CandidateTable({ candidates, onChoose, mark }: Props) {
  const [by, setBy] = useState<SortBy>('worth')
  const [show, setShow] = useState<ShowOf>('all')
  const [instrument, setInstrument] = useState<Instrument | 'any'>('any')
  const listed = candidatesBy(candidates, { by, show, instrument: instrument === 'any' ? null : instrument })
  return (
    <div className="space-y-2">
      <div className="grid grid-cols-1 gap-2 medium:grid-cols-2 wide:grid-cols-[264px_312px_1fr]">
        <ChoiceGroup label="Order" options={SORTS} value={by} onChange={(id) => setBy(id as SortBy)} />
        <ChoiceGroup label="Shown" options={SHOWN} value={show} onChange={(id) => setShow(id as ShowOf)} />
        <select
          aria-label="Instrument"
          value={instrument}
          onChange={(event) => setInstrument(event.target.value as Instrument | 'any')}
          className="h-[50px] border-2 border-ink bg-sheet px-2 text-main"
        >
          <option value="any">Any instrument</option>
          {instrumentsOf(candidates).map((one) => (
            <option key={one} value={one}>
              {inUnits(ACCURACY[one].words).split(',')[0]}
            </option>
          ))}
        </select>
      </div>
      <div
        className="max-h-[300px] overflow-auto border-y border-rule"
        tabIndex={0}
        role="group"
        aria-label="Tests"
      >
        <table className="w-full text-second">
          <thead className="sticky top-0 bg-sheet text-left text-ink-2">
            <tr>
              <th className="font-normal">Test</th>
              <th className="text-right font-normal">Gives, bit</th>
              <th className="text-right font-normal">Reads, min</th>
              <th className="text-right font-normal">Way, min</th>
              <th className="text-right font-normal">Cost</th>
              <th>
                <span className="sr-only">Take</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {listed.map((candidate) => (
              <Row
                key={candidate.testId}
                candidate={candidate}
                marked={candidate.testId === mark}
                placed={by === 'place'}
                onChoose={onChoose}
              />
            ))}
          </tbody>
        </table>
        {listed.length === 0 && <p className="py-3 text-main">None of this kind here.</p>}
      </div>
    </div>
  )
}

function Row({
  candidate: { testId, why, bits, workMinutes, reachMinutes, cost },
  marked,
  placed,
  onChoose,
}: {
  candidate: Props['candidates'][number]
  marked: boolean
  placed: boolean
  onChoose: Props['onChoose']
}) {
  const small = 'block text-tick font-normal text-ink-2'
  return (
    <tr data-candidate={testId} className={`border-t border-rule-2 ${marked ? 'font-semibold' : ''}`}>
      <td className="py-1 pr-2">
        {shortOf(testId)}
        {placed && <span className={small}>{testById(testId).where}</span>}
        {why !== 'ranked' && <span className={small}>{WHY_NOT[why]}</span>}
      </td>
      <td className="text-right">{bits.toFixed(2)}</td>
      <td className="text-right">{workMinutes}</td>
      <td className="text-right">{Math.round(reachMinutes)}</td>
      <td className="text-right">{moneyText(cost)}</td>
      <td className="text-right">
        <button type="button" onClick={() => onChoose(testId)} className="min-h-[44px] px-2 underline">
          take
        </button>
      </td>
    </tr>
  )
}
