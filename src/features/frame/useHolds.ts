'use client'
import { holdsOn, settingInHand, type HeldAct, type Hold, type HoldOptions } from '@/core/job'
import type { Variable } from '@/core/vehicle'
import type { JobInHand } from './useJob'
import { momentOf } from './moment'
import { useNow } from './useNow'
import { inUnits } from './quantities'

/** What holds an act on the screen, gravest first. */
export function useHolds(hand: JobInHand, act: HeldAct | null, options: HoldOptions): Hold[] {
  const now = useNow()
  return holdsOn(hand.job, settingInHand(hand.vehicle, hand.job), act, momentOf(now), options)
}

/** The first hold on one line, for the strip; null where nothing holds. */
export const holdLine = (holds: Hold[]): string | null => {
  const [first] = holds
  if (!first) return null
  return first.kind === 'everyone out'
    ? 'Everyone out: nothing goes on before the meter is under 10 % LEL.'
    : first.kind === 'must not be'
      ? `${inUnits(first.reason)} Put that right first.`
      : `Held. ${inUnits(first.asks)}.`
}

/** Variables of the state that stand otherwise than the act needs. */
export const conflictsOf = (holds: Hold[]): Variable[] =>
  holds.flatMap((hold) => (hold.kind === 'state' ? hold.variables : []))
export const everyoneOut = (holds: Hold[]): boolean => holds.some((hold) => hold.kind === 'everyone out')
