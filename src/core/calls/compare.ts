/** What else the same vehicle could be asked: another way in, and a further repair while it is open. */
import { byWay, repairById, waysInOf, type Pace, type Repair, type Setting, type WayInId } from '../library'
import type { Minutes } from '../shared'
import { DRIVEN_IN, type VehicleState } from '../vehicle'
import { planRepairs, plannerFor, type Plan, type Planner } from '../procedure'

/** One way in, as it would go for these repairs from here. */
export interface WayPlan {
  way: WayInId
  minutes: number
  people: number
  /** Tools that only this way wants. */
  tools: string[]
}

/** The same repairs by each way in that the vehicle has, cheapest first; empty where they need none. */
export function compareWays(
  setting: Setting,
  pace: Pace,
  start: VehicleState,
  repairIds: string[],
): WayPlan[] {
  const plans = waysInOf(setting.ways).flatMap((way) => {
    const plan = planRepairs(
      plannerFor({ ...setting, ways: byWay(setting.ways, way) }, pace),
      start,
      repairIds,
    )
    return plan.ok && plan.value.way === way ? [{ way, plan: plan.value }] : []
  })
  const shared = (tool: string) => plans.every(({ plan }) => plan.have.tools.includes(tool))
  return plans
    .map(({ way, plan }) => ({
      way,
      minutes: plan.minutes,
      people: plan.people,
      tools: plans.length > 1 ? plan.have.tools.filter((tool) => !shared(tool)) : [],
    }))
    .sort((one, other) => one.minutes - other.minutes)
}

/** What a further repair costs while this plan has the vehicle open, and what it costs on its own another day. */
export interface Addition {
  repairId: string
  nowMinutes: Minutes
  laterMinutes: Minutes
}

/** Repairs that share enough of the way to be worth a thought: those that save the most first. */
export function additions(
  planner: Planner,
  start: VehicleState,
  repairIds: string[],
  candidates: string[],
): Addition[] {
  const plan = planRepairs(planner, start, repairIds)
  if (!plan.ok) return []
  return candidates
    .filter((id) => !repairIds.includes(id) && sharesWay(repairById(id), plan.value))
    .flatMap((repairId): Addition[] => {
      const together = planRepairs(planner, start, [...repairIds, repairId])
      const alone = planRepairs(planner, DRIVEN_IN, [repairId])
      return together.ok && alone.ok
        ? [
            {
              repairId,
              nowMinutes: together.value.minutes - plan.value.minutes,
              laterMinutes: alone.value.minutes,
            },
          ]
        : []
    })
    .filter(({ nowMinutes, laterMinutes }) => nowMinutes < laterMinutes - WORTH_MINUTES)
    .sort((one, other) => other.laterMinutes - other.nowMinutes - (one.laterMinutes - one.nowMinutes))
}

/** Less than this saved is no reason to open the talk. */
const WORTH_MINUTES = 15

/** The same opening or the same height: what differs in nothing but the key is not asked. */
const sharesWay = ({ needs }: Repair, plan: Plan): boolean =>
  (plan.way !== null && (needs.module === 'out' || needs.wayIn === 'open')) ||
  (needs.height === 'raised' && plan.steps.some((step) => step.operationId === 'raise')) ||
  (needs.filterJoint === 'parted' && plan.steps.some((step) => step.operationId === 'partFilter'))
