export * from './truth'
