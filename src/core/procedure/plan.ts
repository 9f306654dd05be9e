/**
 * The plan of the repairs chosen: from the vehicle as it stands down to each bare part, the acts, and
 * back up to a vehicle that runs and is closed. Access is shared because the whole is one path; the
 * order of several repairs is the cheapest one. Gates and checks are placed on the path afterwards.
 */
import { GATES, CHECKS, repairById, operationById, type Check, type Gate, type Operation, type Pace, type Repair, type WayInId } from '../library'
import type { Minutes } from '../shared'
import { DRIVEN_IN, matches, pack, patternOf, type VehicleState } from '../vehicle'
import { settleOrder } from './order'
import { plannerFor, reach, type Planner } from './reach'

/** A vehicle put back: what "finished" means for every plan. */
export const PUT_BACK: VehicleState = {
  battery: 'on', ignition: 'off', pumpCircuit: 'live', area: 'open', seat: 'in', hatch: 'closed', cargo: 'in', bed: 'down', tank: 'in', wayIn: 'shut', moduleHoses: 'joined', ring: 'tight', module: 'in',
  height: 'on floor', filterJoint: 'joined', stepTrim: 'on', plug: 'mated', gauge: 'none', leakCheck: 'passed',
}

export interface PlanStep {
  /** Place in the plan, from 0. */
  index: number
  operationId: string
  title: string
  detail: string
  side: 'down' | 'bottom' | 'up'
  minutes: number
  before: VehicleState
  after: VehicleState
  /** Index of the step that this one undoes, or that undoes it. */
  twin: number | null
  steps: string[]
  repairId?: string
}
export interface PlacedCheck {
  check: Check
  /** Done after this step. */
  afterStep: number
  /** Minutes that a miss found here saves over one found at the end. */
  savesMinutes: number
}
export interface PlacedGate {
  gate: Gate
  /** The hazard begins with this step and ends with `lastStep`. */
  firstStep: number
  lastStep: number
  /** What of its requirement the state before the first step does not meet: empty in a sound plan. */
  unmet: string[]
}
export interface Plan {
  repairs: string[]
  steps: PlanStep[]
  checks: PlacedCheck[]
  gates: PlacedGate[]
  minutes: number
  money: number
  /** Most people that one of its steps takes. */
  people: number
  /** The way to the tank's top that it goes; null where it needs none. */
  way: WayInId | null
  have: { newParts: { name: string; count: number; oneTime: boolean }[]; tools: string[] }
}

export type PlanFailure = { kind: 'no-way'; repair: string; to: 'part' | 'finish' }
export type PlanResult = { ok: true; value: Plan } | { ok: false; error: PlanFailure }

interface Draft {
  operation: Operation | null
  repair?: Repair
  before: VehicleState
  after: VehicleState
}

/** Plans the repairs in their cheapest order. Up to five repairs are ordered exactly. */
export function planRepairs(planner: Planner, start: VehicleState, repairIds: string[], finish: VehicleState = PUT_BACK): PlanResult {
  let best: { drafts: Draft[]; minutes: number } | null = null
  let failure: PlanFailure = { kind: 'no-way', repair: repairIds[0] ?? '', to: 'finish' }
  for (const order of permutations(repairIds)) {
    const attempt = draftOrder(planner, start, order, finish)
    if (!attempt.ok) {
      failure = attempt.error
      continue
    }
    const minutes = attempt.value.reduce((sum, draft) => sum + minutesOf(draft), 0)
    if (!best || minutes < best.minutes) best = { drafts: attempt.value, minutes }
  }
  return best ? { ok: true, value: finishPlan(planner, repairIds, best.drafts, best.minutes) } : { ok: false, error: failure }
}

const minutesOf = (draft: Draft) => draft.operation?.minutes ?? draft.repair!.minutes

function permutations<T>(items: T[]): T[][] {
  if (items.length <= 1) return [items]
  return items.flatMap((item, at) => permutations([...items.slice(0, at), ...items.slice(at + 1)]).map((rest) => [item, ...rest]))
}

function draftOrder(planner: Planner, start: VehicleState, order: string[], finish: VehicleState): { ok: true; value: Draft[] } | { ok: false; error: PlanFailure } {
  const drafts: Draft[] = []
  let state = start
  for (const id of order) {
    const repair = repairById(id)
    const way = reach(planner, state, repair.needs)
    if (!way) return { ok: false, error: { kind: 'no-way', repair: id, to: 'part' } }
    drafts.push(...settleOrder(way.steps).map((step): Draft => ({ operation: step.operation, before: step.before, after: step.after })))
    const after = { ...way.end, ...repair.sets }
    drafts.push({ operation: null, repair, before: way.end, after })
    state = after
  }
  const back = reach(planner, state, finish)
  if (!back) return { ok: false, error: { kind: 'no-way', repair: order.at(-1) ?? '', to: 'finish' } }
  drafts.push(...settleOrder(back.steps).map((step): Draft => ({ operation: step.operation, before: step.before, after: step.after })))
  return { ok: true, value: drafts }
}

function finishPlan(planner: Planner, repairIds: string[], drafts: Draft[], minutes: number): Plan {
  const firstRepair = drafts.findIndex((draft) => draft.repair)
  const lastRepair = drafts.findLastIndex((draft) => draft.repair)
  const steps = drafts.map((draft, index): PlanStep => ({
    index,
    operationId: draft.operation?.id ?? `repair:${draft.repair!.id}`,
    title: draft.operation?.title ?? draft.repair!.title,
    detail: draft.operation?.detail ?? draft.repair!.part,
    side: draft.repair ? 'bottom' : index < firstRepair || (index < lastRepair && goesDown(draft, drafts, index)) ? 'down' : 'up',
    minutes: minutesOf(draft),
    before: draft.before,
    after: draft.after,
    twin: null,
    steps: draft.operation?.steps ?? draft.repair!.steps,
    ...(draft.repair ? { repairId: draft.repair.id } : {}),
  }))
  joinTwins(steps)
  const repairs = repairIds.map(repairById)
  return {
    repairs: repairIds, steps, minutes,
    checks: placeChecks(planner, steps),
    gates: placeGates(steps),
    money: repairs.reduce((sum, repair) => sum + repair.money, 0),
    people: Math.max(1, ...drafts.map((draft) => draft.operation?.people ?? 1)),
    way: drafts.find((draft) => draft.operation?.way)?.operation?.way ?? null,
    have: whatToHave(steps, repairs),
  }
}

/** Between two repairs a step goes down when its twin comes later. */
const goesDown = (draft: Draft, drafts: Draft[], at: number) => drafts.slice(at + 1).some((later) => later.operation?.id === draft.operation?.twin)

function joinTwins(steps: PlanStep[]) {
  const open: PlanStep[] = []
  for (const step of steps) {
    if (step.repairId) continue
    const twin = operationById(step.operationId).twin
    const at = open.findLastIndex((earlier) => earlier.operationId === twin)
    if (at < 0) {
      open.push(step)
      continue
    }
    step.twin = open[at]!.index
    open[at]!.twin = step.index
    open.splice(at, 1)
  }
}

/** Each check at the latest place where putting a miss right still costs the least; what it saves is against the end. */
function placeChecks(planner: Planner, steps: PlanStep[]): PlacedCheck[] {
  const end = steps.at(-1)
  if (!end) return []
  return CHECKS.flatMap((check): PlacedCheck[] => {
    const afterAll = Math.max(...check.after.map((id) => steps.findLastIndex((step) => step.operationId === id)))
    if (check.after.every((id) => steps.every((step) => step.operationId !== id)) || afterAll < 0) return []
    const when = patternOf(check.when)
    const places = steps.filter((step) => step.index >= afterAll && matches(pack(step.after), when))
    const costs = places.map((step) => ({ step, minutes: roundTrip(planner, step.after, check.mend) }))
    const cheapest = Math.min(...costs.map((cost) => cost.minutes))
    const place = costs.findLast((cost) => cost.minutes <= cheapest)
    if (!place) return []
    const saves = roundTrip(planner, end.after, check.mend) - place.minutes
    return saves > 0.5 ? [{ check, afterStep: place.step.index, savesMinutes: Math.round(saves) }] : []
  }).sort((one, other) => one.afterStep - other.afterStep)
}

function roundTrip(planner: Planner, state: VehicleState, mend: VehicleState): number {
  const there = reach(planner, state, mend)
  const back = there && reach(planner, there.end, state)
  return there ? there.minutes + (back?.minutes ?? there.minutes) : Infinity
}

function placeGates(steps: PlanStep[]): PlacedGate[] {
  return GATES.flatMap((gate): PlacedGate[] => {
    const patterns = gate.inside.map(patternOf)
    const inside = (state: VehicleState) => patterns.some((pattern) => matches(pack(state), pattern))
    const first = steps.findIndex((step) => inside(step.after))
    if (first < 0) return []
    const last = steps.findLastIndex((step) => inside(step.before))
    const before = steps[first]!.before
    const unmet = Object.entries(gate.requires).filter(([variable, value]) => before[variable as keyof VehicleState] !== value).map(([variable]) => variable)
    return [{ gate, firstStep: first, lastStep: Math.max(first, last), unmet }]
  })
}

function whatToHave(steps: PlanStep[], repairs: Repair[]): Plan['have'] {
  const parts = new Map<string, { name: string; count: number; oneTime: boolean }>()
  const add = (name: string, count: number, oneTime: boolean) => {
    const known = parts.get(name)
    // A seal named by the repair and by the refit is one seal: take the larger count.
    parts.set(name, { name, count: Math.max(known?.count ?? 0, count), oneTime: oneTime || (known?.oneTime ?? false) })
  }
  for (const repair of repairs) repair.newParts.forEach((part) => add(part.name, part.count, part.oneTime ?? false))
  const tools = new Set(repairs.flatMap((repair) => repair.tools))
  for (const step of steps) {
    if (step.repairId) continue
    const operation = operationById(step.operationId)
    operation.newParts?.forEach((part) => add(part.name, part.count, true))
    operation.tools?.forEach((tool) => tools.add(tool))
  }
  return { newParts: [...parts.values()], tools: [...tools] }
}

/** One way in, as it would go for these repairs from here. */
export interface WayPlan {
  way: WayInId
  minutes: number
  people: number
  /** Tools that only this way wants. */
  tools: string[]
}

/** The same repairs by each way in that the vehicle has, cheapest first; empty where they need none. */
export function compareWays(ways: readonly WayInId[], pace: Pace, start: VehicleState, repairIds: string[]): WayPlan[] {
  const plans = ways.flatMap((way) => {
    const plan = planRepairs(plannerFor([way], pace), start, repairIds)
    return plan.ok && plan.value.way === way ? [{ way, plan: plan.value }] : []
  })
  const shared = (tool: string) => plans.every(({ plan }) => plan.have.tools.includes(tool))
  return plans.map(({ way, plan }) => ({ way, minutes: plan.minutes, people: plan.people, tools: plans.length > 1 ? plan.have.tools.filter((tool) => !shared(tool)) : [] })).sort((one, other) => one.minutes - other.minutes)
}

/** What a further repair costs while this plan has the vehicle open, and what it costs on its own another day. */
export interface Addition {
  repairId: string
  nowMinutes: Minutes
  laterMinutes: Minutes
}

/** Repairs that share enough of the way to be worth a thought: those that save the most first. */
export function additions(planner: Planner, start: VehicleState, repairIds: string[], candidates: string[]): Addition[] {
  const plan = planRepairs(planner, start, repairIds)
  if (!plan.ok) return []
  return candidates.filter((id) => !repairIds.includes(id) && sharesWay(repairById(id), plan.value)).flatMap((repairId): Addition[] => {
    const together = planRepairs(planner, start, [...repairIds, repairId])
    const alone = planRepairs(planner, DRIVEN_IN, [repairId])
    return together.ok && alone.ok ? [{ repairId, nowMinutes: together.value.minutes - plan.value.minutes, laterMinutes: alone.value.minutes }] : []
  }).filter(({ nowMinutes, laterMinutes }) => nowMinutes < laterMinutes - WORTH_MINUTES).sort((one, other) => other.laterMinutes - other.nowMinutes - (one.laterMinutes - one.nowMinutes))
}

/** Less than this saved is no reason to open the talk. */
const WORTH_MINUTES = 15

/** The same opening or the same height: what differs in nothing but the key is not asked. */
const sharesWay = ({ needs }: Repair, plan: Plan): boolean =>
  (plan.way !== null && (needs.module === 'out' || needs.wayIn === 'open')) || (needs.height === 'raised' && plan.steps.some((step) => step.operationId === 'raise')) || (needs.filterJoint === 'parted' && plan.steps.some((step) => step.operationId === 'partFilter'))
