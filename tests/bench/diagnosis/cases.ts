/**
 * The vehicles of the benchmark: hidden faults drawn by weight, in groups that are reported apart. A
 * case is its layout, group and seed; the same three give the same case for ever.
 */
import { deriveSome, nominalTable, type Complaint, type Table } from '@/core/diagnosis'
import { ownPairs, typicalTable } from '@/core/diagnosis/tables.fixture'
import { libraryOf, type Fault } from '@/core/library'
import { seedFrom, seededRandom, type Random } from '@/core/shared'
import {
  HARSH,
  STANDARD,
  WIDE,
  faultsLeft,
  truthValue,
  truthVehicle,
  type TruthVehicle,
} from '@/core/simulate'
import {
  LAYOUTS,
  asKnown,
  inScope,
  specificationOf,
  vehicleModel,
  type Layout,
  type LayoutId,
  type VehicleModel,
  type Specification,
} from '@/core/vehicle'

/**
 * The narrow world: vehicles whose figures are known, as the model thinks of them. standard: 85 % single
 * faults, 15 % pairs. missing: the true fault is not in the library.
 * The wide world: families off the typical figures, with laws of their own, and a tank that holds
 * anything. wide: as standard. total: a fault that went to its end. wideIntermittent: it comes and goes.
 * chain: a cause that has spoilt more than itself. new: three parts are said to be new; one in ten times it
 * is the bad one.
 */
export const GROUPS = [
  'standard',
  'harsh',
  'intermittent',
  'missing',
  'wide',
  'total',
  'wideIntermittent',
  'wideMissing',
  'chain',
  'new',
] as const
export type Group = (typeof GROUPS)[number]

export interface Case {
  layoutId: BenchLayout
  group: Group
  seed: number
  /** Where all chance of this case comes from: vehicles of one seed share no slip over layouts or groups. */
  root: number
  faults: Fault[]
  vehicle: TruthVehicle
  complaint: Complaint
  /** How often the complaint is there while one reads. */
  presence: number
  table: Table
}

const PAIRS = 0.15
/** A fault that comes and goes is there this often. */
const PRESENCE = 0.6

/** A layout by its id, its gauge loop by the id and a g, its places by the id and an l. */
export type BenchLayout = LayoutId | `${LayoutId}${'g' | 'l'}`
export const benchLayout = (id: BenchLayout): Layout =>
  inScope(
    LAYOUTS[id.slice(0, 3) as LayoutId],
    id.endsWith('g') ? 'gauge' : id.endsWith('l') ? 'leak' : 'engine',
  )

const inWideWorld = (group: Group) =>
  ['wide', 'total', 'wideIntermittent', 'wideMissing', 'chain', 'new'].includes(group)

/** What is known of the vehicle: nothing but what is typical in the wide world, every figure in the narrow one. */
function knownOf(layout: Layout, wide: boolean): Specification {
  const typical = specificationOf({}, layout)
  return wide ? typical : asKnown(typical)
}

const tables = new Map<string, Table>()
export function tableOf(layoutId: BenchLayout, group: Group = 'standard'): Table {
  const wide = inWideWorld(group)
  const key = `${layoutId} ${wide}`
  const known = tables.get(key)
  if (known) return known
  const layout = benchLayout(layoutId)
  const built = vehicleModel(layout, knownOf(layout, wide))
  if (!built.ok) throw new Error(built.error.problem)
  const table = { ...solved(layoutId, built.value), model: built.value }
  tables.set(key, table)
  return table
}

/** What a vehicle reads follows from its figures, whoever said them: the typical vehicle is solved once. */
function solved(layoutId: BenchLayout, model: VehicleModel): Table {
  if (layoutId in LAYOUTS) return ownPairs(typicalTable(layoutId as LayoutId))
  const table = nominalTable(model)
  deriveSome(table, 0, () => false)
  return table
}

/** What its driver would say of it; a vehicle that does not start cannot show the rest. */
export function complaintOf(vehicle: TruthVehicle): Complaint {
  const shown = libraryOf(vehicle.model.layout)
    .symptoms.filter((symptom) =>
      symptom.shows.some((group) =>
        group.every((rule) => (rule.side === 'above') === truthValue(vehicle, rule.quantity) > rule.at),
      ),
    )
    .map((symptom) => symptom.id)
  const symptoms = shown.includes('cranksNoStart')
    ? shown.filter((id) => ['cranksNoStart', 'smell', 'leak', 'noisyPump'].includes(id))
    : shown
  return { symptoms, raisers: [], failingNow: 'yes' }
}

/** Faults that a group draws from. */
function poolOf(group: Group, all: Fault[]): Fault[] {
  if (comesAndGoes(group)) return all.filter((fault) => fault.comesAndGoes)
  if (group === 'chain') return all.filter((fault) => fault.chain)
  return group === 'total' ? all.filter((fault) => fault.total) : all
}
const comesAndGoes = (group: Group) => group === 'intermittent' || group === 'wideIntermittent'
const isMissing = (group: Group) => group === 'missing' || group === 'wideMissing'
const mismatchOf = (group: Group) => (group === 'harsh' ? HARSH : inWideWorld(group) ? WIDE : STANDARD)
/** Share of the faults of the wide world that went to their end, where they have one. */
const TOTAL = 0.2

/** The case of a seed; null when nobody would complain of the vehicle. */
export function caseOf(layoutId: BenchLayout, group: Group, seed: number): Case | null {
  const layout = benchLayout(layoutId)
  const root = seed ^ seedFrom(`${layoutId} ${group}`)
  const random = seededRandom(root)
  const all = libraryOf(layout).faults.filter((fault) => !fault.unlisted)
  const pool = poolOf(group, all)
  if (pool.length === 0) return null
  const first = drawn(pool, random.next())
  const others = all.filter((fault) => fault.segment !== first.segment)
  const faults =
    (group === 'standard' || group === 'wide') && random.next() < PAIRS
      ? [first, drawn(others, random.next())]
      : [first]
  const hidden = faults.map((fault) => ({
    faultId: fault.id,
    severity: random.next(),
    total: fault.total !== undefined && (group === 'total' || (inWideWorld(group) && random.next() < TOTAL)),
  }))
  const vehicle = truthVehicle(root, knownOf(layout, inWideWorld(group)), hidden, layout, mismatchOf(group))
  if (group === 'chain' && faultsLeft(vehicle).effects === 0) return null
  const complaint = {
    ...complaintOf(vehicle),
    ...(group === 'new' && { known: newParts(all, first, random) }),
  }
  if (complaint.symptoms.length === 0) return null
  const base = tableOf(layoutId, group)
  const missing = isMissing(group) ? base.classes.findIndex((entry) => entry.id === first.id) : -1
  return {
    layoutId,
    group,
    seed,
    root,
    faults,
    vehicle,
    presence: comesAndGoes(group) ? PRESENCE : 1,
    complaint: comesAndGoes(group) ? { ...complaint, failingNow: 'unknown' } : complaint,
    table:
      missing < 0
        ? base
        : { ...base, predicted: base.predicted.filter((entry) => entry.particle.classIndex !== missing) },
  }
}

/** Three parts that the driver calls new: early failures are one in ten of what is found. */
function newParts(all: Fault[], first: Fault, random: Random): Complaint['known'] {
  const others = [...new Set(all.flatMap((fault) => fault.repairs.slice(0, 1)))].filter(
    (id) => !first.repairs.includes(id),
  )
  const named = [0, 1, 2].map(() => others[Math.floor(random.next() * others.length)]!)
  if (random.next() < EARLY_FAILURES) named[0] = first.repairs[0]!
  return [...new Set(named)].map((repairId) => ({ repairId, how: 'renewed' as const }))
}
const EARLY_FAILURES = 0.1

function drawn(faults: Fault[], share: number): Fault {
  let left = share * faults.reduce((sum, fault) => sum + fault.weight, 0)
  return faults.find((fault) => (left -= fault.weight) < 0) ?? faults[0]!
}
