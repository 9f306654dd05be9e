/**
 * One small setting of this browser, wanted at once and before the database opens: kept beside it. What
 * cannot be read back is as if nothing was said.
 */
import type { z } from 'zod'

export interface Setting<T> {
  read: (kept: string | null) => T
  /** As it stands; the same object as long as nothing was changed. */
  now: () => T
  /** Keeps what is said; false where it is not possible, or the browser keeps nothing. */
  change: (value: T) => boolean
  onChange: (listener: () => void) => () => void
}

export function setting<T>(key: string, schema: z.ZodType<T>, none: T): Setting<T> {
  const listeners = new Set<() => void>()
  let shown: { text: string | null; value: T } = { text: null, value: none }
  const read = (kept: string | null): T => {
    try {
      return schema.safeParse(JSON.parse(kept ?? 'null')).data ?? none
    } catch {
      return none
    }
  }
  return {
    read,
    now: () => {
      let text: string | null
      try {
        text = localStorage.getItem(key)
      } catch {
        return shown.value
      }
      if (text !== shown.text) shown = { text, value: read(text) }
      return shown.value
    },
    change: (value) => {
      const said = schema.safeParse(value)
      if (!said.success) return false
      try {
        localStorage.setItem(key, JSON.stringify(said.data))
      } catch {
        return false
      }
      listeners.forEach((listener) => listener())
      return true
    },
    onChange: (listener) => {
      listeners.add(listener)
      addEventListener('storage', listener)
      return () => {
        listeners.delete(listener)
        removeEventListener('storage', listener)
      }
    },
  }
}
