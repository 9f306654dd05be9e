/**
 * Sender sweep: ohms against the position of the float, moved slowly from floor to roof and back. The
 * course is a monotone fit, so that a worn track shows as what lies beside it; a drop-out is where the
 * circuit opens or jumps, at a place and not at a time (both ways across it, where both were swept).
 */
import { median, quantile, type Fraction, type Ohm } from '../shared'
import { errorAt, type InstrumentError, type Verdict } from './judge'
import { monotoneFit } from './monotone'

/** A sample of the sweep; ohms of an open circuit are infinite. */
export interface SweepSample {
  /** 0 at the floor, 1 at the roof. */
  position: Fraction
  ohm: Ohm
}

/** What the gauge wants to see at both ends. */
export interface GaugeRange {
  emptyOhm: Ohm
  fullOhm: Ohm
  /** Typical of such vehicles, not this one's own: nothing is bad against it. */
  typical?: boolean
}

export interface DropOut {
  from: Fraction
  to: Fraction
  /** Open, or how far off the course. */
  kind: 'open' | 'jump'
}

export interface SweepReading {
  direction: 'rises' | 'falls'
  emptyOhm: Ohm
  fullOhm: Ohm
  /** Of an end: noise and instrument. */
  endSd: Ohm
  /** Largest distance of the course from the straight line between its ends, as a share of the span. */
  nonlinearity: Fraction
  /** Scatter about the course, share of the span. */
  noise: Fraction
  /** Middle distance between the way up and the way down, share of the span; null where one way is missing. */
  hysteresis: Fraction | null
  dropOuts: DropOut[]
  /** How it fits the gauge it must drive. */
  fit: 'fits' | 'ends-off' | 'turned' | 'other-range' | 'unknown'
  verdict: Verdict
  course: { position: Fraction; ohm: Ohm }[]
}
export type SweepProblem =
  { kind: 'too-few'; samples: number } | { kind: 'no-sweep'; share: Fraction } | { kind: 'all-open' }

const LEAST_SAMPLES = 25
/** A sweep that leaves more of the travel out is none. */
const LEAST_TRAVEL = 0.7
/** An end may be off by this share of the span (handbook T68: 5 %), a single sample beside the course by this (2 % and its noise). */
const END_SHARE = 0.05
const JUMP_SHARE = 0.05
const JUMP_DEVIATIONS = 6
/** Samples of an open circuit, or beyond the gauge's range by this factor, are open. */
const OPEN_FACTOR = 5
/** Drop-outs nearer than this are one. */
const SAME_PLACE = 0.025
const CELLS = 60

export function analyseSweep(
  samples: SweepSample[],
  error: InstrumentError,
  gauge: GaugeRange | null,
): { ok: true; value: SweepReading } | { ok: false; error: SweepProblem } {
  if (samples.length < LEAST_SAMPLES)
    return { ok: false, error: { kind: 'too-few', samples: samples.length } }
  const travel =
    Math.max(...samples.map((sample) => sample.position)) -
    Math.min(...samples.map((sample) => sample.position))
  if (travel < LEAST_TRAVEL) return { ok: false, error: { kind: 'no-sweep', share: travel } }
  const finite = samples.filter((sample) => Number.isFinite(sample.ohm)).map((sample) => sample.ohm)
  if (finite.length < LEAST_SAMPLES / 2) return { ok: false, error: { kind: 'all-open' } }
  const limit = OPEN_FACTOR * (gauge ? Math.max(gauge.emptyOhm, gauge.fullOhm) : quantile(finite, 0.9))
  const closed = samples.filter((sample) => sample.ohm < limit)
  const course = courseOf(closed)
  const emptyOhm = course.at(0),
    fullOhm = course.at(1)
  const span = Math.max(Math.abs(fullOhm - emptyOhm), 1e-9)
  const rest = closed.map((sample) => sample.ohm - course.at(sample.position))
  const noiseOhm = median(rest.map(Math.abs)) / 0.6745
  const off = Math.max(JUMP_SHARE * span, JUMP_DEVIATIONS * noiseOhm)
  const dropOuts = placesOf(samples, (sample) =>
    !(sample.ohm < limit) ? 'open' : Math.abs(sample.ohm - course.at(sample.position)) > off ? 'jump' : null,
  )
  const endSd = Math.hypot(noiseOhm / Math.sqrt(3), errorAt(error, Math.max(emptyOhm, fullOhm)))
  const fit = gauge ? fitOf(emptyOhm, fullOhm, endSd, gauge) : { fit: 'unknown' as const, certain: true }
  const misfits = !['fits', 'unknown'].includes(fit.fit)
  const verdict: Verdict =
    dropOuts.length > 0 || (fit.certain && misfits && !gauge?.typical)
      ? 'bad'
      : fit.certain && !misfits
        ? 'good'
        : 'inconclusive'
  return {
    ok: true,
    value: {
      direction: fullOhm >= emptyOhm ? 'rises' : 'falls',
      emptyOhm,
      fullOhm,
      endSd,
      noise: noiseOhm / span,
      dropOuts,
      fit: fit.fit,
      verdict,
      nonlinearity:
        Math.max(
          ...course.points.map(({ position, ohm }) =>
            Math.abs(ohm - emptyOhm - position * (fullOhm - emptyOhm)),
          ),
        ) / span,
      hysteresis: hysteresisOf(closed, span),
      course: course.points,
    },
  }
}

interface Course {
  points: { position: Fraction; ohm: Ohm }[]
  at: (position: Fraction) => Ohm
}

/** Medians over cells of position, then the monotone course through them: single jumps do not bend it. */
function courseOf(samples: SweepSample[]): Course {
  const cells = Array.from({ length: CELLS }, (): number[] => [])
  for (const { position, ohm } of samples)
    cells[Math.min(CELLS - 1, Math.max(0, Math.floor(position * CELLS)))]!.push(ohm)
  const filled = cells.flatMap((ohms, k) =>
    ohms.length > 0 ? [{ position: (k + 0.5) / CELLS, ohm: median(ohms) }] : [],
  )
  const smooth = filled.filter((point, k) => !standsOut(filled, k))
  const { fitted } = monotoneFit(smooth.map((point) => point.ohm))
  const points = smooth.map((point, k) => ({ position: point.position, ohm: fitted[k]! }))
  return { points, at: (position) => alongCourse(points, position) }
}

/** A cell beside what its neighbours agree on: left out, or the monotone fit would bend towards it. */
function standsOut(cells: { position: Fraction; ohm: Ohm }[], k: number): boolean {
  const around = (from: number, to: number) =>
    cells.slice(Math.max(0, from), Math.max(0, to)).map((cell) => cell.ohm)
  const [before, after] = [around(k - 3, k), around(k + 1, k + 4)]
  if (before.length < 2 || after.length < 2) return false
  const all = cells.map((cell) => cell.ohm)
  const span = Math.max(Math.abs(median(all.slice(-3)) - median(all.slice(0, 3))), 1e-9)
  return Math.abs(cells[k]!.ohm - 0.5 * (median(before) + median(after))) > JUMP_SHARE * span
}

/** Straight between the points of the course, and on beyond its ends as its end runs. */
function alongCourse(points: Course['points'], position: Fraction): Ohm {
  const above = points.findIndex((point) => point.position >= position)
  const k = above < 0 ? points.length - 1 : Math.max(1, above)
  const [a, b] = [points[k - 1]!, points[k]!]
  return a.ohm + ((position - a.position) / (b.position - a.position)) * (b.ohm - a.ohm)
}

function placesOf(
  samples: SweepSample[],
  kindOf: (sample: SweepSample) => DropOut['kind'] | null,
): DropOut[] {
  const bad = samples
    .flatMap((sample) => {
      const kind = kindOf(sample)
      return kind ? [{ position: sample.position, kind }] : []
    })
    .sort((one, other) => one.position - other.position)
  const places: DropOut[] = []
  for (const { position, kind } of bad) {
    const last = places.at(-1)
    if (last && position - last.to < SAME_PLACE) {
      last.to = position
      if (kind === 'open') last.kind = 'open'
    } else places.push({ from: position, to: position, kind })
  }
  return places
}

/** Ends against the gauge's, either way round; uncertain where an end lies near its limit. */
export function fitOf(
  emptyOhm: Ohm,
  fullOhm: Ohm,
  sd: Ohm,
  gauge: GaugeRange,
): { fit: SweepReading['fit']; certain: boolean } {
  const span = Math.abs(gauge.fullOhm - gauge.emptyOhm)
  const tolerance = END_SHARE * span
  const worst = (empty: Ohm, full: Ohm) =>
    Math.max(Math.abs(empty - gauge.emptyOhm), Math.abs(full - gauge.fullOhm))
  const own = worst(emptyOhm, fullOhm)
  const turned = worst(fullOhm, emptyOhm)
  if (turned < own && turned < 4 * tolerance) return { fit: 'turned', certain: true }
  if (own <= tolerance) return { fit: 'fits', certain: own <= tolerance - 2 * sd }
  const width = Math.abs(fullOhm - emptyOhm) / span
  return { fit: width < 0.75 || width > 1.33 ? 'other-range' : 'ends-off', certain: own > tolerance + 2 * sd }
}

/** Samples on the way up and on the way down, compared cell by cell. */
function hysteresisOf(samples: SweepSample[], span: Ohm): Fraction | null {
  const ways = { up: new Map<number, number[]>(), down: new Map<number, number[]>() }
  samples.forEach((sample, k) => {
    const before = samples[k - 1]
    if (!before || sample.position === before.position) return
    const way = sample.position > before.position ? ways.up : ways.down
    const cell = Math.floor(sample.position * 20)
    way.set(cell, [...(way.get(cell) ?? []), sample.ohm])
  })
  const both = [...ways.up.keys()].filter((cell) => ways.down.has(cell))
  return both.length < 5
    ? null
    : median(both.map((cell) => Math.abs(median(ways.up.get(cell)!) - median(ways.down.get(cell)!)))) / span
}
