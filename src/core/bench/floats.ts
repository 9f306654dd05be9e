/**
 * A float lifted by hand to five heights and let down again, with a plain ohmmeter: the sweep of whoever
 * has no logger. It finds what is open, jumps, hangs or runs otherwise at those heights, and says nothing
 * of what lies between them: sound both ways it is sound as far as looked.
 */
import { median, type Fraction, type Ohm } from '../shared'
import { errorAt, type InstrumentError, type Verdict } from './judge'
import { monotoneFit } from './monotone'
import { fitOf, type DropOut, type GaugeRange, type SweepProblem, type SweepReading } from './sweep'

export const FLOAT_HEIGHTS: readonly Fraction[] = [0, 0.25, 0.5, 0.75, 1]

/** Ohms at each of the five heights, from the floor up; infinite where the meter shows open, null where it was not read. */
export interface FloatsTaken {
  up: (Ohm | null)[]
  down: (Ohm | null)[]
}

/** A height beside the course by so much of the span is a jump: even a card of few wires steps less. */
const JUMP_SHARE = 0.12
/** The way down this far from the way up, share of the span: the float hangs, or the wiper lifts there. */
const APART_SHARE = 0.1
const LEAST_HEIGHTS = 4
/** How much being straight counts beside being monotone. */
const TIE_SHARE = 0.01

/** At least four heights on the way up with both ends; refuses fewer, and one that is open all the way. */
export function analyseFloats(
  { up, down }: FloatsTaken,
  error: InstrumentError,
  gauge: GaugeRange | null,
): { ok: true; value: SweepReading } | { ok: false; error: SweepProblem } {
  const read = FLOAT_HEIGHTS.flatMap((position, k) => {
    const ohms = [up[k], down[k]].filter((ohm): ohm is Ohm => ohm !== null && ohm !== undefined)
    return ohms.length > 0 ? [{ position, ohms }] : []
  })
  const ends = read[0]?.position === 0 && read.at(-1)?.position === 1
  if (read.length < LEAST_HEIGHTS || !ends)
    return { ok: false, error: { kind: 'no-sweep', share: read.length / FLOAT_HEIGHTS.length } }
  const closed = read.flatMap(({ position, ohms }) => {
    const shut = ohms.filter(Number.isFinite)
    return shut.length > 0 ? [{ position, ohm: median(shut), ohms: shut }] : []
  })
  if (closed.length < LEAST_HEIGHTS - 1) return { ok: false, error: { kind: 'all-open' } }
  const course = courseThrough(closed)
  const [emptyOhm, fullOhm] = [course[0]!.ohm, course.at(-1)!.ohm]
  const span = Math.max(Math.abs(fullOhm - emptyOhm), 1e-9)
  const apart = apartOf(closed)
  const dropOuts = dropOutsOf(read, closed, course, span, errorAt(error, Math.max(emptyOhm, fullOhm)))
  const endSd = errorAt(error, Math.max(emptyOhm, fullOhm))
  const fit = gauge ? fitOf(emptyOhm, fullOhm, endSd, gauge) : { fit: 'unknown' as const, certain: true }
  const misfits = !['fits', 'unknown'].includes(fit.fit)
  const bothWays = apart.length === FLOAT_HEIGHTS.length
  const verdict: Verdict =
    dropOuts.length > 0 || (fit.certain && misfits && !gauge?.typical)
      ? 'bad'
      : fit.certain && !misfits && bothWays
        ? 'good'
        : 'inconclusive'
  return {
    ok: true,
    value: {
      direction: fullOhm >= emptyOhm ? 'rises' : 'falls',
      emptyOhm,
      fullOhm,
      endSd,
      noise: 0,
      dropOuts,
      fit: fit.fit,
      verdict,
      nonlinearity:
        Math.max(
          ...course.map(({ position, ohm }) => Math.abs(ohm - emptyOhm - position * (fullOhm - emptyOhm))),
        ) / span,
      hysteresis: apart.length > 0 ? median(apart.map(({ by }) => by)) / span : null,
      course,
    },
  }
}

interface Height {
  position: Fraction
  ohms: Ohm[]
}
/** How far the way down lies from the way up, where both were read. */
const apartOf = (closed: Height[]) =>
  closed
    .filter(({ ohms }) => ohms.length > 1)
    .map(({ position, ohms }) => ({ position, by: Math.abs(ohms[0]! - ohms[1]!) }))

/** Heights that are open, stand beside the course, or read otherwise on the way down; each once. */
function dropOutsOf(
  read: Height[],
  closed: (Height & { ohm: Ohm })[],
  course: { ohm: Ohm }[],
  span: Ohm,
  meterOhm: Ohm,
): DropOut[] {
  const off = Math.max(JUMP_SHARE * span, 3 * meterOhm)
  const open = read.filter(({ ohms }) => ohms.some((ohm) => !Number.isFinite(ohm)))
  const beside = closed.filter(({ ohm }, k) => Math.abs(ohm - course[k]!.ohm) > off)
  const hangs = apartOf(closed).filter(({ by }) => by > Math.max(APART_SHARE * span, off / 2))
  return [
    ...open.map(({ position }) => at(position, 'open')),
    ...[...beside, ...hangs].map(({ position }) => at(position, 'jump')),
  ].filter((one, k, all) => all.findIndex(({ from }) => from === one.from) === k)
}

const at = (position: Fraction, kind: DropOut['kind']): DropOut => ({ from: position, to: position, kind })

/** One way through all heights; a height that no monotone course of the others passes near does not bend it. */
function courseThrough(points: { position: Fraction; ohm: Ohm }[]): { position: Fraction; ohm: Ohm }[] {
  const fitWithout = (left: number) => {
    const kept = points.filter((_, k) => k !== left)
    const { fitted } = monotoneFit(kept.map(({ ohm }) => ohm))
    const misses = kept.reduce((sum, { ohm }, k) => sum + Math.abs(ohm - fitted[k]!), 0)
    // Where leaving out either of two neighbours does, the one that lies farther from a straight card is the odd one.
    const [first, last] = [kept[0]!.ohm, kept.at(-1)!.ohm]
    const bent = kept.reduce(
      (sum, { position, ohm }) => sum + Math.abs(ohm - first - position * (last - first)),
      0,
    )
    return { kept, fitted, misses, bent }
  }
  const oddness = (one: { misses: number; bent: number }) => one.misses + TIE_SHARE * one.bent
  const whole = fitWithout(-1)
  const inner = points.map((_, k) => k).slice(1, -1)
  const best = inner
    .map((k) => ({ k, ...fitWithout(k) }))
    .sort((one, other) => oddness(one) - oddness(other))[0]
  const chosen = best && best.misses < 0.5 * whole.misses ? best : { k: -1, ...whole }
  const course = chosen.kept.map(({ position }, k) => ({ position, ohm: chosen.fitted[k]! }))
  return points.map(({ position }) => {
    const own = course.find((point) => point.position === position)
    if (own) return own
    const above = course.findIndex((point) => point.position > position)
    const [a, b] = [course[above - 1]!, course[above]!]
    return { position, ohm: a.ohm + ((position - a.position) / (b.position - a.position)) * (b.ohm - a.ohm) }
  })
}
