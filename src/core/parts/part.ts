/**
 * A part that the workshop has to do with, as a log of facts: what it is called, what was moved where, what
 * was ordered, offered, measured against a vehicle, owed back. What is on the shelf is what was moved there
 * since it was last counted, so that two tablets that both took one agree without asking.
 */
import { z } from 'zod'
import { bySaid, disagreements, nextClock, saidOver, type Money } from '../shared'
import { LAYOUT_IDS, type LayoutId } from '../vehicle'

const id = z.string().min(1).max(80)
const text = z.string().max(200)
const name = z.string().trim().min(1).max(120)
const count = z.number().int().min(1).max(9999)
const money = z.number().finite().min(0).max(1e6)
const time = z.number().finite()

/** Where a piece can be. A seller stands for whoever it comes from or goes back to. */
export const HOLDERS = ['seller', 'shelf', 'job', 'scrap'] as const
export type Holder = (typeof HOLDERS)[number]

/** Single things that are said of a part; the last word counts. */
const FIELDS = {
  name,
  /** The maker's number; may be none. */
  number: z.string().trim().max(60),
  maker: z.string().trim().max(60),
  /** What plans call it: the piece that it stands for; empty where no plan asks for it. */
  piece: z.string().trim().max(120),
  /** Where it lies. */
  place: z.string().trim().max(30),
  /** As many should lie there. */
  least: z.number().int().min(0).max(9999),
  note: z.string().max(1000),
} as const
export type PartField = keyof typeof FIELDS
const FIELD_NAMES = Object.keys(FIELDS) as [PartField, ...PartField[]]

const forJob = { jobId: id.nullable(), unit: z.string().max(8) }

const word = z
  .discriminatedUnion('says', [
    z.object({ says: z.literal('field'), field: z.enum(FIELD_NAMES), value: z.unknown() }),
    z.object({ says: z.literal('companion'), name, count, there: z.boolean() }),
    z.object({
      says: z.literal('moved'),
      count,
      from: z.enum(HOLDERS),
      to: z.enum(HOLDERS),
      orderId: id.nullable(),
      ...forJob,
    }),
    z.object({ says: z.literal('counted'), count: z.number().int().min(0).max(99_999) }),
    z.object({
      says: z.literal('ordered'),
      orderId: id,
      count,
      seller: text,
      priceEach: money.nullable(),
      /** ms. */
      dueAt: time,
      /** The line of the job's list that it is for; null where it is for the shelf. */
      itemId: id.nullable(),
      ...forJob,
    }),
    z.object({ says: z.literal('due'), orderId: id, dueAt: time }),
    z.object({ says: z.literal('order ended'), orderId: id }),
    z.object({
      says: z.literal('quote'),
      seller: z.string().trim().min(1).max(120),
      priceEach: money,
      /** Of the whole parcel. */
      carriage: money,
      days: z.number().finite().min(0).max(365),
    }),
    z.object({
      says: z.literal('fit'),
      fits: z.boolean(),
      vehicleName: name,
      layout: z.enum(LAYOUT_IDS),
      /** What did or did not match, as it was measured. */
      why: text,
      ...forJob,
    }),
    z.object({ says: z.literal('core'), coreId: id, seller: text, value: money, dueAt: time, ...forJob }),
    z.object({ says: z.literal('core sent'), coreId: id }),
  ])
  .superRefine((said, check) => {
    if (said.says === 'field' && !FIELDS[said.field].safeParse(said.value).success)
      check.addIssue({ code: 'custom', path: ['value'], message: `it cannot be the ${said.field} of a part` })
    if (said.says === 'moved' && said.from === said.to)
      check.addIssue({ code: 'custom', path: ['to'], message: 'it would stay where it is' })
  })
export type PartWord = z.infer<typeof word>
export type WordOf<S extends PartWord['says']> = Extract<PartWord, { says: S }>

export const partFactSchema = z.object({
  id,
  partId: id,
  device: id,
  clock: time,
  at: time,
  by: z.string().max(200),
  word,
  over: z.array(id).max(50).optional(),
})
export type PartFact = z.infer<typeof partFactSchema>

export interface Order extends Omit<WordOf<'ordered'>, 'says'> {
  at: number
  came: number
  ended: boolean
}
export interface Quote extends Omit<WordOf<'quote'>, 'says'> {
  at: number
}
export interface Fit extends Omit<WordOf<'fit'>, 'says' | 'layout'> {
  layout: LayoutId
  at: number
  by: string
}
export interface Core extends Omit<WordOf<'core'>, 'says'> {
  at: number
  sent: boolean
}
export interface Move extends Omit<WordOf<'moved'>, 'says'> {
  at: number
  by: string
}

export interface Part {
  id: string
  name: string
  number: string
  maker: string
  piece: string
  place: string
  least: number
  note: string
  companions: { name: string; count: number }[]
  /** Below nought where more was taken than was known of: it wants counting. */
  shelf: number
  /** ms; null where nobody has counted. */
  countedAt: number | null
  moves: Move[]
  orders: Order[]
  /** The last of each seller. */
  quotes: Quote[]
  /** What was found of vehicles, the oldest first. */
  fits: Fit[]
  cores: Core[]
  firstAt: number
}

/** Reads stored facts one by one; what cannot be read is kept by whoever stores it and moves nothing. */
export const readPartFacts = (stored: readonly unknown[]): PartFact[] =>
  stored.flatMap((raw) => {
    const read = partFactSchema.safeParse(raw)
    return read.success ? [read.data] : []
  })

/** Why a word cannot be said; null where it can. */
export function wordProblem(said: PartWord): { at: string; problem: string } | null {
  const read = word.safeParse(said)
  if (read.success) return null
  const issue = read.error.issues[0]!
  return { at: issue.path.map(String).join('.'), problem: issue.message }
}

/** Facts for the end of a log. `now` in ms; `nextId` gives a fresh id for each. */
export function partFactsOf(
  log: readonly PartFact[],
  said: { partId: string; word: PartWord }[],
  author: { device: string; by: string },
  now: number,
  nextId: () => string,
): PartFact[] {
  const first = nextClock(log, now)
  const over = saidOver(log, thingOf)
  return said.map((one, place) => over({ ...one, ...author, id: nextId(), clock: first + place, at: now }))
}

/** What a word is about, where two words on it cannot both hold: what was moved and ordered adds up, whoever said it. */
const thingOf = ({ partId, word: said }: Pick<PartFact, 'partId' | 'word'>): string | null =>
  said.says === 'field' ? `${partId} ${said.field}` : null

/** Fields of a part that two tablets say otherwise, what counts now at the end. */
export interface PartDisagreement {
  field: PartField
  said: { value: string | number; at: number; by: string }[]
}
export function partDisagreements(facts: readonly PartFact[], partId: string): PartDisagreement[] {
  const own = facts.filter((fact) => fact.partId === partId)
  const value = ({ word: said }: PartFact) => String(said.says === 'field' ? said.value : '')
  return [...disagreements(own, thingOf, (one, other) => value(one) === value(other)).values()].map(
    (said) => ({
      field: (said[0]!.word as WordOf<'field'>).field,
      said: said.map((fact) => ({
        value: (fact.word as WordOf<'field'>).value as string | number,
        at: fact.at,
        by: fact.by,
      })),
    }),
  )
}

const fresh = (partId: string, at: number): Part => ({
  id: partId,
  name: '',
  number: '',
  maker: '',
  piece: '',
  place: '',
  least: 0,
  note: '',
  companions: [],
  shelf: 0,
  countedAt: null,
  moves: [],
  orders: [],
  quotes: [],
  fits: [],
  cores: [],
  firstAt: at,
})

/** The parts that facts come to; one without a name is none yet. The order of the facts does not matter. */
export function foldParts(facts: readonly PartFact[]): Part[] {
  const parts = new Map<string, Part>()
  for (const fact of [...facts].sort(bySaid)) {
    const part = parts.get(fact.partId) ?? fresh(fact.partId, fact.at)
    parts.set(fact.partId, part)
    apply(part, fact)
  }
  return [...parts.values()].filter((part) => part.name !== '')
}

function apply(part: Part, { word: said, at, by }: PartFact): void {
  switch (said.says) {
    case 'field':
      Object.assign(part, { [said.field]: said.value })
      return
    case 'companion':
      part.companions = part.companions.filter((one) => one.name !== said.name)
      if (said.there) part.companions.push({ name: said.name, count: said.count })
      return
    case 'moved':
      return moved(part, { ...without(said), at, by })
    case 'counted':
      part.shelf = said.count
      part.countedAt = at
      return
    case 'ordered':
      part.orders = part.orders.filter(({ orderId }) => orderId !== said.orderId)
      part.orders.push({ ...without(said), at, came: 0, ended: false })
      return
    case 'due':
    case 'order ended':
      part.orders = part.orders.map((order) =>
        order.orderId !== said.orderId
          ? order
          : said.says === 'due'
            ? { ...order, dueAt: said.dueAt }
            : { ...order, ended: true },
      )
      return
    case 'quote':
      part.quotes = part.quotes.filter(({ seller }) => seller !== said.seller)
      part.quotes.push({ ...without(said), at })
      return
    case 'fit':
      part.fits.push({ ...without(said), at, by })
      return
    case 'core':
      // Ordered anew, it is owed once.
      part.cores = part.cores.filter(({ coreId }) => coreId !== said.coreId)
      part.cores.push({ ...without(said), at, sent: false })
      return
    case 'core sent':
      part.cores = part.cores.map((core) => (core.coreId === said.coreId ? { ...core, sent: true } : core))
  }
}

function without<W extends PartWord>(said: W): Omit<W, 'says'> {
  const { says: _says, ...rest } = said
  return rest
}

function moved(part: Part, move: Move): void {
  part.moves.push(move)
  if (move.to === 'shelf') part.shelf += move.count
  if (move.from === 'shelf') part.shelf -= move.count
  const order = part.orders.find(({ orderId }) => orderId === move.orderId)
  if (!order || move.from !== 'seller') return
  const came = order.came + move.count
  part.orders = part.orders.map((one) =>
    one === order ? { ...one, came, ended: one.ended || came >= one.count } : one,
  )
}

/** Pieces of it that went to a job and did not come back from it. */
export const atJob = ({ moves }: Pick<Part, 'moves'>, jobId: string): number =>
  moves
    .filter((move) => move.jobId === jobId)
    .reduce((sum, { from, to, count: n }) => sum + (to === 'job' ? n : 0) - (from === 'job' ? n : 0), 0)

/** Still to come of it: what is ordered and neither here nor given up. */
export const toCome = ({ orders }: Pick<Part, 'orders'>): Order[] => orders.filter(({ ended }) => !ended)

/** Parts that an order is still to bring, but for one: ordered anew as another part, the one before does not come as well. */
export const broughtBy = (parts: readonly Part[], orderId: string, except: string | null): Part[] =>
  parts.filter((one) => one.id !== except && toCome(one).some((order) => order.orderId === orderId))

/** An old part goes back within so many days after the new one came; typical. */
const CORE_DAYS = 30
const DAY_MS = 86_400_000

export interface OrderTerms {
  seller: string
  priceEach: Money | null
  /** Until it is here. */
  days: number
  /** The seller gives so much for each old part; null where it is not wanted back. */
  coreEach: Money | null
}
/** An order in words of the part: what is ordered, and what will be owed back for it. `now` in ms. */
export function orderWords(
  order: Pick<WordOf<'ordered'>, 'orderId' | 'count' | 'itemId' | 'jobId' | 'unit'>,
  { seller, priceEach, days, coreEach }: OrderTerms,
  now: number,
): PartWord[] {
  const { orderId, count, jobId, unit } = order
  const dueAt = now + DAY_MS * days
  const ordered: PartWord = { says: 'ordered', ...order, seller, priceEach, dueAt }
  if (coreEach === null) return [ordered]
  const back = dueAt + DAY_MS * CORE_DAYS
  return [
    ordered,
    { says: 'core', coreId: orderId, seller, value: coreEach * count, dueAt: back, jobId, unit },
  ]
}

/** The order of a job's piece: the same on every tablet, so that it is not there twice. */
export const jobOrderId = (jobId: string, itemId: string): string => `${jobId} ${itemId}`.slice(-80)

export interface CoreStanding extends Core {
  /** It is owed once its order is here; one that is said without an order is owed at once. */
  standing: 'to come' | 'owed' | 'sent' | 'none'
}
/** An old part that is paid for is owed once the new one is here, and not at all where that never came. */
export function coreStanding({ orders }: Pick<Part, 'orders'>, core: Core): CoreStanding {
  const order = orders.find(({ orderId }) => orderId === core.coreId)
  const standing = core.sent ? 'sent' : !order || order.came > 0 ? 'owed' : order.ended ? 'none' : 'to come'
  return { ...core, standing }
}
