export * from './needs'
export * from './fleet'
export * from './cost'
export * from './jobParts'
