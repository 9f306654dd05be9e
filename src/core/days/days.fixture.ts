/** A floor, a calendar and outlines made by hand, for tests. */
import { FIRST_FLOOR, type Calendar, type Floor, type Outline, type Person, type Piece } from '.'

/** Monday 2 November 2026 to Sunday of the week after, in UTC. */
export const MONDAY = Date.UTC(2026, 10, 2)
const DAY_MS = 24 * 3600_000
export const CALENDAR: Calendar = Array.from({ length: 14 }, (_, day) => ({
  startMs: MONDAY + day * DAY_MS,
  weekday: day % 7,
}))
export const clock = (day: number, hours: number, minutes = 0): number =>
  MONDAY + day * DAY_MS + (hours * 60 + minutes) * 60_000

export const person = (id: string, change: Partial<Person> = {}): Person => ({
  ...FIRST_FLOOR.people[0]!,
  id,
  name: id,
  skills: [],
  hours: { from: 480, to: 1020 },
  pause: { from: 720, to: 780 },
  ...change,
})
export const floor = (change: Partial<Floor> = {}): Floor => ({
  ...FIRST_FLOOR,
  people: [person('Ida'), person('Jon')],
  ...change,
})
export const piece = (key: string, minutes: number, change: Partial<Piece> = {}): Piece => ({
  key,
  kind: 'steps',
  steps: null,
  title: key,
  minutes,
  shortMinutes: minutes,
  wait: null,
  skills: [],
  people: 1,
  lift: false,
  room: [],
  tools: [],
  notBefore: null,
  ...change,
})
export const outline = (unit: string, pieces: Piece[], change: Partial<Outline> = {}): Outline => ({
  jobId: `job-${unit}`,
  unit,
  name: `Vehicle ${unit}`,
  words: '',
  danger: false,
  releaseAt: clock(0, 8),
  dueAt: null,
  planned: true,
  pieces,
  ...change,
})
