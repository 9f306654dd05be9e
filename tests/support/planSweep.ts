/** The sweep of plans: every layout, repair, way in and start, random sets, jobs taken up in the middle; each put before the monitor. */
import { FASTENINGS, OTHER_STARTS } from './planStarts'
import {
  derive,
  libraryOf,
  othersFor,
  usualWays,
  waysInOf,
  byWay,
  type Setting,
  type WayId,
} from '@/core/library'
import { watch, watched, type Breach, type WatchedStep } from '@/core/monitor'
import { PUT_BACK, forbidden, planRepairs, plannerFor, type Plan } from '@/core/procedure'
import { seededRandom } from '@/core/shared'
import {
  LAYOUTS,
  LAYOUT_IDS,
  SCOPES,
  inScope,
  only,
  unmet,
  type LayoutId,
  type VehicleState,
} from '@/core/vehicle'

export interface SweptPlan {
  setting: Setting
  start: VehicleState
  repairs: string[]
  already: string[]
  plan: Plan
}

/** Every repair that the layout may come to: by its faults in any scope, what stands for them and what goes beside. */
export function repairsOf(layout: LayoutId): string[] {
  const named = [
    ...new Set(
      SCOPES.flatMap((scope) =>
        libraryOf(inScope(LAYOUTS[layout], scope)).repairs.map((repair) => repair.id),
      ),
    ),
  ]
  const { instead, beside } = othersFor(LAYOUTS[layout], named)
  return [...named, ...instead.map((repair) => repair.id), ...beside.map((repair) => repair.id)]
}
/** A liner goes on a cleaned tank only. */
export const withWhatItNeeds = (id: string): string[] =>
  id === 'lineTank' ? ['cleanTank', 'lineTank'] : [id]

/** Ways in one by one, and the vehicle's other traits. */
function settingsOf(layout: LayoutId): Setting[] {
  const ways = usualWays(layout)
  const oneByOne = waysInOf(ways).map((way): Setting => ({ layout, ways: byWay(ways, way) }))
  const traits: WayId[][] = [['joint'], ['stall'], ['exhaustAside'], ...FASTENINGS.map((kind) => [kind])]
  return [...oneByOne, ...traits.map((more): Setting => ({ layout, ways: [...ways, ...more] }))]
}

export interface SweepSize {
  /** Every so many of the single repairs. */
  every: number
  sets: number
  halfDone: number
  layouts?: readonly LayoutId[]
}

/** Plans of the sweep, one after another; a set for which there is no way is handed to `noWay`. */
export function* sweep(
  { every, sets, halfDone, layouts = LAYOUT_IDS }: SweepSize,
  noWay: (said: string) => void,
): Generator<SweptPlan> {
  let count = 0
  const make = (setting: Setting, start: VehicleState, repairs: string[], already: string[] = []) => {
    const planned = planRepairs(plannerFor(setting), start, repairs, already)
    if (planned.ok) return { setting, start, repairs, already, plan: planned.value }
    noWay(`${setting.layout} by ${setting.ways.join()}: ${repairs.join()} to the ${planned.error.to}`)
    return null
  }
  for (const layout of layouts)
    for (const setting of settingsOf(layout))
      for (const start of OTHER_STARTS)
        for (const id of repairsOf(layout)) {
          if ((count += 1) % every !== 0) continue
          const swept = make(setting, start, withWhatItNeeds(id))
          if (swept) yield swept
        }
  const random = seededRandom(20261129)
  const pick = <T>(list: readonly T[]) => list[Math.floor(random.next() * list.length)]!
  for (let round = 0; round < sets; round += 1) {
    const layout = pick(layouts)
    const free = repairsOf(layout).filter((id) => !CLEANING.includes(id))
    const repairs = [...new Set(Array.from({ length: 2 + (round % 2) }, () => pick(free)))]
    const swept = make(pick(settingsOf(layout)), pick(OTHER_STARTS), repairs)
    if (swept) yield swept
  }
  for (let round = 0; round < halfDone; round += 1) {
    const layout = pick(layouts)
    const setting = pick(settingsOf(layout))
    const whole = make(setting, OTHER_STARTS[0]!, withWhatItNeeds(pick(repairsOf(layout))))
    if (!whole) continue
    const step = pick(whole.plan.steps)
    const done = whole.plan.steps
      .filter((one) => one.index <= step.index && one.operationId.startsWith('repair:'))
      .map((one) => one.repairId!)
    const swept = make(setting, step.after, whole.repairs, done)
    if (swept) yield swept
  }
}
const CLEANING = ['lineTank', 'cleanTank', 'cleanSoftTank', 'cleanPlasticTank', 'newTank', 'specialistTank']

export const watchedSteps = (plan: Plan): WatchedStep[] => plan.steps.map((step) => watched(step.act))

/** What the monitor says of a plan. */
export function judged(
  { setting, start, plan, repairs, already }: SweptPlan,
  steps: readonly WatchedStep[] = watchedSteps(plan),
): Breach[] {
  const { variables } = plannerFor(setting)
  return watch(
    setting.layout,
    only(start, variables),
    steps,
    only(PUT_BACK, variables),
    repairs.filter((id) => !already.includes(id)),
  )
}

/** Changes by hand: a step dropped, two neighbours swapped, a step done twice. */
export function broken(
  steps: readonly WatchedStep[],
  how: 'drop' | 'swap' | 'repeat',
  at: number,
): WatchedStep[] {
  const copy = [...steps]
  if (how === 'drop') copy.splice(at, 1)
  else if (how === 'repeat') copy.splice(at, 0, copy[at]!)
  else if (at + 1 < copy.length) copy.splice(at, 2, copy[at + 1]!, copy[at]!)
  return copy
}

/**
 * Does a changed plan break what the table of rules asks, what an act needs to be done at all, a state that
 * must not be, or does it end otherwise than it should? Told by the table alone: the monitor knows nothing of it.
 */
export function breaksTable({ setting, start }: SweptPlan, steps: readonly WatchedStep[]): boolean {
  const planner = plannerFor(setting)
  let state = only(start, planner.variables)
  for (const { does, purpose, sets } of steps) {
    const needs = only({ ...derive(setting.layout, does).needs, ...purpose }, planner.variables)
    if (unmet(state, needs).length > 0) return true
    state = { ...state, ...sets }
    if (forbidden(planner, state).length > 0) return true
  }
  return unmet(state, only(PUT_BACK, planner.variables)).length > 0
}

/** One change by hand to a plan, and whether the table and the monitor say anything against it. */
export interface Judgement {
  said: string
  breaks: boolean
  caught: boolean
}
/** Every repair of every layout alone as driven in, with every step dropped, swapped with the next and done twice; or of every so many of these plans. */
export function* everyChange(every: number): Generator<Judgement> {
  let count = 0
  for (const layout of LAYOUT_IDS)
    for (const more of [[], ['joint'], ['stall']] as WayId[][])
      for (const id of repairsOf(layout)) {
        if ((count += 1) % every !== 0) continue
        const setting: Setting = { layout, ways: [...usualWays(layout), ...more] }
        const [start, repairs] = [OTHER_STARTS[0]!, withWhatItNeeds(id)]
        const planned = planRepairs(plannerFor(setting), start, repairs)
        if (!planned.ok) continue
        const swept = { setting, start, repairs, already: [], plan: planned.value }
        const steps = watchedSteps(planned.value)
        for (const [at, step] of steps.entries())
          for (const how of ['drop', 'swap', 'repeat'] as const) {
            const changed = broken(steps, how, at)
            yield {
              said: `${layout} ${id}: ${how} ${step.id}`,
              breaks: breaksTable(swept, changed),
              caught: judged(swept, changed).length > 0,
            }
          }
      }
}
