/**
 * A stiff body through a round neck under a ceiling, in the plane in which it is tilted: two numbers say how
 * it stands, its tilt and how deep its lowest corner is, and a way through is a way in the plane of those two.
 * A round body in a round opening needs no more across that plane than in it. SI.
 */
import { bisect, type Metre } from '../shared'

export interface Passage {
  /** Width of the body with what sticks out of it, and its length. */
  widthM: Metre
  lengthM: Metre
  /** The opening less its clearance on both sides, and the depth of its neck. */
  openingM: Metre
  neckM: Metre
  /** From the top of the neck up to what is in the way, and down to the floor. */
  headroomM: Metre
  depthM: Metre
}

const TILT_STEPS = 170
const MOST_TILT = (85 * Math.PI) / 180
const DEPTH_STEPS = 160

/** Width that the part of the body in the neck takes, its lowest corner `depth` under the neck's top. */
export function widthInNeck({ widthM, neckM }: Passage, tilt: number, depthM: Metre): Metre {
  const [sin, cos] = [Math.sin(tilt), Math.cos(tilt)]
  const corner = widthM * sin
  if (depthM <= 0) return 0
  // Only its corner is in: a triangle.
  if (depthM < corner) return depthM * (sin / cos + cos / sin)
  const far = Math.min(depthM, neckM + corner)
  return widthM * cos + (far * sin) / cos
}
/** Its highest corner over the top of the neck. */
export const heightOver = ({ widthM, lengthM }: Passage, tilt: number, depthM: Metre): Metre =>
  widthM * Math.sin(tilt) + lengthM * Math.cos(tilt) - depthM

const WIDE = TILT_STEPS + 1
const tiltOf = (i: number) => (i / TILT_STEPS) * MOST_TILT

/** The opening that each tilt and depth of the grid needs; none helps where roof or floor is in the way. */
interface Field {
  needsM: Float64Array
  depthOf: (j: number) => Metre
}
function fieldOf(passage: Omit<Passage, 'openingM'>): Field {
  const depthOf = (j: number) => (j / DEPTH_STEPS) * passage.lengthM
  const needsM = new Float64Array(WIDE * (DEPTH_STEPS + 1)).fill(Infinity)
  const whole = { ...passage, openingM: 0 }
  for (let i = 0; i <= TILT_STEPS; i += 1)
    for (let j = 0; j <= DEPTH_STEPS; j += 1) {
      const [tilt, depthM] = [tiltOf(i), depthOf(j)]
      if (depthM > passage.depthM + 1e-9) break
      if (heightOver(whole, tilt, depthM) <= passage.headroomM + 1e-9)
        needsM[j * WIDE + i] = widthInNeck(whole, tilt, depthM)
    }
  return { needsM, depthOf }
}

export interface Way {
  /** Tilt at each depth on the way in, rad. */
  steps: { tilt: number; depthM: Metre }[]
}

/** A way from outside to upright inside; null where there is none on a grid of half a degree. */
export function wayThrough(passage: Passage): Way | null {
  const field = fieldOf(passage)
  const came = searched(field, passage.openingM)
  return came && { steps: traced(came, field) }
}

/** Where each place of the grid was come to from, up to upright inside; null where an opening does not let it get there. */
function searched({ needsM }: Field, openingM: Metre): Int32Array | null {
  const came = new Int32Array(needsM.length).fill(-2)
  const queue = new Int32Array(needsM.length)
  let waiting = 0
  const visit = (at: number, from: number) => {
    if (came[at] !== -2 || needsM[at]! > openingM + 1e-9) return
    came[at] = from
    queue[waiting] = at
    waiting += 1
  }
  for (let i = 0; i <= TILT_STEPS; i += 1) visit(i, -1)
  for (let head = 0; head < waiting; head += 1) {
    const at = queue[head]!
    const i = at % WIDE
    if (at === INSIDE) return came
    if (at + WIDE < needsM.length) visit(at + WIDE, at)
    if (i > 0) visit(at - 1, at)
    if (i < TILT_STEPS) visit(at + 1, at)
    if (at >= WIDE) visit(at - WIDE, at)
  }
  return null
}
/** Upright, and wholly in. */
const INSIDE = DEPTH_STEPS * WIDE

function traced(came: Int32Array, { depthOf }: Field): Way['steps'] {
  const steps: Way['steps'] = []
  for (let at = INSIDE; at >= 0; at = came[at]!)
    steps.push({ tilt: tiltOf(at % WIDE), depthM: depthOf(Math.floor(at / WIDE)) })
  return steps.reverse()
}

/** The least opening that it goes through, to a tenth of a millimetre; null where no opening helps: too long for what is under or over it. */
export function leastOpening(passage: Passage): Metre | null {
  const field = fieldOf(passage)
  const goes = (openingM: Metre) => searched(field, openingM) !== null
  let [low, high] = [0.5 * passage.widthM, passage.widthM + passage.lengthM + passage.neckM]
  if (!goes(high)) return null
  while (high - low > 1e-4) {
    const middle = 0.5 * (low + high)
    if (goes(middle)) high = middle
    else low = middle
  }
  return high
}

/** The opening that it needs held at one tilt all the way, the least that lets it in under what is above (EQ20); null where no tilt does. */
export function heldOpening({
  widthM,
  lengthM,
  neckM,
  headroomM,
}: Omit<Passage, 'openingM' | 'depthM'>): Metre | null {
  if (headroomM >= lengthM) return widthM
  const over = (tilt: number) => widthM * Math.sin(tilt) + lengthM * Math.cos(tilt) - headroomM
  // It is highest where its diagonal stands upright, and falls from there on.
  const tilt = bisect(over, Math.atan2(widthM, lengthM), 0.5 * Math.PI, 1e-6)
  return tilt === null ? null : widthM / Math.cos(tilt) + neckM * Math.tan(tilt)
}
