/**
 * A layout: the parts of a fuel system placed between nodes, the stations where one can measure, and
 * the tracks on which people see them. It is data: the network, its parameters and what a scene does to
 * it follow from the kinds of its parts. Ids are stable and shared between layouts where they mean the
 * same, so faults, tests and readings carry over.
 */
import { GRAVITY_M_PER_S2, STANDARD_AMBIENT_PA } from '../shared'
import { fuelAt, type Network } from '../physics'
import { KINDS, type Part, type PartKind } from './kinds'
import type { SceneId } from './scene'
import type { Specification, SpecificationField } from './specification'

export const LAYOUT_IDS = [
  'A01',
  'A02',
  'A03',
  'A04',
  'A05',
  'A06',
  'A07',
  'A08',
  'A09',
  'A10',
  'A11',
  'A12',
  'A13',
  'A14',
  'A15',
  'A16',
] as const
export type LayoutId = (typeof LAYOUT_IDS)[number]

export type TrackId = 'electrical' | 'fuel' | 'return' | 'gauge' | 'places'

/** What is traced: why the engine starves or does not start, why the gauge is wrong, or where fuel escapes. */
export const SCOPES = ['engine', 'gauge', 'leak'] as const
export type Scope = (typeof SCOPES)[number]

/** A place where one can put a probe, a gauge or a jar. */
export interface Station {
  id: string
  track: TrackId
  name: string
  /** Network node read there: a wire node on the electrical track, a hydraulic node elsewhere. */
  node: string
}

/** What lies between two stations and can fail. */
export interface Segment {
  id: string
  track: TrackId
  name: string
  from: string
  to: string
  parts: string[]
}

export interface Layout {
  id: LayoutId
  /** The fuel system with its pump circuit, the gauge loop alone, or the places where fuel can escape. */
  scope: Scope
  name: string
  /** Inner nodes of the fuel side and their heights, m. */
  junctions: Record<string, number>
  parts: Part[]
  stations: Station[]
  segments: Segment[]
  /** Suspects that lie on no track: command, engine, fuel itself. */
  beside: { id: string; name: string; parts: string[] }[]
  /** Scenes that this vehicle can be in. */
  scenes: SceneId[]
  /** How the engine takes its fuel: the node it draws from, and the side it draws to. */
  engine: {
    kind: 'injected' | 'direct' | 'carburettor' | 'diesel' | 'commonRail'
    feed: string
    part: string
  }
  /** Node where the workshop's pressure gauge goes. */
  gaugeAt: string
  /** Generic figures of this layout where they differ from the common ones. */
  generic: Partial<Record<SpecificationField, number>>
  fuel: Specification['fuel']
}

/** Fuel temperature the model assumes in the workshop, K (22 °C). */
export const WORKSHOP_FUEL_TEMP_K = 295

export const contextOf = (specification: Specification) => ({
  specification,
  fluid: fuelAt(specification.fuel, WORKSHOP_FUEL_TEMP_K),
})

/** The sound vehicle as a network, at rest figures; conditions and faults overwrite numbers in it. */
export function layoutNetwork(layout: Layout, specification: Specification): Network {
  const context = contextOf(specification)
  const elements = layout.parts.map((part) => KINDS[part.kind].elements?.(part, context) ?? {})
  return {
    fluid: context.fluid,
    gravityMPerS2: GRAVITY_M_PER_S2,
    ambientPa: STANDARD_AMBIENT_PA,
    nodes: [
      ...Object.entries(layout.junctions).map(([id, elevationM]) => ({
        id,
        kind: 'junction' as const,
        elevationM,
        demandM3PerS: 0,
      })),
      ...elements.flatMap((entry) => entry.nodes ?? []),
    ],
    links: elements.flatMap((entry) => entry.links ?? []),
    components: elements.flatMap((entry) => entry.components ?? []),
  }
}

export const segmentOf = (layout: Layout, id: string): Segment | undefined =>
  layout.segments.find((segment) => segment.id === id)

/** On which side of the rail gauge a part leaks at rest: clamping that side takes its leak away. */
export function restLeakSide(layout: Layout, kind: PartKind): 'feed' | 'return' | 'none' {
  if (kind === 'checkValve') return 'feed'
  if (kind === 'regulator') return 'return'
  if (kind === 'tankRegulator')
    return layout.parts.some((part) => part.kind === 'returnLine') ? 'return' : 'feed'
  return 'none'
}

const behind = new WeakMap<Layout, Set<string>>()
/** Nodes that the outlet of a layout's pump leads to; none where it has no part called pump. */
export function behindPump(layout: Layout): Set<string> {
  const known = behind.get(layout)
  if (known) return known
  const pump = layout.parts.find((part) => part.id === 'pump')
  const reached = new Set(pump?.to ? [pump.to] : [])
  for (const node of reached)
    for (const part of layout.parts) if (part.from === node && part.to) reached.add(part.to)
  behind.set(layout, reached)
  return reached
}
