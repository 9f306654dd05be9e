export { watch, type Breach } from './monitor'
export type { WatchedStep } from './idea'
export { watched, watchedTest } from './watched'
