/**
 * The belief about the figures that vary from vehicle to vehicle (the nuisances z, and the severity
 * within its stratum): a mean and a covariance I - sum u u', moved by what is known of the vehicle with a
 * Kalman step. What the readings of a job leave of it for each particle is in heard.ts. Formulation:
 * MODELS.md, "Posterior".
 */
import { ACCURACY, type Test } from '../library'
import type { Belief } from './belief'

/** Structural error of the model: share of the value, and of the span. */
const STRUCTURAL_RELATIVE = 0.025
const STRUCTURAL_SPAN = 0.003

/** Scatter assumed of any figure until its derivatives are there. */
const NO_DERIVATIVES_YET = 0.04
/** Severities of a particle, placed behind the nuisances in z: one a fault, two for a pair. */
const SEVERITIES = 2

/** Standard deviation of a reading of this value about what the model predicts: the instrument's, and the model's own. */
export function readingSigma(entry: { test: Test; span: number }, value: number): number {
  return Math.sqrt(readingVariance(entry, value))
}

/** Its square. Sums of squares and no `hypot`: this is asked a million times a ranking. */
export function readingVariance({ test, span }: { test: Test; span: number }, value: number): number {
  const { relative, floor } = ACCURACY[test.instrument]
  const least = floor(test.reading.kind === 'number' ? test.reading.unit : 'V')
  const structural = STRUCTURAL_SPAN * span
  return (
    (relative * relative + STRUCTURAL_RELATIVE * STRUCTURAL_RELATIVE) * value * value +
    least * least +
    structural * structural
  )
}

/** What a variant of the vehicle reads, and how that moves with what is not known of it. */
export interface Estimate {
  /** One value a row. */
  values: Float64Array
  /** In the order of `Felt`; null until they are computed. */
  derivatives: Float64Array | null
  /** Shift of each row within one stratum of severity, two columns; null for a sound vehicle. */
  severity: Float64Array | null
}

export interface Predictive {
  mean: number
  variance: number
}

/** What derivatives speak of: for each row the places in z that it feels, and where its derivatives begin. */
export interface Felt {
  nuisances: number
  of: Int32Array[]
  start: Int32Array
}

function feltOf(of: Int32Array[], nuisances: number): Felt {
  const start = new Int32Array(of.length)
  for (let row = 1; row < of.length; row += 1) start[row] = start[row - 1]! + of[row - 1]!.length
  return { nuisances, of, start }
}

/** Every row feels every nuisance: the order in which derivatives are computed. */
export function feltByAll(rows: number, nuisances: number): Felt {
  const every = Int32Array.from({ length: nuisances }, (_, k) => k)
  return feltOf(
    Array.from({ length: rows }, () => every),
    nuisances,
  )
}

/** The places that move a row by more than `least[row]` a standard deviation in some particle; derivatives are complete here. */
export function feltAmong(predicted: Estimate[], least: Float64Array, nuisances: number): Felt {
  const of = Array.from(least, (threshold, row) => {
    const places: number[] = []
    for (let k = 0; k < nuisances; k += 1)
      if (predicted.some(({ derivatives }) => Math.abs(derivatives![row * nuisances + k]!) > threshold))
        places.push(k)
    return Int32Array.from(places)
  })
  return feltOf(of, nuisances)
}

/** Complete derivatives, packed to what is felt: a fifth of the memory, which is what the sums over particles wait for. */
export function packed(complete: Float64Array, { nuisances, of }: Felt): Float64Array {
  const kept: number[] = []
  of.forEach((places, row) => places.forEach((k) => kept.push(complete[row * nuisances + k]!)))
  return Float64Array.from(kept)
}

/** Predicted mean and variance of a row under the belief of a table. */
export const expectedUnder = (
  table: { felt: Felt; belief: Belief },
  predicted: Estimate,
  row: number,
): Predictive => predictiveOf(table, predicted, table.belief, row)

/** Predicted mean and variance of a row under a belief about z. */
export function predictiveOf(
  table: { felt: Felt },
  predicted: Estimate,
  belief: Belief,
  row: number,
): Predictive {
  const { derivatives, severity, values } = predicted
  const { nuisances, of, start } = table.felt
  const { mean: z, lost } = belief
  let mean = values[row]!
  let variance = derivatives ? 0 : (NO_DERIVATIVES_YET * mean) ** 2
  if (derivatives) {
    const places = of[row]!
    const base = start[row]!
    for (let i = 0; i < places.length; i += 1) {
      const d = derivatives[base + i]!
      variance += d * d
      if (z) mean += d * z[places[i]!]!
    }
  }
  for (let k = 0; severity && k < SEVERITIES; k += 1) {
    const d = severity[SEVERITIES * row + k]!
    variance += d * d
    if (z) mean += d * z[nuisances + k]!
  }
  for (let i = 0; i < lost.length; i += 1) variance -= alongLost(table, predicted, lost[i]!, row) ** 2
  return { mean, variance: Math.max(variance, 0) }
}

/** A row along a direction in z. */
export function alongLost(
  { felt: { nuisances, of, start } }: { felt: Felt },
  { derivatives, severity }: Estimate,
  lost: Float64Array,
  row: number,
): number {
  let dot = 0
  if (derivatives) {
    const places = of[row]!
    const base = start[row]!
    for (let i = 0; i < places.length; i += 1) dot += derivatives[base + i]! * lost[places[i]!]!
  }
  for (let k = 0; severity && k < SEVERITIES; k += 1)
    dot += severity[SEVERITIES * row + k]! * lost[nuisances + k]!
  return dot
}

/** Kalman step of z from a reading y of this variance at a row. */
export function learn(
  table: { felt: Felt },
  predicted: Estimate,
  belief: Belief,
  row: number,
  y: number,
  predictive: Predictive,
  readingVariance: number,
): Belief {
  const { nuisances, of, start } = table.felt
  const total = predictive.variance + readingVariance
  const gain = new Float64Array(nuisances + SEVERITIES)
  const places = of[row]!
  for (let i = 0; i < places.length; i += 1) gain[places[i]!] = predicted.derivatives![start[row]! + i]!
  for (let k = 0; predicted.severity && k < SEVERITIES; k += 1)
    gain[nuisances + k] = predicted.severity[SEVERITIES * row + k]!
  for (const lost of belief.lost) {
    const dot = alongLost(table, predicted, lost, row)
    for (let k = 0; k < gain.length; k += 1) gain[k]! -= dot * lost[k]!
  }
  const step = (y - predictive.mean) / total
  const mean = gain.map((along, k) => (belief.mean?.[k] ?? 0) + step * along)
  const shrink = Math.sqrt(1 / total)
  return { mean, lost: [...belief.lost, gain.map((along) => shrink * along)] }
}
