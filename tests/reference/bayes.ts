/**
 * Bayes cases through the functions that Trace uses, with no allowance for slips and no tempering:
 * posterior, entropy, marginals, predictions and expected information agree to 1e-6.
 */
import {
  expectedBits,
  forEachOutcome,
  normalisedWeights,
  weighed,
  withSlips,
  type OutcomeChances,
} from '@/core/diagnosis'
import { entropyBits } from '@/core/shared'
import { Comparison, failed, type CaseData, type CaseReport } from './report'

const TOLERANCE = 1e-6
const NO_SLIPS = 0
const NO_TEMPER = 1

interface Hypotheses {
  faults: string[][]
  logWeights: number[]
}

export function compareBayes(data: CaseData): CaseReport {
  const hypotheses = hypothesesOf(data)
  if (!hypotheses) return failed(data, `unknown prior model "${data.prior_model}"`)
  const comparison = new Comparison()
  const tests = new Map<string, OutcomeChances>(
    Object.keys(data.tests).map((id) => [id, chancesOf(data.tests[id], hypotheses.faults)]),
  )
  const logWeights = [...hypotheses.logWeights]
  const open = new Set(tests.keys())
  let evidence = 1
  data.expected.steps.forEach((step: CaseData, at: number) => {
    if (at > 0) {
      const { test, outcome } = data.observations[at - 1]
      const k = data.tests[test].outcomes.indexOf(outcome)
      const chance = tests.get(test)!
      forEachOutcome(normalisedWeights(logWeights), chance, (probability, _, seen) => {
        if (seen !== k) return
        comparison.figure(
          `chance of ${test} ${outcome}`,
          step.probability_of_this_result,
          probability,
          TOLERANCE,
        )
        evidence *= probability
      })
      for (let i = 0; i < logWeights.length; i += 1)
        logWeights[i] = weighed(
          logWeights[i]!,
          withSlips(chance.chance[k * logWeights.length + i]!, NO_SLIPS, chance.outcomes),
          NO_TEMPER,
        )
      open.delete(test)
    }
    compareStep(comparison, data, step, hypotheses.faults, normalisedWeights(logWeights), tests, open)
  })
  comparison.figure('probability of all results', data.expected.evidence_probability, evidence, TOLERANCE)
  comparison.figure('number of hypotheses', data.expected.hypotheses, hypotheses.faults.length, TOLERANCE)
  const weights = normalisedWeights(logWeights)
  for (const { faults, p } of data.expected.posterior_hypotheses ?? []) {
    const id = [...faults].sort().join('+')
    comparison.figure(
      `posterior of ${id || 'no fault'}`,
      p,
      weights[hypotheses.faults.findIndex((set) => [...set].sort().join('+') === id)],
      TOLERANCE,
    )
  }
  return comparison.report(data, `${hypotheses.faults.length} hypotheses`)
}

function compareStep(
  comparison: Comparison,
  data: CaseData,
  step: CaseData,
  faults: string[][],
  weights: Float64Array,
  tests: Map<string, OutcomeChances>,
  open: Set<string>,
) {
  comparison.figure(`entropy after ${step.after}`, step.entropy_bits, entropyBits(weights), TOLERANCE)
  for (const [fault, p] of Object.entries(step.fault_marginals ?? {})) {
    comparison.figure(
      `marginal of ${fault} after ${step.after}`,
      p,
      faults.reduce((sum, set, at) => sum + (set.includes(fault) ? weights[at]! : 0), 0),
      TOLERANCE,
    )
  }
  for (const [test, wanted] of Object.entries<CaseData>(step.remaining_tests ?? {})) {
    const chances = tests.get(test)!
    comparison.figure(
      `information of ${test} after ${step.after}`,
      wanted.expected_information_gain_bits,
      open.has(test) ? expectedBits(weights, chances) : undefined,
      TOLERANCE,
    )
    const found = new Array<number>(chances.outcomes).fill(0)
    forEachOutcome(weights, chances, (probability, _, outcome) => (found[outcome] = probability))
    Object.entries(wanted.predictive ?? {}).forEach(([outcome, p]) =>
      comparison.figure(
        `${test} ${outcome} after ${step.after}`,
        p,
        found[data.tests[test].outcomes.indexOf(outcome)],
        TOLERANCE,
      ),
    )
  }
}

function hypothesesOf(data: CaseData): Hypotheses | null {
  const names: string[] = data.faults
  const prior = (fault: string): number => data.priors[fault]
  if (data.prior_model === 'categorical-single')
    return { faults: names.map((name) => [name]), logWeights: names.map((name) => Math.log(prior(name))) }
  const counts = (
    {
      'bernoulli-exactly-one': [1, 1],
      'bernoulli-one-or-two': [1, 2],
      'bernoulli-any': [0, names.length],
    } as Record<string, [number, number]>
  )[data.prior_model]
  if (!counts) return null
  const sets = Array.from({ length: 1 << names.length }, (_, mask) =>
    names.filter((_name, at) => mask & (1 << at)),
  ).filter((set) => set.length >= counts[0] && set.length <= counts[1])
  return {
    faults: sets,
    logWeights: sets.map((set) =>
      names.reduce((sum, name) => sum + Math.log(set.includes(name) ? prior(name) : 1 - prior(name)), 0),
    ),
  }
}

function chancesOf(test: CaseData, faults: string[][]): OutcomeChances {
  const outcomes: number = test.outcomes.length
  const chance = new Float64Array(outcomes * faults.length)
  faults.forEach((set, i) => {
    const row: number[] = test.kind === 'noisy-or' ? noisyOr(test, set) : test.p[set[0]!]
    row.forEach((p, k) => (chance[k * faults.length + i] = p))
  })
  return { outcomes, chance }
}

/** P(bad | S) = 1 - (1 - leak) prod(1 - trigger). */
function noisyOr(test: CaseData, set: string[]): number[] {
  const good = set.reduce((product, fault) => product * (1 - (test.trigger[fault] ?? 0)), 1 - test.leak)
  return test.outcomes.map((outcome: string) => (outcome === 'good' ? good : 1 - good))
}
