export * from './terms'
export * from './desk'
export * from './fit'
