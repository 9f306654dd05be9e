/** What there is to choose of a plan: judgement calls weighed, ways in compared, further repairs priced. */
export * from './calls'
export * from './weigh'
export * from './planned'
export * from './compare'
