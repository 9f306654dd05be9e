'use client'
import { useMemo, useState } from 'react'
import type { Suspect } from '@/core/diagnosis'
import { libraryOf } from '@/core/library'
import { keptChannels, type CaptureInput, type Conclusion, type KeptCapture, type Taking } from '@/core/job'
import type { Signals } from '@/core/bench'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { STANDING_WORDS, type Taken } from '../frame/useInstruments'
import type { JobInHand } from '../frame/useJob'
import { rankRequestOf, useRanking } from '../frame/useRanking'
import { percent } from '../frame/words'
import { bandText, sayConclusion, valueText } from './benchText'
import { tableOf } from './written'
import type { SignalSource } from './usePen'

interface Props {
  hand: JobInHand
  taking: Taking
  input: CaptureInput
  conclusion: Conclusion
  signals: Signals
  source: SignalSource
  taken: Taken
  onRepeat: () => void
}

interface Move {
  suspect: Suspect
  was: number
}
type Present = 'yes' | 'no' | 'unknown'

/** What the capture would change, and one touch to keep it. */
export function VerdictSheet({ hand, taking, input, conclusion, signals, source, taken, onRepeat }: Props) {
  const { job } = hand
  // What it moved when it was kept: afterwards it is part of the belief and moves nothing more.
  const [kept, setKept] = useState<Move[] | null>(null)
  const [present, setPresent] = useState<Present>(job.complaint.failingNow === 'no' ? 'no' : 'yes')
  const known = useMemo(() => new Set(libraryOf(job.layout).tests.map((test) => test.id)), [job.layout])
  const evidence = conclusion.evidence.filter(({ testId }) => known.has(testId))
  const request = useMemo(() => rankRequestOf(hand), [hand])
  const asked = job.noted !== null && evidence.length > 0
  const before = useRanking(asked ? request : null).last
  const doubtful = taken.standing === 'doubtful'
  const after = useRanking(
    asked
      ? {
          ...request,
          evidence: [
            ...request.evidence,
            ...evidence.map(({ testId, value }, k) => ({
              id: `preview${k}`,
              testId,
              value,
              faultPresent: present,
              ...(doubtful ? { doubtful } : {}),
            })),
          ],
        }
      : null,
  ).last
  const moves = kept ?? movesOf(before?.suspects, after?.suspects)
  const still = moves.every(({ suspect, was }) => Math.abs(suspect.probability - was) < 0.01)
  const standInOnReal = source === 'stand-in' && hand.vehicle.kind === 'real'
  const keep = async () => {
    const capture: Omit<KeptCapture, 'captureId'> = {
      capture: taking.kind,
      testId: taking.testId,
      clamped: taking.clamped,
      instrument: taken,
      channels: keptChannels(signals),
      table: tableOf(input),
      value: conclusion.value,
      band: conclusion.band && {
        low: finite(conclusion.band.low),
        high: finite(conclusion.band.high),
        source: conclusion.band.source,
      },
      verdict: conclusion.verdict,
      says: sayConclusion(conclusion).title,
      source,
    }
    const came = await hand.act('keepCapture', { capture, readings: evidence, faultPresent: present })
    if (came.kept) setKept(moves)
  }
  return (
    <section
      aria-label="What the capture means"
      data-verdict={conclusion.verdict}
      className="mt-auto border-t-[5px] border-accent bg-sheet px-4 pb-3 pt-2"
    >
      <p className="flex items-baseline justify-between">
        <span className="text-second font-semibold text-accent">What it means</span>
        <span className="text-second text-ink-2">
          {source === 'stand-in'
            ? 'stand-in'
            : taken.standing === 'hand'
              ? taken.name
              : `${taken.name}, ${STANDING_WORDS[taken.standing]}`}
        </span>
      </p>
      <p className="text-main font-semibold">{valueText(conclusion)}</p>
      {conclusion.band && <p className="text-second text-ink-2">wanted: {bandText(conclusion)}</p>}
      {asked ? (
        <table className="mt-1 w-full text-second">
          <thead>
            <tr className="text-ink-2">
              <th className="text-left font-normal">{still && after ? 'Moves no suspect' : 'Moves most'}</th>
              <th className="w-16 text-right font-normal">before</th>
              <th className="w-16 text-right font-normal">after</th>
            </tr>
          </thead>
          <tbody>
            {moves.slice(0, 3).map(({ suspect, was }) => (
              <tr key={suspect.id} className="border-t border-rule-2">
                <td className="max-w-[200px] truncate py-0.5">{suspect.name}</td>
                <td className="text-right">{percent(was)} %</td>
                <td className="text-right font-semibold">{percent(suspect.probability)} %</td>
              </tr>
            ))}
          </tbody>
        </table>
      ) : (
        <p className="pt-1 text-second text-ink-2">
          {conclusion.verdict === 'says-little'
            ? 'It moves nothing on Trace.'
            : job.noted
              ? 'Trace has no question for it now: kept with the job.'
              : 'No complaint is noted yet: it counts once there is one.'}
        </p>
      )}
      {asked && (
        <div className="flex items-center gap-2 pt-1 text-second">
          <span className="text-ink-2">Fault there now?</span>
          <div className="flex-1">
            <ChoiceGroup
              label="Fault there now?"
              options={[
                { id: 'yes', label: 'yes' },
                { id: 'no', label: 'no' },
                { id: 'unknown', label: 'unsure' },
              ]}
              value={present}
              onChange={(id) => setPresent(id as Present)}
            />
          </div>
        </div>
      )}
      {standInOnReal && (
        <p className="pt-1 text-second font-semibold">A stand-in is no evidence on a real vehicle.</p>
      )}
      <div className="flex gap-2 pt-2">
        <Button
          variant={kept || standInOnReal ? 'held' : 'act'}
          disabled={kept !== null || standInOnReal}
          data-act="keep"
          className="min-h-[56px] flex-1"
          onClick={() => void keep()}
        >
          {kept
            ? evidence.length > 0
              ? 'Kept as evidence'
              : 'Kept'
            : evidence.length > 0
              ? 'Keep as evidence'
              : 'Keep with the job'}
        </Button>
        <Button className="min-h-[56px]" onClick={onRepeat}>
          Repeat
        </Button>
      </div>
    </section>
  )
}

const finite = (value: number): number | null => (Number.isFinite(value) ? value : null)

const movesOf = (before: Suspect[] | undefined, after: Suspect[] | undefined): Move[] =>
  (after ?? [])
    .map((suspect) => ({ suspect, was: before?.find((other) => other.id === suspect.id)?.probability ?? 0 }))
    .sort(
      (one, other) =>
        Math.abs(other.suspect.probability - other.was) - Math.abs(one.suspect.probability - one.was),
    )
    .slice(0, 4)
