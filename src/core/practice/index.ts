export * from './demo'
export * from './consultation'
export * from './standIns'
