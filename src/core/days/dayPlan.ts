/** A plan of days as it is kept: pieces at their hours, by the clock and by name, so that it outlives the board it was made on. */
import { z } from 'zod'
import { checkPlan, type Broken, type Placed } from '../schedule'
import { msAt, unitsAt } from './calendar'
import type { DayBoard } from './dayBoard'

const placedPieceSchema = z.object({
  jobId: z.string().min(1).max(80),
  piece: z.string().min(1).max(80),
  person: z.string().min(1).max(80),
  startAt: z.number().int(),
  endAt: z.number().int(),
  /** A person put it there: it stays until somebody lets it go. */
  byHand: z.boolean(),
  /** When a hand last put it there or let it go, ms: of two copies of a plan that word counts which is the later. */
  putAt: z.number().int().optional(),
})
export type PlacedPiece = z.infer<typeof placedPieceSchema>
export const dayPlanSchema = z.object({
  /** ms. */
  madeAt: z.number().int(),
  pieces: z.array(placedPieceSchema).max(4000),
})
export type DayPlan = z.infer<typeof dayPlanSchema>
export const NO_PLAN: DayPlan = { madeAt: 0, pieces: [] }

export const isPiece =
  (jobId: string, piece: string) =>
  (one: Pick<PlacedPiece, 'jobId' | 'piece'>): boolean =>
    one.jobId === jobId && one.piece === piece

/** The id of a piece on the board; null where the board does not have it. */
export function taskOf({ tasks }: DayBoard, jobId: string, piece: string): number | null {
  const at = tasks.findIndex((task) => task.outline.jobId === jobId && task.piece.key === piece)
  return at < 0 ? null : at
}

/** A kept plan as the board has it: what the board no longer has is left out, and whoever is no longer there. */
export function placedOn(day: DayBoard, plan: DayPlan, which = (_: PlacedPiece): boolean => true): Placed[] {
  return plan.pieces.filter(which).flatMap((one) => {
    const task = taskOf(day, one.jobId, one.piece)
    const person = day.floor.people.findIndex(({ id }) => id === one.person)
    if (task === null || person < 0) return []
    return [{ task, person, start: Math.round(unitsAt(day.calendar, one.startAt)) }]
  })
}

/** A plan of the board as it is kept. */
export function keptPlan(day: DayBoard, placed: readonly Placed[], before: DayPlan, madeAt: number): DayPlan {
  return {
    madeAt,
    pieces: placed.map(({ task, start, person }) => {
      const { outline, piece } = day.tasks[task]!
      const { units } = day.board.tasks[task]!
      const was = before.pieces.find(isPiece(outline.jobId, piece.key))
      return {
        jobId: outline.jobId,
        piece: piece.key,
        person: day.floor.people[person]!.id,
        startAt: msAt(day.calendar, start),
        endAt: msAt(day.calendar, start + units),
        byHand: was?.byHand ?? false,
        ...(was?.putAt !== undefined && { putAt: was.putAt }),
      }
    }),
  }
}

/** The same plan with one piece elsewhere, put there by hand at a time, ms. */
export const moved = (
  plan: DayPlan,
  to: Pick<PlacedPiece, 'jobId' | 'piece' | 'person' | 'startAt'>,
  putAt: number,
): DayPlan => ({
  ...plan,
  pieces: plan.pieces.map((one) =>
    isPiece(to.jobId, to.piece)(one)
      ? { ...one, ...to, endAt: to.startAt + (one.endAt - one.startAt), byHand: true, putAt }
      : one,
  ),
})

/** What was put somewhere by hand goes where the plan has it best. */
export const letGo = (plan: DayPlan, jobId: string, piece: string, putAt: number): DayPlan => ({
  ...plan,
  pieces: plan.pieces.map((one) => (isPiece(jobId, piece)(one) ? { ...one, byHand: false, putAt } : one)),
})

export interface MoveEffect {
  /** It cannot stand there, whatever else moves. */
  cannot: Broken[]
  /** It can, where these make room. */
  pushes: Broken[]
}
const FOR_ALL_TIME: readonly Broken['kind'][] = ['cannot do it', 'not there', 'not released', 'closed']

/** What a plan breaks that moves one piece. Another piece may make room; hours, skills and heaters do not. */
export function effectOf(day: DayBoard, plan: DayPlan, jobId: string, piece: string): MoveEffect {
  const task = taskOf(day, jobId, piece)
  const placed = placedOn(day, plan)
  const own = placed.find((one) => one.task === task)
  const { broken } = checkPlan(day.board, placed)
  const past: Broken[] =
    own && own.start < day.now ? [{ kind: 'not released', task: own.task, from: day.now }] : []
  const told = broken.filter(({ kind }) => kind !== 'not placed')
  return {
    cannot: [...past, ...told.filter(({ kind }) => FOR_ALL_TIME.includes(kind))],
    pushes: told.filter(({ kind }) => !FOR_ALL_TIME.includes(kind)),
  }
}

/**
 * Copies of a plan, however many and in whatever order they meet: the younger stands; of each piece the last word
 * that a hand said counts, in whichever copy. What a hand put somewhere and the younger knows nothing of is kept
 * beside it: a plan that is laid anew takes up only what is still to do.
 */
export function mergedPlans(one: DayPlan, other: DayPlan): DayPlan {
  const [younger, older] = inOrder(one, other) ? [one, other] : [other, one]
  const own = younger.pieces.map((piece) => {
    const was = older.pieces.find(isPiece(piece.jobId, piece.piece))
    return was && saidLater(was, piece) ? was : piece
  })
  const beside = older.pieces.filter(
    (piece) => said(piece) && !younger.pieces.some(isPiece(piece.jobId, piece.piece)),
  )
  return { madeAt: younger.madeAt, pieces: [...own, ...beside].sort(inDays) }
}
/** A hand has said something of it. Plans of before a hand's word had a time are as if it was said at the beginning. */
const said = ({ byHand, putAt }: PlacedPiece): boolean => byHand || putAt !== undefined
const saidLater = (was: PlacedPiece, piece: PlacedPiece): boolean => {
  if (!said(was)) return false
  if (!said(piece)) return true
  const [then, now] = [was.putAt ?? 0, piece.putAt ?? 0]
  return then !== now ? then > now : JSON.stringify(was) > JSON.stringify(piece)
}
const inDays = (one: PlacedPiece, other: PlacedPiece): number =>
  one.startAt - other.startAt ||
  (one.jobId < other.jobId ? -1 : one.jobId > other.jobId ? 1 : one.piece < other.piece ? -1 : 1)
const inOrder = (one: DayPlan, other: DayPlan): boolean =>
  one.madeAt !== other.madeAt
    ? one.madeAt > other.madeAt
    : JSON.stringify(one.pieces) >= JSON.stringify(other.pieces)
