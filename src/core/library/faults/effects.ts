/** What dirt, water, heat and starving spoil downstream of their cause; ranges typical. */
import { loses, scale, set, type ChainEffect } from './terms'

/** Strainer and filters are renewed with the tank that fouled them. */
export const inStrainer = (low: number, high: number): ChainEffect => ({
  changes: [scale('strainer.loss', low, high)],
  repairs: ['module', 'strainer', 'pickup'],
  withCause: true,
})
export const inFilters = (low: number, high: number): ChainEffect => ({
  changes: [scale('filter.loss', low, high), scale('tankFilter.loss', low, high)],
  repairs: ['filter', 'tankFilter', 'firstFilter', 'fineFilter', 'addedFilter'],
  withCause: true,
})
/** Fines that got past the filter: one injector a third down, or a jet. */
export const PAST_THE_FILTER: ChainEffect = {
  changes: [
    ...['injectors', 'hpPump'].flatMap((at) => [
      scale(`${at}.gain`, 0.72, 0.95),
      set(`${at}.imbalance`, 0.15, 0.4),
    ]),
    scale('carbJets.gain', 0.5, 0.92),
  ],
  repairs: ['injectors', 'carburettor'],
}
export const narrowedLine: ChainEffect = {
  changes: [scale('line.area', 0.3, 0.85), scale('suctionLine.area', 0.3, 0.85)],
  repairs: [],
  withCause: true,
}
export const stiffPump: ChainEffect = {
  changes: [scale('pump.friction', 1.3, 6), scale('inlinePump.friction', 1.3, 6)],
  repairs: ['module', 'linePump'],
}
/** A pump that starved or ran on grit. */
export const wornPump: ChainEffect = {
  changes: ['pump', 'inlinePump'].flatMap((at) => [
    scale(`${at}.leakage`, 1.8, 4),
    scale(`${at}.displacement`, 0.6, 0.9),
  ]),
  repairs: ['module', 'linePump'],
}
/** Drawn in, the floor stands at the pickup. */
export const tankDrawnIn: ChainEffect = {
  changes: [set('tank.dented', 1), set('tank.reach', 0.008, 0.05)],
  repairs: ['cleanTank', 'newTank', 'wingTank'],
}
export const brownedPlug: ChainEffect = {
  changes: [loses('feedPlug.ohm', 0.5, 6)],
  repairs: ['plug'],
}
