export * from './truth'
export * from './signals'
export * from './sender'
