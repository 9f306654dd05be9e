/**
 * What the options of a judgement call cost on this job: work and parts, the share of a comeback that
 * each carries (the whole way in and out again, and the part), and the days that the vehicle stands.
 */
import { callsFor, type Call, type CallOption } from '../library'
import type { Minutes, Money } from '../shared'
import type { LayoutId } from '../vehicle'
import type { Plan } from './planTerms'

/** What an hour and a standing day cost; the parts come after so many days where that is known. */
export interface CallTerms {
  moneyPerMinute: Money
  moneyPerStandingDay: Money
  /** Days until ordered parts are there; typical ones where nobody asked. */
  leadDays: number | null
}
export const TYPICAL_TERMS: CallTerms = { moneyPerMinute: 1.2, moneyPerStandingDay: 60, leadDays: null }

export interface WeighedOption extends CallOption {
  /** Work and parts now. */
  now: Money
  /** Expected cost of doing it again. */
  again: Money
  /** Of the days that it stands. */
  standing: Money
  total: Money
}
export interface WeighedCall {
  call: Call
  options: WeighedOption[]
  recommended: string
  /** What decides: the part of the cost in which the best differs most from the next. */
  because: 'now' | 'again' | 'standing'
  /** The next one is within this of the best: it is a matter of taste. */
  close: boolean
}

/** Options that differ by less than this share of the better are alike. */
const ALIKE = 0.05

export function weighCalls(plan: Plan, layout: LayoutId, terms: CallTerms = TYPICAL_TERMS): WeighedCall[] {
  return callsFor(plan.repairs, layout).map((call): WeighedCall => {
    const options = call.options.map((option) => weigh(option, plan.minutes, terms))
    const [best, next] = [...options].sort((one, other) => one.total - other.total) as [
      WeighedOption,
      WeighedOption,
    ]
    const because = (['now', 'again', 'standing'] as const).reduce((most, part) =>
      next[part] - best[part] > next[most] - best[most] ? part : most,
    )
    return {
      call,
      options,
      recommended: best.id,
      because,
      close: next.total - best.total < ALIKE * best.total,
    }
  })
}

function weigh(
  option: CallOption,
  planMinutes: Minutes,
  { moneyPerMinute, moneyPerStandingDay, leadDays }: CallTerms,
): WeighedOption {
  const now = option.money + moneyPerMinute * option.minutes
  // A comeback goes the whole way again.
  const again = option.comeback * (option.money + moneyPerMinute * planMinutes + (option.comebackMoney ?? 0))
  const days = (option.leadDays > 0 ? (leadDays ?? option.leadDays) : 0) + option.waitHours / 24
  const standing = moneyPerStandingDay * days
  return { ...option, now, again, standing, total: now + again + standing }
}

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
