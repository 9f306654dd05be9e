/** Solves every board and project of a file, and prints one JSON line each: objective, bound, seconds, plan. */
import { readFileSync } from 'node:fs'
import {
  ProjectSearch,
  Search,
  brokenText,
  checkPlan,
  checkProject,
  lowerBound,
  readCases,
  type Board,
  type Project,
} from '@/core/schedule'

const USAGE = 'npm run -s schedule -- FILE [--seconds N]'
const SECONDS = 5
/** Rounds between two looks at the clock. */
const AT_ONCE = 50

function asked(args: string[]): { file: string; seconds: number } | null {
  const at = args.indexOf('--seconds')
  const seconds = at < 0 ? SECONDS : Number(args[at + 1])
  const [file, ...more] = args.filter((_, k) => at < 0 || (k !== at && k !== at + 1))
  return file && more.length === 0 && seconds > 0 && seconds <= 3600 ? { file, seconds } : null
}

const say = (line: object) => console.log(JSON.stringify(line))

function solveBoard(board: Board, seconds: number): boolean {
  const from = performance.now()
  const gone = () => (performance.now() - from) / 1e3
  const bound = lowerBound(board)
  const search = new Search(board)
  const firstSeconds = gone()
  const first = search.objective
  while (gone() < seconds && search.objective > bound) search.run(AT_ONCE, gone() / seconds)
  const plan = search.plan()
  if (!plan) {
    say({
      board: board.name,
      problem: 'A job finds no place before the hours of the people end',
      seconds: gone(),
    })
    return false
  }
  const { objective, broken } = checkPlan(board, plan)
  say({
    board: board.name,
    objective,
    bound: bound > 0 || objective === 0 ? bound : null,
    proved: objective === bound,
    seconds: Number(gone().toFixed(2)),
    first: { objective: first, seconds: Number(firstSeconds.toFixed(3)) },
    broken: broken.map(brokenText),
    plan,
  })
  return broken.length === 0
}

function solveProject(project: Project, seconds: number): boolean {
  const from = performance.now()
  const gone = () => (performance.now() - from) / 1e3
  const search = new ProjectSearch(project)
  const bound = search.bound()
  while (gone() < seconds && search.makespan > bound) search.run(AT_ONCE)
  const starts = search.plan()
  const { makespan, broken } = checkProject(project, starts)
  say({
    project: project.name,
    objective: makespan,
    bound,
    proved: makespan === bound,
    seconds: Number(gone().toFixed(2)),
    broken,
    plan: starts.map((start, task) => ({ task, start })),
  })
  return broken.length === 0
}

const wanted = asked(process.argv.slice(2))
if (!wanted) {
  console.error(USAGE)
  process.exit(2)
}
let text = ''
try {
  text = readFileSync(wanted.file, 'utf8')
} catch {
  console.error(`${wanted.file} cannot be read. ${USAGE}`)
  process.exit(2)
}
const cases = readCases(text)
if (!cases.ok) {
  console.error(`At ${cases.error.at}: ${cases.error.problem}.`)
  process.exit(1)
}
const sound = [
  ...cases.value.boards.map((board) => solveBoard(board, wanted.seconds)),
  ...cases.value.projects.map((project) => solveProject(project, wanted.seconds)),
]
process.exit(sound.every(Boolean) ? 0 : 1)
