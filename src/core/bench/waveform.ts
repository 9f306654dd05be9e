/**
 * The current of a brushed pump at waveform rate: each bar of the commutator that passes a brush leaves
 * a hump. The humps' period comes from the autocorrelation (a far multiple of it, so that it is known to
 * a part in a thousand); the revolution is the multiple at which the signal repeats best, since no two
 * bars are quite alike. With an odd number of bars two brushes can leave two humps a bar (EQ19): then the
 * revolution, or the speed that a pump can have, decides. A brushless pump leaves none.
 */
import { median, quantile, type Ampere, type Fraction, type RadPerS } from '../shared'
import { present, type Series } from './series'

export interface Waveform {
  meanA: Ampere
  /** From the 5th to the 95th part. */
  rippleA: Ampere
  humpsPerS: number
  /** Null where neither the pattern nor a known bar count tells the revolution. */
  speedRadPerS: RadPerS | null
  humpsPerRevolution: number | null
  bars: number | null
  /** How far the signal repeats after a hump, 0 to 1; under the least it is no ripple. */
  confidence: Fraction
  /** Where the speed is taken from. */
  by: 'pattern' | 'bars' | null
  /** Depth of the deepest hump over that of the median one. */
  unevenness: number | null
  /** Notches that come at no regular place, a second. */
  notchesPerS: number
  finding: 'even' | 'uneven-bar' | 'brush-bounce' | 'no-ripple'
}
export type WaveformProblem =
  { kind: 'too-short'; seconds: number } | { kind: 'too-slow'; samplesPerS: number }

/** Speeds of vehicle pumps, rpm: outside, a count of humps is read as another. */
const RPM = { low: 1200, high: 11000 }
const BARS = { low: 3, high: 12 }
const LEAST_SAMPLES_PER_HUMP = 5
const LEAST_REVOLUTIONS = 6
/** A peak from this share of the highest is a hump's. */
const FIRST_SHARE = 0.3
/** A repeat under this is noise. */
const LEAST_CONFIDENCE = 0.25
/** A revolution repeats better than the other multiples of a hump by this much. */
const PATTERN_MARGIN = 0.025
/** One hump this much deeper than the median is an uneven bar. */
const UNEVEN = 1.45
/** Of two counts of a known odd rotor the larger must repeat better by this much. */
const DOUBLED_MARGIN = 0.006
const DOUBLED_DEVIATIONS = 3.5
/** Notches beyond this many deviations of what repeats. */
const NOTCH_DEVIATIONS = 5
const NOTCHES_PER_S = 8
const TWO_PI = 2 * Math.PI

/** Analyses a stretch of steady running; `bars` where the pump's count is known. */
export function analyseWaveform(
  currentA: Series,
  bars: number | null = null,
): { ok: true; value: Waveform } | { ok: false; error: WaveformProblem } {
  const { seconds, values } = present(currentA)
  const lastsS = (seconds.at(-1) ?? 0) - (seconds[0] ?? 0)
  const rate = (values.length - 1) / Math.max(lastsS, 1e-9)
  if (lastsS < (LEAST_REVOLUTIONS * 60) / RPM.high)
    return { ok: false, error: { kind: 'too-short', seconds: lastsS } }
  if (rate < (LEAST_SAMPLES_PER_HUMP * RPM.low * BARS.low) / 60)
    return { ok: false, error: { kind: 'too-slow', samplesPerS: rate } }
  const meanA = values.reduce((sum, value) => sum + value, 0) / values.length
  const signal = withoutCourse(values, Math.round((rate * 60) / RPM.low))
  const flat = {
    meanA,
    rippleA: quantile(signal, 0.95) - quantile(signal, 0.05),
    humpsPerS: 0,
    speedRadPerS: null,
    humpsPerRevolution: null,
    bars: null,
    by: null,
    unevenness: null,
    notchesPerS: 0,
  }
  const most = Math.min(Math.floor(signal.length / 2), Math.ceil((rate * 60 * 2.2) / RPM.low))
  const repeats = autocorrelation(clipped(signal), most)
  const hump = humpPeriod(repeats, Math.max(2, Math.floor((rate * 60) / (RPM.high * 2 * BARS.high))))
  if (!hump || hump.height < LEAST_CONFIDENCE)
    return { ok: true, value: { ...flat, confidence: hump?.height ?? 0, finding: 'no-ripple' } }
  const humpsPerS = rate / hump.samples
  const revolution = revolutionOf(repeats, hump.samples, humpsPerS, bars, signal.length)
  const shape = revolution ? folded(signal, hump.samples * revolution.humps, revolution.humps) : null
  const notchesPerS = countNotches(signal, shape, hump.samples * (revolution?.humps ?? 1)) / lastsS
  const unevenness = shape ? shape.deepest : null
  return {
    ok: true,
    value: {
      ...flat,
      humpsPerS,
      confidence: hump.height,
      notchesPerS,
      unevenness,
      speedRadPerS: revolution ? (TWO_PI * humpsPerS) / revolution.humps : null,
      humpsPerRevolution: revolution?.humps ?? null,
      bars: revolution?.bars ?? null,
      by: revolution?.by ?? null,
      finding:
        notchesPerS > NOTCHES_PER_S
          ? 'brush-bounce'
          : unevenness !== null && unevenness > UNEVEN
            ? 'uneven-bar'
            : 'even',
    },
  }
}

/** Less its running mean over about a revolution of the slowest pump: drift and load changes go, humps stay. */
function withoutCourse(values: Float64Array, width: number): Float64Array {
  const n = values.length
  const sums = new Float64Array(n + 1)
  for (let k = 0; k < n; k += 1) sums[k + 1] = sums[k]! + values[k]!
  return values.map((value, k) => {
    const from = Math.max(0, k - (width >> 1))
    const to = Math.min(n, k + (width >> 1) + 1)
    return value - (sums[to]! - sums[from]!) / (to - from)
  })
}

/** Notches would drown the humps in a correlation: what lies far out is cut. */
function clipped(signal: Float64Array): Float64Array {
  const most = (NOTCH_DEVIATIONS * median(signal.map(Math.abs))) / 0.6745
  return signal.map((value) => Math.max(-most, Math.min(most, value)))
}

/** Correlation of a signal with itself after a lag, 1 at none. */
function autocorrelation(signal: Float64Array, most: number): Float64Array {
  const n = signal.length
  const result = new Float64Array(most + 1)
  for (let lag = 0; lag <= most; lag += 1) {
    let sum = 0,
      left = 0,
      right = 0
    for (let k = 0; k + lag < n; k += 1) {
      sum += signal[k]! * signal[k + lag]!
      left += signal[k]! * signal[k]!
      right += signal[k + lag]! * signal[k + lag]!
    }
    result[lag] = sum / Math.sqrt(left * right + 1e-30)
  }
  return result
}

interface Peak {
  samples: number
  height: number
}

/** Top of the parabola through a sample and its neighbours. */
function topAt(repeats: Float64Array, at: number): Peak {
  const [a, b, c] = [repeats[at - 1]!, repeats[at]!, repeats[at + 1] ?? repeats[at]!]
  const bend = a - 2 * b + c
  const shift = bend < 0 ? (0.5 * (a - c)) / bend : 0
  return { samples: at + Math.max(-0.5, Math.min(0.5, shift)), height: b - 0.25 * (a - c) * shift }
}

const peakNear = (repeats: Float64Array, around: number, reach: number): Peak | null => {
  let best = -1
  for (
    let k = Math.max(1, Math.ceil(around - reach));
    k <= Math.min(repeats.length - 2, Math.floor(around + reach));
    k += 1
  )
    if (best < 0 || repeats[k]! > repeats[best]!) best = k
  return best < 0 ? null : topAt(repeats, best)
}

/** Higher than what lies two samples to either side. */
const isTop = (repeats: Float64Array, at: number): boolean =>
  [-2, -1, 1, 2].every((by) => repeats[at]! >= (repeats[at + by] ?? -1))

/** The first peak that counts, refined on its far multiples; with one deep bar the revolution stands far above a hump. */
function humpPeriod(repeats: Float64Array, shortest: number): Peak | null {
  let fall = shortest
  while (fall < repeats.length - 1 && repeats[fall]! > 0) fall += 1
  const peaks: number[] = []
  for (let k = Math.max(fall, 2); k < repeats.length - 1; k += 1) if (isTop(repeats, k)) peaks.push(k)
  if (peaks.length === 0) return null
  const highest = Math.max(...peaks.map((k) => repeats[k]!))
  const first = peaks.find((k) => repeats[k]! > FIRST_SHARE * highest)!
  let period = topAt(repeats, first)
  // Each multiple halves what is unknown of the period; a far peak is looked for only as far as the last one allows.
  for (let multiple = 2; multiple * period.samples < repeats.length - 2; multiple += 1) {
    const far = peakNear(repeats, multiple * period.samples, 0.3 * period.samples)
    if (!far || far.height < 0.4 * period.height) break
    period = { samples: far.samples / multiple, height: period.height }
  }
  return period
}

interface Revolution {
  humps: number
  bars: number
  by: 'pattern' | 'bars'
}

/** Two humps a bar: the signal repeats better after every second multiple of the bar count than after the odd ones, by more than chance. */
function isDoubled(repeats: Float64Array, hump: number, known: number, samples: number): boolean {
  const at = (multiples: number[]) =>
    multiples.flatMap((multiple) => peakNear(repeats, multiple * known * hump, 0.25 * hump)?.height ?? [])
  const [odd, even] = [at([1, 3]), at([2, 4])]
  if (odd.length === 0 || even.length === 0) return false
  const average = (heights: number[]) => heights.reduce((sum, height) => sum + height, 0) / heights.length
  const chance = (1 - average(even) ** 2) / Math.sqrt(samples)
  return average(even) - average(odd) > Math.max(DOUBLED_MARGIN, DOUBLED_DEVIATIONS * chance)
}

/** Humps a revolution: where the signal repeats better than at its neighbours, else from a known bar count. */
function revolutionOf(
  repeats: Float64Array,
  hump: number,
  humpsPerS: number,
  known: number | null,
  samples: number,
): Revolution | null {
  const possible = (humps: number) => {
    const rpm = (60 * humpsPerS) / humps
    return rpm >= RPM.low && rpm <= RPM.high
  }
  const heights = Array.from({ length: 2 * BARS.high + 1 }, (_, humps) =>
    humps >= BARS.low && possible(humps) ? (peakNear(repeats, humps * hump, 0.25 * hump)?.height ?? -1) : -1,
  )
  const candidates = [...heights.keys()].filter((humps) => heights[humps]! > 0)
  if (known !== null) {
    if (
      known % 2 === 1 &&
      possible(2 * known) &&
      (!possible(known) || isDoubled(repeats, hump, known, samples))
    )
      return { humps: 2 * known, bars: known, by: 'bars' }
    return possible(known) ? { humps: known, bars: known, by: 'bars' } : null
  }
  const level = median(candidates.map((humps) => heights[humps]!))
  const top = Math.max(...candidates.map((humps) => heights[humps]!))
  if (candidates.length < 3 || top - level < PATTERN_MARGIN) return null
  // Twice a revolution repeats as well as one: the shortest that does is it.
  const humps = candidates.find((count) => heights[count]! > top - 0.35 * (top - level))!
  return { humps, bars: humps > BARS.high && humps % 2 === 0 ? humps / 2 : humps, by: 'pattern' }
}

interface Shape {
  /** Mean course over one revolution. */
  mean: Float64Array
  deepest: number
}

/** The signal folded on its revolution, and how much deeper its deepest hump is than the median one. */
function folded(signal: Float64Array, period: number, humps: number): Shape {
  const cells = Math.max(humps * 8, Math.round(period))
  const sums = new Float64Array(cells)
  const counts = new Float64Array(cells)
  signal.forEach((value, k) => {
    const cell = Math.floor((((k % period) + period) % period) * (cells / period)) % cells
    sums[cell]! += value
    counts[cell]! += 1
  })
  const mean = sums.map((sum, k) => (counts[k]! > 0 ? sum / counts[k]! : 0))
  const start = mean.indexOf(Math.max(...mean))
  const depths = Array.from({ length: humps }, (_, hump) => {
    const part = Array.from(
      { length: Math.ceil(cells / humps) + 1 },
      (__, k) => mean[(start + Math.round((hump * cells) / humps) + k) % cells]!,
    )
    return Math.max(...part) - Math.min(...part)
  })
  return { mean, deepest: Math.max(...depths) / Math.max(median(depths), 1e-12) }
}

/** Single deep falls of current that do not belong to the repeating course. */
function countNotches(signal: Float64Array, shape: Shape | null, period: number): number {
  const rest = shape
    ? signal.map(
        (value, k) =>
          value - shape.mean[Math.floor((k % period) * (shape.mean.length / period)) % shape.mean.length]!,
      )
    : signal
  const spread = median(rest.map(Math.abs)) / 0.6745
  const deep = [...rest.keys()].filter((k) => rest[k]! < -NOTCH_DEVIATIONS * spread)
  return deep.filter((k, at) => at === 0 || k - deep[at - 1]! > 3).length
}
