/**
 * A layout as one vehicle stands: earlier owners add a filter, bridge a switch, swap a pump. An edit
 * changes parts, nodes, stations and segments together, so that model, tracks, faults and tests follow
 * (faults and tests attach to kinds of part). The base layout is never changed.
 */
import { z } from 'zod'
import { fail, ok, type Result } from '../shared'
import { KINDS, type Part, type PartKind } from './kinds'
import { SCOPES, type Layout, type LayoutId, type Scope, type Segment } from './layout'
import { LAYOUTS, gaugeLoopOf, leakPlacesOf } from './layouts'
import { SCENE, SCENES, type SceneId } from './scene'

export type Edit =
  /** A further part right behind another one, in the same line or wire. */
  | {
      kind: 'insert'
      after: string
      part: { id: string; kind: PartKind; name: string; figures?: Record<string, number> }
    }
  /** The part is gone, its ends joined. */
  | { kind: 'remove'; part: string }
  /** Another kind of part in its place, under the same id. */
  | { kind: 'replace'; part: string; by: PartKind; figures?: Record<string, number> }
  /** A wire or hose past the part, which stays in place. */
  | { kind: 'bypass'; part: string }
  /** The filter of the line lies in the tank, behind the pump, under a flange of its own. */
  | { kind: 'intoTank'; part: string }
  /** An earlier hand rebuilt the whole system as another layout is built; edits before it no longer count. */
  | { kind: 'rebuilt'; as: LayoutId }
  /** A second part beside it; a pump may be fed by a circuit of its own. */
  | { kind: 'parallel'; part: string; by: Beside }

interface Beside {
  id: string
  kind: PartKind
  figures?: Record<string, number>
  fed?: 'own'
}

const id = z.string().min(1).max(60)
const partKind = z.enum(Object.keys(KINDS) as [PartKind, ...PartKind[]])
const figures = z.record(z.string(), z.number().finite()).optional()
export const editSchema = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('insert'),
    after: id,
    part: z.object({ id, kind: partKind, name: z.string().min(1).max(40), figures }),
  }),
  z.object({ kind: z.literal('remove'), part: id }),
  z.object({ kind: z.literal('replace'), part: id, by: partKind, figures }),
  z.object({ kind: z.literal('bypass'), part: id }),
  z.object({ kind: z.literal('intoTank'), part: id }),
  z.object({ kind: z.literal('rebuilt'), as: z.enum(Object.keys(LAYOUTS) as [LayoutId, ...LayoutId[]]) }),
  z.object({
    kind: z.literal('parallel'),
    part: id,
    by: z.object({ id, kind: partKind, figures, fed: z.literal('own').optional() }),
  }),
]) as unknown as z.ZodType<Edit>

export interface EditProblem {
  edit: number
  problem: string
}

/** Applies the edits in order; refuses one that does not fit, and says which. */
export function editLayout(base: Layout, edits: Edit[]): Result<Layout, EditProblem> {
  let layout = base
  for (const [at, edit] of edits.entries()) {
    const next = applyEdit(layout, edit)
    if (typeof next === 'string') return fail({ edit: at, problem: next })
    layout = next
  }
  return ok(layout)
}

function applyEdit(layout: Layout, edit: Edit): Layout | string {
  if (edit.kind === 'rebuilt') return inScope(LAYOUTS[edit.as], layout.scope)
  const id = edit.kind === 'insert' ? edit.after : edit.part
  const part = layout.parts.find((candidate) => candidate.id === id)
  if (!part) return `There is no part ${id} in this layout.`
  const fresh = edit.kind === 'insert' ? edit.part.id : edit.kind === 'parallel' ? edit.by.id : null
  if (fresh !== null && layout.parts.some((candidate) => candidate.id === fresh))
    return `There is a part ${fresh} already: give the new one another id.`
  if (edit.kind !== 'replace' && !(part.from && part.to))
    return `${id} does not lie in a line or wire: it cannot be ${WORDS[edit.kind]}.`
  switch (edit.kind) {
    case 'insert':
      return insert(layout, part, edit.part)
    case 'remove':
      return remove(layout, part)
    case 'replace':
      return replace(layout, part, edit.by, edit.figures)
    case 'intoTank':
      return intoTank(layout, part)
    case 'bypass':
      return parallel(layout, part, {
        id: `${part.id}Bypass`,
        kind: isElectrical(part) ? 'bridge' : 'bypassHose',
      })
    case 'parallel':
      return parallel(layout, part, edit.by)
  }
}

const WORDS = {
  insert: 'followed by another part',
  remove: 'removed',
  bypass: 'bypassed',
  intoTank: 'moved',
  parallel: 'doubled',
} as const

/** A part whose element is a wire. */
function isElectrical(part: Part): boolean {
  return ELECTRICAL.has(part.kind)
}
const ELECTRICAL: ReadonlySet<PartKind> = new Set([
  'fuse',
  'relay',
  'keySwitch',
  'cutOff',
  'loom',
  'ballast',
  'feedPlug',
  'hatchLead',
  'ground',
  'chafe',
  'meter',
  'bridge',
  'driver',
  'liftCircuit',
  'ownCircuit',
  'boostSwitch',
  'gaugeFuse',
  'limiter',
  'thermalGauge',
  'coilGauge',
  'ironGauge',
  'clusterGauge',
  'senderWire',
  'senderChafe',
  'senderPlug',
  'sender',
  'probe',
  'senderGround',
  'testLead',
])

/** Splits the line behind the part: the new part lies between a new node and where the old part ended. */
function insert(
  layout: Layout,
  after: Part,
  added: Extract<Edit, { kind: 'insert' }>['part'],
): Layout | string {
  if (isElectrical(after) !== ELECTRICAL.has(added.kind))
    return `${added.name} does not belong in the same line as ${after.id}.`
  const node = `${added.id}In`
  const segment = layout.segments.find((candidate) => candidate.parts.includes(after.id))
  if (!segment) return `${after.id} lies on no track.`
  const ends = { from: node, to: after.to! }
  const made: Segment = {
    id: added.id,
    track: segment.track,
    name: added.name,
    from: node,
    to: segment.to,
    parts: [added.id],
  }
  return {
    ...layout,
    junctions: isElectrical(after)
      ? layout.junctions
      : { ...layout.junctions, [node]: layout.junctions[after.to!] ?? layout.junctions[after.from!] ?? 0.15 },
    parts: layout.parts.flatMap((part): Part[] =>
      part.id === after.id
        ? [
            { ...part, to: node },
            { id: added.id, kind: added.kind, ...ends, ...(added.figures ? { figures: added.figures } : {}) },
          ]
        : [part],
    ),
    stations: splice(
      layout.stations,
      layout.stations.findIndex((station) => station.id === segment.to),
      { id: node, track: segment.track, name: `${added.name} in`, node },
    ),
    segments: layout.segments.flatMap((candidate) =>
      candidate.id === segment.id ? [{ ...candidate, to: node }, made] : [candidate],
    ),
  }
}

const splice = <T>(list: T[], at: number, item: T): T[] => [...list.slice(0, at), item, ...list.slice(at)]

/** Joins the ends of the part. The node that fewer parts share is lost, so that rail, tank and named places stay. */
function remove(layout: Layout, gone: Part): Layout | string {
  const segment = layout.segments.find((candidate) => candidate.parts.includes(gone.id))
  const alone = segment?.parts.length === 1
  const near = gone.from!
  const far = gone.to!
  const shared = (node: string) =>
    layout.parts.filter((part) => part.from === node || part.to === node).length
  const [kept, lost] = shared(near) < shared(far) ? [far, near] : [near, far]
  if (!(lost in layout.junctions) && !isElectrical(gone))
    return `${gone.id} ends at a fixed place: replace it instead.`
  const moved = (node: string | undefined) => (node === lost ? kept : node)
  const lostStation = alone ? (lost === far ? segment.to : segment.from) : null
  const keptStation = alone ? (lost === far ? segment.from : segment.to) : null
  const joined = (station: string) => (station === lostStation ? keptStation! : station)
  return {
    ...layout,
    junctions: Object.fromEntries(Object.entries(layout.junctions).filter(([node]) => node !== lost)),
    parts: layout.parts
      .filter((part) => part.id !== gone.id)
      .map((part) => ({
        ...part,
        ...(part.from ? { from: moved(part.from)! } : {}),
        ...(part.to ? { to: moved(part.to)! } : {}),
      })),
    stations: layout.stations
      .filter((station) => station.id !== lostStation)
      .map((station) => ({ ...station, node: moved(station.node)! })),
    segments: layout.segments
      .filter((candidate) => !(alone && candidate.id === segment.id))
      .map((candidate) => ({
        ...candidate,
        from: joined(candidate.from),
        to: joined(candidate.to),
        parts: candidate.parts.filter((part) => part !== gone.id),
      })),
  }
}

/** What carried fuel through the filter is joined; another one takes its place behind the check valve of the module. */
function intoTank(layout: Layout, filter: Part): Layout | string {
  const valve = layout.parts.find((part) => part.kind === 'checkValve')
  if (filter.kind !== 'filter' || !valve || !layout.parts.some((part) => part.kind === 'moduleHose'))
    return `${filter.id} cannot lie in this tank: it holds no module.`
  const without = remove(layout, filter)
  if (typeof without === 'string') return without
  return insert(
    without,
    without.parts.find((part) => part.id === valve.id)!,
    {
      id: 'tankFilter',
      kind: 'tankFilter',
      name: 'Tank filter',
      ...(filter.figures ? { figures: filter.figures } : {}),
    },
  )
}

function replace(layout: Layout, old: Part, by: PartKind, figures?: Record<string, number>): Layout | string {
  const placed = KINDS[by].elements !== undefined
  if (placed && !(old.from && old.to) && KINDS[old.kind].elements !== undefined)
    return `${old.id} cannot be replaced by a part that lies in a line.`
  return {
    ...layout,
    parts: layout.parts.map((part) =>
      part.id === old.id
        ? {
            id: part.id,
            kind: by,
            ...(part.from ? { from: part.from } : {}),
            ...(part.to ? { to: part.to } : {}),
            ...(figures ? { figures } : {}),
          }
        : part,
    ),
  }
}

function parallel(layout: Layout, beside: Part, by: Beside): Layout | string {
  if (isElectrical(beside) !== ELECTRICAL.has(by.kind)) return `${by.id} does not belong beside ${beside.id}.`
  if (by.fed && !MOTORS.has(by.kind)) return `${by.id} is no pump: it has no circuit of its own.`
  const [circuit, plus] = [`${by.id}Circuit`, `${by.id}Plus`]
  const added: Part = {
    id: by.id,
    kind: by.kind,
    from: beside.from!,
    to: beside.to!,
    ...(by.figures ? { figures: by.figures } : {}),
    ...(by.fed ? { wires: [plus, '0'] } : {}),
  }
  // Behind those that lie beside it already, so that they count in the order in which they came.
  const last = layout.parts.findLastIndex(
    (part) =>
      part.id === beside.id || (part.kind === by.kind && part.from === beside.from && part.to === beside.to),
  )
  return {
    ...layout,
    scenes: [...new Set([...layout.scenes, ...(by.fed ? aloneScenes(layout, [beside.id, by.id]) : [])])],
    parts: [
      ...layout.parts.slice(0, last + 1),
      added,
      ...layout.parts.slice(last + 1),
      ...(by.fed ? [{ id: circuit, kind: 'ownCircuit' as const, from: 'post', to: plus }] : []),
    ],
    segments: layout.segments.map((segment) =>
      segment.parts.includes(beside.id) ? { ...segment, parts: [...segment.parts, by.id] } : segment,
    ),
    beside: by.fed
      ? [
          ...layout.beside,
          { id: circuit, name: `Circuit of ${by.id.replace(/(\d+)$/, ' $1')}`, parts: [circuit] },
        ]
      : layout.beside,
  }
}
/** Scenes in which one of these pumps runs alone, where the vehicle is read with its key on. */
const aloneScenes = ({ scenes }: Layout, pumps: string[]): SceneId[] =>
  scenes.includes('keyOn') ? SCENES.filter((id) => pumps.includes(SCENE[id].alone ?? '')) : []
/** What turns by volts, and may hang on wires of its own. */
const MOTORS: ReadonlySet<PartKind> = new Set(['pump', 'inlinePump', 'pusherPump'])

const stands = new Map<string, Layout>()

/** What a vehicle is traced by: its layout, its edits, and whether engine or gauge is the complaint. */
export interface LayoutKey {
  layoutId: LayoutId
  edits: Edit[]
  scope: Scope
}

/** The layout of a vehicle as it stands, in one scope. Edits are checked when they are kept; one that no longer fits is a bug and throws. */
export function layoutOf({ layoutId, edits, scope }: LayoutKey): Layout {
  const key = JSON.stringify([layoutId, scope, edits])
  const known = stands.get(key)
  if (known) return known
  const base = inScope(LAYOUTS[layoutId], scope)
  const edited = editLayout(base, editsIn(base, edits))
  if (!edited.ok)
    throw new Error(`Edit ${edited.error.edit + 1} of this vehicle does not fit: ${edited.error.problem}`)
  stands.set(key, edited.value)
  return edited.value
}

/** The same vehicle as each complaint sees it. */
export const inScope = (base: Layout, scope: Scope): Layout =>
  scope === 'gauge' ? gaugeLoopOf(base) : scope === 'leak' ? leakPlacesOf(base) : base

/** The edits that concern a layout: those at its own parts, and at parts that they have added. */
export function editsIn(base: Layout, edits: Edit[]): Edit[] {
  let parts = new Set(base.parts.map((part) => part.id))
  return edits.filter((edit) => {
    if (edit.kind === 'rebuilt') {
      parts = new Set(inScope(LAYOUTS[edit.as], base.scope).parts.map((part) => part.id))
      return true
    }
    if (!parts.has(edit.kind === 'insert' ? edit.after : edit.part)) return false
    if (edit.kind === 'insert') parts.add(edit.part.id)
    if (edit.kind === 'parallel') parts.add(edit.by.id)
    if (edit.kind === 'intoTank') parts.add('tankFilter')
    return true
  })
}

/** The first edit that fits the vehicle in none of its scopes; null when all fit. */
export function editProblem(layoutId: LayoutId, edits: Edit[]): EditProblem | null {
  const bases = SCOPES.map((scope) => inScope(LAYOUTS[layoutId], scope))
  const placed = new Set(bases.flatMap((base) => editsIn(base, edits)))
  const astray = edits.findIndex((edit) => !placed.has(edit))
  if (astray >= 0) return { edit: astray, problem: 'It names a part that this vehicle does not have.' }
  for (const base of bases) {
    const own = editsIn(base, edits)
    const edited = editLayout(base, own)
    if (!edited.ok) return { edit: edits.indexOf(own[edited.error.edit]!), problem: edited.error.problem }
  }
  return null
}
