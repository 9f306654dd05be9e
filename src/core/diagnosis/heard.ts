/**
 * What the readings left of one particle's belief, kept in the space of what is read and not in that of the
 * figures that vary: whatever a row may still read follows from how it varies with the rows that were read.
 * The same Kalman step as in z (scatter.ts), at a fraction of its sums, since there are far fewer readings
 * than figures. Formulation: MODELS.md, "Posterior".
 */
import type { Belief } from './belief'
import { alongLost, expectedUnder, type Estimate, type Felt, type Predictive } from './scatter'

/** How the rows of one particle vary with each other under the vehicle's belief; filled as it is asked for. */
export interface Kinship {
  belief: Belief
  felt: Felt
  /** Mean and variance of each row before any reading; NaN until asked for. */
  mean: Float64Array
  variance: Float64Array
  /** By a row that was read, the covariances of each row with it. */
  with: (Float64Array | undefined)[]
}

interface Kin {
  felt: Felt
  belief: Belief
}

const known = new WeakMap<Estimate, Kinship>()

/** The kinship of a particle's rows under this table's belief. */
export function kinshipOf({ felt, belief }: Kin, predicted: Estimate): Kinship {
  const kept = known.get(predicted)
  if (kept && kept.belief === belief && kept.felt === felt) return kept
  const rows = predicted.values.length
  const fresh: Kinship = {
    belief,
    felt,
    mean: new Float64Array(rows).fill(NaN),
    variance: new Float64Array(rows),
    with: Array.from<undefined>({ length: rows }),
  }
  known.set(predicted, fresh)
  return fresh
}

function covariance(kinship: Kinship, predicted: Estimate, row: number, other: number): number {
  const { felt, belief } = kinship
  const column = (kinship.with[other] ??= new Float64Array(predicted.values.length).fill(NaN))
  const kept = column[row]!
  if (kept === kept) return kept
  let sum = shared(felt, predicted, row, other)
  for (const lost of belief.lost)
    sum -= alongLost({ felt }, predicted, lost, row) * alongLost({ felt }, predicted, lost, other)
  return (column[row] = sum)
}

/** Sum over the places that both rows feel, and over the severities. */
function shared(
  { of, start }: Felt,
  { derivatives, severity }: Estimate,
  row: number,
  other: number,
): number {
  let sum = severity
    ? severity[2 * row]! * severity[2 * other]! + severity[2 * row + 1]! * severity[2 * other + 1]!
    : 0
  if (!derivatives) return sum
  const [mine, theirs] = [of[row]!, of[other]!]
  const [myStart, theirStart] = [start[row]!, start[other]!]
  for (let i = 0, k = 0; i < mine.length && k < theirs.length;) {
    const apart = mine[i]! - theirs[k]!
    if (apart === 0) sum += derivatives[myStart + i++]! * derivatives[theirStart + k++]!
    else if (apart < 0) i += 1
    else k += 1
  }
  return sum
}

/** What every particle has learned from the readings, one particle after another in one piece of memory. */
export class Heard {
  /** How many readings each particle has learned from. */
  private count: Uint8Array
  /** Their rows. */
  private readonly rows: Int32Array
  /** How much of each it owned, against the scatter about it: scales the step. */
  private readonly scale: Float64Array
  /** Where each moved the mean, along its step. */
  private readonly shift: Float64Array
  /** Each reading's own row along the steps before it, row by row of a square. */
  private readonly along: Float64Array
  /** Steps of one row, overwritten by the next. */
  private readonly steps: Float64Array

  constructor(
    particles: number,
    /** The most that one can learn from. */
    readonly readings: number,
  ) {
    this.count = new Uint8Array(particles)
    this.rows = new Int32Array(particles * readings)
    this.scale = new Float64Array(particles * readings)
    this.shift = new Float64Array(particles * readings)
    this.along = new Float64Array(particles * readings * readings)
    this.steps = new Float64Array(readings)
  }

  /** How much each particle has heard by now: where a copy can go on from. */
  soFar(): Uint8Array {
    return this.count.slice()
  }

  /** The same memory, of its own, as it was when so much was heard. */
  since(count: Uint8Array): Heard {
    const copy = new Heard(count.length, this.readings)
    copy.count.set(count)
    copy.rows.set(this.rows)
    copy.scale.set(this.scale)
    copy.shift.set(this.shift)
    copy.along.set(this.along)
    return copy
  }

  private follow(at: number, kinship: Kinship, predicted: Estimate, row: number): number {
    const { readings, rows, scale, along, steps } = this
    const count = this.count[at]!
    const base = at * readings
    for (let i = 0; i < count; i += 1) {
      const before = (base + i) * readings
      let step = covariance(kinship, predicted, row, rows[base + i]!)
      for (let j = 0; j < i; j += 1) step -= along[before + j]! * steps[j]!
      steps[i] = scale[base + i]! * step
    }
    return count
  }

  /** Mean and variance of a row for a particle after what it has heard, written into `to`. */
  expect(at: number, kinship: Kinship, predicted: Estimate, row: number, to: Predictive): Predictive {
    if (Number.isNaN(kinship.mean[row]!)) {
      const before = expectedUnder(kinship, predicted, row)
      kinship.mean[row] = before.mean
      kinship.variance[row] = before.variance
    }
    let mean = kinship.mean[row]!
    let variance = kinship.variance[row]!
    const count = this.follow(at, kinship, predicted, row)
    const base = at * this.readings
    for (let i = 0; i < count; i += 1) {
      const step = this.steps[i]!
      mean += this.shift[base + i]! * step
      variance -= step * step
    }
    to.mean = mean
    to.variance = Math.max(variance, 0)
    return to
  }

  /** A reading that lies `off` what was expected is learned from: a Kalman step over the scatter `total`, scaled by how far the particle owns it. */
  hear(
    at: number,
    kinship: Kinship,
    predicted: Estimate,
    row: number,
    off: number,
    total: number,
    owned: number,
  ): void {
    const count = this.follow(at, kinship, predicted, row)
    const place = at * this.readings + count
    this.along.set(this.steps.subarray(0, count), place * this.readings)
    this.rows[place] = row
    this.scale[place] = Math.sqrt(owned / total)
    this.shift[place] = this.scale[place]! * off
    this.count[at] = count + 1
  }
}
