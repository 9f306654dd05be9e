export * from './hardLine'
