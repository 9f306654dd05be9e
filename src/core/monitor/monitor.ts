/**
 * The monitor: walks any list of steps, one after another, and says where it could hurt somebody. It never
 * plans and never repairs.
 */
import { repairById } from '../library'
import type { LayoutId, VehicleState } from '../vehicle'
import { after, ideaOf, type Idea, type WatchedStep } from './idea'
import { PREDICATES } from './predicates'

export interface Breach {
  /** Number in the safety case; 0: the steps are out of order, or do not end with the vehicle put back. */
  rule: number
  /** Index of the step; the number of steps for what is missing at the end. */
  at: number
  step: string
  says: string
}

/** Everything that is wrong with these steps on this layout from this state; `end` is how the vehicle must stand at last, `once` what must be done exactly once. A build changes the layout on the way: then one for each step. */
export function watch(
  layouts: LayoutId | readonly LayoutId[],
  start: VehicleState,
  steps: readonly WatchedStep[],
  end: VehicleState = {},
  once: readonly string[] = [],
): Breach[] {
  const breaches: Breach[] = []
  let idea = ideaOf(start)
  steps.forEach((step, at) => {
    const now = after(idea, step)
    const layout = typeof layouts === 'string' ? layouts : layouts[at]!
    for (const { rule, says, broken } of PREDICATES)
      if (broken({ layout, step, before: idea, now })) breaches.push({ rule, at, step: step.id, says })
    idea = now
  })
  const amiss = once.filter((id) => !inItsParts(id, steps))
  return [
    ...breaches,
    ...notEnded(idea, end, steps.length),
    ...amiss.map((id) => ({
      rule: 0,
      at: steps.length,
      step: id,
      says: 'a repair is missing or done twice, or its parts are not in their order',
    })),
  ]
}

/** Is a repair done once, with each of its parts before it once and in order? A rinse that is left out meets the next chemical. */
function inItsParts(id: string, steps: readonly WatchedStep[]): boolean {
  const parts = (repairById(id).stages ?? []).map((_, at) => `${id}.${at + 1}`)
  const done = steps.map((step) => step.id).filter((step) => step === id || step.startsWith(`${id}.`))
  return done.join() === [...parts, id].join()
}

function notEnded(idea: Idea, end: VehicleState, at: number): Breach[] {
  const open = (Object.keys(end) as (keyof VehicleState)[]).filter(
    (variable) => idea.said[variable] !== end[variable],
  )
  const unproven: [boolean, string, number][] = [
    [idea.unseen, 'joints not seen dry', 9],
    [idea.highUnseen, 'high side not seen dry', 9],
    [idea.fillerUnproven, 'filler not proven', 11],
    [idea.flowUnproven, 'flow not proven', 15],
    [idea.cylindersWet, 'cylinders not cleared', 13],
  ]
  if (Object.keys(end).length === 0) return []
  return [
    ...open.map((variable) => ({ rule: 0, at, step: 'end', says: `not put back: ${variable}` })),
    ...unproven.flatMap(([is, says, rule]) => (is ? [{ rule, at, step: 'end', says }] : [])),
  ]
}
