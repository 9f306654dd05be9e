/** How often the fleet wants each piece: from its faults as they are before anything is read, and from what was done. */
import { priorWeight, type Complaint } from '../diagnosis'
import { REPAIRS, libraryOf } from '../library'
import { layoutOf, type LayoutId } from '../vehicle'
import { ratePerYear, type Demand } from '../parts'

/** Jobs that a vehicle comes with a year where the workshop has no history; typical. */
const JOBS_A_YEAR = 1
const YEAR_MS = 365.25 * 86_400_000
/** A history shorter than this says nothing of the jobs a year. */
const LEAST_YEARS = 0.25
/** What was done, as lists have it. */
export interface DoneJob {
  openedAt: number
  /** Repairs that were finished in it. */
  repaired: readonly string[]
}

const NOTHING_SAID: Complaint = { symptoms: [], raisers: [], failingNow: 'unknown' }

const shares = new Map<LayoutId, Map<string, number>>()
/** How likely each repair is what a job on this layout comes to, before anything is read. */
function repairShares(layoutId: LayoutId): Map<string, number> {
  const known = shares.get(layoutId)
  if (known) return known
  const { faults } = libraryOf(layoutOf({ layoutId, edits: [], scope: 'engine' }))
  const weights = faults.map((fault) => [fault.repairs[0]!, priorWeight(fault, NOTHING_SAID)] as const)
  const all = weights.reduce((sum, [, weight]) => sum + weight, 0)
  const made = new Map<string, number>()
  for (const [repair, weight] of weights) made.set(repair, (made.get(repair) ?? 0) + weight / all)
  shares.set(layoutId, made)
  return made
}

const piecesOf = (repairId: string): { name: string; count: number }[] =>
  REPAIRS.find(({ id }) => id === repairId)?.newParts ?? []

/** Every piece that the fleet may want, the most wanted first. Shapes: one layout a vehicle. `now` in ms. */
export function demandOf(fleet: readonly LayoutId[], done: readonly DoneJob[], now: number): Demand[] {
  const first = done.reduce((earliest, { openedAt }) => Math.min(earliest, openedAt), now)
  const years = (now - first) / YEAR_MS
  const jobsAYear = years >= LEAST_YEARS ? done.length / years : JOBS_A_YEAR * fleet.length
  const expected = new Map<string, number>()
  const each = new Map<string, number>()
  for (const layout of fleet)
    for (const [repair, share] of repairShares(layout))
      for (const { name, count } of piecesOf(repair)) {
        expected.set(name, (expected.get(name) ?? 0) + (jobsAYear * share) / fleet.length)
        each.set(name, Math.max(each.get(name) ?? 1, count))
      }
  const counted = new Map<string, number>()
  for (const { repaired } of done)
    for (const repair of repaired)
      for (const { name } of piecesOf(repair)) counted.set(name, (counted.get(name) ?? 0) + 1)
  return [...new Set([...expected.keys(), ...counted.keys()])]
    .map((piece): Demand => {
      const count = counted.get(piece) ?? 0
      return {
        piece,
        each: each.get(piece) ?? 1,
        counted: count,
        years,
        perYear: ratePerYear(expected.get(piece) ?? 0, count, years),
      }
    })
    .sort((one, other) => other.perYear - one.perYear || (one.piece < other.piece ? -1 : 1))
}
