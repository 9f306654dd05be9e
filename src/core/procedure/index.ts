export * from './reach'
export * from './plan'
export * from './survey'
