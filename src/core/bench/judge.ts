/**
 * What a capture comes to: a value with its uncertainty, held against a band. It passes or fails only
 * where the limit is further away than two standard deviations (EQ22); otherwise it is inconclusive, and
 * where the capture did not exercise what it should judge it says little, whatever it reads.
 */
export type BandSource = 'maker' | 'own past' | 'sister' | 'generic'

/** Limits in the SI unit of the value; an open side is infinite. */
export interface Band {
  low: number
  high: number
  source: BandSource
}

export type Verdict = 'good' | 'bad' | 'inconclusive' | 'says-little'

/** Error of an instrument, one standard deviation of each part, SI. */
export interface InstrumentError {
  relative: number
  absolute: number
}

/** A class or a step given as plus or minus, as a standard deviation. */
export const fromLimit = (plusMinus: number): number => plusMinus / Math.sqrt(3)

export const errorAt = (error: InstrumentError, value: number): number =>
  Math.hypot(error.relative * value, error.absolute)

/** Deviations between a value and a limit before it is said to lie beyond. */
const CERTAIN = 2

export function judge(value: number, sd: number, band: Band): Exclude<Verdict, 'says-little'> {
  if (value < band.low - CERTAIN * sd || value > band.high + CERTAIN * sd) return 'bad'
  return value >= band.low + Math.min(CERTAIN * sd, roomOf(band)) &&
    value <= band.high - Math.min(CERTAIN * sd, roomOf(band))
    ? 'good'
    : 'inconclusive'
}

/** A band narrower than the instrument can tell is passed at its middle at best. */
const roomOf = ({ low, high }: Band): number =>
  Number.isFinite(low) && Number.isFinite(high) ? 0.5 * (high - low) : Infinity

/** Which side of a band a value lies on. */
export const sideOf = (value: number, band: Band): 'low' | 'within' | 'high' =>
  value < band.low ? 'low' : value > band.high ? 'high' : 'within'

export type Refused =
  | { kind: 'too-short'; seconds: number; needsS: number }
  | { kind: 'no-signal'; gaps: number }
  | { kind: 'not-started' }
export type Analysed<T> = { ok: true; value: T } | { ok: false; error: Refused }
