/** Pump current: its mean against what this pump should draw at its volts and pressure, and what speed and current say together. */
import type { Ampere, RadPerS } from '../shared'
import { errorAt, judge, sideOf, type Analysed, type Band, type InstrumentError, type Verdict } from './judge'
import { gapFraction, mean, noiseOf, present, type Series } from './series'

export interface CurrentReading {
  meanA: Ampere
  sd: Ampere
  verdict: Verdict
  side: 'low' | 'within' | 'high'
}

/** Current of a stalled or open pump is no running current, A. */
const NOTHING_A = 0.15

export function analyseCurrent(
  currentA: Series,
  band: Band,
  error: InstrumentError,
): Analysed<CurrentReading> {
  const signal = present(currentA)
  if (gapFraction(currentA) > 0.3)
    return { ok: false, error: { kind: 'no-signal', gaps: gapFraction(currentA) } }
  const lastsS = (signal.seconds.at(-1) ?? 0) - (signal.seconds[0] ?? 0)
  if (signal.values.length < 10)
    return { ok: false, error: { kind: 'too-short', seconds: lastsS, needsS: 1 } }
  const meanA = mean(signal.values)
  const sd = Math.hypot(errorAt(error, meanA), noiseOf(signal.values) / Math.sqrt(signal.values.length))
  return { ok: true, value: { meanA, sd, verdict: judge(meanA, sd, band), side: sideOf(meanA, band) } }
}

export type PumpState = 'sound' | 'drag' | 'unloaded' | 'low-volts' | 'stalled' | 'open' | 'inconclusive'

/** What a sound pump does at these volts and this pressure, with the scatter from pump to pump, one standard deviation. */
export interface PumpExpected {
  currentA: Ampere
  speedRadPerS: RadPerS
  currentSd: Ampere
  speedSd: RadPerS
}

const CLEAR = 2
/** A stalled rotor draws at least this many times its running current. */
const STALL_SHARE = 2.2

/** Slow and high is drag, fast and low runs free, slow and low wants volts (EQ19, handbook T14). */
export function pumpStateOf(
  currentA: Ampere,
  currentSd: Ampere,
  speedRadPerS: RadPerS | null,
  speedSd: RadPerS,
  expected: PumpExpected,
): PumpState {
  if (currentA < NOTHING_A + CLEAR * currentSd) return 'open'
  if (speedRadPerS === null) return currentA > STALL_SHARE * expected.currentA ? 'stalled' : 'inconclusive'
  const current = (currentA - expected.currentA) / Math.hypot(currentSd, expected.currentSd)
  const speed = (speedRadPerS - expected.speedRadPerS) / Math.hypot(speedSd, expected.speedSd)
  if (speed < -CLEAR && current > CLEAR) return 'drag'
  if (speed > CLEAR && current < -CLEAR) return 'unloaded'
  if (speed < -CLEAR && current < -CLEAR) return 'low-volts'
  return Math.abs(speed) <= CLEAR && Math.abs(current) <= CLEAR ? 'sound' : 'inconclusive'
}
