'use client'
import { GROUPS, fieldsOf, type FieldId, type Group } from '@/core/build'
import { AskedFields } from '../frame/desk/AskedFields'
import type { BuildInHand } from './useBuild'

export const groupOf = (hand: Pick<BuildInHand, 'build'>, field: FieldId): Group | null =>
  hand.build.groups.find((group) => (GROUPS[group].fields as readonly string[]).includes(field)) ?? null

/** What is chosen, group by group; one of them is open. */
export function BuildFields({
  hand,
  vehicleId,
  open,
  onOpen,
}: {
  hand: BuildInHand
  vehicleId: string
  open: Group | null
  onOpen: (group: Group | null) => void
}) {
  const { build, typed, asks, begin, set, was, fixed } = hand
  const fields = fieldsOf(build)
  return (
    <div>
      {build.groups.map((group) => {
        const own = Object.fromEntries(GROUPS[group].fields.map((id) => [id, fields[id]!]))
        const asked = asks.some(({ field }) => field in own)
        return (
          <div key={group} className="border-t-2 border-ink" data-group={group}>
            <button
              type="button"
              aria-expanded={open === group}
              data-act={`group-${group}`}
              onClick={() => onOpen(open === group ? null : group)}
              className="flex min-h-[52px] w-full items-center justify-between gap-3 text-left text-main font-semibold"
            >
              <span className={asked ? 'text-danger' : ''}>{GROUPS[group].title}</span>
              <span aria-hidden="true" className="text-step">
                {open === group ? '−' : '+'}
              </span>
            </button>
            {open === group && (
              <AskedFields
                of={{ id: 'build', fields: own }}
                {...{ typed, asks, begin, set, fixed }}
                vehicle={{ id: vehicleId, specification: was.specification }}
              />
            )}
          </div>
        )
      })}
    </div>
  )
}
