/** Pump current, and its waveform: speed, segments, brushes. */
import {
  analyseCurrent,
  analyseWaveform,
  channelOf,
  errorAt,
  errorOf,
  pumpStateOf,
  type Band,
  type Channel,
  type PumpState,
  type Signals,
  type Verdict,
  type Waveform,
} from '../../bench'
import { libraryOf } from '../../library'
import type { Taking } from '../captureOffers'
import { type BenchContext, type Concluded, refused, bandOf, concluded } from './terms'

export function concludeCurrent(taking: Taking, signals: Signals, context: BenchContext): Concluded {
  const channel = channelOf(signals, 'current')
  if (!channel) return refused({ kind: 'no-channel', quantity: 'current' })
  const band = bandOf(context, taking.testId)
  if (!band) return refused({ kind: 'no-band' })
  if (taking.kind === 'current') {
    const answer = analyseCurrent(channel.series, band, errorOf(channel.head))
    return answer.ok
      ? concluded(
          { kind: 'current', ...answer.value },
          answer.value.verdict,
          answer.value.meanA,
          answer.value.sd,
          'A',
          band,
          taking.testId,
          answer.value.meanA,
        )
      : refused(answer.error)
  }
  const answer = analyseWaveform(channel.series, context.bars)
  if (!answer.ok) return refused(answer.error)
  const speed = answer.value.speedRadPerS
  const sd = 0.02 * (speed ?? 0)
  const verdict: Verdict =
    answer.value.finding !== 'even' && answer.value.finding !== 'no-ripple'
      ? 'bad'
      : speed === null
        ? 'inconclusive'
        : speed < band.low - 2 * sd || speed > band.high + 2 * sd
          ? 'bad'
          : speed > band.low && speed < band.high
            ? 'good'
            : 'inconclusive'
  return concluded(
    { kind: 'waveform', ...answer.value, state: stateOf(answer.value, channel.head, context, band) },
    verdict,
    speed ?? 0,
    sd,
    'rpm',
    band,
    taking.testId,
    speed,
  )
}

/** Speed and current together: drag, free running, too few volts (EQ19). */
function stateOf(
  { meanA, speedRadPerS }: Waveform,
  head: Channel['head'],
  context: BenchContext,
  speedBand: Band,
): PumpState {
  const drawn = libraryOf(context.layout).tests.find(
    ({ reading }) =>
      reading.kind === 'number' && reading.quantity.of === 'current' && reading.quantity.scene === 'keyOn',
  )
  const currentBand = bandOf(context, drawn?.id ?? null)
  if (!currentBand) return 'inconclusive'
  const middle = (band: Band) => 0.5 * (band.low + band.high)
  const sdOf = (band: Band) => 0.25 * (band.high - band.low)
  return pumpStateOf(meanA, errorAt(errorOf(head), meanA), speedRadPerS, 0.02 * (speedRadPerS ?? 0), {
    currentA: middle(currentBand),
    speedRadPerS: middle(speedBand),
    currentSd: sdOf(currentBand),
    speedSd: sdOf(speedBand),
  })
}
