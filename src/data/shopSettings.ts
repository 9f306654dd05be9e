/** What the workshop said of itself, in a file and from one: what is said here already stays. */
import { z } from 'zod'
import { FIRST_FLOOR, NO_PLAN, mergedPlans } from '@/core/days'
import { changeDayPlan, changeFloor, dayPlanNow, floorNow, readDayPlan, readFloor } from './floor'
import { loadInstruments, saveInstruments } from './instruments'
import type { Undoing } from './shopUndo'
import { MOST_VIEWS, changeViews, readViews, viewsNow } from './views'
import { NO_WORKSHOP, changeWorkshop, readWorkshop, workshop } from './workshop'

const fileSchema = z.object({
  workshop: z.unknown(),
  floor: z.unknown(),
  days: z.unknown(),
  instruments: z.unknown(),
  views: z.unknown(),
})

export const settingsForFile = async () => ({
  workshop: workshop(),
  floor: floorNow(),
  days: dayPlanNow(),
  instruments: await loadInstruments(),
  views: viewsNow(),
})

const text = (value: unknown): string => JSON.stringify(value ?? null)

/** Takes what is not said here; two plans of days come together; instruments that are not known are added. */
export async function takeSettings(raw: unknown, undo: Undoing): Promise<void> {
  const read = fileSchema.safeParse(raw)
  if (!read.success) return
  for (const key of ['stop-start-workshop', 'stop-start-floor', 'stop-start-days', 'stop-start-views'])
    undo.setting(key)
  const theirs = { workshop: readWorkshop(text(read.data.workshop)), floor: readFloor(text(read.data.floor)) }
  if (workshop() === NO_WORKSHOP && theirs.workshop !== NO_WORKSHOP) changeWorkshop(theirs.workshop)
  if (floorNow() === FIRST_FLOOR && theirs.floor !== FIRST_FLOOR) changeFloor(theirs.floor)
  const days = readDayPlan(text(read.data.days))
  if (days !== NO_PLAN) changeDayPlan(dayPlanNow() === NO_PLAN ? days : mergedPlans(dayPlanNow(), days))
  const ids = new Set(viewsNow().map(({ id }) => id))
  const views = readViews(text(read.data.views)).filter(({ id }) => !ids.has(id))
  if (views.length > 0) changeViews([...viewsNow(), ...views].slice(0, MOST_VIEWS))
  const own = await loadInstruments()
  const known = new Set(own.map(({ id }) => id))
  const more = Array.isArray(read.data.instruments)
    ? (read.data.instruments as typeof own).filter(
        (one) => one && typeof one.id === 'string' && !known.has(one.id),
      )
    : []
  // Those that cannot be read are refused by the store, and the rest of the file stands.
  if (more.length > 0) await saveInstruments([...own, ...more])
}
