/**
 * Where parts of one vehicle sit and what stands in their way. The minutes of an act are those of a part
 * that is in reach; what has to come off first on this vehicle is said by whoever looked, and prices of
 * tests and repairs follow it, as does the plan.
 */
import type { Minutes } from '../shared'
import type { Act } from './acts'

interface Place {
  name: string
  /** Operations that go there, and those that come back. */
  out: string[]
  back: string[]
  /** Repairs done there, out and back in one. */
  repairs: string[]
}

export const ACCESS_PLACE_IDS = [
  'filter',
  'pump',
  'injectors',
  'regulator',
  'carburettor',
  'tank',
  'wayIn',
  'fuseBox',
  'lines',
] as const
export type AccessPlaceId = (typeof ACCESS_PLACE_IDS)[number]

export const ACCESS_PLACES: Record<AccessPlaceId, Place> = {
  filter: {
    name: 'Filter',
    out: ['partFilter', 'bypassFit'],
    back: ['joinFilter', 'bypassOff'],
    repairs: ['firstFilter', 'fineFilter', 'screen'],
  },
  pump: {
    name: 'Pump outside the tank',
    out: [],
    back: [],
    repairs: ['linePump', 'strokePump', 'feedPoles'],
  },
  injectors: {
    name: 'Injectors, rail',
    out: ['railUpFit'],
    back: ['railUpOff'],
    repairs: ['injectors', 'controlRegulator'],
  },
  regulator: { name: 'Regulator at the rail', out: [], back: [], repairs: ['regulator', 'vacuumHose'] },
  carburettor: { name: 'Carburettor', out: [], back: [], repairs: ['carburettor', 'choke'] },
  tank: {
    name: 'Tank, where it comes down',
    out: ['lowerTank', 'frameTankOff'],
    back: ['raiseTank', 'frameTankOn'],
    repairs: [],
  },
  wayIn: {
    name: 'Way in from above',
    out: ['hatchOpen', 'cargoHatchOpen', 'topOpen'],
    back: ['hatchClose', 'cargoHatchClose', 'topClose'],
    repairs: [],
  },
  fuseBox: {
    name: 'Fuses, relays',
    out: [],
    back: [],
    repairs: ['relay', 'fuse', 'fuseHolder', 'gaugeFuse'],
  },
  lines: {
    name: 'Lines under the vehicle',
    out: [],
    back: [],
    repairs: ['frontLine', 'rearLine', 'returnLine', 'suctionLine'],
  },
}

/** What stands in the way at one place of one vehicle. */
export interface Access {
  place: AccessPlaceId
  /** To get it out of the way, and as long to put it back. */
  minutes: Minutes
  /** What that is: the intake, the battery box. */
  off: string
}

/** The act as it is on a vehicle with this in the way: first it comes off, last it goes back. */
export function behind<A extends Act>(act: A, access: readonly Access[] = []): A {
  const { id } = act
  const places = access.map((one) => ({ ...one, ...ACCESS_PLACES[one.place] }))
  const off = places.filter(({ out, repairs }) => out.includes(id) || repairs.includes(id))
  const on = places.filter(({ back, repairs }) => back.includes(id) || repairs.includes(id))
  if (off.length + on.length === 0) return act
  const said = (ones: typeof places) => ones.map((one) => one.off).join(', ')
  return {
    ...act,
    minutes: [...off, ...on].reduce((sum, { minutes }) => sum + minutes, act.minutes),
    steps: [
      ...(off.length > 0 ? [`First out of the way: ${said(off)}`] : []),
      ...act.steps,
      ...(on.length > 0 ? [`Back in its place: ${said(on)}`] : []),
    ],
  }
}
