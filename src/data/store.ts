/** The door to what this browser keeps: jobs and vehicles as logs, lists beside them, files in and out. */
export { storageInUse, type Outcome, type Storage, type StoreProblem } from './database'
export {
  announceChange,
  hasUnwritten,
  onStoreChange,
  unwrittenCount,
  unwrittenEvents,
  type Change,
} from './changes'
export { append, loadJob, loadLog, undo, vehicleIdOf, type LoadedLog } from './jobStore'
export { changeVehicle, loadVehicle, settleVehicle, vehicleFacts } from './vehicleStore'
export { exportJob, exportRaw, importJob, setAside, type ImportOutcome } from './jobFiles'
export {
  jobsOf,
  leanedOn,
  openJobs,
  openLogs,
  openWaits,
  vehicleLines,
  provenReadings,
  recordedJobs,
  sisterJobs,
  workedLike,
  type ListedJob,
  type OpenWait,
} from './lists'
export {
  addDemoData,
  addDemoParts,
  demoState,
  firstVisit,
  largeShopWanted,
  removeDemoData,
} from './demoStore'
