import { z } from 'zod'
import type { Pace, WayId } from '../../library'
import { wholeState, type VehicleState } from '../../vehicle'
import { id, state, text } from '../fields'
import { defineKind } from '../kind'
import { repairNamed, statesNamed } from '../named'
import type { RoundSlice } from '../slices/round'

export interface WorkInHand {
  repairIds: string[]
  /** Of these, what was done before this plan was made: it is not planned again. */
  already: string[]
  start: VehicleState
  /** Ways that it may go, and why a person chose so. */
  ways: WayId[]
  reason: string
  pace: Pace
  /** What is in hand of what must be before the first joint parts. */
  ready: Set<string>
  madeAt: number
  /** Steps done, by place in the plan. */
  done: Map<
    number,
    {
      eventId: string
      operationId: string
      at: number
      entered: number | null
      torqueNm: number | null
      byFeel: boolean
    }
  >
  /** Ticked parts of a step, "step.part". */
  ticks: Set<string>
  checks: Map<string, 'good' | 'bad'>
}
export interface WorkSlice {
  work: WorkInHand | null
}

/** Repairs that the plan in hand has done already: a plan made anew of them goes on from there. */
export function alreadyDone(work: WorkInHand | null, repairIds: string[]): string[] {
  const done = new Set([
    ...(work?.already ?? []),
    ...[...(work?.done.values() ?? [])].flatMap(({ operationId }) =>
      operationId.startsWith('repair:') ? [operationId.slice('repair:'.length)] : [],
    ),
  ])
  return repairIds.filter((repairId) => done.has(repairId))
}

export const planMade = defineKind({
  kind: 'plan-made',
  version: 2,
  body: z.object({
    repairIds: z.array(id).min(1).max(5),
    start: state,
    /** Ways in that the plan may go; why this one where a person chose it. */
    ways: z.array(id).max(16),
    reason: text,
    pace: z.object({ rust: z.enum(['none', 'some', 'bad']), first: z.boolean() }),
  }),
  upcasts: {
    // The hatch was the only way in, and minutes were typical.
    1: (before) => ({
      ...(before as object),
      ways: ['benchHatch'],
      reason: '',
      pace: { rust: 'none', first: false },
    }),
  },
  names: ({ repairIds, start }) => [
    ...repairIds.map((repairId) => repairNamed('repairIds', repairId)),
    ...statesNamed('start', start),
  ],
  keeps: (): WorkSlice => ({ work: null }),
  apply(job: WorkSlice & Pick<RoundSlice, 'order' | 'hazardsConfirmedOrder'>, { body, at }) {
    job.work = {
      repairIds: body.repairIds,
      already: alreadyDone(job.work, body.repairIds),
      start: wholeState(body.start as VehicleState),
      ways: body.ways as WayId[],
      reason: body.reason,
      pace: body.pace,
      ready: new Set(),
      madeAt: at,
      done: new Map(),
      ticks: new Set(),
      checks: new Map(),
    }
    job.hazardsConfirmedOrder = job.order
  },
})
