/** Files of boards and projects to be solved (docs/formats/schedule-cases.md). */
import { z } from 'zod'
import { fail, ok, type Result } from '../shared'
import { boardSchema, wholeBoard, type BadBoard, type Board } from './board'
import { projectSchema, wholeProject, type Project } from './project'

const fileSchema = z.object({
  format: z.literal('schedule-cases'),
  boards: z.array(boardSchema).default([]),
  projects: z.object({ cases: z.array(projectSchema) }).default({ cases: [] }),
})

export interface ScheduleCases {
  boards: Board[]
  projects: Project[]
}

/** Every board and project of a file; or where it is wrong, and how. */
export function readCases(text: string): Result<ScheduleCases, BadBoard> {
  let raw: unknown
  try {
    raw = JSON.parse(text)
  } catch {
    return fail({ at: 'the file', problem: 'It is no JSON' })
  }
  const read = fileSchema.safeParse(raw)
  if (!read.success) {
    const [issue] = read.error.issues
    return fail({ at: issue!.path.join('.') || 'the file', problem: issue!.message })
  }
  const { boards, projects } = read.data
  for (const board of boards) {
    const whole = wholeBoard(board)
    if (!whole.ok) return fail({ ...whole.error, at: `${board.name}, ${whole.error.at}` })
  }
  for (const project of projects.cases) {
    const whole = wholeProject(project)
    if (!whole.ok) return fail({ ...whole.error, at: `${project.name}, ${whole.error.at}` })
  }
  return ok({ boards, projects: projects.cases })
}
