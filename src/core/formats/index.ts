export * from './schemas'
