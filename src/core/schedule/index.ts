export {
  boardSchema,
  wholeBoard,
  latenessOf,
  type Board,
  type BoardJob,
  type BoardTask,
  type BadBoard,
  type Placed,
} from './board'
export { BAY_PLACE, LIFT_PLACE, brokenText, checkPlan, type Broken, type Checked } from './check'
export { Search, movesBetween, type Beginning } from './search'
export { lowerBound, pathBounds, type PathBound } from './bounds'
export { ProjectSearch, checkProject, projectSchema, wholeProject, type Project } from './project'
export { readCases, type ScheduleCases } from './caseFile'
