/** Signals as panels of a chart: which channels, in which unit, on which scale. */
import { thinned, type CaptureKind, type Channel, type ChannelQuantity, type Signals } from '@/core/bench'
import { fromSi, type Second } from '@/core/shared'
import type { PlotPanel } from '@/ui/PlotChart'
import { unitText } from '../frame/quantities'
import { channelName } from '../frame/channelWords'
import { shownText } from './benchText'
import { signalsShown } from './shown'

/** What the capture is about comes first and is drawn largest. */
const FIRST: Record<CaptureKind, ChannelQuantity> = {
  prime: 'pressure',
  steady: 'pressure',
  snap: 'pressure',
  deadhead: 'pressure',
  leakDown: 'pressure',
  vacuum: 'pressure',
  volume: 'flow',
  current: 'current',
  waveform: 'current',
  drops: 'voltage',
  sweep: 'resistance',
  calibration: 'resistance',
  injectors: 'flow',
}
/** Length of the paper that is laid in for each. */
export const PAPER_S: Record<CaptureKind, Second> = {
  prime: 9,
  steady: 12,
  snap: 17,
  deadhead: 6,
  leakDown: 330,
  vacuum: 10,
  volume: 18,
  current: 12,
  waveform: 0.25,
  drops: 6,
  sweep: 40,
  calibration: 90,
  injectors: 10,
}

const MOST_PANELS = 3
const MOST_POINTS = 1600

/** Channels in the order in which they matter to a capture. */
export const inOrder = (signals: Signals, kind: CaptureKind): Signals =>
  signalsShown(signals).sort(
    (one, other) => Number(other.head.quantity === FIRST[kind]) - Number(one.head.quantity === FIRST[kind]),
  )

export const pointsOf = ({ head, series }: Channel, most = MOST_POINTS) => {
  const { seconds, values } = thinned(series, most)
  return Array.from(seconds, (x, k) => ({
    x,
    y: Number.isFinite(values[k]!) ? fromSi(values[k]!, head.unit) : NaN,
  }))
}

export const lastOf = ({ series }: Channel): number => {
  for (let k = series.values.length - 1; k >= 0; k -= 1)
    if (Number.isFinite(series.values[k]!)) return series.values[k]!
  return NaN
}

export function panelsOf(signals: Signals, kind: CaptureKind, most = MOST_PANELS): PlotPanel[] {
  return inOrder(signals, kind)
    .slice(0, most)
    .map((channel, k): PlotPanel => {
      const points = pointsOf(channel)
      const unit = unitText(channel.head.unit)
      return {
        label: `${channelName(channel.head.id, channel.head.quantity)}, ${unit}`,
        lines: [{ label: channel.head.id, look: 'pen', points }],
        ...(k === 0 ? scaleOf(points.map((point) => point.y)) : smallScale(points.map((point) => point.y))),
        weight: k === 0 ? 2.4 : 1,
        rides: `${shownText(lastOf(channel), channel.head.unit)} ${unit}`,
      }
    })
}

/** Less than this share of the most below nothing is the instrument's own noise. */
const NOISE_SHARE = 0.03
const ROUND = [1, 2, 2.5, 5, 10]

/** A scale from nothing to a round figure above the most, in about so many round steps; below nothing where there is a vacuum. */
export function scaleOf(
  values: number[],
  zero = true,
  steps = 4,
): { low: number; high: number; step: number } {
  const shown = values.filter(Number.isFinite)
  if (shown.length === 0) return { low: 0, high: 1, step: 1 }
  const [least, most] = shown.reduce(
    ([low, high], value) => [Math.min(low, value), Math.max(high, value)],
    [Infinity, -Infinity],
  )
  const low = zero ? (least > -NOISE_SHARE * Math.abs(most) ? 0 : least) : least
  const high = zero ? (most < NOISE_SHARE * Math.abs(least) ? 0 : most) : most
  const room = Math.max(high - low, 1e-3 * Math.max(Math.abs(high), 1))
  const power = 10 ** Math.floor(Math.log10(room / steps))
  const step = power * ROUND.find((round) => round * power * steps >= room)!
  return {
    low: Math.floor((low + 1e-9 * room) / step) * step,
    high: Math.ceil((high + 0.04 * room) / step) * step,
    step,
  }
}

const TOPS = [1, 1.2, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10, 12]
/** Nothing and one round figure, for a panel that is too low for more. */
function smallScale(values: number[]): { low: number; high: number; step: number } {
  const most = Math.max(0, ...values.filter(Number.isFinite))
  if (values.some((value) => value < -NOISE_SHARE * most)) return scaleOf(values, true, 2)
  const power = 10 ** Math.floor(Math.log10(Math.max(most, 1e-6)))
  const high = power * TOPS.find((top) => top * power >= 1.02 * most)!
  return { low: 0, high, step: high }
}

/** Steps of a time axis that people count in. */
export function timeStep(span: Second): number | undefined {
  return span < 100
    ? undefined
    : [15, 30, 60, 120, 300, 600, 1200, 1800, 3600, 7200, 14_400, 43_200].find((step) => span / step <= 8)
}
