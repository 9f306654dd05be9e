'use client'
import { useSearchParams } from 'next/navigation'
import { useEffect, useState } from 'react'
import type { VehicleRecord } from '@/core/job'
import { loadVehicle } from '@/data/store'
import { addressOf, readAddress } from '../frame/desk/sizingLink'
import { useQuestion, type Question } from '../frame/desk/useQuestion'

export interface Desk extends Question {
  /** The address names a vehicle that is not kept here. */
  lost: boolean
}

/** The question in hand: its figures are in the address, so that it can be left and come back to. */
export function useDesk(): Desk {
  const query = useSearchParams()
  const [first] = useState(() => readAddress(new URLSearchParams(query.toString())))
  const { vehicleId } = first
  const { vehicle, lost } = useVehicle(vehicleId)
  const question = useQuestion(first, vehicle)
  const { calculator, own } = question
  const href = addressOf({ calculator, vehicleId, typed: own })
  useEffect(() => window.history.replaceState(null, '', href), [href])
  return { ...question, lost }
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
