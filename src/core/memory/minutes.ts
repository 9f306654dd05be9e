/** How long the shop's own people took for a step: what stands in prices in place of the typical minutes. */
import type { JobView } from '../job'
import { quantile, type Minutes } from '../shared'

type Work = JobView['work']
type DoneStep = NonNullable<Work>['done'] extends Map<unknown, infer Step> ? Step : never

/** A longer time between two steps was a break and says nothing of the step. */
const LONGEST_STEP: Minutes = 180
/** Sooner after the last one a step was only ticked then: what it took is in the one before. */
const SHORTEST_STEP: Minutes = 0.5
/** So many times must stand behind a figure of our own. */
export const LEAST_TIMES = 3

/** The steps of a job in the order in which they were done, with what each took; null where that is not known. */
export function stepTimes(work: Work): { step: DoneStep; minutes: Minutes | null }[] {
  const done = [...(work?.done.values() ?? [])].sort((one, other) => one.at - other.at)
  return done.map((step, place) => {
    const before = done[place - 1]
    const minutes = before ? (step.at - before.at) / 60_000 : Infinity
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

/** By operation: what it took in these jobs, where it was done often enough to say so. Jobs of people only: a stand-in takes no time. */
export function ownMinutesOf(jobs: readonly Pick<JobView, 'work'>[]): Map<string, OwnMinutes> {
  const all = new Map<string, Minutes[]>()
  for (const { work } of jobs) {
    // A step that was ticked at once with the next had its time there: neither says what it took alone.
    const times = stepTimes(work)
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
