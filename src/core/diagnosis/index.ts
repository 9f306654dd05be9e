export * from './belief'
export * from './exact'
export * from './hypotheses'
export {
  catalogueOf,
  nominalTable,
  deriveSome,
  addPairs,
  predictParticle,
  profileScene,
  type Table,
  type Predicted,
  type Catalogue,
} from './table'
export { observe, observerOf, type Observer } from './observe'
export type { Evidence } from './evidence'
export { posteriorOf, type Posterior } from './posterior'
export { predictiveOf, readingSigma } from './scatter'
export * from './suspects'
export { TYPICAL_WORKSHOP, type Attempt, type Situation, type Workshop } from './loss'
export * from './choose'
export * from './candidates'
export * from './explain'
export * from './provoke'
export * from './known'
export * from './session'
export * from './keptTable'
