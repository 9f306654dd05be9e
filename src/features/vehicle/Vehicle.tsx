'use client'
import dynamic from 'next/dynamic'
import Link from 'next/link'
import { useSearchParams } from 'next/navigation'
import { useEffect, useMemo, useState } from 'react'
import { findAmong } from '@/core/shared'
import { lifeOf, recurrencesOf } from '@/core/memory'
import { vehicleDisagreements, wordsOfVehicle, type VehicleLine } from '@/core/job'
import { vehicleLines } from '@/data/store'
import { Page } from '@/ui/Page'
import { ShapeFrame } from '@/ui/Shape'
import { DeskHead } from '../frame/DeskHead'
import { useNow } from '../frame/useNow'
import { vehicleHref } from '../frame/words'
import { LifeLine } from './LifeLine'
import { VehicleTitle } from './VehicleTitle'
import { Trends } from './Trends'
import { marksOf } from './lifeGeometry'
import { recurrenceText } from '../frame/againText'
import { useVehicleLife, type VehicleInHand } from './useVehicleLife'

/** The line of its life stands first; what lies beside it loads then. */
const VehicleMargin = dynamic(() => import('./VehicleMargin').then((own) => own.VehicleMargin), {
  ssr: false,
})
const Built = dynamic(() => import('./Built').then((own) => own.Built), {
  ssr: false,
  loading: () => <Reading />,
})
const MarkSheet = dynamic(() => import('./MarkSheet').then((own) => own.MarkSheet), { ssr: false })

/** The page of a vehicle by its address; without one, the search for it. */
export function Vehicle() {
  const id = useSearchParams().get('id')
  return (
    <ShapeFrame className="flex min-h-dvh flex-col wide:h-dvh">
      <DeskHead way={[id ? { title: 'Vehicles', href: '/vehicle' } : { title: 'Vehicles' }]} />
      {id ? <OneVehicle key={id} id={id} /> : <VehicleSearch />}
    </ShapeFrame>
  )
}

/** It is not there yet, or not at all. */
const Reading = ({ problem = null }: { problem?: string | null }) => (
  <main className="flex-1 p-6" aria-label="Vehicle">
    <h1 className="text-title">{problem ?? 'Reading what is here.'}</h1>
  </main>
)

function OneVehicle({ id }: { id: string }) {
  const load = useVehicleLife(id)
  const built = useSearchParams().get('see') === 'built'
  const now = useNow(60_000)
  if (load.status !== 'ready' || now === null)
    return <Reading problem={load.status === 'absent' ? load.problem : null} />
  return built ? <Built hand={load.hand} /> : <Life hand={load.hand} now={now} />
}

function Life({ hand, now }: { hand: VehicleInHand; now: number }) {
  const { vehicle, facts, jobs } = hand
  const [picked, setPicked] = useState<string | null>(null)
  const marks = useMemo(() => marksOf(lifeOf(facts, jobs), now), [facts, jobs, now])
  const mark = marks.find(({ key }) => key === picked)
  const last = jobs.at(-1)
  const twice = useMemo(() => vehicleDisagreements(facts).length, [facts])
  const again = last ? recurrencesOf(last, jobs.slice(0, -1)) : []
  return (
    <Page
      label="Vehicle"
      tallMargin
      finding={
        <>
          <VehicleTitle vehicle={vehicle} built={false} />
          <p className="text-second text-ink-2">
            {again[0]
              ? recurrenceText(again[0])
              : jobs.length === 0
                ? 'It was in no job yet.'
                : `${jobs.length} ${jobs.length === 1 ? 'job' : 'jobs'}; nothing has come again.`}
            {twice > 0 && (
              <b>{` ${twice} ${twice === 1 ? 'thing is' : 'things are'} said otherwise on two tablets.`}</b>
            )}
          </p>
        </>
      }
      drawing={<LifeLine marks={marks} now={now} picked={picked} onPick={setPicked} />}
      act={
        mark ? <MarkSheet mark={mark} onClose={() => setPicked(null)} /> : <Trends hand={hand} now={now} />
      }
      margin={<VehicleMargin hand={hand} now={now} />}
      marginLine="Put off, sound readings, sheet"
    />
  )
}

/** So many are shown; more are found by their words. */
const MOST = 12

function VehicleSearch() {
  const [all, setAll] = useState<VehicleLine[] | null>(null)
  const [typed, setTyped] = useState('')
  useEffect(() => void vehicleLines().then(setAll), [])
  const named = useMemo(
    () =>
      (all ?? []).map((vehicle) => ({
        vehicle,
        title: `${vehicle.unit} ${vehicle.name}`,
        words: wordsOfVehicle(vehicle),
      })),
    [all],
  )
  const shown = typed.trim() ? findAmong(typed, named, MOST) : named.slice(0, MOST)
  return (
    <main className="flex-1 space-y-4 px-4 py-4 medium:px-6 wide:px-6" aria-label="Vehicles">
      <h1 className="text-title">
        {all === null
          ? 'Reading what is here.'
          : all.length === 0
            ? 'No vehicle is known. Take one in on Today.'
            : 'Which vehicle?'}
      </h1>
      {all !== null && all.length > 0 && (
        <label className="block max-w-[560px] text-second text-ink-2">
          {`Unit, plate, name, year or a word of its notes: ${all.length} are known`}
          <input
            name="vehicle"
            value={typed}
            maxLength={60}
            autoFocus
            onChange={(event) => setTyped(event.target.value)}
            className="mt-1 block h-[56px] w-full border-2 border-ink-3 bg-sheet px-3 text-main text-ink"
          />
        </label>
      )}
      <ul className="max-w-[820px]">
        {shown.map(({ vehicle }) => (
          <li key={vehicle.id} className="border-b border-rule-2">
            <Link
              href={vehicleHref(vehicle.id)}
              data-vehicle={vehicle.unit}
              className="flex min-h-[60px] items-center gap-4"
            >
              <span className="w-[60px] font-track text-[34px] font-bold leading-none">{vehicle.unit}</span>
              <span className="text-main font-semibold">{vehicle.name}</span>
              <span className="min-w-0 flex-1 truncate text-second text-ink-2">
                {[vehicle.plate, vehicle.notes].filter(Boolean).join(', ')}
              </span>
            </Link>
          </li>
        ))}
      </ul>
      {all !== null && shown.length === 0 && typed.trim() !== '' && (
        <p className="text-main text-ink-2">Nothing is like that. Fewer letters find more.</p>
      )}
    </main>
  )
}
