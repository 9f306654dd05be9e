/**
 * The survey of a vehicle that stood for years: which items are open, held or done, and the cheapest
 * order of what is left. The order is greedy by minutes, way included, from the state as it is carried
 * forward, then improved by swapping neighbours as long as that saves minutes and no item comes before
 * what it waits for.
 */
import type { Minutes } from '../shared'
import type { SurveyFinding, SurveyItem } from '../library'
import type { VehicleState } from '../vehicle'
import { reach, type Planner } from './reach'

export interface SurveyStep {
  itemId: string
  reachMinutes: Minutes
  minutes: Minutes
}

/** How an item stands. `held`: something before its turn is open, bad, or could not be seen. */
export type SurveyStanding =
  | { kind: 'done'; finding: SurveyFinding }
  | { kind: 'open' }
  | { kind: 'held'; by: string[] }
  | { kind: 'not needed' }

/** An item is settled when it was found good or doubtful, or what it asked for is repaired. */
export function settled(item: SurveyItem, finding: SurveyFinding | undefined, repaired: string[]): boolean {
  if (finding === 'good' || finding === 'doubtful') return true
  return finding === 'bad' && (item.repairs.some((id) => repaired.includes(id)) || item.repairs.length === 0)
}

/** Standing of every item. Only what switches on or turns the engine is held by a bad find; the rest is looked at all the same. */
export function standings(
  items: SurveyItem[],
  findings: Map<string, SurveyFinding>,
  repaired: string[],
): Map<string, SurveyStanding> {
  const byId = new Map(items.map((item) => [item.id, item]))
  return new Map(
    items.map((item): [string, SurveyStanding] => {
      const finding = findings.get(item.id)
      if (
        finding &&
        !(finding === 'bad' && item.repairs.length > 0 && settled(item, finding, repaired) && item.live)
      )
        return [item.id, { kind: 'done', finding }]
      if (item.halfOf && !['bad', 'doubtful'].includes(findings.get(item.halfOf) ?? ''))
        return [
          item.id,
          findings.has(item.halfOf) ? { kind: 'not needed' } : { kind: 'held', by: [item.halfOf] },
        ]
      const by = item.after.filter((id) =>
        item.live ? !settledWhole(byId.get(id)!, items, findings, repaired) : !findings.has(id),
      )
      return [item.id, by.length > 0 ? { kind: 'held', by } : { kind: 'open' }]
    }),
  )
}

/** A line that did not pass as a whole is settled by its halves. */
function settledWhole(
  item: SurveyItem,
  items: SurveyItem[],
  findings: Map<string, SurveyFinding>,
  repaired: string[],
): boolean {
  const halves = items.filter((half) => half.halfOf === item.id)
  if (halves.length > 0 && findings.get(item.id) === 'bad')
    return halves.every((half) => settled(half, findings.get(half.id), repaired))
  return settled(item, findings.get(item.id), repaired)
}

/** Cheapest order of the items given, from this state. An item with no way to it comes last, without a price. */
export function surveyOrder(planner: Planner, start: VehicleState, items: SurveyItem[]): SurveyStep[] {
  const greedy: SurveyItem[] = []
  const left = [...items]
  let state = start
  while (left.length > 0) {
    const waiting = new Set(left.map((item) => item.id))
    const ready = left.filter((item) => !item.after.some((id) => waiting.has(id)))
    const priced = (ready.length > 0 ? ready : left).map((item) => ({
      item,
      step: stepTo(planner, state, item),
    }))
    const best = priced.reduce((one, other) => (other.step.cost < one.step.cost ? other : one))
    greedy.push(best.item)
    state = best.step.end
    left.splice(left.indexOf(best.item), 1)
  }
  // The order in which the items are listed is sound too: the cheaper of the two stands.
  const orders = [greedy, items].map((order) => walk(planner, start, improved(planner, start, order)))
  return orders.reduce((one, other) => (total(other) < total(one) ? other : one))
}

const NO_WAY: Minutes = 10_000

const legs = new Map<string, { reachMinutes: Minutes; end: VehicleState }>()

/** One item after another: way, work, and the state that it leaves. Ways are kept, since the same pairs come again and again. */
function stepTo(
  planner: Planner,
  state: VehicleState,
  item: SurveyItem,
): { reachMinutes: Minutes; cost: Minutes; end: VehicleState } {
  const key = JSON.stringify([state, item.id])
  const known = legs.get(key)
  if (known) return { ...known, cost: known.reachMinutes + item.minutes }
  const way = reach(planner, state, item.needs)
  const leg = {
    reachMinutes: way?.minutes ?? NO_WAY,
    end: { ...(way?.end ?? state), ...item.needs, ...item.leaves },
  }
  legs.set(key, leg)
  return { ...leg, cost: leg.reachMinutes + item.minutes }
}

function walk(planner: Planner, start: VehicleState, order: SurveyItem[]): SurveyStep[] {
  let state = start
  return order.map((item) => {
    const { reachMinutes, end } = stepTo(planner, state, item)
    state = end
    return { itemId: item.id, reachMinutes, minutes: item.minutes }
  })
}

const total = (steps: SurveyStep[]): Minutes =>
  steps.reduce((sum, step) => sum + step.reachMinutes + step.minutes, 0)

/** Rounds of swaps before the order is taken as it is. */
const MOST_ROUNDS = 4

function improved(planner: Planner, start: VehicleState, order: SurveyItem[]): SurveyItem[] {
  let best = order
  let cost = total(walk(planner, start, best))
  for (let round = 0; round < MOST_ROUNDS; round += 1) {
    const before = cost
    for (let at = 0; at + 1 < best.length; at += 1) {
      if (best[at + 1]!.after.includes(best[at]!.id)) continue
      const swapped = [...best.slice(0, at), best[at + 1]!, best[at]!, ...best.slice(at + 2)]
      const swappedCost = total(walk(planner, start, swapped))
      if (swappedCost < cost - 1e-9) [best, cost] = [swapped, swappedCost]
    }
    if (cost === before) break
  }
  return best
}

export const surveyMinutes = total
