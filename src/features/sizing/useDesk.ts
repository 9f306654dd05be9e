'use client'
import { useSearchParams } from 'next/navigation'
import { useEffect, useMemo, useState } from 'react'
import type { VehicleRecord } from '@/core/job'
import { answerOf, beginOf, type Answer, type Asked, type Calculator, type Typed } from '@/core/sizing'
import { loadVehicle } from '@/data/store'
import { addressOf, readAddress } from '../frame/sizingLink'

export interface Desk {
  calculator: Calculator
  vehicle: VehicleRecord | null
  /** The address names a vehicle that is not kept here. */
  lost: boolean
  typed: Typed
  /** The last answer that could be given stays while a figure is asked back. */
  answer: Answer | null
  asks: Asked[]
  set: (id: string, value: Typed[string]) => void
  /** Another question, for the same vehicle. */
  turnTo: (id: string) => void
  /** What it would begin with: the vehicle’s own figures, or the usual ones. */
  begin: Typed
  /** Back to that. */
  reset: () => void
  href: string
}

/** The question in hand: its figures are in the address, so that it can be left and come back to. */
export function useDesk(): Desk {
  const query = useSearchParams()
  const [{ calculator, vehicleId, typed: own }, setAddress] = useState(() =>
    readAddress(new URLSearchParams(query.toString())),
  )
  const { vehicle, lost } = useVehicle(vehicleId)
  const begin = useMemo(() => beginOf(calculator, vehicle), [calculator, vehicle])
  const typed = useMemo(() => ({ ...begin, ...own }), [begin, own])
  const answered = useMemo(() => answerOf(calculator, typed), [calculator, typed])
  const [last, setLast] = useState<{ of: string; answer: Answer } | null>(null)
  if (answered.ok && last?.answer !== answered.answer) setLast({ of: calculator.id, answer: answered.answer })
  const href = addressOf({ calculator, vehicleId, typed: own })
  useEffect(() => window.history.replaceState(null, '', href), [href])
  return {
    calculator,
    vehicle,
    lost,
    typed,
    answer: answered.ok ? answered.answer : last?.of === calculator.id ? last.answer : null,
    asks: answered.ok ? [] : answered.asks,
    set: (id, value) => setAddress((before) => ({ ...before, typed: { ...before.typed, [id]: value } })),
    turnTo: (id) =>
      setAddress(({ vehicleId: of }) =>
        readAddress(new URLSearchParams({ of: id, ...(of && { vehicle: of }) })),
      ),
    begin,
    reset: () => setAddress((before) => ({ ...before, typed: {} })),
    href,
  }
}

interface Sought {
  vehicle: VehicleRecord | null
  lost: boolean
}
function useVehicle(id: string | null): Sought {
  const [sought, setSought] = useState<Sought>({ vehicle: null, lost: false })
  useEffect(() => {
    let live = true
    if (id)
      void loadVehicle(id).then(
        (found) => live && setSought({ vehicle: found.ok ? found.value : null, lost: !found.ok }),
      )
    return () => {
      live = false
    }
  }, [id])
  return sought
}
