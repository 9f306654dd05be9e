/** Plans and ways: path searches of some hundred milliseconds, off the page. */
import { surveyOf } from '@/core/library'
import { additions, compareWays, planRepairs, plannerFor, plannerOf, reach, standings, surveyMinutes, surveyOrder } from '@/core/procedure'
import { layoutOf } from '@/core/vehicle'
import { serve } from './serve'

const planner = plannerOf()

serve({
  plan: ({ start, repairIds, ways, pace }) => planRepairs(plannerFor(ways, pace), start, repairIds),
  additions: ({ start, repairIds, ways, pace, candidates }) => additions(plannerFor(ways, pace), start, repairIds, candidates),
  ways: ({ start, repairIds, ways, pace }) => compareWays(ways, pace, start, repairIds),
  survey: ({ layout, start, findings, repaired }) => {
    const items = surveyOf(layoutOf(layout))
    const standing = standings(items, new Map(findings), repaired)
    const left = items.filter((item) => ['open', 'held'].includes(standing.get(item.id)!.kind))
    const steps = surveyOrder(planner, start, left)
    return { steps, minutes: surveyMinutes(steps) }
  },
  way: ({ start, goal }) => {
    const way = reach(planner, start, goal)
    return way && { minutes: way.minutes, steps: way.steps.map((step) => step.operation.title) }
  },
})
