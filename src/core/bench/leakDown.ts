/**
 * Leak-down: pressure against time after the pump has stopped. Two laws are fitted and compared: a
 * laminar leak falls exponentially, an orifice leak falls with the square root (EQ10). The verdict is
 * against the share that must be left at the stated minute, with the fit's own uncertainty.
 */
export interface Sample {
  seconds: number
  kPa: number
}
export type LeakLaw = 'laminar' | 'orifice'
export interface LeakDown {
  startKPa: number
  /** Fitted pressure at the end. */
  endKPa: number
  leftFraction: number
  /** One standard deviation of `leftFraction`, from the scatter about the fit and the gauge's own step. */
  leftSd: number
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
/** A gauge's step and offset as they enter a ratio, kPa. */
const GAUGE_KPA = 1.5

/** Fits and judges a capture. `setKPa` is what the regulator should hold. */
export function analyseLeakDown(samples: Sample[], setKPa: number): { ok: true; value: LeakDown } | { ok: false; error: LeakDownProblem } {
  const last = samples.at(-1)?.seconds ?? 0
  if (samples.length < 20 || last < SHORTEST_S) return { ok: false, error: { kind: 'too-short', seconds: last } }
  const startKPa = median(samples.slice(0, 5).map((sample) => sample.kPa))
  if (startKPa < LEAST_START_KPA) return { ok: false, error: { kind: 'no-pressure', startKPa } }
  const fits = (['laminar', 'orifice'] as const).map((law) => fit(samples, law))
  const best = fits[0]!.residual <= fits[1]!.residual ? fits[0]! : fits[1]!
  const at = (seconds: number) => unfold(best.law, best.offset + best.slope * seconds)
  const fiveMinutes = Math.min(last, 300)
  const leftFraction = at(300) / at(0)
  const extrapolated = (300 - fiveMinutes) / 300
  const leftSd = Math.hypot(best.residual / Math.sqrt(samples.length / 4), GAUGE_KPA) / at(0) + 0.15 * extrapolated * Math.abs(1 - leftFraction)
  return {
    ok: true,
    value: {
      startKPa: at(0), endKPa: at(last), leftFraction, leftSd, law: best.law, residualKPa: best.residual, minutes: last / 60,
      verdict: verdictOf(leftFraction, leftSd, startKPa, setKPa),
      fitted: samples.filter((_, k) => k % Math.ceil(samples.length / 60) === 0).map(({ seconds }) => ({ seconds, kPa: at(seconds) })),
    },
  }
}

/** Pass or fail only when the limit is further away than two standard deviations (EQ22). */
function verdictOf(left: number, sd: number, startKPa: number, setKPa: number): LeakDown['verdict'] {
  if (left < LEFT_AT_5_MIN - 2 * sd) return 'leaks'
  if (startKPa < LOADED_SHARE * setKPa) return 'says-little'
  return left > LEFT_AT_5_MIN + 2 * sd ? 'holds' : 'inconclusive'
}

const fold = (law: LeakLaw, kPa: number) => (law === 'laminar' ? Math.log(Math.max(kPa, 0.5)) : Math.sqrt(Math.max(kPa, 0)))
const unfold = (law: LeakLaw, y: number) => (law === 'laminar' ? Math.exp(y) : Math.max(y, 0) ** 2)

/** Straight line through the folded pressures, each weighted so that kPa count alike. */
function fit(samples: Sample[], law: LeakLaw) {
  let sw = 0, st = 0, sy = 0, stt = 0, sty = 0
  for (const { seconds, kPa } of samples) {
    if (kPa < 3) continue
    const w = law === 'laminar' ? kPa * kPa : 4 * kPa
    const y = fold(law, kPa)
    sw += w
    st += w * seconds
    sy += w * y
    stt += w * seconds * seconds
    sty += w * seconds * y
  }
  const slope = (sw * sty - st * sy) / (sw * stt - st * st)
  const offset = (sy - slope * st) / sw
  const residual = Math.sqrt(samples.reduce((sum, { seconds, kPa }) => sum + (kPa - unfold(law, offset + slope * seconds)) ** 2, 0) / samples.length)
  return { law, slope, offset, residual }
}

function median(values: number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.floor(sorted.length / 2)] ?? 0
}
