export { indexNetwork, slotOf, DISPLACEMENT_FIELDS, STATE, LINK, type System } from './system'
export {
  factoriseHere,
  linearisedShift,
  newSavedState,
  restoreState,
  saveState,
  solveSteady,
  startCold,
  type Quality,
  type SavedState,
  type SolveOutcome,
} from './newton'
export { nodePressurePa, solveNetwork, wireVoltage, type LinkSolution, type Solution } from './solution'
