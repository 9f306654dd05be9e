/** How long the shop's own people took for a step: what stands in prices in place of the typical minutes. */
import type { JobView } from '../job'
import { OPERATIONS, REPAIRS } from '../library'
import { quantile, type Minutes } from '../shared'

type Work = JobView['work']
type Timed = Pick<JobView, 'work' | 'waits'>
type DoneStep = NonNullable<Work>['done'] extends Map<unknown, infer Step> ? Step : never

/** A longer time between two steps was a break and says nothing of the step. */
const LONGEST_STEP: Minutes = 180
/** Sooner after the last one a step was only ticked then: what it took is in the one before. */
const SHORTEST_STEP: Minutes = 0.5
/** So many times must stand behind a figure of our own. */
export const LEAST_TIMES = 3

/** After these something cures, soaks or dries: the time to the next step is not work. */
const WAITED: ReadonlySet<string> = new Set([
  ...OPERATIONS.filter(({ wait }) => wait).map(({ id }) => id),
  ...REPAIRS.flatMap(({ id, wait, stages = [] }) => [
    ...(wait ? [`repair:${id}`] : []),
    ...stages.flatMap((stage, at) => (stage.wait ? [`stage:${id}.${at + 1}`] : [])),
  ]),
])

/** The steps of a job in the order in which they were done, with what each took; null where that is not known, or where the work stood between. */
export function stepTimes({ work, waits }: Timed): { step: DoneStep; minutes: Minutes | null }[] {
  const done = [...(work?.done.values() ?? [])].sort((one, other) => one.at - other.at)
  return done.map((step, place) => {
    const before = done[place - 1]
    const stood =
      before &&
      (WAITED.has(before.operationId) ||
        waits.some(({ holds, startedAt, endsAt }) => holds && startedAt < step.at && endsAt > before.at))
    const minutes = before && !stood ? (step.at - before.at) / 60_000 : Infinity
    return { step, minutes: minutes >= SHORTEST_STEP && minutes <= LONGEST_STEP ? minutes : null }
  })
}

/** Of the times that a step took here: the middle, and the quick and the slow tenth. */
export interface OwnMinutes {
  low: Minutes
  middle: Minutes
  high: Minutes
  times: number
}

/** By operation: what it took in these jobs, where it was done often enough to say so. */
export function ownMinutesOf(jobs: readonly Timed[]): Map<string, OwnMinutes> {
  const all = new Map<string, Minutes[]>()
  for (const job of jobs) {
    // A step that was ticked at once with the next had its time there: neither says what it took alone.
    const times = stepTimes(job)
    for (const [place, { step, minutes }] of times.entries()) {
      const next = times[place + 1]
      const shared = next !== undefined && next.step.at - step.at < 60_000 * SHORTEST_STEP
      if (minutes === null || shared) continue
      all.set(step.operationId, [...(all.get(step.operationId) ?? []), minutes])
    }
  }
  return new Map(
    [...all]
      .filter(([, times]) => times.length >= LEAST_TIMES)
      .map(([operationId, times]) => [
        operationId,
        {
          low: quantile(times, 0.1),
          middle: quantile(times, 0.5),
          high: quantile(times, 0.9),
          times: times.length,
        },
      ]),
  )
}
