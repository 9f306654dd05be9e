'use client'
import Link from 'next/link'
import { useEffect, useState } from 'react'
import { readingText, stageOf, type JobView, type VehicleLine } from '@/core/job'
import { besideOf, type BesideRow } from '@/core/memory'
import { jobsOf, vehicleLines } from '@/data/store'
import { unitsNow } from '@/data/units'
import { unitText } from '../frame/quantities'
import { dayText, shortOf, stageHref, vehicleHref } from '../frame/words'
import { differenceText } from './lifeText'
import type { VehicleInHand } from './useVehicleLife'

/** So many tests stand side by side. */
const MOST = 12
const MOST_SISTERS = 40
const LINK = 'inline-flex min-h-[44px] items-center underline decoration-ink-3 underline-offset-4'

/** Vehicles of the same name and layout; a stand-in is no sister of a real one. */
function useSisters({ id, name, layout, kind }: VehicleInHand['vehicle']): VehicleLine[] {
  const [sisters, setSisters] = useState<VehicleLine[]>([])
  useEffect(() => {
    let live = true
    void vehicleLines().then((all) => {
      const own = all.filter(
        (one) => one.id !== id && one.name === name && one.layout === layout && one.kind === kind,
      )
      if (live) setSisters(own.slice(0, MOST_SISTERS))
    })
    return () => {
      live = false
    }
  }, [id, name, layout, kind])
  return sisters
}

function useJobsOf(vehicleId: string | null): JobView[] | null {
  const [found, setFound] = useState<{ of: string; jobs: JobView[] } | null>(null)
  useEffect(() => {
    if (!vehicleId) return
    let live = true
    void jobsOf(vehicleId).then((jobs) => live && setFound({ of: vehicleId, jobs }))
    return () => {
      live = false
    }
  }, [vehicleId])
  return found && found.of === vehicleId ? found.jobs : null
}

/** The same tests on a sister, side by side: what is out of the ordinary is what one of them alone reads. */
export function BesideSister({ hand }: { hand: VehicleInHand }) {
  const sisters = useSisters(hand.vehicle)
  const [chosen, setChosen] = useState('')
  const sister = sisters.find(({ id }) => id === chosen) ?? null
  const jobs = useJobsOf(sister?.id ?? null)
  if (sisters.length === 0) return null
  return (
    <section aria-label="Beside a sister">
      <h2 className="border-b-2 border-ink pb-1 text-main font-semibold">Beside a sister</h2>
      <label className="block pt-1 text-second text-ink-2">
        Measured beside
        <select
          name="sister"
          value={chosen}
          onChange={(event) => setChosen(event.target.value)}
          className="mt-1 block min-h-[48px] w-full border-2 border-ink-3 bg-ground px-2 text-main text-ink"
        >
          <option value="">nobody yet</option>
          {sisters.map(({ id, unit, name }) => (
            <option key={id} value={id}>{`Unit ${unit}, ${name}`}</option>
          ))}
        </select>
      </label>
      {sister && jobs && <SideBySide hand={hand} sister={sister} jobs={jobs} />}
    </section>
  )
}

function SideBySide({ hand, sister, jobs }: { hand: VehicleInHand; sister: VehicleLine; jobs: JobView[] }) {
  const rows = besideOf(hand.jobs, jobs).slice(0, MOST)
  const open = jobs.findLast(({ signed }) => signed === null)
  const missing = rows.filter((row) => row.own && !row.sister)
  if (rows.length === 0) return <p className="text-second text-ink-2">Neither of them was read yet.</p>
  return (
    <>
      <table className="w-full text-second">
        <thead>
          <tr className="text-left text-ink-2">
            <th className="font-normal">Test</th>
            <th className="text-right font-normal">{hand.vehicle.unit}</th>
            <th className="text-right font-normal">{sister.unit}</th>
          </tr>
        </thead>
        <tbody>
          {rows.map((row) => (
            <Row key={row.testId} row={row} />
          ))}
        </tbody>
      </table>
      {missing.length > 0 && (
        <p className="pt-1 text-second" data-to-measure={missing.length}>
          {`To measure on unit ${sister.unit}: ${missing.map(({ testId }) => shortOf(testId)).join(', ')}.`}{' '}
          <Link href={open ? stageHref(stageOf(open), open.id) : vehicleHref(sister.id)} className={LINK}>
            {open ? 'To its open job' : 'To its page'}
          </Link>
        </p>
      )}
    </>
  )
}

function Row({ row: { testId, own, sister, differenceSi } }: { row: BesideRow }) {
  const said = (reading: BesideRow['own']) => {
    if (!reading) return '–'
    const { value, unit } = readingText(reading, unitsNow())
    return unit ? `${value} ${unitText(unit)}` : value
  }
  return (
    <tr className="border-t border-rule-2 align-top" data-beside={testId}>
      <td className="py-1 pr-2">
        {shortOf(testId)}
        {differenceSi !== null && differenceSi !== 0 && (
          <span className="block text-ink-2">{differenceText(testId, differenceSi)}</span>
        )}
      </td>
      {[own, sister].map((reading, place) => (
        <td key={place} className="whitespace-nowrap py-1 pl-2 text-right">
          {said(reading)}
          {reading && <span className="block text-ink-2">{dayText(reading.at)}</span>}
        </td>
      ))}
    </tr>
  )
}
