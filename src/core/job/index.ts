/** A job as its log tells it, and what is asked of it. The slices it is made of belong to the records. */
export * from './fold'
export {
  alreadyDone,
  knownOf,
  leakStandId,
  type PartSaid,
  type Reading,
  type Wait,
  type WorkInHand,
} from '../records'
export * from './implied'
export * from './gateEntry'
export * from './vehicleRecord'
export * from './built'
export * from './vehicleLog'
export * from './summary'
export * from './words'
export * from './progress'
export * from './slips'
export * from './tray'
export * from './typedReading'
export * from './meter'
export * from './known'
export * from './partsKnown'
export * from './sheet'
export * from './captureOffers'
export * from './captures'
export * from './consent'
export * from './vapour'
export * from './orders'
export * from './missingInside'
export * from './asItLay'
export * from './openings'
export * from './pauses'
export * from './holding'
export * from './longGap'
