import { inUnits } from '../frame/quantities'
import {
  STAGES,
  holdsOn,
  settingInHand,
  stageIndex,
  stageOf,
  type Hold,
  type JobSummary,
  type Stage,
  type Wait,
} from '@/core/job'
import type { ImportOutcome, ListedJob, Storage } from '@/data/store'
import { dueAtOf } from '../frame/due'
import { STAGE_NAMES, clockText, dayClockText, stageName } from '../frame/words'

/** A job as the board shows it. */
export interface BoardRow {
  jobId: string
  unit: string
  name: string
  words: string
  danger: boolean
  stage: Stage
  stageName: string
  wait: Wait | undefined
  signed: boolean
  neededBy: string
  slack: string
  next: { what: string; detail: string }
  /** Its log or its vehicle cannot be read. */
  odd: boolean
}

export interface Group {
  title: string
  detail: string
  jobs: ListedJob[]
  /** Its first job is the one to take up. */
  leads: boolean
}

const waitOf = (entry: ListedJob, now: number) =>
  entry.job.waits.find((wait) => !wait.ended && wait.endsAt > now)

/** What holds a job whatever is done next; null where it may go on, or its vehicle is not here. */
export function heldBy({ job, vehicle, problem }: ListedJob, now: number): Hold | null {
  if (!vehicle || problem || job.signed) return null
  const moment = { now, latest: Math.max(now, job.lastAt) }
  const [gravest] = holdsOn(job, settingInHand(vehicle, job), null, moment, { as: 'reading' })
  return gravest ?? null
}
/** People may be hurt as it stands. */
const endangers = (entry: ListedJob, now: number): boolean => {
  const hold = heldBy(entry, now)
  return entry.job.danger || hold?.kind === 'everyone out' || hold?.kind === 'must not be'
}

const dueOf = ({ job }: ListedJob): number | null => dueAtOf(job.neededBy, job.openedAt)
/** Minutes until needed; where there is no hurry, or a word stands in the place of a time, it is far away. */
const slack = (entry: ListedJob, now: number): number => ((dueOf(entry) ?? Infinity) - now) / 60_000

/** Danger before slack; then what can move, least slack first; then what waits, soonest first. */
export function groupJobs(open: ListedJob[], now: number): Group[] {
  const danger = open.filter((entry) => endangers(entry, now))
  const safe = open.filter((entry) => !danger.includes(entry))
  const waiting = safe.filter((entry) => waitOf(entry, now))
  const moving = safe.filter((entry) => !waitOf(entry, now))
  return [
    { title: 'Danger first', detail: 'stays outside, is not started', jobs: danger, leads: true },
    {
      title: 'Can move now',
      detail: 'least slack first',
      jobs: moving.sort((one, other) => slack(one, now) - slack(other, now)),
      leads: danger.length === 0,
    },
    {
      title: 'Waiting',
      detail: 'soonest first',
      jobs: waiting.sort((one, other) => waitOf(one, now)!.endsAt - waitOf(other, now)!.endsAt),
      leads: false,
    },
  ]
}

const COUNT = ['None', 'One', 'Two', 'Three', 'Four', 'Five', 'Six', 'Seven', 'Eight', 'Nine']
const count = (n: number) => COUNT[n] ?? String(n)

export function headline(groups: Group[]): string {
  const [danger, moving, waiting] = groups.map((group) => group.jobs.length) as [number, number, number]
  if (danger + moving + waiting === 0) return 'Nothing is in. Take in a vehicle.'
  const parts = [
    danger > 0 ? `${count(danger)} ${danger === 1 ? 'is' : 'are'} dangerous.` : '',
    `${count(moving)} can move now.`,
    waiting > 0 ? `${count(waiting)} ${waiting === 1 ? 'is' : 'are'} waiting.` : '',
  ]
  return parts.filter(Boolean).join(' ')
}

export function nextAct(entry: ListedJob, now: number): { what: string; detail: string } {
  const { job } = entry
  const wait = waitOf(entry, now)
  if (entry.problem)
    return {
      what: 'Cannot be read',
      detail:
        entry.problem.kind === 'damaged'
          ? `${entry.problem.at}: ${entry.problem.problem}`.slice(0, 90)
          : 'the other jobs go on',
    }
  if (!entry.vehicle)
    return { what: 'Its vehicle cannot be read', detail: 'a file of any of its jobs puts it right' }
  const hold = heldBy(entry, now)
  const held = hold && { what: inUnits(hold.asks), detail: inUnits(hold.remedies[0] ?? hold.reason) }
  if (held && hold.kind !== 'hazards') return held
  if (wait) return { what: inUnits(wait.label), detail: `waits by itself, ends ${clockText(wait.endsAt)}` }
  if (held) return held
  switch (stageOf(job)) {
    case 'complaint':
      return { what: 'Note the complaint', detail: '2 min' }
    case 'trace':
      if (job.wish && job.epoch === 0)
        return { what: 'Choose and check the build', detail: 'before anything is bought' }
      return job.surveying
        ? { what: 'Go on with the survey', detail: `${job.survey.size} seen` }
        : {
            what: job.danger
              ? 'Find the leak first'
              : job.evidence.length > 0
                ? 'Take the next reading'
                : 'Take the first reading',
            detail: job.danger ? 'meter, not nose' : `${job.evidence.length} so far`,
          }
    case 'plan':
      return { what: 'Start step 1', detail: 'plan is made' }
    case 'work':
      return {
        what: `Go on with step ${(job.work?.done.size ?? 0) + 1}`,
        detail: `${job.work?.done.size ?? 0} done`,
      }
    case 'prove':
      return { what: 'Prove the repair', detail: 'same readings again' }
    default:
      return { what: 'Go on', detail: '' }
  }
}

export const slackText = (entry: ListedJob, now: number): string => {
  const left = slack(entry, now)
  if (left === Infinity) return 'no hurry'
  if (left < 0) return 'time has passed'
  return left < 90 ? `${Math.round(left)} min slack` : `${Math.floor(left / 60)} h slack`
}

/** When it is needed, as the board says it: a word that was typed in the place of a time stands as it is. */
function neededText(entry: ListedJob, now: number): string {
  const due = dueOf(entry)
  return due === null ? (entry.job.neededBy ?? 'later') : dayClockText(due, now)
}

/** A job that is not signed, as its row. */
export const rowOf = (entry: ListedJob, now: number): BoardRow => ({
  jobId: entry.job.id,
  unit: entry.job.unit,
  name: entry.job.vehicleName,
  words: entry.job.words,
  danger: entry.job.danger,
  stage: stageOf(entry.job),
  stageName: stageName(stageOf(entry.job), entry.job),
  wait: waitOf(entry, now),
  signed: false,
  neededBy: neededText(entry, now),
  slack: slackText(entry, now),
  next: nextAct(entry, now),
  odd: entry.problem !== null,
})

/** A signed job, as its row. */
export const recordedRow = (summary: JobSummary): BoardRow => ({
  jobId: summary.id,
  unit: summary.unit,
  name: summary.vehicleName,
  words: summary.words,
  danger: false,
  stage: 'record',
  stageName: STAGE_NAMES.record,
  wait: undefined,
  signed: true,
  neededBy: '',
  slack: '',
  next: {
    what: 'Read the record',
    detail:
      summary.signed && summary.signed.unproven > 0 ? `${summary.signed.unproven} not proven` : 'all proven',
  },
  odd: false,
})

/** Where on the way of seven a job stands. */
export const stagePlace = (row: BoardRow): number => (row.signed ? STAGES.length - 1 : stageIndex(row.stage))

/** What a file did: added, left, put right; null where it is not worth a word. */
export function importText(taken: Extract<ImportOutcome, { ok: true }>): string {
  const { added, left, healed, photosLost, odd, vehicleUnlike } = taken
  const undone = left.filter(({ why }) => why === 'undoes what is signed').length
  return [
    added === 0 ? 'The job was here already: nothing was added.' : `The job is in, ${entries(added)} added.`,
    healed > 0 ? `${entries(healed)} that could not be read put right.` : '',
    left.length > undone
      ? `${entries(left.length - undone)} left out: the job is signed here and the signer did not have them. Open a new job for what they say.`
      : '',
    undone > 0 ? `${entries(undone)} left out: what is signed is not undone.` : '',
    odd > 0
      ? `${entries(odd)} of a newer version or damaged: kept as ${odd === 1 ? 'it is' : 'they are'}, not shown.`
      : '',
    vehicleUnlike.length > 0
      ? `The vehicle is here already and stays as it is; the file says otherwise of ${vehicleUnlike.length} ${vehicleUnlike.length === 1 ? 'thing' : 'things'}: ${vehicleUnlike.slice(0, 4).join(', ')}.`
      : '',
    photosLost > 0
      ? `${photosLost} of its photos found no room on this tablet. Free some space and take the file in again.`
      : '',
  ]
    .filter(Boolean)
    .join(' ')
}
const entries = (count: number) => `${count} ${count === 1 ? 'entry' : 'entries'}`

/** Where the jobs are kept, and whether the browser may clear them by itself. */
export const storageText = ({ where, kept }: Storage): string =>
  where === 'small store'
    ? 'Kept in this browser’s small store: it fills soon, save jobs as files.'
    : kept
      ? 'Kept in this browser’s database until somebody clears it.'
      : 'Kept in this browser’s database; it may clear it when room runs short: save signed jobs as files.'

/** Demo vehicles that stay because own jobs stand on them; null where none does. */
export const stayedText = (vehicles: number): string | null =>
  vehicles === 0
    ? null
    : `The demo jobs are out. ${vehicles} demo ${vehicles === 1 ? 'vehicle stays: an own job stands on it.' : 'vehicles stay: own jobs stand on them.'}`
