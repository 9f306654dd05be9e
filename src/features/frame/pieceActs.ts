/** A piece of a job is ordered, taken from the shelf, or here: said in the job, and of the part where it is known which. */
import type { ActName, InputOf } from '@/core/acts'
import { orderWaitId } from '@/core/job'
import {
  jobOrderId,
  orderWords,
  broughtBy,
  toCome,
  type OrderTerms,
  type Part,
  type PartWord,
} from '@/core/parts'
import { listParts, sayOfParts, type PartSaying } from '@/data/partStore'
import { whoWorks, type Came } from './useJob'
import type { PieceWanted } from './wanted'

export type Act = <N extends ActName>(name: N, input: InputOf<N>) => Promise<Came>
/** Why it was not kept; null where it was. */
export type Problem = string | null

const DAY_MS = 86_400_000
const NOT_KEPT = 'It is not kept: the browser took nothing. Free some space and note it again.'

async function said(words: PartSaying[]): Promise<Problem> {
  const outcome = await sayOfParts(words, whoWorks())
  if (outcome.ok) return null
  return outcome.error.kind === 'refused' ? `Not kept: ${outcome.error.problem}.` : NOT_KEPT
}
export const sayOfPart = (partId: string, ...words: PartWord[]): Promise<Problem> =>
  said(words.map((word) => ({ partId, word })))

export interface OrderSaid extends OrderTerms {
  part: Part | null
  /** Of a part that the workshop has not had yet. */
  newNumber: string
  /** The next step waits for it, not the opening alone. */
  holds: boolean
}

export async function orderPiece(act: Act, wanted: PieceWanted, order: OrderSaid): Promise<Problem> {
  const { part, newNumber, days, holds } = order
  const number = part?.number || newNumber
  const name = number ? `${wanted.piece} ${number}` : wanted.piece
  if (!(await act('orderPiece', { item: { id: wanted.itemId, name }, days, holds })).kept) return NOT_KEPT
  const { jobId, unit, itemId, count } = wanted
  const orderId = jobOrderId(jobId, itemId)
  // Ordered anew as another part, the one before does not come as well.
  const before = broughtBy(await listParts(), orderId, part?.id ?? null)
  const ended = before.map(({ id }): PartSaying => ({ partId: id, word: { says: 'order ended', orderId } }))
  // Of whatever comes, nothing more is known than that it comes.
  if (!part && !newNumber && !order.seller && order.priceEach === null) return said(ended)
  const partId = part?.id ?? crypto.randomUUID()
  const words = [
    ...(part ? [] : newPart(wanted.piece, newNumber)),
    ...orderWords({ orderId, count, itemId, jobId, unit }, order, Date.now()),
  ]
  return said([...ended, ...words.map((word) => ({ partId, word }))])
}

/** For the shelf, not for a job. */
export const orderForShelf = (part: Part, count: number, terms: OrderTerms): Promise<Problem> =>
  sayOfPart(
    part.id,
    ...orderWords(
      { orderId: crypto.randomUUID(), count, itemId: null, jobId: null, unit: '' },
      terms,
      Date.now(),
    ),
  )

export const newPart = (piece: string, number: string): PartWord[] => [
  { says: 'field', field: 'name', value: piece },
  { says: 'field', field: 'piece', value: piece },
  { says: 'field', field: 'number', value: number },
]

/** From its place on the shelf into the job's hand. */
export async function takeFromShelf(act: Act, wanted: PieceWanted, part: Part): Promise<Problem> {
  if (!(await act('noteReady', { itemIds: [wanted.itemId], ready: true })).kept) return NOT_KEPT
  const { count, jobId, unit } = wanted
  return sayOfPart(part.id, { says: 'moved', count, from: 'shelf', to: 'job', orderId: null, jobId, unit })
}

/** Parts that were ordered for these lines of a job are here, and go to it. */
export async function arrived(jobId: string, unit: string, itemIds: readonly string[]): Promise<Problem> {
  const ids = new Set(itemIds.map((itemId) => jobOrderId(jobId, itemId)))
  const words = (await listParts()).flatMap((part) =>
    toCome(part)
      .filter(({ orderId }) => ids.has(orderId))
      .map(({ orderId, count, came }): PartSaying => ({
        partId: part.id,
        word: { says: 'moved', count: count - came, from: 'seller', to: 'job', orderId, jobId, unit },
      })),
  )
  return said(words)
}

/** What was ordered for a job is here: in hand. */
export async function pieceCame(act: Act, { jobId, unit, itemId }: PieceWanted): Promise<Problem> {
  if (!(await act('noteReady', { itemIds: [itemId], ready: true })).kept) return NOT_KEPT
  return arrived(jobId, unit, [itemId])
}

/** It does not come: the job wants it again, from somebody else. */
export async function pieceGivenUp(act: Act, { jobId, itemId }: PieceWanted): Promise<Problem> {
  if (!(await act('endWait', { waitId: orderWaitId(itemId) })).kept) return NOT_KEPT
  const orderId = jobOrderId(jobId, itemId)
  const [part] = broughtBy(await listParts(), orderId, null)
  return part ? sayOfPart(part.id, { says: 'order ended', orderId }) : null
}

/** It comes another day. */
export async function pieceLate(act: Act, wanted: PieceWanted, days: number): Promise<Problem> {
  const { jobId, itemId } = wanted
  if (!(await act('orderPiece', { item: { id: itemId, name: wanted.piece }, days, holds: false })).kept)
    return NOT_KEPT
  const orderId = jobOrderId(jobId, itemId)
  const [part] = broughtBy(await listParts(), orderId, null)
  return part ? sayOfPart(part.id, { says: 'due', orderId, dueAt: Date.now() + DAY_MS * days }) : null
}
