/**
 * What of a job is left, as pieces that one person does without a break: runs of a plan's steps, cut where
 * it waits. A piece says what it holds while it lasts, so that no two vehicles that must not are side by side.
 */
import { opensFuel, type Act } from '../library'
import { opensAt, type Plan, type PlanStep } from '../procedure'
import type { Minutes } from '../shared'
import type { VehicleState } from '../vehicle'
import type { Skill } from './floor'

/** What of the room a piece takes: open fuel, an open tank, a flame or a spark. */
export type InRoom = 'open fuel' | 'open tank' | 'hot work'

export interface Piece {
  /** Stable while the plan stays the same. */
  key: string
  kind: 'find' | 'repair' | 'steps' | 'prove'
  /** Of a run of steps: first and last of the plan, from 0. */
  steps: [number, number] | null
  /** What begins it, in the plan's words. */
  title: string
  /** Its long end, and its short one where it is a range. */
  minutes: Minutes
  shortMinutes: Minutes
  /** What cures, soaks or dries after it. */
  wait: { label: string; minutes: Minutes } | null
  skills: Skill[]
  people: number
  lift: boolean
  room: InRoom[]
  tools: string[]
  /** What it needs comes then, ms; null where nothing is waited for. */
  notBefore: number | null
}

/** A run of steps is cut after so long: nobody is bound for longer without a break. */
export const LONGEST_PIECE: Minutes = 120
/** What the vehicle holds changes within a run that is shorter than this: it is taken as held for all of it. */
const LEAST_PIECE: Minutes = 30

const hot = ({ does }: Act): boolean =>
  does.some(
    (doing) =>
      (doing.does === 'sparks' || doing.does === 'heats' || doing.does === 'flames') &&
      (doing.at === 'vehicle' || doing.at === 'tank'),
  )
const tankOpen = (state: VehicleState): boolean =>
  state.wayIn === 'open' || state.module === 'out' || (state.tank ?? 'in') !== 'in'
const fuelOpen = (state: VehicleState): boolean =>
  tankOpen(state) || state.moduleHoses === 'parted' || state.filterJoint === 'parted'

function roomOf({ act, before, after }: PlanStep): InRoom[] {
  const fuel =
    fuelOpen(before) ||
    fuelOpen(after) ||
    act.does.some((doing) => opensFuel(doing) || doing.does === 'drains' || doing.does === 'pours')
  return [
    ...(fuel ? (['open fuel'] as const) : []),
    ...(tankOpen(before) || tankOpen(after) ? (['open tank'] as const) : []),
    ...(hot(act) ? (['hot work'] as const) : []),
  ]
}

function skillsOf({ act }: PlanStep): Skill[] {
  const high = act.does.some(
    (doing) =>
      (doing.does === 'opens' && doing.under === 'high') ||
      (doing.does === 'pressurises' && doing.side === 'high'),
  )
  const licensed = act.does.some((doing) => doing.does === 'certifies')
  return [...(high ? (['high side'] as const) : []), ...(licensed ? (['licensed'] as const) : [])]
}

const peopleOf = ({ act }: PlanStep): number =>
  Math.max(1, ...act.does.map((doing) => ('people' in doing ? doing.people : 1)))

const onLift = ({ before, after }: PlanStep): boolean =>
  before.height === 'raised' || after.height === 'raised'

interface Run {
  steps: PlanStep[]
  minutes: Minutes
}

/** Steps in runs: a run ends where something waits, where it grows too long, or where what it holds changes and it is long enough. */
function runsOf(plan: Plan, from: number, longest: Minutes): Run[] {
  const holds = (step: PlanStep) => `${onLift(step)} ${roomOf(step).join()}`
  const waits = new Set(plan.waits.map(({ afterStep }) => afterStep))
  const opening = opensAt(plan)
  const runs: Run[] = []
  let open: Run | null = null
  for (const step of plan.steps.slice(from)) {
    const last: PlanStep | undefined = open?.steps.at(-1)
    const anew =
      !open ||
      open.minutes + step.minutes > longest ||
      step.index === opening ||
      waits.has(last!.index) ||
      (holds(last!) !== holds(step) && open.minutes >= LEAST_PIECE)
    if (anew) {
      open = { steps: [], minutes: 0 }
      runs.push(open)
    }
    open!.steps.push(step)
    open!.minutes += step.minutes
  }
  return runs
}

const union = <T>(lists: T[][]): T[] => [...new Set(lists.flat())]

export interface PieceSetting {
  /** Needed for all of it: an aircraft. */
  skills: Skill[]
  /** When the last part on order comes, ms: the first joint parts no earlier. */
  partsAt: number | null
  /** A step that is longer than this is cut by the clock. */
  longest?: Minutes
}

/** The pieces of a plan from its step `from` on. A step that is longer than a piece may be is cut by the clock. */
export function piecesOf(plan: Plan, from: number, setting: PieceSetting): Piece[] {
  const longest = Math.min(LONGEST_PIECE, setting.longest ?? LONGEST_PIECE)
  const opening = opensAt(plan)
  return runsOf(plan, from, longest).flatMap(({ steps, minutes }) => {
    const [first, last] = [steps[0]!, steps.at(-1)!]
    const waits = plan.waits.filter(({ afterStep }) => afterStep === last.index)
    const whole: Piece = {
      key: `step ${first.index}`,
      kind: 'steps',
      steps: [first.index, last.index],
      title: first.title,
      minutes,
      shortMinutes: minutes,
      wait: waits.length > 0 ? longestWait(waits) : null,
      skills: union([setting.skills, ...steps.map(skillsOf)]),
      people: Math.max(...steps.map(peopleOf)),
      lift: steps.some(onLift),
      room: union(steps.map(roomOf)),
      tools: plan.have.tools,
      notBefore: opening !== null && last.index >= opening && first.index <= opening ? setting.partsAt : null,
    }
    return cut(whole, longest)
  })
}

/** Waits after one step run beside each other as far as one knows: the longest counts. */
const longestWait = (waits: { label: string; minutes: Minutes }[]) => {
  const { label, minutes } = waits.reduce((one, other) => (other.minutes > one.minutes ? other : one))
  return { label, minutes }
}

/** A piece as parts of equal length of which none is longer than that; the wait comes after the last. */
export function cut(piece: Piece, longest: Minutes): Piece[] {
  const count = Math.ceil(piece.minutes / longest)
  if (count <= 1) return [piece]
  return Array.from({ length: count }, (_, at) => ({
    ...piece,
    key: at === 0 ? piece.key : `${piece.key} part ${at + 1}`,
    minutes: piece.minutes / count,
    shortMinutes: piece.shortMinutes / count,
    wait: at === count - 1 ? piece.wait : null,
    notBefore: at === 0 ? piece.notBefore : null,
  }))
}
