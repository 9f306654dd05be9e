'use client'
import { useMemo, useState, type ReactNode } from 'react'
import { layoutKeyOf, readingText, type JobView, type VehicleRecord } from '@/core/job'
import { findTest } from '@/core/library'
import { LAYOUTS, layoutOf, type Edit, type Layout } from '@/core/vehicle'
import { unitsNow } from '@/data/units'
import { Button } from '@/ui/Button'
import { Page } from '@/ui/Page'
import { Panel } from '@/ui/Panel'
import { useShape } from '@/ui/Shape'
import { unitText } from '../frame/quantities'
import { AllDifferences, StandingDifferences } from '../frame/tracks/Differences'
import { testsReadIn } from '../frame/tracks/testsRead'
import { VehicleSheet } from '../frame/VehicleSheet'
import { dateText, shortOf } from '../frame/words'
import { BuiltTracks } from './BuiltTracks'
import { Figures } from './VehicleMargin'
import { VehicleTitle } from './VehicleTitle'
import type { VehicleInHand } from './useVehicleLife'

/** A vehicle as it is built: touched where it differs from its layout, its figures beside it. */
export function Built({ hand }: { hand: VehicleInHand }) {
  const { vehicle, jobs } = hand
  const [picked, setPicked] = useState<string | null>(null)
  const [sheet, setSheet] = useState(false)
  const layouts = useMemo(
    () => (['engine', 'gauge'] as const).map((scope) => layoutOf(layoutKeyOf(vehicle, scope))),
    [vehicle],
  )
  const at = layouts.find(({ segments }) => segments.some(({ id }) => id === picked))
  const open = jobs.filter(({ signed }) => !signed)
  return (
    <Page
      label="Vehicle"
      finding={
        <>
          <VehicleTitle vehicle={vehicle} built />
          <p className="text-second text-ink-2">{standsAs(vehicle)}</p>
        </>
      }
      drawing={
        <BuiltTracks
          layouts={layouts}
          saysAt={(id) => saysAt(vehicle.edits, id)}
          picked={picked}
          onPick={setPicked}
        />
      }
      act={
        at && picked ? (
          <Touched name={at.segments.find(({ id }) => id === picked)!.name} onClose={() => setPicked(null)}>
            <SegmentSheet {...{ hand, open, picked }} layout={at} onClose={() => setPicked(null)} />
          </Touched>
        ) : (
          <Whole vehicle={vehicle} layout={layouts[0]!} />
        )
      }
      margin={
        // It may be scrolled: whoever has no pointer comes to it too.
        <div
          role="region"
          aria-label="Figures and fuel"
          tabIndex={0}
          className="space-y-3 wide:h-full wide:overflow-y-auto"
        >
          <Figures hand={hand} />
          <Button data-act="change-figures" onClick={() => setSheet(true)}>
            Change figures and fuel
          </Button>
          <VehicleSheet
            hand={{ vehicle, job: { readings: open.at(-1)?.readings ?? [] } }}
            open={sheet}
            onOpenChange={setSheet}
          />
        </div>
      }
      marginLine="Figures and fuel"
    />
  )
}

const standsAs = ({ layout, edits }: VehicleRecord): string => {
  const { name } = LAYOUTS[layout]
  const count = edits.length
  return count === 0
    ? `${name}, as its layout says.`
    : `${name}, built otherwise in ${count === 1 ? 'one thing' : `${count} things`}.`
}

/** What differs at a segment, in a few words. */
function saysAt(edits: Edit[], segmentId: string): string {
  const at = edits.findLast((edit) =>
    edit.kind === 'insert'
      ? edit.part.id === segmentId
      : edit.kind === 'intoTank'
        ? segmentId === 'tankFilter'
        : edit.kind !== 'rebuilt' && edit.part === segmentId,
  )
  return at ? SAYS[at.kind] : ''
}
const SAYS: Record<Edit['kind'], string> = {
  insert: 'added',
  remove: 'taken out',
  replace: 'another kind',
  bypass: 'bridged',
  intoTank: 'in the tank',
  rebuilt: '',
  parallel: 'two of them',
}

/** Nothing is touched yet: what differs, each to be taken back. */
function Whole({ vehicle, layout }: { vehicle: VehicleRecord; layout: Layout }) {
  return (
    <section
      aria-label="Differs from its layout"
      className="h-full overflow-y-auto border-t-[5px] border-accent bg-sheet px-4 py-3 medium:px-6 wide:px-6"
    >
      <h2 className="text-title">
        {vehicle.edits.length === 0 ? 'Touch the place that is built otherwise.' : 'Built otherwise'}
      </h2>
      <p className="text-main text-ink-2">
        Tracks, suspects, tests and plans follow what is said here, in every job of this vehicle.
      </p>
      <StandingDifferences vehicle={vehicle} layout={layout} onChanged={() => undefined} />
    </section>
  )
}

/** A segment that was touched: what was read there, what may be said of it. */
function SegmentSheet({
  hand: { vehicle, jobs },
  open,
  picked,
  layout,
  onClose,
}: {
  hand: VehicleInHand
  open: JobView[]
  picked: string
  layout: Layout
  onClose: () => void
}) {
  const segment = layout.segments.find(({ id }) => id === picked)!
  const testsRead = useMemo(() => testsReadIn(open), [open])
  const read = useMemo(() => readAt(jobs, [segment.id, segment.from, segment.to]), [jobs, segment])
  return (
    <div data-built={segment.id} className="space-y-2">
      <p className="text-second text-ink-2">
        {read.length === 0 ? 'Nothing was read here yet.' : `Read here: ${read.join('; ')}.`}
      </p>
      <AllDifferences
        vehicle={vehicle}
        layout={layout}
        segmentId={picked}
        testsRead={testsRead}
        onChanged={onClose}
      />
    </div>
  )
}

/** What was touched: the acting sheet where it lies beside the tracks, else over the page that is scrolled. */
function Touched({ name, onClose, children }: { name: string; onClose: () => void; children: ReactNode }) {
  const shape = useShape()
  if (shape !== 'wide')
    return (
      <Panel open onOpenChange={(open) => !open && onClose()} title={name}>
        {children}
      </Panel>
    )
  return (
    <section
      aria-label={name}
      className="h-full space-y-2 overflow-y-auto border-t-[5px] border-accent bg-sheet px-6 py-3"
    >
      <div className="flex items-start justify-between gap-4">
        <h2 className="text-title">{name}</h2>
        <Button variant="quiet" onClick={onClose}>
          Close
        </Button>
      </div>
      {children}
    </section>
  )
}

/** So many readings of a place are told. */
const MOST = 3

/** The last readings at a place, the last first. */
const readAt = (jobs: JobView[], places: string[]): string[] =>
  jobs
    .flatMap(({ readings }) => readings)
    .filter(({ testId }) => places.includes(findTest(testId)?.at ?? ''))
    .sort((one, other) => other.at - one.at)
    .slice(0, MOST)
    .map((reading) => {
      const { value, unit } = readingText(reading, unitsNow())
      return `${shortOf(reading.testId)} ${value}${unit ? ` ${unitText(unit)}` : ''}, ${dateText(reading.at)}`
    })
