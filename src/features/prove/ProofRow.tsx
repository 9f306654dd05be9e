'use client'
import { useState } from 'react'
import { curingIn, layoutKeyOf, readingSpread, readingText, type Reading, type SlipOffer } from '@/core/job'
import { soundIn, type SoundBand } from '@/core/diagnosis'
import type { Test } from '@/core/library'
import { differenceFromSi, differenceToSi, figureOf, toSi, type UnitName } from '@/core/shared'
import { unitsNow } from '@/data/units'
import { ask } from '@/workers/client'
import { Button } from '@/ui/Button'
import { FirstButton } from '../frame/FirstButton'
import { SlipQuestion } from '../frame/SlipQuestion'
import { useHolds } from '../frame/useHolds'
import { takenBy, useInstruments } from '../frame/useInstruments'
import type { JobInHand } from '../frame/useJob'
import { SOURCE_WORDS } from '../frame/words'
import { unitShown, unitText } from '../frame/quantities'

interface RowProps {
  hand: JobInHand
  test: Test
  before: Reading | null
  after: Reading | null
  band: SoundBand | null
}

export function ProofRow({ hand, test, before, after, band }: RowProps) {
  const own = test.reading.kind === 'number' ? test.reading.unit : null
  const unit = own && unitShown(own)
  const read = after?.value.kind === 'number' ? toSi(after.value.entered) : null
  const inside =
    read !== null && band && own
      ? read >= toSi({ value: band.low, unit: own }) && read <= toSi({ value: band.high, unit: own })
      : null
  const shown = band && own && unit && soundIn(band, own, unit)
  return (
    <tr
      className="border-t border-rule-2 narrow:flex narrow:flex-wrap narrow:items-center narrow:gap-x-3 narrow:py-1"
      data-proof-test={test.id}
    >
      <td className="py-1 pr-3 font-semibold narrow:w-full">{test.short}</td>
      <td className="whitespace-nowrap pr-3 text-second text-ink-2">
        {shown && unit
          ? `${trim(shown.low)} to ${trim(shown.high)} ${unitText(unit)}, ${SOURCE_WORDS[shown.source]}`
          : ''}
      </td>
      <td className="whitespace-nowrap text-right">
        {before ? <Value reading={before} /> : <span className="text-ink-2">not read</span>}
      </td>
      <td className="py-1 pl-6 narrow:w-full narrow:pl-0">
        {after ? (
          <span>
            <Value reading={after} />{' '}
            <span className={inside === false ? 'font-semibold' : 'text-ink-2'}>
              {inside === null ? '' : inside ? 'sound' : 'outside'}
            </span>
          </span>
        ) : hand.job.signed ? (
          <span className="text-ink-2">not read</span>
        ) : (
          <ProofEntry hand={hand} test={test} band={band} />
        )}
      </td>
    </tr>
  )
}

/** What was read, entered; before it what has to be settled, as anywhere else. */
function ProofEntry({ hand, test, band }: Pick<RowProps, 'hand' | 'test' | 'band'>) {
  const [typed, setTyped] = useState('')
  const own = test.reading.kind === 'number' ? test.reading.unit : null
  const unit = own && unitShown(own)
  const [offer, setOffer] = useState<SlipOffer | null>(null)
  const instruments = useInstruments()
  const [now] = useState(() => Date.now())
  const keep = async (value: Reading['value'], source: 'vehicle' | 'stand-in', meant = false) => {
    const { decided } = await hand.act('takeReading', {
      test,
      value,
      phase: 'proof',
      faultPresent: 'no',
      source,
      taken: unit && source === 'vehicle' ? takenBy(instruments, unit, now) : null,
      expected: band && own && unit && soundIn(band, own, unit),
      meant,
    })
    if (decided.kind === 'ask') setOffer(decided.slip)
  }
  const standIn = async () => {
    const { truth, specification } = hand.vehicle
    if (!truth) return
    const answer = await ask('standIn', {
      ...truth,
      ...layoutKeyOf(hand.vehicle, hand.job.layout.scope),
      specification,
      repaired: curingIn(hand.job),
      testId: test.id,
      attempt: 7,
    })
    if (answer.ok) keep(answer.value, 'stand-in')
  }
  const number = figureOf(typed)
  const holds = useHolds(hand, test, { as: 'reading', begun: typed !== '' })
  if (holds.length > 0) return <FirstButton hand={hand} act={test} holds={holds} />
  if (offer && unit && number !== null)
    return (
      <SlipQuestion
        offer={offer}
        value={number}
        unit={unit}
        onKeep={() => keep({ kind: 'number', entered: { value: number, unit } }, 'vehicle', true)}
        onTake={(taken) => {
          setTyped(String(taken))
          setOffer(null)
        }}
      />
    )
  return (
    <span className="flex flex-wrap items-center gap-2">
      {unit ? (
        <input
          aria-label={`${test.short} after, ${unitText(unit)}`}
          inputMode="decimal"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
          onKeyDown={(event) =>
            event.key === 'Enter' &&
            number !== null &&
            !Number.isNaN(number) &&
            keep({ kind: 'number', entered: { value: number, unit } }, 'vehicle')
          }
          className="h-[44px] w-[92px] border-2 border-accent bg-sheet px-2 text-right font-semibold"
        />
      ) : (
        <ObservationSelect test={test} onPick={(outcome) => keep({ kind: 'outcome', outcome }, 'vehicle')} />
      )}
      {unit && number !== null && !Number.isNaN(number) && (
        <Button onClick={() => keep({ kind: 'number', entered: { value: number, unit } }, 'vehicle')}>
          Pin
        </Button>
      )}
      {hand.vehicle.kind === 'simulated' && (
        <button
          type="button"
          data-act="stand-in"
          onClick={() => void standIn()}
          className="min-h-[44px] border-2 border-dashed border-ink-3 px-2 text-second"
        >
          Stand-in
        </button>
      )}
    </span>
  )
}

function ObservationSelect({ test, onPick }: { test: Test; onPick: (outcome: string) => void }) {
  if (test.reading.kind !== 'observation') return null
  return (
    <select
      aria-label={`${test.short} after`}
      defaultValue=""
      onChange={(event) => event.target.value && onPick(event.target.value)}
      className="h-[44px] w-[110px] border-2 border-accent bg-sheet"
    >
      <option value="">see</option>
      {test.reading.outcomes.map((outcome) => (
        <option key={outcome.id} value={outcome.id}>
          {outcome.label}
        </option>
      ))}
    </select>
  )
}

/** The spread of a reading in the unit that is shown. */
const spreadShown = ({ value }: Reading, spread: number, unit: UnitName): number =>
  value.kind === 'number'
    ? Number(
        differenceFromSi(differenceToSi({ value: spread, unit: value.entered.unit }), unit).toPrecision(1),
      )
    : spread

const trim = (value: number): string => String(Number(value.toPrecision(3))).replace('-', '−')

function Value({ reading }: { reading: Reading }) {
  const { value, unit } = readingText(reading, unitsNow())
  const spread = readingSpread(reading)
  return (
    <span className="font-semibold">
      {value}
      {unit && (
        <span className="ml-1 text-second font-normal">
          {spread !== null && spread > 0 ? `± ${spreadShown(reading, spread, unit)} ` : ''}
          {unitText(unit)}
        </span>
      )}
    </span>
  )
}
