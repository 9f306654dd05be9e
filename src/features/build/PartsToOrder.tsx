'use client'
import { usualLead } from '@/core/build'
import { repairById } from '@/core/library'
import { inUnits } from '../frame/quantities'

interface Wanted {
  name: string
  count: number
  oneTime: boolean
  lead: { low: number; high: number } | null
}

/** Pieces of all its acts, each once, what takes longest first. */
export function wantedOf(repairIds: readonly string[]): Wanted[] {
  const wanted = new Map<string, Wanted>()
  for (const { name, count, oneTime } of repairIds.flatMap((id) => repairById(id).newParts)) {
    const known = wanted.get(name)
    wanted.set(name, {
      name,
      count: Math.max(known?.count ?? 0, count),
      oneTime: (oneTime ?? false) || (known?.oneTime ?? false),
      lead: usualLead(name),
    })
  }
  return [...wanted.values()].sort((one, other) => (other.lead?.high ?? 0) - (one.lead?.high ?? 0))
}

/** What has to be there before anything is opened. It is ordered from the plan, where shelf and orders are known. */
export function PartsToOrder({ repairIds }: { repairIds: readonly string[] }) {
  return (
    <div data-sheet="parts">
      <p className="pb-2 text-second text-ink-2">
        Days are typical. From the plan each piece is taken from the shelf or ordered; what is missing holds
        the first opening.
      </p>
      <ul>
        {wantedOf(repairIds).map(({ name, count, oneTime, lead }) => (
          <li
            key={name}
            className="flex min-h-[48px] items-center justify-between gap-4 border-t border-rule-2 text-main"
          >
            <span>
              {count > 1 && `${count} × `}
              {inUnits(name)}
              {oneTime && <span className="text-second text-ink-2">, used once</span>}
            </span>
            <b className="whitespace-nowrap">{lead ? `${lead.low} to ${lead.high} days` : 'the same day'}</b>
          </li>
        ))}
      </ul>
    </div>
  )
}
