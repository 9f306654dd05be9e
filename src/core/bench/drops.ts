/** Voltage lost along feed and ground while the pump draws its current: segment by segment, against what each may lose (EQ16). */
import type { Ampere, Ohm, Volt } from '../shared'
import { errorAt, judge, type InstrumentError, type Verdict } from './judge'

export interface DropReading {
  id: string
  dropV: Volt
  limitV: Volt
}
export interface JudgedDrop extends DropReading {
  sd: Volt
  /** What it would be at the rated current, where less was flowing. */
  fullV: Volt
  ohm: Ohm | null
  verdict: Verdict
}
export interface DropSurvey {
  segments: JudgedDrop[]
  totalV: Volt
  totalSd: Volt
  /** The largest share of what is lost, where it is over its limit. */
  culprit: string | null
  loaded: boolean
}

/** Typical: one side of the circuit as a whole (handbook T05, T06). */
export const FEED_LIMIT_V = 0.5
export const GROUND_LIMIT_V = 0.2
/** Under this share of the pump's rated current a joint shows nothing. */
const LOADED_SHARE = 0.5

/** Judges measured drops. `currentA` null: nobody read it, and a pass then says little. */
export function judgeDrops(
  readings: DropReading[],
  currentA: Ampere | null,
  ratedA: Ampere,
  error: InstrumentError,
): DropSurvey {
  const loaded = currentA !== null && currentA >= LOADED_SHARE * ratedA
  const segments = readings.map((reading): JudgedDrop => {
    const sd = errorAt(error, reading.dropV)
    const flows = currentA !== null && currentA > 0.05 * ratedA
    // A drop at a small current would be larger at the full one: a pass is scaled up before it counts, a fault is read as it is.
    const share = flows ? Math.max(1, ratedA / currentA) : 1
    const band = { low: -Infinity, high: reading.limitV, source: 'generic' as const }
    const read = judge(reading.dropV, sd, band)
    const full = judge(share * reading.dropV, share * sd, band)
    return {
      ...reading,
      sd,
      fullV: share * reading.dropV,
      ohm: flows ? reading.dropV / currentA : null,
      verdict: read === 'bad' ? 'bad' : !loaded ? 'says-little' : full === 'bad' ? 'inconclusive' : full,
    }
  })
  const worst = segments
    .filter((segment) => segment.verdict === 'bad')
    .sort((one, other) => other.dropV - other.limitV - (one.dropV - one.limitV))[0]
  return {
    segments,
    totalV: segments.reduce((sum, segment) => sum + segment.dropV, 0),
    totalSd: Math.hypot(...segments.map((segment) => segment.sd)),
    culprit: worst?.id ?? null,
    loaded,
  }
}

/** Volts between two readings against one post: poor for a small drop, since both errors count (EQ22). */
export const differenceSd = (oneV: Volt, otherV: Volt, error: InstrumentError): Volt =>
  Math.hypot(errorAt(error, oneV), errorAt(error, otherV))
