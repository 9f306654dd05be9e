/**
 * Tank calibration: known fills against ohms or volts, a monotone table between them, the table that a
 * gauge with a custom curve takes, and whether what is read now is plausible (EQ21).
 */
import { median, type CubicMetre } from '../shared'
import { monotoneCubic, monotoneFit, piecewise, type Curve } from './monotone'

export interface Fill {
  /** In the tank, litres put in from empty up to here. */
  volumeM3: CubicMetre
  /** Ohms or volts, several where it sloshed. */
  readings: number[]
}

export interface Calibration {
  direction: 'rises' | 'falls'
  /** Sender value and volume, by rising value; monotone. */
  points: { value: number; volumeM3: CubicMetre }[]
  /** Fills whose reading does not fit between its neighbours, by place in the list. */
  doubtful: number[]
  /** Volume under which the sender does not move, and above which it does not: the dead ends. */
  deadBelowM3: CubicMetre
  deadAboveM3: CubicMetre
  volumeAt(value: number): CubicMetre
  /** Straight-line answer, for comparison. */
  linearAt(value: number): CubicMetre
  /** m3 a unit of the reading. */
  slopeAt(value: number): number
  valueAt(volumeM3: CubicMetre): number
}
export type CalibrationProblem =
  | { kind: 'too-few'; levels: number; needs: number }
  | { kind: 'volume-falls'; at: number }
  | { kind: 'does-not-move' }

export const LEAST_LEVELS = 6
/** A reading further from the monotone course than this share of the span is doubtful. */
const DOUBTFUL_SHARE = 0.03
/** Steps of the sender smaller than this share of the span are none. */
const STILL_SHARE = 0.004

export function calibrate(
  fills: Fill[],
): { ok: true; value: Calibration } | { ok: false; error: CalibrationProblem } {
  if (fills.length < LEAST_LEVELS)
    return { ok: false, error: { kind: 'too-few', levels: fills.length, needs: LEAST_LEVELS } }
  const falls = fills.findIndex((fill, k) => k > 0 && fill.volumeM3 <= fills[k - 1]!.volumeM3)
  if (falls >= 0) return { ok: false, error: { kind: 'volume-falls', at: falls } }
  const values = fills.map((fill) => median(fill.readings))
  const span = Math.max(...values) - Math.min(...values)
  if (!(span > 0)) return { ok: false, error: { kind: 'does-not-move' } }
  const { fitted, direction } = monotoneFit(values)
  const doubtful = values.flatMap((value, k) =>
    Math.abs(value - fitted[k]!) > DOUBTFUL_SHARE * span ? [k] : [],
  )
  const still = (k: number) => Math.abs(fitted[k + 1]! - fitted[k]!) < STILL_SHARE * span
  let low = 0
  while (low < fitted.length - 2 && still(low)) low += 1
  let high = fitted.length - 1
  while (high > low + 1 && still(high - 1)) high -= 1
  const points = distinct(
    fills.map((fill, k) => ({ value: fitted[k]!, volumeM3: fill.volumeM3 })),
    STILL_SHARE * span,
  ).sort((one, other) => one.value - other.value)
  const byValue: Curve = {
    x: Float64Array.from(points, (point) => point.value),
    y: Float64Array.from(points, (point) => point.volumeM3),
  }
  const byVolume = points.slice().sort((one, other) => one.volumeM3 - other.volumeM3)
  const back = monotoneCubic({
    x: Float64Array.from(byVolume, (point) => point.volumeM3),
    y: Float64Array.from(byVolume, (point) => point.value),
  })
  const volumeAt = monotoneCubic(byValue)
  const step = 1e-4 * span
  return {
    ok: true,
    value: {
      direction,
      points,
      doubtful,
      deadBelowM3: fills[low]!.volumeM3,
      deadAboveM3: fills[high]!.volumeM3,
      volumeAt,
      linearAt: piecewise(byValue),
      slopeAt: (value) => (volumeAt(value + step) - volumeAt(value - step)) / (2 * step),
      valueAt: back,
    },
  }
}

/** One point a place: fills that read the same share their mean volume. */
function distinct(
  points: { value: number; volumeM3: number }[],
  step: number,
): { value: number; volumeM3: number }[] {
  const kept: { value: number; volumes: number[] }[] = []
  for (const { value, volumeM3 } of points) {
    const last = kept.at(-1)
    if (last && Math.abs(last.value - value) < step) last.volumes.push(volumeM3)
    else kept.push({ value, volumes: [volumeM3] })
  }
  return kept.map(({ value, volumes }) => ({
    value,
    volumeM3: volumes.reduce((sum, volume) => sum + volume, 0) / volumes.length,
  }))
}

/** Table of so many points for a gauge that takes a custom curve: even steps of volume, or of the sender where it wants those. */
export function gaugeTable(
  calibration: Calibration,
  points: number,
  by: 'volume' | 'value',
): { value: number; volumeM3: CubicMetre }[] {
  const [first, last] = [calibration.points[0]!, calibration.points.at(-1)!]
  const from = by === 'volume' ? Math.min(first.volumeM3, last.volumeM3) : first.value
  const to = by === 'volume' ? Math.max(first.volumeM3, last.volumeM3) : last.value
  return Array.from({ length: points }, (_, k) => {
    const at = from + ((to - from) * k) / (points - 1)
    return by === 'volume'
      ? { value: calibration.valueAt(at), volumeM3: at }
      : { value: at, volumeM3: calibration.volumeAt(at) }
  })
}

/** What the sender should read now, from what is known to be in the tank, and how far it is off in litres. */
export function plausibility(
  calibration: Calibration,
  volumeM3: CubicMetre,
  reading: number,
  readingSd: number,
): { shouldRead: number; offM3: CubicMetre; sdM3: CubicMetre; plausible: boolean } {
  const offM3 = calibration.volumeAt(reading) - volumeM3
  const sdM3 = Math.abs(calibration.slopeAt(reading)) * readingSd
  const span = Math.abs(calibration.points.at(-1)!.volumeM3 - calibration.points[0]!.volumeM3)
  // A dip and a table are good to a few percent of the tank (handbook T82: 8 %).
  return {
    shouldRead: calibration.valueAt(volumeM3),
    offM3,
    sdM3,
    plausible: Math.abs(offM3) <= 0.08 * span + 2 * sdM3,
  }
}
