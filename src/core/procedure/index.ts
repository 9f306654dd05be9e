export * from './reach'
export * from './plan'
