/**
 * Where fuel can escape, from filler to engine, for the parts that a layout has. A smell is traced along
 * these places with the engine off; the way is that of a meter carried from the tank forwards.
 */
import type { PartKind } from '../kinds'
import type { Layout } from '../layout'
import { own, part } from './pieces'

interface Place {
  id: string
  name: string
  /** Metres from the tank along the vehicle, typical. */
  alongM: number
  /** Part of its leak that is left with the pump off; 1 where pressure has no part in it. */
  restShare: number
  /** Kinds of part of which the layout has one. */
  where: PartKind[]
}

export const PLACES: Place[] = [
  { id: 'fillerPlace', name: 'Filler', alongM: -0.6, restShare: 1, where: ['tank'] },
  { id: 'capPlace', name: 'Cap', alongM: -0.8, restShare: 1, where: ['tank'] },
  { id: 'canisterPlace', name: 'Canister', alongM: 0.7, restShare: 1, where: ['injectors'] },
  { id: 'flangePlace', name: 'Flange', alongM: 0, restShare: 0.8, where: ['moduleHose'] },
  { id: 'rearPlace', name: 'Rear joint', alongM: 0.4, restShare: 0.35, where: ['hose', 'suctionLine'] },
  { id: 'filterPlace', name: 'Filter', alongM: 1.2, restShare: 0.35, where: ['filter'] },
  { id: 'linePlace', name: 'Floor line', alongM: 2, restShare: 0.35, where: ['line', 'suctionLine'] },
  {
    id: 'pumpPlace',
    name: 'Feed pump',
    alongM: 2.8,
    restShare: 0.3,
    where: ['strokePump', 'pusherPump', 'inlinePump'],
  },
  { id: 'returnPlace', name: 'Return', alongM: 2.6, restShare: 0.5, where: ['returnLine'] },
  { id: 'regulatorPlace', name: 'Regulator', alongM: 3.4, restShare: 0.6, where: ['regulator'] },
  { id: 'railPlace', name: 'Rail', alongM: 3.3, restShare: 0.35, where: ['injectors'] },
  { id: 'carbPlace', name: 'Carburettor', alongM: 3.3, restShare: 0.5, where: ['needle'] },
  { id: 'injectionPlace', name: 'Injection pump', alongM: 3.2, restShare: 0.3, where: ['injectionPump'] },
]

const searched = new WeakMap<Layout, Layout>()

/** The places of a layout; the same object for the same layout. */
export function leakPlacesOf(base: Layout): Layout {
  const known = searched.get(base) ?? placesOf(base)
  searched.set(base, known)
  return known
}

function placesOf(base: Layout): Layout {
  const places = PLACES.filter((place) =>
    place.where.some((kind) => base.parts.some((candidate) => candidate.kind === kind)),
  )
  return {
    ...base,
    scope: 'leak',
    name: `${base.name}: where fuel escapes`,
    junctions: {},
    stations: [],
    parts: [
      own('draught'),
      ...places.map(({ id, alongM, restShare }) =>
        part(id, 'seep', undefined, undefined, { alongM, restShare }),
      ),
    ],
    segments: [...places]
      .sort((one, other) => one.alongM - other.alongM)
      .map(({ id, name }) => ({ id, track: 'places', name, from: id, to: id, parts: [id] })),
    beside: [],
    scenes: ['rest', 'primed'],
  }
}
