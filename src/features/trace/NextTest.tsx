'use client'
import { useEffect, useState } from 'react'
import type { Test } from '@/core/library'
import { curingIn, layoutKeyOf, type Hold, type SlipOffer, type TypedReading } from '@/core/job'
import { explainedIn, type Band } from '@/core/diagnosis'
import { turnedFigure, type Entered, type UnitName } from '@/core/shared'
import { ask } from '@/workers/client'
import type { Ranking } from '@/workers/protocol'
import { WordToggle } from '@/ui/WordToggle'
import { STANDING_WORDS, takenBy, useInstruments } from '../frame/useInstruments'
import { First } from '../frame/First'
import type { JobInHand } from '../frame/useJob'
import { useWay } from '../frame/useWay'
import { SlipQuestion } from '../frame/SlipQuestion'
import { inUnits, testShown } from '../frame/quantities'
import { minutesText, shortOf } from '../frame/words'
import { meaningOf, soundText, whyNow } from './traceText'
import { Doing } from './Doing'
import { NumberEntry, OutcomeEntry } from './Entry'

interface Props {
  hand: JobInHand
  ranking: Ranking
  test: Test
  busy: boolean
  holds: Hold[]
  onEntry: (entry: Entered | null) => void
  /** What was typed here before the page took another shape; it outlives that. */
  typedBefore: () => Typed | null
  onTyped: (typed: Typed | null) => void
  onChoose: (testId: string | null) => void
  onWhy: (testId: string) => void
}

/** The acting sheet: the test, the way to it, the entry, and what the reading would mean. */
export function NextTest(props: Props) {
  const { ranking, test, holds } = props
  const candidate = ranking.choice.candidates.find((entry) => entry.testId === test.id)
  const minutes = (candidate?.workMinutes ?? test.minutes) + (candidate?.reachMinutes ?? 0)
  return (
    <section
      aria-label="Next test"
      data-test={test.id}
      data-stage={props.busy ? 'working' : ranking.stage}
      className="flex flex-col gap-3 border-t-[5px] border-accent bg-sheet px-4 pb-3 pt-1 medium:grid medium:grid-cols-2 medium:gap-5 medium:px-6 wide:grid wide:h-full wide:grid-cols-[minmax(0,404fr)_minmax(0,428fr)] wide:gap-5 wide:px-6 wide:pb-0"
    >
      <div className="flex min-h-0 flex-col">
        <p className="flex justify-between text-second font-semibold text-accent">
          <span>Next test, {minutesText(minutes)}</span>
          <button
            type="button"
            data-act="why"
            // What is asked about stays, though the ranking is refined meanwhile.
            onClick={() => {
              props.onChoose(test.id)
              props.onWhy(test.id)
            }}
            className="-my-2 min-h-[44px] px-2 text-second font-normal text-ink-2 underline"
          >
            why this one
          </button>
        </p>
        <h2 className="text-[24px] leading-[28px]">{inUnits(test.title)}</h2>
        <Doing of={test} where={test.where}>
          {holds.length === 0 && (
            <p className="pt-1">
              <span className="font-semibold">Why now:</span> {whyNow(candidate)}
            </p>
          )}
        </Doing>
      </div>
      {holds.length > 0 ? <WayColumn {...props} /> : <EntryColumn {...props} />}
    </section>
  )
}

/** What is being entered at a test. */
export interface Typed {
  unit: UnitName | null
  value: number | null
  swing: TypedReading['swing']
  outcome: string | null
  present: Present
  sure: 'yes' | 'no'
  source: 'vehicle' | 'stand-in'
}
const NOTHING_TYPED: Typed = {
  unit: null,
  value: null,
  swing: null,
  outcome: null,
  present: 'yes',
  sure: 'yes',
  source: 'vehicle',
}

/** What is being entered, and the two ways out: pinned, or read off the stand-in. */
function useEntry({ hand, ranking, test, onEntry, onChoose, typedBefore, onTyped }: Props) {
  const [typed, setTyped] = useState<Typed>(
    () =>
      typedBefore() ?? { ...NOTHING_TYPED, present: hand.job.complaint.failingNow === 'no' ? 'no' : 'yes' },
  )
  const { unit, value, swing, outcome, present, sure, source } = typed
  const keep = (change: Partial<Typed>) => {
    setTyped({ ...typed, ...change })
    onTyped({ ...typed, ...change })
  }
  const read = testShown(test, unit)
  const explanation = inUnitOf(read, test, ranking.shownTest!)
  const [offer, setOffer] = useState<SlipOffer | null>(null)
  const instruments = useInstruments()
  const [now] = useState(() => Date.now())
  const taken =
    test.reading.kind === 'number' && source === 'vehicle'
      ? takenBy(instruments, test.reading.unit, now)
      : null
  const entered = (next: number | null, of: Test): Entered | null =>
    of.reading.kind === 'number' && next !== null ? { value: next, unit: of.reading.unit } : null
  const [first] = useState(() => entered(value, read))
  useEffect(() => {
    if (first) onEntry(first)
    return () => onEntry(null)
  }, [onEntry, first])
  // Once something is entered the test stays, though the ranking is refined meanwhile.
  const stay = () => onChoose(test.id)
  const change = (next: number | null, from: typeof source = 'vehicle', ends: typeof swing = null) => {
    stay()
    keep({ value: next, swing: ends, source: from })
    setOffer(null)
    onEntry(entered(next, read))
  }
  // What was typed stays as typed: it was meant in the other unit.
  const inUnit = (next: UnitName) => {
    keep({ unit: next })
    setOffer(null)
    onEntry(entered(value, testShown(test, next)))
  }
  const seen = (next: string) => {
    stay()
    keep({ outcome: next, source: 'vehicle' })
  }
  const band = bandFor(explanation.bands, value, outcome)
  const ready = test.reading.kind === 'number' ? value !== null && Number.isFinite(value) : outcome !== null
  const pin = async (kept: number | null = value, meant = false) => {
    if (!ready && kept === null) return
    const reading = {
      test,
      value: valueOf(read, kept, outcome),
      phase: 'trace',
      faultPresent: present,
      source,
      sure,
      swing: kept === value ? swing : null,
      taken,
      expected: explanation.scale,
      meant,
    } as const
    const decided = hand.weigh('takeReading', reading)
    if (decided.kind === 'ask') return setOffer(decided.slip)
    // Let go of it first: the next test must not be held by the one just read.
    onChoose(null)
    onTyped(null)
    await hand.act('takeReading', reading)
  }
  const standIn = async () => {
    const { truth, specification } = hand.vehicle
    if (!truth) return
    const repeats = hand.job.readings.filter((reading) => reading.testId === test.id).length
    const answer = await ask('standIn', {
      ...truth,
      ...layoutKeyOf(hand.vehicle, hand.job.layout.scope),
      specification,
      repaired: curingIn(hand.job),
      testId: test.id,
      attempt: repeats,
    })
    if (!answer.ok) return
    if (answer.value.kind === 'number' && test.reading.kind === 'number' && read.reading.kind === 'number') {
      const { value: shown, unit: from } = answer.value.entered
      return change(turnedFigure(shown, from, read.reading.unit, test.reading.step), 'stand-in')
    }
    if (answer.value.kind === 'number') return
    stay()
    keep({ outcome: answer.value.outcome, source: 'stand-in' })
  }
  return {
    read,
    inUnit,
    explanation,
    value,
    swing,
    outcome,
    present,
    setPresent: (next: Present) => keep({ present: next }),
    sure,
    setSure: (next: Typed['sure']) => keep({ sure: next }),
    offer,
    taken,
    band,
    ready,
    change,
    seen,
    pin,
    standIn,
  }
}

/** The way to the test in the place of the entry: nothing is read before it is done; another test may be nearer. */
function WayColumn({ hand, ranking, test, holds, onChoose }: Props) {
  const way = useWay(hand, test.needs, holds[0]?.kind === 'state')
  return (
    <div className="flex min-h-0 flex-col">
      {/* Whoever went the way reads what it was gone for, though another test is now the nearer one. */}
      <First hand={hand} needs={test.needs} holds={holds} way={way} onDone={() => onChoose(test.id)} />
      <div className="flex border-t border-rule-2 py-1">
        <OtherTest ranking={ranking} test={test} onChoose={onChoose} />
      </div>
    </div>
  )
}

function EntryColumn(props: Props) {
  const { hand, ranking, test, busy, onChoose, onWhy } = props
  const {
    read,
    inUnit,
    explanation,
    value,
    swing,
    outcome,
    present,
    setPresent,
    sure,
    setSure,
    offer,
    taken,
    band,
    ready,
    change,
    seen,
    pin,
    standIn,
  } = useEntry(props)
  const { sound } = explanation
  const meaning = ready
    ? present === 'no'
      ? { ...meaningOf(band), detail: `It does not fail now: this says little. ${meaningOf(band).detail}` }
      : meaningOf(band)
    : {
        title: sound ? soundText(sound, read) : 'Choose what you see.',
        detail: sound ? `It swings? Type low..high. ${test.blind}` : test.blind,
      }
  return (
    <div className="flex min-h-0 flex-col gap-1">
      <div className="flex items-center justify-between text-second text-ink-2">
        <span className="truncate">
          {taken
            ? `By ${taken.name}, ${STANDING_WORDS[taken.standing]}`
            : 'What you would read, and what it means'}
        </span>
        {hand.vehicle.kind === 'simulated' && (
          <button
            type="button"
            data-act="stand-in"
            onClick={() => void standIn()}
            className="-mb-1 mt-0.5 min-h-[44px] border-2 border-dashed border-ink-3 px-2 leading-tight text-ink"
          >
            Read the stand-in
          </button>
        )}
      </div>
      {test.reading.kind === 'number' ? (
        <NumberEntry
          layout={hand.job.layout}
          test={read}
          onUnit={inUnit}
          explanation={explanation}
          value={value}
          onChange={(next, ends) => change(next, 'vehicle', ends ?? null)}
          onPin={(kept) => void pin(kept)}
          busy={busy}
        />
      ) : (
        <OutcomeEntry
          explanation={explanation}
          value={outcome}
          onChange={seen}
          onPin={() => void pin()}
          onSkip={() => onWhy(test.id)}
        />
      )}
      {offer ? (
        <SlipQuestion
          offer={offer}
          value={value!}
          unit={read.reading.kind === 'number' ? read.reading.unit : 'V'}
          onKeep={() => void pin(value, true)}
          onTake={(taken) => change(taken)}
        />
      ) : (
        <p
          aria-live="polite"
          className={`text-second leading-[21px] ${explanation.bands.length > 5 && test.reading.kind === 'observation' ? 'truncate' : 'min-h-[42px]'}`}
        >
          <span className="font-semibold">
            {swing && `Swings ${swing.low} to ${swing.high}. `}
            {meaning.title}
          </span>{' '}
          {meaning.detail}
        </p>
      )}
      <Alternatives
        ranking={ranking}
        test={test}
        present={present}
        onPresent={setPresent}
        sure={sure}
        onSure={setSure}
        onChoose={onChoose}
      />
    </div>
  )
}

/** What the test would say, in the unit in which it is read here. */
const inUnitOf = (read: Test, test: Test, explanation: NonNullable<Ranking['shownTest']>) =>
  read.reading.kind === 'number' && test.reading.kind === 'number'
    ? explainedIn(explanation, test.reading.unit, read.reading.unit)
    : explanation

const valueOf = (test: Test, kept: number | null, outcome: string | null) =>
  test.reading.kind === 'number'
    ? ({ kind: 'number', entered: { value: kept!, unit: test.reading.unit } } as const)
    : ({ kind: 'outcome', outcome: outcome! } as const)

type Present = 'yes' | 'no' | 'unknown'
const PRESENT: { id: Present; label: string }[] = [
  { id: 'yes', label: 'yes' },
  { id: 'no', label: 'no' },
  { id: 'unknown', label: 'unsure' },
]

const SURE = [
  { id: 'yes', label: 'yes' },
  { id: 'no', label: 'not quite' },
]

interface AlternativesProps {
  ranking: Ranking
  test: Test
  present: Present
  onPresent: (present: Present) => void
  sure: 'yes' | 'no'
  onSure: (sure: 'yes' | 'no') => void
  onChoose: (testId: string) => void
}

/** Another test, how sure the reading is, and whether the fault showed meanwhile. */
function Alternatives({ ranking, test, present, onPresent, sure, onSure, onChoose }: AlternativesProps) {
  return (
    <div className="mt-auto flex flex-wrap items-stretch gap-2 border-t border-rule-2 py-1 wide:flex-nowrap">
      <OtherTest ranking={ranking} test={test} onChoose={onChoose} />
      <WordToggle
        label="Sure of it?"
        words={SURE}
        value={sure}
        onChange={(id) => onSure(id as 'yes' | 'no')}
        className="shrink-0 border-l border-rule-2 pl-2"
      />
      <WordToggle
        label="Fault there now?"
        words={PRESENT}
        value={present}
        onChange={(id) => onPresent(id as Present)}
        className="shrink-0 border-l border-rule-2 pl-2"
      />
    </div>
  )
}

/** The next best test, one touch away. */
function OtherTest({ ranking, test, onChoose }: Pick<AlternativesProps, 'ranking' | 'test' | 'onChoose'>) {
  const other = ranking.choice.candidates.find(
    (candidate) => candidate.why === 'ranked' && candidate.testId !== test.id,
  )
  if (!other) return null
  return (
    <button
      type="button"
      onClick={() => onChoose(other.testId)}
      className="min-h-[44px] min-w-0 flex-1 text-left text-second leading-tight"
    >
      <span className="block truncate font-semibold">Or: {shortOf(other.testId).toLowerCase()}</span>
      <span className="block truncate text-ink-2">
        {minutesText(other.workMinutes + other.reachMinutes)}, {Math.round(100 * other.split[0])} /{' '}
        {Math.round(100 * other.split[1])}
      </span>
    </button>
  )
}

function bandFor(bands: Band[], value: number | null, outcome: string | null): Band | null {
  if (outcome !== null) return bands.find((band) => band.outcome === outcome) ?? null
  return value === null
    ? null
    : (bands.find((band) => band.from !== null && value >= band.from && value <= band.to!) ?? null)
}
