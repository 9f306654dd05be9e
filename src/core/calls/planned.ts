/**
 * What the schools of a call take in work on this vehicle, from here: the whole is planned with the acts of each,
 * and the shortest is the measure. A typical figure stands where one of them has no plan.
 */
import { planRepairs, plannerFor } from '../procedure'
import type { Pace, Setting } from '../library'
import type { Minutes } from '../shared'
import type { VehicleState } from '../vehicle'
import { callsFor, type Call, type CallOption } from './calls'

/** Minutes by call and option, over the shortest option of the call. */
export type PlannedMinutes = Record<string, Record<string, Minutes>>

const actsOf = ({ repairs, plannedAs }: CallOption): string[] | undefined => repairs ?? plannedAs
/** Everything that is planned, with the acts of one option in place of those of all of them. */
function wholeWith(repairIds: readonly string[], call: Call, option: CallOption): string[] {
  const others = new Set([...call.about, ...call.options.flatMap((one) => actsOf(one) ?? [])])
  return [...repairIds.filter((id) => !others.has(id)), ...actsOf(option)!]
}

/** Minutes of each option whose call is one between acts; calls that are one of material or hand are left out. */
export function plannedMinutes(
  setting: Setting,
  pace: Pace,
  start: VehicleState,
  repairIds: string[],
): PlannedMinutes {
  const planner = plannerFor(setting, pace)
  const calls = callsFor(repairIds, setting.layout).filter(({ options }) => options.every(actsOf))
  return Object.fromEntries(
    calls.flatMap((call): [string, Record<string, Minutes>][] => {
      const plans = call.options.map((option) =>
        planRepairs(planner, start, wholeWith(repairIds, call, option)),
      )
      const minutes = plans.flatMap((plan) => (plan.ok ? [plan.value.minutes] : []))
      if (minutes.length < plans.length) return []
      const least = Math.min(...minutes)
      return [[call.id, Object.fromEntries(call.options.map(({ id }, k) => [id, minutes[k]! - least]))]]
    }),
  )
}
