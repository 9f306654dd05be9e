export * from './fold'
export * from './vehicleRecord'
export * from './progress'
export * from './slips'
