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
      }
    }),
  }
}

/** The same plan with one piece elsewhere, put there by hand. */
export const moved = (
  plan: DayPlan,
  to: Pick<PlacedPiece, 'jobId' | 'piece' | 'person' | 'startAt'>,
): DayPlan => ({
  ...plan,
  pieces: plan.pieces.map((one) =>
    isPiece(to.jobId, to.piece)(one)
      ? { ...one, ...to, endAt: to.startAt + (one.endAt - one.startAt), byHand: true }
      : one,
  ),
})

/** What was put somewhere by hand goes where the plan has it best. */
export const letGo = (plan: DayPlan, jobId: string, piece: string): DayPlan => ({
  ...plan,
  pieces: plan.pieces.map((one) => (isPiece(jobId, piece)(one) ? { ...one, byHand: false } : one)),
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

/** Two copies of a plan: the younger stands; what was put somewhere by hand in either stays, the younger's first. */
export function mergedPlans(one: DayPlan, other: DayPlan): DayPlan {
  const [younger, older] = inOrder(one, other) ? [one, other] : [other, one]
  return {
    madeAt: younger.madeAt,
    pieces: younger.pieces.map((piece) => {
      const was = older.pieces.find(isPiece(piece.jobId, piece.piece))
      return !piece.byHand && was?.byHand ? was : piece
    }),
  }
}
const inOrder = (one: DayPlan, other: DayPlan): boolean =>
  one.madeAt !== other.madeAt
    ? one.madeAt > other.madeAt
    : JSON.stringify(one.pieces) >= JSON.stringify(other.pieces)
