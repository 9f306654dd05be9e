/**
 * The channels of captures lie beside the log, by their event: a log that grows by an entry is written anew,
 * and thousands of points would be written with it each time.
 */
import type { BodyOf, JobEvent } from '@/core/records'
import { stores } from './database'

type Channels = BodyOf<'capture-kept'>['channels']
interface Apart {
  id: string
  apart: true
  body: { channels: Channels }
}
const isApart = (raw: unknown): raw is Apart => (raw as Partial<Apart> | null)?.apart === true

/** Channels of the captures of the jobs in hand: they never change. */
const read = new Map<string, Channels>()
const MOST_READ = 40

/** The events as they are stored: channels written beside them first, so that nothing points at nothing. */
export async function packed(events: JobEvent[]): Promise<unknown[]> {
  const stored: unknown[] = []
  for (const event of events) {
    if (event.kind !== 'capture-kept' || event.body.channels.length === 0) stored.push(event)
    else {
      await stores.captures.setItem(event.id, event.body.channels)
      stored.push({ ...event, apart: true, body: { ...event.body, channels: [] } })
    }
  }
  return stored
}

/** The events as they were written, channels in their place; a capture whose channels are lost keeps its figure. */
export const unpacked = (events: readonly unknown[]): Promise<unknown[]> =>
  Promise.all(
    events.map(async (raw) => {
      if (!isApart(raw)) return raw
      const known = read.get(raw.id) ?? (await stores.captures.getItem<Channels>(raw.id)) ?? []
      read.set(raw.id, known)
      if (read.size > MOST_READ) read.delete(read.keys().next().value!)
      const { apart: _apart, ...event } = raw
      return { ...event, body: { ...raw.body, channels: known } }
    }),
  )

export const dropCapture = (eventId: string): Promise<void> => stores.captures.removeItem(eventId)
