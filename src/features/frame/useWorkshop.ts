'use client'
import { useSyncExternalStore } from 'react'
import { NO_WORKSHOP, onWorkshopChange, workshop, type WorkshopSettings } from '@/data/workshop'

export const useWorkshop = (): WorkshopSettings =>
  useSyncExternalStore(onWorkshopChange, workshop, () => NO_WORKSHOP)
