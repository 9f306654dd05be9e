/**
 * The vehicles of the benchmark: hidden faults drawn by weight, in groups that are reported apart. A
 * case is its layout, group and seed; the same three give the same case for ever.
 */
import { deriveSome, nominalTable, type Complaint, type Table } from '@/core/diagnosis'
import { libraryOf, type Fault } from '@/core/library'
import { seedFrom, seededRandom } from '@/core/shared'
import { HARSH, STANDARD, truthValue, truthVehicle, type TruthVehicle } from '@/core/simulate'
import { LAYOUTS, inScope, specificationOf, vehicleModel, type Layout, type LayoutId } from '@/core/vehicle'

/** standard: 85 % single faults, 15 % pairs. missing: the true fault is not in the library. */
export const GROUPS = ['standard', 'harsh', 'intermittent', 'missing'] as const
export type Group = (typeof GROUPS)[number]

export interface Case {
  layoutId: BenchLayout
  group: Group
  seed: number
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

const tables = new Map<BenchLayout, Table>()
export function tableOf(layoutId: BenchLayout): Table {
  const known = tables.get(layoutId)
  if (known) return known
  const layout = benchLayout(layoutId)
  const built = vehicleModel(layout, specificationOf({}, layout))
  if (!built.ok) throw new Error(built.error.problem)
  const table = nominalTable(built.value)
  deriveSome(table, 0, () => false)
  tables.set(layoutId, table)
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

/** The case of a seed; null when nobody would complain of the vehicle. */
export function caseOf(layoutId: BenchLayout, group: Group, seed: number): Case | null {
  const layout = benchLayout(layoutId)
  const random = seededRandom(seed ^ seedFrom(`${layoutId} ${group}`))
  const all = libraryOf(layout).faults.filter((fault) => !fault.unlisted)
  const pool = group === 'intermittent' ? all.filter((fault) => fault.comesAndGoes) : all
  if (pool.length === 0) return null
  const first = drawn(pool, random.next())
  const others = all.filter((fault) => fault.segment !== first.segment)
  const faults =
    group === 'standard' && random.next() < PAIRS ? [first, drawn(others, random.next())] : [first]
  const hidden = faults.map((fault) => ({ faultId: fault.id, severity: random.next() }))
  const vehicle = truthVehicle(
    seed,
    specificationOf({}, layout),
    hidden,
    layout,
    group === 'harsh' ? HARSH : STANDARD,
  )
  const complaint = complaintOf(vehicle)
  if (complaint.symptoms.length === 0) return null
  const base = tableOf(layoutId)
  const missing = group === 'missing' ? base.classes.findIndex((entry) => entry.id === first.id) : -1
  return {
    layoutId,
    group,
    seed,
    faults,
    vehicle,
    presence: group === 'intermittent' ? PRESENCE : 1,
    complaint: group === 'intermittent' ? { ...complaint, failingNow: 'unknown' } : complaint,
    table:
      missing < 0
        ? base
        : { ...base, predicted: base.predicted.filter((entry) => entry.particle.classIndex !== missing) },
  }
}

function drawn(faults: Fault[], share: number): Fault {
  let left = share * faults.reduce((sum, fault) => sum + fault.weight, 0)
  return faults.find((fault) => (left -= fault.weight) < 0) ?? faults[0]!
}
