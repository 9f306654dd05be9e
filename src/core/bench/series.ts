/**
 * A recorded signal and what every capture asks of it. Values are SI; a sample that the instrument did
 * not give is NaN and stays a gap: nothing is drawn or computed across it.
 */
import { median, type Second } from '../shared'

export interface Series {
  seconds: Float64Array
  values: Float64Array
}

export const seriesOf = (points: { seconds: Second; value: number }[]): Series => ({
  seconds: Float64Array.from(points, (point) => point.seconds),
  values: Float64Array.from(points, (point) => point.value),
})

/** The part of a signal between two times, both included. */
export function between({ seconds, values }: Series, from: Second, to: Second): Series {
  const first = placeOf(seconds, (at) => at >= from)
  const end = placeOf(seconds, (at) => at > to)
  return {
    seconds: seconds.subarray(first, Math.max(first, end)),
    values: values.subarray(first, Math.max(first, end)),
  }
}

/** First place from which something holds; times do not fall. */
function placeOf(seconds: Float64Array, holds: (at: Second) => boolean): number {
  let low = 0
  let high = seconds.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (holds(seconds[middle]!)) high = middle
    else low = middle + 1
  }
  return low
}

/** Without its gaps. */
export function present({ seconds, values }: Series): Series {
  const kept = [...values.keys()].filter((k) => Number.isFinite(values[k]!))
  return kept.length === values.length
    ? { seconds, values }
    : {
        seconds: Float64Array.from(kept, (k) => seconds[k]!),
        values: Float64Array.from(kept, (k) => values[k]!),
      }
}

/** Share of the samples that are missing. */
export const gapFraction = ({ values }: Series): number =>
  values.length === 0
    ? 1
    : values.reduce((gaps, value) => gaps + (Number.isFinite(value) ? 0 : 1), 0) / values.length

export const mean = (values: ArrayLike<number>): number =>
  Array.from(values).reduce((sum, value) => sum + value, 0) / values.length

/** Scatter from sample to sample, one standard deviation, whatever slow course lies under it. */
export function noiseOf(values: Float64Array): number {
  if (values.length < 3) return 0
  // Second differences forget a straight course; of white noise they have six times its variance.
  const steps = Float64Array.from({ length: values.length - 2 }, (_, k) =>
    Math.abs(values[k]! - 2 * values[k + 1]! + values[k + 2]!),
  )
  return median(steps) / (0.6745 * Math.sqrt(6))
}

/** Least and most, held: a prime lasts three seconds and the technician is alone. */
export function held({ values }: Series): { low: number; high: number } {
  let low = Infinity
  let high = -Infinity
  for (const value of values) {
    if (value < low) low = value
    if (value > high) high = value
  }
  return { low, high }
}

/**
 * A signal of no more than so many samples, each the mean of a stretch: what is fitted to it is the same,
 * and takes no longer for a file of millions. A stretch that is mostly lost stays lost.
 */
export function averaged(series: Series, most: number): Series {
  const size = Math.ceil(series.values.length / most)
  if (size <= 1) return series
  const count = Math.ceil(series.values.length / size)
  const seconds = new Float64Array(count)
  const values = new Float64Array(count)
  for (let k = 0; k < count; k += 1) {
    const end = Math.min((k + 1) * size, series.values.length)
    let sum = 0,
      there = 0,
      at = 0
    for (let n = k * size; n < end; n += 1) {
      at += series.seconds[n]!
      if (!Number.isFinite(series.values[n]!)) continue
      sum += series.values[n]!
      there += 1
    }
    seconds[k] = at / (end - k * size)
    values[k] = 2 * there >= end - k * size ? sum / there : NaN
  }
  return { seconds, values }
}

/** Running median over `width` samples (odd): drops single spikes, keeps edges. */
export function despiked(values: Float64Array, width = 5): Float64Array {
  const half = width >> 1
  return values.map((_, k) =>
    median(values.subarray(Math.max(0, k - half), Math.min(values.length, k + half + 1))),
  )
}

/** Straight line by least squares, and the standard deviation of its slope from the scatter about it. */
export function lineThrough(
  x: ArrayLike<number>,
  y: ArrayLike<number>,
): { offset: number; slope: number; residual: number; slopeSd: number } {
  const n = x.length
  let sx = 0,
    sy = 0
  for (let k = 0; k < n; k += 1) {
    sx += x[k]!
    sy += y[k]!
  }
  const mx = sx / n,
    my = sy / n
  let sxx = 0,
    sxy = 0
  for (let k = 0; k < n; k += 1) {
    sxx += (x[k]! - mx) ** 2
    sxy += (x[k]! - mx) * (y[k]! - my)
  }
  const slope = sxx > 0 ? sxy / sxx : 0
  const offset = my - slope * mx
  let left = 0
  for (let k = 0; k < n; k += 1) left += (y[k]! - offset - slope * x[k]!) ** 2
  const residual = Math.sqrt(left / Math.max(1, n - 2))
  return { offset, slope, residual, slopeSd: sxx > 0 ? residual / Math.sqrt(sxx) : Infinity }
}
