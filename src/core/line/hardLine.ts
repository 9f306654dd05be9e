/**
 * Copy of a hard line from its survey. The old line is measured corner to corner: a leg runs from an end,
 * or from where two straight pieces would meet, to the next such point. A bend of angle θ on a centreline
 * radius R takes R·tan(θ/2) of each leg and gives R·θ of tube back; the cut length is what is left, with
 * what each end takes for its flare. Marks are where a bend begins, from the cut end. The tube is taken as
 * inextensible along its centreline: a hand bender stretches it by some tenths of a millimetre a bend,
 * which the last leg takes up (cut long, trim at the end).
 */
import type { Metre } from '../shared'

export interface LineLeg {
  lengthM: Metre
  /** Angle of the bend after this leg, rad; null at the last leg. */
  bendRad: number | null
  /** Turn of the tube in the bender against the plane of the bend before it, rad, clockwise seen from the cut end. */
  twistRad: number
}
export interface LineSurvey {
  outerDiameterM: Metre
  bendRadiusM: Metre
  legs: LineLeg[]
  /** What each end takes for its flare or bead. */
  endAllowanceM: [Metre, Metre]
}
export interface BendMark {
  /** From the cut end to where the bend begins. */
  atM: Metre
  bendRad: number
  twistRad: number
}
export interface LineCopy {
  cutM: Metre
  marks: BendMark[]
  /** Clips at most `CLIP_SPACING_M` apart and one near each end. */
  clips: number
  clipSpacingM: Metre
}
export type LineProblem =
  | { kind: 'no-legs' }
  | { kind: 'bad-figure'; leg: number; what: 'length' | 'bend' }
  | { kind: 'radius-too-small'; leastM: Metre }
  /** Two bends, or a bend and an end, leave too little straight tube for the bender. */
  | { kind: 'leg-too-short'; leg: number; needsM: Metre }

/** Supports of a fuel line stand no farther apart (handbook O27). */
export const CLIP_SPACING_M: Metre = 0.45
/** Tighter than this on its centreline, in outer diameters, a tube kinks in a hand bender; typical. */
export const LEAST_RADIUS_OD = 2.5
/** Straight tube that a bender holds before and after a bend, in outer diameters; typical. */
export const STRAIGHT_OD = 1.5

export function copyLine({
  outerDiameterM,
  bendRadiusM,
  legs,
  endAllowanceM,
}: LineSurvey): { ok: true; value: LineCopy } | { ok: false; error: LineProblem } {
  if (legs.length === 0) return { ok: false, error: { kind: 'no-legs' } }
  const bends = legs.slice(0, -1)
  const wrong = legs.findIndex((leg) => !(leg.lengthM > 0))
  if (wrong >= 0) return { ok: false, error: { kind: 'bad-figure', leg: wrong, what: 'length' } }
  const crooked = bends.findIndex(({ bendRad }) => bendRad === null || !(bendRad > 0) || bendRad >= Math.PI)
  if (crooked >= 0) return { ok: false, error: { kind: 'bad-figure', leg: crooked, what: 'bend' } }
  if (bends.length > 0 && bendRadiusM < LEAST_RADIUS_OD * outerDiameterM)
    return { ok: false, error: { kind: 'radius-too-small', leastM: LEAST_RADIUS_OD * outerDiameterM } }
  const setback = (leg: number) =>
    leg >= 0 && leg < bends.length ? bendRadiusM * Math.tan(bends[leg]!.bendRad! / 2) : 0
  const straight = legs.map((leg, at) => leg.lengthM - setback(at - 1) - setback(at))
  const short = straight.findIndex((length) => legs.length > 1 && length < STRAIGHT_OD * outerDiameterM)
  if (short >= 0)
    return {
      ok: false,
      error: {
        kind: 'leg-too-short',
        leg: short,
        needsM: setback(short - 1) + setback(short) + STRAIGHT_OD * outerDiameterM,
      },
    }
  let at = endAllowanceM[0]
  const marks = bends.map(({ bendRad, twistRad }, k): BendMark => {
    at += straight[k]!
    const mark = { atM: at, bendRad: bendRad!, twistRad }
    at += bendRadiusM * bendRad!
    return mark
  })
  const cutM = at + straight.at(-1)! + endAllowanceM[1]
  const spaces = Math.max(1, Math.ceil((cutM - endAllowanceM[0] - endAllowanceM[1]) / CLIP_SPACING_M))
  return {
    ok: true,
    value: {
      cutM,
      marks,
      clips: spaces + 1,
      clipSpacingM: (cutM - endAllowanceM[0] - endAllowanceM[1]) / spaces,
    },
  }
}

/** The corners of a survey, from the first end on, in the frame of the first leg. A figure that is missing counts as none. */
export function cornersOf({ legs }: LineSurvey): [Metre, Metre, Metre][] {
  const corners: Vec[] = [[0, 0, 0]]
  let along: Vec = [1, 0, 0]
  let toward: Vec = [0, 1, 0]
  for (const { lengthM, bendRad, twistRad } of legs) {
    corners.push(add(corners.at(-1)!, scale(along, Number.isFinite(lengthM) ? lengthM : 0)))
    if (bendRad === null || !Number.isFinite(bendRad)) continue
    toward = rotate(toward, along, twistRad)
    const [c, s] = [Math.cos(bendRad), Math.sin(bendRad)]
    const next = add(scale(along, c), scale(toward, s))
    toward = add(scale(toward, c), scale(along, -s))
    along = next
  }
  return corners
}

/** Where the bent tube ends, from its marks: the check of a copy against its survey. In the frame of the first leg, x along it. */
export function endOf(
  { bendRadiusM, endAllowanceM }: LineSurvey,
  { cutM, marks }: LineCopy,
): [Metre, Metre, Metre] {
  // Frenet walk: straight on, then arcs in the turned plane.
  let position: Vec = [0, 0, 0]
  let along: Vec = [1, 0, 0]
  let toward: Vec = [0, 1, 0]
  let from = endAllowanceM[0]
  for (const { atM, bendRad, twistRad } of marks) {
    position = add(position, scale(along, atM - from))
    toward = rotate(toward, along, twistRad)
    const [c, s] = [Math.cos(bendRad), Math.sin(bendRad)]
    position = add(position, add(scale(along, bendRadiusM * s), scale(toward, bendRadiusM * (1 - c))))
    const next = add(scale(along, c), scale(toward, s))
    toward = add(scale(along, -s), scale(toward, c))
    along = next
    from = atM + bendRadiusM * bendRad
  }
  return add(position, scale(along, cutM - endAllowanceM[1] - from))
}

type Vec = [Metre, Metre, Metre]
const add = (one: Vec, other: Vec): Vec => [one[0] + other[0], one[1] + other[1], one[2] + other[2]]
const scale = (one: Vec, by: number): Vec => [by * one[0], by * one[1], by * one[2]]
const cross = (one: Vec, other: Vec): Vec => [
  one[1] * other[2] - one[2] * other[1],
  one[2] * other[0] - one[0] * other[2],
  one[0] * other[1] - one[1] * other[0],
]
/** About a unit axis to which the vector stands square. */
const rotate = (one: Vec, axis: Vec, by: number): Vec =>
  add(scale(one, Math.cos(by)), scale(cross(axis, one), Math.sin(by)))
