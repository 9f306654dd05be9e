export * from './demo'
export * from './consultation'
