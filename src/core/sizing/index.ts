export * from './terms'
export * from './desk'
