/**
 * What of a job is still to do and how long it may take. A job with a plan is its steps; one without is a
 * range: to find the fault, then one of the repairs that its layout may need, each as likely as the faults
 * that it cures were before anything was read. The board is laid for the long end.
 */
import { doneFactor, priorWeight } from '../diagnosis'
import {
  isOrder,
  nextStep,
  planHolds,
  planSettingOf,
  settingOf,
  stageOf,
  type JobView,
  type VehicleRecord,
} from '../job'
import { USUAL_PACE, curesAs, libraryOf, repairMinutes, type Repair } from '../library'
import { actFor, planRepairs, plannerFor, prices } from '../procedure'
import type { Minutes } from '../shared'
import { HIGH_SIDE, LICENSED, UNIT_IN_TANK, UNLIFTED, layoutOf } from '../vehicle'
import type { Skill } from './floor'
import { LONGEST_PIECE, cut, piecesOf, type Piece } from './pieces'

export interface Outline {
  jobId: string
  unit: string
  name: string
  words: string
  danger: boolean
  /** It moves no sooner, ms: what runs now must end. 0 where nothing runs. */
  releaseAt: number
  /** ms; null where there is no hurry. */
  dueAt: number | null
  /** Its pieces have a plan behind them; else they are a range. */
  planned: boolean
  pieces: Piece[]
}

/** Finding a fault that nothing was read of yet, and each reading's share of it; typical. */
const FIND = { short: 25, long: 120, shortLeast: 10, longLeast: 30, perReading: 12 }
/** The same readings again, a start, a look at the joints; typical. */
const PROVE: Minutes = 30
/** Nobody knows yet what it is: it may be broken off after so long. */
const RANGE_PIECE: Minutes = 60
const SURVEY: Minutes = 90
/** The range of what a repair may take: nine in ten lie under its long end, one in ten under its short one. */
const SHORT_END = 0.1
const LONG_END = 0.9

export interface OutlineRequest {
  job: JobView
  vehicle: VehicleRecord
  /** ms. */
  now: number
  /** When it is needed, ms; null where there is no hurry. */
  dueAt: number | null
  longest: Minutes
}

export function outlineOf(request: OutlineRequest): Outline {
  const { job, vehicle, now, dueAt } = request
  const planned = plannedPieces(request)
  const proving = stageOf(job) === 'prove'
  const running = job.waits.filter((wait) => wait.holds && !wait.ended && !isOrder(wait) && wait.endsAt > now)
  return {
    jobId: job.id,
    unit: job.unit,
    name: job.vehicleName,
    words: job.words,
    danger: job.danger,
    releaseAt: Math.max(0, ...running.map(({ endsAt }) => endsAt)),
    dueAt,
    planned: proving || planned !== null,
    pieces: [...(proving ? [] : (planned ?? rangePieces(request))), ...cut(proof(vehicle), request.longest)],
  }
}

/** To read is to part joints as well: a gauge goes on, a jar is filled. */
const PARTS_JOINTS: Piece['room'] = ['open fuel']

const skillsOn = ({ layout }: VehicleRecord): Skill[] => (LICENSED.includes(layout) ? ['aircraft'] : [])

const PLAIN = { steps: null, wait: null, people: 1, lift: false, room: [], tools: [], notBefore: null }

const proof = (vehicle: VehicleRecord): Piece => ({
  ...PLAIN,
  key: 'prove',
  kind: 'prove',
  title: 'Read again and prove',
  minutes: PROVE,
  shortMinutes: PROVE,
  skills: skillsOn(vehicle),
  room: PARTS_JOINTS,
})

/** Steps that are left of the plan in hand; null where there is none, or no way leads on from here. */
function plannedPieces({ job, vehicle, longest }: OutlineRequest): Piece[] | null {
  const work = job.work ?? wishedWork(job)
  if (!work) return null
  const planner = plannerFor({ ...planSettingOf(vehicle, job, work), ways: work.ways }, work.pace)
  const made = planRepairs(planner, work.start, work.repairIds, work.already)
  const plan = made.ok && planHolds(job, made.value) ? made.value : null
  if (!plan) return null
  const from = nextStep(job, plan)?.index ?? plan.steps.length
  return piecesOf(plan, from, { skills: skillsOn(vehicle), partsAt: partsAt(job), longest })
}

/** A build whose plan nobody has made yet is known by its acts. */
const wishedWork = ({ wish, state }: JobView) =>
  wish && {
    ...{ start: state, repairIds: wish.repairIds, already: [], pace: USUAL_PACE, ways: wish.was.ways },
  }

/** When the last part on order comes, ms; null where nothing is on order. */
function partsAt({ waits }: JobView): number | null {
  const orders = new Map(
    waits.filter((wait) => isOrder(wait) && !wait.ended).map((wait) => [wait.waitId, wait.endsAt]),
  )
  return orders.size > 0 ? Math.max(...orders.values()) : null
}

function rangePieces({ job, vehicle, longest }: OutlineRequest): Piece[] {
  const layout = layoutOf({ layoutId: vehicle.layout, edits: vehicle.edits, scope: job.layout.scope })
  const range = repairRange(job, vehicle)
  const inTank = UNIT_IN_TANK.includes(layout.id)
  const high = HIGH_SIDE.includes(layout.id) ? (['high side'] as const) : []
  const find: Piece = {
    ...PLAIN,
    key: 'find',
    kind: 'find',
    title: job.surveying ? 'Go on with the survey' : 'Find the fault',
    ...findRange(job),
    skills: skillsOn(vehicle),
    room: PARTS_JOINTS,
  }
  // Nobody knows yet what it is: it takes what the worst of it would take.
  const repair: Piece = {
    ...PLAIN,
    key: 'repair',
    kind: 'repair',
    title: 'Repair what is found',
    minutes: range.long,
    shortMinutes: range.short,
    skills: [...skillsOn(vehicle), ...high],
    lift: !UNLIFTED.includes(layout.id),
    room: inTank ? ['open fuel', 'open tank'] : ['open fuel'],
    notBefore: partsAt(job),
  }
  const part = Math.min(longest, RANGE_PIECE)
  return [...cut(find, part), ...cut(repair, part)]
}

function findRange(job: JobView): Pick<Piece, 'minutes' | 'shortMinutes'> {
  if (job.surveying) return { minutes: SURVEY, shortMinutes: SURVEY / 2 }
  const read = FIND.perReading * job.evidence.length
  return {
    minutes: Math.max(FIND.longLeast, FIND.long - read),
    shortMinutes: Math.max(FIND.shortLeast, FIND.short - read),
  }
}

/** Minutes of the repair that it may come to, with the way there and back: one in ten is shorter, one in ten longer. */
export function repairRange(job: JobView, vehicle: VehicleRecord): { short: Minutes; long: Minutes } {
  const { faults, repairs } = libraryOf(job.layout)
  const planner = plannerFor(settingOf(vehicle), USUAL_PACE)
  const doable = repairs.map((repair) => actFor(planner, repair))
  const reach = prices(
    planner,
    job.state,
    doable.map(({ needs }) => needs),
  )
  const minutes = new Map(
    doable.map((repair, at) => [repair.id, withWay(repair, reach[at] ?? null)] as const),
  )
  const done = job.done.map((entry) => ({ ...entry, repairId: curesAs(entry.repairId) }))
  const shares = faults.flatMap((fault) => {
    const long = minutes.get(fault.repairs[0]!) ?? null
    return long === null
      ? []
      : [{ long, share: priorWeight(fault, job.complaint) * doneFactor([fault], done) }]
  })
  return { short: quantile(shares, SHORT_END), long: quantile(shares, LONG_END) }
}

const withWay = (repair: Repair, reach: Minutes | null): Minutes | null =>
  reach === null ? null : repairMinutes(repair) + 2 * reach

function quantile(shares: { long: Minutes; share: number }[], q: number): Minutes {
  const sorted = [...shares].sort((one, other) => one.long - other.long)
  const all = sorted.reduce((sum, { share }) => sum + share, 0)
  let gone = 0
  for (const { long, share } of sorted) {
    gone += share
    if (gone >= q * all) return long
  }
  return sorted.at(-1)?.long ?? LONGEST_PIECE
}
