'use client'
import Link from 'next/link'
import type { VehicleRecord } from '@/core/job'
import { builtHref, vehicleHref } from '../frame/words'

/** Which vehicle it is, and the two ways to look at it. */
export function VehicleTitle({ vehicle, built }: { vehicle: VehicleRecord; built: boolean }) {
  const ways = [
    { name: 'Its life', href: vehicleHref(vehicle.id), here: !built },
    { name: 'As it is built', href: builtHref(vehicle.id), here: built },
  ]
  return (
    <>
      <h1 className="text-title">
        Unit {vehicle.unit}, {vehicle.name}
      </h1>
      <nav aria-label="Ways to look at it" className="pointer-events-auto flex gap-5">
        {ways.map(({ name, href, here }) => (
          <Link
            key={name}
            href={href}
            replace
            aria-current={here ? 'page' : undefined}
            className={`inline-flex min-h-[44px] items-center border-b-[3px] text-main ${here ? 'border-accent font-semibold' : 'border-rule text-ink-2'}`}
          >
            {name}
          </Link>
        ))}
      </nav>
    </>
  )
}
