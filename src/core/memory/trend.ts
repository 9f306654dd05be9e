/**
 * Where a reading is going: a straight line through what one station read on different days, and when it
 * crosses its limit, with how sure that is. Between two repairs only: what was renewed begins anew.
 */
import { studentQuantile } from '../shared'

export interface TrendPoint {
  /** ms. */
  at: number
  /** In the unit of its test. */
  value: number
}
/** What is sound, in the unit of the test; an open side is infinite. */
export interface Limits {
  low: number
  high: number
}

export type Trend =
  /** Too few days, or too short a time, to say anything. */
  | { kind: 'too little'; days: number; spanDays: number }
  /** No slope can be told from the scatter. */
  | { kind: 'steady'; mean: number; perYear: [number, number] }
  /** It goes away from its limits, or has none on that side. */
  | { kind: 'goes'; perYear: [number, number]; now: number }
  /** It is beyond its limit already. */
  | { kind: 'beyond'; now: number; limit: number; perYear: [number, number] }
  /** It crosses its limit: likeliest then, and nine in ten between these; null where that end is open. */
  | { kind: 'crosses'; limit: number; at: number; from: number; to: number | null; perYear: [number, number] }

const DAY_MS = 86_400_000
const YEAR_DAYS = 365.25
/** Less is not called a trend. */
const LEAST_DAYS = 3
const LEAST_SPAN_DAYS = 30
/** Nine in ten. */
const SURE = 0.9

interface Line {
  /** Mean day and mean value: the line goes through both. */
  middle: number
  mean: number
  slope: number
  /** Variance of the mean and of the slope. */
  meanVariance: number
  slopeVariance: number
  /** Degrees of freedom of Student's t, and its quantile for nine in ten. */
  freedom: number
  t: number
}

/** Readings of one day are one point: their mean. */
function byDay(points: readonly TrendPoint[]): { day: number; value: number }[] {
  const days = new Map<number, number[]>()
  for (const { at, value } of points) {
    const day = Math.floor(at / DAY_MS)
    days.set(day, [...(days.get(day) ?? []), value])
  }
  return [...days]
    .map(([day, values]) => ({ day, value: values.reduce((sum, one) => sum + one, 0) / values.length }))
    .sort((one, other) => one.day - other.day)
}

/** A line by least squares; its scatter is never taken as less than the instrument's own. */
function lineThrough(points: { day: number; value: number }[], accuracy: number): Line {
  const n = points.length
  const middle = points.reduce((sum, { day }) => sum + day, 0) / n
  const mean = points.reduce((sum, { value }) => sum + value, 0) / n
  const sxx = points.reduce((sum, { day }) => sum + (day - middle) ** 2, 0)
  const slope = points.reduce((sum, { day, value }) => sum + (day - middle) * (value - mean), 0) / sxx
  const left = points.reduce((sum, { day, value }) => sum + (value - mean - slope * (day - middle)) ** 2, 0)
  const scatter = left / (n - 2)
  const variance = Math.max(scatter, accuracy ** 2)
  // Where the instrument's scatter is the larger it is known, not estimated.
  const freedom = scatter > accuracy ** 2 ? n - 2 : 200
  return {
    ...{ middle, mean, slope, freedom },
    meanVariance: variance / n,
    slopeVariance: variance / sxx,
    t: studentQuantile((1 + SURE) / 2, freedom),
  }
}

/**
 * How likely the line is beyond its limit at a time, 0 to 1; `by` in ms. Null where there is no trend towards a
 * limit: too little is known, no slope can be told, or nobody said a limit on that side.
 */
export function chanceBeyond(
  points: readonly TrendPoint[],
  accuracy: number,
  limits: Limits | null,
  by: number,
): number | null {
  const { kind } = trendOf(points, accuracy, limits, by)
  if (kind !== 'crosses' && kind !== 'beyond') return null
  const line = lineThrough(byDay(points), accuracy)
  const limit = line.slope > 0 ? limits!.high : limits!.low
  const days = by / DAY_MS - line.middle
  const over = Math.sign(line.slope) * (line.mean + line.slope * days - limit)
  const deviation = Math.sqrt(line.meanVariance + line.slopeVariance * days ** 2)
  return deviation === 0 ? Number(over >= 0) : shareUnder(over / deviation, line.freedom)
}
/** The share of Student's t that lies under a value: its quantile, turned round. */
function shareUnder(value: number, freedom: number): number {
  let [low, high] = [1e-6, 1 - 1e-6]
  for (let k = 0; k < 40; k += 1) {
    const middle = 0.5 * (low + high)
    if (studentQuantile(middle, freedom) < value) low = middle
    else high = middle
  }
  return 0.5 * (low + high)
}

/**
 * The trend of one station. `accuracy`: one standard deviation of its instrument, in the unit of the values.
 * `limits`: what is sound; null where nobody said. Times in ms.
 */
export function trendOf(
  points: readonly TrendPoint[],
  accuracy: number,
  limits: Limits | null,
  now: number,
): Trend {
  const days = byDay(points)
  const spanDays = days.length === 0 ? 0 : days.at(-1)!.day - days[0]!.day
  if (days.length < LEAST_DAYS || spanDays < LEAST_SPAN_DAYS)
    return { kind: 'too little', days: days.length, spanDays }
  const line = lineThrough(days, accuracy)
  const half = line.t * Math.sqrt(line.slopeVariance)
  const perYear: [number, number] = [YEAR_DAYS * (line.slope - half), YEAR_DAYS * (line.slope + half)]
  if (Math.abs(line.slope) <= half) return { kind: 'steady', mean: line.mean, perYear }
  const today = now / DAY_MS
  const at = line.mean + line.slope * (today - line.middle)
  const limit = line.slope > 0 ? limits?.high : limits?.low
  if (limit === undefined || !Number.isFinite(limit)) return { kind: 'goes', perYear, now: at }
  if (line.slope > 0 ? at >= limit : at <= limit) return { kind: 'beyond', now: at, limit, perYear }
  const { from, to } = crossingRange(line, limit)
  return {
    kind: 'crosses',
    limit,
    at: DAY_MS * (line.middle + (limit - line.mean) / line.slope),
    from: DAY_MS * Math.max(today, from),
    to: to === null ? null : DAY_MS * to,
    perYear,
  }
}

/**
 * When the line may cross a limit, days (Fieller): where it lies within its own uncertainty of the limit. The
 * slope is told from none, so the range has two ends, unless the scatter leaves the later one open.
 */
function crossingRange(line: Line, limit: number): { from: number; to: number | null } {
  const d = limit - line.mean
  const t2 = line.t ** 2
  // (slope x - d)^2 = t^2 (meanVariance + slopeVariance x^2), x in days from the middle.
  const a = line.slope ** 2 - t2 * line.slopeVariance
  const b = -2 * line.slope * d
  const c = d ** 2 - t2 * line.meanVariance
  const root = Math.sqrt(Math.max(0, b * b - 4 * a * c))
  if (a <= 0) return { from: line.middle + (-b - root) / (2 * a), to: null }
  const [one, other] = [(-b - root) / (2 * a), (-b + root) / (2 * a)]
  return { from: line.middle + Math.min(one, other), to: line.middle + Math.max(one, other) }
}
