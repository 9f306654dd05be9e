/**
 * Who is told of a change, on this page and on the others, and what is not on disk. A change names what it
 * changed, so that a page reads again only what it shows.
 */
import type { JobEvent } from '@/core/records'

/** `job`: an entry of it is on disk. `lists`: what pages list has followed. */
export type Change = { of: 'job' | 'vehicle'; id: string } | { of: 'lists' | 'parts' | 'all' | 'unwritten' }

const listeners = new Set<(change: Change) => void>()
const channel = typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('stop-start')
type Message = Change | 'who has unwritten' | { page: string; unwritten: Record<string, number> }
/** A name for this page, for the others. */
export const page = typeof crypto === 'undefined' ? 'page' : crypto.randomUUID()

/** Calls back after any change, from this page or another. */
export function onStoreChange(listener: (change: Change) => void): () => void {
  listeners.add(listener)
  return () => listeners.delete(listener)
}
/** Tells this page and the others that something was stored. */
export function announceChange(change: Change = { of: 'all' }): void {
  listeners.forEach((listener) => listener(change))
  channel?.postMessage(change satisfies Message)
}

/** Events that the database refused; kept until a write succeeds or a file is saved. */
const unwritten = new Map<string, JobEvent[]>()
/** Unwritten entries by job that other pages of this tablet hold, by page. */
const elsewhere = new Map<string, Record<string, number>>()

export const unwrittenEvents = (jobId: string): JobEvent[] => unwritten.get(jobId) ?? []
/** Keeps the events in this page, or lets them go once they are on disk, and tells the other pages. */
export function keepUnwritten(jobId: string, events: JobEvent[]): void {
  if (events.length > 0) unwritten.set(jobId, events)
  else if (!unwritten.delete(jobId)) return
  tellUnwritten()
}

/** How many entries of a job are not written, on this page and on others. */
export function unwrittenCount(jobId: string): { here: number; elsewhere: number } {
  const others = [...elsewhere.values()].reduce((sum, one) => sum + (one[jobId] ?? 0), 0)
  return { here: unwrittenEvents(jobId).length, elsewhere: others }
}
/** Is anything on this page not written? Leaving would lose it. */
export const hasUnwritten = (): boolean => [...unwritten.values()].some((events) => events.length > 0)

const tellUnwritten = () =>
  channel?.postMessage({
    page,
    unwritten: Object.fromEntries([...unwritten].map(([jobId, events]) => [jobId, events.length])),
  } satisfies Message)

channel?.addEventListener('message', ({ data }: MessageEvent<Message>) => {
  if (data === 'who has unwritten') return hasUnwritten() ? tellUnwritten() : undefined
  if ('page' in data) {
    elsewhere.set(data.page, data.unwritten)
    listeners.forEach((listener) => listener({ of: 'unwritten' }))
  } else listeners.forEach((listener) => listener(data))
})
channel?.postMessage('who has unwritten' satisfies Message)
