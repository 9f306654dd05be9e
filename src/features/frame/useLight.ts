'use client'
import { useSyncExternalStore } from 'react'

const listeners = new Set<() => void>()

export function toggleLight(): void {
  const root = document.documentElement
  const night = root.dataset.light !== 'night'
  if (night) root.dataset.light = 'night'
  else delete root.dataset.light
  try {
    localStorage.setItem('stop-start-light', night ? 'night' : 'day')
  } catch {
    // A browser that keeps nothing still shows the light that was asked for.
  }
  listeners.forEach((listener) => listener())
}

export const useLight = (): 'Day' | 'Night bay' =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener)
      return () => listeners.delete(listener)
    },
    () => (document.documentElement.dataset.light === 'night' ? 'Night bay' : 'Day'),
    () => 'Day',
  )
