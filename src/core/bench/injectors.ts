/** A set of injectors on a flow bench: rates against each other, what fell off, leaks, and what cleaning brought (handbook T61, T59). */
import { median, type Fraction, type M3PerS } from '../shared'
import { errorAt, judge, type InstrumentError, type Verdict } from './judge'

export const SPRAYS = ['cone', 'streaks', 'jet', 'dribble'] as const
export type Spray = (typeof SPRAYS)[number]

export interface InjectorRun {
  id: string
  flowM3PerS: M3PerS
  spray: Spray
  /** Drops in the stated minute at pressure, shut. */
  dropsPerMin: number
  /** Rate before cleaning, where it was measured. */
  beforeM3PerS?: M3PerS
}

export interface JudgedInjector extends InjectorRun {
  /** Below the reference, as a share; negative when above. */
  down: Fraction
  downSd: Fraction
  /** What cleaning brought, as a share of the reference. */
  gained: Fraction | null
  verdict: Verdict
  why: 'flow' | 'spray' | 'leaks' | null
}

export interface InjectorSet {
  /** Against which the rates are held: the rated one, or the set's own middle. */
  referenceM3PerS: M3PerS
  by: 'rated' | 'set'
  injectors: JudgedInjector[]
  /** Highest less lowest, as a share of the reference. */
  spread: Fraction
  /** All of them lower than rated together: it is the pressure, the test fluid or the set. */
  allDown: Fraction | null
}

/** Typical: within 5 % of the set, not over one drop a minute, a cone (handbook T61). */
export const SET_TOLERANCE = 0.05
export const MOST_DROPS_PER_MIN = 1
const GOOD_SPRAY: Spray[] = ['cone', 'streaks']

export function judgeInjectors(
  runs: InjectorRun[],
  ratedM3PerS: M3PerS | null,
  error: InstrumentError,
): { ok: true; value: InjectorSet } | { ok: false; error: { kind: 'too-few'; injectors: number } } {
  if (runs.length < 2) return { ok: false, error: { kind: 'too-few', injectors: runs.length } }
  const middle = median(runs.map((run) => run.flowM3PerS))
  const reference = ratedM3PerS ?? middle
  const injectors = runs.map((run): JudgedInjector => {
    const down = 1 - run.flowM3PerS / reference
    const downSd = errorAt(error, run.flowM3PerS) / reference
    const flow = judge(down, downSd, { low: -SET_TOLERANCE, high: SET_TOLERANCE, source: 'generic' })
    const leaks = run.dropsPerMin > MOST_DROPS_PER_MIN
    const sprays = GOOD_SPRAY.includes(run.spray)
    return {
      ...run,
      down,
      downSd,
      gained: run.beforeM3PerS === undefined ? null : (run.flowM3PerS - run.beforeM3PerS) / reference,
      verdict: leaks || !sprays ? 'bad' : flow,
      why: leaks ? 'leaks' : !sprays ? 'spray' : flow === 'bad' ? 'flow' : null,
    }
  })
  const flows = runs.map((run) => run.flowM3PerS)
  return {
    ok: true,
    value: {
      referenceM3PerS: reference,
      by: ratedM3PerS === null ? 'set' : 'rated',
      injectors,
      spread: (Math.max(...flows) - Math.min(...flows)) / reference,
      allDown: ratedM3PerS === null ? null : 1 - middle / ratedM3PerS,
    },
  }
}
