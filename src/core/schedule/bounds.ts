/** What no plan can be better than: each job alone on the board, with everybody at its service. */
import { latenessOf, type Board } from './board'
import { compiled } from './compiled'
import { Timeline } from './timeline'

export interface PathBound {
  job: number
  /** It cannot end before. */
  end: number
}

/** By job, the earliest end with nobody else on the board; what it waits for in other jobs is taken as done. */
export function pathBounds(board: Board): PathBound[] {
  return board.jobs.map((job) => {
    const own = new Set(job.tasks)
    const alone: Board = {
      ...board,
      jobs: [job],
      tasks: board.tasks
        .filter(({ id }) => own.has(id))
        .map((task) => ({ ...task, after: task.after.filter(({ of }) => own.has(of)) })),
    }
    const timeline = new Timeline(compiled(alone))
    return { job: job.id, end: timeline.soonest(0) }
  })
}

/** Weighted lateness that no plan can go under. */
export function lowerBound(board: Board): number {
  const bounds = new Map(pathBounds(board).map(({ job, end }) => [job, end]))
  return board.jobs.reduce((sum, job) => sum + latenessOf(job, bounds.get(job.id)!), 0)
}
