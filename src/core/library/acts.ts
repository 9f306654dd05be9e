/**
 * What every act on the vehicle has, operation or repair: needs and effects on its state, the words and
 * figures that stand at the step, and where it comes from. Minutes and torques are typical, with a spread
 * of 30 % where nothing else is said (handbook 6); the maker's figure governs.
 */
import {
  LICENSED,
  only,
  variablesOf,
  type LayoutId,
  type PartKind,
  type Variable,
  type VehicleState,
} from '../vehicle'
import type { Minutes, Money } from '../shared'
import type { Caution } from './caution'
import { opensFuel, type Doing } from './doings'
import { derive } from './rules'

/** Pieces that come off the vehicle, or are put on it, and where they lie. */
export interface Piece {
  name: string
  count: number
  lies: string
  /** It shuts what was opened: such pieces are in hand before the first joint parts. */
  shuts?: true
}
export interface Wait {
  label: string
  minutes: Minutes
}
/** The same act as some layouts have it: in their words, with what more it needs there. */
export interface Variant {
  on: readonly LayoutId[]
  title?: string
  detail?: string
  steps?: string[]
  needs?: VehicleState
  /** In place of the act's own needs. */
  own?: VehicleState
  does?: readonly Doing[]
  caution?: Caution
  torque?: { what: string; lowNm: number; highNm: number }
  minutes?: Minutes
}
/** Figures drawn at a step because it can be put together the wrong way round. */
export type FigureId = 'moduleTop' | 'filterArrow' | 'strapOrder' | 'batteryOrder' | 'hoseEnd' | 'pumpArrow'

export interface Act {
  id: string
  title: string
  /** State in which it can be done; it holds from the start to the end of the act. Of its own purpose only: what the rules ask of its doings is added as it stands on a layout. */
  needs: VehicleState
  /** Its own purpose; what its doings leave besides is added by the rules. */
  sets: VehicleState
  /** What happens while it is done. */
  does: readonly Doing[]
  minutes: Minutes
  steps: string[]
  newParts?: { name: string; count: number; oneTime?: boolean }[]
  tools?: string[]
  torque?: { what: string; lowNm: number; highNm: number }
  caution?: Caution
  /** A value that must be entered before the step counts. */
  gaugeGate?: { what: string; unit: 'kPa' | '%'; below: number; proves: Variable }
  orientation?: string
  figure?: FigureId
  /** What to look at while it is bare. */
  looks?: string
  /** What must pass after it before the next step. */
  wait?: Wait
  /** People that it takes, by its doings; one where nothing is said. */
  people?: number
  /** Every caution that stands at it: its own, and those of its doings. */
  cautions?: Caution[]
  /** Ids of the rules that its doings call up. */
  rules?: string[]
  /** What it needs for its own purpose, without what the rules ask. */
  purpose?: VehicleState
  variants?: Variant[]
  /** Entries of the handbook's operations that it carries over. */
  from?: readonly string[]
}

/** Ways in to the top of the tank. */
export const WAYS_IN = [
  'benchHatch',
  'cargoHatch',
  'openTop',
  'bedTilt',
  'bedOff',
  'tankDown',
  'frameOff',
  'panel',
] as const
export type WayInId = (typeof WAYS_IN)[number]
/** Ways to let the line pressure off; by the service port where a vehicle says nothing. */
export const RELIEFS = ['port', 'stall', 'joint'] as const
export type ReliefId = (typeof RELIEFS)[number]
/** How the tank's unit is held; by its layout's usual kind where a vehicle says nothing. */
export const FASTENINGS = ['lockRing', 'clampRing', 'flangeScrews', 'panelScrews'] as const
export type FasteningId = (typeof FASTENINGS)[number]
/** What a vehicle has, and what crosses its way: ways in, ways to let the pressure off, how the unit is held, an exhaust under the tank. */
export const WAYS = [...WAYS_IN, ...RELIEFS, ...FASTENINGS, 'exhaustAside'] as const
export type WayId = (typeof WAYS)[number]

export interface Operation extends Act {
  /** One line under the title in the plan. */
  detail: string
  twin?: string
  out?: Piece[]
  on?: Piece[]
  /** The way that it belongs to; any vehicle where none is named. */
  way?: WayId
  /** Only these layouts. */
  layouts?: readonly LayoutId[]
  /** Rust makes it longer. */
  rusts?: boolean
}

/** One part of a repair that goes in parts with waits between them. */
export interface Stage {
  title: string
  steps: string[]
  minutes: Minutes
  does: readonly Doing[]
  wait?: Wait
  caution?: Caution
}

export interface Repair extends Act {
  part: string
  money: Money
  /** Hard to undo or dear: asks for a confirming test of the part itself. */
  dear: boolean
  tools: string[]
  newParts: NonNullable<Act['newParts']>
  /** Kind of part without which this repair has no object; any of several. */
  object?: PartKind | PartKind[]
  /** After it, the readings to repeat in Prove; those that the vehicle's layout has. */
  proves: string[]
  /** It does another repair's work in another way: it cures what that one cures. */
  standsFor?: string
  /** It is offered beside these: it cures nothing by itself. */
  besides?: string[]
  /** Parts of it, in order; the act itself is the last. */
  stages?: Stage[]
  /** Only these layouts, where neither faults nor parts say so. */
  layouts?: readonly LayoutId[]
  /** It renews what these would: what they cure is cured with it. */
  covers?: string[]
  /** It comes after these where both are planned. */
  follows?: string[]
}

/** What only a licensed person may leave out: looking, reading a meter and letting be. */
const WITHOUT_AUTHORITY = new Set([
  'keyOff',
  'stopEngine',
  'coolDown',
  'meterVapour',
  'meterRound',
  'confirmAuthority',
  'makeAreaSafe',
  'standDown',
])

/** What has a part of its own: a repair works beside what its needs leave open. */
const isRepair = (act: Act): act is Repair => 'proves' in act
const besideOf = ({ needs }: Act): Extract<Doing, { does: 'repairs' }>['beside'] =>
  needs.module === 'out'
    ? 'open tank'
    : needs.filterJoint === 'parted'
      ? 'open filter joint'
      : needs.wayIn === 'open'
        ? 'way in'
        : 'shut'

/** All that happens while an act is done on a layout, its stages included. */
export function doingsOf(layoutId: LayoutId, act: Act): Doing[] {
  const own = act.variants?.find(({ on }) => on.includes(layoutId))
  const does = own?.does ?? act.does
  if (!isRepair(act)) return [...does]
  const all = [...does, ...(act.stages ?? []).flatMap((stage) => stage.does)]
  const aside =
    besideOf(act) === 'shut' &&
    act.needs.line !== 'off' &&
    !all.some((doing) => opensFuel(doing) || doing.does === 'pulls')
  return [...all, { does: 'repairs', beside: besideOf(act), aside }]
}

/** An act as it stands on one layout: needs and effects on what the vehicle has, in its words, with what the rules ask of its doings. */
export function actOn<A extends Act>(layoutId: LayoutId, variables: ReadonlySet<Variable>, act: A): A {
  const own = act.variants?.find(({ on }) => on.includes(layoutId))
  const does = doingsOf(layoutId, act)
  const ruled = derive(layoutId, does)
  const needs: VehicleState = {
    ...ruled.needs,
    ...(own?.own ?? act.needs),
    ...own?.needs,
    ...(LICENSED.includes(layoutId) && !WITHOUT_AUTHORITY.has(act.id) ? { authority: 'given' } : {}),
  }
  const caution = own?.caution ?? act.caution
  return {
    ...act,
    ...(own && {
      title: own.title ?? act.title,
      steps: own.steps ?? act.steps,
      ...(own.detail && { detail: own.detail }),
      ...(own.torque && { torque: own.torque }),
      ...(own.minutes && { minutes: own.minutes }),
    }),
    does,
    needs: only(needs, variables),
    purpose: only({ ...(own?.own ?? act.needs), ...own?.needs }, variables),
    sets: only({ ...ruled.sets, ...act.sets }, variables),
    ...((caution ?? ruled.cautions[0]) && { caution: caution ?? ruled.cautions[0] }),
    cautions: [...(caution ? [caution] : []), ...ruled.cautions],
    people: ruled.people,
    rules: ruled.rules.map((rule) => rule.id),
  }
}

/** The same where only the layout is known. */
export const actOnLayout = <A extends Act>(layoutId: LayoutId, act: A): A =>
  actOn(layoutId, variablesOf(layoutId), act)
