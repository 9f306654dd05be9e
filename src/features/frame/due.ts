/** When a job is needed. Kept as it was typed: a clock time of the day it was taken in, or a day and a time. */

const CLOCK = /^(\d{1,2}):(\d{2})$/
const DAY_AND_CLOCK = /^(\d{4})-(\d{2})-(\d{2})T(\d{2}):(\d{2})$/

/** ms; null where there is no hurry, or a word stands in the place of a time. A clock time that had passed when the job came in is the next day's. */
export function dueAtOf(neededBy: string | null, openedAt: number): number | null {
  if (!neededBy) return null
  const clock = CLOCK.exec(neededBy)
  if (clock) {
    if (Number(clock[1]) > 23 || Number(clock[2]) > 59) return null
    const due = new Date(openedAt)
    due.setHours(Number(clock[1]), Number(clock[2]), 0, 0)
    if (due.getTime() < openedAt) due.setDate(due.getDate() + 1)
    return due.getTime()
  }
  const full = DAY_AND_CLOCK.exec(neededBy)?.slice(1).map(Number)
  if (!full) return null
  const [year, month, day, hours, minutes] = full as [number, number, number, number, number]
  const due = new Date(year, month - 1, day, hours, minutes)
  // A day or an hour that there is not says nothing.
  const meant = due.getMonth() === month - 1 && due.getDate() === day && hours < 24 && minutes < 60
  return meant ? due.getTime() : null
}
