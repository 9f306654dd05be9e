/**
 * The log of one job: append only. Order is by hybrid clock, then device, then sequence, so that logs
 * from two tablets merge to one order on both. Undo is an event that names another.
 */
import { hasSeen } from './envelope'
import { versionOf, type BodyOf, type EventKind, type JobEvent } from './kinds'
import { readEvent, type EventProblem } from './read'

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
    seen: seenOf(log, author.device),
    body,
  } as JobEvent
}

function seenOf(log: JobEvent[], own: string): Record<string, number> {
  const seen: Record<string, number> = {}
  for (const { device, seq } of log) if (device !== own) seen[device] = Math.max(seen[device] ?? 0, seq)
  return seen
}

/** An event that cannot be read, as it is stored, and what is wrong with it. */
export interface SetAside {
  /** Place among the stored events, from 0. */
  index: number
  raw: unknown
  problem: string
  at: string
}

/** Reads stored events one by one: what cannot be read is set aside, and the rest stands. */
export function readLog(stored: readonly unknown[]): { events: JobEvent[]; aside: SetAside[] } {
  const events: JobEvent[] = []
  const aside: SetAside[] = []
  stored.forEach((raw, index) => {
    const event = readEvent(raw)
    if (event.ok) events.push(event.value)
    else aside.push({ index, raw, problem: event.error.problem, at: event.error.at })
  })
  return { events, aside }
}

/** Why an event may not be stored: what could not be read back is never written. */
export function refusalOf(event: JobEvent): EventProblem | null {
  // As the store keeps it, and through the text of a file: an infinite figure is one in the first and none in the second.
  const kept = readEvent(event)
  if (!kept.ok) return kept.error
  const read = readEvent(JSON.parse(JSON.stringify(event)))
  return read.ok ? null : read.error
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

/** The signature that counts, and what it covers: everything that its author had. Null where nothing is signed. */
export function signatureOf(log: JobEvent[]): { event: JobEvent; covers: ReadonlySet<string> } | null {
  const live = liveEvents(log)
  const event = live.findLast((one) => one.kind === 'job-signed')
  if (!event) return null
  const covers = log.filter((one) => one.id === event.id || (hasSeen(event, one) ?? compare(one, event) < 0))
  return { event, covers: new Set(covers.map((one) => one.id)) }
}
