/**
 * The plan of the repairs chosen: from the vehicle as it stands down to each bare part, the acts, and
 * back up to a vehicle that runs and is closed. Access is shared because the whole is one path; the
 * order of several repairs is the cheapest one. Gates and checks are placed on the path afterwards.
 */
import {
  GATES,
  CHECKS,
  WAYS_IN,
  derive,
  keepsTurn,
  placeOfCheck,
  repairById,
  wastesNothing,
  type Act,
  type Operation,
  type Repair,
  type Stage,
} from '../library'
import type { Minutes } from '../shared'
import { matches, only, pack, patternOf, type LayoutId, type Variable, type VehicleState } from '../vehicle'
import { settleOrder } from './order'
import {
  PUT_BACK,
  type PlacedCheck,
  type PlacedGate,
  type Plan,
  type PlanFailure,
  type PlanResult,
  type PlanStep,
  type StepAct,
} from './planTerms'
import { actFor, reach, type Planner, type Way } from './reach'
import { ToCome } from './toCome'

interface Draft {
  act: StepAct
  repair?: Repair
  /** A part of the repair that is not its last. */
  stage?: number
  before: VehicleState
  after: VehicleState
}

/**
 * Plans the repairs in their cheapest order. Up to five repairs are ordered exactly; from one to the next
 * the way goes on from where the vehicle stands, or it is put back between them where that is less. What
 * is done already is not done again: with all of them done, the plan is the way back alone. What a build
 * makes of the vehicle counts from the last of its acts on: it is put back as that.
 */
export function planRepairs(
  planner: Planner,
  start: VehicleState,
  repairIds: string[],
  already: readonly string[] = [],
  finish: VehicleState = PUT_BACK,
): PlanResult {
  let best: { order: string[]; putBack: boolean[]; minutes: number } | null = null
  let failure: PlanFailure = { kind: 'no-way', repair: repairIds[0] ?? '', to: 'finish' }
  const ways: FindWay = (from, goal) => reach(planner, from, goal)
  const waysHome: FindWay = (from, goal) => reach(planner.home, from, goal)
  const left = repairIds.filter((id) => !already.includes(id))
  const toCome = new ToCome(planner, finish)
  for (const order of permutations(left).filter((order) => wastesNothing(order) && keepsTurn(order)))
    for (const putBack of putBackBetween(order.length)) {
      const attempt = draftOrder(planner, { ways, home: waysHome }, start, order, putBack, finish, {
        minutes: best?.minutes ?? Infinity,
        // What is left of a build is not known by the vehicle as it was.
        toCome: planner.home === planner ? toCome : null,
      })
      if (attempt.ok) best = { order, putBack, minutes: minutesOf(attempt.value) }
      else if (attempt.error !== 'dearer') failure = attempt.error
    }
  if (!best) return { ok: false, error: failure }
  const inOrder = { ways: settled(planner, ways), home: settled(planner.home, waysHome) }
  const chosen = draftOrder(planner, inOrder, start, best.order, best.putBack, finish)
  if (!chosen.ok) return { ok: false, error: chosen.error === 'dearer' ? failure : chosen.error }
  return { ok: true, value: finishPlan(planner, waysHome, repairIds, chosen.value, best.minutes) }
}

const minutesOf = (drafts: Draft[]): Minutes => drafts.reduce((sum, draft) => sum + draft.act.minutes, 0)

/** In which gaps the vehicle is put back: every choice up to three repairs, none beyond. */
function putBackBetween(repairs: number): boolean[][] {
  const gaps = Math.max(0, repairs - 1)
  if (gaps > 2) return [Array<boolean>(gaps).fill(false)]
  return Array.from({ length: 2 ** gaps }, (_, choice) =>
    Array.from({ length: gaps }, (_, gap) => ((choice >> gap) & 1) === 1),
  )
}

type FindWay = (from: VehicleState, goal: VehicleState) => Way | null
/** From part to part on the vehicle as it is, and back on what it becomes. */
interface FindWays {
  ways: FindWay
  home: FindWay
}
function permutations<T>(items: T[]): T[][] {
  if (items.length <= 1) return [items]
  return items.flatMap((item, at) =>
    permutations([...items.slice(0, at), ...items.slice(at + 1)]).map((rest) => [item, ...rest]),
  )
}

/** The same ways with their steps in the usual order. */
const settled =
  (planner: Planner, findWay: FindWay): FindWay =>
  (from, goal) => {
    const way = findWay(from, goal)
    return way && { ...way, steps: settleOrder(planner, way.steps) }
  }

/** What an order has to stay under to be worth a search. */
interface Under {
  minutes: Minutes
  toCome: ToCome | null
}

/** The steps of one order; given up as 'dearer' as soon as they cannot be cheaper than `under`, so that no leg is searched for nothing. */
function draftOrder(
  planner: Planner,
  { ways: findWay, home: findHome }: FindWays,
  start: VehicleState,
  order: string[],
  putBack: boolean[],
  finish: VehicleState,
  under?: Under,
): { ok: true; value: Draft[] } | { ok: false; error: PlanFailure | 'dearer' } {
  const drafts: Draft[] = []
  const go = (way: Way) =>
    drafts.push(
      ...way.steps.map((step): Draft => ({ act: step.operation, before: step.before, after: step.after })),
    )
  let state = start
  const dearer = (left: readonly string[]) =>
    under !== undefined && minutesOf(drafts) + (under.toCome?.atLeast(state, left) ?? 0) >= under.minutes
  for (const [at, id] of order.entries()) {
    if (at > 0 && putBack[at - 1]) {
      const home = findWay(state, finish)
      if (!home) return { ok: false, error: { kind: 'no-way', repair: id, to: 'finish' } }
      go(home)
      state = home.end
      if (dearer(order.slice(at))) return { ok: false, error: 'dearer' }
    }
    const repair = repairOn(planner, id)
    const way = findWay(state, repair.needs)
    if (!way) return { ok: false, error: { kind: 'no-way', repair: id, to: 'part' } }
    go(way)
    const after = { ...way.end, ...repair.sets }
    drafts.push(
      ...(repair.stages ?? []).map((stage, at): Draft => ({
        act: stageAct(planner.setting.layout, repair, stage, at),
        repair,
        stage: at,
        before: way.end,
        after: way.end,
      })),
    )
    drafts.push({ act: repair, repair, before: way.end, after })
    state = after
    if (dearer(order.slice(at + 1))) return { ok: false, error: 'dearer' }
  }
  // What the vehicle will not have any more is put back while it has it: a tap, a feed of its own.
  const lost = only(finish, lostBy(planner))
  const before = matches(pack(state), patternOf(lost)) ? null : findWay(state, lost)
  if (before) {
    go(before)
    state = before.end
  }
  const back = findHome(state, finish)
  if (!back) return { ok: false, error: { kind: 'no-way', repair: order.at(-1) ?? '', to: 'finish' } }
  go(back)
  return minutesOf(drafts) < (under?.minutes ?? Infinity)
    ? { ok: true, value: drafts }
    : { ok: false, error: 'dearer' }
}

/** Variables that a build takes from the vehicle. */
const lostBy = ({ variables, home }: Planner): ReadonlySet<Variable> =>
  new Set([...variables].filter((variable) => !home.variables.has(variable)))

/** A repair as this vehicle has it; what it leaves counts on what a build makes of the vehicle too. */
function repairOn(planner: Planner, id: string): Repair {
  const repair = actFor(planner, repairById(id))
  return planner.home === planner
    ? repair
    : { ...repair, sets: { ...actFor(planner.home, repairById(id)).sets, ...repair.sets } }
}

/** A part of a repair as an act of its own: it needs what the repair needs and leaves the vehicle as it is. */
function stageAct(layout: LayoutId, repair: Repair, stage: Stage, at: number): Act {
  const { cautions, people, rules } = derive(layout, stage.does)
  const caution = stage.caution ?? repair.caution
  return {
    id: `${repair.id}.${at + 1}`,
    title: stage.title,
    needs: repair.needs,
    sets: {},
    does: stage.does,
    minutes: stage.minutes,
    steps: stage.steps,
    people,
    rules: rules.map((rule) => rule.id),
    cautions: [...(caution ? [caution] : []), ...cautions],
    ...(stage.wait && { wait: stage.wait }),
    ...(caution && { caution }),
  }
}

function finishPlan(
  planner: Planner,
  findWay: FindWay,
  repairIds: string[],
  drafts: Draft[],
  minutes: Minutes,
): Plan {
  // What is done beside a shut vehicle, before anything is taken apart or after all is back, lies on a leg.
  const deep = drafts.some(isDeep) ? isDeep : (draft: Draft) => draft.repair !== undefined
  const firstRepair = drafts.findIndex(deep)
  const lastRepair = drafts.findLastIndex(deep)
  const steps = drafts.map((draft, index): PlanStep => ({
    index,
    operationId: draft.repair
      ? draft.stage === undefined
        ? `repair:${draft.repair.id}`
        : `stage:${draft.act.id}`
      : draft.act.id,
    title: draft.act.title,
    detail: draft.repair ? draft.repair.part : ((draft.act as Operation).detail ?? ''),
    side:
      draft.repair && index >= firstRepair && index <= lastRepair
        ? 'bottom'
        : index < firstRepair || (index < lastRepair && goesDown(draft, drafts, index))
          ? 'down'
          : 'up',
    minutes: draft.act.minutes,
    before: draft.before,
    after: draft.after,
    twin: null,
    steps: draft.act.steps,
    ...(draft.repair ? { repairId: draft.repair.id } : {}),
    act: draft.act,
  }))
  joinTwins(steps)
  const repairs = repairIds.map((id) => actFor(planner, repairById(id)))
  return {
    repairs: repairIds,
    steps,
    minutes,
    waits: steps.flatMap((step) => (step.act.wait ? [{ ...step.act.wait, afterStep: step.index }] : [])),
    checks: placeChecks(planner.home, findWay, steps),
    gates: placeGates(planner, steps),
    money: repairs.reduce((sum, repair) => sum + repair.money, 0),
    people: Math.max(1, ...drafts.map((draft) => draft.act.people ?? 1)),
    way: WAYS_IN.find((way) => drafts.some((draft) => draft.act.way === way)) ?? null,
    have: whatToHave(steps),
  }
}

/** A repair for which something is opened or comes off. */
const isDeep = ({ repair, act }: Draft): boolean =>
  repair !== undefined && !act.does.some((doing) => doing.does === 'repairs' && doing.aside)

/** Between two repairs a step goes down when its twin comes later. */
const goesDown = (draft: Draft, drafts: Draft[], at: number) =>
  drafts.slice(at + 1).some((later) => !later.repair && later.act.id === draft.act.twin)

/** Two operations are twins where either names the other: two ways to let the pressure off have one way back. */
function joinTwins(steps: PlanStep[]) {
  const open: PlanStep[] = []
  for (const step of steps) {
    if (step.repairId) continue
    const at = open.findLastIndex(
      (earlier) => earlier.operationId === step.act.twin || earlier.act.twin === step.operationId,
    )
    if (at < 0) {
      open.push(step)
      continue
    }
    step.twin = open[at]!.index
    open[at]!.twin = step.index
    open.splice(at, 1)
  }
}

/** Each check where the rules allow it, at the latest place where putting a miss right still costs the least; what it saves is against the end. */
function placeChecks(planner: Planner, findWay: FindWay, steps: PlanStep[]): PlacedCheck[] {
  const end = steps.at(-1)
  if (!end) return []
  return CHECKS.flatMap((check): PlacedCheck[] => {
    const afterAll = Math.max(
      ...check.after.map((id) => steps.findLastIndex((step) => step.operationId === id)),
    )
    if (check.after.every((id) => steps.every((step) => step.operationId !== id)) || afterAll < 0) return []
    const when = patternOf(placeOfCheck(planner.setting.layout, planner.variables, check))
    const places = steps.filter((step) => step.index >= afterAll && matches(pack(step.after), when))
    const costs = places.map((step) => ({ step, minutes: roundTrip(findWay, step.after, check.mend) }))
    const cheapest = Math.min(...costs.map((cost) => cost.minutes))
    const place = costs.findLast((cost) => cost.minutes <= cheapest)
    if (!place) return []
    const saves = roundTrip(findWay, end.after, check.mend) - place.minutes
    return saves > 0.5 ? [{ check, afterStep: place.step.index, savesMinutes: Math.round(saves) }] : []
  }).sort((one, other) => one.afterStep - other.afterStep)
}

function roundTrip(findWay: FindWay, state: VehicleState, mend: VehicleState): number {
  const there = findWay(state, mend)
  const back = there && findWay(there.end, state)
  return there ? there.minutes + (back?.minutes ?? there.minutes) : Infinity
}

function placeGates(planner: Planner, steps: PlanStep[]): PlacedGate[] {
  return GATES.flatMap((gate): PlacedGate[] => {
    const patterns = gate.inside.map(patternOf)
    const inside = (state: VehicleState) => patterns.some((pattern) => matches(pack(state), pattern))
    const first = steps.findIndex((step) => inside(step.after))
    if (first < 0) return []
    const last = steps.findLastIndex((step) => inside(step.before))
    const before = steps[first]!.before
    const unmet = Object.entries(only(gate.requires, planner.variables))
      .filter(([variable, value]) => before[variable as keyof VehicleState] !== value)
      .map(([variable]) => variable)
    return [{ gate, firstStep: first, lastStep: Math.max(first, last), unmet }]
  })
}

function whatToHave(steps: PlanStep[]): Plan['have'] {
  const parts = new Map<string, { name: string; count: number; oneTime: boolean }>()
  const add = (name: string, count: number, oneTime: boolean) => {
    const known = parts.get(name)
    // A seal named by the repair and by the refit is one seal: take the larger count.
    parts.set(name, {
      name,
      count: Math.max(known?.count ?? 0, count),
      oneTime: oneTime || (known?.oneTime ?? false),
    })
  }
  const ordered = [...steps.filter((step) => step.repairId), ...steps.filter((step) => !step.repairId)]
  for (const { act, repairId } of ordered)
    act.newParts?.forEach((part) => add(part.name, part.count, repairId ? (part.oneTime ?? false) : true))
  return { newParts: [...parts.values()], tools: [...new Set(ordered.flatMap(({ act }) => act.tools ?? []))] }
}
