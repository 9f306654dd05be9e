/** What the jobs want, and whether shelf and orders cover it. */
import type { LayoutId } from '../vehicle'
import { fitOn, partsFor, type FitTarget } from './fits'
import { atJob, toCome, type Order, type Part } from './part'

/** A piece that a plan asks for and that is not in hand. */
export interface Need {
  jobId: string
  unit: string
  vehicleName: string
  layout: LayoutId
  /** Its line on the ready-to-open list. */
  itemId: string
  piece: string
  count: number
  oneTime: boolean
  danger: boolean
  /** When it comes, ms, where the job says that it is on order. */
  orderedFor: number | null
  openedAt: number
}

export type Cover =
  /** It lies on the shelf for this job. */
  | { kind: 'shelf'; part: Part }
  /** The job's own order. */
  | { kind: 'ordered'; dueAt: number }
  /** An order for the shelf that leaves enough for it. */
  | { kind: 'coming'; part: Part; order: Order }
  /** To be ordered: the part that is known to fit or may, if there is one, and those that do not fit. */
  | { kind: 'lacks'; part: Part | null; wrong: Part[] }
export interface CoveredNeed {
  need: Need
  cover: Cover
}
/** A part of which less is there or coming than should lie there. */
export interface Short {
  part: Part
  /** To be ordered, so that the least lies there again. */
  count: number
}
export interface PartsBoard {
  needs: CoveredNeed[]
  shorts: Short[]
}

/** Danger first, then who has waited longest. */
const byUrgency = (one: Need, other: Need) =>
  Number(other.danger) - Number(one.danger) ||
  one.openedAt - other.openedAt ||
  (one.itemId < other.itemId ? -1 : 1)

/** On order for the shelf: what is ordered for a job is that job's. */
const forShelf = (part: Part): Order[] => toCome(part).filter(({ jobId }) => jobId === null)

/** Gives each need what is there or coming, none of it twice; what is left over is held against the least stock. */
export function partsBoard(needs: readonly Need[], parts: readonly Part[]): PartsBoard {
  const onShelf = new Map(parts.map((part) => [part.id, Math.max(0, part.shelf)]))
  const coming = new Map(
    parts.flatMap((part) =>
      forShelf(part).map((order) => [order.orderId, order.count - order.came] as const),
    ),
  )
  const covered = [...needs].sort(byUrgency).map((need): CoveredNeed => {
    if (need.orderedFor !== null) return { need, cover: { kind: 'ordered', dueAt: need.orderedFor } }
    return { need, cover: coverOf(need, partsFor(parts, need.piece, need), onShelf, coming) }
  })
  const shorts = parts.flatMap((part): Short[] => {
    const comes = forShelf(part).reduce((sum, { orderId }) => sum + (coming.get(orderId) ?? 0), 0)
    const count = part.least - (onShelf.get(part.id) ?? 0) - comes
    return count > 0 ? [{ part, count }] : []
  })
  return { needs: covered, shorts }
}

function coverOf(
  need: Need,
  candidates: Part[],
  onShelf: Map<string, number>,
  coming: Map<string, number>,
): Cover {
  const target: FitTarget = need
  const wrong = candidates.filter((part) => fitOn(part, target).kind === 'no')
  const right = candidates.filter((part) => !wrong.includes(part))
  // What was taken for the job is in its hand, though its list does not say so yet.
  const taken = right.find((part) => atJob(part, need.jobId) >= need.count)
  const there = taken ?? right.find((part) => onShelf.get(part.id)! >= need.count)
  if (there) {
    if (!taken) onShelf.set(there.id, onShelf.get(there.id)! - need.count)
    return { kind: 'shelf', part: there }
  }
  for (const part of right)
    for (const order of forShelf(part)) {
      const left = coming.get(order.orderId)!
      if (left < need.count) continue
      coming.set(order.orderId, left - need.count)
      return { kind: 'coming', part, order }
    }
  return { kind: 'lacks', part: right[0] ?? null, wrong }
}
