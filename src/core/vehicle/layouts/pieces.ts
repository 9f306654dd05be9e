/** Pieces that several layouts share: the pump's circuit, and small builders that keep the data readable. */
import type { Part, PartKind } from '../kinds'
import type { Segment, Station, TrackId } from '../layout'

export const part = (
  id: string,
  kind: PartKind,
  from?: string,
  to?: string,
  figures?: Record<string, number>,
): Part => ({ id, kind, ...(from ? { from } : {}), ...(to ? { to } : {}), ...(figures ? { figures } : {}) })
/** A part that carries the name of its kind. */
export const own = (kind: PartKind, from?: string, to?: string, figures?: Record<string, number>): Part =>
  part(kind, kind, from, to, figures)

export const station = (track: TrackId, id: string, name: string, node = id): Station => ({
  id,
  track,
  name,
  node,
})
export const segment = (
  track: TrackId,
  id: string,
  name: string,
  from: string,
  to: string,
  parts: string[] = [id],
): Segment => ({ id, track, name, from, to, parts })

interface Circuit {
  parts: Part[]
  stations: Station[]
  segments: Segment[]
}

/** Battery, fuse, relay on the controller's command, cut-off switch, loom, plug, lead, ground (handbook 1.1). */
export const RELAYED_CIRCUIT: Circuit = {
  parts: [
    own('battery'),
    own('starter'),
    own('command'),
    own('fuse', 'post', 'fuseOut'),
    own('relay', 'fuseOut', 'relayOut'),
    own('cutOff', 'relayOut', 'cutOffOut'),
    own('loom', 'cutOffOut', 'plugIn'),
    own('feedPlug', 'plugIn', 'plugOut'),
    own('hatchLead', 'plugOut', 'pumpPlus'),
    own('chafe', 'plugIn', '0'),
    own('ground', 'pumpMinus', '0'),
    own('meter', 'pumpPlus', 'pumpMinus'),
  ],
  stations: [
    station('electrical', 'battery', 'Battery', 'post'),
    station('electrical', 'fuseOut', 'Fuse out'),
    station('electrical', 'relayOut', 'Relay out'),
    station('electrical', 'cutOffOut', 'Cut-off out'),
    station('electrical', 'plugIn', 'Plug in'),
    station('electrical', 'plugOut', 'Plug out'),
    station('electrical', 'pumpPlus', 'Pump plus'),
    station('electrical', 'pumpMinus', 'Pump minus'),
    station('electrical', 'batteryMinus', 'Battery minus', '0'),
  ],
  segments: [
    segment('electrical', 'fuse', 'Fuse F12', 'battery', 'fuseOut', ['battery', 'starter', 'fuse']),
    segment('electrical', 'relay', 'Relay K3', 'fuseOut', 'relayOut'),
    segment('electrical', 'cutOff', 'Cut-off switch', 'relayOut', 'cutOffOut'),
    segment('electrical', 'loom', 'Floor loom', 'cutOffOut', 'plugIn', ['loom', 'chafe']),
    segment('electrical', 'feedPlug', 'Plug X7', 'plugIn', 'plugOut'),
    segment('electrical', 'hatchLead', 'Hatch lead', 'plugOut', 'pumpPlus'),
    segment('electrical', 'ground', 'Ground G2', 'pumpMinus', 'batteryMinus'),
  ],
}

/** As the relayed one, with the driver module of a speed-controlled pump after the relay; its minus comes back through the driver. */
export const CONTROLLED_CIRCUIT: Circuit = {
  parts: RELAYED_CIRCUIT.parts.map((entry) =>
    entry.id === 'cutOff' ? own('driver', 'relayOut', 'cutOffOut') : entry,
  ),
  stations: RELAYED_CIRCUIT.stations.map((entry) =>
    entry.id === 'cutOffOut' ? { ...entry, name: 'Driver out' } : entry,
  ),
  segments: RELAYED_CIRCUIT.segments.map((entry) =>
    entry.id === 'cutOff' ? segment('electrical', 'driver', 'Driver module', 'relayOut', 'cutOffOut') : entry,
  ),
}

/** Battery bus, fuse, switch and lead of a boost pump. */
export const BOOST_CIRCUIT: Circuit = {
  parts: [
    own('battery'),
    own('starter'),
    own('fuse', 'post', 'fuseOut'),
    own('boostSwitch', 'fuseOut', 'switchOut'),
    own('hatchLead', 'switchOut', 'pumpPlus'),
    own('ground', 'pumpMinus', '0'),
    own('meter', 'pumpPlus', 'pumpMinus'),
  ],
  stations: [
    station('electrical', 'battery', 'Battery', 'post'),
    station('electrical', 'fuseOut', 'Fuse out'),
    station('electrical', 'switchOut', 'Switch out'),
    station('electrical', 'pumpPlus', 'Pump plus'),
    station('electrical', 'pumpMinus', 'Pump minus'),
    station('electrical', 'batteryMinus', 'Battery minus', '0'),
  ],
  segments: [
    segment('electrical', 'fuse', 'Boost fuse', 'battery', 'fuseOut', ['battery', 'starter', 'fuse']),
    segment('electrical', 'boostSwitch', 'Boost switch', 'fuseOut', 'switchOut'),
    segment('electrical', 'hatchLead', 'Pump lead', 'switchOut', 'pumpPlus'),
    segment('electrical', 'ground', 'Pump ground', 'pumpMinus', 'batteryMinus'),
  ],
}

/** Key switch straight to the pump, as on older vehicles: no relay, no cut-off. */
export const SWITCHED_CIRCUIT: Circuit = {
  parts: [
    own('battery'),
    own('starter'),
    own('fuse', 'post', 'fuseOut'),
    own('keySwitch', 'fuseOut', 'switchOut'),
    own('loom', 'switchOut', 'plugIn'),
    own('feedPlug', 'plugIn', 'plugOut'),
    own('hatchLead', 'plugOut', 'pumpPlus'),
    own('chafe', 'plugIn', '0'),
    own('ground', 'pumpMinus', '0'),
    own('meter', 'pumpPlus', 'pumpMinus'),
  ],
  stations: [
    station('electrical', 'battery', 'Battery', 'post'),
    station('electrical', 'fuseOut', 'Fuse out'),
    station('electrical', 'switchOut', 'Switch out'),
    station('electrical', 'plugIn', 'Plug in'),
    station('electrical', 'plugOut', 'Plug out'),
    station('electrical', 'pumpPlus', 'Pump plus'),
    station('electrical', 'pumpMinus', 'Pump minus'),
    station('electrical', 'batteryMinus', 'Battery minus', '0'),
  ],
  segments: [
    segment('electrical', 'fuse', 'Fuse F12', 'battery', 'fuseOut', ['battery', 'starter', 'fuse']),
    segment('electrical', 'keySwitch', 'Key switch', 'fuseOut', 'switchOut'),
    segment('electrical', 'loom', 'Floor loom', 'switchOut', 'plugIn', ['loom', 'chafe']),
    segment('electrical', 'feedPlug', 'Plug X7', 'plugIn', 'plugOut'),
    segment('electrical', 'hatchLead', 'Pump lead', 'plugOut', 'pumpPlus'),
    segment('electrical', 'ground', 'Ground G2', 'pumpMinus', 'batteryMinus'),
  ],
}

/** Starting circuit alone, where no pump hangs on the battery. */
export const STARTING_CIRCUIT: Circuit = {
  parts: [own('battery'), own('starter')],
  stations: [
    station('electrical', 'battery', 'Battery', 'post'),
    station('electrical', 'batteryMinus', 'Battery minus', '0'),
  ],
  segments: [
    segment('electrical', 'starting', 'Battery, starter', 'battery', 'batteryMinus', ['battery', 'starter']),
  ],
}

/** What lies on no track. */
export const BESIDE = {
  command: { id: 'command', name: 'Pump command', parts: ['command'] },
  fuel: { id: 'fuel', name: 'Fuel itself', parts: ['fuel'] },
  engine: { id: 'engine', name: 'Engine, not fuel', parts: ['engine'] },
}
