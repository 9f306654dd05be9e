'use client'
import { useRouter, useSearchParams } from 'next/navigation'
import { useMemo, useState } from 'react'
import { alreadyDone, consentHold, failsCheck, isBuilt, layoutKeyOf, planSettingOf } from '@/core/job'
import { USUAL_PACE, byWay, libraryOf, waysInOf } from '@/core/library'
import { TYPICAL_TERMS, estimateOf, type CallTerms } from '@/core/procedure'
import { useCalls } from './useCalls'
import { layoutOf } from '@/core/vehicle'
import type { JobInHand } from '../frame/useJob'
import { useReady } from '../frame/ReadySheet'
import { usePlan, usePlanAnswer } from '../frame/usePlan'
import { ownFigures, usePrices } from '../frame/usePrices'
import { stageHref } from '../frame/words'
import type { Chosen } from './WaysPanel'

export const MOST_REPAIRS = 3
const NONE: string[] = []
export type OpenPanel = 'repairs' | 'ways' | 'ready' | 'calls' | 'consent' | null

/** The plan as it is being made: what is chosen, what it comes to, what holds it, and the two ways on. */
export function usePlanning(hand: JobInHand) {
  const { job, vehicle } = hand
  const asked = useSearchParams().get('repair')
  const [repairIds, setRepairIds] = useState<string[]>(() =>
    job.work
      ? job.work.repairIds
      : asked
        ? asked.split(',').slice(0, MOST_REPAIRS)
        : (job.wish?.repairIds ?? []),
  )
  // The acts of a build stay in its plan: without one of them it never becomes what was wished for.
  const building = job.wish && !isBuilt(job) ? job.wish.repairIds : NONE
  const choose = (ids: string[]) =>
    setRepairIds(
      [...building, ...ids.filter((id) => !building.includes(id)).slice(-MOST_REPAIRS)].slice(
        0,
        Math.max(MOST_REPAIRS, building.length),
      ),
    )
  const [chosen, setChosen] = useState<Chosen>(() => ({
    way: job.work && waysInOf(job.work.ways).length === 1 ? waysInOf(job.work.ways)[0]! : null,
    reason: job.work?.reason ?? '',
    pace: job.work?.pace ?? USUAL_PACE,
  }))
  const [open, setOpen] = useState<OpenPanel>(null)
  const router = useRouter()
  const inHand = job.work !== null && sameSet(job.work.repairIds, repairIds) && job.work.done.size > 0
  const start = inHand ? job.work!.start : job.state
  const ways = useMemo(
    () => (inHand ? job.work!.ways : chosen.way ? byWay(vehicle.ways, chosen.way) : vehicle.ways),
    [inHand, job.work, chosen.way, vehicle.ways],
  )
  const pace = inHand ? job.work!.pace : chosen.pace
  const already = useMemo(
    () => (inHand ? job.work!.already : alreadyDone(job.work, repairIds)),
    [inHand, job.work, repairIds],
  )
  const setting = useMemo(
    () => ({ ...planSettingOf(vehicle, job, { repairIds, already }), ways }),
    [vehicle, job, repairIds, already, ways],
  )
  const view = usePlan(
    useMemo(() => ({ ...start }), [start]),
    repairIds,
    setting,
    pace,
    already,
  )
  const { plan } = view
  // The gauge loop’s parts lie under the same cover, whatever the complaint.
  const candidates = useMemo(
    () => [
      ...new Set(
        (['engine', 'gauge'] as const).flatMap((scope) =>
          libraryOf(layoutOf(layoutKeyOf(vehicle, scope))).repairs.map((repair) => repair.id),
        ),
      ),
    ],
    [vehicle],
  )
  const compared = usePlanAnswer(
    'ways',
    useMemo(
      () =>
        open === 'ways' && repairIds.length > 0
          ? {
              start: job.state,
              repairIds,
              setting: { ...setting, ways: vehicle.ways },
              pace: chosen.pace,
              already: [],
            }
          : null,
      [open, repairIds, job.state, setting, vehicle.ways, chosen.pace],
    ),
  )
  const further = usePlanAnswer(
    'additions',
    useMemo(
      () =>
        open === 'repairs' && repairIds.length > 0 && repairIds.length < MOST_REPAIRS
          ? { start: job.state, repairIds, setting, pace, already: [], candidates }
          : null,
      [open, repairIds, job.state, candidates, setting, pace],
    ),
  )
  const ready = useReady(hand, plan)
  const [terms, setTerms] = useState<CallTerms>(() => job.terms ?? TYPICAL_TERMS)
  const schools = usePlanAnswer(
    'schools',
    useMemo(
      () =>
        open === 'calls' && !inHand ? { start: job.state, repairIds, setting, pace, already: [] } : null,
      [open, inHand, job.state, repairIds, setting, pace],
    ),
  )
  const { calls, withOption } = useCalls(plan, vehicle.layout, terms, schools)
  const prices = usePrices(hand, plan)
  const estimate = useMemo(
    () => (plan ? estimateOf(plan, terms.moneyPerMinute, ownFigures(prices)) : null),
    [plan, terms, prices],
  )
  const held = estimate ? consentHold(job, repairIds, estimate.high) : null
  /** The plan becomes the job's once somebody begins, or ticks what is in hand. */
  const make = async () => {
    if (
      inHand ||
      (job.work &&
        job.work.done.size === 0 &&
        sameSet(job.work.repairIds, repairIds) &&
        sameSet(job.work.ways, [...ways]) &&
        job.work.pace.rust === pace.rust &&
        job.work.pace.first === pace.first)
    )
      return true
    return (await hand.act('makePlan', { repairIds, ways, reason: chosen.reason, pace })).kept
  }
  const failing = failsCheck(job, repairIds)
  const begin = async () => {
    if (failing) return router.push(stageHref('trace', job.id))
    if (held) return setOpen('consent')
    if (await make()) router.push(stageHref('work', job.id))
  }
  return {
    repairIds,
    choose,
    building,
    chosen,
    setChosen,
    open,
    setOpen,
    inHand,
    view,
    compared,
    further,
    ready,
    terms,
    setTerms,
    calls,
    withOption,
    prices,
    estimate,
    held,
    failing,
    make,
    begin,
  }
}

export const sameSet = (one: string[], other: string[]) =>
  one.length === other.length && one.every((id) => other.includes(id))
