/** What a workshop remembers of a vehicle: its life, where its readings go, what comes again, what was put off. */
export * from './trend'
export * from './stations'
export * from './recurrence'
export * from './life'
export * from './lastTime'
export * from './minutes'
export * from './beside'
