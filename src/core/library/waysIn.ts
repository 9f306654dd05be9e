/**
 * Ways in to the top of the tank: what a vehicle may have, what each takes and risks besides the minutes
 * that the plan computes. Typical (handbook 6); a vehicle says which it has.
 */
import { behind, type Access } from './access'
import { variablesOf, type LayoutId, type Variable, type VehicleState } from '../vehicle'
import {
  FASTENINGS,
  RELIEFS,
  WAYS_IN,
  actOn,
  type FasteningId,
  type Operation,
  type WayId,
  type WayInId,
} from './acts'
import { OPERATIONS } from './operations'

export interface WayIn {
  id: WayInId
  title: string
  /** What can go wrong by this way and no other. */
  risk: string
  /** What it opens besides the tank's top. */
  opens: string
}

const WAY: Record<WayInId, Omit<WayIn, 'id'>> = {
  benchHatch: {
    title: 'Hatch under the bench',
    risk: 'Vapour into the cab; the plate’s seal keeps it out afterwards.',
    opens: 'Nothing else',
  },
  cargoHatch: {
    title: 'Hatch in the boot',
    risk: 'Vapour into boot and cab; the plate’s seal keeps it out afterwards.',
    opens: 'Nothing else',
  },
  openTop: { title: 'Straight from above', risk: 'Dirt falls in; brush first.', opens: 'Nothing else' },
  bedTilt: {
    title: 'Load bed tilted',
    risk: 'A heavy bed on hoist and props; seized bolts.',
    opens: 'Frame top, bed grounds, filler hose',
  },
  bedOff: {
    title: 'Load bed off',
    risk: 'A heavy bed on slings; seized bolts; four people.',
    opens: 'Frame top, bed grounds, filler hose, the whole tank top',
  },
  tankDown: {
    title: 'Tank down',
    risk: 'Weight of the fuel; rusted straps and lines; hoses that end up too short.',
    opens: 'Every line at the tank, filler hose, vent, straps',
  },
  frameOff: {
    title: 'Tank off the frame',
    risk: 'The fuel shifts and the tank tips; breather pinched on the way back.',
    opens: 'Line, breather and drain hoses',
  },
  panel: {
    title: 'Sender panel',
    risk: 'Only by approved data; the aircraft is grounded until it is released.',
    opens: 'Panel seal, bonding strap',
  },
}
export const wayIn = (id: WayInId): WayIn => ({ id, ...WAY[id] })

const USUAL: Partial<Record<LayoutId, WayInId[]>> = {
  A05: ['openTop', 'tankDown'],
  A07: ['bedTilt', 'bedOff', 'tankDown'],
  A08: ['openTop', 'tankDown'],
  A09: ['openTop', 'tankDown'],
  A10: ['cargoHatch', 'tankDown'],
  A11: ['frameOff'],
  A13: ['panel'],
  A14: ['openTop', 'tankDown'],
  A15: ['openTop', 'tankDown'],
  A16: ['panel'],
}
/** What a vehicle has where nobody has looked yet. */
export const usualWays = (layout: LayoutId): WayInId[] => USUAL[layout] ?? ['benchHatch', 'tankDown']

/** How a layout's tank unit is usually held, where nobody has looked yet. */
const USUAL_FASTENING: Partial<Record<LayoutId, FasteningId>> = {
  A05: 'flangeScrews',
  A06: 'flangeScrews',
  A08: 'flangeScrews',
  A11: 'flangeScrews',
  A13: 'panelScrews',
  A14: 'flangeScrews',
  A15: 'flangeScrews',
  A16: 'panelScrews',
}
export const usualFastening = (layout: LayoutId): FasteningId => USUAL_FASTENING[layout] ?? 'lockRing'

export const FASTENING_WORDS: Record<FasteningId, string> = {
  lockRing: 'Lock ring, brass key',
  clampRing: 'Clamp ring, one bolt',
  flangeScrews: 'Flange, screws all round',
  panelScrews: 'Panel, by the manual',
}

export const waysInOf = (ways: readonly WayId[]): WayInId[] => WAYS_IN.filter((way) => ways.includes(way))

/** How the tank's unit of a vehicle is held: as it is said, else as is usual on its layout. */
export const fasteningIn = ({ layout, ways }: Setting): FasteningId =>
  FASTENINGS.find((id) => ways.includes(id)) ?? usualFastening(layout)

/** The same vehicle going in by one way: how pressure is let off, and what crosses, stay. */
export const byWay = (ways: readonly WayId[], way: WayInId): WayId[] => [
  way,
  ...ways.filter((other) => !(WAYS_IN as readonly WayId[]).includes(other)),
]

/** What is planned on: a layout, and what this vehicle has of ways. */
export interface Setting {
  layout: LayoutId
  ways: readonly WayId[]
  /** What stands in the way of parts of this vehicle. */
  access?: readonly Access[]
  /** As what a build leaves it: it is put back as that. */
  becomes?: { layout: LayoutId; ways: readonly WayId[] }
}
/** The variables of the state that such a vehicle has. */
export const variablesIn = ({ layout, ways }: Setting): ReadonlySet<Variable> =>
  variablesOf(layout, {
    exhaustCrosses: ways.includes('exhaustAside'),
    reliefAtJoint: ways.includes('joint'),
  })

/** How long the work takes on this vehicle and for this person, against the typical minutes. */
export interface Pace {
  rust: 'none' | 'some' | 'bad'
  /** First time on such a vehicle. */
  first: boolean
}
export const USUAL_PACE: Pace = { rust: 'none', first: false }

/** Handbook 6: rust adds 50 to 150 % where bolts and lines are undone. First time: a third more on each step, typical. */
const RUST_FACTOR: Record<Pace['rust'], number> = { none: 1, some: 1.5, bad: 2.5 }
const FIRST_FACTOR = 1.33

/** The operations of a vehicle, in its words, at this pace. Pressure is let off by the service port where it says nothing else. */
export function operationsFor(setting: Setting, pace: Pace = USUAL_PACE): Operation[] {
  const { layout } = setting
  const variables = variablesIn(setting)
  const says = (kind: readonly WayId[]) => kind.some((way) => setting.ways.includes(way))
  const ways: readonly WayId[] = [
    ...setting.ways,
    ...(says(RELIEFS) ? [] : (['port'] as const)),
    ...(says(FASTENINGS) ? [] : [usualFastening(layout)]),
  ]
  return OPERATIONS.filter(
    (operation) =>
      (operation.way === undefined || ways.includes(operation.way)) &&
      (operation.layouts?.includes(layout) ?? true),
  )
    .map((operation) => behind(actOn(layout, variables, operation), setting.access))
    .filter((operation) => Object.keys(operation.sets).length > 0)
    .map((operation) => ({
      ...operation,
      minutes:
        operation.minutes * (operation.rusts ? RUST_FACTOR[pace.rust] : 1) * (pace.first ? FIRST_FACTOR : 1),
    }))
}

/** How far a vehicle stands open that was taken over in the middle. */
export type Depth = 'way in open' | 'module out'

/** What must have been done before anything was opened. */
const MADE_SAFE: VehicleState = {
  battery: 'off',
  ignition: 'off',
  area: 'safe',
  line: 'off',
  pumpCircuit: 'locked',
  tankVapour: 'relieved',
  exhaust: 'cool',
  wayIn: 'open',
}
const OPENED: Record<WayInId, VehicleState> = {
  openTop: {},
  frameOff: { tank: 'lowered', fuelLevel: 'below flange', leakCheck: 'due' },
  panel: { fuelLevel: 'below flange', leakCheck: 'due', authority: 'given', feedTap: 'shut' },
  benchHatch: { seat: 'out', hatch: 'open', restraints: 'parted' },
  cargoHatch: { cargo: 'out', hatch: 'open' },
  bedTilt: { bed: 'tilted', filler: 'plugged', fillerProof: 'due' },
  bedOff: { bed: 'off', filler: 'plugged', fillerProof: 'due' },
  tankDown: {
    height: 'raised',
    tank: 'lowered',
    fuelLevel: 'below flange',
    leakCheck: 'due',
    filler: 'plugged',
    fillerProof: 'due',
  },
}
const MODULE_OUT: VehicleState = {
  fuelLevel: 'below flange',
  moduleTop: 'clean',
  moduleHoses: 'parted',
  ring: 'off',
  module: 'out',
  leakCheck: 'due',
}

/** The state of a vehicle that stands open by a way, in one go: whoever says so gives the figures that make it safe. */
export const standsOpen = (way: WayInId, depth: Depth): VehicleState => ({
  ...MADE_SAFE,
  ...OPENED[way],
  ...(depth === 'module out' ? MODULE_OUT : {}),
})
