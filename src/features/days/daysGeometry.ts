/** Where everything of a stretch of days stands in a drawing: nights and closed hours are left out. */
import {
  type Calendar,
  type DayBoard,
  type DayPlan,
  type DayTask,
  type Floor,
  type PlacedPiece,
} from '@/core/days'

export interface Span {
  /** First day of the calendar, and how many. */
  from: number
  days: number
}
export interface Hours {
  /** Minutes of the day that are drawn. */
  from: number
  to: number
}

const MINUTE_MS = 60_000

/** The hours in which anybody is in, whole. */
export function hoursOf({ people }: Floor): Hours {
  return {
    from: 60 * Math.floor(Math.min(...people.map(({ hours }) => hours.from)) / 60),
    to: 60 * Math.ceil(Math.max(...people.map(({ hours }) => hours.to)) / 60),
  }
}

export class Scale {
  private readonly perDay: number
  constructor(
    private readonly calendar: Calendar,
    private readonly span: Span,
    private readonly hours: Hours,
    readonly left: number,
    readonly right: number,
  ) {
    this.perDay = (right - left) / span.days
  }

  get minutePx(): number {
    return this.perDay / (this.hours.to - this.hours.from)
  }
  dayX(day: number): number {
    return this.left + (day - this.span.from) * this.perDay
  }
  /** Where a time stands; before and behind what is drawn it stands at its edge. */
  x(ms: number): number {
    const day = this.calendar.findLastIndex(({ startMs }) => startMs <= ms)
    if (day < this.span.from) return this.left
    if (day >= this.span.from + this.span.days) return this.right
    const minutes = (ms - this.calendar[day]!.startMs) / MINUTE_MS
    const within = Math.min(this.hours.to, Math.max(this.hours.from, minutes)) - this.hours.from
    return this.dayX(day) + within * this.minutePx
  }
  /** The time at a place of the drawing. */
  ms(x: number): number {
    const at = Math.min(this.right - 1e-6, Math.max(this.left, x)) - this.left
    const day = Math.floor(at / this.perDay + 1e-9)
    const minutes = this.hours.from + (at - day * this.perDay) / this.minutePx
    return this.calendar[this.span.from + day]!.startMs + minutes * MINUTE_MS
  }
  /** Is any of it drawn? */
  holds({ startAt, endAt }: Pick<PlacedPiece, 'startAt' | 'endAt'>): boolean {
    return this.x(endAt) > this.x(startAt)
  }
}

export interface Block {
  task: DayTask
  placed: PlacedPiece
  x: number
  width: number
  /** Where the short end of a range lies. */
  sureWidth: number
}
/** Blocks of each person, in the order of the floor. */
export function peopleRows(day: DayBoard, plan: DayPlan, scale: Scale): Block[][] {
  return day.floor.people.map(({ id }) =>
    plan.pieces
      .filter((placed) => placed.person === id && scale.holds(placed))
      .flatMap((placed): Block[] => {
        const task = day.tasks.find(
          ({ outline, piece }) => outline.jobId === placed.jobId && piece.key === placed.piece,
        )
        if (!task) return []
        const x = scale.x(placed.startAt)
        const width = scale.x(placed.endAt) - x
        const { minutes, shortMinutes } = task.piece
        const sure = scale.x(placed.startAt + shortMinutes * MINUTE_MS) - x
        // What is not a range is sure to its end, whatever quarter of an hour that is.
        return [{ task, placed, x, width, sureWidth: shortMinutes < minutes ? Math.min(width, sure) : width }]
      })
      .sort((one, other) => one.x - other.x),
  )
}

export interface Stay {
  jobId: string
  unit: string
  danger: boolean
  startAt: number
  endAt: number
  x: number
  width: number
  /** What cures or soaks meanwhile: where it ends. */
  waits: { x: number; width: number; label: string; endAt: number }[]
}

/** Which job stands in which bay: each in the first that is free when it comes. */
export function bayRows(day: DayBoard, plan: DayPlan, scale: Scale): Stay[][] {
  const stays = day.outlines
    .flatMap((outline): Stay[] => {
      const own = plan.pieces.filter(({ jobId }) => jobId === outline.jobId)
      if (own.length === 0) return []
      const startAt = Math.min(...own.map((one) => one.startAt))
      const endAt = Math.max(...own.map((one) => one.endAt))
      const x = scale.x(startAt)
      const waits = outline.pieces.flatMap(({ key, wait }) => {
        const after = own.find(({ piece }) => piece === key)
        if (!wait || !after) return []
        const over = after.endAt + wait.minutes * MINUTE_MS
        const from = scale.x(after.endAt)
        return [{ x: from, width: scale.x(over) - from, label: wait.label, endAt: over }]
      })
      return [
        {
          jobId: outline.jobId,
          unit: outline.unit,
          danger: outline.danger,
          startAt,
          endAt,
          x,
          width: scale.x(endAt) - x,
          waits,
        },
      ]
    })
    .sort((one, other) => one.startAt - other.startAt)
  const rows: Stay[][] = Array.from({ length: day.floor.bays }, () => [])
  for (const stay of stays) {
    const free = rows.find((row) => (row.at(-1)?.endAt ?? 0) <= stay.startAt)
    ;(free ?? rows[0]!).push(stay)
  }
  return rows.map((row) => row.filter((stay) => scale.holds(stay)))
}

export interface Tick {
  x: number
  text: string
}
/** Hours as far as their words find room. */
export function ticksOf(calendar: Calendar, span: Span, hours: Hours, scale: Scale): Tick[] {
  const step = [60, 120, 180, 360].find((minutes) => scale.minutePx * minutes >= 56) ?? 360
  return Array.from({ length: span.days }, (_, k) => span.from + k).flatMap((day) => {
    const count = Math.ceil((hours.to - hours.from) / step)
    return Array.from({ length: count }, (_, at) => {
      const minutes = hours.from + at * step
      return { x: scale.dayX(day) + at * step * scale.minutePx, text: `${Math.floor(minutes / 60)}:00` }
    })
  })
}
