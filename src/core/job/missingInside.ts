/** What was found missing on opening: before it closes again each piece is in hand, or on order and waited for. */
import { insideOf, type InsideItem } from '../library'
import type { Layout } from '../vehicle'
import type { JobView } from './fold'
import { orderOf } from './orders'

/** Under which name a missing piece is said to be in hand or ordered. */
export const insidePiece = (item: Pick<InsideItem, 'id'>): string => `inside:${item.id}`

/** Pieces that are missing, not in hand and not on order; `layout` as the engine is traced on. */
export const missingInside = (job: JobView, layout: Layout): InsideItem[] =>
  insideOf(layout).filter(
    (item) =>
      job.inside.get(item.id) === 'missing' &&
      !job.work?.ready.has(insidePiece(item)) &&
      orderOf(job, insidePiece(item)) === null,
  )
