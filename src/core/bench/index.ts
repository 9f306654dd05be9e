export * from './leakDown'
