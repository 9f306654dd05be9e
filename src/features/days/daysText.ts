/** The words of the days: what stands where, what a move breaks, what holds what one would begin. */
import {
  PLACES,
  type CalendarEntry,
  type DayPlan,
  type DayBoard,
  type DayFinding,
  type Held,
  type PlacedPiece,
  type SetAside,
  type Skill,
} from '@/core/days'
import { msAt } from '@/core/days'
import { BAY_PLACE, LIFT_PLACE, type Broken } from '@/core/schedule'
import type { Stage } from '@/core/job'
import { inUnits } from '../frame/quantities'
import { clockText, dayClockText, lowerFirst, minutesText } from '../frame/words'

const SKILL_WORDS: Record<Skill, string> = {
  licensed: 'licensed person',
  'high side': 'high-pressure side',
  aircraft: 'aircraft',
}
export const skillWord = (skill: Skill): string => SKILL_WORDS[skill]
const skillsText = (skills: readonly Skill[]): string => skills.map(skillWord).join(', ')

type Task = DayBoard['tasks'][number]

/** Where a piece is done. */
export const stageOfPiece = ({ piece }: Task): Stage =>
  piece.kind === 'steps' ? 'work' : piece.kind === 'prove' ? 'prove' : 'trace'

/** What a piece is, in a few words. */
export function pieceText({ piece }: Task): string {
  const part = / part (\d+)$/.exec(piece.key)
  const suffix = part ? `, part ${part[1]}` : ''
  if (piece.kind !== 'steps' || !piece.steps) return `${inUnits(piece.title)}${suffix}`
  const [first, last] = piece.steps
  return first === last
    ? `Step ${first + 1}: ${lowerFirst(inUnits(piece.title))}${suffix}`
    : `Steps ${first + 1} to ${last + 1}, from: ${lowerFirst(inUnits(piece.title))}${suffix}`
}

export const spanText = ({ startAt, endAt }: Pick<PlacedPiece, 'startAt' | 'endAt'>, now: number): string =>
  `${dayClockText(startAt, now)} to ${clockText(endAt)}`

export const lengthText = ({ piece }: Task): string =>
  piece.shortMinutes < piece.minutes
    ? `${minutesText(Math.round(piece.shortMinutes))} to ${minutesText(Math.round(piece.minutes))}`
    : minutesText(Math.round(piece.minutes))

/** What a piece takes besides its person. */
export function takesText({ piece }: Task, { oneRoom }: DayBoard['floor']): string {
  const takes = [
    piece.lift ? 'a lift' : '',
    piece.people > 1 ? 'a second pair of hands' : '',
    piece.room.includes('open tank') ? 'an open tank' : piece.room.includes('open fuel') ? 'open fuel' : '',
    piece.room.includes('hot work') ? 'hot work' : '',
    piece.skills.length > 0 ? `who may: ${skillsText(piece.skills)}` : '',
    oneRoom && piece.room.length > 0 ? 'in the shared room' : '',
  ]
    .filter(Boolean)
    .join(', ')
  return takes ? `It takes ${takes}.` : ''
}

const NUMBER = ['No', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine']
const count = (n: number) => NUMBER[n] ?? String(n)

export const isLate = ({ endAt, dueAt }: DayFinding['ends'][number]): boolean =>
  dueAt !== null && endAt > dueAt

/** The plan in a sentence. */
export function planText(finding: DayFinding): string {
  if (!finding.plan) return 'Not all finds a place in eight weeks.'
  if (finding.plan.pieces.length === 0) return 'Nothing is open. Take in a vehicle.'
  const late = finding.ends.filter(isLate)
  if (late.length === 0) return 'All is ready when it is needed.'
  return late.length === 1
    ? 'One will be late at its long end.'
    : `${count(late.length)} will be late at their long end.`
}

/** How good the plan is, as far as one knows. */
export function goodText(finding: DayFinding, share: number): string {
  if (finding.proved) return 'No plan can be better.'
  return share < 1 ? 'Looking for a better one.' : 'No better one was found; none is proved best.'
}

export const lateText = (end: DayFinding['ends'][number], now: number): string =>
  end.dueAt === null
    ? `ready ${dayClockText(end.endAt, now)}`
    : end.endAt > end.dueAt
      ? `${minutesText(Math.round((end.endAt - end.dueAt) / 60_000))} late: ready ${dayClockText(end.endAt, now)}`
      : `ready ${dayClockText(end.endAt, now)}, needed ${dayClockText(end.dueAt, now)}`

export function asideText({ why }: Pick<SetAside, 'why'>): string {
  switch (why.kind) {
    case 'nobody may':
      return `Nobody here may do it: ${skillsText(why.skills)}.`
    case 'nobody is in long enough':
      return `Nobody is in for ${minutesText(Math.round(why.minutes))} without a break.`
    case 'finds no hours':
      return why.places.includes(PLACES.air)
        ? 'It stays open while the heater is lit. Keep the heater off, then it can be planned.'
        : 'It finds no hours even alone: people and pauses leave no stretch for it.'
    case 'nobody is there to help':
      return `It takes two for ${minutesText(Math.round(why.minutes))}; no two are in at once for so long.`
  }
}

const list = (units: readonly string[]): string =>
  units.length < 2 ? (units[0] ?? '') : `${units.slice(0, -1).join(', ')} and ${units.at(-1)}`
const unitsText = (units: readonly string[]): string =>
  `${units.length === 1 ? 'unit' : 'units'} ${list(units)}`

/** That a place is taken by others. */
function takenText(place: string, units: readonly string[]): string {
  const by = unitsText(units)
  switch (place) {
    case BAY_PLACE:
      return `Every bay is taken: ${by}.`
    case LIFT_PLACE:
      return `The lift is under ${by}.`
    case PLACES.air:
      return `No hot work beside open fuel: ${by} in the same room.`
    case PLACES.openTank:
      return `The tank of ${by} is open in the same room.`
    case PLACES.secondHands:
      return `The second pair of hands is at ${by}.`
    default:
      return `${place.slice(PLACES.tool.length)} is with ${by}.`
  }
}

/** What is broken by a move of one piece, in words. */
export function brokenText(
  broken: Broken,
  day: DayBoard,
  { own, moved }: { own: string; moved: number | null },
  now: number,
): string {
  const clock = (unit: number) => dayClockText(msAt(day.calendar, unit), now)
  const name = (person: number) => day.floor.people[person]?.name ?? 'Nobody'
  const unitOf = (task: number) => day.tasks[task]!.outline.unit
  switch (broken.kind) {
    case 'not placed':
    case 'placed twice':
      return `Unit ${unitOf(broken.task)}: ${lowerFirst(pieceText(day.tasks[broken.task]!))} has no hour.`
    case 'cannot do it':
      return `${name(broken.person)} may not do it: ${skillsText(day.tasks[broken.task]!.piece.skills)}.`
    case 'not there':
      return `${name(broken.person)} is not in from ${clock(broken.from)} to ${clock(broken.to)}.`
    case 'not released':
      return `Unit ${unitOf(broken.task)} cannot go on before ${clock(broken.from)}.`
    case 'too early': {
      if (day.tasks[broken.of]!.outline.unit === own && broken.of === moved)
        return `What comes after it moves to ${clock(broken.from)} or later.`
      const of = day.tasks[broken.of]!
      const after = of.piece.wait
        ? `${lowerFirst(inUnits(of.piece.wait.label))} ends`
        : 'what comes before is done'
      return `Unit ${unitOf(broken.task)}: not before ${after}, ${clock(broken.from)}.`
    }
    case 'after its deadline':
      return `Unit ${day.outlines[broken.job]!.unit} ends at ${clock(broken.to)}, after ${clock(broken.deadline)}.`
    case 'two at once': {
      const others = broken.tasks.map(unitOf).filter((unit) => unit !== own)
      return `${name(broken.person)} is at ${unitsText(others.length > 0 ? others : [own])} then.`
    }
    case 'too much': {
      const units = broken.jobs.map((job) => day.outlines[job]!.unit).filter((unit) => unit !== own)
      return takenText(broken.place, units)
    }
    case 'closed':
      return broken.place === PLACES.secondHands
        ? 'Nobody else is in to help then.'
        : `The heater is lit then: no fuel is opened beside it.`
  }
}

export function heldText(held: Held, now: number): string {
  switch (held.kind) {
    case 'may not':
      return `Needs: ${skillsText(held.skills as Skill[])}.`
    case 'is not in':
      return 'Not in now.'
    case 'waits':
      return `Waits until ${dayClockText(held.untilMs, now)}.`
    case 'place':
      return takenText(held.place, held.byUnits)
  }
}

/** The plan for a calendar file: one entry a piece. */
export const entriesOf = (day: DayBoard, plan: DayPlan): CalendarEntry[] =>
  plan.pieces.flatMap(({ jobId, piece, person, startAt, endAt }): CalendarEntry[] => {
    const task = day.tasks.find(({ outline, piece: own }) => outline.jobId === jobId && own.key === piece)
    if (!task) return []
    const name = day.floor.people.find(({ id }) => id === person)?.name ?? ''
    return [
      {
        uid: `${jobId} ${piece}@stop-start`.replaceAll(' ', '-'),
        startAt,
        endAt,
        summary: `Unit ${task.outline.unit}, ${name}: ${pieceText(task)}`,
        description: [task.outline.name, task.outline.words, takesText(task, day.floor)]
          .filter(Boolean)
          .join('\n'),
      },
    ]
  })
