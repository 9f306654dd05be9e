/** Reads one stored entry of any version, or says what is wrong with it and where. */
import type { z } from 'zod'
import { envelopeSchema } from './envelope'
import { KINDS, type EventKind, type JobEvent } from './kinds'

/** A kind as far as reading asks of it. */
interface AnyKind {
  version: number
  body: z.ZodType
  upcasts?: Record<number, (body: unknown) => unknown>
}

/** `newer`: a later version wrote it; it is whole, and this one cannot read it. */
export type EventProblem = { kind: 'bad-event'; problem: string; at: string; newer?: boolean }

/** Reads one stored event of any version, or says what is wrong with it and where. */
export function readEvent(data: unknown): { ok: true; value: JobEvent } | { ok: false; error: EventProblem } {
  const envelope = envelopeSchema.safeParse(data)
  if (!envelope.success) return bad(envelope.error.issues[0]!)
  const { kind } = envelope.data
  if (!Object.hasOwn(KINDS, kind))
    return {
      ok: false,
      error: {
        kind: 'bad-event',
        problem: `the kind "${kind}" is not known to this version`,
        at: 'kind',
        newer: true,
      },
    }
  const known: AnyKind = KINDS[kind as EventKind]
  if (envelope.data.v > known.version)
    return {
      ok: false,
      error: {
        kind: 'bad-event',
        problem: `"${kind}" is of version ${envelope.data.v}; this version reads up to ${known.version}`,
        at: 'v',
        newer: true,
      },
    }
  let body = envelope.data.body
  for (let version = envelope.data.v; version < known.version; version += 1)
    body = known.upcasts?.[version]?.(body) ?? body
  const parsed = known.body.safeParse(body)
  if (!parsed.success) return bad(parsed.error.issues[0]!, 'body.')
  return { ok: true, value: { ...envelope.data, v: known.version, body: parsed.data } as JobEvent }
}

/** What is wrong with a value, so that a person can put it right. */
function inWords(issue: z.core.$ZodIssue): string {
  const letters = 'origin' in issue && issue.origin === 'string'
  switch (issue.code) {
    case 'too_small':
      return letters ? 'it is empty' : `it is under ${issue.minimum}`
    case 'too_big':
      return letters ? `it has more than ${issue.maximum} letters` : `it is over ${issue.maximum}`
    case 'invalid_type':
      return issue.expected === 'number' ? 'it is no number' : `it is no ${issue.expected}`
    default:
      return issue.message
  }
}

const bad = (issue: z.core.$ZodIssue, prefix = ''): { ok: false; error: EventProblem } => ({
  ok: false,
  error: {
    kind: 'bad-event',
    problem: inWords(issue),
    at: prefix + issue.path.map(String).join('.') || 'the whole event',
  },
})
