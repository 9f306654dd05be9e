/** Captures as the log keeps them, and what several of them say together. */
import {
  isolate,
  thinned,
  type ClampSet,
  type Fall,
  type PinchFinding,
  type Series,
  type Signals,
} from '../../bench'
import { fromSi, toSi } from '../../shared'
import { clampsOf, type CaptureOffer } from '../captureOffers'
import type { KeptCapture } from './terms'

/** What the leak-downs of a job so far say together: the last of each clamping, in this round. */
export function pinchOf(captures: KeptCapture[], offer: CaptureOffer): PinchFinding {
  const words = {
    good: 'holds',
    bad: 'leaks',
    inconclusive: 'inconclusive',
    'says-little': 'says-little',
  } as const
  const falls = captures
    .filter((capture) => capture.capture === 'leakDown' && capture.channels[0])
    .map((capture): [ClampSet, Fall] => [
      capture.clamped,
      {
        startPa: toSi({
          value: capture.channels[0]!.values.find((value) => value !== null) ?? 0,
          unit: capture.channels[0]!.unit,
        }),
        leftFraction: toSi(capture.value),
        verdict: words[capture.verdict],
      },
    ])
  return isolate(Object.fromEntries(falls), clampsOf(offer).includes('return'))
}

/** Most samples of a channel that go into the log: a capture is kept for the eye, the file of the logger stays where it is. */
const KEPT_SAMPLES = 2000

/** Channels of a capture as the log keeps them, in their own unit. */
export const keptChannels = (signals: Signals): KeptCapture['channels'] =>
  signals.slice(0, 8).map(({ head, series }) => {
    const { seconds, values } = thinned(series, KEPT_SAMPLES)
    return {
      id: head.id,
      quantity: head.quantity,
      unit: head.unit,
      seconds: [...seconds].map((at) => Number(at.toFixed(5))),
      values: [...values].map((value) =>
        Number.isFinite(value) ? Number(fromSi(value, head.unit).toPrecision(6)) : null,
      ),
    }
  })

/** A kept channel as a signal again. */
export const signalOf = ({ unit, seconds, values }: KeptCapture['channels'][number]): Series => ({
  seconds: Float64Array.from(seconds),
  values: Float64Array.from(values, (value) => (value === null ? NaN : toSi({ value, unit }))),
})
