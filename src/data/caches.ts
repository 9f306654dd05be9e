/**
 * What the browser keeps only to be quick gives way to what must not be lost. A cache of this app is a database
 * whose name begins so; whoever keeps one (workers/tableStore.ts, workers/answerStore.ts) does without it.
 */
import { isFull } from './database'

const CACHE = 'stop-start-cache '

/** Takes every cache away; false where there was none. */
export async function dropCaches(): Promise<boolean> {
  const known = (await indexedDB.databases?.().catch(() => [])) ?? []
  const names = known.flatMap(({ name }) => (name?.startsWith(CACHE) ? [name] : []))
  await Promise.all(
    names.map(
      (name) =>
        new Promise<void>((resolve) => {
          const asked = indexedDB.deleteDatabase(name)
          asked.onsuccess = asked.onerror = asked.onblocked = () => resolve()
        }),
    ),
  )
  return names.length > 0
}

/** Writes; where the browser is full, once more without the caches. Throws what the write throws. */
export async function withRoom<T>(write: () => Promise<T>): Promise<T> {
  try {
    return await write()
  } catch (problem) {
    if (!isFull(problem) || !(await dropCaches())) throw problem
    return write()
  }
}
