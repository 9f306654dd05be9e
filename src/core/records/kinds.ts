/**
 * The kinds of event of a job log: validator, version and upcasters of each. Events are past tense,
 * small and few; nothing is ever rewritten. An event of an older version is brought up to date when it
 * is read; one stored example of every kind and version is kept for ever in tests/stored.
 */
import { z } from 'zod'
import { UNIT_NAMES } from '../shared'

const text = z.string().max(4000)
const id = z.string().min(1).max(80)
const entered = z.object({ value: z.number().finite(), unit: z.enum(UNIT_NAMES) })
/** An instrument as a reading carries it: what it was called, how it stood then, and the offset that is taken off. */
const taken = z.object({
  instrumentId: id.nullable(),
  name: text,
  standing: z.enum(['checked', 'overdue', 'never', 'doubtful', 'stand-in', 'file', 'hand']),
  offset: entered.nullable(),
})
const share = z.number().min(0).max(1)
const state = z.record(z.string().max(40), z.string().max(40))

export const KINDS = {
  'job-opened': {
    version: 1,
    body: z.object({
      vehicleId: id,
      unit: text,
      vehicleName: text,
      words: text,
      neededBy: z.string().max(40).nullable(),
    }),
  },
  'complaint-noted': {
    version: 1,
    body: z.object({
      symptoms: z.array(id),
      raisers: z.array(id),
      failingNow: z.enum(['yes', 'no', 'unknown']),
      words: text,
      conditions: z.array(id),
      lastFill: text,
      lamps: text,
      history: text,
    }),
  },
  /** What is known of a part without a reading: new, new and the same again, looked at, tried without it. The last word on it counts. */
  'part-known': {
    version: 2,
    body: z.object({
      repairId: id,
      how: z.enum(['renewed', 'came back', 'seen sound', 'same without', 'seen wet', 'withdrawn']),
      when: z.string().max(80),
      who: z.string().max(80),
    }),
  },
  /** What was read no longer holds, or does again: a plug was parted since, a stud spun, a joint was made anew. It stays in the record and moves nothing. */
  'reading-disturbed': {
    version: 1,
    body: z.object({ readingId: id, disturbed: z.boolean(), why: text }),
  },
  'state-asserted': {
    version: 1,
    body: z.object({
      changes: state,
      why: z.enum(['seen', 'implied', 'start']),
      litres: z.number().finite().min(0).max(2000).optional(),
      /** What was read before a state was said to be there; null where the maker's own way took the place of a figure. */
      figures: z
        .array(z.object({ operationId: id, value: z.number().finite().nullable() }))
        .max(5)
        .optional(),
    }),
  },
  'reading-taken': {
    version: 3,
    body: z.object({
      readingId: id,
      testId: id,
      value: z.discriminatedUnion('kind', [
        z.object({ kind: z.literal('number'), entered }),
        z.object({ kind: z.literal('outcome'), outcome: id }),
      ]),
      scene: id,
      instrument: id,
      faultPresent: z.enum(['yes', 'no', 'unknown']),
      source: z.enum(['vehicle', 'stand-in', 'file']),
      phase: z.enum(['trace', 'proof']),
      /** How sure the technician is of it. */
      sure: z.enum(['yes', 'no']),
      /** Between which ends it swung, in the unit of the entry; its value is the middle. */
      swing: z.object({ low: z.number().finite(), high: z.number().finite() }).optional(),
      /** The instrument of the workshop that gave it, where one is named. */
      taken: taken.optional(),
    }),
  },
  'test-skipped': { version: 1, body: z.object({ testId: id, reason: text }) },
  'capture-kept': {
    version: 2,
    body: z.object({
      captureId: id,
      /** What was captured, and the test of Trace that it can stand for. */
      capture: id,
      testId: id.nullable(),
      clamped: z.enum(['none', 'feed', 'return', 'both']),
      instrument: taken,
      channels: z
        .array(
          z.object({
            id,
            quantity: id,
            unit: z.enum(UNIT_NAMES),
            seconds: z.array(z.number().finite()).max(4000),
            values: z.array(z.number().finite().nullable()).max(4000),
          }),
        )
        .max(8),
      /** What a hand wrote down where no signal was taken. */
      table: z.array(z.object({ label: text, values: z.array(entered).max(6), word: text })).max(60),
      /** The figure that speaks for it, its standard deviation, and the band it was held against; null is an open side. */
      value: z.object({
        value: z.number().finite(),
        unit: z.enum(UNIT_NAMES),
        sd: z.number().finite().min(0),
      }),
      band: z
        .object({
          low: z.number().finite().nullable(),
          high: z.number().finite().nullable(),
          source: z.enum(['maker', 'own past', 'sister', 'generic']),
        })
        .nullable(),
      verdict: z.enum(['good', 'bad', 'inconclusive', 'says-little']),
      /** As the screen said it. */
      says: text,
      source: z.enum(['vehicle', 'stand-in', 'file']),
    }),
  },
  'plan-made': {
    version: 2,
    body: z.object({
      repairIds: z.array(id).min(1).max(5),
      start: state,
      /** Ways in that the plan may go; why this one where a person chose it. */
      ways: z.array(id).max(16),
      reason: text,
      pace: z.object({ rust: z.enum(['none', 'some', 'bad']), first: z.boolean() }),
    }),
  },
  /** A judgement call and what it was made from. */
  'call-made': {
    version: 2,
    body: z.object({
      callId: id,
      optionId: id,
      recommended: id,
      reason: text,
      /** What it was weighed by: money a minute of work and a standing day, days until parts come (null: typical); null where a version did not keep it. */
      terms: z
        .object({
          moneyPerMinute: z.number().finite().min(0),
          moneyPerStandingDay: z.number().finite().min(0),
          leadDays: z.number().finite().min(0).nullable(),
        })
        .nullable(),
    }),
  },
  /** Who agreed to which work, how, and up to what amount; null where none was named. */
  'consent-noted': {
    version: 1,
    body: z.object({
      who: z.string().min(1).max(120),
      how: z.enum(['in person', 'phone', 'message', 'written']),
      repairIds: z.array(id).min(1).max(8),
      upTo: z.number().finite().positive().nullable(),
    }),
  },
  'opening-noted': {
    version: 1,
    body: z.object({ item: id, finding: z.enum(['present', 'missing', 'altered']) }),
  },
  /** A photo of one's own: the picture stays in the browser, scaled and without its metadata. Arrows as shares of its sides. */
  'photo-kept': {
    version: 1,
    body: z.object({
      photoId: id,
      operationId: id.nullable(),
      note: text,
      arrows: z.array(z.object({ x1: share, y1: share, x2: share, y2: share })).max(20),
    }),
  },
  /** Fuel that came out and did not go back: how much, what, into what, and where it goes. */
  'waste-noted': {
    version: 1,
    body: z.object({
      litres: z.number().finite().positive().max(2000),
      kind: z.enum(['clean', 'petrol waste', 'diesel waste', 'mixed']),
      container: text,
      whereTo: text,
    }),
  },
  'ready-noted': { version: 1, body: z.object({ item: id, ready: z.boolean() }) },
  'substep-ticked': {
    version: 1,
    body: z.object({ step: z.number().int().min(0), part: z.number().int().min(0), ticked: z.boolean() }),
  },
  'step-done': {
    version: 1,
    body: z.object({
      step: z.number().int().min(0),
      operationId: id,
      sets: state,
      entered: z.number().finite().nullable(),
      torqueNm: z.number().finite().nullable(),
      byFeel: z.boolean(),
      note: text,
    }),
  },
  'check-done': { version: 1, body: z.object({ checkId: id, outcome: z.enum(['good', 'bad']) }) },
  /** Something that was not in the plan: what it is, what follows from it, and for what is put off the risk in words. */
  'finding-noted': {
    version: 1,
    body: z.object({
      findingId: id,
      kind: z.enum(['broken', 'seized', 'wrong part', 'find']),
      what: text,
      then: z.enum(['put right', 'suspect', 'repair', 'deferred']),
      risk: text,
    }),
  },
  /** What was bridged for a test: it stands until it is undone, and nothing is signed before. */
  'bypass-noted': {
    version: 1,
    body: z.object({ bypassId: id, what: text, where: text, standing: z.enum(['set', 'undone']) }),
  },
  /** A hard line as surveyed for its copy, lengths and angles as measured. */
  'line-surveyed': {
    version: 1,
    body: z.object({
      line: text,
      material: id,
      outerDiameterMm: z.number().finite().positive().max(60),
      bendRadiusMm: z.number().finite().positive().max(400),
      seats: z.tuple([id, id]),
      legs: z
        .array(
          z.object({
            lengthMm: z.number().finite().positive().max(6000),
            bendDeg: z.number().finite().min(0).max(179).nullable(),
            twistDeg: z.number().finite().min(-360).max(360),
            clip: z.boolean(),
            note: text,
          }),
        )
        .min(1)
        .max(40),
    }),
  },
  /** One pin of a plug by continuity: what it was called, where it really goes. */
  'terminal-mapped': {
    version: 1,
    body: z.object({
      plug: text,
      pin: text,
      labelled: text,
      goesTo: text,
      ohm: z.number().finite().min(0).nullable(),
      spliced: z.boolean(),
    }),
  },
  bled: {
    version: 1,
    body: z.object({
      method: id,
      strokes: z.number().int().min(0).max(2000),
      cranks: z.number().int().min(0).max(200),
      outcome: z.enum(['firm', 'bubbles', 'not yet']),
    }),
  },
  /** What was measured of the new part against the old place, and what came of it. */
  'fit-checked': {
    version: 1,
    body: z.object({
      check: id,
      title: text,
      figures: z.record(z.string().max(40), z.string().max(80)),
      verdict: z.enum(['fits', 'doubt', 'no']),
      says: text,
    }),
  },
  /** In which order hoses and wires lie and pass each other, before they are touched. */
  'lie-noted': { version: 1, body: z.object({ operationId: id, lines: z.array(text).max(20) }) },
  /** What the work came to, against the range it was said to come to. */
  'cost-noted': {
    version: 1,
    body: z.object({
      estimateLow: z.number().finite().min(0),
      estimateHigh: z.number().finite().min(0),
      money: z.number().finite().min(0),
      minutes: z.number().finite().min(0),
    }),
  },
  /** Seen before the first opening: the extinguisher in its place, the meter zeroed outdoors. */
  'guard-noted': {
    version: 1,
    body: z.object({ extinguisher: z.boolean(), meterZeroed: z.boolean(), note: text }),
  },
  'hazards-confirmed': { version: 1, body: z.object({ gateId: id }) },
  'handed-over': { version: 1, body: z.object({ to: z.string().min(1).max(80), note: text }) },
  'part-judged': {
    version: 1,
    body: z.object({ repairId: id, partWasBad: z.enum(['yes', 'no', 'unknown']) }),
  },
  'wait-started': {
    version: 1,
    body: z.object({
      waitId: id,
      label: text,
      minutes: z.number().finite().positive(),
      holds: z.boolean().optional(),
    }),
  },
  'wait-ended': { version: 1, body: z.object({ waitId: id }) },
  'way-taken': { version: 1, body: z.object({ way: id, outcome: id }) },
  'proof-noted': { version: 1, body: z.object({ item: id, outcome: z.enum(['yes', 'no']) }) },
  'complaint-remains': {
    version: 2,
    /** How it ran after what was changed, against before. */
    body: z.object({ words: text, run: z.enum(['better', 'worse', 'same', 'unknown']) }),
  },
  'meter-read': {
    version: 1,
    body: z.object({ lelPercent: z.number().finite().min(0).max(100), where: text }),
  },
  provoked: { version: 1, body: z.object({ way: id, outcome: z.enum(['fails', 'holds']) }) },
  'survey-noted': {
    version: 1,
    body: z.object({ item: id, finding: z.enum(['good', 'doubtful', 'bad', 'cannot']), note: text }),
  },
  'job-signed': { version: 1, body: z.object({ unproven: z.array(text), note: text }) },
  'event-undone': { version: 1, body: z.object({ eventId: id, reason: text }) },
} as const

export type EventKind = keyof typeof KINDS
export type BodyOf<K extends EventKind> = z.infer<(typeof KINDS)[K]['body']>
export const EVENT_KINDS = Object.keys(KINDS) as EventKind[]

/** An entry before it has an author and a place in a log. */
export type Addition = { [K in EventKind]: { kind: K; body: BodyOf<K> } }[EventKind]

interface Envelope<K extends EventKind> {
  kind: K
  v: number
  id: string
  jobId: string
  device: string
  seq: number
  /** Hybrid logical clock, ms: never runs back, even when the device's clock does. */
  clock: number
  /** Wall clock when it happened, ms. */
  at: number
  by: string
  /** What its author had of other devices' events: the highest sequence of each. Missing in logs of before it was kept. */
  seen?: Record<string, number>
  body: BodyOf<K>
}
export type JobEvent = { [K in EventKind]: Envelope<K> }[EventKind]

const envelopeSchema = z.object({
  kind: z.string(),
  v: z.number().int().positive(),
  id,
  jobId: id,
  device: id,
  seq: z.number().int().min(0),
  clock: z.number().finite(),
  at: z.number().finite(),
  by: z.string().max(200),
  seen: z.record(z.string().max(80), z.number().int().min(0)).optional(),
  body: z.unknown(),
})

/** Upcasters by kind: from version n (key) to n + 1. */
export const UPCASTERS: Partial<Record<EventKind, Record<number, (body: unknown) => unknown>>> = {
  // Leak-downs alone were kept, against the typical limit.
  'capture-kept': {
    1: (body) => {
      const { captureId, clamped, seconds, kPa, leftFraction, verdict, source } = body as {
        captureId: string
        clamped: 'none' | 'feed' | 'return'
        seconds: number[]
        kPa: number[]
        leftFraction: number
        verdict: string
        source: string
      }
      const standIn = source === 'stand-in'
      return {
        captureId,
        capture: 'leakDown',
        testId: { none: 'T32', feed: 'T33', return: 'T34' }[clamped],
        clamped,
        instrument: {
          instrumentId: null,
          name: standIn ? 'Stand-in gauge' : 'File',
          standing: standIn ? 'stand-in' : 'file',
          offset: null,
        },
        channels: [{ id: 'rail', quantity: 'pressure', unit: 'kPa', seconds, values: kPa }],
        table: [],
        value: { value: 100 * leftFraction, unit: '%', sd: 1 },
        band: { low: 75, high: null, source: 'generic' },
        verdict: { holds: 'good', leaks: 'bad', 'says-little': 'says-little' }[verdict] ?? 'inconclusive',
        says: '',
        source,
      }
    },
  },
  // The hatch was the only way in, and minutes were typical.
  'plan-made': {
    1: (body) => ({
      ...(body as object),
      ways: ['benchHatch'],
      reason: '',
      pace: { rust: 'none', first: false },
    }),
  },
  // What it was weighed by was not kept.
  'call-made': { 1: (body) => ({ ...(body as object), terms: null }) },
  // Nobody was asked how it ran.
  'complaint-remains': { 1: (body) => ({ ...(body as object), run: 'unknown' }) },
  // Nobody was asked: what was entered was meant.
  // Nothing was said of wet parts.
  'part-known': { 1: (body) => body },
  'reading-taken': {
    1: (body) => ({ ...(body as object), sure: 'yes' }),
    // A needle was taken to stand still.
    2: (body) => body,
  },
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
  const known = KINDS[kind as EventKind]
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
    body = UPCASTERS[kind as EventKind]?.[version]?.(body) ?? body
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

export const versionOf = (kind: EventKind): number => KINDS[kind].version
