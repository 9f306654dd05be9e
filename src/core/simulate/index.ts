export * from './truth'
export * from './signals'
