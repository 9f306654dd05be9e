/**
 * "Vapour clear" lasts minutes: a meter that was low some time ago says nothing of now. What makes or
 * breaks a battery contact asks for a fresher reading than the rest (handbook 6, O59 and O67; typical).
 */
import type { Act } from '../library'
import type { Minutes } from '../shared'
import type { VehicleState } from '../vehicle'

export const CLEAR_FOR_MINUTES: Minutes = 10
export const CLEAR_FOR_BATTERY_MINUTES: Minutes = 5

interface Metered {
  state: VehicleState
  /** When the meter last cleared it; null where nobody has read one. */
  vapourClearAt: number | null
}

/** Minutes since a moment; Infinity where nobody knows it, or where the clock runs behind it or behind what was seen of it: such an age says nothing. */
export const ageMinutes = (since: number | null, now: number, latest: number): Minutes =>
  since === null || now < since - CLOCK_SLACK_MS || now < latest - CLOCK_SLACK_MS
    ? Infinity
    : Math.max(0, now - since) / 60_000
/** Clocks are set by so much without meaning anything, and a screen's clock ticks that far behind an act. */
const CLOCK_SLACK_MS = 60_000

/** Minutes since the meter cleared it, where this act needs it clear and that was too long ago; else null. `latest` is the latest time that this tablet has seen, ms. */
export function vapourStale(
  { state, vapourClearAt }: Metered,
  act: Pick<Act, 'needs' | 'sets'>,
  now: number,
  latest = now,
): Minutes | null {
  if (act.needs.vapour !== 'clear' || state.vapour !== 'clear') return null
  const since = ageMinutes(vapourClearAt, now, latest)
  return since > (act.sets.battery ? CLEAR_FOR_BATTERY_MINUTES : CLEAR_FOR_MINUTES) ? since : null
}
