/**
 * What the options of a judgement call cost on this job: work and parts, the share of a comeback that
 * each carries (the whole way in and out again, and the part), and the days that the vehicle stands.
 */
import { TYPICAL_TERMS, type CallTerms, type Plan } from '../procedure'
import type { Minutes, Money } from '../shared'
import type { LayoutId } from '../vehicle'
import { callsFor, type Call, type CallOption } from './calls'
import type { PlannedMinutes } from './planned'

export interface WeighedOption extends CallOption {
  /** Its minutes are those of a plan on this vehicle, not typical ones. */
  planned: boolean
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

export function weighCalls(
  plan: Plan,
  layout: LayoutId,
  terms: CallTerms = TYPICAL_TERMS,
  planned: PlannedMinutes = {},
): WeighedCall[] {
  return callsFor(plan.repairs, layout).map((call): WeighedCall => {
    const own = planned[call.id]
    const options = call.options.map((option) => {
      const minutes = own?.[option.id]
      return {
        ...weigh(minutes === undefined ? option : { ...option, minutes }, plan.minutes, terms),
        planned: minutes !== undefined,
      }
    })
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
): Omit<WeighedOption, 'planned'> {
  const now = option.money + moneyPerMinute * option.minutes
  // A comeback goes the whole way again.
  const again = option.comeback * (option.money + moneyPerMinute * planMinutes + (option.comebackMoney ?? 0))
  const days = (option.leadDays > 0 ? (leadDays ?? option.leadDays) : 0) + option.waitHours / 24
  const standing = moneyPerStandingDay * days
  return { ...option, now, again, standing, total: now + again + standing }
}
