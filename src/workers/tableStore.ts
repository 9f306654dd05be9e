/**
 * Tables of the engine between two visits: a reload reads what was solved. They belong to the very code that
 * solved them; of another version none is read. Losing them loses time, nothing else.
 */
import localforage from 'localforage'
import type { KeptTable } from '@/core/diagnosis'
import { ENGINE } from './engine'

const MOST_TABLES = 6
const INDEX = 'index'

const tables = localforage.createInstance({ name: 'stop-start-cache tables', storeName: 'tables' })
const nameOf = (key: string) => `${ENGINE} ${key}`

/** What was kept for a vehicle; null where nothing was, or the browser keeps nothing. */
export async function readTable(key: string): Promise<KeptTable | null> {
  try {
    return await tables.getItem<KeptTable>(nameOf(key))
  } catch {
    return null
  }
}

/** Keeps a table; those of other versions and all but the newest go. A browser that is full keeps none. */
export async function keepTable(key: string, kept: KeptTable): Promise<void> {
  const name = nameOf(key)
  try {
    const before = (await tables.getItem<string[]>(INDEX)) ?? []
    const names = [name, ...before.filter((other) => other !== name)]
    const stay = names.filter((other) => other.startsWith(`${ENGINE} `)).slice(0, MOST_TABLES)
    await Promise.all(names.filter((other) => !stay.includes(other)).map((other) => tables.removeItem(other)))
    await tables.setItem(name, kept)
    await tables.setItem(INDEX, stay)
  } catch {
    await tables.clear().catch(() => undefined)
  }
}
