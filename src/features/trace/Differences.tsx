'use client'
import { useMemo, useState } from 'react'
import { differencesAt, type DifferenceKind } from '@/core/library'
import { LAYOUTS, editProblem, type Edit, type Layout } from '@/core/vehicle'
import { layoutKeyOf, type JobView, type VehicleRecord } from '@/core/job'
import { changeVehicle } from '@/data/store'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { whoWorks } from '../frame/useJob'
import { lowerFirst } from '../frame/words'

const OFFER: Record<DifferenceKind, string> = {
  'filter behind': 'A further filter sits behind it',
  bridged: 'It is bridged',
  'taken out': 'It has been taken out',
  'relay behind': 'A further relay sits behind it',
  'speed resistor behind': 'A speed resistor sits in it',
  'second pump': 'A second pump sits beside it',
  'another carburettor': 'Another carburettor, wider seat',
  'surge tank': 'A surge tank and a second pump follow it',
  'with a return': 'Rebuilt with a return: the regulator sits at the rail',
  'without a return': 'Rebuilt without a return: the regulator sits in the tank',
  'pump outside': 'Its pump lies outside, none in the tank',
  'filter in the tank': 'The filter lies in the tank, not here',
}

/** Where the vehicle differs from its layout at this segment: said here, followed by tracks, suspects and tests. */
export function Differences({
  segmentId,
  job,
  vehicle,
  onChanged,
}: {
  segmentId: string
  job: JobView
  vehicle: VehicleRecord
  onChanged: () => void
}) {
  const [problem, setProblem] = useState<string | null>(null)
  const read = useMemo(() => [...new Set(job.evidence.map((item) => item.testId))], [job.evidence])
  const offers = useMemo(
    () => differencesAt(layoutKeyOf(vehicle, job.layout.scope), segmentId, read),
    [vehicle, job.layout.scope, segmentId, read],
  )
  const keep = async (edits: Edit[]) => {
    const kept = await changeVehicle(vehicle, { ...vehicle, edits }, whoWorks())
    if (kept.ok) return onChanged()
    setProblem(
      kept.error.kind === 'not-written' ? kept.error.reason : 'This vehicle’s record could not be changed',
    )
  }
  const standing = vehicle.edits.map((edit, at) => ({
    edit,
    at,
    without: vehicle.edits.filter((_, other) => other !== at),
  }))
  if (offers.length + standing.length === 0) return null
  return (
    <section className="space-y-2 border-t border-rule pt-3" aria-label="Differs from its layout">
      <h3 className="text-main font-semibold">Is this vehicle built otherwise here?</h3>
      <div className="flex flex-wrap gap-2">
        {offers.map(({ kind, part, edit }) => (
          <Button
            key={`${kind} ${part}`}
            variant="quiet"
            data-act={`differs-${edit.kind}`}
            onClick={() => void keep([...vehicle.edits, edit])}
          >
            {OFFER[kind]}
          </Button>
        ))}
      </div>
      {standing.length > 0 && (
        <ul className="text-second">
          {standing.map(({ edit, at, without }) => (
            <li key={at} className="flex items-center justify-between gap-4 border-t border-rule-2">
              <span>{differenceText(job.layout, edit)}</span>
              {editProblem(vehicle.layout, without) === null && (
                <button
                  type="button"
                  data-act="differs-back"
                  onClick={() => void keep(without)}
                  className="min-h-[44px] px-2 underline"
                >
                  Take back
                </button>
              )}
            </li>
          ))}
        </ul>
      )}
      {problem && <Notice title="Not kept.">{problem}. Nothing was changed.</Notice>}
    </section>
  )
}

/** An edit in words, by the names that stand on the tracks. */
function differenceText(layout: Layout, edit: Edit): string {
  const name = (part: string) =>
    lowerFirst(
      [...layout.segments, ...layout.beside].find((segment) => segment.parts.includes(part))?.name ?? part,
    )
  switch (edit.kind) {
    case 'insert':
      return `${edit.part.name} behind: ${name(edit.after)}`
    case 'remove':
      return `Taken out: ${name(edit.part)}`
    case 'bypass':
      return `Bridged: ${name(edit.part)}`
    case 'parallel':
      return `A second one beside: ${name(edit.part)}`
    case 'rebuilt':
      return `Rebuilt: ${lowerFirst(LAYOUTS[edit.as].name)}`
    case 'intoTank':
      return 'The filter lies in the tank'
    case 'replace':
      return `Another one in place of: ${name(edit.part)}`
  }
}
