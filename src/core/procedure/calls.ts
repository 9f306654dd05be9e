/**
 * What the options of a judgement call cost on this job: work and parts, the share of a comeback that
 * each carries (the whole way in and out again, and the part), and the days that the vehicle stands.
 */
import { callsFor, type Call, type CallOption } from '../library'
import type { Minutes, Money } from '../shared'
import type { LayoutId } from '../vehicle'
import type { Plan } from './plan'

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

/** What the work is likely to come to: parts and minutes, from the quick end to the slow one. Typical spread of bench times. */
export function estimateOf(
  plan: Plan,
  moneyPerMinute: Money,
): { low: Money; high: Money; lowMinutes: Minutes; highMinutes: Minutes } {
  const [lowMinutes, highMinutes] = [0.8 * plan.minutes, 1.35 * plan.minutes]
  return {
    low: plan.money + moneyPerMinute * lowMinutes,
    high: plan.money + moneyPerMinute * highMinutes,
    lowMinutes,
    highMinutes,
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
