/** A build on one vehicle: its fields with the vehicle's figures in them, what it becomes, and what is different then. */
import type { SpecificationField } from '../vehicle'
import {
  KINDS,
  LAYOUTS,
  SPECIFICATION_FIELDS,
  UNIT_IN_TANK,
  editProblem,
  layoutOf,
  specificationThen,
  type Edit,
  type Layout,
  type Part,
} from '../vehicle'
import { fromSi } from '../shared'
import { FUSES_A, WIRES, leastFuseA, ohmAt, usualWays, wireDropV } from '../library'
import type { FuelGradeId } from '../physics'
import {
  beginOf,
  demandByInjectors,
  demandByPower,
  said,
  usualOf,
  valuesOf,
  type Asked,
  type Breath,
  type NumberField,
  type Typed,
} from '../sizing'
import { FIELDS, GROUPS, type BuildField, type FieldId } from './fields'
import { num, word, type Becomes, type Build, type Chosen, type Standing } from './terms'

/** The fields of a build in their order: its own usual figures stand before the vehicle's. */
export function fieldsOf(build: Build): Record<string, BuildField> {
  const ids = build.groups.flatMap((group): readonly FieldId[] => GROUPS[group].fields)
  return Object.fromEntries(
    [...new Set(ids)].map((id) => {
      const field = FIELDS[id] as BuildField
      const usual = build.usual[id]
      if (usual === undefined) return [id, field]
      const { from: _, ...own } = field
      return [id, { ...own, usual } as BuildField]
    }),
  )
}
/** What else a build begins with: what follows from the vehicle and from its other figures. */
function followingFrom(build: Build, was: Standing, fields: Record<string, BuildField>, typed: Typed): Typed {
  const read = valuesOf({ fields }, typed)
  if (!read.ok) return {}
  const chosen = read.values
  const follows: Typed = {}
  if (fields['regulatorAt']) {
    const { layout } = build.becomes(was, chosen)
    const returns = LAYOUTS[layout].parts.some(({ kind }) => kind === 'returnLine')
    follows['regulatorAt'] = returns ? 'behind' : 'tank'
  }
  if (fields['powerW'] && build.usual.powerW === undefined) {
    const kilowatt =
      was.specification.peakDemandM3PerS.value / demandOfBuild({ ...chosen, by: 'power', powerW: 1e3 })
    follows['powerW'] = { value: Math.max(2, Math.round(kilowatt)), unit: 'kW' }
  }
  if (fields['wire']) {
    const [amperes, metre] = [num(chosen, 'currentA'), num(chosen, 'wireM')]
    const wire = WIRES.find(
      ({ ohmPerM, mostA }) =>
        amperes <= mostA && wireDropV(amperes, metre, ohmAt(ohmPerM, WIRE_C)) <= MAY_LOSE_V,
    )
    follows['wire'] = String((wire ?? WIRES.at(-1)!).areaMm2)
    follows['fuse'] = String(leastFuseA(amperes) ?? FUSES_A.at(-1)!)
  }
  return follows
}
/** What the desk's question of a wire begins with. */
const WIRE_C = 40
const MAY_LOSE_V = 0.5

/** What a build begins with; a figure of the vehicle that no field takes gives way to the usual one. */
export function beginBuild(build: Build, was: Standing): Typed {
  const fields = fieldsOf(build)
  const begun = beginOf({ fields }, was)
  const typed = { ...begun, ...followingFrom(build, was, fields, begun) }
  const read = designed(build, was, typed)
  if (read.ok) return typed
  return { ...typed, ...Object.fromEntries(read.asks.map(({ field }) => [field, usualOf(fields[field]!)])) }
}

/** What the engine drinks at most, by what was said of it. */
export const demandOfBuild = (chosen: Chosen): number =>
  chosen['by'] === 'injectors'
    ? demandByInjectors(
        num(chosen, 'injectors'),
        num(chosen, 'injectorM3PerS'),
        num(chosen, 'duty'),
        num(chosen, 'railPa'),
      )
    : demandByPower(
        num(chosen, 'powerW'),
        word(chosen, 'breath') as Breath,
        word(chosen, 'fuel') as FuelGradeId,
      )

/** Field of a build that says a figure of the vehicle's sheet. */
const SAYS: [FieldId, SpecificationField][] = [
  ['railPa', 'regulatorSetPa'],
  ['flowM3PerS', 'pumpFlowM3PerS'],
  ['currentA', 'pumpCurrentA'],
  ['lineM', 'feedLengthM'],
  ['boreM', 'feedBoreM'],
  ['returnBoreM', 'returnBoreM'],
  ['tankM3', 'tankCapacityM3'],
  ['emptyOhm', 'senderEmptyOhm'],
  ['fullOhm', 'senderFullOhm'],
]
/** A relief opens at so many times what the rail is held at; typical. */
const RELIEF_TIMES = 2.1

/** What the vehicle shall be. Edits that the new layout has no place for are left behind. */
export function becomesOf(build: Build, was: Standing, chosen: Chosen): Becomes {
  const { layout, edits } = build.becomes(was, chosen)
  const has = (id: FieldId) => chosen[id] !== undefined
  const figures: Becomes['figures'] = {}
  for (const [id, field] of SAYS) if (has(id)) figures[field] = num(chosen, id)
  if (has('powerW')) figures.peakDemandM3PerS = demandOfBuild(chosen)
  if (has('railPa') && num(chosen, 'railPa') * 1.2 > was.specification.reliefPa.value)
    figures.reliefPa = Math.min(1000e3, RELIEF_TIMES * num(chosen, 'railPa'))
  return {
    layout,
    edits: edits.reduce<Edit[]>(
      (kept, edit) => (editProblem(layout, [...kept, edit]) ? kept : [...kept, edit]),
      [],
    ),
    ways: UNIT_IN_TANK.includes(was.layout) || layout === was.layout ? [...was.ways] : usualWays(layout),
    figures,
    fuel: has('fuel') ? (word(chosen, 'fuel') as FuelGradeId) : was.specification.fuel,
  }
}
export type Designed = { ok: true; chosen: Chosen; becomes: Becomes } | { ok: false; asks: Asked[] }

/** Reads what was typed of a build; what no field takes, or no sheet of a vehicle can keep, is asked back with its bounds. */
export function designed(build: Build, was: Standing, typed: Typed): Designed {
  const read = valuesOf({ fields: fieldsOf(build) }, typed)
  if (!read.ok) return read
  const becomes = becomesOf(build, was, read.values)
  const asks = SAYS.flatMap(([id, field]): Asked[] => {
    const value = becomes.figures[field]
    const { low, high } = SPECIFICATION_FIELDS[field]
    const { unit } = FIELDS[id] as NumberField
    if (value === undefined || unit === null || (value >= low && value <= high)) return []
    const [from, to] = [low, high].map((si) => Number(fromSi(si, unit).toPrecision(4)))
    return [{ field: id, says: `{${from} to ${to} ${unit}}. A vehicle’s sheet keeps no other figure.` }]
  })
  const { low, high } = SPECIFICATION_FIELDS.peakDemandM3PerS
  const drunk = becomes.figures.peakDemandM3PerS
  if (drunk !== undefined && (drunk < low || drunk > high))
    asks.push({
      field: chosen0(read.values),
      says: `It would drink ${said(drunk, 'L/h')}: ${said(low, 'L/h')} to ${said(high, 'L/h')} is what a sheet keeps.`,
    })
  return asks.length > 0 ? { ok: false, asks } : { ok: true, chosen: read.values, becomes }
}
const chosen0 = (chosen: Chosen): FieldId => (chosen['by'] === 'injectors' ? 'injectorM3PerS' : 'powerW')

export interface Difference {
  what: 'new' | 'gone' | 'other' | 'figure'
  /** Id of a part, or a figure of the sheet. */
  of: string
  name: string
  /** Figures before and after, SI; null for a part. */
  figures: [before: number, after: number] | null
}

/** What is different between a vehicle as it is and as it shall be: parts in any scope, then figures that move by more than a hundredth. */
export function differenceOf(was: Standing, becomes: Becomes): Difference[] {
  const parts = (['engine', 'gauge'] as const).flatMap((scope) =>
    partsDiffer(
      layoutOf({ layoutId: was.layout, edits: was.edits, scope }),
      layoutOf({ layoutId: becomes.layout, edits: becomes.edits, scope }),
    ),
  )
  const after = specificationThen(was.layout, was.specification, becomes)
  const figures = (Object.keys(becomes.figures) as SpecificationField[]).flatMap((field): Difference[] => {
    const [one, other] = [was.specification[field].value, after[field].value]
    return Math.abs(one - other) > 0.01 * Math.max(Math.abs(one), Math.abs(other))
      ? [{ what: 'figure', of: field, name: field, figures: [one, other] }]
      : []
  })
  return [
    ...parts.filter(
      ({ what, name }, at) => parts.findIndex((other) => other.what === what && other.name === name) === at,
    ),
    ...figures,
  ]
}

function partsDiffer(one: Layout, other: Layout): Difference[] {
  const had = new Map(one.parts.map((part) => [part.id, part]))
  const has = new Map(other.parts.map((part) => [part.id, part]))
  const counts = ({ kind }: Part) => KINDS[kind].elements !== undefined
  const told = (what: Difference['what'], layout: Layout, part: Part): Difference => ({
    what,
    of: part.id,
    name: partName(layout, part),
    figures: null,
  })
  return [
    ...other.parts
      .filter((part) => counts(part) && !had.has(part.id))
      .map((part) => told('new', other, part)),
    ...one.parts.filter((part) => counts(part) && !has.has(part.id)).map((part) => told('gone', one, part)),
    ...other.parts
      .filter((part) => counts(part) && had.has(part.id) && had.get(part.id)!.kind !== part.kind)
      .map((part) => told('other', other, part)),
  ]
}

/** A part by the segment that it lies in; one of several there by its place among them. */
export function partName(layout: Layout, part: Part): string {
  const segment = [...layout.segments, ...layout.beside].find(({ parts }) => parts.includes(part.id))
  if (!segment) return part.id
  const alike = layout.parts.filter((other) => segment.parts.includes(other.id) && other.kind === part.kind)
  return alike.length > 1 ? `${segment.name} ${alike.indexOf(part) + 1}` : segment.name
}
