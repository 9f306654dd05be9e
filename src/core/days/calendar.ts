/** Days of a workshop as units of a quarter of an hour, and back to the clock. */
import type { Minutes } from '../shared'

export const UNIT_MINUTES = 15
export const UNITS_A_DAY = (24 * 60) / UNIT_MINUTES
const UNIT_MS = UNIT_MINUTES * 60_000

export interface CalendarDay {
  /** Midnight of this day by the hours of its noon, ms: where the clocks change at night, working hours stay right. */
  startMs: number
  /** 0 Monday to 6 Sunday. */
  weekday: number
}
/** Days that follow each other, the first is today. */
export type Calendar = readonly CalendarDay[]

/** A time as units from the first midnight; of a night in which clocks change it may be off by an hour. */
export function unitsAt(calendar: Calendar, ms: number): number {
  const at = Math.max(
    0,
    calendar.findLastIndex(({ startMs }) => startMs <= ms),
  )
  return at * UNITS_A_DAY + (ms - calendar[at]!.startMs) / UNIT_MS
}

/** The clock at a whole unit, ms; before the first midnight it counts back from there. */
export function msAt(calendar: Calendar, unit: number): number {
  const day = Math.min(calendar.length - 1, Math.max(0, Math.floor(unit / UNITS_A_DAY)))
  return calendar[day]!.startMs + (unit - day * UNITS_A_DAY) * UNIT_MS
}

/** So long in whole units, rounded up; at least one. */
export const unitsFor = (minutes: Minutes): number => Math.max(1, Math.ceil(minutes / UNIT_MINUTES - 1e-9))
