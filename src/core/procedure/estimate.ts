/** What a plan is likely to come to, and what it came to against that. */
import type { Minutes, Money } from '../shared'
import type { Plan } from './planTerms'

/** What an hour and a standing day cost; the parts come after so many days where that is known. */
export interface CallTerms {
  moneyPerMinute: Money
  moneyPerStandingDay: Money
  /** Days until ordered parts are there; typical ones where nobody asked. */
  leadDays: number | null
}
export const TYPICAL_TERMS: CallTerms = { moneyPerMinute: 1.2, moneyPerStandingDay: 60, leadDays: null }

export interface Estimate {
  low: Money
  high: Money
  lowMinutes: Minutes
  highMinutes: Minutes
  /** Its steps whose minutes are the shop's own. */
  ownSteps: number
}
/** What is known better than what is typical: the price of the parts, and what a step takes here, by operation. */
export interface OwnFigures {
  partsMoney?: Money
  minutes?: ReadonlyMap<string, { low: Minutes; high: Minutes }>
}
/** Typical spread of bench times, as shares of what is typical. */
const QUICK = 0.8
const SLOW = 1.35

/** What the work is likely to come to: parts and minutes, from the quick end to the slow one. */
export function estimateOf(
  plan: Plan,
  moneyPerMinute: Money,
  { partsMoney = plan.money, minutes }: OwnFigures = {},
): Estimate {
  const own = plan.steps.flatMap((step) => {
    const known = minutes?.get(step.operationId)
    return known ? [{ typical: step.minutes, ...known }] : []
  })
  const rest = plan.minutes - own.reduce((sum, { typical }) => sum + typical, 0)
  const lowMinutes = QUICK * rest + own.reduce((sum, { low }) => sum + low, 0)
  const highMinutes = SLOW * rest + own.reduce((sum, { high }) => sum + high, 0)
  return {
    low: partsMoney + moneyPerMinute * lowMinutes,
    high: partsMoney + moneyPerMinute * highMinutes,
    lowMinutes,
    highMinutes,
    ownSteps: own.length,
  }
}

/** Parts and minutes of work as money, and where it lies against the range that was named. */
export function cameTo(
  estimate: { low: Money; high: Money },
  parts: Money,
  minutes: Minutes,
  moneyPerMinute: Money,
): { money: Money; against: 'under' | 'within' | 'over' } {
  const money = parts + moneyPerMinute * minutes
  return { money, against: money > estimate.high ? 'over' : money < estimate.low ? 'under' : 'within' }
}
