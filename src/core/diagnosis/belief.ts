/**
 * The arithmetic of belief: weights over alternatives, updated by likelihoods, and what an outcome is
 * expected to tell. Trace's particles and the reference cases go through these same functions; the
 * allowances for slips and for a model that is too sure (eps, beta) are arguments, so that eps = 0 and
 * beta = 1 give Bayes' rule to the last digit.
 */
import { entropyBits, type Probability } from '../shared'

/** A belief about the figures z that vary from vehicle to vehicle: their mean, and their covariance. */
export interface Belief {
  mean: Float64Array | null
  /** Covariance lost to readings, as vectors u in P = I - sum u u'. */
  lost: Float64Array[]
}
/** Nothing read yet. */
export const NO_BELIEF: Belief = { mean: null, lost: [] }

/** Weights that add up to one, from their logarithms. */
export function normalisedWeights(logWeights: ArrayLike<number>): Float64Array {
  let largest = -Infinity
  for (let i = 0; i < logWeights.length; i += 1) largest = Math.max(largest, logWeights[i]!)
  const weights = new Float64Array(logWeights.length)
  let sum = 0
  for (let i = 0; i < weights.length; i += 1) sum += weights[i] = Math.exp(logWeights[i]! - largest)
  for (let i = 0; i < weights.length; i += 1) weights[i]! /= sum
  return weights
}

/** Chance of an outcome when a share of all is misjudged evenly among `outcomes`. */
export const withSlips = (chance: Probability, slip: Probability, outcomes: number): Probability =>
  (1 - slip) * chance + slip / outcomes

/** Logarithm of a weight after a likelihood, tempered by `beta`. */
export const weighed = (logWeight: number, likelihood: number, beta: number): number =>
  logWeight + beta * Math.log(likelihood)

/** Chances of the outcomes of a test for each alternative: outcome-major, `chance[k * alternatives + i]`. */
export interface OutcomeChances {
  outcomes: number
  chance: Float64Array
}

/**
 * Visits each outcome that can happen with its probability and the weights after it. The weights passed
 * to `visit` are one scratch array, overwritten by the next outcome.
 */
export function forEachOutcome(
  weights: Float64Array,
  { outcomes, chance }: OutcomeChances,
  visit: (probability: Probability, after: Float64Array, outcome: number) => void,
): void {
  const count = weights.length
  const after = new Float64Array(count)
  for (let k = 0; k < outcomes; k += 1) {
    let probability = 0
    for (let i = 0; i < count; i += 1) probability += after[i] = weights[i]! * chance[k * count + i]!
    if (!(probability > 0)) continue
    for (let i = 0; i < count; i += 1) after[i]! /= probability
    visit(probability, after, k)
  }
}

/** Expected fall of the entropy over the alternatives themselves, bits. */
export function expectedBits(weights: Float64Array, chances: OutcomeChances): number {
  let bits = entropyBits(weights)
  forEachOutcome(weights, chances, (probability, after) => (bits -= probability * entropyBits(after)))
  return bits
}
