/** The workshop itself: what it is called, and in which money it reckons. */
import { z } from 'zod'
import { setting } from './setting'

const workshopSchema = z.object({ name: z.string().trim().max(60), currency: z.string().trim().max(5) })
export type WorkshopSettings = z.infer<typeof workshopSchema>
export const NO_WORKSHOP: WorkshopSettings = { name: '', currency: '' }

export const {
  read: readWorkshop,
  now: workshop,
  change: changeWorkshop,
  onChange: onWorkshopChange,
} = setting('stop-start-workshop', workshopSchema, NO_WORKSHOP)
