/**
 * Leak-down: pressure against time after the pump has stopped. Three laws are fitted and compared: a
 * laminar leak falls exponentially, an orifice leak in the square root (EQ10), and both side by side,
 * C dp/dt = -a p - b sqrt(p), as sqrt(p) = A exp(-k t) + B. The simpler law stands unless both together
 * fit clearly better. A pressure that first rises has been warmed by the engine: it is fitted from its
 * top, and a rail that then seems to hold may only be masked. The verdict is against the share that must be left at the stated minute, with
 * the fit's own uncertainty. Pressures are gauge pressures in Pa.
 */
import { median, type Fraction, type Minutes, type PaGauge } from '../shared'
import type { Band, InstrumentError } from './judge'
import { noiseOf, present, type Series } from './series'

interface Sample {
  seconds: number
  pa: PaGauge
}
export type LeakLaw = 'laminar' | 'orifice' | 'mixed'
export interface LeakDown {
  startPa: PaGauge
  /** Fitted pressure at the end. */
  endPa: PaGauge
  /** Left after 5 min. */
  leftFraction: Fraction
  /** One standard deviation of `leftFraction`, from the scatter about the fit and the gauge's own step. */
  leftSd: number
  /** The same after 20 min, carried on by the law. */
  leftAt20Fraction: Fraction
  /** It rose first: heat came in from the engine. */
  soaked: boolean
  law: LeakLaw
  /** Scatter about the fit. */
  residualPa: PaGauge
  minutes: Minutes
  verdict: 'holds' | 'leaks' | 'inconclusive' | 'says-little'
  fitted: Series
}
export type LeakDownProblem =
  { kind: 'too-short'; seconds: number } | { kind: 'no-pressure'; startPa: PaGauge }

/** Typical: three quarters of the pressure left after five minutes (handbook 1.2, A01). */
export const LEFT_AT_5_MIN: Fraction = 0.75
const TYPICAL: Band = { low: LEFT_AT_5_MIN, high: Infinity, source: 'generic' }
/** A capture shorter than this is not judged, s. */
const SHORTEST_S = 60
/** From less than this share of the set pressure the regulator's seat is not loaded as in service. */
const LOADED_SHARE = 0.8
const LEAST_START_PA = 40e3
/** A rise over the start by more than this, and by more than so many deviations, is heat. */
const SOAK_PA = 3e3
const SOAK_DEVIATIONS = 5
/** A good gauge's step and drift as they enter a ratio. */
const GAUGE_PA = 1.5e3

/**
 * Fits and judges a capture that begins when the pump has stopped. `setPa` is what the regulator should
 * hold; `left` the share that must be left after 5 min. An offset of the gauge acts on what was lost.
 */
export function analyseLeakDown(
  pressurePa: Series,
  setPa: PaGauge,
  left: Band = TYPICAL,
  error: InstrumentError = { relative: 0, absolute: 0 },
): { ok: true; value: LeakDown } | { ok: false; error: LeakDownProblem } {
  const shown = present(pressurePa)
  const began = shown.seconds[0] ?? 0
  const recorded = [...shown.values].map((pa, k): Sample => ({ seconds: shown.seconds[k]! - began, pa }))
  const top = soakedUntil(recorded)
  const from = recorded[top]?.seconds ?? 0
  const samples =
    top === 0
      ? recorded
      : recorded.slice(top).map((sample) => ({ seconds: sample.seconds - from, pa: sample.pa }))
  const last = samples.at(-1)?.seconds ?? 0
  if (samples.length < 20 || last < SHORTEST_S)
    return { ok: false, error: { kind: 'too-short', seconds: last } }
  const startPa = median(samples.slice(0, 5).map((sample) => sample.pa))
  if (startPa < LEAST_START_PA) return { ok: false, error: { kind: 'no-pressure', startPa } }
  const best = bestFit(samples)
  const at = (seconds: number) => best.at(seconds)
  const fiveMinutes = Math.min(last, 300)
  const leftFraction = at(300) / at(0)
  const extrapolated = (300 - fiveMinutes) / 300
  const leftSd =
    Math.hypot(
      best.residual / Math.sqrt(samples.length / 4),
      GAUGE_PA,
      Math.abs(1 - leftFraction) * error.absolute,
    ) /
      at(0) +
    0.15 * extrapolated * Math.abs(1 - leftFraction)
  return {
    ok: true,
    value: {
      startPa: at(0),
      endPa: at(last),
      leftFraction,
      leftSd,
      leftAt20Fraction: Math.max(0, at(1200)) / at(0),
      soaked: top > 0,
      law: best.law,
      residualPa: best.residual,
      minutes: last / 60,
      verdict: verdictOf(leftFraction, leftSd, left.low, startPa, setPa, top > 0),
      fitted: drawn(
        samples.filter((_, k) => k % Math.ceil(samples.length / 60) === 0).map(({ seconds }) => seconds),
        at,
        began + from,
      ),
    },
  }
}

const drawn = (seconds: number[], at: (seconds: number) => PaGauge, from: number): Series => ({
  seconds: Float64Array.from(seconds, (second) => second + from),
  values: Float64Array.from(seconds, at),
})

/** Pass or fail only when the limit is further away than two standard deviations (EQ22). */
function verdictOf(
  left: Fraction,
  sd: number,
  limit: Fraction,
  startPa: PaGauge,
  setPa: PaGauge,
  soaked: boolean,
): LeakDown['verdict'] {
  if (left < limit - 2 * sd) return 'leaks'
  if (soaked || startPa < LOADED_SHARE * setPa) return 'says-little'
  return left > limit + 2 * sd ? 'holds' : 'inconclusive'
}

/** Place of the top that a warming rail came to; 0 where it did not rise. */
function soakedUntil(samples: Sample[]): number {
  if (samples.length < 20) return 0
  const smooth = samples.map((_, k) =>
    median(samples.slice(Math.max(0, k - 4), k + 5).map((sample) => sample.pa)),
  )
  const noise = noiseOf(Float64Array.from(samples, (sample) => sample.pa))
  const top = smooth.indexOf(Math.max(...smooth))
  return smooth[top]! - smooth[0]! > Math.max(SOAK_PA, SOAK_DEVIATIONS * noise) ? top : 0
}

interface Fit {
  law: LeakLaw
  at: (seconds: number) => number
  /** Scatter about it. */
  residual: PaGauge
}

/** Both leaks together are believed when they leave this much less scatter than one; less and a third parameter fits noise. */
const CLEARLY_BETTER = 0.85
/** Readings under this are the gauge's own offset. */
const NEAR_ZERO_PA = 3e3
/** Fastest and slowest laminar part that a capture of minutes can show, 1/s. */
const RATES_PER_S = { low: 1e-5, high: 0.3 }

function bestFit(samples: Sample[]): Fit {
  const laminar = withScatter(
    samples,
    'laminar',
    line(
      samples,
      (pa) => Math.log(pa),
      (pa) => pa * pa,
      (y) => Math.exp(y),
    ),
  )
  const orifice = withScatter(
    samples,
    'orifice',
    line(
      samples,
      Math.sqrt,
      (pa) => 4 * pa,
      (y) => Math.max(y, 0) ** 2,
    ),
  )
  const simple = laminar.residual <= orifice.residual ? laminar : orifice
  const mixed = mixedFit(samples)
  return mixed.residual < CLEARLY_BETTER * simple.residual ? mixed : simple
}

function withScatter(samples: Sample[], law: LeakLaw, at: (seconds: number) => number): Fit {
  return {
    law,
    at,
    residual: Math.sqrt(
      samples.reduce((sum, { seconds, pa }) => sum + (pa - at(seconds)) ** 2, 0) / samples.length,
    ),
  }
}

/** Straight line in `x` through the folded pressures, each weighted so that pascals count alike. */
function line(
  samples: Sample[],
  fold: (pa: number) => number,
  weight: (pa: number) => number,
  unfold: (y: number) => number,
  x: (seconds: number) => number = (seconds) => seconds,
) {
  let sw = 0,
    st = 0,
    sy = 0,
    stt = 0,
    sty = 0
  for (const { seconds, pa } of samples) {
    if (pa < NEAR_ZERO_PA) continue
    const w = weight(pa),
      t = x(seconds),
      y = fold(pa)
    sw += w
    st += w * t
    sy += w * y
    stt += w * t * t
    sty += w * t * y
  }
  const slope = (sw * sty - st * sy) / (sw * stt - st * st)
  const offset = (sy - slope * st) / sw
  return (seconds: number) => unfold(offset + slope * x(seconds))
}

/** For a given rate the law is a straight line in exp(-k t); the rate is found by golden section on its logarithm. */
function mixedFit(samples: Sample[]): Fit {
  const of = (lnRate: number) =>
    withScatter(
      samples,
      'mixed',
      line(
        samples,
        Math.sqrt,
        (pa) => 4 * pa,
        (y) => Math.max(y, 0) ** 2,
        (seconds) => Math.exp(-Math.exp(lnRate) * seconds),
      ),
    )
  const golden = 0.5 * (Math.sqrt(5) - 1)
  let low = Math.log(RATES_PER_S.low)
  let high = Math.log(RATES_PER_S.high)
  while (high - low > 1e-3) {
    const inner = high - golden * (high - low)
    const outer = low + golden * (high - low)
    if (of(inner).residual < of(outer).residual) high = outer
    else low = inner
  }
  return of(0.5 * (low + high))
}
