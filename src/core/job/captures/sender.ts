/** The level sender: swept, filled, or its floats weighed. */
import {
  analyseSweep,
  calibrate,
  channelOf,
  errorOf,
  type Fill,
  type Series,
  type Signals,
  type Verdict,
} from '../../bench'
import type { Second } from '../../shared'
import type { Taking } from '../captureOffers'
import { type BenchContext, type Concluded, refused, concluded } from './terms'

export function concludeSweep(taking: Taking, signals: Signals, context: BenchContext): Concluded {
  const ohms = channelOf(signals, 'resistance')
  const position = channelOf(signals, 'position')
  if (!ohms) return refused({ kind: 'no-channel', quantity: 'resistance' })
  if (!position) return refused({ kind: 'no-channel', quantity: 'position' })
  const along = nearestOf(position.series)
  const samples = [...ohms.series.seconds].map((at, k) => ({
    position: along(at),
    ohm: Number.isFinite(ohms.series.values[k]!) ? ohms.series.values[k]! : Infinity,
  }))
  const answer = analyseSweep(
    samples.filter((sample) => Number.isFinite(sample.position)),
    errorOf(ohms.head),
    context.gauge,
  )
  return sweepConcluded(taking, answer, context)
}

/** A sweep by a logger, or a float by hand: what it comes to, and what Trace takes of it. */
export function sweepConcluded(
  taking: Taking,
  answer: ReturnType<typeof analyseSweep>,
  context: BenchContext,
): Concluded {
  if (!answer.ok) return refused(answer.error)
  const found = answer.value
  const outcome =
    found.dropOuts.length > 0
      ? 'jumps'
      : found.fit === 'turned'
        ? 'turned'
        : found.fit === 'other-range'
          ? 'ends'
          : 'sound'
  const { emptyOhm } = context.gauge ?? { emptyOhm: found.emptyOhm }
  const tolerance = context.gauge ? 0.05 * Math.abs(context.gauge.fullOhm - context.gauge.emptyOhm) : Infinity
  const made = concluded(
    { kind: 'sweep', ...found },
    found.verdict,
    found.emptyOhm,
    found.endSd,
    'ohm',
    {
      low: emptyOhm - tolerance,
      high: emptyOhm + tolerance,
      source: context.gauge?.typical === false ? context.specification.senderEmptyOhm.source : 'generic',
    },
    taking.testId,
    null,
  )
  return made.ok
    ? {
        ok: true,
        value: {
          ...made.value,
          evidence:
            taking.testId && found.verdict !== 'inconclusive'
              ? [{ testId: taking.testId, value: { kind: 'outcome', outcome } }]
              : [],
        },
      }
    : made
}

/** Value of another channel at a time: its last sample by then. */
function nearestOf({ seconds, values }: Series): (at: Second) => number {
  let k = 0
  return (at) => {
    if (seconds[k]! > at) k = 0
    while (k + 1 < seconds.length && seconds[k + 1]! <= at) k += 1
    return values[k] ?? NaN
  }
}

/** Levels of a fill by its own channel: each stretch of one volume with the readings in it. */
export function fillsOf(signals: Signals): Fill[] {
  const sender = channelOf(signals, 'resistance') ?? channelOf(signals, 'voltage')
  const volume = channelOf(signals, 'volume')
  if (!sender || !volume) return []
  const litresAt = nearestOf(volume.series)
  const fills = new Map<number, number[]>()
  sender.series.seconds.forEach((at, k) => {
    const level = litresAt(at)
    const shown = sender.series.values[k]!
    if (Number.isFinite(level) && Number.isFinite(shown))
      fills.set(level, [...(fills.get(level) ?? []), shown])
  })
  return [...fills]
    .map(([volumeM3, readings]) => ({ volumeM3, readings }))
    .sort((one, other) => one.volumeM3 - other.volumeM3)
}

export function concludeFills(taking: Taking, fills: Fill[], context: BenchContext): Concluded {
  const answer = calibrate(fills)
  if (!answer.ok) return refused(answer.error)
  const calibration = answer.value
  const wants = context.gauge
    ? context.gauge.fullOhm > context.gauge.emptyOhm
      ? 'rises'
      : 'falls'
    : calibration.direction
  const turned = calibration.direction !== wants
  const against: Verdict = context.gauge?.typical ? 'inconclusive' : 'bad'
  const verdict: Verdict = calibration.doubtful.length > 0 ? 'bad' : turned ? against : 'good'
  const usable = calibration.deadAboveM3 - calibration.deadBelowM3
  const made = concluded(
    { kind: 'calibration', calibration, turned },
    verdict,
    usable,
    0,
    'L',
    null,
    taking.testId,
    null,
  )
  return made.ok && turned && verdict === 'bad' && taking.testId
    ? {
        ok: true,
        value: {
          ...made.value,
          evidence: [{ testId: taking.testId, value: { kind: 'outcome', outcome: 'turned' } }],
        },
      }
    : made
}
