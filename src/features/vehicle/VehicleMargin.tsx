'use client'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useEffect, useState } from 'react'
import {
  LASTED_DAYS,
  layoutKeyOf,
  knownFigures,
  lasted,
  sheetFieldIn,
  sheetFieldsOf,
  settingOf,
  sheetValue,
  withdrawn,
  type ProvenSince,
} from '@/core/job'
import { FASTENING_WORDS, fasteningIn, wayIn, waysInOf } from '@/core/library'
import { putOffOf } from '@/core/memory'
import { LAYOUTS, layoutOf } from '@/core/vehicle'
import { leanedOn } from '@/data/store'
import { unitsNow } from '@/data/units'
import { unitText } from '../frame/quantities'
import { differenceText } from '../frame/tracks/Differences'
import { SOURCE_WORDS, builtHref, dateText, lowerFirst, stageHref } from '../frame/words'
import { knownText } from './lifeText'
import { Part } from './Part'
import type { VehicleInHand } from './useVehicleLife'

/** What may be said there loads once the page stands. */
const Stamps = dynamic(() => import('./Stamps').then((own) => own.Stamps), { ssr: false })

const Disagreements = dynamic(() => import('./Disagreements').then((own) => own.Disagreements), {
  ssr: false,
})
const BesideSister = dynamic(() => import('./BesideSister').then((own) => own.BesideSister), { ssr: false })
const Sized = dynamic(() => import('./Sized').then((own) => own.Sized), { ssr: false })
const VehiclePhotos = dynamic(() => import('./VehiclePhotos').then((own) => own.VehiclePhotos), {
  ssr: false,
})

const DAY_MS = 86_400_000
const LINK = 'inline-flex min-h-[44px] items-center text-second underline decoration-ink-3 underline-offset-4'

/** What is known of a vehicle: what waits, what it reads when it is sound, how it is built. */
export function VehicleMargin({ hand, now }: { hand: VehicleInHand; now: number }) {
  const { vehicle, jobs } = hand
  const putOff = putOffOf(jobs)
  const layout = layoutOf(layoutKeyOf(vehicle, 'engine'))
  return (
    <div className="space-y-4 pt-3">
      <Disagreements hand={hand} />
      {putOff.length > 0 && (
        <Part title="Put off">
          {putOff.map(({ jobId, findingId, what, risk, at }) => (
            <p key={findingId} data-put-off={findingId} className="text-second">
              <Link
                href={stageHref('record', jobId)}
                className="inline-flex min-h-[44px] items-center font-semibold underline decoration-ink-3 underline-offset-4"
              >
                {what}
              </Link>{' '}
              <span className="text-ink-2">{`${risk} Since ${dateText(at)}.`}</span>
            </p>
          ))}
        </Part>
      )}
      <SoundReadings hand={hand} now={now} />
      <BesideSister hand={hand} />
      <Part title="How it is built">
        <p className="text-second">{LAYOUTS[vehicle.layout].name}.</p>
        <p className="text-second text-ink-2">
          {vehicle.edits.length === 0
            ? 'As its layout says.'
            : `Otherwise: ${vehicle.edits.map((edit) => lowerFirst(differenceText(layout, edit))).join('; ')}.`}
        </p>
        <Link href={builtHref(vehicle.id)} data-act="see-built" className={LINK}>
          See its tracks, and change them
        </Link>
        {vehicle.ways.length > 0 && (
          <p className="text-second text-ink-2">{`Ways in: ${waysInOf(vehicle.ways)
            .map((way) => wayIn(way).title.toLowerCase())
            .join(', ')}.`}</p>
        )}
        <p className="text-second text-ink-2">{FASTENING_WORDS[fasteningIn(settingOf(vehicle))]}.</p>
        {vehicle.access.map(({ off, minutes }) => (
          <p key={off} className="text-second text-ink-2">{`In the way: ${off}, ${minutes} min.`}</p>
        ))}
      </Part>
      <Part title="What is stamped on it">
        <Stamps vehicle={vehicle} />
      </Part>
      <Figures hand={hand} />
      <Sized vehicle={vehicle} />
      <VehiclePhotos hand={hand} />
    </div>
  )
}

/** What it reads when it is sound, and what of that was withdrawn. */
function SoundReadings({ hand, now }: { hand: VehicleInHand; now: number }) {
  const { vehicle, proven } = hand
  const known = knownFigures(vehicle, proven, now)
  const own = proven.filter(({ vehicleId }) => vehicleId === vehicle.id)
  const young = own.filter((one) => one.nextAt === null && !lasted(one, now))
  return (
    <Part title="Read when sound">
      {known.length === 0 && (
        <p className="text-second text-ink-2">
          {`Nothing that lasted is known: a proof counts once the vehicle stayed away for ${LASTED_DAYS} days.`}
        </p>
      )}
      {known.map((figure) => (
        <p
          key={`${figure.testId} ${figure.source}`}
          data-known={`${figure.testId} ${figure.source}`}
          className="text-second"
        >
          {knownText(figure)}
        </p>
      ))}
      {young.map(({ signedAt }) => (
        <p key={signedAt} className="text-second text-ink-2">
          {`Proven ${dateText(signedAt)}: counts from ${dateText(signedAt + LASTED_DAYS * DAY_MS)} on, if it stays away.`}
        </p>
      ))}
      {own.filter(withdrawn).map((one) => (
        <Withdrawn key={one.signedAt} hand={hand} one={one} />
      ))}
    </Part>
  )
}

/** What it read stands for no other any more; the jobs that leaned on it meanwhile are named. */
function Withdrawn({ hand: { vehicle }, one }: { hand: VehicleInHand; one: ProvenSince }) {
  const [leaned, setLeaned] = useState<{ id: string; unit: string; openedAt: number }[]>([])
  const from = one.signedAt + LASTED_DAYS * DAY_MS
  useEffect(() => {
    let live = true
    if (one.nextAt! > from) void leanedOn(vehicle, from, one.nextAt!).then((jobs) => live && setLeaned(jobs))
    return () => {
      live = false
    }
  }, [vehicle, from, one.nextAt])
  return (
    <div data-withdrawn={one.signedAt} className="border-l-4 border-ink pl-3 text-second">
      <p>{`What it read on ${dateText(one.signedAt)} stands for no sister: it came back ${dateText(one.nextAt!)}.`}</p>
      {leaned.map(({ id, unit, openedAt }) => (
        <Link
          key={id}
          href={stageHref('record', id)}
          className="flex min-h-[44px] items-center underline decoration-ink-3 underline-offset-4"
        >
          {`Unit ${unit}, ${dateText(openedAt)}, leaned on it`}
        </Link>
      ))}
    </div>
  )
}

export function Figures({ hand: { vehicle } }: { hand: VehicleInHand }) {
  return (
    <Part title="Figures">
      {sheetFieldsOf(vehicle.layout)
        .map((field) => sheetFieldIn(field, unitsNow()))
        .map((field) => {
          const { value, source } = vehicle.specification[field.field]
          return (
            <p key={field.field} className="flex justify-between gap-3 text-second">
              <span>{field.name}</span>
              <span className="text-ink-2">
                <span className="text-ink">{`${sheetValue(field, value)}${field.unit ? ` ${unitText(field.unit)}` : ''}`}</span>
                {`, ${SOURCE_WORDS[source]}`}
              </span>
            </p>
          )
        })}
    </Part>
  )
}
