'use client'
import { useEffect, useMemo, useRef, useState } from 'react'
import { analyseLeakDown, LEFT_AT_5_MIN, type LeakDown, type Sample } from '@/core/bench'
import type { Suspect } from '@/core/diagnosis'
import { layoutKeyOf } from '@/core/job'
import { ask } from '@/workers/client'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { ChartTable, LineChart } from '@/ui/LineChart'
import { Figure, Notice } from '@/ui/Notice'
import { StateStrip } from '../frame/StateStrip'
import type { JobInHand } from '../frame/useJob'
import { useKeys } from '../frame/useKeys'
import { rankRequestOf, useRanking } from '../frame/useRanking'
import { percent } from '../frame/words'
import { clampsOf, problemText, testOf, verdictText, type Clamp } from './benchText'

/** The stand-in plays five minutes in ten seconds; the trace keeps its own seconds. */
const PLAY_STEP_MS = 33

export function Bench({ hand }: { hand: JobInHand }) {
  const { job, vehicle } = hand
  const simulated = vehicle.kind === 'simulated'
  const clamps = clampsOf(job.layout)
  const able = simulated && clamps.length > 0
  const [clamped, setClamped] = useState<Clamp>('none')
  const { samples, all, running, start, problem } = useLeakDown(hand)
  useKeys({ l: () => able && !running && void start(clamped) })
  const setKPa = vehicle.specification.regulatorSetPa.value / 1e3
  const finished = all !== null && samples.length === all.length
  const analysis = useMemo(() => (finished ? analyseLeakDown(samples, setKPa) : null), [finished, samples, setKPa])
  const verdict = analysis?.ok ? analysis.value : null
  const last = samples.at(-1)
  return (
    <>
      <main className="grid h-[676px] grid-cols-[876px_1fr]">
        <section aria-label="Pressure after the pump has stopped" className="flex min-h-0 flex-col px-6 pt-3">
          <div className="flex items-center justify-between">
            <h1 className="text-title">Leak-down{last ? ` from ${Math.round(samples[0]!.kPa)} kPa` : ''}</h1>
            {simulated && <span className="border-2 border-dashed border-ink px-3 py-1 text-second">Stand-in gauge of a simulated vehicle</span>}
          </div>
          <LineChart
            title="Rail pressure after stopping" height={verdict ? 330 : 500}
            lines={[
              { label: 'limit', look: 'limit', points: samples[0] ? [{ x: 0, y: samples[0].kPa }, { x: 300, y: LEFT_AT_5_MIN * samples[0].kPa }] : [] },
              { label: 'gauge', look: 'pen', points: samples.map((sample) => ({ x: sample.seconds, y: sample.kPa })) },
              { label: 'fitted', look: 'fit', points: verdict ? verdict.fitted.map((sample) => ({ x: sample.seconds, y: sample.kPa })) : [] },
            ]}
            x={{ label: 'Seconds since the pump stopped', min: 0, max: 300, step: 60 }}
            y={{ label: 'kPa', min: 0, max: Math.max(100, Math.ceil((samples[0]?.kPa ?? setKPa) / 50) * 50 + 50) }}
          />
          <p className="py-1 text-second text-ink-2">Black: the gauge. Petrol: the law that fits. Dashed: the least that may be left, typical {Math.round(100 * LEFT_AT_5_MIN)} % after 5 min; the maker’s figure governs.</p>
          {verdict && <Capture verdict={verdict} samples={samples} />}
          {analysis && !analysis.ok && <Notice title={problemText(analysis.error)} />}
        </section>
        <aside className="flex flex-col gap-3 border-l border-rule px-6 pt-4">
          <p className="flex items-end justify-between"><span className="text-second text-ink-2">Rail pressure</span><Figure value={last ? last.kPa.toFixed(0) : '–'} unit="kPa" size="live" /></p>
          <p className="flex items-center justify-between border-t border-rule-2 pt-2"><span className="text-second text-ink-2">Since pump stopped</span><Figure value={last ? `${Math.floor(last.seconds / 60)}:${String(last.seconds % 60).padStart(2, '0')}` : '0:00'} unit="min" size="count" /></p>
          {clamps.length > 0 && <ChoiceGroup label="Clamped" options={clamps} value={clamped} onChange={(id) => setClamped(id as Clamp)} />}
          {clamped !== 'none' && <p className="text-second text-danger">Clamp soft sound rubber hose only, smooth jaws. Marked hose is renewed.</p>}
          <Button variant={verdict ? 'plain' : 'act'} tall disabled={running || !able} onClick={() => void start(clamped)}>{running ? 'Pen runs' : verdict ? 'Repeat' : 'Prime, stop and record'}</Button>
          {clamps.length === 0 && <Notice title="This fuel system holds no pressure to time.">Its readings are taken on Trace: vacuum, feed pressure, volume.</Notice>}
          {!simulated && clamps.length > 0 && <Notice title="This is a real vehicle.">A stand-in signal cannot be evidence on it. Time the leak-down by gauge and enter it on Trace.</Notice>}
          {problem && <Notice title="The gauge gave no signal.">{problem}</Notice>}
          {verdict && <Verdict hand={hand} verdict={verdict} clamped={clamped} samples={samples} />}
        </aside>
      </main>
      <StateStrip hand={hand} message={last ? railMessage(last.kPa) : 'Gauge on the rail before you start.'} />
      <span className="sr-only">{job.captures.length} captures kept</span>
    </>
  )
}

/** Pressure is off under 10 kPa on the gauge, and only there. */
const railMessage = (kPa: number) => (kPa < 10 ? `Gauge shows ${kPa.toFixed(0)} kPa now. The next key-on builds it up again.` : `Rail holds ${kPa.toFixed(0)} kPa. Let it off before any joint parts.`)

function useLeakDown(hand: JobInHand) {
  const [all, setAll] = useState<Sample[] | null>(null)
  const [shown, setShown] = useState(0)
  const [problem, setProblem] = useState<string | null>(null)
  const timer = useRef<ReturnType<typeof setInterval> | null>(null)
  useEffect(() => () => {
    if (timer.current) clearInterval(timer.current)
  }, [])
  const start = async (clamped: Clamp) => {
    const { truth, specification } = hand.vehicle
    if (!truth) return
    setProblem(null)
    setShown(0)
    const answer = await ask('leakDown', { ...truth, ...layoutKeyOf(hand.vehicle, 'engine'), specification, repaired: hand.job.finishedRepairs, clamped })
    if (!answer.ok) return setProblem(answer.problem)
    setAll(answer.value)
    if (timer.current) clearInterval(timer.current)
    timer.current = setInterval(() => {
      setShown((n) => {
        if (n >= answer.value.length && timer.current) clearInterval(timer.current)
        return Math.min(n + 1, answer.value.length)
      })
    }, PLAY_STEP_MS)
  }
  const samples = useMemo(() => (all ? all.slice(0, shown) : []), [all, shown])
  return { samples, all, running: all !== null && shown < all.length, start, problem }
}

function Capture({ verdict, samples }: { verdict: LeakDown; samples: Sample[] }) {
  const { title, detail } = verdictText(verdict)
  return (
    <div className="border-t-2 border-ink pt-2">
      <h2 className="text-title">{title}</h2>
      <p className="text-main">{detail}</p>
      <ChartTable caption="Every 15 s" columns={['Seconds', 'kPa']} rows={samples.filter((sample) => sample.seconds % 15 === 0).map((sample) => [String(sample.seconds), sample.kPa.toFixed(1)])} />
    </div>
  )
}

interface Move {
  suspect: Suspect
  was: number
}

/** What the capture would change, and one touch to keep it. */
function Verdict({ hand, verdict, clamped, samples }: { hand: JobInHand; verdict: LeakDown; clamped: Clamp; samples: Sample[] }) {
  const { job } = hand
  // What it moved when it was kept: afterwards it is part of the belief and moves nothing more.
  const [kept, setKept] = useState<Move[] | null>(null)
  const testId = testOf(clamped)
  const value = { kind: 'number', entered: { value: Math.round(100 * verdict.leftFraction), unit: '%' } } as const
  const request = useMemo(() => rankRequestOf(hand), [hand])
  const before = useRanking(job.noted ? request : null).last
  const after = useRanking(job.noted ? { ...request, evidence: [...request.evidence, { id: 'preview', testId, value, faultPresent: 'yes' }] } : null).last
  const keep = async () => {
    const ok = await hand.add(
      { kind: 'capture-kept', body: { captureId: crypto.randomUUID(), clamped, seconds: samples.filter((_, k) => k % 5 === 0).map((sample) => sample.seconds), kPa: samples.filter((_, k) => k % 5 === 0).map((sample) => sample.kPa), leftFraction: verdict.leftFraction, verdict: verdict.verdict, source: 'stand-in' } },
      { kind: 'state-asserted', body: { changes: { gauge: 'fitted' }, why: 'implied' } },
      { kind: 'reading-taken', body: { readingId: crypto.randomUUID(), testId, value, scene: 'rest', instrument: 'gauge', faultPresent: 'yes', source: 'stand-in', phase: 'trace', sure: 'yes' } },
    )
    if (ok) setKept(moves)
  }
  const moves: Move[] = kept ?? (after?.suspects ?? []).map((suspect) => ({ suspect, was: before?.suspects.find((other) => other.id === suspect.id)?.probability ?? 0 })).sort((one, other) => Math.abs(other.suspect.probability - other.was) - Math.abs(one.suspect.probability - one.was)).slice(0, 4)
  const still = moves.every(({ suspect, was }) => Math.abs(suspect.probability - was) < 0.01)
  return (
    <section aria-label="What the capture means" className="border-t-[5px] border-accent bg-sheet p-3">
      {verdict.verdict === 'says-little' ? <p className="text-main">It started well under set pressure. It says little about the regulator, and is not kept as evidence.</p> : (
        <>
          <table className="w-full text-second">
            <thead><tr className="text-ink-2"><th className="text-left font-normal">Moves most</th><th className="text-right font-normal">before</th><th className="text-right font-normal">after</th></tr></thead>
            <tbody>{moves.map(({ suspect, was }) => <tr key={suspect.id} className="border-t border-rule-2"><td className="py-1">{suspect.name}</td><td className="text-right">{percent(was)} %</td><td className="text-right font-semibold">{percent(suspect.probability)} %</td></tr>)}</tbody>
          </table>
          {still && after && <p className="pt-2 text-second text-ink-2">It moves no suspect: what it says was known.</p>}
          <Button variant={kept ? 'held' : 'act'} disabled={kept !== null} tall className="mt-3 w-full" data-act="keep" onClick={() => void keep()}>{kept ? 'Kept as evidence' : 'Keep as evidence'}</Button>
        </>
      )}
    </section>
  )
}
