/**
 * A log from a file into the log that is here. The file may add; it may not rewrite: an event that is known
 * and reads otherwise refuses the whole file, and what a signature covers is neither changed nor undone.
 */
import type { JobEvent } from './kinds'
import { hasSeen } from './envelope'
import { mergeLogs, signatureOf } from './log'

/** A tablet may run ahead of this one by so much; beyond it the clock of a file is wrong. */
const MOST_AHEAD_MS = 26 * 3_600_000

export interface Left {
  eventId: string
  why: 'undoes what is signed' | 'comes before the signature'
}
export type Merged =
  { ok: true; log: JobEvent[]; added: number; left: Left[] } | { ok: false; problem: string; at: string }

export function mergeFile(here: JobEvent[], file: JobEvent[], now: number): Merged {
  const known = new Map(here.map((event) => [event.id, event]))
  for (const [index, event] of file.entries()) {
    const before = known.get(event.id)
    if (before && bodyText(before) !== bodyText(event))
      return {
        ok: false,
        problem: `an entry that is here (${event.kind}, ${event.id}) reads otherwise in the file: one of the two was changed`,
        at: `events.${index}`,
      }
    if (Math.max(event.clock, event.at) > now + MOST_AHEAD_MS)
      return {
        ok: false,
        problem: `it was written by a clock that is ${Math.round((Math.max(event.clock, event.at) - now) / 3_600_000)} h ahead of this tablet: set the clocks right and save it again`,
        at: `events.${index}.clock`,
      }
  }
  const signature = signatureOf(here)
  const left: Left[] = []
  const fresh = file.filter((event) => {
    if (known.has(event.id)) return false
    const why = signature && againstSignature(event, signature)
    if (why) left.push({ eventId: event.id, why })
    return !why
  })
  return { ok: true, log: mergeLogs(here, fresh), added: fresh.length, left }
}

function againstSignature(
  event: JobEvent,
  { event: signed, covers }: NonNullable<ReturnType<typeof signatureOf>>,
): Left['why'] | null {
  if (event.kind === 'event-undone' && covers.has(event.body.eventId)) return 'undoes what is signed'
  // What the signer had belongs to what he signed; what he had not, and would sort before it, does not.
  if (hasSeen(signed, event) === true) return null
  return event.clock <= signed.clock ? 'comes before the signature' : null
}

const bodyText = ({ kind, at, by, device, seq, body }: JobEvent): string =>
  JSON.stringify([kind, at, by, device, seq, sorted(body)])
const sorted = (value: unknown): unknown =>
  Array.isArray(value)
    ? value.map(sorted)
    : value && typeof value === 'object'
      ? Object.fromEntries(
          Object.entries(value)
            .sort(([one], [other]) => (one < other ? -1 : 1))
            .map(([key, inner]) => [key, sorted(inner)]),
        )
      : value
