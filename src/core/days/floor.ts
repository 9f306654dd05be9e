/** The floor of a workshop: its bays, its lifts, what it has few of, and its people with their hours. */
import { z } from 'zod'
import type { Calendar } from './calendar'
import { UNITS_A_DAY, UNIT_MINUTES } from './calendar'

/** What not everybody may do: sign for it as a licensed person, the high-pressure side, an aircraft. */
export const SKILLS = ['licensed', 'high side', 'aircraft'] as const
export type Skill = (typeof SKILLS)[number]

const minuteOfDay = z
  .number()
  .int()
  .min(0)
  .max(24 * 60)
const stretch = z
  .object({ from: minuteOfDay, to: minuteOfDay })
  .refine(({ from, to }) => from < to, 'It ends after it begins')

const personSchema = z.object({
  id: z.string().min(1).max(80),
  name: z.string().trim().min(1, 'A person needs a name').max(40),
  skills: z.array(z.enum(SKILLS)).max(SKILLS.length),
  /** 0 Monday to 6 Sunday. */
  days: z.array(z.number().int().min(0).max(6)).max(7),
  /** Hours of such a day, minutes from midnight. */
  hours: stretch,
  pause: stretch.nullable(),
})
export type Person = z.infer<typeof personSchema>

export const floorSchema = z.object({
  bays: z.number().int('Bays are whole').min(1, 'At least one bay').max(40, 'At most 40 bays'),
  lifts: z.number().int('Lifts are whole').min(0, 'No fewer than no lift').max(20, 'At most 20 lifts'),
  /** The bays share one room that can be shut: vapour of the one is in the other. */
  oneRoom: z.boolean(),
  /** When an open flame heats that room. */
  heater: stretch.nullable(),
  /** What there is few of, by the name that plans use. */
  tools: z
    .array(
      z.object({
        name: z.string().min(1).max(80),
        count: z
          .number('Say how many of a tool there are')
          .int('Tools are counted whole')
          .min(1, 'At least one of a tool, or take it from the list')
          .max(20, 'At most 20 of a tool'),
      }),
    )
    .max(40),
  people: z.array(personSchema).min(1).max(40),
})
export type Floor = z.infer<typeof floorSchema>

/** A workshop of which nothing is said yet: one person, two bays, one lift. */
export const FIRST_FLOOR: Floor = {
  bays: 2,
  lifts: 1,
  oneRoom: true,
  heater: null,
  tools: [],
  people: [
    {
      id: 'first',
      name: 'You',
      skills: ['high side'],
      days: [0, 1, 2, 3, 4],
      hours: { from: 450, to: 1020 },
      pause: { from: 720, to: 765 },
    },
  ],
}

/** When a person is in, units; a quarter of an hour that is not whole is left out. */
export function windowsOf({ days, hours, pause }: Person, calendar: Calendar): [number, number][] {
  const stretches = pause
    ? [
        { from: hours.from, to: Math.min(hours.to, pause.from) },
        { from: Math.max(hours.from, pause.to), to: hours.to },
      ]
    : [hours]
  return calendar.flatMap(({ weekday }, day) =>
    days.includes(weekday)
      ? stretches
          .map(({ from, to }): [number, number] => [
            day * UNITS_A_DAY + Math.ceil(from / UNIT_MINUTES),
            day * UNITS_A_DAY + Math.floor(to / UNIT_MINUTES),
          ])
          .filter(([from, to]) => from < to)
      : [],
  )
}

/** When fewer than so many people are in, units. */
export function fewerThan(count: number, windows: [number, number][][], horizon: number): [number, number][] {
  const change = new Int32Array(horizon + 1)
  for (const [from, to] of windows.flat()) {
    change[from]! += 1
    change[to]! -= 1
  }
  const shut: [number, number][] = []
  let there = 0
  for (let unit = 0; unit < horizon; unit += 1) {
    there += change[unit]!
    if (there >= count) continue
    const last = shut.at(-1)
    if (last?.[1] === unit) last[1] = unit + 1
    else shut.push([unit, unit + 1])
  }
  return shut
}

/** When the heater is lit, units; a quarter of an hour that it touches counts whole. */
export const heaterWindows = ({ heater }: Floor, calendar: Calendar): [number, number][] =>
  heater
    ? calendar.map((_, day) => [
        day * UNITS_A_DAY + Math.floor(heater.from / UNIT_MINUTES),
        day * UNITS_A_DAY + Math.ceil(heater.to / UNIT_MINUTES),
      ])
    : []
