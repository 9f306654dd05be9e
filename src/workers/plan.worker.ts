/** Plans and ways: path searches of some hundred milliseconds, off the page. */
import { planRepairs, plannerOf, reach } from '@/core/procedure'
import { serve } from './serve'

const planner = plannerOf()

serve({
  plan: ({ start, repairIds }) => planRepairs(planner, start, repairIds),
  way: ({ start, goal }) => {
    const way = reach(planner, start, goal)
    return way && { minutes: way.minutes, steps: way.steps.map((step) => step.operation.title) }
  },
})
