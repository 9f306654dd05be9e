import { inUnits } from './quantities'
import type { Hold } from '@/core/job'
import { lowerFirst, minutesText } from './words'

/** What a hold asks, on one line. */
export const holdWords = (hold: Hold, now: number): string =>
  hold.kind === 'wait'
    ? `${lowerFirst(inUnits(hold.asks))}, ${minutesText((hold.wait.endsAt - now) / 60_000)} left`
    : lowerFirst(inUnits(hold.asks))

/** Each hold with its reason and what ends it. */
export function HoldLines({ holds }: { holds: Hold[] }) {
  if (holds.length === 0) return null
  return (
    <ul role="alert" className="space-y-1 border-l-4 border-danger pl-3 text-second leading-[21px]">
      {holds.map((hold) => (
        <li key={`${hold.kind} ${hold.rule} ${hold.asks}`} data-rule={hold.rule}>
          <span className="font-semibold">{inUnits(hold.asks)}.</span> {inUnits(hold.reason)}
          {hold.remedies.length > 0 && (
            <span className="font-semibold"> By: {hold.remedies.map(lowerFirst).join(', ')}.</span>
          )}
        </li>
      ))}
    </ul>
  )
}
