'use client'
import Link from 'next/link'
import type { VehicleRecord } from '@/core/job'
import { CALCULATORS } from '@/core/sizing'
import { changeVehicle } from '@/data/store'
import { addressOf } from '../frame/desk/sizingLink'
import { inUnits } from '../frame/quantities'
import { whoWorks } from '../frame/useJob'
import { dateText } from '../frame/words'
import { Part } from './Part'

const LINK = 'inline-flex min-h-[44px] items-center underline decoration-ink-3 underline-offset-4'

/** What was sized for a vehicle at the desk, and the way there with its figures. */
export function Sized({ vehicle }: { vehicle: VehicleRecord }) {
  const kept = (vehicle.sizings ?? []).flatMap((one) => {
    const calculator = CALCULATORS.find(({ id }) => id === one.of)
    return calculator ? [{ ...one, calculator }] : []
  })
  const takeOff = (id: string) =>
    changeVehicle(
      vehicle,
      { ...vehicle, sizings: (vehicle.sizings ?? []).filter((one) => one.id !== id) },
      whoWorks(),
    )
  const href = (calculator: (typeof CALCULATORS)[number], typed = {}) =>
    addressOf({ calculator, vehicleId: vehicle.id, typed })
  return (
    <Part title="Sized for it">
      {kept.map(({ id, calculator, typed, says, at }) => (
        <p key={id} data-sized={calculator.id} className="text-second">
          <Link href={href(calculator, typed)} className={`${LINK} font-semibold`}>
            {calculator.title}
          </Link>
          <span className="block text-ink-2">{`${inUnits(says)} ${dateText(at)}.`}</span>
          <button
            type="button"
            data-act="take-off"
            onClick={() => void takeOff(id)}
            className={LINK}
            aria-label={`Take off: ${calculator.title}`}
          >
            Take off
          </button>
        </p>
      ))}
      <Link href={href(CALCULATORS[0]!)} data-act="size-it" className={`${LINK} text-second`}>
        Size something for it
      </Link>
    </Part>
  )
}
