/** Plans and ways: path searches of some hundred milliseconds, off the page. */
import { buildById, checkBuild } from '@/core/build'
import { additions, compareWays, plannedMinutes } from '@/core/calls'
import { foldJob } from '@/core/job'
import { surveyOf } from '@/core/library'
import { planRepairs, plannerFor, shownWay, standings, surveyMinutes, surveyOrder } from '@/core/procedure'
import { demandOf, needsOf } from '@/core/demand'
import { layoutOf } from '@/core/vehicle'
import { serve } from './serve'

serve({
  plan: ({ start, repairIds, setting, pace, already }) =>
    planRepairs(plannerFor(setting, pace), start, repairIds, already),
  additions: ({ start, repairIds, setting, pace, candidates }) =>
    additions(plannerFor(setting, pace), start, repairIds, candidates),
  build: ({ buildId, was, typed }) => {
    const build = buildById(buildId)
    const from = performance.now()
    return build && { ...checkBuild(build, was, typed), milliseconds: performance.now() - from }
  },
  ways: ({ start, repairIds, setting, pace }) => compareWays(setting, pace, start, repairIds),
  schools: ({ start, repairIds, setting, pace }) => plannedMinutes(setting, pace, start, repairIds),
  survey: ({ layout, setting, start, findings, repaired }) => {
    const items = surveyOf(layoutOf(layout))
    const standing = standings(items, new Map(findings), repaired)
    const left = items.filter((item) => ['open', 'held'].includes(standing.get(item.id)!.kind))
    const steps = surveyOrder(plannerFor(setting), start, left)
    return { steps, minutes: surveyMinutes(steps) }
  },
  needs: ({ jobs }) =>
    jobs.flatMap(({ jobId, events, vehicle }) => needsOf(foldJob(jobId, events, vehicle), vehicle)),
  demand: ({ fleet, done, now }) => demandOf(fleet, done, now),
  way: ({ setting, start, goal }) => shownWay(plannerFor(setting), start, goal),
})
