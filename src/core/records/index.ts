export * from './kinds'
export * from './log'
export * from './file'
export * from './builder'
