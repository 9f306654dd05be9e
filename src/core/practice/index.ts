export * from './demo'
