'use client'
import { useSyncExternalStore } from 'react'
import { UNIT_SYSTEMS, type UnitPreference } from '@/core/shared'
import { onUnitsChange, unitsNow } from '@/data/units'

export const useUnits = (): UnitPreference =>
  useSyncExternalStore(onUnitsChange, unitsNow, () => UNIT_SYSTEMS.kPa)
