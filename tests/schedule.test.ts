/** The schedule on boards and projects whose best is known from other solvers (tests/reference/schedule.json). */
import { readFileSync } from 'node:fs'
import { describe, expect, it } from 'vitest'
import { ProjectSearch, Search, checkPlan, checkProject, lowerBound, readCases } from '@/core/schedule'

const text = readFileSync(new URL('./reference/schedule.json', import.meta.url), 'utf8')
const cases = readCases(text)
if (!cases.ok) throw new Error(cases.error.problem)
const { boards, projects } = cases.value
interface Known {
  boards: { name: string; optimum?: number; bestKnown?: number }[]
  projects: { cases: { name: string; optimum?: number }[] }
}
const known = JSON.parse(text) as Known

describe('boards', () => {
  it.each(boards)(
    '$name: sound, never better than what is proved, near what is known',
    { timeout: 60_000 },
    (board) => {
      const { optimum, bestKnown } = known.boards.find(({ name }) => name === board.name)!
      const search = new Search(board)
      for (let part = 0; part < 40; part += 1) search.run(75, part / 40)
      const { objective, broken } = checkPlan(board, search.plan()!)
      expect(broken).toEqual([])
      expect(objective).toBeGreaterThanOrEqual(Math.max(lowerBound(board), optimum ?? 0))
      // A short search: a tenth over what is proved, no worse than what others reached in their time.
      if (optimum !== undefined) expect(objective).toBeLessThanOrEqual(1.1 * optimum)
      if (bestKnown !== undefined) expect(objective).toBeLessThanOrEqual(bestKnown)
    },
  )
})

describe('projects', () => {
  it.each(projects)(
    '$name: sound, never under what is proved, within three in a hundred of it',
    (project) => {
      const optimum = known.projects.cases.find(({ name }) => name === project.name)!.optimum
      const search = new ProjectSearch(project)
      search.run(120)
      const { makespan, broken } = checkProject(project, search.plan())
      expect(broken).toEqual([])
      expect(makespan).toBe(search.makespan)
      expect(makespan).toBeGreaterThanOrEqual(Math.max(search.bound(), optimum ?? 0))
      if (optimum !== undefined) expect(makespan).toBeLessThanOrEqual(1.03 * optimum)
    },
  )
})
