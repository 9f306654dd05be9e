export * from './needs'
export * from './fleet'
