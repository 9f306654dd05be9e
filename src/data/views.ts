/** Searches that are kept under a name: which words, of what. */
import { z } from 'zod'
import { SHOP_KINDS } from '@/core/job'
import { setting } from './setting'

const viewSchema = z.object({
  id: z.string().min(1).max(80),
  name: z.string().trim().min(1).max(60),
  query: z.string().max(120),
  kind: z.enum(SHOP_KINDS).nullable(),
  /** Jobs that are open, or signed; null: both. */
  over: z.boolean().nullable(),
})
export type SavedView = z.infer<typeof viewSchema>
export const NO_VIEWS: SavedView[] = []
export const MOST_VIEWS = 24

export const {
  read: readViews,
  now: viewsNow,
  change: changeViews,
  onChange: onViewsChange,
} = setting<SavedView[]>('stop-start-views', z.array(viewSchema).max(MOST_VIEWS), NO_VIEWS)
