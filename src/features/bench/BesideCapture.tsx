'use client'
import { useState } from 'react'
import { channelOf, plausibility, type Calibration } from '@/core/bench'
import { pinchOf, type Conclusion } from '@/core/job'
import { figureOf } from '@/core/shared'
import { Button } from '@/ui/Button'
import { ChoiceGroup } from '@/ui/ChoiceGroup'
import { saveFile } from '@/ui/saveFile'
import type { JobInHand } from '../frame/useJob'
import { clockText } from '../frame/words'
import { unitText, siText, typedAs, unitShown } from '../frame/quantities'
import { CAPTURE_WORDS, CLAMP_WORDS, VERDICT_WORDS, pinchAsks, said, sideText } from './benchText'
import { gaugeCsv } from './exportCapture'
import type { CaptureInHand } from './useCapture'

/** Beside the capture in hand: the pinch sequence of a leak-down, the table of a calibration, and what was kept. */
export function BesideCapture({
  hand,
  capture,
  conclusion,
}: {
  hand: JobInHand
  capture: CaptureInHand
  conclusion: Conclusion | null
}) {
  return (
    <div className="flex min-h-0 flex-col gap-2 overflow-auto border-l border-rule-2 px-5 pb-1 pt-2">
      {capture.taking.kind === 'leakDown' && <Pinch hand={hand} capture={capture} />}
      {conclusion?.finding.kind === 'calibration' && (
        <Table calibration={conclusion.finding.calibration} unit={hand.job.unit} reads={readsOf(capture)} />
      )}
      <Kept hand={hand} />
    </div>
  )
}

/** Leak-downs from one start, clamped one side after the other, until the leaking side is named. */
function Pinch({ hand, capture }: { hand: JobInHand; capture: CaptureInHand }) {
  if (capture.clamps.length < 2) return null
  const kept = hand.job.captures.filter((one) => one.epoch === hand.job.epoch)
  const pinch = pinchOf(kept, capture.offer)
  const side = sideText(pinch.leaks, pinch.more)
  const of = (clamped: (typeof capture.clamps)[number]) =>
    kept.filter((one) => one.capture === 'leakDown' && one.clamped === clamped).at(-1)
  return (
    <section aria-label="Pinch isolation" data-leaks={pinch.leaks} data-next={pinch.next ?? ''}>
      {side ? (
        <>
          <h2 className="text-title">{side.title}</h2>
          <p className="text-second leading-[21px]">{side.detail}</p>
        </>
      ) : (
        <div className="flex items-center justify-between gap-3">
          <p className="text-main">
            <span className="font-semibold">Which side leaks?</span> {pinch.next && pinchAsks(pinch.next)}
          </p>
          {pinch.next && pinch.next !== capture.taking.clamped && (
            <Button data-act="pinch-next" onClick={() => capture.clamp(pinch.next!)}>
              Set
            </Button>
          )}
        </div>
      )}
      <table className="mt-1 w-full text-second">
        <tbody>
          {capture.clamps.map((clamped) => {
            const one = of(clamped)
            return (
              <tr key={clamped} className="border-t border-rule-2">
                <td className="py-0.5">{CLAMP_WORDS[clamped]} clamped</td>
                <td className="text-right">{one ? `${said(one.value.value, 0.5)} % left` : '–'}</td>
                <td className="w-[120px] text-right font-semibold">
                  {one ? VERDICT_WORDS[one.verdict] : ''}
                  {pinch.unlike.includes(clamped) ? ', other start' : ''}
                </td>
              </tr>
            )
          })}
        </tbody>
      </table>
    </section>
  )
}

/** What the sender is read in. */
const readsOf = ({ input }: CaptureInHand): 'ohm' | 'V' =>
  input?.from === 'fills'
    ? input.unit
    : input?.from === 'signals' && !channelOf(input.signals, 'resistance')
      ? 'V'
      : 'ohm'

const POINTS = ['8', '12', '16', '24', '32'] as const

/** The table that goes into the gauge, and whether what it reads now can be. */
function Table({ calibration, unit, reads }: { calibration: Calibration; unit: string; reads: 'ohm' | 'V' }) {
  const [points, setPoints] = useState<string>('16')
  const [by, setBy] = useState<'volume' | 'value'>('volume')
  const [litres, setLitres] = useState('')
  const [ohm, setOhm] = useState('')
  const [l, o] = [typedAs(litres, 'L') ?? NaN, figureOf(ohm) ?? NaN]
  const check =
    litres.trim() !== '' && ohm.trim() !== '' && Number.isFinite(l) && Number.isFinite(o)
      ? plausibility(calibration, l / 1e3, o, reads === 'V' ? 0.02 : 1)
      : null
  return (
    <section aria-label="Table for the gauge" className="space-y-2">
      <p className="text-main font-semibold">Table for a gauge with a custom curve</p>
      <div className="flex items-center gap-2">
        <span className="text-second text-ink-2">Points</span>
        <div className="flex-1">
          <ChoiceGroup
            label="Points"
            options={POINTS.map((id) => ({ id, label: id }))}
            value={points}
            onChange={setPoints}
          />
        </div>
      </div>
      <ChoiceGroup
        label="Even steps of"
        options={[
          { id: 'volume', label: 'Even litres' },
          { id: 'value', label: reads === 'V' ? 'Even volts' : 'Even ohms' },
        ]}
        value={by}
        onChange={(id) => setBy(id as typeof by)}
      />
      <Button
        variant="act"
        className="w-full"
        data-act="gauge-table"
        onClick={() =>
          saveFile(
            `${unit}-gauge-table-${points}.csv`,
            gaugeCsv(calibration, Number(points), by, reads),
            'text/csv',
          )
        }
      >
        Save the table
      </Button>
      <div className="flex items-center gap-2 text-second">
        <span className="text-ink-2">Now</span>
        <input
          aria-label={`In the tank now, ${unitShown('L')}`}
          value={litres}
          onChange={(event) => setLitres(event.target.value)}
          placeholder={`${unitShown('L')} by dip`}
          className="h-[44px] w-[96px] border-2 border-ink-3 bg-sheet px-2"
        />
        <input
          aria-label="Sender reading now"
          value={ohm}
          onChange={(event) => setOhm(event.target.value)}
          placeholder={`${unitText(reads)} read`}
          className="h-[44px] w-[96px] border-2 border-ink-3 bg-sheet px-2"
        />
        {check && (
          <span className="leading-tight">
            {check.plausible ? 'Plausible.' : `Off by ${siText(check.offM3, 'L', 0)}.`} Should read{' '}
            {said(check.shouldRead, reads === 'V' ? 0.01 : 0.5)} {unitText(reads)}.
          </span>
        )}
      </div>
    </section>
  )
}

function Kept({ hand }: { hand: JobInHand }) {
  const { captures } = hand.job
  return (
    <section aria-label="Captures kept" data-kept={captures.length}>
      <p className="text-second text-ink-2">
        {captures.length === 0
          ? 'No captures kept yet.'
          : `${captures.length} ${captures.length === 1 ? 'capture' : 'captures'} kept`}
      </p>
      <ul className="text-second">
        {captures
          .slice(-4)
          .reverse()
          .map((one) => (
            <li
              key={one.captureId}
              className="flex min-h-[44px] items-center justify-between gap-2 border-t border-rule-2"
            >
              <span className="leading-tight">
                {CAPTURE_WORDS[one.capture as keyof typeof CAPTURE_WORDS]?.title ?? one.capture}
                {one.clamped === 'none' ? '' : `, ${CLAMP_WORDS[one.clamped].toLowerCase()} clamped`},{' '}
                {clockText(one.at)}
                <span className="block font-semibold">
                  {one.says || VERDICT_WORDS[one.verdict]}
                  {one.instrument.standing === 'doubtful' ? ' Doubtful instrument.' : ''}
                </span>
              </span>
              <Button
                className="!min-h-[44px] !px-2"
                onClick={() => void hand.undo(one.eventId, 'taken back at the bench')}
              >
                Take back
              </Button>
            </li>
          ))}
      </ul>
    </section>
  )
}
