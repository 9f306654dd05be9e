export * from './reach'
export * from './plan'
export * from './survey'
export * from './ready'
