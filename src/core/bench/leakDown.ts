/**
 * Leak-down: pressure against time after the pump has stopped. Three laws are fitted and compared: a
 * laminar leak falls exponentially, an orifice leak in the square root (EQ10), and both side by side,
 * C dp/dt = -a p - b sqrt(p), as sqrt(p) = A exp(-k t) + B. The simpler law stands unless both together
 * fit clearly better. A pressure that first rises has been warmed by the engine: it is fitted from its
 * top, and a rail that then seems to hold may only be masked. The verdict is against the share that must be left at the stated minute, with
 * the fit's own uncertainty.
 */
export interface Sample {
  seconds: number
  kPa: number
}
export type LeakLaw = 'laminar' | 'orifice' | 'mixed'
export interface LeakDown {
  startKPa: number
  /** Fitted pressure at the end. */
  endKPa: number
  leftFraction: number
  /** One standard deviation of `leftFraction`, from the scatter about the fit and the gauge's own step. */
  leftSd: number
  /** The same after 20 min, carried on by the law. */
  leftAt20Fraction: number
  /** It rose first: heat came in from the engine. */
  soaked: boolean
  law: LeakLaw
  /** Scatter about the fit. */
  residualKPa: number
  minutes: number
  verdict: 'holds' | 'leaks' | 'inconclusive' | 'says-little'
  fitted: Sample[]
}
export type LeakDownProblem = { kind: 'too-short'; seconds: number } | { kind: 'no-pressure'; startKPa: number }

/** Typical: three quarters of the pressure left after five minutes (handbook 1.2, A01). */
export const LEFT_AT_5_MIN = 0.75
/** A capture shorter than this is not judged, s. */
const SHORTEST_S = 60
/** From less than this share of the set pressure the regulator's seat is not loaded as in service. */
const LOADED_SHARE = 0.8
const LEAST_START_KPA = 40
/** A rise over the start by more than this, and by more than so many deviations, is heat, kPa. */
const SOAK_KPA = 3
const SOAK_DEVIATIONS = 5
/** A gauge's step and offset as they enter a ratio, kPa. */
const GAUGE_KPA = 1.5

/** Fits and judges a capture. `setKPa` is what the regulator should hold. */
export function analyseLeakDown(recorded: Sample[], setKPa: number): { ok: true; value: LeakDown } | { ok: false; error: LeakDownProblem } {
  const top = soakedUntil(recorded)
  const from = recorded[top]?.seconds ?? 0
  const samples = top === 0 ? recorded : recorded.slice(top).map((sample) => ({ seconds: sample.seconds - from, kPa: sample.kPa }))
  const last = samples.at(-1)?.seconds ?? 0
  if (samples.length < 20 || last < SHORTEST_S) return { ok: false, error: { kind: 'too-short', seconds: last } }
  const startKPa = median(samples.slice(0, 5).map((sample) => sample.kPa))
  if (startKPa < LEAST_START_KPA) return { ok: false, error: { kind: 'no-pressure', startKPa } }
  const best = bestFit(samples)
  const at = (seconds: number) => best.at(seconds)
  const fiveMinutes = Math.min(last, 300)
  const leftFraction = at(300) / at(0)
  const extrapolated = (300 - fiveMinutes) / 300
  const leftSd = Math.hypot(best.residual / Math.sqrt(samples.length / 4), GAUGE_KPA) / at(0) + 0.15 * extrapolated * Math.abs(1 - leftFraction)
  return {
    ok: true,
    value: {
      startKPa: at(0), endKPa: at(last), leftFraction, leftSd, leftAt20Fraction: Math.max(0, at(1200)) / at(0), soaked: top > 0, law: best.law, residualKPa: best.residual, minutes: last / 60,
      verdict: verdictOf(leftFraction, leftSd, startKPa, setKPa, top > 0),
      fitted: samples.filter((_, k) => k % Math.ceil(samples.length / 60) === 0).map(({ seconds }) => ({ seconds: seconds + from, kPa: at(seconds) })),
    },
  }
}

/** Pass or fail only when the limit is further away than two standard deviations (EQ22). */
function verdictOf(left: number, sd: number, startKPa: number, setKPa: number, soaked: boolean): LeakDown['verdict'] {
  if (left < LEFT_AT_5_MIN - 2 * sd) return 'leaks'
  if (soaked || startKPa < LOADED_SHARE * setKPa) return 'says-little'
  return left > LEFT_AT_5_MIN + 2 * sd ? 'holds' : 'inconclusive'
}

/** Place of the top that a warming rail came to; 0 where it did not rise. */
function soakedUntil(samples: Sample[]): number {
  if (samples.length < 20) return 0
  const smooth = samples.map((_, k) => median(samples.slice(Math.max(0, k - 4), k + 5).map((sample) => sample.kPa)))
  const steps = samples.slice(1).map((sample, k) => Math.abs(sample.kPa - samples[k]!.kPa))
  const noise = median(steps) / (0.6745 * Math.SQRT2)
  const top = smooth.indexOf(Math.max(...smooth))
  return smooth[top]! - smooth[0]! > Math.max(SOAK_KPA, SOAK_DEVIATIONS * noise) ? top : 0
}

interface Fit {
  law: LeakLaw
  at: (seconds: number) => number
  /** Scatter about it, kPa. */
  residual: number
}

/** Both leaks together are believed when they leave this much less scatter than one; less and a third parameter fits noise. */
const CLEARLY_BETTER = 0.85
/** Readings under this are the gauge's own offset, kPa. */
const NEAR_ZERO_KPA = 3
/** Fastest and slowest laminar part that a capture of minutes can show, 1/s. */
const RATES_PER_S = { low: 1e-5, high: 0.3 }

function bestFit(samples: Sample[]): Fit {
  const laminar = withScatter(samples, 'laminar', line(samples, (kPa) => Math.log(kPa), (kPa) => kPa * kPa, (y) => Math.exp(y)))
  const orifice = withScatter(samples, 'orifice', line(samples, Math.sqrt, (kPa) => 4 * kPa, (y) => Math.max(y, 0) ** 2))
  const simple = laminar.residual <= orifice.residual ? laminar : orifice
  const mixed = mixedFit(samples)
  return mixed.residual < CLEARLY_BETTER * simple.residual ? mixed : simple
}

function withScatter(samples: Sample[], law: LeakLaw, at: (seconds: number) => number): Fit {
  return { law, at, residual: Math.sqrt(samples.reduce((sum, { seconds, kPa }) => sum + (kPa - at(seconds)) ** 2, 0) / samples.length) }
}

/** Straight line in `x` through the folded pressures, each weighted so that kPa count alike. */
function line(samples: Sample[], fold: (kPa: number) => number, weight: (kPa: number) => number, unfold: (y: number) => number, x: (seconds: number) => number = (seconds) => seconds) {
  let sw = 0, st = 0, sy = 0, stt = 0, sty = 0
  for (const { seconds, kPa } of samples) {
    if (kPa < NEAR_ZERO_KPA) continue
    const w = weight(kPa), t = x(seconds), y = fold(kPa)
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
  const of = (lnRate: number) => withScatter(samples, 'mixed', line(samples, Math.sqrt, (kPa) => 4 * kPa, (y) => Math.max(y, 0) ** 2, (seconds) => Math.exp(-Math.exp(lnRate) * seconds)))
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

function median(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.floor(sorted.length / 2)] ?? 0
}
