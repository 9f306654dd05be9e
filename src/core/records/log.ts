/**
 * The log of one job: append only. Order is by hybrid clock, then device, then sequence, so that logs
 * from two tablets merge to one order on both. Undo is an event that names another.
 */
import { versionOf, type BodyOf, type EventKind, type JobEvent } from './kinds'

export interface Author {
  device: string
  by: string
}

/** A new event for the end of a log. `now` in ms; the clock never runs behind the log. */
export function appendEvent<K extends EventKind>(
  log: JobEvent[],
  jobId: string,
  kind: K,
  body: BodyOf<K>,
  author: Author,
  now: number,
  id: string,
): JobEvent {
  const clock = log.reduce((latest, event) => Math.max(latest, event.clock + 1), now)
  const seq = log.reduce(
    (next, event) => (event.device === author.device ? Math.max(next, event.seq + 1) : next),
    0,
  )
  return {
    kind,
    v: versionOf(kind),
    id,
    jobId,
    device: author.device,
    seq,
    clock,
    at: now,
    by: author.by,
    body,
  } as JobEvent
}

const compare = (one: JobEvent, other: JobEvent) =>
  one.clock - other.clock ||
  (one.device < other.device ? -1 : one.device > other.device ? 1 : one.seq - other.seq)

/** One log from two, each event once, in the common order. */
export function mergeLogs(one: JobEvent[], other: JobEvent[]): JobEvent[] {
  const byId = new Map([...one, ...other].map((event) => [event.id, event]))
  return [...byId.values()].sort(compare)
}

/** The events that count: in order, without the undone ones and without the undoing. */
export function liveEvents(log: JobEvent[]): JobEvent[] {
  const sorted = [...log].sort(compare)
  const undone = new Set<string>()
  // Backwards, so that an undo that was itself undone does not count.
  for (let at = sorted.length - 1; at >= 0; at -= 1) {
    const event = sorted[at]!
    if (event.kind === 'event-undone' && !undone.has(event.id)) undone.add(event.body.eventId)
  }
  return sorted.filter((event) => event.kind !== 'event-undone' && !undone.has(event.id))
}
