/** A set of injectors on the bench. */
import { judgeInjectors, type InjectorRun, type Verdict } from '../../bench'
import type { Taking } from '../captureOffers'
import { type BenchContext, type Concluded, refused, concluded } from './terms'

export function concludeInjectors(
  taking: Taking,
  runs: InjectorRun[],
  ratedM3PerS: number | null,
  context: BenchContext,
): Concluded {
  const answer = judgeInjectors(runs, ratedM3PerS, context.handError)
  if (!answer.ok) return refused({ kind: 'too-few-injectors', injectors: answer.error.injectors })
  const { injectors, spread } = answer.value
  const verdict: Verdict = injectors.some((one) => one.verdict === 'bad')
    ? 'bad'
    : injectors.every((one) => one.verdict === 'good')
      ? 'good'
      : 'inconclusive'
  const worst = Math.max(...injectors.map((one) => Math.abs(one.down)))
  return concluded(
    { kind: 'injectors', ...answer.value },
    verdict,
    spread,
    Math.max(...injectors.map((one) => one.downSd)),
    '%',
    { low: 0, high: 0.1, source: 'generic' },
    taking.testId,
    worst,
  )
}
