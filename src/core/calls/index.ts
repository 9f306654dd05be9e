export * from './calls'
export * from './weigh'
