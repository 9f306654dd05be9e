/**
 * A vehicle as a log of facts: what was said of it, when, where and by whom. Two tablets that say different
 * things lose nothing: facts merge like the entries of a job, the last word on each thing counts, and the
 * others stay. The record of a vehicle is the fold of its facts.
 */
import { z } from 'zod'
import { bySaid, disagreements, mergedFacts, nextClock, saidOver, seedFrom } from '../shared'
import { vehicleSchema, type VehicleRecord } from './vehicleRecord'

/** Single things that are said of a vehicle; the last word counts. */
const FIELDS = [
  'unit',
  'name',
  'layout',
  'kind',
  'year',
  'kilometres',
  'notes',
  'plate',
  'engine',
  'pumpNumber',
  'builtAt',
  'truth',
] as const
/** Of these nothing is said where there is nothing to say. */
const MAY_BE_UNSAID: readonly string[] = ['truth', 'plate', 'engine', 'pumpNumber', 'builtAt']
/** Lists of things, each said to be there or not; what is the same thing, by list. */
const LISTS = {
  edits: (item: unknown) => textOf(item),
  ways: (item: unknown) => String(item),
  access: (item: unknown) => textOf([field(item, 'place'), field(item, 'off')]),
  limits: (item: unknown) => String(field(item, 'testId')),
  sizings: (item: unknown) => String(field(item, 'id')),
} as const
type ListName = keyof typeof LISTS
const LIST_NAMES = Object.keys(LISTS) as [ListName, ...ListName[]]

const field = (item: unknown, name: string): unknown => (item as Record<string, unknown> | null)?.[name]

const id = z.string().min(1).max(80)
const word = z.discriminatedUnion('says', [
  /** How it was when its log began. */
  z.object({ says: z.literal('taken in'), record: z.record(z.string(), z.unknown()) }),
  z.object({ says: z.literal('field'), field: z.enum(FIELDS), value: z.unknown() }),
  /** A figure or the fuel of its specification, with its source. */
  z.object({ says: z.literal('figure'), field: id, value: z.unknown() }),
  z.object({ says: z.literal('item'), list: z.enum(LIST_NAMES), item: z.unknown(), there: z.boolean() }),
])
export const vehicleFactSchema = z.object({
  id,
  vehicleId: id,
  device: id,
  /** Hybrid clock, ms: never runs behind the log. */
  clock: z.number().finite(),
  at: z.number().finite(),
  by: z.string().max(200),
  word,
  over: z.array(id).max(50).optional(),
})
export type VehicleFact = z.infer<typeof vehicleFactSchema>
export type VehicleWord = VehicleFact['word']

export interface FactAuthor {
  device: string
  by: string
}

/** Reads stored facts one by one; what cannot be read is kept by whoever stores it and moves nothing. */
export function readFacts(stored: readonly unknown[]): VehicleFact[] {
  return stored.flatMap((raw) => {
    const read = vehicleFactSchema.safeParse(raw)
    return read.success ? [read.data] : []
  })
}

export const mergeFacts = mergedFacts<VehicleFact>

/** What has to be said so that the one record becomes the other. */
export function wordsBetween(before: VehicleRecord, after: VehicleRecord): VehicleWord[] {
  const words: VehicleWord[] = []
  for (const name of FIELDS)
    if (textOf(before[name]) !== textOf(after[name]))
      words.push({ says: 'field', field: name, value: after[name] ?? null })
  const figures = { before: before.specification, after: after.specification } as Record<
    'before' | 'after',
    Record<string, unknown>
  >
  for (const [name, value] of Object.entries(figures.after))
    if (textOf(figures.before[name]) !== textOf(value)) words.push({ says: 'figure', field: name, value })
  for (const list of LIST_NAMES) words.push(...listWords(list, before[list] ?? [], after[list] ?? []))
  return words
}

function listWords(list: ListName, before: readonly unknown[], after: readonly unknown[]): VehicleWord[] {
  const keyOf = LISTS[list]
  const kept = new Set(after.map(keyOf))
  const had = new Map(before.map((item) => [keyOf(item), textOf(item)]))
  return [
    ...before
      .filter((item) => !kept.has(keyOf(item)))
      .map((item): VehicleWord => ({ says: 'item', list, item, there: false })),
    ...after
      .filter((item) => had.get(keyOf(item)) !== textOf(item))
      .map((item): VehicleWord => ({ says: 'item', list, item, there: true })),
  ]
}

/** Facts for the end of a log. `now` in ms; `nextId` gives a fresh id for each. */
export function factsOf(
  log: VehicleFact[],
  vehicleId: string,
  words: VehicleWord[],
  author: FactAuthor,
  now: number,
  nextId: () => string,
): VehicleFact[] {
  const first = nextClock(log, now)
  const over = saidOver(log, thingOf)
  return words.map((said, place) =>
    over({ id: nextId(), vehicleId, ...author, clock: first + place, at: now, word: said }),
  )
}

/** What a word is about, where two words on it cannot both hold. */
function thingOf({ word: said }: Pick<VehicleFact, 'word'>): string | null {
  // What stands behind a stand-in is nobody's word.
  if (said.says === 'field' && said.field === 'truth') return null
  if (said.says === 'field' || said.says === 'figure') return `${said.says} ${said.field}`
  return said.says === 'item' && said.list === 'limits' ? `limits ${LISTS.limits(said.item)}` : null
}

/** A thing of a vehicle that two tablets say otherwise; the last word counts until somebody says which holds. */
export interface Disagreement {
  thing: string
  /** The last of each value, the one that counts now at the end. */
  said: VehicleFact[]
}
export const vehicleDisagreements = (facts: readonly VehicleFact[]): Disagreement[] =>
  [...disagreements(facts, thingOf, (one, other) => textOf(one.word) === textOf(other.word))].map(
    ([thing, said]) => ({ thing, said }),
  )

/** The log of a vehicle that was kept as one record: the same record makes the same fact on every tablet. */
export function beginLog(record: VehicleRecord, at: number): VehicleFact[] {
  const text = textOf(record)
  return [
    {
      id: `taken-in-${seedFrom(text).toString(16)}-${text.length}`,
      vehicleId: record.id,
      device: 'before',
      clock: at,
      at,
      by: '',
      word: { says: 'taken in', record: JSON.parse(text) as Record<string, unknown> },
    },
  ]
}

export interface FoldedVehicle {
  record: VehicleRecord
  /** Facts that would make a vehicle that cannot be: an edit of a part that another one took out. They stay, and move nothing. */
  aside: VehicleFact[]
}

/** The record that the facts come to; null where none of them begins it. */
export function foldVehicle(facts: VehicleFact[]): FoldedVehicle | null {
  const sorted = [...facts].sort(bySaid)
  const [first, ...rest] = sorted
  // Nearly always all of it goes together, and is looked at once.
  if (first?.word.says === 'taken in') {
    const whole = vehicleSchema.safeParse(
      rest.reduce<unknown>((record, { word: said }) => next(record, said), first.word.record),
    )
    if (whole.success) return { record: whole.data, aside: [] }
  }
  return foldedOneByOne(sorted)
}

/** A later beginning is what another tablet kept of the same vehicle: it stays, and changes nothing. */
const next = (record: unknown, said: VehicleWord): unknown =>
  said.says === 'taken in' ? record : applied(record as VehicleRecord, said)

function foldedOneByOne(sorted: VehicleFact[]): FoldedVehicle | null {
  let record: VehicleRecord | null = null
  const aside: VehicleFact[] = []
  for (const fact of sorted) {
    if (record === null && fact.word.says !== 'taken in') {
      aside.push(fact)
      continue
    }
    const parsed: ReturnType<typeof vehicleSchema.safeParse> = vehicleSchema.safeParse(
      record === null ? applied(null, fact.word) : next(record, fact.word),
    )
    if (parsed.success) record = parsed.data
    else aside.push(fact)
  }
  return record && { record, aside }
}

function applied(record: VehicleRecord | null, said: VehicleWord): unknown {
  if (said.says === 'taken in') return said.record
  if (!record) return null
  if (said.says === 'field') {
    const { [said.field]: _before, ...rest } = record
    return MAY_BE_UNSAID.includes(said.field) && said.value === null
      ? rest
      : { ...rest, [said.field]: said.value }
  }
  if (said.says === 'figure')
    return { ...record, specification: { ...record.specification, [said.field]: said.value } }
  const keyOf = LISTS[said.list]
  const key = keyOf(said.item)
  const list = (record[said.list] ?? []) as readonly unknown[]
  const place = list.findIndex((item) => keyOf(item) === key)
  const without = list.filter((item) => keyOf(item) !== key)
  if (!said.there) return { ...record, [said.list]: without }
  if (place < 0) return { ...record, [said.list]: [...list, said.item] }
  return { ...record, [said.list]: list.map((item, at) => (at === place ? said.item : item)) }
}

/** Text of a value that does not depend on the order in which its fields were written. */
function textOf(value: unknown): string {
  return (
    JSON.stringify(value, (_key, inner: unknown) =>
      inner && typeof inner === 'object' && !Array.isArray(inner)
        ? Object.fromEntries(Object.entries(inner).sort(([one], [other]) => (one < other ? -1 : 1)))
        : inner,
    ) ?? 'null'
  )
}
