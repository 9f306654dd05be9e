/**
 * Captures of pressure while something happens: the prime, a steady state, a snap of the throttle, the
 * deadhead. Pressures are gauge pressures in Pa.
 */
import { quantile, type PaGauge, type Second } from '../shared'
import { errorAt, judge, sideOf, type Analysed, type Band, type InstrumentError, type Verdict } from './judge'
import {
  between,
  despiked,
  gapFraction,
  held,
  lineThrough,
  mean,
  noiseOf,
  present,
  type Series,
} from './series'

/** A capture with more gaps than this is not judged. */
const MOST_GAPS = 0.3

export interface PrimeReading {
  /** Pump-on time until the rail first stands in its band; null where it never does. */
  toPressureS: Second | null
  peakPa: PaGauge
  /** Runs of the pump that it took, or that were tried. */
  keyCycles: number
  sd: PaGauge
  verdict: Verdict
  side: 'low' | 'within' | 'high'
}

/** Typical: a sound line that was full is primed within this (handbook T03, T24). */
export const PRIME_WITHIN_S = 3
/** The rail counts as primed from this share of the lower limit on. */
const PRIMED_SHARE = 0.95
/** Rise that tells a running pump from noise, Pa/s. */
const RUNS_PA_PER_S = 4e3
/** A pump that draws more than this runs, A. */
const RUNS_A = 0.8

/** Time to pressure, peak and key cycles. `currentA` tells when the pump runs; without it the rises do. */
export function analysePrime(
  pressurePa: Series,
  band: Band,
  error: InstrumentError,
  currentA?: Series,
): Analysed<PrimeReading> {
  const signal = present(pressurePa)
  if (gapFraction(pressurePa) > MOST_GAPS)
    return { ok: false, error: { kind: 'no-signal', gaps: gapFraction(pressurePa) } }
  if (signal.seconds.length < 10)
    return {
      ok: false,
      error: { kind: 'too-short', seconds: signal.seconds.at(-1) ?? 0, needsS: PRIME_WITHIN_S },
    }
  const values = despiked(signal.values)
  const runs = currentA ? runsByCurrent(present(currentA)) : runsByRise(signal.seconds, values)
  if (runs.length === 0) return { ok: false, error: { kind: 'not-started' } }
  const reached = signal.seconds.findIndex(
    (at, k) => at >= runs[0]!.from && values[k]! >= PRIMED_SHARE * band.low,
  )
  const reachedAt = reached < 0 ? null : signal.seconds[reached]!
  const toPressureS =
    reachedAt === null
      ? null
      : runs.reduce((sum, run) => sum + Math.max(0, Math.min(run.to, reachedAt) - run.from), 0)
  const { high: peakPa } = held({ seconds: signal.seconds, values })
  const sd = Math.hypot(errorAt(error, peakPa), noiseOf(signal.values))
  const keyCycles = reachedAt === null ? runs.length : runs.filter((run) => run.from <= reachedAt).length
  const ranS = runs.reduce((sum, run) => sum + run.to - run.from, 0)
  const verdict: Verdict =
    toPressureS === null
      ? ranS < PRIME_WITHIN_S * 0.5
        ? 'says-little'
        : judge(peakPa, sd, { ...band, high: Infinity }) === 'good'
          ? 'inconclusive'
          : judge(peakPa, sd, { ...band, high: Infinity })
      : toPressureS > PRIME_WITHIN_S
        ? 'bad'
        : judge(peakPa, sd, { ...band, low: -Infinity }) === 'bad'
          ? 'bad'
          : 'good'
  return { ok: true, value: { toPressureS, peakPa, keyCycles, sd, verdict, side: sideOf(peakPa, band) } }
}

interface Run {
  from: Second
  to: Second
}

function runsByCurrent({ seconds, values }: Series): Run[] {
  return joined(seconds, (k) => values[k]! > RUNS_A)
}

function runsByRise(seconds: Float64Array, values: Float64Array): Run[] {
  const span = Math.max(1, Math.round(seconds.length / Math.max(1, (seconds.at(-1)! - seconds[0]!) / 0.15)))
  return joined(
    seconds,
    (k) =>
      k + span < values.length &&
      (values[k + span]! - values[k]!) / (seconds[k + span]! - seconds[k]!) > RUNS_PA_PER_S,
  )
}

/** Stretches in which something holds; breaks shorter than half a second are bridged. */
function joined(seconds: Float64Array, holds: (k: number) => boolean): Run[] {
  const runs: Run[] = []
  for (let k = 0; k < seconds.length; k += 1) {
    if (!holds(k)) continue
    const last = runs.at(-1)
    if (last && seconds[k]! - last.to < 0.5) last.to = seconds[k]!
    else runs.push({ from: seconds[k]!, to: seconds[k]! })
  }
  return runs
}

export interface SteadyReading {
  meanPa: PaGauge
  /** Of the mean: noise over independent samples, and the instrument. */
  sd: PaGauge
  /** From the 2.5th to the 97.5th part, less the course. */
  ripplePa: PaGauge
  driftPaPerS: number
  verdict: Verdict
  side: 'low' | 'within' | 'high'
}

const STEADY_LEAST_S = 3
/** A mean that moves by more than this share of itself over the capture is not steady. */
const STEADY_DRIFT = 0.06

/** Mean and ripple of a stretch that should be steady. */
export function analyseSteady(
  pressurePa: Series,
  band: Band,
  error: InstrumentError,
): Analysed<SteadyReading> {
  const signal = present(pressurePa)
  const lastsS = (signal.seconds.at(-1) ?? 0) - (signal.seconds[0] ?? 0)
  if (gapFraction(pressurePa) > MOST_GAPS)
    return { ok: false, error: { kind: 'no-signal', gaps: gapFraction(pressurePa) } }
  if (signal.values.length < 10 || lastsS < STEADY_LEAST_S)
    return { ok: false, error: { kind: 'too-short', seconds: lastsS, needsS: STEADY_LEAST_S } }
  const meanPa = mean(signal.values)
  const line = lineThrough(signal.seconds, signal.values)
  const rest = signal.values.map((value, k) => value - line.offset - line.slope * signal.seconds[k]!)
  const sd = Math.hypot(meanNoise(rest), errorAt(error, meanPa))
  const moves = Math.abs(line.slope) * lastsS
  const wanders = moves > STEADY_DRIFT * Math.max(Math.abs(meanPa), 1e3) && moves > 4 * line.slopeSd * lastsS
  return {
    ok: true,
    value: {
      meanPa,
      sd,
      ripplePa: quantile(rest, 0.975) - quantile(rest, 0.025),
      driftPaPerS: line.slope,
      verdict: wanders ? 'says-little' : judge(meanPa, sd, band),
      side: sideOf(meanPa, band),
    },
  }
}

/** Standard deviation of a mean whose samples are not independent: scatter over the number of times it crosses its middle. */
function meanNoise(rest: Float64Array): number {
  const scatter = Math.sqrt(rest.reduce((sum, value) => sum + value * value, 0) / rest.length)
  let crossings = 1
  for (let k = 1; k < rest.length; k += 1) if (rest[k]! > 0 !== rest[k - 1]! > 0) crossings += 1
  return scatter / Math.sqrt(Math.min(rest.length, 2 * crossings))
}

export interface SnapReading {
  beforePa: PaGauge
  dipPa: PaGauge
  /** Of the dip. */
  sd: PaGauge
  /** From the lowest point until half of the dip is made good for good; null where it does not come back. */
  recoveryS: Second | null
  verdict: Verdict
}

/** Typical: under load the pressure falls by no more than this (handbook T27). */
export const DIP_LIMIT_PA = 20e3
const SNAP_LEAST_S = 2

/** Depth and recovery of the dip after a snap of the throttle at `snapAtS`, or under load from then on. */
export function analyseSnap(
  pressurePa: Series,
  snapAtS: Second,
  error: InstrumentError,
  limitPa: PaGauge = DIP_LIMIT_PA,
): Analysed<SnapReading> {
  const before = present(between(pressurePa, -Infinity, snapAtS))
  const after = present(between(pressurePa, snapAtS, Infinity))
  const lastsS = (after.seconds.at(-1) ?? snapAtS) - snapAtS
  if (before.values.length < 5 || lastsS < SNAP_LEAST_S)
    return { ok: false, error: { kind: 'too-short', seconds: lastsS, needsS: SNAP_LEAST_S } }
  const beforePa = mean(before.values)
  const smooth = despiked(after.values)
  const at = smooth.indexOf(Math.min(...smooth))
  const noise = noiseOf(after.values)
  const dipPa = Math.max(0, beforePa - smooth[at]!)
  // Both levels come from one instrument: its offset falls out, its slope acts on the difference.
  const sd = Math.hypot(
    noise,
    noiseOf(before.values) / Math.sqrt(before.values.length),
    error.relative * dipPa,
  )
  const half = beforePa - 0.5 * dipPa
  const back = [...smooth.keys()].find((k) => k > at && smooth.subarray(k).every((value) => value > half))
  return {
    ok: true,
    value: {
      beforePa,
      dipPa,
      sd,
      recoveryS: back === undefined ? null : after.seconds[back]! - after.seconds[at]!,
      verdict: judge(dipPa, sd, { low: -Infinity, high: limitPa, source: 'generic' }),
    },
  }
}

export interface DeadheadReading {
  plateauPa: PaGauge
  sd: PaGauge
  /** How long the line was shut; a pump must not stand against it for longer than the limit. */
  shutS: Second
  overTime: boolean
  /** Did it still rise when the line was opened? */
  stillRising: boolean
  verdict: Verdict
  side: 'low' | 'within' | 'high'
}

/** A pump stands against a shut line for no longer than this: it heats, and what it holds with it (EQ08). */
export const DEADHEAD_LIMIT_S = 3
/** The line counts as shut from this rise over the pressure before on. */
const SHUT_RISE_PA = 30e3
const RISING_PA_PER_S = 15e3

/** Plateau against a shut line. Where it still rose at the end only a pass can be told. */
export function analyseDeadhead(
  pressurePa: Series,
  band: Band,
  error: InstrumentError,
): Analysed<DeadheadReading> {
  const signal = present(pressurePa)
  const values = despiked(signal.values)
  const lastsS = (signal.seconds.at(-1) ?? 0) - (signal.seconds[0] ?? 0)
  if (values.length < 10) return { ok: false, error: { kind: 'too-short', seconds: lastsS, needsS: 1 } }
  const basePa = mean(values.subarray(0, Math.max(3, values.length >> 4)))
  const shut = [...values.keys()].filter((k) => values[k]! > basePa + SHUT_RISE_PA)
  const from = shut[0] ?? 0
  const to = shut.at(-1) ?? values.length - 1
  const shutS = shut.length === 0 ? 0 : signal.seconds[to]! - signal.seconds[from]!
  const plateauPa = quantile(values, 0.98)
  const tail = between(
    { seconds: signal.seconds, values },
    signal.seconds[to]! - 0.3 * Math.max(shutS, 0.5),
    signal.seconds[to]!,
  )
  const course =
    tail.values.length > 3 ? lineThrough(tail.seconds, tail.values) : { slope: 0, slopeSd: Infinity }
  const stillRising = course.slope > RISING_PA_PER_S && course.slope > 3 * course.slopeSd
  const sd = Math.hypot(noiseOf(signal.values) / 2, errorAt(error, plateauPa))
  const found = judge(plateauPa, sd, band)
  // The pump was never made to stand against the line: what it could reach is not known.
  const verdict: Verdict =
    shut.length === 0 && found !== 'bad'
      ? 'says-little'
      : stillRising && sideOf(plateauPa, band) === 'low'
        ? 'inconclusive'
        : found
  return {
    ok: true,
    value: {
      plateauPa,
      sd,
      shutS,
      overTime: shutS > DEADHEAD_LIMIT_S,
      stillRising,
      verdict,
      side: sideOf(plateauPa, band),
    },
  }
}
