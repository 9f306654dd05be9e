/**
 * Where parts of one vehicle sit and what stands in their way. The minutes of an act are those of a part
 * that is in reach; what has to come off first on this vehicle is said by whoever looked, and prices of
 * tests and repairs follow it, as does the plan.
 */
import type { Minutes } from '../shared'
import type { Act } from './acts'

interface Place {
  name: string
  /** Operations that go there alone, and come back by a twin of their own. */
  ways: string[]
  /** Repairs done there, out and back in one. */
  repairs: string[]
}

export const ACCESS_PLACE_IDS = ['filter', 'pump', 'injectors', 'regulator', 'carburettor'] as const
export type AccessPlaceId = (typeof ACCESS_PLACE_IDS)[number]

export const ACCESS_PLACES: Record<AccessPlaceId, Place> = {
  filter: {
    name: 'Filter',
    ways: ['partFilter', 'joinFilter', 'bypassFit', 'bypassOff'],
    repairs: ['firstFilter', 'fineFilter', 'screen'],
  },
  pump: { name: 'Pump outside the tank', ways: [], repairs: ['linePump', 'strokePump', 'feedPoles'] },
  injectors: {
    name: 'Injectors, rail',
    ways: ['railUpFit', 'railUpOff'],
    repairs: ['injectors', 'controlRegulator'],
  },
  regulator: { name: 'Regulator at the rail', ways: [], repairs: ['regulator', 'vacuumHose'] },
  carburettor: { name: 'Carburettor', ways: [], repairs: ['carburettor', 'choke'] },
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
  const here = access.filter(({ place }) => {
    const { ways, repairs } = ACCESS_PLACES[place]
    return ways.includes(act.id) || repairs.includes(act.id)
  })
  if (here.length === 0) return act
  const minutes = here.reduce((sum, one) => sum + one.minutes, 0)
  const what = here.map(({ off }) => off).join(', ')
  const isRepair = here.some(({ place }) => ACCESS_PLACES[place].repairs.includes(act.id))
  const goesBack = /^(join|.*Off$)/.test(act.id)
  return {
    ...act,
    minutes: act.minutes + (isRepair ? 2 : 1) * minutes,
    steps: [
      ...(isRepair || !goesBack ? [`First out of the way: ${what}`] : []),
      ...act.steps,
      ...(isRepair || goesBack ? [`Back in its place: ${what}`] : []),
    ],
  }
}
