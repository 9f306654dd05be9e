/**
 * A layout: the parts of a fuel system in flow order, the stations where one can measure, and the two
 * tracks (with the return) on which people see them. Ids are stable: faults and tests attach to kinds
 * of part, so that a layout can be edited without touching either.
 */
import type { Network } from '../physics'
import type { Specification } from './specification'

export type PartKind =
  | 'tank' | 'strainer' | 'pump' | 'relief' | 'moduleHose' | 'checkValve' | 'line' | 'filter' | 'leak' | 'injectors' | 'regulator' | 'returnLine' | 'jar'
  | 'battery' | 'starter' | 'fuse' | 'relay' | 'cutOff' | 'loom' | 'feedPlug' | 'hatchLead' | 'ground' | 'chafe' | 'command' | 'engine' | 'fuel'

export interface Part {
  id: string
  kind: PartKind
}

export type TrackId = 'electrical' | 'fuel' | 'return'

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
  id: 'A01'
  name: string
  parts: Part[]
  stations: Station[]
  segments: Segment[]
  /** Suspects that lie on no track: command, engine, fuel itself. */
  beside: { id: string; name: string; parts: string[] }[]
  /** The sound vehicle as a network, at rest figures; conditions and faults overwrite numbers in it. */
  network(specification: Specification): Network
}
