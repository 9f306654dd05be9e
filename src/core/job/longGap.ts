/** A job that was left for weeks or months: where it stood, what lies open or off, and what has aged meanwhile. */
import { familyOf, type FuelGradeId } from '../physics'
import type { JobView, Stage } from './fold'
import { notBack, openingsOf } from './openings'
import { isOrder } from './orders'
import { stageOf } from './progress'

const DAY_MS = 86_400_000
/** Left for longer, a job is looked at anew before it goes on; typical. */
export const LONG_GAP_DAYS = 30
/** Days after which a fuel in a tank that stands is looked at before it is trusted; typical. */
const FUEL_AGES: Record<ReturnType<typeof familyOf>, number> = { petrol: 90, alcohol: 60, diesel: 180 }

export type AgedKind = 'vapour' | 'open' | 'raised' | 'battery' | 'fuel' | 'over' | 'part'
export interface Aged {
  kind: AgedKind
  /** What to do about it. */
  asks: string
  /** Somebody can be hurt where it is not done. */
  danger: boolean
}
export interface LongGap {
  days: number
  stage: Stage
  /** Steps of the plan that are done. */
  stepsDone: number
  /** What is not as a vehicle goes out. */
  left: string[]
  aged: Aged[]
}

/** Null where the job is signed, or was left for no long time. `now` in ms. */
export function longGapOf(job: JobView, fuel: FuelGradeId, now: number): LongGap | null {
  const days = Math.floor((now - job.lastAt) / DAY_MS)
  if (job.signed || days < LONG_GAP_DAYS) return null
  return {
    days,
    stage: stageOf(job),
    stepsDone: job.work?.done.size ?? 0,
    left: notBack(job.state),
    aged: agedIn(job, fuel, days, now),
  }
}

function agedIn(job: JobView, fuel: FuelGradeId, days: number, now: number): Aged[] {
  const open = openingsOf(job.state).length > 0
  const say = (kind: AgedKind, asks: string, danger = false): Aged => ({ kind, asks, danger })
  const old = days >= FUEL_AGES[familyOf(fuel)]
  const over = job.waits.filter(({ ended, endsAt }) => !ended && endsAt <= now)
  return [
    ...(open || job.danger
      ? [
          say(
            'vapour',
            'Read the gas meter at the tank and in the pit before anything is touched or switched.',
            true,
          ),
        ]
      : []),
    ...(job.state.height === 'raised'
      ? [say('raised', 'It stands raised: look at stands or lift arms before anybody goes under it.', true)]
      : []),
    ...(open
      ? [
          say(
            'open',
            'Look at every cap and plug. What stood open is blown out or rinsed before it is joined; seals that dried are renewed.',
          ),
        ]
      : []),
    ...(old
      ? [say('fuel', 'Look at the fuel in a glass and smell it: dark, cloudy or sour, it goes out first.')]
      : []),
    say('battery', 'Charge the battery and read it at rest: a weak one falsifies every reading.'),
    ...over
      .filter((wait) => !isOrder(wait))
      .map(({ label }) => say('over', `${label}: over long since. See that it holds before it is loaded.`)),
    ...over
      .filter(isOrder)
      .map(({ label }) =>
        say('part', `${label}: it should be here. Look on the shelf before it is ordered twice.`),
      ),
  ]
}
