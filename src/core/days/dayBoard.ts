/** Outlines on a floor as a board of tasks, with the way back from its numbers to jobs, pieces and people. */
import type { Board, BoardTask } from '../schedule'
import { UNITS_A_DAY, UNIT_MINUTES, unitsAt, unitsFor, type Calendar } from './calendar'
import { fewerThan, heaterWindows, windowsOf, type Floor, type Person, type Skill } from './floor'
import type { Outline } from './outline'
import type { InRoom, Piece } from './pieces'

/** A job that no plan can hold as the floor is, and why. */
export interface SetAside {
  jobId: string
  why:
    | { kind: 'nobody may'; skills: Skill[] }
    | { kind: 'nobody is in long enough'; minutes: number }
    /** It takes a second pair of hands, and no two are in for so long at once. */
    | { kind: 'nobody is there to help'; minutes: number }
    /** Even alone it finds no hours: what it holds is shut before it is over. */
    | { kind: 'finds no hours'; places: string[] }
}

export interface DayTask {
  outline: Outline
  piece: Piece
}
export interface DayBoard {
  board: Board
  calendar: Calendar
  floor: Floor
  /** Nothing begins before this unit. */
  now: number
  /** By id of task, from 0. */
  tasks: DayTask[]
  /** By id of job, from 0. */
  outlines: Outline[]
  aside: SetAside[]
}

/** Places that a day board has beside bays and lifts. */
export const PLACES = {
  air: 'air',
  openTank: 'open tank',
  secondHands: 'second hands',
  tool: 'tool: ',
} as const

/** A job that must be ready counts so much more than one in no hurry, and one that is dangerous as much more again. */
const WEIGHT = { danger: 20, due: 1, noHurry: 0.05 }

const able = (person: Person, piece: Piece): boolean =>
  piece.skills.every((skill) => person.skills.includes(skill))

/** The longest stretch that somebody who may do all of this is in, minutes. */
export const longestStretch = (floor: Floor, calendar: Calendar): number =>
  UNIT_MINUTES *
  Math.max(0, ...floor.people.flatMap((person) => windowsOf(person, calendar).map(([from, to]) => to - from)))

function whyAside(
  outline: Outline,
  floor: Floor,
  windows: [number, number][][],
  alone: [number, number][],
): SetAside['why'] | null {
  for (const piece of outline.pieces) {
    const people = floor.people.flatMap((person, at) => (able(person, piece) ? [at] : []))
    const units = unitsFor(piece.minutes)
    const fits = (beside: (from: number) => boolean) =>
      people.some((at) =>
        windows[at]!.some(([from, to]) => {
          for (let unit = from; unit + units <= to; unit += 1) if (beside(unit)) return true
          return false
        }),
      )
    if (people.length === 0) return { kind: 'nobody may', skills: piece.skills }
    if (!fits(() => true)) return { kind: 'nobody is in long enough', minutes: piece.minutes }
    const helped = (unit: number) => !alone.some(([from, to]) => from < unit + units && unit < to)
    if (piece.people > 1 && !fits(helped)) return { kind: 'nobody is there to help', minutes: piece.minutes }
  }
  return null
}

export function dayBoardOf(floor: Floor, outlines: Outline[], calendar: Calendar, nowMs: number): DayBoard {
  const windows = floor.people.map((person) => windowsOf(person, calendar))
  const horizon = calendar.length * UNITS_A_DAY
  const alone = fewerThan(2, windows, horizon)
  const judged = outlines
    .filter(({ pieces }) => pieces.length > 0)
    .map((outline) => ({ outline, why: whyAside(outline, floor, windows, alone) }))
  const whole = judged.filter(({ why }) => why === null).map(({ outline }) => outline)
  const tasks = whole.flatMap((outline) => outline.pieces.map((piece): DayTask => ({ outline, piece })))
  const now = Math.ceil(unitsAt(calendar, nowMs) - 1e-9)
  const at = (ms: number) => Math.max(0, Math.ceil(unitsAt(calendar, ms) - 1e-9))
  return {
    board: {
      name: 'days',
      unitMinutes: UNIT_MINUTES,
      bays: floor.bays,
      lifts: floor.lifts,
      people: windows,
      places: placesOf(floor, calendar, alone),
      tasks: tasks.map((task, id) => boardTask(task, id, whole, floor, calendar)),
      jobs: whole.map((outline, id) => {
        const first = tasks.findIndex((task) => task.outline === outline)
        const ids = outline.pieces.map((_, k) => first + k)
        return {
          id,
          release: at(outline.releaseAt),
          due: outline.dueAt === null || outline.danger ? now : at(outline.dueAt),
          weight: outline.danger ? WEIGHT.danger : outline.dueAt === null ? WEIGHT.noHurry : WEIGHT.due,
          deadline: null,
          tasks: ids,
          lift: floor.lifts > 0 ? spanOf(outline, ids, ({ lift }) => lift) : null,
          holds: holdsOf(outline, ids, floor),
        }
      }),
    },
    calendar,
    floor,
    now,
    tasks,
    outlines: whole,
    aside: judged.flatMap(({ outline, why }) => (why ? [{ jobId: outline.jobId, why }] : [])),
  }
}

function boardTask(
  { outline, piece }: DayTask,
  id: number,
  outlines: Outline[],
  floor: Floor,
  calendar: Calendar,
): BoardTask {
  const place = outline.pieces.indexOf(piece)
  const before = outline.pieces[place - 1]
  return {
    id,
    job: outlines.indexOf(outline),
    units: unitsFor(piece.minutes),
    after: before ? [{ of: id - 1, lag: before.wait ? unitsFor(before.wait.minutes) : 0 }] : [],
    people: floor.people.flatMap((person, at) => (able(person, piece) ? [at] : [])),
    lift: piece.lift && floor.lifts > 0,
    release: piece.notBefore === null ? 0 : Math.max(0, Math.ceil(unitsAt(calendar, piece.notBefore) - 1e-9)),
  }
}

/** Open fuel takes a part of the air of the room and hot work all of it; of open tanks there is one at a time. */
function placesOf(floor: Floor, calendar: Calendar, alone: [number, number][]): Board['places'] {
  const room = floor.oneRoom
    ? [
        { id: PLACES.air, capacity: floor.bays, closed: heaterWindows(floor, calendar) },
        { id: PLACES.openTank, capacity: 1, closed: [] },
      ]
    : []
  return [
    ...room,
    { id: PLACES.secondHands, capacity: floor.people.length, closed: alone },
    ...floor.tools.map(({ name, count }) => ({ id: PLACES.tool + name, capacity: count, closed: [] })),
  ]
}

/** From the first piece to the last of which something is true; null where it is true of none. */
function spanOf(outline: Outline, ids: number[], is: (piece: Piece) => boolean): [number, number] | null {
  const first = outline.pieces.findIndex(is)
  return first < 0 ? null : [ids[first]!, ids[outline.pieces.findLastIndex(is)]!]
}

/** Every stretch of pieces that follow each other and of which something is true. Only the steps of a plan leave it so from one piece to the next: what is looked for, read or not known yet is made shut where a person breaks off. */
function stretchesOf(outline: Outline, ids: number[], is: (piece: Piece) => boolean): [number, number][] {
  return outline.pieces.flatMap((piece, at): [number, number][] => {
    const steps = (k: number) => outline.pieces[k]?.kind === 'steps' && is(outline.pieces[k])
    const goesOn = (k: number) => steps(k - 1) && steps(k)
    if (!is(piece) || goesOn(at)) return []
    const end = outline.pieces.findIndex((_, k) => k > at && !goesOn(k))
    return [[ids[at]!, ids[end < 0 ? outline.pieces.length - 1 : end - 1]!]]
  })
}

function holdsOf(outline: Outline, ids: number[], floor: Floor): Board['jobs'][number]['holds'] {
  const held = (place: string, takes: number, is: (piece: Piece) => boolean) =>
    stretchesOf(outline, ids, is).map(([first, last]) => ({ place, first, last, takes }))
  const has = (what: InRoom) => (piece: Piece) => piece.room.includes(what)
  const hot = has('hot work')
  const fuel = (piece: Piece) => has('open fuel')(piece) && !hot(piece)
  const room = floor.oneRoom
    ? [
        ...held(PLACES.air, 1, fuel),
        ...held(PLACES.air, floor.bays, hot),
        ...held(PLACES.openTank, 1, has('open tank')),
      ]
    : []
  return [
    ...room,
    ...held(PLACES.secondHands, 1, ({ people }) => people > 1),
    ...floor.tools.flatMap(({ name }) => held(PLACES.tool + name, 1, ({ tools }) => tools.includes(name))),
  ]
}
