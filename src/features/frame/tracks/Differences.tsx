'use client'
import { useMemo, useState, type ReactNode } from 'react'
import { differencesAt, type DifferenceKind } from '@/core/library'
import { LAYOUTS, editProblem, inScope, type Edit, type Layout } from '@/core/vehicle'
import { layoutKeyOf, type VehicleRecord } from '@/core/job'
import { changeVehicle } from '@/data/store'
import { Button } from '@/ui/Button'
import { Notice } from '@/ui/Notice'
import { whoWorks } from '../useJob'
import { lowerFirst } from '../words'

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

interface Built {
  vehicle: VehicleRecord
  /** As it is drawn: the engine's path, the gauge loop. */
  layout: Layout
  onChanged: () => void
}

/** Keeps the vehicle with other edits; says what kept it from being kept. */
function useEdits({ vehicle, onChanged }: Built) {
  const [problem, setProblem] = useState<string | null>(null)
  const keep = async (edits: Edit[]) => {
    const kept = await changeVehicle(vehicle, { ...vehicle, edits }, whoWorks())
    setProblem(
      kept.ok
        ? null
        : kept.error.kind === 'not-written'
          ? kept.error.reason
          : 'This vehicle’s record could not be changed',
    )
    if (kept.ok) onChanged()
  }
  return {
    keep: (edits: Edit[]) => void keep(edits),
    trouble: problem && <Notice title="Not kept.">{problem}. Nothing was changed.</Notice>,
  }
}

/**
 * Where the vehicle differs from its layout at this segment: said here, followed by tracks, suspects and tests.
 * A difference that would take away the test of a reading that was taken is not offered.
 */
function Differences(
  props: Built & {
    segmentId: string
    testsRead: string[]
    /** What stands below the offers: the differences that are said already. */
    children?: ReactNode
  },
) {
  const { segmentId, vehicle, layout, testsRead, children } = props
  const { keep, trouble } = useEdits(props)
  const offers = useMemo(
    () => differencesAt(layoutKeyOf(vehicle, layout.scope), segmentId, testsRead),
    [vehicle, layout.scope, segmentId, testsRead],
  )
  if (offers.length === 0 && !children)
    return trouble ?? <p className="text-second text-ink-2">No other way to build this place is known.</p>
  return (
    <section className="space-y-2 border-t border-rule pt-3" aria-label="Differs from its layout">
      <h3 className="text-main font-semibold">Is this vehicle built otherwise here?</h3>
      <div className="flex flex-wrap gap-2">
        {offers.map(({ kind, part, edit }) => (
          <Button
            key={`${kind} ${part}`}
            variant="quiet"
            data-act={`differs-${edit.kind}`}
            onClick={() => keep([...vehicle.edits, edit])}
          >
            {OFFER[kind]}
          </Button>
        ))}
      </div>
      {children}
      {trouble}
    </section>
  )
}

/** All in which the vehicle differs from its layout; each can be taken back while the others hold without it. */
export function StandingDifferences(props: Built) {
  const { vehicle, layout } = props
  const { keep, trouble } = useEdits(props)
  return (
    <>
      <ul className="text-second">
        {vehicle.edits.map((edit, at) => {
          const without = vehicle.edits.filter((_, other) => other !== at)
          return (
            <li key={at} className="flex items-center justify-between gap-4 border-t border-rule-2">
              <span>{differenceText(layout, edit)}</span>
              {editProblem(vehicle.layout, without) === null && (
                <button
                  type="button"
                  data-act="differs-back"
                  onClick={() => keep(without)}
                  className="min-h-[44px] px-2 underline"
                >
                  Take back
                </button>
              )}
            </li>
          )
        })}
      </ul>
      {trouble}
    </>
  )
}

/** An edit in words, by the names that stand on the tracks; of what was taken out, by the name it had. */
export function differenceText(layout: Layout, edit: Edit): string {
  const base = LAYOUTS[layout.id]
  const name = (part: string) =>
    lowerFirst(
      [layout, base, inScope(base, 'gauge')]
        .flatMap(({ segments, beside }) => [...segments, ...beside])
        .find((segment) => segment.parts.includes(part))?.name ?? part,
    )
  switch (edit.kind) {
    case 'insert':
      return `${edit.part.name} behind: ${name(edit.after)}`
    case 'remove':
      return `Taken out: ${name(edit.part)}`
    case 'bypass':
      return `Bridged: ${name(edit.part)}`
    case 'parallel':
      return `${edit.by.fed ? 'A further one on its own circuit beside' : 'A second one beside'}: ${name(edit.part)}`
    case 'rebuilt':
      return `Rebuilt: ${lowerFirst(LAYOUTS[edit.as].name)}`
    case 'intoTank':
      return 'The filter lies in the tank'
    case 'replace':
      return `Another one in place of: ${name(edit.part)}`
  }
}

/** The differences at a segment, and below them all that were said already. */
export function AllDifferences(props: Built & { segmentId: string; testsRead: string[] }) {
  return (
    <Differences {...props}>
      {props.vehicle.edits.length > 0 && <StandingDifferences {...props} />}
    </Differences>
  )
}
