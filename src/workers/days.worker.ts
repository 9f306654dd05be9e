/**
 * Days: jobs as outlines, then a plan of them, better and better while there is time. A new order ends the one
 * before it; outlines are kept as long as their job stays as it is.
 */
import {
  DaySearch,
  outlineOf,
  planable,
  type Calendar,
  type DayFinding,
  type DayPlan,
  type Floor,
  type Outline,
  type SetAside,
} from '@/core/days'
import { foldJob, type VehicleRecord } from '@/core/job'
import type { JobEvent } from '@/core/records'

export interface DaysJob {
  jobId: string
  events: JobEvent[]
  vehicle: VehicleRecord
  dueAt: number | null
}
export interface DaysOrder {
  id: number
  jobs: DaysJob[]
  floor: Floor
  /** The longest that is looked at; the first days of it are tried first. */
  calendar: Calendar
  now: number
  before: DayPlan
  /** Nobody is in for longer than this, minutes. */
  longest: number
  seconds: number
}
export type DaysMessage = { id: number } & (
  | { kind: 'reading'; done: number; of: number }
  | {
      kind: 'laid'
      outlines: Outline[]
      aside: SetAside[]
      /** Days of the calendar that it took. */
      days: number
      finding: DayFinding
      /** Of the time, 0 to 1; 1 once it is over. */
      share: number
    }
  | { kind: 'failed'; problem: string }
)

/** So many days are looked at; more where the work does not fit. */
const DAYS_TRIED = [14, 28, 56]
/** Between two looks at whether anything else is asked, ms; and between two reports. */
const SLICE_MS = 25
const REPORT_MS = 250
const ROUNDS_AT_ONCE = 8

let current = 0
const kept = new Map<string, { key: string; outline: Outline }>()
const say = (message: DaysMessage) => postMessage(message)
const breathe = () => new Promise((go) => setTimeout(go))

addEventListener('message', ({ data }: MessageEvent<DaysOrder | { id: number; stop: true }>) => {
  current = data.id
  if ('stop' in data) return
  plan(data).catch((problem: unknown) =>
    say({
      id: data.id,
      kind: 'failed',
      problem: problem instanceof Error ? problem.message : String(problem),
    }),
  )
})

/** The outline of a job; as long as its log, its vehicle and the hours stay, only its times are new. */
function outlined({ jobId, events, vehicle, dueAt }: DaysJob, { now, longest }: DaysOrder): Outline {
  const before = kept.get(jobId)
  const key = JSON.stringify([events.length, events.at(-1)?.id, vehicle, longest])
  if (before?.key === key) return { ...before.outline, dueAt }
  const outline = outlineOf({ job: foldJob(jobId, events, vehicle), vehicle, now, dueAt, longest })
  kept.set(jobId, { key, outline })
  return outline
}

async function plan(order: DaysOrder): Promise<void> {
  const { id, jobs, floor, calendar, now, before, seconds } = order
  const outlines: Outline[] = []
  for (const job of jobs) {
    outlines.push(outlined(job, order))
    say({ id, kind: 'reading', done: outlines.length, of: jobs.length })
    await breathe()
    if (id !== current) return
  }
  for (const days of DAYS_TRIED.filter((count) => count <= calendar.length)) {
    const day = planable(floor, outlines, calendar.slice(0, days), now)
    const report = (finding: DayFinding, share: number) =>
      say({ id, kind: 'laid', outlines: day.outlines, aside: day.aside, days, finding, share })
    if (day.outlines.length === 0)
      return report(
        { plan: { madeAt: now, pieces: [] }, objective: 0, proved: true, broken: [], ends: [] },
        1,
      )
    const search = new DaySearch(day, before)
    const first = search.finding(now)
    if (!first.plan && days < DAYS_TRIED.at(-1)!) continue
    report(first, 0)
    return await better(order, search, report, 1e3 * seconds)
  }
}

async function better(
  { id, now }: DaysOrder,
  search: DaySearch,
  report: (finding: DayFinding, share: number) => void,
  forMs: number,
): Promise<void> {
  const from = performance.now()
  const gone = () => performance.now() - from
  let reported = 0
  while (gone() < forMs && !search.over) {
    const slice = gone()
    while (gone() - slice < SLICE_MS) search.run(ROUNDS_AT_ONCE, Math.min(1, gone() / forMs))
    await breathe()
    if (id !== current) return
    if (gone() - reported < REPORT_MS) continue
    reported = gone()
    report(search.finding(now), Math.min(0.99, gone() / forMs))
  }
  report(search.finding(now), 1)
}
