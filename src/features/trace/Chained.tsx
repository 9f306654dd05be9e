'use client'
import type { Suspect } from '@/core/diagnosis'
import { libraryOf, spoils, type Fault } from '@/core/library'
import type { Layout } from '@/core/vehicle'
import { lowerFirst, percentText } from '../frame/words'

/** From this share on a cause behind a suspect is worth a word. */
const LEAST_SAID = 0.02

/** What a suspect spoils beyond itself, and what may stand behind it: cured at an effect alone, it comes back. */
export function Chained({
  suspect,
  suspects,
  layout,
}: {
  suspect: Suspect
  suspects: Suspect[]
  layout: Layout
}) {
  const { faults, repairs } = libraryOf(layout)
  const lead = faults.find((fault) => fault.id === suspect.leadFault)
  const behind = suspects.filter(
    (other) =>
      other.id !== suspect.id &&
      other.probability >= LEAST_SAID &&
      faults.some((fault) => fault.id === other.leadFault && spoils(fault, suspect.id)),
  )
  const spoilt = lead?.chain ? partsSpoilt(lead, repairs) : []
  if (spoilt.length + behind.length === 0) return null
  return (
    <section aria-label="What goes with it" className="text-main">
      {lead?.chain && spoilt.length > 0 && (
        <p>
          It can have spoilt more: {spoilt.map(lowerFirst).join(', ')}. Where only that is put right, it is
          back in {lead.chain.backInDays[0]} to {lead.chain.backInDays[1]} days, typically.{' '}
          {lead.chain.remedy}
        </p>
      )}
      {behind.length > 0 && (
        <p>
          Behind it may stand:{' '}
          {behind
            .map(({ name, probability }) => `${lowerFirst(name)}, ${percentText(probability)}`)
            .join('; ')}
          . Look there before it is closed.
        </p>
      )}
    </section>
  )
}

/** Parts of this layout that a chain can reach, each once. */
const partsSpoilt = (fault: Fault, repairs: { id: string; part: string }[]): string[] => [
  ...new Set(
    (fault.chain?.stages.flat() ?? []).flatMap((effect) =>
      repairs
        .filter(({ id }) => effect.repairs.includes(id) && !fault.repairs.includes(id))
        .map(({ part }) => part),
    ),
  ),
]
