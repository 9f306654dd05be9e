/** The workshop itself: what it is called, and in which money it reckons. Small, and wanted at once: kept beside the database. */
import { z } from 'zod'

const KEY = 'stop-start-workshop'
const workshopSchema = z.object({ name: z.string().max(60), currency: z.string().max(5) })
export type WorkshopSettings = z.infer<typeof workshopSchema>
export const NO_WORKSHOP: WorkshopSettings = { name: '', currency: '' }

/** As kept; what cannot be read is as if nothing was said. */
export function readWorkshop(kept: string | null): WorkshopSettings {
  try {
    return workshopSchema.safeParse(JSON.parse(kept ?? 'null')).data ?? NO_WORKSHOP
  } catch {
    return NO_WORKSHOP
  }
}

const listeners = new Set<() => void>()
let shown: { text: string | null; settings: WorkshopSettings } = { text: null, settings: NO_WORKSHOP }

/** The workshop now; the same object as long as nothing was changed. */
export function workshop(): WorkshopSettings {
  let text: string | null
  try {
    text = localStorage.getItem(KEY)
  } catch {
    return shown.settings
  }
  if (text !== shown.text) shown = { text, settings: readWorkshop(text) }
  return shown.settings
}

/** Keeps what is said of the workshop; false where the browser keeps nothing. */
export function changeWorkshop(settings: WorkshopSettings): boolean {
  const said = workshopSchema.safeParse({ name: settings.name.trim(), currency: settings.currency.trim() })
  if (!said.success) return false
  try {
    localStorage.setItem(KEY, JSON.stringify(said.data))
  } catch {
    return false
  }
  listeners.forEach((listener) => listener())
  return true
}

export function onWorkshopChange(listener: () => void): () => void {
  listeners.add(listener)
  addEventListener('storage', listener)
  return () => {
    listeners.delete(listener)
    removeEventListener('storage', listener)
  }
}
