/** Reports as data and as files. */
export * from './report'
export * from './chart'
