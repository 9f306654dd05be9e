'use client'
import { useCallback, useEffect, useMemo, useReducer, useRef, useSyncExternalStore } from 'react'
import {
  FIRST_FLOOR,
  NO_PLAN,
  dayBoardOf,
  longestStretch,
  letGo,
  moved,
  type Calendar,
  type DayBoard,
  type DayFinding,
  type DayPlan,
  type Floor,
  type Outline,
  type PlacedPiece,
  type SetAside,
} from '@/core/days'
import {
  changeDayPlan,
  changeFloor,
  dayPlanNow,
  floorNow,
  onDayPlanChange,
  onFloorChange,
} from '@/data/floor'
import { demoState, onStoreChange, openLogs } from '@/data/store'
import { ask } from '@/workers/client'
import { planDays, type DaysMessage, type DaysOrder } from '@/workers/days'
import { dueAtOf } from '../frame/due'

/** Eight weeks; the first two are tried first. */
const DAYS = 56
/** How long a better plan is looked for, seconds: when the page opens, and after a hand has moved something. */
const SECONDS = { fresh: 4, moved: 1.5 }
const NOON = 12

/** The days from today on, each by the hours of its noon. */
export function calendarFrom(now: number): Calendar {
  const today = new Date(now)
  return Array.from({ length: DAYS }, (_, day) => {
    const noon = new Date(today.getFullYear(), today.getMonth(), today.getDate() + day, NOON)
    return { startMs: noon.getTime() - NOON * 3600_000, weekday: (noon.getDay() + 6) % 7 }
  })
}

export interface Laid {
  day: DayBoard
  finding: DayFinding
  /** When it was laid, ms. */
  at: number
}
export interface DaysInHand {
  floor: Floor
  plan: DayPlan
  laid: Laid | null
  aside: (SetAside & { unit: string })[]
  /** Jobs that were read so far, while the first plan is not there. */
  reading: { done: number; of: number } | null
  /** Of the time for a better one, 0 to 1; 1 when nothing runs. */
  share: number
  problem: string | null
  move: (to: Pick<PlacedPiece, 'jobId' | 'piece' | 'person' | 'startAt'>) => void
  release: (jobId: string, piece: string) => void
  again: () => void
  stop: () => void
}

const useFloor = () => useSyncExternalStore(onFloorChange, floorNow, () => FIRST_FLOOR)
const usePlan = () => useSyncExternalStore(onDayPlanChange, dayPlanNow, () => NO_PLAN)

interface Told {
  outlines: Outline[]
  aside: SetAside[]
  days: number
  finding: DayFinding
  floor: Floor
  calendar: Calendar
  at: number
}

type Order = Omit<DaysOrder, 'id'>

/** The demo garage has a floor of its own, as long as nobody has said otherwise. */
async function demoFloor(): Promise<void> {
  if (floorNow() !== FIRST_FLOOR || (await demoState()) !== 'present') return
  const answer = await ask('demoFloor', {})
  if (answer.ok && floorNow() === FIRST_FLOOR) changeFloor(answer.value)
}

/** What is asked of the worker now: every open job as it stands, the floor, the hours, the plan so far. */
async function orderNow(seconds: number): Promise<Order> {
  await demoFloor()
  const now = Date.now()
  const calendar = calendarFrom(now)
  const floor = floorNow()
  const jobs = (await openLogs()).map(({ jobId, events, vehicle }) => {
    const opened = events.find((event) => event.kind === 'job-opened')
    const neededBy = opened?.kind === 'job-opened' ? opened.body.neededBy : null
    return { jobId, events, vehicle, dueAt: dueAtOf(neededBy, opened?.at ?? now) }
  })
  const longest = longestStretch(floor, calendar)
  return { jobs, floor, calendar, now, before: dayPlanNow(), longest, seconds }
}

const laidOf = ({ floor, outlines, calendar, days, finding, at }: Told): Laid => ({
  day: dayBoardOf(floor, outlines, calendar.slice(0, days), at),
  finding,
  at,
})

interface Heard {
  told: Told | null
  units: ReadonlyMap<string, string>
  reading: DaysInHand['reading']
  share: number
  problem: string | null
}
const NOTHING_HEARD: Heard = { told: null, units: new Map(), reading: null, share: 0, problem: null }
type News = DaysMessage | { kind: 'asked'; units: ReadonlyMap<string, string> } | { kind: 'stopped' }

/** What is known after a report. A plan that breaks a rule is never shown; where there is none, the last one stays. */
function after(before: Heard, { news, order }: { news: News; order: Order | null }): Heard {
  switch (news.kind) {
    case 'asked':
      return { ...before, units: news.units, problem: null, share: 0 }
    case 'stopped':
      return { ...before, share: 1 }
    case 'reading':
      return { ...before, reading: news }
    case 'failed':
      return {
        ...before,
        share: 1,
        problem: `The plan could not be made: ${news.problem}. What stood before stands.`,
      }
    case 'laid': {
      const { finding, share } = news
      const sound = finding.plan !== null && finding.broken.length === 0
      if (!sound && before.told?.finding.plan)
        return { ...before, share: 1, problem: 'No plan holds with that. It stands where it was.' }
      if (finding.broken.length > 0)
        return { ...before, share, problem: 'A plan came out that breaks a rule: it is not shown.' }
      const { floor, calendar, now: at } = order!
      return { ...before, share, told: { ...news, floor, calendar, at } }
    }
  }
}

/** The plan of the days: laid anew when jobs, floor or hands change, better and better while there is time. */
export function useDays(): DaysInHand {
  const floor = useFloor()
  const kept = usePlan()
  const [{ told, units, reading, share, problem }, hear] = useReducer(after, NOTHING_HEARD)
  const stopping = useRef<() => void>(() => undefined)
  const asked = useRef(0)
  const lay = useCallback((seconds: number, to: DayPlan | null = null) => {
    const id = (asked.current += 1)
    const sound = dayPlanNow()
    if (to) changeDayPlan(to)
    void orderNow(seconds).then((order) => {
      if (id !== asked.current) return
      hear({ news: { kind: 'asked', units: unitsOf(order) }, order })
      stopping.current = planDays(order, (news) => {
        const plan = news.kind === 'laid' && news.finding.broken.length === 0 ? news.finding.plan : null
        if (plan) changeDayPlan(plan)
        else if (news.kind === 'laid' && to) changeDayPlan(sound)
        hear({ news, order })
      })
    })
  }, [])
  useEffect(() => {
    lay(SECONDS.fresh)
    const offs = [
      onFloorChange(() => lay(SECONDS.fresh)),
      onStoreChange((change) => {
        if (change.of !== 'job' && change.of !== 'parts') lay(SECONDS.fresh)
      }),
    ]
    return () => {
      offs.forEach((off) => off())
      stopping.current()
    }
  }, [lay])
  const laid = useMemo(() => told && laidOf(told), [told])
  return {
    floor,
    plan: told?.finding.plan ?? kept,
    laid,
    aside: (told?.aside ?? []).map((why) => ({ ...why, unit: units.get(why.jobId) ?? '' })),
    reading: told ? null : reading,
    share,
    problem,
    move: (to) => lay(SECONDS.moved, moved(dayPlanNow(), to, Date.now())),
    release: (jobId, piece) => lay(SECONDS.moved, letGo(dayPlanNow(), jobId, piece, Date.now())),
    again: () => lay(SECONDS.fresh),
    stop: () => {
      stopping.current()
      hear({ news: { kind: 'stopped' }, order: null })
    },
  }
}

const unitsOf = ({ jobs }: Order): ReadonlyMap<string, string> =>
  new Map(jobs.map(({ jobId, vehicle }) => [jobId, vehicle.unit]))
